using System.Collections.Immutable;
using System.Globalization;
using Hasp.Core.Catalogue;
using Hasp.Core.Checks;
using Hasp.Core.Checks.Modes;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;
using Hasp.Core.Quantities;
using Hasp.Core.Shop;

namespace Hasp.Core.Kinds.Splices;

/// <summary>How two plates are joined.</summary>
public enum SpliceForm
{
    /// <summary>One plate over the other: one shear plane.</summary>
    Lap,

    /// <summary>Butted, a cover on one side: one shear plane.</summary>
    OneCover,

    /// <summary>Butted, covers on both sides: two shear planes.</summary>
    TwoCovers,
}

/// <summary>Where packing under two covers makes up the difference of the plates.</summary>
public enum PackingPlace
{
    /// <summary>Half of it on each face of the thinner plate.</summary>
    Halves,

    /// <summary>All of it at the head.</summary>
    Head,

    /// <summary>All of it at the nut.</summary>
    Nut,
}

/// <summary>Two plates in line: lapped, or butted under one or two covers. The bolts of each side are counted and judged apart.</summary>
[JointKind(10)]
public static class SpliceKind
{
    private static readonly Named<SpliceForm> Forms = new(
        ("lap", SpliceForm.Lap), ("one cover", SpliceForm.OneCover), ("two covers", SpliceForm.TwoCovers));

#pragma warning disable CS1591 // rows of a table: each says its name, unit and source itself
    public static readonly Field<SpliceForm> Form = new(
        "splice.form", Types.Named(Forms), "Form", "lap, or butt with one cover or two") { Otherwise = SpliceForm.TwoCovers };
    public static readonly Field<double> Left = KindFields.Length<SpliceInputs>(
        "splice.left", "Left plate", "thickness of the main plate at the left");
    public static readonly Field<double> Right = KindFields.Length<SpliceInputs>(
        "splice.right", "Right plate", "thickness of the main plate at the right; packing makes up the difference under two covers",
        "as the left", s => s.Right);
    private static readonly Named<PackingPlace> Places = new(
        ("half and half", PackingPlace.Halves), ("at the head", PackingPlace.Head), ("at the nut", PackingPlace.Nut));

    public static readonly Field<PackingPlace> Packing = new(
        "splice.packing", Types.Named(Places), "Packing",
        "where packing under two covers makes up the difference of the plates: on both faces of the thinner one, or on one alone")
    {
        Otherwise = PackingPlace.Halves,
    };
    public static readonly Field<double> Width = KindFields.Length<SpliceInputs>(
        "splice.width", "Width", "width of the plates across the pull");
    public static readonly Field<string> Material = KindFields.Material<SpliceInputs>(
        "splice.material", "Plate material", "material of the main plates", "S275", s => s.Material);
    public static readonly Field<double> Cover = KindFields.Length<SpliceInputs>(
        "splice.cover", "Cover thickness", "thickness of each cover", "with two 0.6 of the thicker plate, with one the whole of it",
        s => s.Cover);
    public static readonly Field<string> CoverMaterial = KindFields.Material<SpliceInputs>(
        "splice.coverMaterial", "Cover material", "material of the covers", "as the plates", s => s.CoverMaterial);
    public static readonly Field<int> Rows = new(
        "splice.rows", Types.Whole, "Bolts across", "lines of bolts across the width") { Min = 1, Max = 20, Otherwise = 2 };
    public static readonly Field<int> Columns = new(
        "splice.columns", Types.Whole, "Bolts along",
        "bolts in a line along the pull; in a butt on the left side, and on the right where that states none")
    {
        Min = 1, Max = 20, Default = "the fewest that hold", Blank = KindFields.Count<SpliceInputs>("chosen", s => s.Columns),
    };
    public static readonly Field<int> ColumnsRight = new(
        "splice.columnsRight", Types.Whole, "Bolts along, right",
        "bolts in a line along the pull on the right side, where they are not as many as on the left")
    {
        Min = 1, Max = 20, Default = "as the left; where neither is stated, the fewest that hold",
        Blank = KindFields.Count<SpliceInputs>("chosen", s => s.ColumnsRight),
    };
    public static readonly Field<double> Pitch = KindFields.Length<SpliceInputs>(
        "splice.pitch", "Pitch", "between bolts along the pull", "3 diameters", s => s.Pitch);
    public static readonly Field<double> Gauge = KindFields.Length<SpliceInputs>(
        "splice.gauge", "Gauge", "between lines of bolts, across", "the width over the number of lines", s => s.Gauge);
    public static readonly Field<double> End = KindFields.Length<SpliceInputs>(
        "splice.end", "End distance", "last bolt to the end of plate and cover", "2 diameters", s => s.End);
    public static readonly Field<double> Gap = new(
        "splice.gap", Types.Length, "Gap", "between the ends of the main plates") { Min = 0, Max = 500, Otherwise = 5 };

    private static readonly Field[] OfButts = [Cover, CoverMaterial, Gap, ColumnsRight, Packing];

    public static readonly Check Gross = Check.OfParts<SpliceGrossCheck>();
    public static readonly Check Bending = Check.OfParts<SpliceBendingCheck>();
#pragma warning restore CS1591

    /// <summary>The kind.</summary>
    public static readonly Kind Kind = new("splice", "Splice", "two plates in line: lapped, or under one or two covers")
    {
        Inputs = () => [Form, Left, Right, Width, Material, Cover, CoverMaterial, Packing, Rows, Columns, ColumnsRight, Pitch, Gauge, End,
            Gap],
        Loads = () => [Fields.CaseFx, Fields.CaseFy, Fields.CaseMz],
        Read = SpliceInputs.Of,
        Lay = Lay,
        Counted = [(Columns, j => j.Of<SpliceInputs>().Columns, "bolts along"),
            (ColumnsRight, j => j.Of<SpliceInputs>().ColumnsRight, "bolts along, right"),
            (Rows, j => j.Of<SpliceInputs>().Rows, "lines of bolts across")],
        Modes = () =>
        [
            new("plates", "Gross section of plates and covers", _ => null, Cover.Path, Gross) { Like = FailureModes.Gross },
            new("platesNet", "Net section of plates and covers", _ => null, Width.Path,
                FailureModes.Section.Second) { Like = FailureModes.Section },
            new("platesBlock", "Block tearing of plates and covers", _ => null, End.Path,
                FailureModes.Block.Second) { Like = FailureModes.Block },
            new("platesBend", "Bending of plates and covers in their plane",
                j => j.Cases.Any(c => c.Load.Moment.Z != 0 || c.Load.Force.Y != 0) ? null : "no moment and no force across", Width.Path,
                    Bending),
        ],
        Assumes = joint => joint.Of<SpliceInputs>() switch
        {
            { Form: SpliceForm.Lap } => ["The load is stated in the middle of the lap; "
                + "its eccentricity out of the plane bends the plates and is not judged."],
            { Form: SpliceForm.OneCover } => ["The load is stated in the middle of the gap. One cover: "
                + "the eccentricity out of the plane bends plates and cover and is not judged."],
            _ => ["The load is stated in the middle of the gap; each side carries the whole of it, the covers share it by thickness."],
        },
        Cautions = Cautions,
        Values = Values,
        Draw = SpliceDrawing.Of,
        Assembles = Assembled,
        LoadNames = new() { ["fx"] = "Fx, along", ["fy"] = "Fy, across" },
        Shows = (j, f) => j.Of<SpliceInputs>() is var s && f == Packing ? s.Packs : s.Form != SpliceForm.Lap || !OfButts.Contains(f),
        Grows = [(Cover, j => j.Of<SpliceInputs>().Cover, "covers"), (End, j => j.Of<SpliceInputs>().End, "end distance"),
            (Width, j => j.Of<SpliceInputs>().Width, "width")],
        Spoken = new("spliceLine")
        {
            Force = "fx", Across = "fy", Moment = ("mz", "mz"), Materials = [Material.Path], Washers = true,
            Groups = said => said(Form.Path) == "lap" ? (1, "") : (2, "on each side"),
            Places = (said, n) =>
            {
                // An odd number stands in one line where nobody said how many there are.
                var across = int.TryParse(said(Rows.Path), CultureInfo.InvariantCulture, out var rows) ? rows : n % 2 == 0 ? 2 : 1;
                return n == 0 || n % across != 0 ? new($"{n} bolts do not fill {across} lines across")
                    : new(null, (Rows.Path, across), (Columns.Path, n / across));
            },
            Chooses = said => new[] { "fx", "fy", "mz" }.All(f => said($"loads[0].{f}") is null) ? [new("loads[0].fx", "0 kN", "no load")] : [],
            Tries = _ => [(Width.Path, ["60 mm", "80 mm", "100 mm", "120 mm", "150 mm", "180 mm", "200 mm", "250 mm", "300 mm", "350 mm",
                "400 mm", "500 mm", "600 mm"])],
        },
        Line = "splice 12/18 plates, 2 × 10 covers, 420 kN, M20 8.8",
        Explains = "For plates in line, in tension, shear or bending. State plates, covers and the pull; "
            + "the number of bolts is chosen, packing follows from the thicknesses, each side is judged apart.",
        Example = """
            { "format": "hasp-joint", "version": 1, "name": "Splice", "kind": "splice", "bolts": { "thread": "M20", "grade": "8.8" },
              "splice": { "left": "12 mm", "right": "16 mm", "width": "160 mm", "cover": "10 mm" }, "washers": { "head": "plain", "nut": "plain" }, "judging": { "shearBy": "bearing" },
              "loads": [ { "name": "Pull", "fx": "200 kN" } ] }
            """,
    };

    private static IEnumerable<NamedValue> Values(Mechanics<Plain> m)
    {
        var s = m.Joint.Of<SpliceInputs>();
        var (left, right) = (s.Rows * s.Columns, s.Rows * s.ColumnsRight);
        if (s.Form == SpliceForm.Lap) return [new(SpliceTerms.Total, left)];
        return [new(SpliceTerms.OnLeft, left), new(SpliceTerms.OnRight, right), new(SpliceTerms.Total, left + right),
            new(SpliceTerms.Packing, Math.Max(s.AtHead, s.AtNut))];
    }

    /// <summary>The bolts of both sides about the middle of the gap, where the splice is stiffest: those next to it come first, on
    /// either side.</summary>
    private static Assembly Assembled(Joint joint)
    {
        var s = joint.Of<SpliceInputs>();
        IEnumerable<PlanPoint> Of(Joint side, double shift) => side.Pattern!.Group.Bolts.Select(b => new PlanPoint(b.X + shift, b.Y));
        ImmutableArray<PlanPoint> places = joint.Sides.IsEmpty ? [.. Of(joint, 0)]
            : [.. Of(joint.Sides[0].Joint, -s.ToCentroid(true)), .. Of(joint.Sides[1].Joint, s.ToCentroid(false))];
        return new(places, [.. Enumerable.Range(1, places.Length)], OrderRule.FromStiffest) { Stiffest = new(0, 0) };
    }

    private static ImmutableArray<Laid> Lay(KindReader reader, object read)
    {
        var s = (SpliceInputs)read;
        return s.Form == SpliceForm.Lap ? [Lap(reader, s)] : [Side(reader, s, true), Side(reader, s, false)];
    }

    private static Laid Lap(KindReader reader, SpliceInputs s) => Bolts(
        new Laying(reader.Said).Part("Left plate", s.Left, Left, s.Material, Material, Joints.Side.Left, Edges(s))
            .Part("Right plate", s.Right, Right, s.Material, Material, Joints.Side.Right, Edges(s)), s, true, null).Done();

    private static Laid Side(KindReader reader, SpliceInputs s, bool left)
    {
        var laying = new Laying(reader.Said);
        var packs = left ? s.Left < s.Right : s.Right < s.Left;
        var (thickness, field) = left ? (s.Left, Left) : (s.Right, Right);
        void OneCover(string name) => laying.Part(name, s.Cover, Cover, s.CoverMaterial, CoverMaterial, Joints.Side.Left, Edges(s));
        void Pack(double thickness)
        {
            if (packs && thickness > 0) laying.Part("Packing", thickness, field, s.Material, Material, Joints.Side.None);
        }
        OneCover(s.Form == SpliceForm.TwoCovers ? "Cover, top" : "Cover");
        Pack(s.AtHead);
        laying.Part(left ? "Left plate" : "Right plate", thickness, field, s.Material, Material, Joints.Side.Right, Edges(s));
        if (s.Form == SpliceForm.TwoCovers)
        {
            Pack(s.AtNut);
            OneCover("Cover, bottom");
        }
        // The load is stated in the middle of the gap; the group of this side lies beside it.
        return Bolts(laying, s, left, left ? s.ToCentroid(true) : -s.ToCentroid(false))
            .Done() with { Side = left ? "left side" : "right side" };
    }

    private static (Change, Field)[] Edges(SpliceInputs s) =>
        [(Fields.LayerEdge.To(s.End), End), (Fields.LayerWidth.To(s.Width), Width), (Fields.LayerHoles.To(s.Rows), Rows),
            (Fields.LayerSideDistance.To(s.Side), Gauge)];

    private static Laying Bolts(Laying laying, SpliceInputs s, bool left, double? at) => laying
        .With(Rows, Fields.PatternKind.To(PatternKind.Grid), Fields.PatternRows.To(s.Rows))
            .With(left ? Columns : ColumnsRight, Fields.PatternColumns.To(left ? s.Columns : s.ColumnsRight), Fields.Count.Cleared)
        .With(Pitch, Fields.PitchX.To(s.Pitch)).With(Gauge, Fields.PitchY.To(s.Gauge))
        .Cases(load => at is { } x && new Field[] { Fields.CaseFx, Fields.CaseFy, Fields.CaseMz }.Any(load.Has)
            ? load.With(Fields.CaseAtX.To(x)) : load);

    private static IEnumerable<Caution> Cautions(Joint joint)
    {
        var s = joint.Of<SpliceInputs>();
        if (Math.Max(s.AtHead, s.AtNut) > 4.0 / 3 * joint.Bolts.Thread.Diameter) yield return new("packingThick",
            "The packing is thicker than four thirds of the bolt: EN 1993-1-8, 3.6.1(12) and IS 800, 10.3.3.3 reduce the bolts, "
                + "and such packing should be fixed by bolts of its own.");
        if (s.Form != SpliceForm.TwoCovers) yield return new("spliceBends",
            "One-sided: the plates are pulled out of line and bend. Two covers carry the same without it.");
    }
}

/// <summary>Values of a splice.</summary>
public static class SpliceTerms
{
#pragma warning disable CS1591 // rows of a table: each says its name, unit and source itself
    public static readonly Term OnLeft = new("boltsLeft", "N_l", Dimension.None, "bolts of the left side", "lines across × bolts along");
    public static readonly Term OnRight = new("boltsRight", "N_r", Dimension.None, "bolts of the right side",
        "lines across × bolts along");
    public static readonly Term Total = new("boltsTotal", "N", Dimension.None, "bolts of the whole splice", "both sides");
    public static readonly Term Packing = new(
        "splicePacking", "t_pk", Dimension.Length, "packing between a cover and the thinner plate, the thicker one",
            "the difference of the plates, half on each face or all on one");
    public static readonly Term GrossArea = new("spliceGrossArea", "A_g", Dimension.Area, "gross section of the part", "w·t");
    public static readonly Term Lever = new(
        "spliceLever", "a_y", Dimension.Length, "from the middle of the gap to the section of the part that is bent most", "the drawing");
    public static readonly Term BendingMoment = new(
        "spliceBendingMoment", "M_p", Dimension.Torque, "moment in the plane at the section of the part",
            "statics: M_z and F_y times its lever");
    public static readonly Term EdgeStress = new(
        "spliceEdgeStress", "σ_e", Dimension.Stress, "stress at the edge of the part", "F/(w·t) + 6M/(t·w²), gross section");
    public static readonly Term BendingFactor = new(
        "spliceBendingFactor", "n_b", Dimension.None, "yield of the part over the stress at its edge", "yield of the part");
    public static readonly Term GrossFactor = new(
        "spliceGrossFactor", "n_g", Dimension.None, "yield of the gross section over the force of the part", "yield of the part");
#pragma warning restore CS1591
}

/// <summary>What a splice states, every choice made. Lengths in mm.</summary>
internal sealed record SpliceInputs(
    SpliceForm Form, double Left, double Right, double Width, Material Material, double Cover, Material CoverMaterial, int Rows,
    int Columns, int ColumnsRight, double Pitch, double Gauge, double End, double Gap, PackingPlace PackingAt)
{
    // Longer groups than this are no splice any more; the search for the fewest ends there.
    private const int MostColumns = 12;

    /// <summary>True where packing makes up a difference.</summary>
    internal bool Packs => Form == SpliceForm.TwoCovers && Left != Right;

    private double Difference => Packs ? Math.Abs(Left - Right) : 0;

    /// <summary>Packing on the face of the thinner plate that is turned to the heads.</summary>
    internal double AtHead => PackingAt switch { PackingPlace.Halves => Difference / 2, PackingPlace.Head => Difference, _ => 0 };

    /// <summary>Packing on the face of the thinner plate that is turned to the nuts.</summary>
    internal double AtNut => Difference - AtHead;

    /// <summary>The packing in words; empty where there is none.</summary>
    internal string PackingSaid => !Packs ? "" : PackingAt switch
    {
        PackingPlace.Halves => $"packing {KindReader.Mm(AtHead)} on each face of the thinner plate",
        PackingPlace.Head => $"packing {KindReader.Mm(AtHead)} at the heads of the thinner plate",
        _ => $"packing {KindReader.Mm(AtNut)} at the nuts of the thinner plate",
    };

    /// <summary>From the outer line of bolts to the edge beside them.</summary>
    internal double Side => (Width - ((Rows - 1) * Gauge)) / 2;

    /// <summary>From the middle of the gap to the middle of a side's bolts.</summary>
    internal double ToCentroid(bool left) => (Gap / 2) + End + (Along(left) / 2);

    /// <summary>From the middle of the gap to the end of the covers; half the lap.</summary>
    internal double Half(bool left) => Form == SpliceForm.Lap ? (Along(left) / 2) + End : (Gap / 2) + (2 * End) + Along(left);

    /// <summary>From the first to the last bolt along the pull.</summary>
    internal double Along(bool left) => ((left ? Columns : ColumnsRight) - 1) * Pitch;

    internal static SpliceInputs? Of(KindReader r)
    {
        var thread = r.Thread();
        var grade = r.Grade(thread);
        var form = r.Said.Of(SpliceKind.Form);
        var (left, width, rows) = (r.Need(SpliceKind.Left), r.Need(SpliceKind.Width), r.Said.Of(SpliceKind.Rows));
        var right = r.Or(SpliceKind.Right, left);
        var thick = Math.Max(left, right);
        var cover = r.Or(SpliceKind.Cover, form == SpliceForm.TwoCovers ? Math.Ceiling(0.6 * thick) : thick);
        var material = r.MaterialOf(SpliceKind.Material, thick, "S275");
        var coverMaterial = r.MaterialOf(SpliceKind.CoverMaterial, cover, material?.Name ?? "S275");
        r.Refuse(form == SpliceForm.Lap && r.Said.Has(SpliceKind.Cover), "splice-lap-cover", SpliceKind.Cover, KindReader.Mm(cover),
            "a lap has no cover: leave it out, or choose one cover or two", new Mend("Two covers", SpliceKind.Form.Path, "two covers"),
            new Mend("No cover", SpliceKind.Cover.Path, ""));
        r.Refuse(form == SpliceForm.Lap && r.Said.Has(SpliceKind.ColumnsRight), "splice-lap-side", SpliceKind.ColumnsRight,
            r.Said.Stated(SpliceKind.ColumnsRight)?.ToString(CultureInfo.InvariantCulture) ?? "",
            "the bolts of a lap go through both plates: there is one number along",
            new Mend("Leave it out", SpliceKind.ColumnsRight.Path, ""));
        if (r.Failed || thread is null || grade is null || material is null || coverMaterial is null) return null;
        var d = thread.Diameter;
        var hole = r.Hole(d);
        var gauge = r.Or(SpliceKind.Gauge, width / rows);
        var (pitch, end) = (r.Or(SpliceKind.Pitch, 3 * d), r.Or(SpliceKind.End, 2 * d));
        var beside = (width - ((rows - 1) * gauge)) / 2;
        var least = Math.Max(d, (hole / 2) + 0.5);
        r.Refuse(beside < least, "splice-outside", rows > 1 ? SpliceKind.Gauge : SpliceKind.Width, KindReader.Mm(rows > 1 ? gauge : width),
            $"the outer bolts come too near the edge ({KindReader.Mm(beside)}): at least one diameter, {KindReader.Mm(least)}. "
                + $"{(rows > 1 ? $"The gauge may be at most {KindReader.Mm((width - (2 * least)) / (rows - 1))}" : $"The width must "
                + $"be at least {KindReader.Mm(2 * least)}")}",
            rows > 1 && width / rows > hole ? [KindReader.To(SpliceKind.Gauge, width / rows, $"Gauge {KindReader.Mm(width / rows)}")] : []);
        r.Refuse(end < least, "splice-end", SpliceKind.End, KindReader.Mm(end),
            $"the last bolt comes too near the end: at least one diameter, {KindReader.Mm(least)}; {KindReader.Mm(2 * d)} is usual",
            KindReader.To(SpliceKind.End, 2 * d, $"{KindReader.Mm(2 * d)} to the end"));
        if (r.Failed) return null;
        var (columns, onRight) = r.Said.IsFaulty(SpliceKind.Columns) || r.Said.IsFaulty(SpliceKind.ColumnsRight) ? (2, 2) : Numbers(r.Said);
        return new(
            form, left, right, width, material, cover, coverMaterial, rows, columns, onRight, pitch, gauge, end, r.Said.Of(SpliceKind.Gap),
            r.Said.Of(SpliceKind.Packing));
    }

    /// <summary>Bolts along at the left and at the right, as stated, or the fewest that hold.</summary>
    private static (int Left, int Right) Numbers(Values said)
    {
        var (left, right) = (said.Stated(SpliceKind.Columns), said.Stated(SpliceKind.ColumnsRight));
        if (left is { } both) return (both, right ?? both);
        var fewest = FewestOf(said);
        return (fewest.Left, right ?? fewest.Right);
    }

    /// <summary>The fewest bolts along that hold on each side, each number judged in full.</summary>
    private static (int Left, int Right) FewestOf(Values said)
    {
        var known = new Dictionary<int, Joint?>();
        Joint? With(int n) => known.TryGetValue(n, out var made) ? made
            : known[n] = JointRules.JointOf(said.With(SpliceKind.Columns.To(n), SpliceKind.ColumnsRight.Cleared), []);
        var left = Fewest.Of(Enumerable.Range(1, MostColumns), 2, n => With(n) is { } joint ? joint.Sides.IsEmpty
            ? joint : joint.Sides[0].Joint : null);
        return (left, With(left) is { Sides.IsEmpty: false } ? Fewest.Of(Enumerable.Range(1, MostColumns), 2,
            n => With(n)?.Sides[1].Joint) : left);
    }
}
