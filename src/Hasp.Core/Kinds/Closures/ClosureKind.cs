using System.Collections.Immutable;
using System.Globalization;
using Hasp.Core.Catalogue;
using Hasp.Core.Checks;
using Hasp.Core.Checks.Machine;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;
using Hasp.Core.Quantities;
using Hasp.Core.Shop;

namespace Hasp.Core.Kinds.Closures;

/// <summary>What lets the pressure go before anything breaks.</summary>
public enum Relief
{
    /// <summary>Nothing does.</summary>
    None,

    /// <summary>A bursting disc.</summary>
    Disc,

    /// <summary>A fusible plug.</summary>
    Plug,

    /// <summary>A pin that shears or buckles.</summary>
    Pin,
}

/// <summary>A plug in a tube under pressure, held by bolts that are screwed in radially through the wall.</summary>
[JointKind(40)]
public static class ClosureKind
{
    private static readonly Named<Relief> Reliefs = new(
        ("none", Relief.None), ("disc", Relief.Disc), ("plug", Relief.Plug), ("pin", Relief.Pin));

#pragma warning disable CS1591 // rows of a table: each says its name, unit and source itself
    public static readonly Field<double> Bore = KindFields.Length<ClosureInputs>("closure.bore", "Bore D", "bore of the tube");
    public static readonly Field<double> Outer = KindFields.Length<ClosureInputs>(
        "closure.outer", "Tube, outer Ø", "outer diameter of the tube");
    public static readonly Field<double> Seal = KindFields.Length<ClosureInputs>(
        "closure.seal", "Sealed Ø", "diameter where the plug seals: the end load acts on it", "the bore", c => c.Seal);
    public static readonly Field<string> TubeMaterial = KindFields.Material<ClosureInputs>(
        "closure.tubeMaterial", "Tube material", "material of the tube", "S355", c => c.Tube);
    public static readonly Field<string> PlugMaterial = KindFields.Material<ClosureInputs>(
        "closure.plugMaterial", "Plug material", "material of the plug", "S355", c => c.Plug);
    public static readonly Field<double> Engagement = KindFields.Length<ClosureInputs>(
        "closure.engagement", "Into the plug", "how far the bolts are screwed into the plug", "1.5 diameters", c => c.Engagement);
    public static readonly Field<int> PerRow = new("closure.perRow", Types.Whole, "Bolts per row", "bolts in one row round the tube")
    {
        Min = 1, Max = 200, Default = "the fewest that hold in shear and can be indexed",
        Blank = KindFields.Count<ClosureInputs>("chosen", c => c.PerRow),
    };
    public static readonly Field<int> Rows = new(
        "closure.rows", Types.Whole, "Rows", "rows of bolts along the tube") { Min = 1, Max = 6, Otherwise = 1 };
    public static readonly Field<double> RowPitch = KindFields.Length<ClosureInputs>(
        "closure.rowPitch", "Row pitch", "between rows", "3 diameters", c => c.RowPitch);
    public static readonly Field<double> TubeEnd = KindFields.Length<ClosureInputs>(
        "closure.tubeEnd", "Hole to tube end", "centre of the last row's holes to the end of the tube", "2 diameters", c => c.TubeEnd);
    public static readonly Field<double> PlugEnd = KindFields.Length<ClosureInputs>(
        "closure.plugEnd", "Hole to plug face", "centre of the first row's holes to the face of the plug that the pressure acts on",
        "2 diameters", c => c.PlugEnd);
    public static readonly Field<string> Indexing = new(
        "closure.indexing", Types.Text, "Indexing list",
        "numbers of holes that the dividing head can index") { Otherwise = "2, 3, 4, 6, 8, 12, 24" };
    public static readonly Field<double> Hot = new(
        "closure.strengthAtTemperature", Types.Number, "Strength left at temperature",
        "share of the strength at room temperature that tube, plug and bolts keep in service")
    {
        Above = 0, Max = 1, Default = "1 up to 50 °C; asked for above", Blank = (_, _) => "1, to 50 °C",
    };
    public static readonly Field<Relief> ReliefKind = new(
        "closure.relief", Types.Named(Reliefs), "Relief", "what lets the pressure go before anything breaks")
    {
        Otherwise = Relief.None, Labels = new() { ["disc"] = "bursting disc", ["plug"] = "fusible or blow-out plug",
            ["pin"] = "breaking pin valve" },
    };
    public static readonly Field<double> ReliefAt = new(
        "closure.reliefPressure", Types.Stress, "Relief gone by",
        "pressure at which the relief has gone at the latest, its tolerance in it")
    {
        Above = 0, Max = 1000, Default = "needed with a relief", Blank = (_, _) => "needed with a relief",
    };
    public static readonly Field<double> TestAt = new(
        "closure.testPressure", Types.Stress, "Proof test", "pressure of the liquid proof test")
    {
        Above = 0, Max = 2000, Default = "1.43 times the largest pressure, or 1.25 times it over the strength left at temperature "
            + "(EN 13445-5, 10.2.3.3)", Blank = KindFields.Size<ClosureInputs>(Dimension.Stress, "chosen", c => c.Test),
    };

    public static readonly Check Hoop = Check.OfParts<ClosureHoopCheck>();
    public static readonly Check Axial = Check.OfParts<ClosureAxialCheck>();
    public static readonly Check ReliefFirst = Check.OfParts<ClosureReliefCheck>();
    public static readonly Check ProofTest = Check.OfParts<ClosureTestCheck>();
#pragma warning restore CS1591

    /// <summary>The kind.</summary>
    public static readonly Kind Kind = new(
        "closure", "Pressure closure, radial bolts", "a plug in a tube, held by bolts screwed in through the wall")
    {
        Inputs = () => [Bore, Outer, Seal, TubeMaterial, PlugMaterial, Engagement, PerRow, Rows, RowPitch, TubeEnd, PlugEnd, Indexing, Hot,
            ReliefKind, ReliefAt, TestAt],
        Loads = () => [Fields.CasePressure],
        Read = ClosureInputs.Of,
        Lay = Lay,
        Counted = [(PerRow, j => j.Of<ClosureInputs>().PerRow, "bolts in a row"), (Rows, j => j.Of<ClosureInputs>().Rows, "rows")],
        // Friction under pressure is nothing to stand on: what slips is left out, and bearing counts.
        // The tube is no flat part: its own checks judge it between the holes.
        InItsOwnWay = () => [Checks.Modes.FailureModes.Section, Checks.Modes.FailureModes.Gross, Checks.Modes.FailureModes.Block],
        Modes = () =>
        [
            new("tubeHoop", "Bursting of the tube", _ => null, Outer.Path, Hoop),
            new("tubeAxial", "Tube torn between its holes", _ => null, PerRow.Path, Axial),
            new("reliefFirst", "Relief goes before anything breaks",
                j => j.Of<ClosureInputs>().Relief == Relief.None ? "there is no relief" : null, ReliefAt.Path, ReliefFirst),
            new("proofTest", "Yield at the proof test", _ => null, TestAt.Path, ProofTest),
        ],
        Asks = Asks,
        Assumes = joint => [$"The end load acts on the sealed diameter and reaches all bolts alike; holes are fitted, or reamed together.",
            "Hoop stress at the bore is judged where the wall is over a twentieth of the bore."],
        Cautions = Cautions,
        Values = Values,
        Draw = ClosureDrawing.Of,
        Assembles = Assembled,
        BoltInputs = () => [Fields.Thread, Fields.Grade, Fields.Length, Fields.Head, Fields.Fit, Fields.HoleDiameter],
        Shows = (j, f) => f switch
        {
            _ when f == RowPitch => j.Of<ClosureInputs>().Rows > 1,
            _ when f == ReliefAt => j.Of<ClosureInputs>().Relief != Relief.None,
            _ => true,
        },
        Grows = [(Outer, j => j.Of<ClosureInputs>().Outer, "tube outer Ø"),
            (TubeEnd, j => j.Of<ClosureInputs>().TubeEnd, "hole to tube end"),
            (Engagement, j => j.Of<ClosureInputs>().Engagement, "into the plug")],
        Spoken = new("closureLine")
        {
            Materials = [TubeMaterial.Path, PlugMaterial.Path], Places = (_, n) => new(null, (PerRow.Path, n)),
            Groups = said => int.TryParse(said(Rows.Path), CultureInfo.InvariantCulture, out var rows) ? (rows, "in each row") : (1, ""),
        },
        Line = "plug 100 bore 124 tube, 6 M12 8.8, 12 MPa",
        Explains = "For a plug or end cap in a tube under pressure. State bore, tube and pressure; "
            + "the number of bolts is chosen from what can be indexed. Liquid proof test, relief and what goes first are part of it.",
        Example = """
            { "format": "hasp-joint", "version": 1, "name": "Plug", "kind": "closure", "bolts": { "thread": "M12", "grade": "8.8" },
              "closure": { "bore": "100 mm", "outer": "124 mm", "tubeMaterial": "S355", "plugMaterial": "S355", "perRow": 4 },
              "loads": [ { "name": "Working pressure", "pressure": "6 MPa" } ] }
            """,
    };

    /// <summary>The bolts as one sees them along the tube, one row within the other: crosswise, so that the plug stays true.</summary>
    private static Assembly Assembled(Joint joint)
    {
        var c = joint.Of<ClosureInputs>();
        ImmutableArray<PlanPoint> places = [.. Enumerable.Range(0, c.Rows)
            .SelectMany(row => Assembly.Ring(c.PerRow, (c.Outer / 2) + (row * c.RowPitch)))];
        return new(places, [.. Enumerable.Range(1, places.Length)], OrderRule.Star)
        {
            Before = [new("index", "Ream or drill tube and plug together on the dividing head; "
                + "mark tube and plug so that they go together the same way again.")],
        };
    }

    private static ImmutableArray<Laid> Lay(KindReader reader, object read)
    {
        var c = (ClosureInputs)read;
        var (tube, plug, said) = (c.At(c.Tube), c.At(c.Plug), c.Heated(reader.Said));
        var laying = new Laying(said)
            .Part("Tube", c.Wall, Outer, tube, TubeMaterial, Side.Left,
                (Fields.LayerEdge.To(c.Metal(c.TubeEnd)), c.IsByRows(c.TubeEnd) ? RowPitch : TubeEnd),
                (Fields.LayerWidth.To(Math.PI * (c.Bore + c.Wall)), Outer), (Fields.LayerHoles.To(c.PerRow), PerRow))
            .Part("Plug", c.Bore / 2, Bore, plug, PlugMaterial, Side.Right,
                (Fields.LayerEdge.To(c.Metal(c.PlugEnd)), c.IsByRows(c.PlugEnd) ? RowPitch : PlugEnd))
            .With(PerRow, Fields.Count.To(c.PerRow * c.Rows))
            .With(Engagement, Fields.EndKind.To(ThreadEndKind.Tapped), Fields.ThreadDepth.To(c.Engagement),
                Fields.Engagement.To(c.Engagement))
            .Unless(Fields.Length.To(c.Wall + c.Engagement))
            .Unless(Fields.ThreadLength.To(said.Stated(Fields.Length) ?? (c.Wall + c.Engagement)))
            .Unless(Fields.ShearBy.To(true))
            .Cases(load => load.Stated(Fields.CasePressure) is { } p and > 0
                ? load.With(Fields.HelperKind.To(LoadPath.HelperKind.Pressure), Fields.HelperHeading.To(Heading.X),
                    Fields.HelperPressure.To(p), Fields.HelperBore.To(c.Seal))
                : load.With(Fields.CaseShear.To(0)));
        return [laying.Done()];
    }

    private static IEnumerable<Ask> Asks(Joint joint)
    {
        var c = joint.Of<ClosureInputs>();
        if (c.Tube.Brittle) yield return new(TubeMaterial.Path, $"a ductile material: {c.Tube.Name} bursts without warning");
        if (c.Plug.Brittle) yield return new(PlugMaterial.Path, $"a ductile material: {c.Plug.Name} bursts without warning");
        if (ClosureInputs.IsHot(joint.Temperatures) && !joint.Said.Has(Hot)) yield return new(Hot.Path,
            "what strength is left at the service temperature");
        if (c.Relief != Relief.None && c.ReliefAt is null) yield return new(ReliefAt.Path,
            "the pressure at which the relief has gone at the latest");
    }

    private static IEnumerable<Caution> Cautions(Joint joint)
    {
        var c = joint.Of<ClosureInputs>();
        yield return new(
            "standClear", "Stand clear of the plug's line while there is pressure, in test and in service: "
                + "what holds it shears without warning.");
        yield return new(
            "liquidTest", $"Proof test with liquid, all air let out, at "
                + $"{QuantityText.ShowText(c.Test, Dimension.Stress, UnitSystem.Si, 3)}: write down pressure, time held, "
                + $"gauge and who saw it. A gas test stores energy that kills.");
        if (c.Relief == Relief.None) yield return new("noRelief", "No relief is stated: nothing is sure to go before the closure does.");
        if (joint.Bolts.Head.Countersunk && c.Wall < joint.Bolts.Head.Height + 1) yield return new("countersinkDeep",
            "The countersink takes nearly the whole wall: little is left to bear on.");
        yield return new(
            "ductile", "Tube and plug must be ductile, and tough at the lowest temperature. The code for pressure equipment comes first.");
    }

    private static IEnumerable<NamedValue> Values(Mechanics<Plain> m)
    {
        var (c, joint) = (m.Joint.Of<ClosureInputs>(), m.Joint);
        var p = joint.Cases.Max(x => x.Pressure);
        if (p <= 0) yield break;
        var endLoad = LoadHelpers.EndLoad<Plain>(new(p), new(c.Seal));
        var needed = ClosureFormulas.BoltsNeeded<Plain>(new(c.RequiredShear), endLoad, new(0.577), m.YieldStrength, m.Thread.StressArea)
            .Value;
        yield return new(Terms.EndLoad, endLoad.Value);
        yield return new(ClosureTerms.Needed, Math.Ceiling(needed - 1e-9));
        if (ClosureFormulas.Indexed(Math.Ceiling((needed / c.Rows) - 1e-9),
            c.Indexing) is { } indexed) yield return new(ClosureTerms.Indexed, indexed * c.Rows);
        yield return new(ClosureTerms.HoopThin, ClosureFormulas.HoopThin<Plain>(new(p), new(c.Bore), new(c.Wall)).Value);
        yield return new(ClosureTerms.HoopThick, ClosureFormulas.HoopThick<Plain>(new(p), new(c.Bore), new(c.Outer)).Value);
        yield return new(ClosureTerms.AxialThin, ClosureFormulas.AxialThin<Plain>(new(p), new(c.Bore), new(c.Wall)).Value);
        yield return new(ClosureTerms.AxialGross, ClosureFormulas.AxialGross<Plain>(endLoad, new(c.Bore), new(c.Wall)).Value);
        var net = ClosureFormulas.NetArea<Plain>(new(c.Bore), new(c.Wall), new(c.PerRow), new(joint.Hole));
        yield return new(ClosureTerms.NetArea, net.Value);
        yield return new(ClosureTerms.AxialNet, ClosureFormulas.AxialNet(endLoad, net).Value);
        var required = joint.Judging.Required(Hoop);
        if (required > 0) yield return new(ClosureTerms.WallNeeded,
            ClosureFormulas.WallFor<Plain>(new(p), new(c.Bore), new(c.At(c.Tube).Yield / required)).Value);
        yield return new(ClosureTerms.LigamentWidth, (Math.PI * c.Bore / c.PerRow) - joint.Hole);
        yield return new(ClosureTerms.Test, c.Test);
        if (ClosureChecks.First(m, joint.Cases.First(x => x.Pressure == p), false) is { } first) yield return new(ClosureTerms.LeastGoes,
            first.Pressure);
        if (ClosureChecks.First(m, joint.Cases.First(x => x.Pressure == p), true) is { } holds) yield return new(ClosureTerms.Holds,
            holds.Pressure);
    }
}

/// <summary>What a closure states, every choice made. Lengths in mm, pressures in MPa.</summary>
internal sealed record ClosureInputs(
    double Bore, double Outer, double Seal, Material Tube, Material Plug, double Engagement, int PerRow, int Rows, double RowPitch,
    double TubeEnd, double PlugEnd,
    ImmutableArray<int> Indexing, double Strength, Relief Relief, double? ReliefAt, double Test, double RequiredShear, double Hole)
{
    /// <summary>
    /// Times the largest pressure of a liquid test: the first as it is, the second over the strength left at temperature (EN 13445-5,
    /// 10.2.3.3).
    /// </summary>
    private const double TestFactor = 1.43, ColdTestFactor = 1.25;

    private const double Warm = 50;

    internal double Wall => (Outer - Bore) / 2;

    /// <summary>True where a row tears out into the holes of the next before the last one tears out to the end.</summary>
    internal bool IsByRows(double end) => Rows > 1 && RowPitch - (Hole / 2) < end;

    /// <summary>Centre of a hole to where the metal that it tears out ends: the end of the part, or the edge of the next row's
    /// hole.</summary>
    internal double Metal(double end) => IsByRows(end) ? RowPitch - (Hole / 2) : end;

    internal static bool IsHot(Temperatures t) => Math.Max(t.Parts, t.Bolts) > Warm;

    internal static ClosureInputs? Of(KindReader r)
    {
        var (bore, outer, thread) = (r.Need(ClosureKind.Bore), r.Need(ClosureKind.Outer), r.Thread());
        var grade = r.Grade(thread);
        r.Refuse(outer <= bore + 1, "closure-no-wall", ClosureKind.Outer, KindReader.Mm(outer),
            $"no wall is left: above {KindReader.Mm(bore + 1)} is needed");
        var seal = r.Or(ClosureKind.Seal, bore);
        r.Refuse(seal > outer, "closure-seal-wide", ClosureKind.Seal, KindReader.Mm(seal),
            $"the seal is wider than the tube: at most {KindReader.Mm(outer)}");
        var wall = (outer - bore) / 2;
        var tube = r.MaterialOf(ClosureKind.TubeMaterial, wall, "S355");
        var plug = r.MaterialOf(ClosureKind.PlugMaterial, bore / 2, "S355");
        if (thread is null || grade is null || r.Failed || tube is null || plug is null) return null;
        var d = thread.Diameter;
        var deep = r.Said.Stated(Fields.Head) is { } kind && Standards.FindHead(kind, d) is { Countersunk: true } sunk ? sunk.Height : 0;
        r.Refuse(deep > wall, "closure-countersink", Fields.Head, r.Said.Stated(Fields.Head) ?? "",
            $"the countersink, {KindReader.Mm(deep)} deep, goes through the wall of {KindReader.Mm(wall)}: a thicker tube, "
                + $"smaller bolts, or heads that stand on the wall",
            KindReader.To(ClosureKind.Outer, bore + (2 * Math.Ceiling(deep + 1)),
                $"Tube outer {KindReader.Mm(bore + (2 * Math.Ceiling(deep + 1)))}"), new Mend("Hex head", Fields.Head.Path, "hex"));
        var (tubeEnd, plugEnd) = (r.Or(ClosureKind.TubeEnd, 2 * d), r.Or(ClosureKind.PlugEnd, 2 * d));
        var list = ListOf(r);
        var rows = r.Said.Of(ClosureKind.Rows);
        var largest = r.Said[Fields.Loads].Select(l => l.Stated(Fields.CasePressure) ?? 0).DefaultIfEmpty(0).Max();
        var required = r.Said.Of(Fields.Required[Checks.Modes.FailureModes.Shear.Second[0].Index]);
        var perRow = r.Said.Stated(ClosureKind.PerRow) ?? (r.Said.IsFaulty(ClosureKind.PerRow) ? 2 : FewestOf(r.Said, list));
        var hole = r.Hole(d);
        // Towards the middle of the plug the bolts of a row come together: their tips keep a millimetre apart.
        var deepest = (bore / 2) - (perRow > 1 ? (d + 1) / (2 * Math.Sin(Math.PI / perRow)) : 0);
        var engagement = r.Or(ClosureKind.Engagement, Math.Max(1, Math.Min(Math.Ceiling(1.5 * d), Math.Floor(deepest))));
        r.Refuse(engagement > Math.Max(1, deepest), "closure-engagement", ClosureKind.Engagement, KindReader.Mm(engagement),
            $"the bolts would run into each other inside the plug: at most {KindReader.Mm(Math.Floor(Math.Max(1, deepest)))}");
        // At the bore, where they stand closest, a diameter of metal must be left between two holes.
        var most = (int)Math.Floor(Math.PI * bore / (hole + d));
        r.Refuse(perRow > most, "closure-crowded", ClosureKind.PerRow, perRow.ToString(CultureInfo.InvariantCulture),
            $"more bolts than fit round the tube: at most {most} with a diameter of metal between the holes; take another row, "
                + $"or larger bolts",
            list.Where(n => n <= most).OrderDescending().Take(1)
                .Select(n => new Mend($"{n} in a row", ClosureKind.PerRow.Path, n.ToString(CultureInfo.InvariantCulture))).ToArray());
        r.Refuse(!list.Contains(perRow), "closure-indexing", ClosureKind.PerRow, perRow.ToString(CultureInfo.InvariantCulture),
            $"cannot be indexed: the list has {string.Join(", ", list)}",
            ClosureFormulas.Indexed(perRow, list) is { } next
                ? [new Mend($"{next} in a row", ClosureKind.PerRow.Path, next.ToString(CultureInfo.InvariantCulture))] : []);
        // Row behind row: as between two holes of a row, a diameter of metal.
        var pitch = r.Or(ClosureKind.RowPitch, 3 * d);
        r.Refuse(rows > 1 && pitch < hole + d, "closure-rows-crowded", ClosureKind.RowPitch, KindReader.Mm(pitch),
            $"the holes of one row come too near those of the next: at least {KindReader.Mm(hole + d)}, "
                + $"a diameter of metal between them; {KindReader.Mm(3 * d)} is usual",
                KindReader.To(ClosureKind.RowPitch, 3 * d, $"{KindReader.Mm(3 * d)} between rows"));
        var relief = r.Said.Of(ClosureKind.ReliefKind);
        r.Refuse(relief == Relief.None && r.Said.Has(ClosureKind.ReliefAt), "closure-relief-kind", ClosureKind.ReliefKind, "none",
            "a relief pressure is stated: say what relieves it");
        var strength = r.Said.Stated(ClosureKind.Hot) ?? 1;
        var test = r.Or(ClosureKind.TestAt, Math.Max(TestFactor, ColdTestFactor / strength) * largest);
        r.Refuse(test < largest, "closure-test-low", ClosureKind.TestAt, QuantityText.ShowText(test, Dimension.Stress, UnitSystem.Si),
            $"below the pressure in service: at least {QuantityText.ShowText(largest, Dimension.Stress, UnitSystem.Si)}");
        return r.Failed ? null : new(
            bore, outer, seal, tube, plug, engagement, perRow, rows, pitch, tubeEnd, plugEnd, list, strength, relief,
            r.Said.Stated(ClosureKind.ReliefAt), test, required, hole);
    }

    /// <summary>A material with the strength that is left at temperature.</summary>
    internal Material At(Material cold) => Strength == 1 ? cold : cold with
    {
        Name = cold.Name + " at temperature", Yield = Strength * cold.Yield, Tensile = Strength * cold.Tensile,
        BearingLimit = Strength * cold.BearingLimit,
        Source = $"{Strength * 100:0.#} % of {cold.Source}, as stated", MaxThickness = double.PositiveInfinity, Own = true,
    };

    /// <summary>The document with the strengths that are left at temperature as materials and a grade of its own.</summary>
    internal Values Heated(Values said)
    {
        if (Strength == 1) return said;
        var own = said[Fields.OwnMaterials].AddRange(new[] { Tube, Plug }.DistinctBy(x => x.Name).Select(At)
            .Select(x => new Values("own.materials[0]", [], [], []).With(
            Fields.OwnMaterialName.To(x.Name), Fields.OwnMaterialModulus.To(x.ElasticModulus), Fields.OwnMaterialYield.To(x.Yield),
            Fields.OwnMaterialTensile.To(x.Tensile),
            Fields.OwnMaterialBearing.To(x.BearingLimit), Fields.OwnMaterialBrittle.To(x.Brittle),
            Fields.OwnMaterialExpansion.To(x.Expansion ?? 1.15e-5), Fields.OwnMaterialSource.To(x.Source))));
        var thread = Standards.FindThread(said.Of(Fields.Thread))!;
        var cold = JointRules.GradeFor(said, thread, [])!;
        var hot = new Values("own.grades[0]", [], [], []).With(
            Fields.OwnGradeName.To(cold.Grade + " at temperature"), Fields.OwnGradeProof.To(Strength * cold.Proof),
            Fields.OwnGradeYield.To(Strength * cold.Yield),
            Fields.OwnGradeTensile.To(Strength * cold.Tensile), Fields.OwnGradeMin.To(cold.MinDiameter),
            Fields.OwnGradeMax.To(Math.Min(cold.MaxDiameter, 500)),
            Fields.OwnGradeSource.To($"{Strength * 100:0.#} % of {cold.Source}, as stated"));
        return said.With(Fields.OwnMaterials, own).With(Fields.OwnGrades, said[Fields.OwnGrades].Add(hot))
            .With(Fields.Grade.To(cold.Grade + " at temperature"));
    }

    private static ImmutableArray<int> ListOf(KindReader r)
    {
        var text = r.Said.Of(ClosureKind.Indexing);
        var parts = text.Split([',', ' ', ';'], StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);
        var numbers = parts.Select(p => int.TryParse(p, NumberStyles.None, CultureInfo.InvariantCulture, out var n) && n is > 0 and <= 360
            ? n : 0).ToImmutableArray();
        r.Refuse(numbers.IsEmpty || numbers.Contains(0), "closure-list", ClosureKind.Indexing, text,
            "must be whole numbers from 1 to 360, such as 2, 3, 4, 6, 8, 12, 24");
        return numbers;
    }

    /// <summary>The fewest bolts in a row of those that can be indexed, each number judged by every check.</summary>
    private static int FewestOf(Values said, ImmutableArray<int> list) => Fewest.Of(
        list.Where(n => n > 1).Order(), list.Where(n => n > 1).DefaultIfEmpty(2).Min(),
            n => JointRules.JointOf(said.With(ClosureKind.PerRow.To(n)), []));
}
