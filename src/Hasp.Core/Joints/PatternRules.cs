using System.Collections.Immutable;
using System.Globalization;
using Hasp.Core.Formulas;
using Hasp.Core.LoadPath;
using Hasp.Core.Quantities;

namespace Hasp.Core.Joints;

/// <summary>What makes a bolt pattern or its loads invalid, and what is chosen where nothing was stated.</summary>
public static class PatternRules
{
    /// <summary>No pattern has more places.</summary>
    public const int MostBolts = 400;

    /// <summary>Pitch where none is stated, over the bolt diameter.</summary>
    private const double UsualPitch = 3;

    /// <summary>Sum of squared arms below which bolts find no hold against a moment, mm².</summary>
    private const double NoHold = 1e-6;

    /// <summary>True where a pattern was stated, be it faulty.</summary>
    internal static bool IsLaidOut(Values said) => said.Has(Fields.PatternKind) || said.IsFaulty("pattern");

    /// <summary>The pattern, or null where none is laid out or it has faults.</summary>
    internal static BoltPattern? PatternOf(Values said, double? diameter, List<Fault> faults)
    {
        if (!said.Has(Fields.PatternKind) || said.IsFaulty("pattern") || diameter is not { } d) return null;
        var before = faults.Count;
        var layout = LayoutOf(said, d, faults);
        if (layout.Kind == PatternKind.Points && layout.Points.IsEmpty)
        {
            faults.Add(new("no-points", Fields.Points.Path, null, "no bolt is placed yet: add one, or choose a kind of pattern"));
        }
        if (layout.PlaceCount > MostBolts)
        {
            faults.Add(new("too-many-bolts", CountPath(layout), null,
                $"{layout.PlaceCount} bolts: at most {MostBolts} are taken"));
        }
        var plate = PlateOf(said, faults);
        var prying = PryingOf(said, d, faults);
        if (faults.Count > before) return null;

        var places = layout.Places();
        RefuseMissingBolts(layout, places.Length, said.Of(Fields.PatternOff), faults);
        if (faults.Count > before) return null;

        var group = BoltPattern.GroupOf(layout, places);
        var usual = BoltPattern.UsualPivots(group, plate);
        var made = new BoltPattern
        {
            Layout = layout,
            Places = places,
            Group = group,
            Plate = plate,
            School = said.Of(Fields.Tension),
            Pivots = new(
                said.Stated(Fields.PivotLeft) ?? usual.Left, said.Stated(Fields.PivotRight) ?? usual.Right,
                said.Stated(Fields.PivotBottom) ?? usual.Bottom, said.Stated(Fields.PivotTop) ?? usual.Top),
            Prying = prying,
        };
        RefusePivots(made, said, faults);
        return faults.Count > before ? null : made;
    }

    private static void RefuseMissingBolts(Layout layout, int places, string text, List<Fault> faults)
    {
        if (layout.Off.FirstOrDefault(n => n < 1 || n > places) is var beyond and not 0)
        {
            faults.Add(new("no-such-bolt", Fields.PatternOff.Path, text, $"there is no bolt {beyond}: they are numbered 1 to {places}"));
        }
        else if (layout.Off.Length == places)
        {
            faults.Add(new("all-bolts-off", Fields.PatternOff.Path, text, "every bolt is switched off: at least one must hold"));
        }
    }

    private static void RefusePivots(BoltPattern pattern, Values said, List<Fault> faults)
    {
        foreach (var (line, field, words) in new[]
        {
            (pattern.RowLine(1), Fields.PivotBottom, "above the bottom line"), (pattern.RowLine(-1), Fields.PivotTop, "below the top line"),
            (pattern.ColumnLine(1), Fields.PivotRight, "left of the right line"),
            (pattern.ColumnLine(-1), Fields.PivotLeft, "right of the left line"),
        })
        {
            if (said.Stated(field) is not { } at || line.Squares >= NoHold) continue;
            faults.Add(new("pivot-holds-nothing", field.Path, Mm(at),
                $"no bolt lies {words}: nothing would hold against a moment about it"));
        }
    }

    /// <summary>What is wrong with the room that heads, holes and edges have, once the bolts and holes are chosen.</summary>
    internal static void RefuseCrowding(Joint joint, List<Fault> faults)
    {
        foreach (var finding in joint.Spacing.Where(f => f.IsRefused))
        {
            var layout = joint.Pattern!.Layout;
            var path = layout.Kind == PatternKind.Points ? $"pattern.points[{finding.Number - 1}].x"
                : finding.Kind == SpacingKind.Edge ? Fields.PlateShape.Path
                : layout.IsRound ? Fields.PatternDiameter.Path
                : Math.Abs(finding.To.X - finding.From.X) >= Math.Abs(finding.To.Y - finding.From.Y) ? Fields.PitchX.Path
                    : Fields.PitchY.Path;
            if (path.StartsWith("pattern.points", StringComparison.Ordinal)
                && finding.Number > layout.Points.Length) path = Fields.PatternMirror.Path;
            if (faults.All(f => f.Path != path))
            {
                faults.Add(new(finding.Kind == SpacingKind.Edge ? "edge-distance" : "pitch", path, Mm(finding.Distance), Words(finding)));
            }
        }
    }

    /// <summary>A finding in words.</summary>
    public static string Words(SpacingFinding finding) => finding switch
    {
        { Kind: SpacingKind.Pitch, Distance: < 1e-6 } => $"bolts {finding.Number} and {finding.Other} are at the same place",
        { Kind: SpacingKind.Pitch,
            IsRefused: true } => $"bolts {finding.Number} and {finding.Other} are {Mm(finding.Distance)} apart: heads, "
                + $"washers or holes would run into each other below {Mm(finding.Refused)}",
        { Kind: SpacingKind.Pitch } => $"bolts {finding.Number} and {finding.Other} are {Mm(finding.Distance)} "
            + $"apart{(finding.IsShort ? $", under {Mm(finding.Good)}" : "")}",
        { Distance: < 0 } => $"bolt {finding.Number} lies off the plate",
        { IsRefused: true } => $"bolt {finding.Number} is {Mm(finding.Distance)} from an edge of the plate: "
            + $"at least {Mm(finding.Refused)} is accepted, {Mm(finding.Good)} is good practice",
        _ => $"bolt {finding.Number} is {Mm(finding.Distance)} from an edge{(finding.IsShort ? $", under {Mm(finding.Good)}" : "")}",
    };

    /// <summary>Pitch and edge distances of a joint; empty without a pattern.</summary>
    internal static IReadOnlyList<SpacingFinding> SpacingOf(Joint joint)
    {
        if (joint.Pattern is not { } pattern) return [];
        var head = Math.Max(joint.Bolts.Head.Across, joint.Bolts.Nut?.Across ?? 0);
        var washer = Math.Max(joint.HeadWasher?.OuterDiameter ?? 0, joint.NutWasher?.OuterDiameter ?? 0);
        return Spacing.Of(pattern.Group, pattern.Plate, joint.Bolts.Thread.Diameter, joint.Hole, Math.Max(head, washer));
    }

    /// <summary>The first distance short of good practice, in words; null where there is none.</summary>
    public static string? Obstacle(Joint joint) => joint.Spacing.FirstOrDefault(f => f.IsShort) is { } finding ? Words(finding) : null;

    /// <summary>A layout in a few words: <c>grid, 3 rows of 2</c>.</summary>
    public static string Words(Layout layout) => (layout.Kind switch
    {
        PatternKind.Single => "one bolt",
        PatternKind.Grid => $"grid, {layout.Rows} {(layout.Rows == 1 ? "row" : "rows")} of {layout.Columns}",
        PatternKind.Staggered => $"staggered, {layout.Rows} {(layout.Rows == 1 ? "row" : "rows")} of {layout.Columns}",
        PatternKind.Outline => $"outline of {layout.Rows} by {layout.Columns}",
        PatternKind.Circle => $"circle of {layout.Count}",
        PatternKind.Arc => $"part of a circle, {layout.Count}",
        _ => $"{layout.Points.Length} free bolts",
    }) + (layout.Mirror == Mirror.None ? "" : ", mirrored");

    /// <summary>What to write into the document for another number of rows, columns or bolts.</summary>
    public static (string Path, string Text)[] Edits(Layout layout) => layout.IsRound
        ? [(Fields.PatternCount.Path, layout.Count.ToString(CultureInfo.InvariantCulture))]
        : [(Fields.PatternRows.Path, layout.Rows.ToString(CultureInfo.InvariantCulture)),
            (Fields.PatternColumns.Path, layout.Columns.ToString(CultureInfo.InvariantCulture))];

    /// <summary>Where the number of bolts is stated.</summary>
    public static string CountPath(Layout layout) =>
        layout.HasRows ? Fields.PatternRows.Path : layout.IsRound ? Fields.PatternCount.Path : Fields.PatternKind.Path;

    /// <summary>Moments that the bolts cannot hold: index of the case, the field, and why.</summary>
    public static IReadOnlyList<(int Case, string Key, string Problem)> MomentsWithoutHold(ImmutableArray<LoadCase> cases,
        BoltPattern pattern)
    {
        var found = new List<(int, string, string)>();
        var group = pattern.Group;
        for (var i = 0; i < cases.Length; i++)
        {
            var (mx, my, mz) = OnBolt.MomentsAtCentroid<Plain>(cases[i], group);
            var force = cases[i].Load.Force;
            // A moment counts from a thousandth of a millimetre of arm on.
            var least = 1e-3 * Math.Max(1, Math.Abs(force.X) + Math.Abs(force.Y) + Math.Abs(force.Z));
            string Why(string what) => cases[i].At is null ? what : what + " (the load carried to their centroid is counted in)";
            if (Math.Abs(mz.Value) > least && group.IsPoint) found.Add((i, "mz", Why("one bolt cannot hold a torsion")));
            if (pattern.School == TensionSchool.Pivot)
            {
                if (Math.Abs(mx.Value) > least && pattern.RowLine(mx.Value)
                    .Squares < NoHold) found.Add((i, "mx",
                    Why("all bolts lie on the compression line: nothing holds against this moment. Move the line, or draw the plate")));
                if (Math.Abs(my.Value) > least && pattern.ColumnLine(my.Value)
                    .Squares < NoHold) found.Add((i, "my",
                    Why("all bolts lie on the compression line: nothing holds against this moment. Move the line, or draw the plate")));
            }
            else if (group.IsPoint)
            {
                if (Math.Abs(mx.Value) > least) found.Add((i, "mx",
                    Why("one bolt cannot hold a moment about its centre; about a compression line it can")));
                if (Math.Abs(my.Value) > least) found.Add((i, "my",
                    Why("one bolt cannot hold a moment about its centre; about a compression line it can")));
            }
            else if (group.IsLine)
            {
                var (ux, uy) = group.LineDirection;
                if (Math.Abs((ux * mx.Value) + (uy * my.Value)) > least) found.Add((i, Math.Abs(ux) > Math.Abs(uy) ? "mx" : "my",
                    Why("all bolts lie on one line, and nothing holds against a moment about it; "
                        + "about a compression line beside them it would")));
            }
        }
        return found;
    }

    /// <summary>The cases of a joint, each resolved to one load, with their factors and combinations; null where some has a
    /// fault.</summary>
    internal static ImmutableArray<LoadCase>? Cases(Values said, BoltPattern? pattern, List<Fault> faults)
    {
        var stated = said[Fields.Loads];
        if (stated.IsEmpty)
        {
            faults.Add(new("no-case", Fields.Loads.Path, null, "no load case. State at least one, with its tension, its shear or both"));
            return null;
        }
        if (stated.Any(c => c.HasFaults)) return null;
        var before = faults.Count;
        var centroid = pattern?.Group.Centroid ?? default;
        var laidOut = IsLaidOut(said);
        var resolved = said.Once(Fields.Loads.Path, () => Resolve(stated, laidOut, centroid, faults), r => r.LaidOut == laidOut
            && r.Centroid == centroid && r.IsSound);
        if (faults.Count > before || pattern is null) return faults.Count > before ? null : resolved.Judged;
        var judged = resolved.Judged;
        var all = resolved.All;
        foreach (var (i, key, problem) in MomentsWithoutHold(judged, pattern).Where(u => !judged[u.Case].OnlyCombined))
        {
            faults.Add(new("moment-unheld", $"loads[{i}].{(all.Each[i].Sum is null ? key : "combines")}", null, problem));
        }
        return faults.Count > before ? null : judged;
    }

    /// <summary>All cases resolved. They follow from the cases stated, from whether a pattern is, and from where its centroid is:
    /// nothing else.</summary>
    /// <param name="All">As they were stated.</param>
    /// <param name="Judged">Each with its load.</param>
    /// <param name="LaidOut">True where a pattern is stated.</param>
    /// <param name="Centroid">Where the loads of combinations are summed, mm.</param>
    /// <param name="IsSound">False where one has a fault, which is to be found again.</param>
    private sealed record CasesResolved(CasesStated All, ImmutableArray<LoadCase> Judged, bool LaidOut, Components Centroid, bool IsSound);

    private static CasesResolved Resolve(ImmutableArray<Values> stated, bool laidOut, Components centroid, List<Fault> faults)
    {
        var before = faults.Count;
        var all = new CasesStated([.. stated.Select((c, i) => new CaseStated(c, i))]);
        var cases = all.Each.Select(c => c.Sum is null ? Stated(c, laidOut, faults) : new LoadCase(c.Name, default(Resultant), null))
            .ToList();
        foreach (var c in all.Each.Where(c => c.Sum is not null)) cases[c.Index] = Combined(c, all, cases, centroid, faults);
        var judged = all.Each.Select(c => cases[c.Index] with
        {
            OnlyCombined = !c.Said.Of(Fields.CaseJudged),
            Helper = c.Helper,
            AlternatesWith = c.AlternatesWith,
            Other = OtherOf(c, all, faults),
            Cycles = c.Said.Stated(Fields.CaseCycles),
            LimitStates = c.Said.Of(Fields.CaseLimitState),
            Pressure = PressureOf(c, all),
        }).ToImmutableArray();
        if (judged.All(c => c.OnlyCombined))
        {
            faults.Add(new("no-case-judged", "loads[0].judged", "only in combinations",
                "no case is judged: every one counts only in combinations"));
        }
        return new(all, judged, laidOut, centroid, faults.Count == before);
    }

    /// <summary>A case as the document said it.</summary>
    private sealed record CaseStated(Values Said, int Index)
    {
        internal string Name { get; } = Said.Stated(Fields.CaseName) is { Length: > 0 } given ? given : $"Case {Index + 1}";

        /// <summary>The sum of other cases; null where it states a load.</summary>
        internal string? Sum { get; } = Said.Stated(Fields.CaseCombines) is { Length: > 0 } sum ? sum : null;

        internal string? AlternatesWith { get; } = Said.Stated(Fields.CaseAlternates) is { Length: > 0 } other ? other : null;

        internal LoadHelper? Helper { get; } = HelperOf(Said);

        internal double Factor { get; } = Said.Of(Fields.CaseFactor);

        internal double Pressure { get; } = Said.Of(Fields.CasePressure);

        internal bool HasForces => ForceFields.Any(Said.Has);

        internal bool HasPlace => PlaceFields.Any(Said.Has);

        internal bool HasTensionOrShear => Said.Has(Fields.CaseTension) || Said.Has(Fields.CaseShear);

        internal double Force(int component) => Said.Stated(ForceFields[component]) ?? 0;

        internal double At(int axis) => Said.Stated(PlaceFields[axis]) ?? 0;
    }

    /// <summary>All cases, and the names that a combination may use: a sum of sums is not taken.</summary>
    private sealed record CasesStated(ImmutableArray<CaseStated> Each)
    {
        internal string[] Summable { get; } = [.. Each.Select(c => c.Sum is null ? c.Name : "")];
    }

    private static readonly Field<double>[] ForceFields = [Fields.CaseFx, Fields.CaseFy, Fields.CaseFz, Fields.CaseMx, Fields.CaseMy,
        Fields.CaseMz];

    private static readonly Field<double>[] PlaceFields = [Fields.CaseAtX, Fields.CaseAtY, Fields.CaseAtZ];

    /// <summary>Pressure contained in a case: its own with its factor, or that of the cases it sums, with theirs.</summary>
    private static double PressureOf(CaseStated c, CasesStated all)
    {
        if (c.Pressure > 0 || c.Sum is null) return Math.Max(0, c.Factor * c.Pressure);
        var (terms, _) = CombinationText.Parse(c.Sum, all.Summable);
        return Math.Max(0, c.Factor * terms.Sum(t => t.Factor * all.Each[t.Case].Factor * all.Each[t.Case].Pressure));
    }

    private static LoadHelper? HelperOf(Values said)
    {
        if (said.Stated(Fields.HelperKind) is not { } kind) return null;
        double Value(Field<double> field) => said.Stated(field) ?? 0;
        return new LoadHelper(kind, said.Stated(Fields.HelperHeading) ?? HelperInputs.Of(kind).UsualHeading)
        {
            Pressure = Value(Fields.HelperPressure),
            Bore = Value(Fields.HelperBore),
            Rod = Value(Fields.HelperRod),
            Force = Value(Fields.HelperForce),
            Offset = Value(Fields.HelperOffset),
            OffsetUp = Value(Fields.HelperOffsetUp),
            StandOff = Value(Fields.HelperStandOff),
            Width = Value(Fields.HelperWidth),
            Height = Value(Fields.HelperHeight),
            Mass = Value(Fields.HelperMass),
            Level = said.Of(Fields.HelperLevel),
            Radius = Value(Fields.HelperRadius),
            Speed = Value(Fields.HelperSpeed),
            RodLength = Value(Fields.HelperRodLength),
            Shear = Value(Fields.HelperShear),
            Moment = Value(Fields.HelperMoment),
        };
    }

    private static LoadCase Stated(CaseStated c, bool laidOut, List<Fault> faults)
    {
        var helper = c.Helper;
        var lacks = helper is null ? [] : HelperInputs.Of(helper.Kind).Needed.Where(f => !c.Said.Has(f)).ToList();
        RefuseTwoStatements(c, helper, faults);
        if (helper is not null) RefuseHelper(c.Said, helper, lacks, faults);
        var load = helper is not null && lacks.Count == 0 ? helper.Load()
            : c.HasForces ? new Resultant(new(c.Force(0), c.Force(1), c.Force(2)), new(c.Force(3), c.Force(4), c.Force(5)))
            : new Resultant(new(Math.Abs(c.Said.Stated(Fields.CaseShear) ?? 0), 0, c.Said.Stated(Fields.CaseTension) ?? 0), default);
        if (!laidOut && (c.HasPlace || load.Moment != default))
        {
            faults.Add(new("moment-needs-pattern", c.Said.PathOf(Beside(c, helper)),
                null, "a moment, or a load beside the bolts, needs their places: lay out a pattern first"));
        }
        var origin = new LoadOrigin(c.Factor, [new(c.Name, c.Index + 1, 1, load, helper)]);
        return LoadCase.Of(c.Name, origin, c.HasPlace ? new(c.At(0), c.At(1), c.At(2)) : null);
    }

    /// <summary>The field that brings a load beside the bolts.</summary>
    private static Field Beside(CaseStated c, LoadHelper? helper)
    {
        if (helper is not null) return Fields.HelperKind;
        return c.HasPlace ? Fields.CaseAtX : ForceFields.Skip(3).FirstOrDefault(f => c.Said.Stated(f) is not (null or 0), Fields.CaseMz);
    }

    /// <summary>A case is stated one way: tension and shear, components, or a helper.</summary>
    private static void RefuseTwoStatements(CaseStated c, LoadHelper? helper, List<Fault> faults)
    {
        if (c.HasForces && c.HasTensionOrShear)
        {
            var field = c.Said.Has(Fields.CaseTension) ? Fields.CaseTension : Fields.CaseShear;
            faults.Add(new("stated-twice", c.Said.PathOf(field), null,
                "this case is stated by its components: clear this, or the components"));
        }
        if (helper is not null && (c.HasForces || c.HasTensionOrShear))
        {
            faults.Add(new("stated-and-worked-out", c.Said.PathOf(Fields.HelperKind), null,
                "this case is worked out and stated as well: clear one of the two"));
        }
        if (c.HasPlace && !c.HasForces && helper is not { HasPoint: true })
        {
            faults.Add(new("no-place", c.Said.PathOf(Fields.CaseAtX), null, helper is null
                ? "tension and shear act at the centroid: state components to have them elsewhere"
                : "this kind of load hangs from the centroid: its offsets say where it acts"));
        }
    }

    private static void RefuseHelper(Values said, LoadHelper helper, IReadOnlyList<Field> lacks, List<Fault> faults)
    {
        if (helper is { Kind: HelperKind.Column, Heading: Heading.Z or Heading.MinusZ })
        {
            faults.Add(new("column-heading", said.PathOf(Fields.HelperHeading), null,
                "a column's shear and moment act in the plane of the joint: along x or y"));
        }
        if (helper.Kind == HelperKind.RamPull && lacks.Count == 0 && helper.Rod >= helper.Bore)
        {
            faults.Add(new("rod-thick", said.PathOf(Fields.HelperRod), Mm(helper.Rod),
                $"the rod is as thick as the bore ({Mm(helper.Bore)}): nothing would be left to pull with"));
        }
        foreach (var field in lacks) faults.Add(new("helper-lacks", said.PathOf(field), null,
            "missing: the load cannot be worked out without it"));
    }

    private static LoadCase Combined(CaseStated c, CasesStated all, List<LoadCase> cases, Components centroid, List<Fault> faults)
    {
        var path = c.Said.PathOf(Fields.CaseCombines);
        if (c.Said.Has(Fields.HelperKind) || c.HasTensionOrShear || c.HasForces || c.HasPlace)
        {
            faults.Add(new("combined-and-stated", path, c.Sum,
                "this case combines others and states a load as well: clear one of the two"));
        }
        var parts = ImmutableArray.CreateBuilder<LoadPart>();
        var (terms, problem) = CombinationText.Parse(c.Sum!, all.Summable);
        if (problem is not null) faults.Add(new("combination-unreadable", path, c.Sum, problem));
        foreach (var (factor, part) in terms)
        {
            var name = all.Each[part].Name;
            if (all.Summable.Count(n => n.Equals(name, StringComparison.OrdinalIgnoreCase)) > 1)
            {
                faults.Add(new("combination-ambiguous", path, c.Sum,
                    $"two load cases are called {name}: which of them? Give each a name of its own"));
            }
            var load = cases[part];
            parts.Add(new(name, part + 1, factor, load.At is { } at ? load.Load.Moved(at, centroid) : load.Load));
        }
        // Its moment is about the centroid already.
        return LoadCase.Of(c.Name, new LoadOrigin(c.Factor, parts.ToImmutable()), null);
    }

    private static int? OtherOf(CaseStated c, CasesStated all, List<Fault> faults)
    {
        if (c.AlternatesWith is not { } name) return null;
        if (name.Equals(JointRules.Unloaded, StringComparison.OrdinalIgnoreCase)) return -1;
        if (all.Each.FirstOrDefault(o => o.Index != c.Index
            && o.Name.Equals(name, StringComparison.OrdinalIgnoreCase)) is { } other) return other.Index;
        var known = string.Join(", ", all.Each.Where(o => o.Index != c.Index).Select(o => o.Name).Append(JointRules.Unloaded));
        faults.Add(new("alternates-with-nothing", c.Said.PathOf(Fields.CaseAlternates), name,
            $"no other load case of that name. Choose one of {known}"));
        return null;
    }

    /// <summary>The layout as stated, with its pitches and circle chosen where they are not, and its switched-off places.</summary>
    /// <param name="said">What was stated.</param>
    /// <param name="d">Bolt diameter, mm.</param>
    /// <param name="faults">Takes what is wrong with the numbers switched off.</param>
    public static Layout LayoutOf(Values said, double d, List<Fault> faults)
    {
        var pitch = Math.Ceiling(UsualPitch * d);
        var stated = new Layout
        {
            Kind = said.Stated(Fields.PatternKind) ?? PatternKind.Single,
            Rows = said.Of(Fields.PatternRows),
            Columns = said.Of(Fields.PatternColumns),
            PitchX = said.Stated(Fields.PitchX) ?? pitch,
            PitchY = said.Stated(Fields.PitchY) ?? pitch,
            Count = said.Of(Fields.PatternCount),
            From = said.Of(Fields.PatternFrom),
            Sweep = said.Of(Fields.PatternSweep),
            At = new(said.Of(Fields.PatternX), said.Of(Fields.PatternY)),
            Turned = said.Of(Fields.PatternTurned),
            Mirror = said.Of(Fields.PatternMirror),
            Points = [.. said[Fields.Points].Select(p => new PlanPoint(p.Of(Fields.PointX), p.Of(Fields.PointY)))],
            Off = OffOf(said.Of(Fields.PatternOff), faults),
        };
        return stated with { Diameter = said.Stated(Fields.PatternDiameter) ?? UsualDiameter(stated, pitch) };
    }

    /// <summary>The changes that state this layout's rows, columns, number, pitches and circle.</summary>
    internal static Change[] Stating(Layout layout) =>
    [
        Fields.PatternRows.To(layout.Rows), Fields.PatternColumns.To(layout.Columns), Fields.PatternCount.To(layout.Count),
        Fields.PitchX.To(layout.PitchX), Fields.PitchY.To(layout.PitchY), Fields.PatternDiameter.To(layout.Diameter),
    ];

    /// <summary>A circle on which the bolts stand at the usual pitch, not tighter than two pitches across, mm.</summary>
    private static double UsualDiameter(Layout layout, double pitch)
    {
        var spread = layout.Kind == PatternKind.Arc ? layout.Sweep / Math.Max(1, layout.Count - 1)
            : 2 * Math.PI / Math.Max(1, layout.Count);
        return Math.Ceiling(Math.Max(2 * pitch, pitch / Math.Sin(Math.Min(Math.PI, Math.Max(0.01, spread)) / 2)) / 5) * 5;
    }

    private static ImmutableArray<int> OffOf(string text, List<Fault> faults)
    {
        var numbers = new List<int>();
        foreach (var part in text.Split([',', ' ', ';'], StringSplitOptions.RemoveEmptyEntries))
        {
            if (int.TryParse(part, NumberStyles.None, CultureInfo.InvariantCulture, out var n) && n > 0) numbers.Add(n);
            else faults.Add(new("off-unreadable", Fields.PatternOff.Path, text,
                $"\"{part}\" is not the number of a bolt. Write for example 3, 5"));
        }
        return [.. numbers.Distinct().Order()];
    }

    private static Plate? PlateOf(Values said, List<Fault> faults)
    {
        var shape = said.Of(Fields.PlateShape);
        if (shape == "none") return null;
        var before = faults.Count;
        ImmutableArray<PlanPoint> corners = [.. said[Fields.Corners]
            .Select(c => new PlanPoint(c.Of(Fields.CornerX), c.Of(Fields.CornerY)))];
        foreach (var needed in NeededOf(shape).Where(f => !said.Has(f))) faults.Add(new("plate-lacks", needed.Path, null,
            $"missing: a {shape} plate has one"));
        if (shape == "polygon") RefuseOutline(corners, faults);
        var openings = said[Fields.Openings].Select(o => OpeningOf(o, faults)).ToImmutableArray();
        if (faults.Count > before) return null;
        var at = new PlanPoint(said.Of(Fields.PlateX), said.Of(Fields.PlateY));
        return shape switch
        {
            "rectangle" => new(Plate.Rectangle(at, said.Of(Fields.PlateWidth), said.Of(Fields.PlateHeight)), at, 0, openings),
            "circle" => new([], at, said.Of(Fields.PlateDiameter), openings),
            _ => new(corners, at, 0, openings),
        };
    }

    private static Field[] NeededOf(string shape) => shape switch
    {
        "rectangle" => [Fields.PlateWidth, Fields.PlateHeight],
        "circle" => [Fields.PlateDiameter],
        _ => [],
    };

    private static void RefuseOutline(ImmutableArray<PlanPoint> corners, List<Fault> faults)
    {
        if (corners.Length < 3)
        {
            faults.Add(new("too-few-corners", Fields.Corners.Path, null,
                $"a polygon has at least three corners; there {(corners.Length == 1 ? "is one" : $"are {corners.Length}")}"));
        }
        else if (Plate.Crosses(corners))
        {
            faults.Add(new("outline-crosses", Fields.Corners.Path, null,
                "the outline crosses itself or encloses nothing: list the corners in order round the plate"));
        }
    }

    private static Opening OpeningOf(Values said, List<Fault> faults)
    {
        var (diameter, width, height) = (said.Stated(Fields.OpeningDiameter) ?? 0, said.Stated(Fields.OpeningWidth) ?? 0,
            said.Stated(Fields.OpeningHeight) ?? 0);
        if (diameter <= 0 && (width <= 0 || height <= 0))
        {
            faults.Add(new("opening-lacks", said.PathOf(Fields.OpeningDiameter), null,
                "an opening has a diameter, or a width and a height"));
        }
        return new Opening(new(said.Of(Fields.OpeningX), said.Of(Fields.OpeningY)), diameter, width, height);
    }

    private static readonly Field<double>[] FlangeFields = [Fields.PryingStem, Fields.PryingEdge, Fields.PryingLength];

    private static Prying? PryingOf(Values said, double d, List<Fault> faults)
    {
        var byFlange = FlangeFields.Any(said.Has);
        if (said.Stated(Fields.PryingFactor) is { } factor)
        {
            if (byFlange)
            {
                faults.Add(new("prying-twice", Fields.PryingFactor.Path, QuantityText.Figures(factor),
                    "prying is stated by a factor and by the flange: clear one of the two"));
            }
            return new Prying(factor, 0, 0, 0);
        }
        if (!byFlange) return null;
        foreach (var lacking in FlangeFields.Where(f => !said.Has(f))) faults.Add(new("flange-lacks", lacking.Path, null,
            "missing: the flange needs all three distances"));
        var (stem, edge, length) = (said.Stated(Fields.PryingStem), said.Stated(Fields.PryingEdge), said.Stated(Fields.PryingLength));
        if (stem <= d / 2)
        {
            faults.Add(new("stem-near", Fields.PryingStem.Path, Mm(stem.Value),
                $"the bolt would stand in the stem: above {Mm(d / 2)} is needed"));
        }
        if (length is { } p && (said.Stated(Fields.HoleDiameter) ?? (1.2 * d)) >= p)
        {
            faults.Add(new("flange-short", Fields.PryingLength.Path, Mm(p), "less than the hole is wide"));
        }
        return stem is { } b && edge is { } a && length is { } l ? new Prying(0, b, a, l) : null;
    }

    private static string Mm(double value) => QuantityText.ShowText(value, Dimension.Length, UnitSystem.Si, 3);
}
