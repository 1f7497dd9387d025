using System.Collections.Immutable;
using Hasp.Core.Catalogue;
using Hasp.Core.Checks;
using Hasp.Core.Kinds;
using Hasp.Core.LoadPath;
using Hasp.Core.Preload;
using Hasp.Core.Quantities;
using Hasp.Core.Uncertainty;

namespace Hasp.Core.Joints;

/// <summary>
/// What makes a joint invalid, and every choice that is made for what was left out. The only door to a <see cref="Joint"/>:
/// past it nothing is judged twice.
/// </summary>
public static partial class JointRules
{
    /// <summary>Share of proof aimed at in joints that are taken apart again, as far as the tightening allows.</summary>
    public const double UsualAim = 0.75;

    /// <summary>The head kind of a stud.</summary>
    public const string Stud = "stud";

    /// <summary>What a case alternates with where the load goes away.</summary>
    public const string Unloaded = "unloaded";

    /// <summary>Lengths that differ by less are the same, mm.</summary>
    private const double Tolerance = 1e-9;

    /// <summary>Diameters of tables that differ by less are the same size, mm.</summary>
    private const double SameSize = 0.005;

    /// <summary>Thermal expansion of steel, 1/K, where a grade of the user's own has no other.</summary>
    private const double UsualExpansion = 1.15e-5;

    /// <summary>The joint, or null with every fault that was found added to <paramref name="faults"/>.</summary>
    public static Joint? JointOf(Values said, List<Fault> faults) => KindOf(said, faults) switch
    {
        null => null,
        { IsParts: true } => Bolted(said, new(said, NothingElsewhere), Kind.Parts, new object(), faults),
        var kind => OfKind(kind, said, faults),
    };

    private static readonly Dictionary<string, string> NothingElsewhere = [];

    private static Kind? KindOf(Values said, List<Fault> faults)
    {
        if (said.IsFaulty(Fields.Kind)) return null;
        var kind = Kind.ById(said.Of(Fields.Kind))!;
        var before = faults.Count;
        // What the kind lays out itself must not be said twice.
        if (!kind.IsParts && !said[Fields.Layers]
            .IsEmpty) faults.Add(new("kind-lays-parts", Fields.Layers.Path, null,
            $"the parts of a {kind.Name.ToLowerInvariant()} follow from its own inputs: leave the list out"));
        if (!kind.IsParts && IsPatternStated(said)) faults.Add(new("kind-lays-bolts", Fields.PatternKind.Path, null,
            $"the bolts of a {kind.Name.ToLowerInvariant()} are placed by its own inputs: leave the pattern out"));
        foreach (var field in Fields.OfKindsAmong(said.Given).Where(f => !kind.Inputs().Contains(f)))
        {
            faults.Add(new("other-kind", field.Path, null,
                $"belongs to a {Kind.ById(field.Section)!.Name.ToLowerInvariant()}, and this is {(kind.IsParts ? "a joint of parts"
                    : $"a {kind.Name.ToLowerInvariant()}")}: leave it out, or say kind \"{field.Section}\""));
        }
        return faults.Count > before ? null : kind;
    }

    private static bool IsPatternStated(Values said) => said.Has(Fields.PatternKind);

    /// <summary>
    /// The joint under a kind. Where its sides are judged apart, the one with the least reserve is the joint, and the other ones stand
    /// beside it.
    /// </summary>
    private static Joint? OfKind(Kind kind, Values said, List<Fault> faults)
    {
        var reader = new KindReader(said, faults);
        if (kind.Read(reader) is not { } inputs || reader.Failed) return null;
        var laid = kind.Lay(reader, inputs);
        if (reader.Failed) return null;
        var sides = new List<JointSide>();
        foreach (var side in laid)
        {
            var own = new List<Fault>();
            if (Bolted(said, side, kind, inputs, own) is { } joint) sides.Add(new(side.Side, joint));
            // A mend of the joint underneath would write a value of another meaning into the kind's field: it is left out.
            foreach (var fault in own.Select(f => f with { Path = PathIn(side, f.Path),
                Mends = [.. f.Mends.Where(m => PathIn(side, m.Path) == m.Path)] }))
            {
                if (faults.All(f => f.Path != fault.Path || f.Id != fault.Id)) faults.Add(fault);
            }
        }
        if (sides.Count < laid.Length || sides.Count == 0) return null;
        if (sides.Count == 1) return sides[0].Joint;
        var governs = sides.MinBy(s => TwoReserves.Of(Mechanics<Formulas.Plain>.Of(s.Joint)).First.Value)!;
        return governs.Joint with { Side = governs.Name, Sides = [.. sides] };
    }

    private static string PathIn(Laid side, string path) => side.From.GetValueOrDefault(path, path);

    private static Joint? Bolted(Values asked, Laid laid, Kind made, object inputs, List<Fault> faults)
    {
        var said = laid.Said;
        var before = faults.Count;
        RefuseOwn(said, faults);
        RefusePlan(asked, faults);
        var figures = HandFiguresFor(said, faults);
        var loose = laid.Fastening;
        if (loose is not null) return Loose(asked, laid, loose, made, inputs, figures, faults);
        RefuseMissing(said, faults);
        var thread = ThreadFor(said, faults);
        var grade = GradeFor(said, thread, faults);
        var headWasher = WasherFor(said, Fields.HeadWasher, thread, grade, faults);
        var nutWasher = WasherFor(said, Fields.NutWasher, thread, grade, faults);
        var kind = said.Of(Fields.EndKind);
        var (head, nut) = HeadAndNutFor(said, kind, thread, grade, faults);
        var (nutClass, nutIsWeaker) = NutClassFor(said, thread, grade, nut, faults);
        RefuseWashers(kind, head, headWasher, nutWasher, faults);
        var hole = HoleFor(said, thread, head, nut, headWasher, nutWasher, faults);
        var layers = LayersFor(said, thread, hole?.Diameter, faults);
        var pattern = PatternRules.PatternOf(said, thread?.Diameter, faults);
        var cases = PatternRules.Cases(said, pattern, faults);
        var count = CountFor(said, pattern, faults);
        var fatigue = FatigueFor(said, thread, grade, faults);
        var aim = AimFor(said, grade, thread, faults);
        var friction = FrictionFor(said, faults);
        var finish = grade is null ? null : FinishOf(said, grade, head);
        var lot = LotFor(said, thread, grade, finish, faults);
        RefuseTogether(said, faults);
        if (faults.Count > before || thread is null || grade is null || finish is null || head is null || hole is null || layers is null
            || cases is null
            || fatigue is null || count is null)
        {
            return null;
        }

        var thickness = (headWasher?.Thickness ?? 0) + (nutWasher?.Thickness ?? 0);
        var bolts = BoltsFor(said, count.Value, thread, grade, head, nut, kind, layers.Value, thickness, faults);
        var temperatures = TemperaturesFor(said, layers.Value, faults);
        if (bolts is null || temperatures is null) return null;
        var along = Checks.Codes.PartPlans.AlongOf(pattern, cases.Value);
        if (made.IsParts && cases.Value.Any(c => c.Shear > 0)) JudgeWidths(layers.Value, pattern, along, hole.Value.Diameter, faults);
        if (faults.Count > before) return null;
        var embedding = EmbeddingOf(said, bolts.Value.End.Kind, layers.Value, cases.Value);
        var joint = new Joint
        {
            Said = asked,
            Kind = made,
            Inputs = inputs,
            Number = said.Of(Fields.Number),
            Chosen = said.Chosen,
            Name = said.Stated(Fields.Name) ?? "",
            Bolts = bolts.Value.Bolts,
            Condition = said.Of(Fields.Condition),
            End = bolts.Value.End,
            Hole = hole.Value.Diameter,
            HoleSource = hole.Value.Source,
            HeadWasher = headWasher,
            NutWasher = nutWasher,
            Layers = layers.Value,
            Cases = cases.Value,
            Tightening = TighteningFor(said, finish, aim, friction, embedding, lot, layers.Value),
            Temperatures = temperatures,
            Sealing = SealingFor(said, layers.Value),
            Fatigue = fatigue,
            HandFigures = figures,
            Accepted = AcceptedFor(asked),
            Sampling = said.Once("uncertainty", () => SamplingFor(said)),
            FaceFriction = said.Of(Fields.FaceFriction),
            NutClass = nutClass,
            NutIsWeaker = nutIsWeaker,
            Judging = said.Once("judging", () => JudgingFor(said, made), j => j.Kind == made && j.Shear == ShearCarrier.Of(said)),
            Pattern = pattern,
            Along = along,
            SidesStated = said[Fields.Layers].Any(l => l.Has(Fields.LayerSide)),
            PlateEdge = pattern?.Plate is { } plate ? pattern.Group.Bolts.Min(b => plate.EdgeFrom(new(b.X, b.Y)).Distance) : null,
        };
        if (aim.Aim is null) joint = joint with { Tightening = DefaultTarget.For(joint) };
        if (aim.Aim is null && made.TargetInWindow) joint = joint with { Tightening = TargetBetween(joint) };
        PatternRules.RefuseCrowding(joint, faults);
        return faults.Count > before ? null : joint;
    }

    /// <summary>Size and grade are asked for wherever bolts are: only a plain pin has none.</summary>
    private static void RefuseMissing(Values said, List<Fault> faults)
    {
        foreach (var field in new Field[] { Fields.Thread, Fields.Grade })
        {
            if (!said.Has(field) && !said.IsFaulty(field)) faults.Add(new("missing", field.Path, null, "missing; " + field.Allowed));
        }
    }

    /// <summary>A joint of a pin, or of bolts that nothing tightens: what clamps is not asked for.</summary>
    private static Joint? Loose(Values asked, Laid laid, Fastening by, Kind made, object inputs, HandFigures figures, List<Fault> faults)
    {
        var said = laid.Said;
        var before = faults.Count;
        var layers = LayersFor(said, by.Thread, by.Hole, faults);
        var pattern = PatternRules.PatternOf(said, by.Thread.Diameter, faults);
        var cases = PatternRules.Cases(said, pattern, faults);
        var fatigue = FatigueFor(said, by.Thread, by.Grade, faults);
        var friction = FrictionFor(said, faults);
        RefuseTogether(said, faults);
        if (faults.Count > before || layers is null || cases is null || fatigue is null) return null;
        var grip = layers.Value.Sum(l => l.Thickness);
        var kept = by.Kept;
        return new Joint
        {
            Said = asked, Kind = made, Inputs = inputs, Number = said.Of(Fields.Number), Chosen = said.Chosen,
            Name = said.Stated(Fields.Name) ?? "",
            Bolts = new BoltSet(by.Thread, by.Grade, pattern?.Group.Bolts.Length ?? said.Stated(Fields.Count) ?? 1, grip
                + (2 * kept.Height), true, by.Thread.Pitch > 0 ? grip + (2 * kept.Height) : 0, kept, kept),
            Condition = said.Of(Fields.Condition),
            End = new ThreadEnd(ThreadEndKind.Nut, 0, kept.Height, by.Thread.Diameter, 0, false),
            Hole = by.Hole, HoleSource = "given", HeadWasher = null, NutWasher = null, Layers = layers.Value, Cases = cases.Value,
            Tightening = TighteningFor(said, FinishOf(said, by.Grade, null), (new Aim(AimKind.ProofShare, UsualAim), null), friction, 0,
                null, layers.Value),
            Temperatures = TemperaturesFor(said, layers.Value, faults) ?? new(20, 20, 20), Sealing = null, Fatigue = fatigue,
            HandFigures = figures,
            Accepted = AcceptedFor(asked),
            Sampling = SamplingFor(said), FaceFriction = said.Of(Fields.FaceFriction), Judging = JudgingFor(said, made), Pattern = pattern,
            Along = Checks.Codes.PartPlans.AlongOf(pattern, cases.Value), SidesStated = true,
            PlateEdge = pattern?.Plate is { } plate ? pattern.Group.Bolts.Min(b => plate.EdgeFrom(new(b.X, b.Y)).Distance) : null,
        };
    }

    private static Judging JudgingFor(Values said, Kind kind)
    {
        var basis = Basis.ById(said.Of(Fields.Basis))!;
        var settings = basis.Settings(said);
        var shear = ShearCarrier.Of(said);
        return new()
        {
            Kind = kind,
            Checks = kind.ChecksBy(basis),
            Basis = basis,
            Settings = settings,
            SecondLine = Basis.Usual.Settings(said),
            Band = basis.Band(settings),
            Shear = shear,
            // Where the bolts bear, what friction would hold is shown and does not judge.
            RequiredByIndex = [.. Fields.Required.Select((f, i) => shear.Bearing && Check.All[i].Info.ByFriction ? 0 : said.Of(f))],
            NominalPreload = said.Of(Fields.Preload),
            LoadIntroduction = said.Of(Fields.LoadIntroduction),
            ConeHalfAngle = said.Of(Fields.ConeHalfAngle),
            ConeBoreIsHole = said.Of(Fields.ConeBore),
        };
    }

    private static Sampling SamplingFor(Values said) =>
        new(said.Of(Fields.Samples), said.Of(Fields.Seed), ScatterInputs.All.Where(u => said.Has(u.Field))
            .ToDictionary(u => u.What, u => said.Of(u.Field)))
        {
            Correlated = CorrelationText.Parse(said.Stated(Fields.Together) ?? "").Pairs,
        };

    private static void RefuseTogether(Values said, List<Fault> faults)
    {
        if (said.Stated(Fields.Together) is not { } text || CorrelationText.Parse(text).Problem is not { } problem) return;
        faults.Add(new("together", Fields.Together.Path, text, problem));
    }

    /// <summary>The number of bolts: as stated, or the pattern's, which the stated one must not contradict.</summary>
    private static int? CountFor(Values said, BoltPattern? pattern, List<Fault> faults)
    {
        var stated = said.Stated(Fields.Count);
        if (pattern is null)
        {
            if (said.Read(Fields.Count).State == ReadState.Absent && !PatternRules.IsLaidOut(said))
            {
                faults.Add(new("missing", Fields.Count.Path, null, "missing; " + Fields.Count.Allowed));
            }
            return stated;
        }
        var laid = pattern.Group.Bolts.Length;
        if (stated is { } number && number != laid)
        {
            var noShape = pattern.Layout.Grown(number) is null ? ", and no shape with so many" : "";
            faults.Add(new("count-differs", Fields.Count.Path, QuantityText.Figures(number),
                $"the pattern has {laid} bolts ({PatternRules.Words(pattern.Layout)}), not {number}{noShape}. Change the pattern, "
                    + $"or leave the number out")
            {
                Mends = [new($"{laid} bolts, as laid out", Fields.Count.Path, "")],
            });
        }
        return laid;
    }

    internal static ScrewThread? ThreadFor(Values said, List<Fault> faults)
    {
        if (said.Stated(Fields.Thread) is not { } name) return null;
        var thread = Standards.FindThread(name);
        if (thread is null)
        {
            faults.Add(new("thread-unlisted", Fields.Thread.Path, name,
                "no thread of that designation. Write it as ordered: M16, M16x1.5, 1/2-13 UNC, #10-32 UNF"));
        }
        return thread;
    }

    private static string Mm(double value) => QuantityText.ShowText(value, Dimension.Length, UnitSystem.Si);
}
