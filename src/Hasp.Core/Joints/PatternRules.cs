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

    /// <summary>The pattern, or null where none is laid out or it has faults.</summary>
    internal static BoltPattern? Judge(JointInput input, double? diameter, List<Fault> faults)
    {
        if (input.Pattern is not { Layout: { } stated } pattern || diameter is not { } d) return null;
        var before = faults.Count;
        var layout = LaidOut(pattern, stated, d, faults);
        if (layout.Kind == PatternKind.Points && layout.Points.IsEmpty) faults.Add(new("pattern.points", null, "no bolt is placed yet: add one, or choose a kind of pattern"));
        if (layout.PlaceCount > MostBolts) faults.Add(new(CountPath(layout), null, $"{layout.PlaceCount} bolts: at most {MostBolts} are taken"));
        var plate = PlateOf(pattern.Plate, faults);
        var prying = PryingOf(pattern, input, d, faults);
        if (faults.Count > before) return null;

        var places = layout.Places();
        if (layout.Off.FirstOrDefault(n => n < 1 || n > places.Length) is var beyond and not 0) faults.Add(new(Fields.PatternOff.Path, pattern.Off, $"there is no bolt {beyond}: they are numbered 1 to {places.Length}"));
        else if (layout.Off.Length == places.Length) faults.Add(new(Fields.PatternOff.Path, pattern.Off, "every bolt is switched off: at least one must hold"));
        if (faults.Count > before) return null;

        var group = BoltPattern.GroupOf(layout, places);
        var usual = BoltPattern.UsualPivots(group, plate);
        var made = new BoltPattern
        {
            Layout = layout,
            Places = places,
            Group = group,
            Plate = plate,
            School = pattern.School ?? TensionSchool.Centroid,
            Pivots = new(pattern.PivotLeft ?? usual.Left, pattern.PivotRight ?? usual.Right, pattern.PivotBottom ?? usual.Bottom, pattern.PivotTop ?? usual.Top),
            Prying = prying,
        };
        foreach (var (line, path, words) in new[]
        {
            (made.RowLine(1), Fields.PivotBottom.Path, "above the bottom line"), (made.RowLine(-1), Fields.PivotTop.Path, "below the top line"),
            (made.ColumnLine(1), Fields.PivotRight.Path, "left of the right line"), (made.ColumnLine(-1), Fields.PivotLeft.Path, "right of the left line"),
        })
        {
            var given = path == Fields.PivotBottom.Path ? pattern.PivotBottom : path == Fields.PivotTop.Path ? pattern.PivotTop : path == Fields.PivotRight.Path ? pattern.PivotRight : pattern.PivotLeft;
            if (given is { } at && line.Squares < 1e-6) faults.Add(new(path, Mm(at), $"no bolt lies {words}: nothing would hold against a moment about it"));
        }
        return faults.Count > before ? null : made;
    }

    /// <summary>What is wrong with the room that heads, holes and edges have, once the bolts and holes are chosen.</summary>
    internal static void JudgeRoom(Joint joint, List<Fault> faults)
    {
        foreach (var finding in joint.Spacing.Where(f => f.IsRefused))
        {
            var layout = joint.Pattern!.Layout;
            var path = layout.Kind == PatternKind.Points ? $"pattern.points[{finding.Number - 1}].x"
                : finding.Kind == SpacingKind.Edge ? Fields.PlateShape.Path
                : layout.IsRound ? Fields.PatternDiameter.Path
                : Math.Abs(finding.To.X - finding.From.X) >= Math.Abs(finding.To.Y - finding.From.Y) ? Fields.PitchX.Path : Fields.PitchY.Path;
            if (path.StartsWith("pattern.points", StringComparison.Ordinal) && finding.Number > layout.Points.Length) path = Fields.PatternMirror.Path;
            if (faults.All(f => f.Path != path)) faults.Add(new(path, Mm(finding.Distance), Words(finding)));
        }
    }

    /// <summary>A finding in words.</summary>
    public static string Words(SpacingFinding finding) => finding switch
    {
        { Kind: SpacingKind.Pitch, Distance: < 1e-6 } => $"bolts {finding.Number} and {finding.Other} are at the same place",
        { Kind: SpacingKind.Pitch, IsRefused: true } => $"bolts {finding.Number} and {finding.Other} are {Mm(finding.Distance)} apart: heads, washers or holes would run into each other below {Mm(finding.Refused)}",
        { Kind: SpacingKind.Pitch } => $"bolts {finding.Number} and {finding.Other} are {Mm(finding.Distance)} apart{(finding.IsShort ? $", under {Mm(finding.Good)}" : "")}",
        { Distance: < 0 } => $"bolt {finding.Number} lies off the plate",
        { IsRefused: true } => $"bolt {finding.Number} is {Mm(finding.Distance)} from an edge of the plate: at least {Mm(finding.Refused)} is accepted, {Mm(finding.Good)} is good practice",
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
        : [(Fields.PatternRows.Path, layout.Rows.ToString(CultureInfo.InvariantCulture)), (Fields.PatternColumns.Path, layout.Columns.ToString(CultureInfo.InvariantCulture))];

    /// <summary>Where the number of bolts is stated.</summary>
    public static string CountPath(Layout layout) => layout.HasRows ? Fields.PatternRows.Path : layout.IsRound ? Fields.PatternCount.Path : Fields.PatternKind.Path;

    /// <summary>Moments that the bolts cannot hold: index of the case, the field, and why.</summary>
    public static IReadOnlyList<(int Case, string Key, string Problem)> Unheld(ImmutableArray<LoadCase> cases, BoltPattern pattern)
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
                if (Math.Abs(mx.Value) > least && pattern.RowLine(mx.Value).Squares < 1e-6) found.Add((i, "mx", Why("all bolts lie on the compression line: nothing holds against this moment. Move the line, or draw the plate")));
                if (Math.Abs(my.Value) > least && pattern.ColumnLine(my.Value).Squares < 1e-6) found.Add((i, "my", Why("all bolts lie on the compression line: nothing holds against this moment. Move the line, or draw the plate")));
            }
            else if (group.IsPoint)
            {
                if (Math.Abs(mx.Value) > least) found.Add((i, "mx", Why("one bolt cannot hold a moment about its centre; about a compression line it can")));
                if (Math.Abs(my.Value) > least) found.Add((i, "my", Why("one bolt cannot hold a moment about its centre; about a compression line it can")));
            }
            else if (group.IsLine)
            {
                var (ux, uy) = group.LineDirection;
                if (Math.Abs((ux * mx.Value) + (uy * my.Value)) > least) found.Add((i, Math.Abs(ux) > Math.Abs(uy) ? "mx" : "my", Why("all bolts lie on one line, and nothing holds against a moment about it; about a compression line beside them it would")));
            }
        }
        return found;
    }

    /// <summary>The cases of a joint, each resolved to one load, with their factors and combinations; null where some has a fault.</summary>
    internal static ImmutableArray<LoadCase>? Cases(JointInput input, BoltPattern? pattern, List<Fault> faults)
    {
        if (input.Cases.Count == 0)
        {
            faults.Add(new("loads", null, "no load case. State at least one, with its tension, its shear or both"));
            return null;
        }
        if (input.Cases.Any(c => c is null)) return null;
        var before = faults.Count;
        // A pattern with faults of its own is a pattern all the same.
        var laidOut = pattern is not null || input.Pattern is not null;
        var cases = input.Cases.Select((c, i) => c!.Combines is null ? Stated(c, i, laidOut, faults) : new LoadCase(c.Name, default, null)).ToList();
        for (var i = 0; i < cases.Count; i++) if (input.Cases[i]!.Combines is { } text) cases[i] = Combined(text, i, input.Cases, cases, pattern, faults);
        var all = cases.Select((c, i) => c with
        {
            OnlyCombined = input.Cases[i]!.OnlyCombined,
            Helper = input.Cases[i]!.Helper,
            AlternatesWith = input.Cases[i]!.AlternatesWith,
            Other = OtherOf(input.Cases, i, faults),
            Cycles = input.Cases[i]!.Cycles,
            Pressure = PressureOf(input.Cases, i),
        }).ToImmutableArray();
        if (all.All(c => c.OnlyCombined)) faults.Add(new("loads[0].judged", "only in combinations", "no case is judged: every one counts only in combinations"));
        if (faults.Count > before) return null;
        if (pattern is not null)
        {
            foreach (var (i, key, problem) in Unheld(all, pattern).Where(u => !all[u.Case].OnlyCombined)) faults.Add(new($"loads[{i}].{(input.Cases[i]!.Combines is null ? key : "combines")}", null, problem));
        }
        return faults.Count > before ? null : all;
    }

    /// <summary>Pressure contained in a case: its own with its factor, or that of the cases it sums, with theirs.</summary>
    private static double PressureOf(IReadOnlyList<CaseInput?> cases, int index)
    {
        var c = cases[index]!;
        if (c.Pressure > 0 || c.Combines is null) return Math.Max(0, c.Factor * c.Pressure);
        var (terms, _) = CombinationText.Parse(c.Combines, [.. cases.Select(x => x!.Combines is null ? x.Name : "")]);
        return Math.Max(0, c.Factor * terms.Sum(t => t.Factor * cases[t.Case]!.Factor * cases[t.Case]!.Pressure));
    }

    private static LoadCase Stated(CaseInput c, int index, bool laidOut, List<Fault> faults)
    {
        var path = $"loads[{index}].";
        var components = c.Components.Any(x => x is not null);
        if (components && (c.Tension is not null || c.Shear is not null))
        {
            faults.Add(new(path + (c.Tension is not null ? "tension" : "shear"), null, "this case is stated by its components: clear this, or the components"));
        }
        if (c.Helper is not null && (components || c.Tension is not null || c.Shear is not null))
        {
            faults.Add(new(path + "helper.kind", null, "this case is worked out and stated as well: clear one of the two"));
        }
        if (c.Helper is { Kind: HelperKind.Column, Heading: Heading.Z or Heading.MinusZ })
        {
            faults.Add(new(path + "helper.heading", null, "a column's shear and moment act in the plane of the joint: along x or y"));
        }
        if (c.Helper is { Kind: HelperKind.RamPull } ram && c.HelperLacks.Count == 0 && ram.Rod >= ram.Bore)
        {
            faults.Add(new(path + "helper.rod", Mm(ram.Rod), $"the rod is as thick as the bore ({Mm(ram.Bore)}): nothing would be left to pull with"));
        }
        foreach (var key in c.HelperLacks) faults.Add(new($"{path}helper.{key}", null, "missing: the load cannot be worked out without it"));
        var placed = c.At.Any(x => x is not null);
        if (placed && !components && c.Helper is not { HasPoint: true })
        {
            faults.Add(new(path + "atX", null, c.Helper is null ? "tension and shear act at the centroid: state components to have them elsewhere" : "this kind of load hangs from the centroid: its offsets say where it acts"));
        }
        Components? at = placed ? new(c.At[0] ?? 0, c.At[1] ?? 0, c.At[2] ?? 0) : null;
        var stated = c.Components.Select(x => x ?? 0).ToArray();
        var load = c.Helper is { } helper && c.HelperLacks.Count == 0 ? helper.Load()
            : components ? new Resultant(new(stated[0], stated[1], stated[2]), new(stated[3], stated[4], stated[5]))
            : new Resultant(new(Math.Abs(c.Shear ?? 0), 0, c.Tension ?? 0), default);
        if (!laidOut && (placed || load.Moment != default))
        {
            faults.Add(new(path + (c.Helper is not null ? "helper.kind" : placed ? "atX" : stated[3] != 0 ? "mx" : stated[4] != 0 ? "my" : "mz"), null,
                "a moment, or a load beside the bolts, needs their places: lay out a pattern first"));
        }
        return new LoadCase(c.Name, c.Factor * load, at);
    }

    private static LoadCase Combined(string text, int index, IReadOnlyList<CaseInput?> inputs, List<LoadCase> cases, BoltPattern? pattern, List<Fault> faults)
    {
        var path = $"loads[{index}].combines";
        var input = inputs[index]!;
        if (input.Helper is not null || input.Tension is not null || input.Shear is not null || input.Components.Concat(input.At).Any(x => x is not null))
        {
            faults.Add(new(path, text, "this case combines others and states a load as well: clear one of the two"));
        }
        var sum = default(Resultant);
        var centroid = pattern?.Group.Centroid ?? default;
        var (terms, problem) = CombinationText.Parse(text, [.. inputs.Select(c => c!.Combines is null ? c.Name : "")]);
        if (problem is not null) faults.Add(new(path, text, problem));
        foreach (var (factor, part) in terms)
        {
            if (inputs.Count(c => c!.Combines is null && c.Name.Equals(inputs[part]!.Name, StringComparison.OrdinalIgnoreCase)) > 1)
            {
                faults.Add(new(path, text, $"two load cases are called {inputs[part]!.Name}: which of them? Give each a name of its own"));
            }
            var load = cases[part];
            sum += factor * (load.At is { } at ? load.Load.Moved(at, centroid) : load.Load);
        }
        // Its moment is about the centroid already.
        return new LoadCase(input.Name, input.Factor * sum, null);
    }

    private static int? OtherOf(IReadOnlyList<CaseInput?> cases, int index, List<Fault> faults)
    {
        if (cases[index]!.AlternatesWith is not { } name) return null;
        if (name.Equals(JointRules.Unloaded, StringComparison.OrdinalIgnoreCase)) return -1;
        for (var i = 0; i < cases.Count; i++) if (i != index && cases[i]!.Name.Equals(name, StringComparison.OrdinalIgnoreCase)) return i;
        var known = string.Join(", ", cases.Where((_, i) => i != index).Select(c => c!.Name).Append(JointRules.Unloaded));
        faults.Add(new($"loads[{index}].alternatesWith", name, $"no other load case of that name. Choose one of {known}"));
        return null;
    }

    /// <summary>A layout with its pitches and circle chosen where they are not stated, and its switched-off places.</summary>
    /// <param name="pattern">What was stated.</param>
    /// <param name="stated">Its layout.</param>
    /// <param name="d">Bolt diameter, mm.</param>
    /// <param name="faults">Takes what is wrong with the numbers switched off.</param>
    public static Layout LaidOut(PatternInput pattern, Layout stated, double d, List<Fault> faults) => Chosen(stated, d) with { Off = OffOf(pattern.Off, faults) };

    private static Layout Chosen(Layout stated, double d)
    {
        var pitch = Math.Ceiling(UsualPitch * d);
        var filled = stated with { PitchX = stated.PitchX > 0 ? stated.PitchX : pitch, PitchY = stated.PitchY > 0 ? stated.PitchY : pitch };
        if (filled.Diameter > 0) return filled;
        // A circle on which the bolts stand at the usual pitch, not tighter than two pitches across.
        var spread = filled.Kind == PatternKind.Arc ? filled.Sweep / Math.Max(1, filled.Count - 1) : 2 * Math.PI / Math.Max(1, filled.Count);
        return filled with { Diameter = Math.Ceiling(Math.Max(2 * pitch, pitch / Math.Sin(Math.Min(Math.PI, Math.Max(0.01, spread)) / 2)) / 5) * 5 };
    }

    private static ImmutableArray<int> OffOf(string text, List<Fault> faults)
    {
        var numbers = new List<int>();
        foreach (var part in text.Split([',', ' ', ';'], StringSplitOptions.RemoveEmptyEntries))
        {
            if (int.TryParse(part, NumberStyles.None, CultureInfo.InvariantCulture, out var n) && n > 0) numbers.Add(n);
            else faults.Add(new(Fields.PatternOff.Path, text, $"\"{part}\" is not the number of a bolt. Write for example 3, 5"));
        }
        return [.. numbers.Distinct().Order()];
    }

    private static Plate? PlateOf(PlateInput? plate, List<Fault> faults)
    {
        if (plate?.Shape is null or "none") return null;
        var before = faults.Count;
        void Need(double? value, Field field)
        {
            if (value is null) faults.Add(new(field.Path, null, $"missing: a {plate!.Shape} plate has one"));
        }

        if (plate.Shape == "rectangle")
        {
            Need(plate.Width, Fields.PlateWidth);
            Need(plate.Height, Fields.PlateHeight);
        }
        if (plate.Shape == "circle") Need(plate.Diameter, Fields.PlateDiameter);
        if (plate.Shape == "polygon")
        {
            if (plate.Corners.Count < 3) faults.Add(new("pattern.plate.corners", null, $"a polygon has at least three corners; there {(plate.Corners.Count == 1 ? "is one" : $"are {plate.Corners.Count}")}"));
            else if (plate.Corners.All(c => c is not null) && Plate.Crosses([.. plate.Corners.Select(c => c!.Value)])) faults.Add(new("pattern.plate.corners", null, "the outline crosses itself or encloses nothing: list the corners in order round the plate"));
        }
        for (var i = 0; i < plate.Openings.Count; i++)
        {
            if (plate.Openings[i] is { Diameter: <= 0 } o && (o.Width <= 0 || o.Height <= 0)) faults.Add(new($"pattern.plate.openings[{i}].diameter", null, "an opening has a diameter, or a width and a height"));
        }
        if (faults.Count > before || plate.Corners.Any(c => c is null) || plate.Openings.Any(o => o is null)) return null;
        ImmutableArray<Opening> openings = [.. plate.Openings.Select(o => o!.Value)];
        return plate.Shape switch
        {
            "rectangle" => new(Plate.Rectangle(plate.At, plate.Width!.Value, plate.Height!.Value), plate.At, 0, openings),
            "circle" => new([], plate.At, plate.Diameter!.Value, openings),
            _ => new([.. plate.Corners.Select(c => c!.Value)], plate.At, 0, openings),
        };
    }

    private static Prying? PryingOf(PatternInput pattern, JointInput input, double d, List<Fault> faults)
    {
        double?[] model = [pattern.PryingStem, pattern.PryingEdge, pattern.PryingLength];
        if (pattern.PryingFactor is { } factor)
        {
            if (model.Any(v => v is not null)) faults.Add(new(Fields.PryingFactor.Path, QuantityText.Figures(factor), "prying is stated by a factor and by the flange: clear one of the two"));
            return new Prying(factor, 0, 0, 0);
        }
        if (model.All(v => v is null)) return null;
        Field[] fields = [Fields.PryingStem, Fields.PryingEdge, Fields.PryingLength];
        for (var i = 0; i < 3; i++) if (model[i] is null) faults.Add(new(fields[i].Path, null, "missing: the flange needs all three distances"));
        if (pattern.PryingStem <= d / 2) faults.Add(new(Fields.PryingStem.Path, Mm(pattern.PryingStem.Value), $"the bolt would stand in the stem: above {Mm(d / 2)} is needed"));
        if (pattern.PryingLength is { } length && (input.HoleDiameter ?? (1.2 * d)) >= length) faults.Add(new(Fields.PryingLength.Path, Mm(length), "less than the hole is wide"));
        return model.All(v => v is not null) ? new Prying(0, model[0]!.Value, model[1]!.Value, model[2]!.Value) : null;
    }

    private static string Mm(double value) => QuantityText.ShowText(value, Dimension.Length, UnitSystem.Si, 3);
}
