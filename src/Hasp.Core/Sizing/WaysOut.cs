using System.Globalization;
using Hasp.Core.Catalogue;
using Hasp.Core.Checks;
using Hasp.Core.Checks.Codes;
using Hasp.Core.Documents;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;
using Hasp.Core.Quantities;

namespace Hasp.Core.Sizing;

/// <summary>A single change that mends a joint, found by judging the changed joint in full.</summary>
/// <param name="Id">Stable name of the change, e.g. <c>bolts.thread=M24</c>.</param>
/// <param name="Words">In words.</param>
/// <param name="Edits">What to write into the document: field paths and texts, empty text to have it chosen.</param>
/// <param name="Reserve">Least factor over required factor afterwards; 1 or more.</param>
/// <param name="Governs">What governs afterwards.</param>
public sealed record WayOut(string Id, string Words, IReadOnlyList<(string Path, string Text)> Edits, double Reserve, Check Governs)
{
    /// <summary>Which way each part pulls before the change, as a document says it.</summary>
    public required IReadOnlyList<string> Sides { get; init; }

    /// <summary>A joint with this way out taken.</summary>
    public Draft Into(Draft draft, UnitSystem shown) =>
        Edits.Aggregate(draft, (d, e) => e.Path == WaysOut.SleeveEdit ? WithSleeve(d, e.Text) : d.State(e.Path, e.Text, shown));

    private Draft WithSleeve(Draft draft, string text)
    {
        var size = text.Split(" × ");
        var rows = draft[Fields.Layers];
        // Sides go left and right in turn where none is stated: what they were before one more part came is written down.
        var sided = rows.Select((r, i) => i < Sides.Count ? r.With(Fields.LayerSide, Entry.Of(Fields.LayerSide, Sides[i])) : r);
        var sleeve = Row.Of(JointEdits.FreeId(rows), (Fields.LayerName, WaysOut.Sleeve),
            (Fields.LayerThickness, size[0]), (Fields.LayerMaterial, "Steel"), (Fields.LayerSide, "none"), (Fields.LayerEdge, size[1]));
        return draft.With(Fields.Layers, [sleeve, .. sided]);
    }
}

/// <summary>What a search for ways out came to.</summary>
/// <param name="Ways">The ways, in the order in which a shop would take them.</param>
/// <param name="None">Why there is none, and how near the nearest came; empty where there is one, or where the joint holds.</param>
public sealed record WaysFound(IReadOnlyList<WayOut> Ways, string None);

/// <summary>
/// Looks for the smallest single changes, one of each kind, after which every check holds; where none does, for two together, then
/// for three: what gains most is gone on from.
/// </summary>
public static class WaysOut
{
    /// <summary>In the place of a path: puts a sleeve of that length and outer radius under the head.</summary>
    public const string SleeveEdit = "sleeve";

    /// <summary>What the sleeve is called.</summary>
    public const string Sleeve = "Sleeve";

    // Plate thicknesses that are stocked, mm.
    private static readonly double[] Plates = [5, 6, 8, 10, 12, 15, 16, 18, 20, 22, 25, 30, 35, 40, 45, 50, 60, 70, 80];

    /// <summary>The ways out of <paramref name="joint"/>, in the order in which a shop would take them; only such as hold and are
    /// worth the change.</summary>
    public static IReadOnlyList<WayOut> Of(Joint joint) => Search(joint).Ways;

    /// <summary>The same, and why there is none.</summary>
    public static WaysFound Search(Joint joint)
    {
        var reserves = TwoReserves.Of(Mechanics<Plain>.Of(joint));
        var now = reserves.First.Value;
        var kinds = KindsFor(joint);
        var single = kinds.Select(k => First(joint, k(joint, now), now)).OfType<WayOut>().ToList();
        if (single.Count > 0 || reserves.Holds) return new(single, "");
        if (joint.Cases.Length * joint.Bolts.Count > MostLoadsForPairs)
        {
            return new([], "no single change mends it, and there are too many loads to try two together while somebody waits");
        }
        var from = new Tried("", joint, [], [], Score(reserves), reserves);
        var (pairs, gained) = Together(joint, [from], kinds, now);
        if (pairs.Count > 0) return new(pairs, "");
        var (triples, further) = Together(joint, gained, kinds, now);
        return triples.Count > 0 ? new(triples, "") : new([], WhyNone([from, .. gained, .. further]));
    }

    /// <summary>
    /// The kinds of change, by what they begin from: the joint and its reserve now; in the order in which a shop would take them: what
    /// is put
    /// on or set, what is bought otherwise, what is drilled anew, what is cut anew. A joint that holds is not worth turning upside down for
    /// a little more.
    /// </summary>
    private static readonly IReadOnlyList<Func<Joint, double, IEnumerable<Proposal>>> OfParts =
    [
        (j, _) => Lubricants(j), (j, _) => Washers(j), (j, _) => Aims(j), (j, _) => Again(j), (j, _) => ByBearing(j), (j,
            _) => ThreadOut(j),
        (j, _) => Grades(j), (j, _) => Methods(j), (j, now) => Sizes(j, now < 1 ? 6 : 2),
        (j, now) => Counts(j, now < 1 ? Math.Max(12, j.Bolts.Count) : 2), (j, _) => Engagements(j), (j, _) => Inserts(j), (j,
            _) => Faces(j),
        (j, _) => Edges(j), (j, _) => Thicker(j), (j, _) => Grips(j),
    ];

    /// <summary>Where a kind of joint lays out its parts, their sizes are its own; what nothing tightens has no other tightening.</summary>
    private static readonly IReadOnlyList<Func<Joint, double, IEnumerable<Proposal>>> OfKinds =
    [
        (j, _) => Tightened(j, Lubricants), (j, _) => Tightened(j, Washers), (j, _) => Tightened(j, Aims), (j, _) => Tightened(j, Again),
        (j, _) => ByBearing(j), (j, _) => Grades(j), (j, _) => Tightened(j, Methods), (j, now) => Sizes(j, now < 1 ? 6 : 2), (j,
            _) => Faces(j),
    ];

    private static IReadOnlyList<Func<Joint, double, IEnumerable<Proposal>>> KindsFor(Joint joint) =>
        joint.Kind.IsParts ? OfParts :
        [
            .. OfKinds, .. joint.Kind.Grows.Select(g => (Func<Joint, double, IEnumerable<Proposal>>)((j, _) => Grown(j, g))),
            .. joint.Kind.CountedIn(joint).Select(c => (Func<Joint, double, IEnumerable<Proposal>>)((j, _) => More(j, c))),
        ];

    private static IEnumerable<Proposal> Tightened(Joint joint, Func<Joint, IEnumerable<Proposal>> changes) =>
        joint.Kind.IsTightened ? changes(joint) : [];

    /// <summary>A size of the kind's own in a larger one: a stock thickness, or in steps of five.</summary>
    private static IEnumerable<Proposal> Grown(Joint joint, (Field<double> Field, Func<Joint, double> Now, string Name) size) =>
        from t in Plates.Concat(Enumerable.Range(17, 100).Select(i => 5.0 * i))
        let now = size.Now(joint)
        where t > now && t <= 2.5 * now
        select Proposal.Of(joint, $"{char.ToUpperInvariant(size.Name[0])}{size.Name[1..]} {Mm(t)}", size.Field.To(t, Mm(t)),
            Fields.Length.Cleared);

    /// <summary>More bolts, where the kind of joint has its number.</summary>
    private static IEnumerable<Proposal> More(Joint joint, (Field<int> Field, Func<Joint, int> Now, string Name) number) =>
        from more in Enumerable.Range(1, MostMore)
        let n = number.Now(joint) + more
        where number.Field.Admits(n)
        select Proposal.Of(joint, $"{n} {number.Name} in place of {number.Now(joint)}", number.Field.To(n), Fields.Length.Cleared);

    private const int MostMore = 8;

    // Of each kind only the mildest few are combined: what needs more than that is another design.
    private const int MildestOfAKind = 5;
    private const int MostShown = 4;

    // What gains most of each kind is gone on from, and of all those the best.
    private const int GoneOnFrom = 8;

    // A search of pairs judges the joint a thousand times: past this many loads it would keep a person waiting.
    private const int MostLoadsForPairs = 4_000;

    /// <summary>Changes that were made together, and what they came to.</summary>
    private sealed record Tried(string Id, Joint Joint, IReadOnlyList<string> Words, IReadOnlyList<(string Path, string Text)> Edits,
        double Score,
        TwoReserves Reserves);

    /// <summary>How far a joint is from holding: every side that falls short counts, so that mending one of two is a gain.</summary>
    private static double Score(in TwoReserves r) => Math.Min(1, r.Load.Value) * Math.Min(1, r.Tightening.Value) * Math.Min(1,
        r.Rule.Value);

    /// <summary>One change more on each of those tried: what mends the joint, and what gains most and does not.</summary>
    private static (IReadOnlyList<WayOut> Ways, IReadOnlyList<Tried> Gained) Together(Joint joint, IReadOnlyList<Tried> tried,
        IReadOnlyList<Func<Joint, double, IEnumerable<Proposal>>> kinds, double now)
    {
        var (found, gained) = (new List<WayOut>(), new List<Tried>());
        foreach (var first in tried)
        {
            var paths = first.Edits.Select(e => e.Path).ToHashSet();
            var ofKinds = kinds.Select(k => k(first.Joint, now).Where(p => !paths.Contains(p.Edits[0].Path)).Take(MildestOfAKind)).ToList();
            var best = ofKinds.SelectMany(k => k.Select(p => Try(first, joint, p)).OfType<Tried>().Where(t =>
                t.Score > first.Score * WorthAChange)
                .OrderByDescending(t => t.Score).Take(2)).OrderByDescending(t => t.Score).Take(GoneOnFrom).ToList();
            gained.AddRange(best);
            foreach (var more in best)
            {
                var taken = more.Edits.Select(e => e.Path).ToHashSet();
                foreach (var kind in kinds)
                {
                    var then = kind(more.Joint, now).Where(p => !taken.Contains(p.Edits[0].Path)).Take(MildestOfAKind);
                    if (First(more.Joint, then, now) is not { } last) continue;
                    found.Add(last with
                    {
                        Id = $"{more.Id}&{last.Id}",
                        Words = string.Join(", and ", more.Words.Append(last.Words).Select((w, i) => i == 0 ? w : Lower(w))),
                        Edits = [.. more.Edits, .. last.Edits],
                        Sides = SidesOf(joint),
                    });
                }
            }
        }
        // One of the same changes together: the mildest comes first.
        return ([.. found.DistinctBy(w => string.Join('&', w.Edits.Select(e => e.Path).Order())).OrderBy(Trouble).ThenByDescending(w =>
            w.Reserve).Take(MostShown)],
            [.. gained.OrderByDescending(t => t.Score).Take(GoneOnFrom)]);
    }

    /// <summary>What a shop has to do for the changes together: set, buy, drill or cut otherwise.</summary>
    private static int Trouble(WayOut way) => way.Edits.Where(e => e.Text.Length > 0).Sum(e => e.Path switch
    {
        _ when e.Path.StartsWith("tightening.", StringComparison.Ordinal) || e.Path.StartsWith("washers.", StringComparison.Ordinal) => 1,
        _ when e.Path == Fields.Grade.Path || e.Path == Fields.FaceFriction.Path || e.Path.StartsWith("judging.",
            StringComparison.Ordinal) => 2,
        _ when e.Path.StartsWith("layers[", StringComparison.Ordinal) || e.Path == SleeveEdit => 4,
        _ => 3,
    });

    private static string Lower(string words) => char.ToLowerInvariant(words[0]) + words[1..];

    private static Tried? Try(Tried before, Joint joint, Proposal change)
    {
        if (JointRules.JointOf(change.Said, []) is not { } changed || IsCrowded(changed, joint)) return null;
        var reserves = TwoReserves.Of(Mechanics<Plain>.Of(changed));
        return reserves.First.Check < 0 ? null : new(
            before.Id.Length == 0 ? IdOf(change) : $"{before.Id}&{IdOf(change)}", changed, [.. before.Words, change.Words],
            [.. before.Edits, .. change.Edits], Score(reserves), reserves);
    }

    /// <summary>What stays short whatever is done, and how near the nearest came.</summary>
    private static string WhyNone(IReadOnlyList<Tried> tried)
    {
        var best = tried.MaxBy(t => t.Score)!;
        var short_ = Check.All[best.Reserves.First.Check];
        var left = best.Reserves.First.Value.ToString("0.##", CultureInfo.InvariantCulture);
        var stays = $"{Lower(short_.Name)} stays at {left}× of what is required";
        return best.Words.Count == 0 ? $"none within what is stocked: {stays}, and no change by itself makes it better"
            : $"none within what is stocked, by up to three changes together: "
                + $"even with {string.Join(" and ", best.Words.Select(Lower))}, {stays}";
    }

    private static string IdOf(Proposal change) => change.Edits[0].Path + "=" + change.Edits[0].Text;

    private static List<string> SidesOf(Joint joint) => [.. joint.Layers.Select(l => Names.Sides[l.Side])];

    /// <summary>True where a change crowds bolts that were not crowded: what mends the strength must not.</summary>
    private static bool IsCrowded(Joint joint, Joint before) =>
        PatternRules.Obstacle(joint) is not null && PatternRules.Obstacle(before) is null;

    /// <summary>A change that may mend a joint.</summary>
    /// <param name="Words">In words.</param>
    /// <param name="Said">What is said with it.</param>
    /// <param name="Edits">What to write into the document for it.</param>
    private readonly record struct Proposal(string Words, Values Said, (string Path, string Text)[] Edits)
    {
        /// <summary>A change of fields alone: judged by their values, written by their texts.</summary>
        internal static Proposal Of(Joint joint, string words, params Change[] changes)
        {
            // Numbers that the kind found itself are held while the change is judged: they are written with it, or they would be
            // found anew.
            var held = joint.Kind.CountedIn(joint).Where(c => !joint.Said.Has(c.Field) && changes.All(x => x.Path != c.Field.Path))
                .Select(c => c.Field.To(c.Now(joint)));
            return new(words, joint.Kind.Held(joint).With(changes), [.. changes.Concat(held).Select(c => (c.Path, c.Text))]);
        }
    }

    /// <summary>The first change of a kind, mildest first, that mends the joint.</summary>
    private static WayOut? First(Joint before, IEnumerable<Proposal> changes, double now)
    {
        foreach (var change in changes)
        {
            if (JointRules.JointOf(change.Said, []) is not { } joint) continue;
            var reserves = TwoReserves.Of(Mechanics<Plain>.Of(joint));
            // A joint that holds already is offered only what makes a difference.
            if (reserves.First.Check < 0 || !reserves.Holds || reserves.First.Value < now * WorthAChange) continue;
            if (IsCrowded(joint, before)) continue;
            return new WayOut(IdOf(change), change.Words, change.Edits, reserves.First.Value,
                Check.All[reserves.First.Check]) { Sides = SidesOf(before) };
        }
        return null;
    }

    /// <summary>What a change has to gain to be offered, over the reserve now.</summary>
    private const double WorthAChange = 1.02;

    private static IEnumerable<Proposal> Sizes(Joint joint, int steps) =>
        from t in Standards.Threads
            .Where(t => t.Series == joint.Bolts.Thread.Series && t.FirstChoice && t.Diameter > joint.Bolts.Thread.Diameter
                && t.Diameter <= MostLarger * joint.Bolts.Thread.Diameter).Take(steps)
        select Proposal.Of(joint, $"{t.Designation} in place of {joint.Bolts.Thread.Designation}",
            Fields.Thread.To(t.Designation), Fields.Length.Cleared, Fields.ThreadLength.Cleared);

    // A bolt thicker than that is another joint.
    private const double MostLarger = 2;

    private static IEnumerable<Proposal> Grades(Joint joint) =>
        from g in JointRules.OwnGradesOf(joint.Said).Concat(Standards.Grades)
        // What no shop has on its shelf mends nothing today.
        where g.Proof > joint.Bolts.Grade.Proof && g.Standard == joint.Bolts.Grade.Standard
            && (g.Stocked || g.Own || !joint.Bolts.Grade.Stocked)
        orderby g.Proof
        select Proposal.Of(joint, $"Grade {g.Grade} in place of {joint.Bolts.Grade.Grade}", Fields.Grade.To(g.Grade));

    private static IEnumerable<Proposal> Counts(Joint joint, int most) =>
        from more in Enumerable.Range(1, most)
        let n = joint.Bolts.Count + more
        // Bolts stand in pairs unless a pattern says otherwise, and many times as many are another joint.
        where n <= Math.Max(MostTimes * joint.Bolts.Count, Few) && (joint.Pattern is not null || n % 2 == 0 || joint.Bolts.Count % 2 == 1)
        let words = $"{n} bolts in place of {joint.Bolts.Count}"
        from change in joint.Pattern is null ? [Proposal.Of(joint, words, Fields.Count.To(n))]
            : joint.Pattern.Layout.Grown(n) is { } grown ? [Grown(joint, words, grown)]
            : Array.Empty<Proposal>()
        select change;

    private const int MostTimes = 3, Few = 16;

    private static Proposal Grown(Joint joint, string words, Layout grown) =>
        new($"{words}: {PatternRules.Words(grown)}", joint.Said.With(PatternRules.Stating(grown)), PatternRules.Edits(grown));

    private static IEnumerable<Proposal> Methods(Joint joint) =>
        from m in Standards.Methods
        where m.Scatter < joint.Tightening.Method.Scatter && !m.ByTorque && (m.Workshop || IsForSpecialGear(joint))
        orderby m.Scatter descending
        select Proposal.Of(joint, $"Tighten by {m.Label}, ±{m.Scatter * 100:0} %", Fields.Method.To(m.Name), Fields.Scatter.Cleared);

    /// <summary>Large through bolts that are pulled and not sheared: what a tensioner, a micrometer or ultrasound is brought for.</summary>
    private static bool IsForSpecialGear(Joint joint) =>
        !joint.Tapped && joint.Bolts.Thread.Diameter >= LeastForSpecialGear && joint.Cases.All(c => c.Shear == 0 && c.Load.Moment.Z == 0);

    private const double LeastForSpecialGear = 20;

    /// <summary>A lubricant lowers friction and, with a wrench, the scatter that goes with the finish.</summary>
    private static IEnumerable<Proposal> Lubricants(Joint joint) =>
        from k in Standards.NutFactors
        where k.PutOn && joint.Bolts.Grade.Takes(k) && joint.Tightening.Friction is null && !joint.Tightening.NutFactorGiven
            && joint.Tightening.Lot is null
            && k.Lubrication != joint.Tightening.NutFactor.Lubrication
        orderby k.K descending
        let words = $"{char.ToUpperInvariant(k.Label[0])}{k.Label[1..]} in place of {joint.Tightening.NutFactor.Label}"
        select joint.Tightening.Method.ByTorque
            ? Proposal.Of(joint, words, Fields.Lubrication.To(k.Lubrication), Fields.Method.Cleared)
            : Proposal.Of(joint, words, Fields.Lubrication.To(k.Lubrication));

    private static IEnumerable<Proposal> Engagements(Joint joint) =>
        from l in Standards.Lengths
        where joint.Tapped && l.System == joint.Bolts.Thread.System && l.Length > joint.Bolts.Length
        select Proposal.Of(joint, $"{Mm(l.Length)} long: deeper into {joint.Layers[^1].Name}", Fields.Length.To(l.Length, Mm(l.Length)),
            Fields.ThreadLength.Cleared);

    private static IEnumerable<Proposal> Inserts(Joint joint) =>
        from times in new[] { 1, 1.5, 2, 2.5 }
        let length = times * joint.Bolts.Thread.Diameter
        where joint.Tapped && length > joint.End.InsertLength
        select Proposal.Of(joint, $"A thread insert {Mm(length)} long",
            Fields.EndKind.To(ThreadEndKind.Insert), Fields.InsertLength.To(length, Mm(length)), Fields.Length.Cleared,
            Fields.ThreadLength.Cleared, Fields.Engagement.Cleared);

    /// <summary>A sleeve under the head makes the bolt longer and softer: more stretch to lose, less of the swing.</summary>
    private static IEnumerable<Proposal> Grips(Joint joint) =>
        from times in new[] { 1, 2, 3 }
        let length = Math.Ceiling(times * joint.Bolts.Thread.Diameter)
        where !joint.Bolts.Head.Countersunk && joint.Layers[0].Name != Sleeve
        select new Proposal($"Longer grip: a steel sleeve {Mm(length)} long under the head",
            WithSleeve(joint, length),
            [(SleeveEdit, $"{Mm(length)} × {Mm(SleeveRadius(joint))}"), (Fields.Length.Path, ""), (Fields.ThreadLength.Path, "")]);

    private static Values WithSleeve(Joint joint, double length)
    {
        var sleeve = new Values("layers[0]", [], [], []).With(
            Fields.LayerName.To(Sleeve), Fields.LayerThickness.To(length), Fields.LayerMaterial.To("Steel"), Fields.LayerSide.To(Side.None),
            Fields.LayerEdge.To(SleeveRadius(joint)));
        // Sides go left and right in turn where none is stated: they are what they were before one more part came.
        var parts = joint.Said[Fields.Layers].Select((l, i) => l.With(Fields.LayerSide.To(joint.Layers[i].Side)));
        return joint.Said.With(Fields.Layers, [sleeve, .. parts]).With(Fields.Length.Cleared, Fields.ThreadLength.Cleared);
    }

    /// <summary>A sleeve as wide as two diameters: it carries the head, and the cone grows no wider in it, mm.</summary>
    private static double SleeveRadius(Joint joint) => Math.Ceiling(joint.Bolts.Thread.Diameter);

    private static string Mm(double value) => value.ToString("0.###", CultureInfo.InvariantCulture) + " mm";

    /// <summary>
    /// Another target. A lower one mends what the tool asks too much of; where the load pulls, it takes away the very clamp that is wanted,
    /// and is no mend unless the tightening alone falls short.
    /// </summary>
    private static IEnumerable<Proposal> Aims(Joint joint)
    {
        var mechanics = Mechanics<Plain>.Of(joint);
        var share = mechanics.Preload.Value / mechanics.ProofLoad.Value;
        var mayBeLower = joint.Cases.All(c => c.Tension <= 0 && c.Load.Moment.X == 0 && c.Load.Moment.Y == 0) || TwoReserves.Of(mechanics)
            .Tightening.Value < 1;
        return
            from percent in new[] { 70, 80, 65, 85, 60, 90, 55, 50 }
            where percent > 100 * share || mayBeLower
            select Proposal.Of(joint, $"Aim for {percent} % of proof",
                Fields.Aim.To(new(AimKind.ProofShare, percent / 100.0), $"{percent} %"));
    }

    private static IEnumerable<Proposal> Washers(Joint joint) =>
        from kind in new[] { "plain", "hardened", "large" }
        where joint.HeadWasher?.Kind != kind || joint.NutWasher?.Kind != kind
        select Proposal.Of(joint, $"{char.ToUpperInvariant(kind[0])}{kind[1..]} washers under head and nut",
            Fields.HeadWasher.To(kind), Fields.NutWasher.To(kind), Fields.Length.Cleared);

    private static IEnumerable<Proposal> Thicker(Joint joint) =>
        from i in Enumerable.Range(0, joint.Layers.Length)
        from t in Plates
        where t > joint.Layers[i].Thickness && t <= 2.5 * joint.Layers[i].Thickness
        select Proposal.Of(joint, $"{joint.Layers[i].Name} {t} mm thick", Fields.LayerThickness.To(t, Mm(t)).At(i), Fields.Length.Cleared);

    /// <summary>Faces prepared to another class, where the basis goes by classes; else steel ones to a better slip coefficient.</summary>
    private static IEnumerable<Proposal> Faces(Joint joint)
    {
        var classes = joint.Judging.Basis.Needs().OfType<Field<string>>().Where(f => f.Path.EndsWith(".surface",
            StringComparison.Ordinal)).ToList();
        return classes.Count > 0
            ? from field in classes
              from choice in field.Choices
              where choice != joint.Said.Stated(field)
              select Proposal.Of(joint, $"Faces: {field.LabelOf(choice)}", field.To(choice))
            : from face in SteelFaces
              where face.Slip > joint.FaceFriction && joint.Layers.All(l => l.Material.ElasticModulus > LeastOfSteel)
              select Proposal.Of(joint, $"Faces {face.How}: slip coefficient "
                  + $"{face.Slip.ToString("0.0#", CultureInfo.InvariantCulture)} (EN 1090-2, class {face.Class})",
                  Fields.FaceFriction.To(face.Slip));
    }

    // EN 1090-2, Table 17.
    private static readonly (double Slip, string How, string Class)[] SteelFaces =
        [(0.2, "as rolled", "D"), (0.3, "wire-brushed, loose rust off", "C"), (0.4, "blasted and zinc-silicate coated", "B"), (0.5,
            "blasted, loose rust off", "A")];

    private const double LeastOfSteel = 180_000;

    /// <summary>Shear by bearing where nobody asked for no slip, and nothing alternates that would work the bolts loose.</summary>
    private static IEnumerable<Proposal> ByBearing(Joint joint)
    {
        if (joint.Alternates || !joint.Sharing.AnyShear) return [];
        var basis = joint.Judging.Basis.Needs();
        bool Open(Field field) => basis.Contains(field) && (!joint.Said.Has(field) || joint.Chosen.Contains(field.Path));
        const string Words = "Shear by bearing: the joint may slip until its bolts bear";
        return Open(Fields.ShearBy) && !joint.Judging.Shear.Bearing ? [Proposal.Of(joint, Words, Fields.ShearBy.To(true))]
            : Open(CodeFields.JointType) && joint.Said.Of(CodeFields.JointType) is JointType.SlipAtService or JointType.SlipAtUltimate
                ? [Proposal.Of(joint, Words, CodeFields.JointType.To(JointType.Bearing))] : [];
    }

    /// <summary>A longer bolt, so that its shank and not its thread lies in the shear planes.</summary>
    private static IEnumerable<Proposal> ThreadOut(Joint joint)
    {
        var (thread, now) = (joint.Bolts.Thread, joint.Bolts.Length);
        if (joint.Tapped || !joint.Sharing.AnyShear || !Stack.Of(joint).Planes.Any(p => p.ThreadInPlane)) return [];
        return from l in Standards.Lengths
               where l.System == thread.System && l.Length > now && l.Length <= now + (2 * thread.Diameter)
               select Proposal.Of(joint, $"{Mm(l.Length)} long: the shank in the shear plane", Fields.Length.To(l.Length, Mm(l.Length)),
                   Fields.ThreadLength.Cleared);
    }

    /// <summary>Tightened again after a first settling: what is left to settle is counted, a third of it (check: by a test of the
    /// joint).</summary>
    private static IEnumerable<Proposal> Again(Joint joint)
    {
        var left = Math.Round(joint.Tightening.Settling / 3, 4);
        return joint.Tightening.SettlingChosen && left > 0 && !joint.Said.Has(PlanFields.RetorqueHours) && joint.Tightening.Method.ByTorque
            ? [Proposal.Of(joint, "Tighten again after a day's settling: a third of the embedment is still to come (check by a test)",
                Fields.Settling.To(left, left.ToString("0.####", CultureInfo.InvariantCulture) + " mm"),
                    PlanFields.RetorqueHours.To(24))] : [];
    }

    private static IEnumerable<Proposal> Edges(Joint joint) =>
        from i in Enumerable.Range(0, joint.Layers.Length)
        where joint.Layers[i].EdgeDistance is not null
        from d in new[] { 1.5, 2, 2.5, 3 }
        let e = Math.Ceiling(d * joint.Bolts.Thread.Diameter)
        where e > joint.Layers[i].EdgeDistance
        select Proposal.Of(joint, $"{joint.Layers[i].Name}: {e} mm to the edge", Fields.LayerEdge.To(e, Mm(e)).At(i));
}
