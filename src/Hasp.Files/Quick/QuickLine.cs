using Hasp.Core.Checks.Machine;
using System.Globalization;
using Hasp.Core;
using Hasp.Core.Catalogue;
using Hasp.Core.Documents;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.Quantities;
using Hasp.Core.Sizing;
using Hasp.Files.Quick;

namespace Hasp.Files;

/// <summary>A piece of a quick line.</summary>
/// <param name="Start">Where it begins.</param>
/// <param name="Length">How long it is.</param>
/// <param name="Text">As typed.</param>
/// <param name="Taken">What it was taken for; empty where it was not understood.</param>
/// <param name="Problem">Why it was not understood, or what is asked; null where it was.</param>
/// <param name="Answers">Answers to what is asked, each a click.</param>
public sealed record QuickPart(int Start, int Length, string Text, string Taken, string? Problem, IReadOnlyList<QuickAnswer> Answers)
{
    /// <summary>What a word is taken for that says nothing of its own.</summary>
    public const string Nothing = "says nothing of its own";

    /// <summary>True for a word that says nothing of its own.</summary>
    public bool IsQuiet => Taken == Nothing;
}

/// <summary>An answer to what a quick line left open.</summary>
/// <param name="Words">In words, as on a button.</param>
/// <param name="Line">The line with it.</param>
public sealed record QuickAnswer(string Words, string Line);

/// <summary>What a line asks for.</summary>
public enum QuickQuestion
{
    /// <summary>Nothing: it says a joint.</summary>
    None,

    /// <summary>The tightening torque.</summary>
    Torque,

    /// <summary>The number of bolts.</summary>
    HowMany,

    /// <summary>Whether what is there holds.</summary>
    Holds,

    /// <summary>What it carries.</summary>
    Carries,

    /// <summary>Size and number.</summary>
    Which,

    /// <summary>The least thickness of the parts.</summary>
    Thickness,

    /// <summary>The least engagement of the thread.</summary>
    Engagement,
}

/// <summary>What a quick line came to.</summary>
/// <param name="Parts">Every piece that says something, understood or not, in order.</param>
/// <param name="Draft">The joint of the pieces that were understood, everything else chosen.</param>
/// <param name="Chosen">What was left out and chosen, with what else it could be.</param>
/// <param name="NoSize">Why no size holds, with what would help; null where one does, or none was looked for.</param>
public sealed record QuickJoint(IReadOnlyList<QuickPart> Parts, Draft Draft, IReadOnlyList<QuickChoice> Chosen, string? NoSize)
{
    /// <summary>What the line asks for.</summary>
    public QuickQuestion Question { get; init; }

    /// <summary>True where it asks about shear, false where about tension.</summary>
    public bool AskedShear { get; init; }

    /// <summary>True where every piece was understood, and there is one.</summary>
    public bool Understood => Parts.Count > 0 && Parts.All(p => p.Problem is null);
}

/// <summary>
/// Reads a joint from one line of words: <c>4 M16 8.8, 72 kN apart, 24 kN across, 12 + 20 steel, oiled</c>. What is left out
/// is chosen and said; what could mean two things is asked; what is not understood is pointed at, and the rest kept.
/// </summary>
public static class QuickLine
{
    /// <summary>No line is longer.</summary>
    public const int MaxLength = 300;

    /// <summary>A line that lays out a frame of bolts round a hollow section: a starting point, no kind of its own.</summary>
    public const string Frame = QuickFrame.Example;

    private static readonly int[] Counts = [4, 6, 8, 12, 16, 24];

    /// <summary>Reads <paramref name="line"/>; where it says nothing of its units they are those shown.</summary>
    public static QuickJoint Read(string line, UnitSystem shown)
    {
        line = line.Length > MaxLength ? line[..MaxLength] : line;
        if ((QuickKinds.Read(line, shown) ?? QuickFrame.Read(line, shown)) is { } begun) return begun;
        var read = QuickReader.Read(line, shown);
        var chosen = new Choices(Stated(read, line), line, read.SpeaksInches);
        var noSize = Choose(read, chosen);
        return new QuickJoint(read.Parts, chosen.Draft, chosen.Words, noSize)
            { Question = read.Question, AskedShear = read.AskedWay == Way.Across };
    }

    /// <summary>What was left out, with the field it goes into.</summary>
    private sealed class Choices(Draft draft, string line, bool inch)
    {
        internal Draft Draft { get; set; } = draft;

        internal List<QuickChoice> Words { get; } = [];

        /// <summary>Says a choice, and what else it could be.</summary>
        /// <param name="words">What was chosen.</param>
        /// <param name="topic">What it is about, as the table of choices calls it; null where nothing else is offered.</param>
        /// <param name="chosen">The words of the table that say the same; null for none.</param>
        internal void Say(string words, string? topic = null, Func<string, bool>? chosen = null) => Words.Add(new(words,
            topic is null ? [] : QuickChoices.Of(topic, line, inch, chosen ?? (_ => false))));

        /// <summary>Says a choice beside which others were worked out: each in words that are added to the line.</summary>
        internal void Beside(string words, IEnumerable<string> others) =>
            Words.Add(new(words, [.. others.Select(o => QuickChoices.With(line, o))]));

        internal void Make(Field field, Raw value, string words)
        {
            Draft = Draft.With((field, value)).Chose(new(field));
            if (words.Length > 0) Say(words);
        }

        /// <summary>Chooses fields of a row.</summary>
        internal void Make(ListField list, int index, params IEnumerable<(Field Field, Raw Value)> values)
        {
            var row = Draft[list][index].Id;
            foreach (var (field, value) in values) Draft = Draft.With(new(field, row), Entry.Of(field, value)).Chose(new(field, row));
        }
    }

    private static Draft Stated(QuickReader read, string line)
    {
        var name = line.Trim().Length is > 0 and <= 80 && !line.Any(char.IsControl) ? line.Trim() : "New joint";
        (Field Field, string? Text)[] fields =
        [
            (Fields.Name, name),
            (Fields.Thread, read.Thread?.Designation), (Fields.Grade, read.Grade),
            (Fields.Length, read.Length?.Text), (Fields.Condition, read.Condition),
            (Fields.Head, read.Head == "hex" ? null : read.Head), (Fields.EndKind, read.End is "nut" ? null : read.End),
            (Fields.Fit, read.Hole is null ? read.Fit : null), (Fields.HoleDiameter, read.Hole?.Text),
            (Fields.Lubrication, read.Finish), (Fields.Method, read.Method), (Fields.Aim, read.Aim),
            (Fields.ShearBy, read.ShearBy),
        ];
        (Field Field, double? Number)[] numbers = [(Fields.NutFactor, read.NutFactor), (Fields.FaceFriction, read.Friction)];
        var draft = Draft.Empty.With(fields.Where(f => f.Text is not null).Select(f => (f.Field, (Raw)f.Text!)))
            .With(numbers.Where(f => f.Number is not null).Select(f => (f.Field, (Raw)f.Number!.Value)));
        if (read is { Circle: { } circle, Count: { } around }) draft = draft.With((Fields.PatternKind, "circle"),
            (Fields.PatternDiameter, circle.Text), (Fields.PatternCount, around));
        else if (read.Grid is { } grid) draft = draft.With(PlacesOf(grid));
        else if (read is { Count: { } count, NeedsPlaces: false }) draft = draft.With((Fields.Count, count));
        foreach (var plate in read.Plates) draft = draft.Add(Fields.Layers, LayerOf(plate, draft[Fields.Layers].Length, read));
        if (LoadOf(read) is { } load) draft = draft.Add(Fields.Loads, load);
        return draft.State(read.Said.Where(f => draft.At(f.Key) is not null).Select(f => (f.Key, f.Value)), UnitSystem.Si);
    }

    /// <summary>A grid as it lies on the drawing: lines along the force, which acts along x, and at a distance along y.</summary>
    private static List<(Field, Raw)> PlacesOf(QuickGrid grid)
    {
        var upright = grid.IsUpright;
        var (x, y) = upright ? (grid.Gauge, grid.Pitch) : (grid.Pitch, grid.Gauge);
        List<(Field, Raw)> places = [(Fields.PatternKind, "grid"), (Fields.PatternRows, upright ? grid.Each : grid.Lines),
            (Fields.PatternColumns, upright ? grid.Lines : grid.Each)];
        if (x is not null) places.Add((Fields.PitchX, x.Text));
        if (y is not null) places.Add((Fields.PitchY, y.Text));
        return places;
    }

    private static Row LayerOf(QuickPlate plate, int index, QuickReader read) => LayerOf(index, Amount.Of(plate.Value, plate.Unit!).Text,
        plate.Material ?? "Steel", read);

    private static Row LayerOf(int index, string thickness, string material, QuickReader read)
    {
        List<(Field, Raw)> stated = [(Fields.LayerName, $"Part {index + 1}"), (Fields.LayerThickness, thickness),
            (Fields.LayerMaterial, material)];
        if (read.Edge is { } edge) stated.Add((Fields.LayerEdge, edge.Text));
        if (read.Holes is { } holes) stated.Add((Fields.LayerHoleKind, holes));
        return Row.Of(RowId.At(index), stated);
    }

    private static Row? LoadOf(QuickReader read)
    {
        if (read is { Bore: { } bore, Pressure: { } pressure, Tension: null })
        {
            return Row.Of(RowId.At(0), (Fields.CaseName, "Ram"), (Fields.HelperKind, "ram push"), (Fields.HelperBore, bore.Text),
                (Fields.HelperPressure, pressure.Text));
        }
        if (read.NeedsPlaces)
        {
            // Stated by its components, as what turns or tilts is.
            List<(Field, Raw)> parts = [(Fields.CaseName, "As stated"), (Fields.CaseFx, read.Shear?.Text ?? "0 kN"),
                (Fields.CaseFz, read.Tension?.Text ?? "0 kN")];
            if (read.Turning is { } turning) parts.Add((Fields.CaseMz, turning.Text));
            if (read.Tilting is { } tilting) parts.Add((Fields.CaseMx, tilting.Text));
            if (read is { Leaning: { } force, Arm: { } arm }) parts.AddRange([(Fields.CaseFy, Negative(force).Text),
                (read.ArmLies == LeverWay.Out ? Fields.CaseAtZ : Fields.CaseAtX, arm.Text)]);
            return Row.Of(RowId.At(0), parts);
        }
        if (read.Tension is null && read.Shear is null) return null;
        List<(Field, Raw)> stated = [(Fields.CaseName, read.Ram ? "Ram" : "As stated")];
        if (read.Tension is { } tension) stated.Add((Fields.CaseTension, tension.Text));
        if (read.Shear is { } shear) stated.Add((Fields.CaseShear, shear.Text));
        return Row.Of(RowId.At(0), stated);
    }

    private static Amount Negative(Amount amount) => Amount.Of(-amount.Unit.FromHeld(amount.Held), amount.Unit);

    /// <summary>Fills what was left out. Where the size or the number was, it is the smallest that holds; else why none does.</summary>
    private static string? Choose(QuickReader read, Choices choices)
    {
        var inch = read.SpeaksInches;
        var loaded = read.Tension is not null || read.Shear is not null || read.NeedsPlaces
            || (read.Bore is not null && read.Pressure is not null);
        ChooseParts(read, choices, inch);
        if (!loaded)
        {
            choices.Draft = choices.Draft.With(Fields.Loads,
                [Row.Of(RowId.At(0), (Fields.CaseName, "Case 1"), (Fields.CaseTension, "0 kN"), (Fields.CaseShear, "0 kN"))]);
            choices.Say("no load yet");
        }
        if (read.HasAskedLoad) choices.Say("1 kN to begin with");
        if (read.Grade is null)
        {
            var grade = read.Condition == "unknown grade" ? (inch ? "SAE 1" : "4.6") : inch ? "SAE 5" : "8.8";
            choices.Make(Fields.Grade, grade, "");
            // A grade that nobody knows is read from the head, not chosen.
            if (read.Condition == "unknown grade") choices.Say($"grade {grade}, the weakest that is sold");
            else choices.Say("grade " + grade, "grade", w => w == grade || w.Replace("grade", "SAE", StringComparison.Ordinal) == grade);
        }
        var noSize = read.NeedsPlaces ? ChoosePlaces(read, choices, inch) : ChooseSize(read, choices, inch, loaded);
        ChooseWashers(read, choices);
        ChooseEdges(read, choices, inch);
        if (choices.Draft.Judged().Joint is not { } joint) return noSize;
        var tightening = joint.Tightening;
        if (read.Shear is not null && !joint.Judging.Shear.Stated) SayShear(joint, choices);
        if (read.Finish is null && read.NutFactor is null) choices.Say($"finish {tightening.NutFactor.Label}", "finish",
            w => QuickWords.Finishes[w] == tightening.NutFactor.Lubrication);
        if (tightening.AimChosen is { } aim) choices.Say("target " + aim, "target");
        if (read.Method is null) choices.Say($"tightened by {tightening.Method.Label}", "method");
        return noSize;
    }

    /// <summary>How the shear is carried, with what it would come to the other way.</summary>
    private static void SayShear(Joint joint, Choices choices)
    {
        var bearing = joint.Judging.Shear.Bearing;
        var other = choices.Draft.With((Fields.ShearBy, bearing ? "friction" : "bearing")).Judged().Joint;
        var reserve = other is null ? null
            : $"; by {(bearing ? "friction" : "bearing")} its reserve would be {TwoReserves.Of(Mechanics<Plain>.Of(other)).Design.Value:0.00}";
        choices.Say((bearing ? "shear by bearing: it may slip into its holes" : $"shear by friction: {joint.Judging.Shear.Why}") + reserve,
            "shear", w => w == (bearing ? "may slip" : "must not slip"));
    }

    private static void ChooseParts(QuickReader read, Choices choices, bool inch)
    {
        var thickness = inch ? "1/2 in" : "12 mm";
        var tapped = read.End is "tapped" or "insert";
        while (choices.Draft[Fields.Layers] is { Length: < 2 } layers)
        {
            var first = layers.FirstOrDefault();
            var thick = tapped && layers.Length == 1 ? (inch ? "1-1/2 in" : "40 mm") : first?.Text(Fields.LayerThickness) ?? thickness;
            var material = (layers.Length == 1 ? read.LastMaterial : null) ?? first?.Text(Fields.LayerMaterial)
                ?? read.PartsMaterial ?? "Steel";
            choices.Draft = choices.Draft.Add(Fields.Layers, LayerOf(layers.Length, thick, material, read));
            choices.Make(Fields.Layers, layers.Length, (Fields.LayerThickness, thick));
            // "In S355": said of the parts, whatever their thickness comes to.
            if (material != (layers.Length == 1 ? read.LastMaterial ?? read.PartsMaterial : read.PartsMaterial))
                choices.Make(Fields.Layers, layers.Length, (Fields.LayerMaterial, material));
            choices.Say($"part {layers.Length + 1}: {thick} {material.ToLowerInvariant()}",
                read.Plates.Count == 0 && read.PartsMaterial is null && read.LastMaterial is null ? "parts" : null);
        }
        if (read.Plates.Count == 0 || read.Plates.All(p => p.Material is not null)) return;
        for (var i = 0; i < read.Plates.Count; i++)
        {
            if (read.Plates[i].Material is null) choices.Make(Fields.Layers, i, (Fields.LayerMaterial, "Steel"));
        }
        choices.Say("parts of steel, taken as the weakest structural steel",
            read.Plates.All(p => p.Material is null) && read.LastMaterial is null ? "parts" : null);
    }

    /// <summary>So many diameters, rounded up to what a shop marks out: 5 mm, or a step of inches.</summary>
    private static string MarkedOut(double times, ScrewThread thread, bool inch, double inchStep)
    {
        var step = inch ? inchStep : 5;
        return QuantityText.ShowText(Math.Ceiling((times * thread.Diameter / step) - 1e-9) * step, Dimension.Length,
            inch ? UnitSystem.Us : UnitSystem.Si);
    }

    /// <summary>The size that was said, else those that are stocked.</summary>
    private static IReadOnlyList<ScrewThread> SizesFor(QuickReader read, bool inch) => read.Thread is not null ? [read.Thread]
        : [.. Standards.Threads.Where(x => x.FirstChoice && x.Series == (inch ? "UNC" : "metric coarse"))];

    // Diameters from the holes to the edge that a shop marks out, the usual ones first.
    private static readonly double[] EdgeTimes = [2, 2.5, 3, 4];

    /// <summary>Edges of parts that bolts bear on: two diameters, or as much more as tears no part out.</summary>
    private static void ChooseEdges(QuickReader read, Choices choices, bool inch)
    {
        if ((read.Shear is null && !read.NeedsPlaces) || read.Edge is not null) return;
        var thread = Standards.FindThread(choices.Draft.Text(Fields.Thread)!)!;
        string Of(double times) => MarkedOut(times, thread, inch, 25.4 / 8);
        bool TearsNothing(double times)
        {
            var edge = Entry.Of(Fields.LayerEdge, Of(times));
            var trial = choices.Draft.With(Fields.Layers, [.. choices.Draft[Fields.Layers].Select(r => r.With(Fields.LayerEdge, edge))]);
            return trial.Judged().Joint is { } joint
                && MachineBasis.TearOut.WorstFactor(joint) >= joint.Judging.Required(MachineBasis.TearOut);
        }
        var chosen = EdgeTimes.Cast<double?>().FirstOrDefault(t => TearsNothing(t!.Value)) ?? EdgeTimes[0];
        for (var i = 0; i < choices.Draft[Fields.Layers].Length; i++) choices.Make(Fields.Layers, i, (Fields.LayerEdge, Of(chosen)));
        choices.Say($"{Of(chosen)} from the holes to the edge");
    }

    /// <summary>Washers of a size that are hard enough for the grade, unless none are wanted or none are listed; null for none.</summary>
    private static string? WashersFor(QuickReader read, string grade, ScrewThread thread)
    {
        if (read.Washers == "") return null;
        var band = Standards.GradeBands(grade).FirstOrDefault(g => thread.Diameter <= g.MaxDiameter + 0.005);
        if (read.NamesWashers) return read.Washers;
        var hardness = band?.WasherHardness ?? 200;
        return new[] { "plain", "hardened" }.FirstOrDefault(k => Standards.FindWasher(k, thread.Diameter) is { } washer
            && washer.Hardness >= hardness) ?? (band is null ? null : JointRules.WasherFitting(thread, band)?.Kind);
    }

    private static Field<string>[] Washers(QuickReader read) =>
        [.. read.Head is "countersunk" ? Array.Empty<Field<string>>() : [Fields.HeadWasher],
            .. read.End is "tapped" or "insert" ? Array.Empty<Field<string>>() : [Fields.NutWasher]];

    private static void ChooseWashers(QuickReader read, Choices choices)
    {
        var grade = choices.Draft.Text(Fields.Grade)!;
        if (WashersFor(read, grade, Standards.FindThread(choices.Draft.Text(Fields.Thread)!)!) is not { } kind) return;
        foreach (var field in Washers(read))
        {
            if (read.NamesWashers) choices.Draft = choices.Draft.With((field, kind));
            else choices.Make(field, kind, "");
        }
        if (read.Washers is null && Washers(read).Length > 0) choices.Say($"{kind} washers", "washers",
            w => (QuickWords.Washers[w] is "*" ? "plain" : QuickWords.Washers[w]) == kind);
        else if (read.Washers == "*" && kind != "plain") choices.Say($"{kind} washers, which go with {grade}");
    }

    private static string? ChooseSize(QuickReader read, Choices choices, bool inch, bool loaded)
    {
        if (read.Thread is not null && read.Count is not null) return null;
        var grade = choices.Draft.Text(Fields.Grade)!;
        var usual = read.Thread ?? Standards.FindThread(inch ? "1/2-13 UNC" : "M16")!;
        if (!loaded)
        {
            if (read.Thread is null) choices.Make(Fields.Thread, usual.Designation, $"size {usual.Designation}");
            if (read.Count is null) choices.Make(Fields.Count, 4, "4 bolts");
            return null;
        }
        var trial = choices.Draft.Root.Has(Fields.Count) || choices.Draft.Root.Has(Fields.PatternCount) ? choices.Draft
            : choices.Draft.With((Fields.Count, 4));
        var sizes = SizesFor(read, inch);
        // The washers of one size may not be listed for another: each size is judged as it would be ordered.
        var counts = read.Count is { } n ? [n] : Counts;
        var found = Smallest(read, trial, sizes, grade, counts);
        if (found.Best is { } best)
        {
            if (read.Thread is null) choices.Make(Fields.Thread, best.Cell.Thread.Designation, "");
            if (read.Count is null) choices.Make(Fields.Count, best.Count, "");
            var (size, number) = ($"size {best.Cell.Thread.Designation}{(found.Holds ? ", the smallest that holds" : "")}",
                $"{best.Count} bolts");
            if (!found.Holds)
            {
                choices.Say(read.Thread is not null ? number : read.Count is not null ? size : $"{size}, {number}");
                return Sorry(best, grade, read);
            }
            choices.Beside(read.Thread is not null ? number : read.Count is not null ? size : $"{number} of {size}",
                (read.Count is null && read.Thread is null ? Held(found.Cells, BesideCounts).Where(c => c.Cell.Thread != best.Cell.Thread)
                    : [])
                    .Take(MostBeside - 1).Concat(read.Grade is null && read.Thread is null ? Stronger() : []).Select(InWords));
            return null;

            IEnumerable<Candidate> Stronger()
            {
                var stronger = inch ? "SAE 8" : "10.9";
                var again = Smallest(read, trial.With((Fields.Grade, stronger)), sizes, stronger, [best.Count]);
                return again.Holds && again.Best!.Value.Cell.Thread != best.Cell.Thread ? [again.Best.Value] : [];
            }

            string InWords(Candidate c) => string.Join(" ", new[]
            {
                read.Count is null ? c.Count.ToString(CultureInfo.InvariantCulture) : null,
                read.Thread is null ? c.Cell.Thread.Designation : read.Count is null ? "bolts" : null,
                c.Cell.Grade != grade ? c.Cell.Grade : null,
            }.Where(w => w is not null));
        }
        if (read.Thread is null) choices.Make(Fields.Thread, usual.Designation, $"size {usual.Designation}");
        if (read.Count is null) choices.Make(Fields.Count, 4, "4 bolts");
        return found.Refusal is null ? null : $"No size can be fitted: {found.Refusal}.";
    }

    // Diameters between bolts that hold a force at a distance, near ones first; where the size is open as well, a wide one serves.
    private static readonly double[] PitchTimes = [3, 4, 5, 6, 8, 10], WidePitch = [5, 8];
    private static readonly int[] FewCounts = [4, 6, 8];

    private sealed record Layout(Draft Made, int Count, ScrewThread Size, double Times, bool Holds);

    /// <summary>
    /// Where bolts stand that a load turns or tilts, with the size and the number where they were left out: the first of all that holds,
    /// few
    /// bolts before many, small before large, near before far.
    /// </summary>
    private static string? ChoosePlaces(QuickReader read, Choices choices, bool inch)
    {
        var grade = choices.Draft.Text(Fields.Grade)!;
        // About the lower edge, as a face bears that is tilted: more on the upper bolts than about the middle of them.
        if (read.Tilting is not null || read.ArmLies == LeverWay.Out)
        {
            choices.Make(Fields.Tension, "pivot", "tilts about the outermost bolts");
        }
        var sizes = SizesFor(read, inch);
        var laid = read.Grid is not null || read.Circle is not null;
        var spaced = read.Circle is not null || read.Grid is { Pitch: not null, Gauge: not null };
        int[] counts = read.Count is { } said ? [said] : FewCounts;
        var found = from count in counts
                    from size in sizes
                    from times in spaced ? [0.0] : read.Thread is null ? WidePitch : PitchTimes
                    let made = Placed(count, size, times)
                    where made.Judged().Joint is { } joint && TwoReserves.Of(Mechanics<Plain>.Of(joint)).Holds
                    select new Layout(made, count, size, times, true);
        var usual = read.Thread ?? Standards.FindThread(inch ? "1/2-13 UNC" : "M16")!;
        var best = found.Append(new(Placed(counts[0], usual, PitchTimes[^1]), counts[0], usual, PitchTimes[^1], false)).First();
        choices.Draft = best.Made;
        if (read.Thread is null) choices.Say($"size {best.Size.Designation}{(best.Holds ? ", the smallest that holds" : "")}");
        if (read.Count is null) choices.Say($"{best.Count} bolts");
        if (!laid)
        {
            var one = choices.Draft.Text(Fields.PatternRows) is "1" || choices.Draft.Text(Fields.PatternColumns) is "1";
            choices.Say(one ? "in one row" : "in two rows", read.Count is null or 2 || read.Count % 2 != 0 ? null : "rows",
                w => w == (one ? "in one row" : "in 2 rows"));
        }
        if (!spaced) choices.Say($"{PitchOf(best.Size, best.Times)} between bolts");
        return best.Holds ? null : $"None of the layouts that were tried holds, up to {PitchOf(best.Size, PitchTimes[^1])} between "
            + $"{counts[^1]} bolts{(read.Thread is null ? " of any stocked size" : "")}. What would help: a shorter arm, more bolts, "
            + "further apart, a higher grade.";

        string PitchOf(ScrewThread size, double times) => MarkedOut(times, size, inch, 25.4 / 4);

        Draft Placed(int count, ScrewThread size, double times)
        {
            var draft = choices.Draft;
            Draft Chosen(Draft before, Field field, Raw value) => before.With((field, value)).Chose(new(field));
            if (read.Thread is null) draft = Chosen(draft, Fields.Thread, size.Designation);
            var washers = WashersFor(read, grade, size) ?? "none";
            foreach (var field in Washers(read)) draft = Chosen(draft, field, washers);
            var lines = count % 2 == 0 && count > 2 ? 2 : 1;
            // A number that was said is kept with the rows that hold it: whoever chooses anew does not choose another.
            if (!laid) foreach (var (field, value) in PlacesOf(new(lines, count / lines, null, null, read.IsUpright)))
                draft = read.Count is null ? Chosen(draft, field, value) : draft.With((field, value));
            foreach (var field in spaced ? [] : new Field[] { Fields.PitchX, Fields.PitchY })
            {
                if (draft.Text(field) is null) draft = Chosen(draft, field, PitchOf(size, times));
            }
            return draft;
        }
    }

    private readonly record struct Candidate(FinderCell Cell, int Count)
    {
        internal FinderEntry Entry => Cell.ByCount[Count - 1];
    }

    // Beside the smallest: what a shop may rather have on its shelf, fewer and larger or a few more.
    private const int MostBeside = 3;
    private static readonly int[] BesideCounts = [2, 4, 6, 8];

    /// <summary>What holds, few bolts before many and of each number the smallest size; where nothing does, what comes nearest.</summary>
    private static (Candidate? Best, bool Holds, IReadOnlyList<FinderCell> Cells, string? Refusal) Smallest(QuickReader read, Draft trial,
        IReadOnlyList<ScrewThread> sizes, string grade, int[] counts)
    {
        string? refusal = null;
        var cells = new List<FinderCell>();
        foreach (var size in sizes)
        {
            var washers = WashersFor(read, grade, size) ?? "none";
            var (joint, faults) = trial.With((Fields.Thread, size.Designation))
                .With(Washers(read).Select(f => ((Field)f, (Raw)washers))).Judged();
            if (joint is null)
            {
                refusal ??= faults.Count > 0 ? faults[0].Problem : null;
                continue;
            }
            var cell = Finder.Search(joint.Said, [size], [grade], counts.Max())[0][0];
            if (cell.Refusal is not null)
            {
                refusal ??= cell.Refusal;
                continue;
            }
            cells.Add(cell);
        }
        // Few bolts before small ones: four of a size that holds rather than twelve of a smaller.
        if (Held(cells, counts).Cast<Candidate?>().FirstOrDefault() is { } held) return (held, true, cells, null);
        var nearest = counts.SelectMany(n => cells.Select(c => new Candidate(c, n))).Cast<Candidate?>().MaxBy(c => c!.Value.Entry.Reserve);
        return (nearest, false, cells, refusal);
    }

    /// <summary>Of each number the smallest size that holds; a size that fewer hold with is no other answer.</summary>
    private static IEnumerable<Candidate> Held(IEnumerable<FinderCell> cells, int[] counts) => counts
        .SelectMany(n => cells.Select(c => new Candidate(c, n)).Where(c => c.Entry.Holds).Take(1)).DistinctBy(c => c.Cell.Thread);

    private static string Sorry(Candidate best, string grade, QuickReader read)
    {
        var what = read.Thread is null ? $"No stocked size of {grade}" : $"No number of {read.Thread.Designation} {grade}";
        var number = read.Count is { } n ? $" with {n} {(n == 1 ? "bolt" : "bolts")}" : $", up to {Counts[^1]} bolts,";
        var entry = best.Entry;
        var why = entry.Obstacle ?? (entry.Check is { } check
            ? $"{check.Name.ToLowerInvariant()} falls short: {QuantityText.Factor(entry.Reserve)} of what is needed with {best.Count} × {best.Cell.Thread.Designation}"
            : "nothing can be judged");
        string[] helps = entry.Check?.Id switch
        {
            "slip" => ["faces that grip better (friction 0.3, blasted)", "more bolts", "a higher grade", "letting it slip into bearing"],
            "bearing" or "tearOut" or "netSection" or "pullThrough" => ["thicker parts", "more bolts", "a stronger material"],
            "underHead" or "washerPressure" => ["hardened or large washers", "a lower target preload", "a harder material"],
            _ => ["a higher grade", "more bolts", "thicker parts"],
        };
        return $"{what}{number} holds, because {why}. What would help: {string.Join(", ", helps)}.";
    }
}
