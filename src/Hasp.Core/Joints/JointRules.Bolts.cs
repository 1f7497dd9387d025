using System.Collections.Immutable;
using Hasp.Core.Catalogue;
using Hasp.Core.Checks;
using Hasp.Core.Formulas;
using Hasp.Core.Quantities;

namespace Hasp.Core.Joints;

/// <content>Bolts, nuts, washers, and lengths that fit the grip.</content>
public static partial class JointRules
{
    /// <summary>Head and nut; the head of a stud is a nut, and where the thread runs into a part there is no nut. Null where none
    /// is listed.</summary>
    private static (BearingPart? Head, BearingPart? Nut) HeadAndNutFor(Values said, ThreadEndKind end, ScrewThread? thread,
        GradeBand? grade, List<Fault> faults)
    {
        if (thread is null) return default;
        var usual = grade is not null && Standards.FindHead(grade.Hexagon, thread.Diameter) is not null ? grade.Hexagon : "hex";
        var kind = said.Stated(Fields.Head) ?? usual;
        var anyNut = NutFor(said, kind, thread, grade, faults);
        if (anyNut is null && !said.Has(Fields.Nut) && (end == ThreadEndKind.Nut || kind == Stud))
        {
            faults.Add(new("size-without-nut", Fields.Thread.Path, thread.Designation,
                $"no standard hex nut is listed for {thread.Designation}. Choose another size"));
        }
        var nut = end == ThreadEndKind.Nut ? anyNut : null;
        if (kind == Stud) return (anyNut is null ? null : anyNut with { Kind = Stud }, nut);
        var head = Standards.FindHead(kind, thread.Diameter);
        if (head is null)
        {
            faults.Add(new("head-unlisted", Fields.Head.Path, said.Stated(Fields.Head),
                $"no standard {kind} head is listed for {thread.Designation}. Choose another size or head")
            {
                Mends = nut is null ? [] : [new("A stud with two nuts", Fields.Head.Path, Stud)],
            });
        }
        return (head, nut);
    }

    /// <summary>No washer where none can lie.</summary>
    private static void RefuseWashers(ThreadEndKind end, BearingPart? head, Washer? headWasher, Washer? nutWasher, List<Fault> faults)
    {
        if (head is { Countersunk: true } && headWasher is not null)
        {
            faults.Add(new("washer-countersunk", Fields.HeadWasher.Path, headWasher.Kind, "a countersunk head takes no washer")
            {
                Mends = [new("No washer under the head", Fields.HeadWasher.Path, "")],
            });
        }
        if (end != ThreadEndKind.Nut && nutWasher is not null)
        {
            faults.Add(new("washer-without-nut", Fields.NutWasher.Path, nutWasher.Kind,
                "there is no nut to put a washer under: the thread runs into the last part")
            {
                Mends = [new("No washer under the nut", Fields.NutWasher.Path, "")],
            });
        }
    }

    /// <summary>The nut: as stated, or the one that goes with a structural head or that the grade's class of nut is made in, else a hex
    /// nut; null where none is listed for the thread.</summary>
    private static BearingPart? NutFor(Values said, string headKind, ScrewThread thread, GradeBand? grade, List<Fault> faults)
    {
        if (said.Stated(Fields.Nut) is not { } kind)
        {
            var made = grade is null ? "" : Standards.FindNutClass(said.Stated(Fields.NutClass) ?? grade.NutClass, thread)?.Nut ?? "";
            return Standards.FindNut(made, thread.Diameter) ?? Standards.FindNut(headKind, thread.Diameter) ?? Standards.FindNut("hex",
                thread.Diameter);
        }
        var nut = Standards.FindNut(kind, thread.Diameter);
        if (nut is null)
        {
            faults.Add(new("nut-unlisted", Fields.Nut.Path, kind,
                $"no {kind} nut is listed for {thread.Designation}. Choose another kind or size") { Mends = [new("The usual nut",
                    Fields.Nut.Path, "")] });
        }
        return nut;
    }

    /// <summary>The class of the nut, and whether it is weaker than the one that goes with the bolt; none where there is no nut, or
    /// none is listed.</summary>
    private static (NutClass? Class, bool IsWeaker) NutClassFor(Values said, ScrewThread? thread, GradeBand? grade, BearingPart? nut,
        List<Fault> faults)
    {
        if (thread is null || grade is null || nut is null) return (null, false);
        var usual = Standards.FindNutClass(grade.NutClass, thread);
        if (said.Stated(Fields.NutClass) is not { } stated) return (usual, false);
        var found = Standards.FindNutClass(stated, thread);
        if (found is null)
        {
            faults.Add(new("nut-class-unlisted", Fields.NutClass.Path, stated,
                $"nuts of class {stated} are not made for {thread.Designation}") { Mends = [new("The class that goes with the grade",
                    Fields.NutClass.Path, "")] });
        }
        return (found, found is not null && found.Proof < (usual?.Proof ?? grade.Tensile) - Tolerance
            && found.Proof < grade.Tensile - Tolerance);
    }

    /// <summary>The next preferred nominal length of at least <paramref name="least"/> mm; null past the list.</summary>
    private static double? NextLength(ScrewThread thread, double least) =>
        Standards.Lengths.FirstOrDefault(l => l.System == thread.System && l.Length >= least - Tolerance)?.Length;

    /// <summary>A listed grade for a thread; null with the reason where there is none, or it is not made in that size.</summary>
    public static GradeBand? GradeNamed(string name, ScrewThread thread, List<Fault> faults) =>
        GradeFor(new Values("", [], [], []).With(Fields.Grade.To(name)), thread, faults);

    internal static GradeBand? GradeFor(Values said, ScrewThread? thread, List<Fault> faults)
    {
        if (said.Stated(Fields.Grade) is not { } name) return null;
        // A grade of the user's own comes before one that ships under the same name.
        var own = OwnGradesOf(said).Where(g => g.Grade.Equals(name.Trim(), StringComparison.OrdinalIgnoreCase)).ToList();
        var bands = own.Count > 0 ? own : Standards.GradeBands(name);
        if (bands.Count == 0)
        {
            var known = string.Join(", ", Standards.Names(Standards.Grades, g => g.Grade));
            faults.Add(new("grade-unlisted", Fields.Grade.Path, name, $"no grade of that name. Known: {known}; or define your own"));
            return null;
        }
        if (thread is null) return null;
        var fitting = bands.FirstOrDefault(g => g.MinDiameter <= thread.Diameter + SameSize && thread.Diameter <= g.MaxDiameter + SameSize
            && (g.System == MeasureSystem.Any || g.System == thread.System));
        if (fitting is not null) return fitting;
        var system = bands[0].System == MeasureSystem.Inch ? UnitSystem.Us : UnitSystem.Si;
        var range = $"{QuantityText.ShowText(bands.Min(b => b.MinDiameter), Dimension.Length, system)} to "
            + $"{QuantityText.ShowText(bands.Max(b => b.MaxDiameter), Dimension.Length, system)}";
        faults.Add(new("grade-size", Fields.Grade.Path, name, bands.All(b => b.System != MeasureSystem.Any && b.System != thread.System)
            ? $"{name} is made with {(bands[0].System == MeasureSystem.Metric ? "metric" : "inch")} threads ({range}), "
                + $"{thread.Designation} is not one"
            : $"{name} is made from {range}; {thread.Designation} is outside that range"));
        return null;
    }

    /// <summary>
    /// Washers that are stated, listed for the size and softer than the grade asks for: each with the softest kind that serves it. Of those
    /// that no kind serves nothing.
    /// </summary>
    public static IReadOnlyList<Change> HarderWashers(Values said) =>
        said.Stated(Fields.Thread) is { } size && Standards.FindThread(size) is { } thread && GradeFor(said, thread, []) is { } grade
            ? HarderWashers(said, thread, grade) : [];

    internal static IReadOnlyList<Change> HarderWashers(Values said, ScrewThread thread, GradeBand grade)
    {
        var harder = new List<Change>();
        foreach (var field in new[] { Fields.HeadWasher, Fields.NutWasher })
        {
            var kind = said.Of(field);
            var isSoft = kind != "none" && Standards.FindWasher(kind, thread.Diameter) is { } now && now.Hardness < grade.WasherHardness;
            if (isSoft && WasherFitting(thread, grade) is { } fitting) harder.Add(field.To(fitting.Kind));
        }
        return harder;
    }

    /// <summary>The first flat washer listed for a size that is hard enough for a grade; null where none is.</summary>
    public static Washer? WasherFitting(ScrewThread thread, GradeBand grade) => Standards.Washers.FirstOrDefault(w =>
        w.Hardness >= grade.WasherHardness && Math.Abs(w.Diameter - thread.Diameter) < SameSize
            && !w.Kind.StartsWith("bevel", StringComparison.Ordinal));

    private static Washer? WasherFor(Values said, Field<string> field, ScrewThread? thread, GradeBand? grade, List<Fault> faults)
    {
        var kind = said.Of(field);
        if (kind == "none" || thread is null) return null;
        var washer = Standards.FindWasher(kind, thread.Diameter);
        if (washer is null)
        {
            faults.Add(new("washer-unlisted", field.Path, kind,
                $"no {kind} washer is listed for {thread.Designation}. Choose another kind or none"));
        }
        else if (grade is not null && washer.Hardness < grade.WasherHardness)
        {
            var fitting = WasherFitting(thread, grade);
            // One that was chosen goes with the grade: nobody asked for a soft one.
            if (fitting is not null && said.Chosen.Contains(field.Path)) return fitting;
            faults.Add(new("washer-soft", field.Path, kind,
                $"too soft for {grade.Grade}: {washer.Source} is {washer.Hardness:0} HV, "
                    + $"{grade.WasherHardness:0} HV at least go with this "
                    + $"grade{(fitting is null ? "" : $", such as {fitting.Kind} ({fitting.Source})")}")
            {
                Mends = fitting is null ? [] : [new($"{char.ToUpperInvariant(fitting.Kind[0])}{fitting.Kind[1..]} washer", field.Path,
                    fitting.Kind)],
            });
        }
        return washer;
    }

    private static (BoltSet Bolts, ThreadEnd End)? BoltsFor(
        Values said, int count, ScrewThread thread, GradeBand grade, BearingPart head, BearingPart? nut, ThreadEndKind kind,
        ImmutableArray<Layer> layers, double washers, List<Fault> faults)
    {
        if (head.Countersunk && layers[0].Thickness < head.Height - Tolerance)
        {
            faults.Add(new("countersink-deep", "layers[0].thickness", Mm(layers[0].Thickness),
                $"the countersink is deeper than the part: the head is {Mm(head.Height)} high")
            {
                Mends = [new($"{layers[0].Name} {Mm(Math.Ceiling(head.Height))} thick", "layers[0].thickness",
                    Mm(Math.Ceiling(head.Height))), new("Hex head", Fields.Head.Path, "hex")],
            });
            return null;
        }
        var all = layers.Sum(l => l.Thickness) + washers;
        return nut is not null ? Nutted(said, count, thread, grade, head, nut, all, faults)
            : Screwed(said, count, thread, grade, head, kind, layers, all - layers[^1].Thickness, faults);
    }

    private static (BoltSet, ThreadEnd)? Nutted(
        Values said, int count, ScrewThread thread, GradeBand grade, BearingPart head, BearingPart nut, double clamped, List<Fault> faults)
    {
        var stud = head.Kind == Stud;
        var least = clamped + nut.Height + (stud ? head.Height : 0);
        // At least one pitch shows beyond each nut.
        var chosen = NextLength(thread, least + (stud ? 2 : 1) * thread.Pitch);
        if ((said.Stated(Fields.Length) ?? chosen) is not { } length)
        {
            faults.Add(new("length-unlisted", Fields.Length.Path, null,
                $"a grip of {Mm(clamped)} needs a bolt over {Mm(least)}: longer than any preferred length. Give the length"));
            return null;
        }
        if (length < least - Tolerance)
        {
            faults.Add(new("length-short", Fields.Length.Path, Mm(length),
                $"too short for its grip: {Mm(clamped)} clamped and {(stud ? "two nuts" : "nut")} {Mm(least - clamped)} need at "
                    + $"least {Mm(least)}"
                + (chosen is { } c ? $"; {Mm(c)} is the next preferred length with a thread through the nut" : ""))
            {
                Mends = chosen is { } next ? [new($"{Mm(next)} long", Fields.Length.Path, Mm(next)),
                    new("Let the length be chosen", Fields.Length.Path, "")] : [new("Let the length be chosen", Fields.Length.Path, "")],
            });
            return null;
        }
        if (ThreadLengthFor(said, thread, head, length, clamped, faults) is not { } threadLength) return null;
        var above = stud ? head.Height + ((length - least) / 2) : 0;
        return (new BoltSet(thread, grade, count, length, said.Stated(Fields.Length) is null, threadLength, head, nut, above),
            new ThreadEnd(ThreadEndKind.Nut, 0, nut.Height, thread.Diameter, 0, false));
    }

    private static (BoltSet, ThreadEnd)? Screwed(
        Values said, int count, ScrewThread thread, GradeBand grade, BearingPart head, ThreadEndKind kind, ImmutableArray<Layer> layers,
        double clamped, List<Fault> faults)
    {
        var part = layers[^1];
        var depth = said.Stated(Fields.ThreadDepth) ?? part.Thickness;
        var d = thread.Diameter;
        if (depth > part.Thickness + Tolerance)
        {
            faults.Add(new("thread-depth", Fields.ThreadDepth.Path, Mm(depth),
                $"deeper than {part.Name}, which is {Mm(part.Thickness)} thick")
            {
                Mends = [new("Tap it through", Fields.ThreadDepth.Path, ""),
                    new($"{part.Name} {Mm(depth)} thick", $"layers[{layers.Length - 1}].thickness", Mm(depth))],
            });
            return null;
        }
        var insert = kind == ThreadEndKind.Insert ? said.Stated(Fields.InsertLength) ?? 1.5 * d : 0;
        if (insert > depth + Tolerance)
        {
            faults.Add(new("insert-long", Fields.InsertLength.Path, Mm(insert),
                $"the insert is longer than the hole: {Mm(insert)} in {Mm(depth)} of thread")
            {
                Mends =
                [
                    .. depth >= d ? [new Mend($"An insert {Mm(d)} long", Fields.InsertLength.Path, Mm(d))] : Array.Empty<Mend>(),
                    insert <= part.Thickness + Tolerance
                        ? new Mend($"Thread {Mm(insert)} deep", Fields.ThreadDepth.Path, Mm(insert))
                        : new Mend($"{part.Name} {Mm(Math.Ceiling(insert))} thick", $"layers[{layers.Length - 1}].thickness",
                            Mm(Math.Ceiling(insert))),
                ],
            });
            return null;
        }
        var outer = kind == ThreadEndKind.Insert ? Stripping.InsertDiameter<Plain>(new(d), new(thread.Pitch)).Value : d;
        var holds = kind == ThreadEndKind.Insert ? insert : depth;
        var geometry = ThreadGeometry<Plain>.Of(thread);
        var breaking = Stripping.RequiredEngagement<Plain>(
            geometry.NutMinorDiameter, geometry.StressArea, new(outer), new(grade.Tensile), new(part.Material.Tensile),
            new(Stripping.ShearRatio)).Value;
        var wanted = said.Stated(Fields.Engagement) ?? Math.Min(holds, kind == ThreadEndKind.Insert ? insert : Math.Max(d, breaking));
        if (wanted > holds + Tolerance)
        {
            faults.Add(new("engagement-deep", Fields.Engagement.Path, Mm(wanted),
                $"only {Mm(holds)} of thread can hold the bolt") { Mends = [new("Let the engagement be chosen", Fields.Engagement.Path,
                    "")] });
            return null;
        }
        var stud = head.Kind == Stud;
        var least = clamped + wanted + (stud ? head.Height + thread.Pitch : 0);
        var most = clamped + depth + (stud ? double.PositiveInfinity : 0);
        // Where no preferred length reaches the engagement without bottoming, the longest that fits stands for it.
        var chosen = NextLength(thread, least) is { } next && next <= most + Tolerance ? next
            : Standards.Lengths.LastOrDefault(l => l.System == thread.System && l.Length <= most + Tolerance && l.Length > clamped
                + thread.Pitch)?.Length;
        if ((said.Stated(Fields.Length) ?? chosen) is not { } length)
        {
            faults.Add(new("length-unlisted", Fields.Length.Path, null,
                $"no preferred length reaches through {Mm(clamped)} into {Mm(depth)} of thread. Give the length"));
            return null;
        }
        Mend[] mends = chosen is { } fits ? [new($"{Mm(fits)} long", Fields.Length.Path, Mm(fits)),
            new("Let the length be chosen", Fields.Length.Path, "")] : [];
        if (length > most + Tolerance)
        {
            faults.Add(new("screw-bottoms", Fields.Length.Path, Mm(length),
                $"the screw bottoms: {Mm(length - clamped)} reach past the clamped parts, the thread is {Mm(depth)} deep. "
                    + $"It would clamp nothing") { Mends = mends });
            return null;
        }
        var engaged = stud ? wanted : Math.Min(length - clamped, holds);
        if (engaged < thread.Pitch || length - clamped < (said.Stated(Fields.Engagement) ?? 0) - Tolerance
            || (stud && length < least - thread.Pitch - Tolerance))
        {
            faults.Add(new("length-short", Fields.Length.Path, Mm(length), stud
                ? $"too short: {Mm(wanted)} engaged, {Mm(clamped)} clamped and a nut of {Mm(head.Height)} need at least {Mm(least)}"
                : $"too short for its grip: {Mm(clamped)} clamped leave {Mm(Math.Max(0, length - clamped))} to engage, "
                    + $"{Mm(said.Stated(Fields.Engagement) ?? wanted)} "
                    + $"{(said.Stated(Fields.Engagement) is null ? "would be usual" : "is wanted")}") { Mends = mends });
            return null;
        }
        if (ThreadLengthFor(said, thread, head, length, clamped, faults) is not { } threadLength) return null;
        return (new BoltSet(thread, grade, count, length, said.Stated(Fields.Length) is null, threadLength, head, null, stud
            ? length - clamped - wanted : 0),
            new ThreadEnd(kind, depth, engaged, outer, insert, depth < part.Thickness - Tolerance));
    }

    /// <summary>
    /// The threaded length: the whole stud; what was given; by the standard; or a screw threaded to the head where the standard's shank
    /// would not pass.
    /// </summary>
    private static double? ThreadLengthFor(Values said, ScrewThread thread, BearingPart head, double length, double clamped,
        List<Fault> faults)
    {
        var stud = head.Kind == Stud;
        if (said.Stated(Fields.ThreadLength) is { } b && (stud || b > length + Tolerance))
        {
            faults.Add(new("thread-length", Fields.ThreadLength.Path, Mm(b),
                stud ? "a stud here is threaded over its whole length"
                    : $"longer than the bolt, which is {Mm(length)}") { Mends = [new("Let the thread length be chosen",
                    Fields.ThreadLength.Path, "")] });
            return null;
        }
        var threadLength = stud ? length : said.Stated(Fields.ThreadLength) ?? Standards.ThreadLength(head.ThreadRule, thread.Diameter,
            length);
        if (length - threadLength <= clamped + Tolerance) return threadLength;
        // ISO 4014 would leave the shank too long; the same length is sold threaded to the head (ISO 4017), and only where nothing was
        // given.
        if (said.Stated(Fields.Length) is null && said.Stated(Fields.ThreadLength) is null) return length;
        var path = said.Stated(Fields.ThreadLength) is null ? Fields.Length.Path : Fields.ThreadLength.Path;
        faults.Add(new("shank-long", path, Mm(said.Stated(Fields.ThreadLength) ?? length),
            $"the shank is in the way: the thread begins {Mm(length - threadLength)} under the head, "
                + $"only {Mm(clamped)} are clamped. Shorten the bolt, thread it further or pack the grip")
        {
            Mends = [new("Threaded to the head", Fields.ThreadLength.Path, Mm(length)), .. said.Stated(Fields.Length) is null
                ? Array.Empty<Mend>() : [new("Let the length be chosen", Fields.Length.Path, "")]],
        });
        return null;
    }
}
