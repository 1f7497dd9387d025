using System.Collections.Immutable;
using System.Globalization;
using Hasp.Core.Checks;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;
using Hasp.Core.Quantities;

namespace Hasp.Core.Documents;

/// <summary>Changes to a joint as a person makes them, one field or one row at a time. It may be faulty before and after.</summary>
public static class JointEdits
{
    /// <summary>The joint that was typed, or every fault that was found.</summary>
    public static (Joint? Joint, IReadOnlyList<Fault> Faults) Judged(this Draft draft)
    {
        var faults = draft.Faults.ToList();
        var joint = JointRules.JointOf(draft.Said, faults);
        return (faults.Count == 0 ? joint : null, faults);
    }

    /// <summary>
    /// States <paramref name="text"/> in the field at <paramref name="path"/>. Empty text clears the field, so that its default is chosen
    /// again. A bare number in a quantity takes the unit shown. What cannot be read is kept as typed, with its fault.
    /// </summary>
    /// <exception cref="ArgumentException">No field has that path, or the document has no such row.</exception>
    public static Draft State(this Draft draft, string path, string text, UnitSystem shown) =>
        draft.State(draft.At(path) ?? throw new ArgumentException($"no field {path}", nameof(path)), text, shown);

    /// <inheritdoc cref="State(Draft, string, string, UnitSystem)"/>
    public static Draft State(this Draft draft, Field field, string text, UnitSystem shown) =>
        draft.State(new Place(field), text, shown);

    /// <inheritdoc cref="State(Draft, string, string, UnitSystem)"/>
    public static Draft State(this Draft draft, Place place, string text, UnitSystem shown)
    {
        text = text.Trim();
        draft = draft.Stated(place);
        // A number of bolts grows a pattern by its own rule, where it has a shape with that number.
        if (place.Field == Fields.Count && PatternEdits.Grown(draft, text) is { } grown) return grown;
        if (place.Field == Fields.PatternKind) draft = PatternEdits.Seeded(draft, text);
        if (text.Length == 0) return draft.With(place, null);
        draft = draft.With(place, Entry.Of(place.Field, Written(place.Field, text, shown)));
        var nutWasher = new Place(Fields.NutWasher);
        // Without a nut there is no washer under it: one that nobody asked for goes.
        if (place.Field == Fields.EndKind && text is "tapped" or "insert" && draft.IsChosen(nutWasher))
        {
            draft = draft.With(nutWasher, null).Stated(nutWasher);
        }
        return draft.Without(EitherOr.Where(e => e.One == place.Field).Select(e => e.Other)
            .Concat(EitherOr.Where(e => e.Other == place.Field).Select(e => e.One)));
    }

    /// <summary>Fields of which one says what the other would: stating one drops the other. A hole has one diameter.</summary>
    private static readonly (Field One, Field Other)[] EitherOr = [(Fields.HoleDiameter, Fields.Fit)];

    /// <summary>Fields that say one thing twice.</summary>
    public static IEnumerable<(Field One, Field Other)> SaidTwice(Draft draft) =>
        EitherOr.Where(e => draft.Root.Has(e.One) && draft.Root.Has(e.Other));

    /// <summary>States several fields, one after the other.</summary>
    /// <inheritdoc cref="State(Draft, string, string, UnitSystem)"/>
    public static Draft State(this Draft draft, IEnumerable<(string Path, string Text)> edits, UnitSystem shown) =>
        edits.Aggregate(draft, (d, e) => d.State(e.Path, e.Text, shown));

    /// <summary>What was typed as a document has it: a number as a number, a bare figure with the unit shown, anything else as it
    /// was typed.</summary>
    public static Raw Written(Field field, string text, UnitSystem shown) => field.Kind switch
    {
        FieldKind.Quantity when QuantityText.IsBareNumber(text) => $"{text} {BareUnit(field, shown).Symbol}",
        FieldKind.Spread when QuantityText.IsBareNumber(text) => text + " %",
        FieldKind.Aim when QuantityText.IsBareNumber(text) => text + " %",
        FieldKind.Count when int.TryParse(text, CultureInfo.InvariantCulture, out var n) => n,
        FieldKind.Number when Share(text) is { } x => x,
        _ => text,
    };

    /// <summary>The unit that a bare number in this field is taken in.</summary>
    public static Unit BareUnit(Field field, UnitSystem shown) =>
        field == Fields.Settling ? Units.Of(Dimension.Length, shown == UnitSystem.Si ? "µm" : "mil") : Units.Shown(field.Dimension, shown);

    private static readonly Field[] Components = [Fields.CaseFx, Fields.CaseFy, Fields.CaseFz, Fields.CaseMx, Fields.CaseMy, Fields.CaseMz];
    private static readonly Field[] At = [Fields.CaseAtX, Fields.CaseAtY, Fields.CaseAtZ];

    /// <summary>
    /// Changes how a load case is stated: <c>components</c>, <c>tension and shear</c>, <c>a combination</c> or the kind of a helper. What
    /// was stated before goes, tension and shear become components; a helper's inputs stay, to be found again.
    /// </summary>
    public static Draft StateAs(this Draft draft, RowId row, string how)
    {
        Place Of(Field field) => new(field, row);
        if (draft.IndexOf(Fields.Loads, row) < 0) return draft;
        var (tension, shear) = (draft[Of(Fields.CaseTension)]?.Raw, draft[Of(Fields.CaseShear)]?.Raw);
        Draft Without(Draft from, params Field[] fields) => fields.Aggregate(from, (d, f) => d.With(Of(f), null));
        Draft With(Draft to, Field field, Raw raw) => to.With(Of(field), Entry.Of(field, raw));
        draft = Without(draft, [Fields.CaseTension, Fields.CaseShear, Fields.CaseCombines, Fields.HelperKind, .. Components]);
        switch (how)
        {
            case "components":
                draft = With(draft, Fields.CaseFz, tension ?? "0 kN");
                return shear is { } across ? With(draft, Fields.CaseFx, across) : draft;
            case "tension and shear":
                return With(With(Without(draft, At), Fields.CaseTension, "0 kN"), Fields.CaseShear, "0 kN");
            case "a combination":
                var other = draft[Fields.Loads].Where(r => r.Id != row && !r.Has(Fields.CaseCombines)).Select(r => r.Text(Fields.CaseName))
                    .FirstOrDefault(n => n is not null);
                return With(Without(draft, At), Fields.CaseCombines, other is null ? "1 × " : "1 × " + other);
            default:
                return With(how is "bracket" or "panel" or "column" ? Without(draft, At) : draft, Fields.HelperKind, how);
        }
    }

    /// <summary>True where a load case is stated other than by tension and shear.</summary>
    public static bool StatesComponents(Row load) =>
        !load.Has(Fields.CaseTension) && !load.Has(Fields.CaseShear)
        && (load.Has(Fields.CaseCombines) || load.Has(Fields.HelperKind) || Components.Any(load.Has));

    /// <summary>The lists whose rows a person adds and removes.</summary>
    public static IReadOnlyList<ListField> Lists { get; } = [Fields.Layers, Fields.Loads, Fields.Points, Fields.Corners, Fields.Openings];

    /// <summary>The list of that path whose rows a person adds and removes.</summary>
    /// <exception cref="ArgumentException">There is none.</exception>
    public static ListField ListAt(string path) =>
        Lists.FirstOrDefault(l => l.Path == path) ?? throw new ArgumentException($"no list {path}", nameof(path));

    /// <summary>Appends a row to a list, a part or load case alike in kind to the last one.</summary>
    /// <param name="draft">The joint.</param>
    /// <param name="list">The list.</param>
    /// <param name="act">What the row's name is made of (<see cref="RowId.New"/>).</param>
    public static Draft AddTo(this Draft draft, ListField list, string act)
    {
        var rows = draft[list];
        return draft.Add(list, Row.Of(RowId.New(act, rows), Next(list, rows)));
    }

    private static IEnumerable<(Field, Raw)> Next(ListField list, ImmutableArray<Row> rows)
    {
        var (last, number) = (rows.LastOrDefault(), rows.Length + 1);
        if (list == Fields.Layers)
        {
            return [(Fields.LayerName, $"Part {number}"), (Fields.LayerThickness, last?[Fields.LayerThickness]?.Raw ?? "12 mm"),
                (Fields.LayerMaterial, last?[Fields.LayerMaterial]?.Raw ?? "S355"),
                (Fields.LayerSide, last?.Text(Fields.LayerSide) == "left" ? "right" : "left")];
        }
        if (list == Fields.Loads)
        {
            return last?.Has(Fields.CaseTension) != false
                ? [(Fields.CaseName, $"Case {number}"), (Fields.CaseTension, "0 kN"), (Fields.CaseShear, "0 kN")]
                : [(Fields.CaseName, $"Case {number}"), (Fields.CaseFz, "0 kN")];
        }
        if (list == Fields.Points) return [(Fields.PointX, "0 mm"), (Fields.PointY, "0 mm")];
        return list == Fields.Corners ? [(Fields.CornerX, "0 mm"), (Fields.CornerY, "0 mm")]
            : [(Fields.OpeningX, "0 mm"), (Fields.OpeningY, "0 mm"), (Fields.OpeningDiameter, "30 mm")];
    }

    /// <summary>The row of a list at a place, from 0; null where there is none.</summary>
    /// <exception cref="ArgumentException">There is no such list.</exception>
    public static (ListField List, RowId Id)? RowAt(this Draft draft, string list, int index) =>
        ListAt(list) is var found && index >= 0 && index < draft[found].Length ? (found, draft[found][index].Id) : null;

    /// <summary>The same joint as a copy of it.</summary>
    public static Draft Copied(this Draft draft)
    {
        var name = draft.Text(Fields.Name) ?? "";
        return draft.With((Fields.Name, name.Length > Fields.Name.MaxLength - 10 ? name : name + " (copy)"));
    }

    /// <summary>Puts a grade or material of the user's own into the joint, unless one of its name is there already.</summary>
    public static Draft Embed(this Draft draft, ListField list, Row own)
    {
        var name = list == Fields.OwnGrades ? (Field)Fields.OwnGradeName : Fields.OwnMaterialName;
        return draft[list].Any(r => r.Text(name) == own.Text(name)) ? draft
            : draft.Add(list, own.As(FreeId(draft[list])));
    }

    /// <summary>The next number that no row has.</summary>
    internal static RowId FreeId(ImmutableArray<Row> rows) => new(rows.Select(r => r.Id.Number).DefaultIfEmpty(0).Max() + 1);

    /// <summary>Lays a hand-calculated figure beside a step of a check's working; empty text takes it away.</summary>
    public static Draft SetHandFigure(this Draft draft, string check, string step, string text)
    {
        var at = HandFigure(draft, check, step);
        if (text.Trim().Length == 0) return at is null ? draft : draft.Remove(Fields.HandChecks, at.Id);
        if (at is not null) return draft.With(new Place(Fields.HandFigure, at.Id), Entry.Of(Fields.HandFigure, text.Trim()));
        return draft.Add(Fields.HandChecks, Row.Of(FreeId(draft[Fields.HandChecks]),
            (Fields.HandCheck, check), (Fields.HandStep, step), (Fields.HandFigure, text.Trim())));
    }

    /// <summary>The figure laid beside a step; null where none is.</summary>
    public static Row? HandFigure(Draft draft, string check, string step) =>
        draft[Fields.HandChecks].FirstOrDefault(r => r.Text(Fields.HandCheck) == check && r.Text(Fields.HandStep) == step);

    /// <summary>Puts down that somebody answers for a gap of a result; what was accepted of the same gap before goes.</summary>
    public static Draft Accept(this Draft draft, Joint joint, Ask gap, string reason, string by)
    {
        draft = draft.TakeBack(gap.Name);
        return draft.Add(Fields.Accepted, Row.Of(FreeId(draft[Fields.Accepted]),
            (Fields.AcceptedName, gap.Name), (Fields.AcceptedOpen, gap.Problem), (Fields.AcceptedKind, joint.Kind.Id),
            (Fields.AcceptedBasis, joint.Judging.Basis.Id), (Fields.AcceptedReason, reason), (Fields.AcceptedBy, by)));
    }

    /// <summary>Nobody answers for a gap any more.</summary>
    public static Draft TakeBack(this Draft draft, string name) =>
        draft.With(Fields.Accepted, draft[Fields.Accepted].RemoveAll(r => r.Text(Fields.AcceptedName) == name));

    /// <summary>
    /// Gaps that were not accepted in those words before bear the name of whoever writes them, whatever was sent as one: nobody accepts in
    /// another's name.
    /// </summary>
    public static Draft Sign(this Draft draft, Draft before, string by)
    {
        var known = before[Fields.Accepted];
        return draft.With(Fields.Accepted, [.. draft[Fields.Accepted].Select(row => known.Any(row.IsAlike) ? row
            : row.With(Fields.AcceptedBy, Entry.Of(Fields.AcceptedBy, by)))]);
    }

    private static double? Share(string text)
    {
        var percent = text.EndsWith('%');
        return double.TryParse(percent ? text[..^1] : text, NumberStyles.Float, CultureInfo.InvariantCulture, out var x)
            && double.IsFinite(x)
            ? percent ? x / 100 : x
            : null;
    }
}
