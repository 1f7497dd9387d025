using Hasp.Core.Checks.Modes;
using System.Text.Json;
using System.Text.Json.Nodes;
using Hasp.Core;
using Hasp.Core.Fatigue;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;
using Hasp.Core.Quantities;
using Hasp.Core.Sizing;

namespace Hasp.Files;

/// <summary>The result document: what an evaluation found, with stable ids. Quantities are strings with SI units, every digit
/// kept.</summary>
public static class ResultDocument
{
    /// <summary>The value of <c>format</c>.</summary>
    public const string Format = "hasp-result";

    /// <summary>How documents of this house are written.</summary>
    public static JsonSerializerOptions Indented { get; } = new(
        ) { WriteIndented = true, Encoder = System.Text.Encodings.Web.JavaScriptEncoder.UnsafeRelaxedJsonEscaping };

    /// <summary>The result of a joint that was evaluated.</summary>
    public static JsonObject Of(Result result) => new()
    {
        ["format"] = Format,
        ["version"] = 1,
        ["holds"] = result.Holds,
        ["kind"] = result.Joint.Kind.Id,
        ["sides"] = new JsonArray([.. result.Sides.Select(s => SideOf(s, result.Joint))]),
        ["basis"] = result.Basis,
        ["basisId"] = result.Joint.Judging.Basis.Id,
        ["edition"] = result.Joint.Judging.Basis.Edition,
        ["changedFactors"] = new JsonArray([.. result.Joint.Judging.Basis.Changed(result.Joint.Said).Select(c => (JsonNode)new JsonObject
        {
            ["path"] = c.Field.Path, ["stated"] = c.Stated, ["recommended"] = c.Field.Otherwise,
        })]),
        ["complete"] = result.IsComplete,
        ["asks"] = new JsonArray([.. result.Asks.Select(a => (JsonNode)new JsonObject { ["path"] = a.Path, ["problem"] = a.Problem })]),
        ["accepted"] = new JsonArray([.. result.Accepted.Select(a => (JsonNode)new JsonObject
        {
            ["name"] = a.Name, ["open"] = a.Open, ["basis"] = a.Basis, ["reason"] = a.Reason, ["by"] = a.By,
        })]),
        ["coverage"] = new JsonArray([.. result.Coverage.Select(c => (JsonNode)new JsonObject
        {
            ["mode"] = c.Mode.Id, ["name"] = c.Mode.Name, ["looked"] = c.Looked switch
            {
                Looked.Judged => "judged", Looked.SecondLine => "second line", Looked.Open => "open",
                _ => "does not apply",
            },
            ["why"] = c.Why,
        })]),
        ["assumes"] = new JsonArray([.. result.Assumes.Select(a => (JsonNode)a)]),
        ["callOut"] = CallOut.Of(result, UnitSystem.Si).Text,
        ["governs"] = result.Governing is { } g ? g.Check.Id : null,
        ["loadReserve"] = SideOf(result.Reserves.Load, result.Joint),
        ["tighteningReserve"] = SideOf(result.Reserves.Tightening, result.Joint),
        ["rule"] = SideOf(result.Reserves.Rule, result.Joint),
        ["carriedOtherwise"] = result.CarriedOtherwise is not { } other ? null : new JsonObject
        {
            ["by"] = result.Joint.Judging.Shear.Bearing ? "friction" : "bearing", ["reserve"] = NumberOf(other.First.Value),
                ["holds"] = other.Holds,
        },
        ["capacity"] = new JsonArray([.. result.Limits.Select(l => LimitOf(l, result.Joint))]),
        ["checks"] = new JsonArray([.. result.Checks.Select(c => CheckOf(c, result.Joint))]),
        ["values"] = new JsonObject(result.Values.Select(v => KeyValuePair.Create(v.Term.Id, ValueOf(v.Term.Dimension, v.Value)))),
        ["preloadWindow"] = !result.Joint.Kind.IsTightened ? null : new JsonObject
        {
            ["from"] = ValueOf(Dimension.Force, result.Window.From),
            ["to"] = ValueOf(Dimension.Force, result.Window.To),
            ["empty"] = result.Window.Empty,
            ["tooLoose"] = EdgesOf(result.Window.TooLoose),
            ["tooTight"] = EdgesOf(result.Window.TooTight),
        },
        ["stiffnessSchools"] = new JsonArray([.. result.StiffnessSchools.Select(s => (JsonNode)new JsonObject
        {
            ["name"] = s.Name,
            ["memberStiffness"] = ValueOf(Dimension.Stiffness, s.MemberStiffness),
            ["loadShare"] = NumberOf(s.LoadShare),
        })]),
        ["jointRate"] = !result.Joint.Kind.IsTightened ? null : result.Rate.ToString().ToLowerInvariant(),
        ["fatigue"] = new JsonObject
        {
            ["strengthSource"] = result.Joint.Fatigue.Source,
            ["swings"] = new JsonArray([.. result.Fatigue.Select(f => SwingOf(f, result.Joint))]),
            ["breakPlaces"] = new JsonArray([.. result.Breaks.Select(b => (JsonNode)new JsonObject
            {
                ["name"] = b.Name,
                ["below"] = ValueOf(Dimension.Length, b.Height),
                ["shareOfBreaks"] = b.Share,
                ["meanStress"] = ValueOf(Dimension.Stress, b.Mean),
                ["stressAmplitude"] = ValueOf(Dimension.Stress, b.Amplitude),
                ["fatigueConcentration"] = b.Concentration,
            })]),
        },
        ["handChecks"] = new JsonArray([.. result.HandComparisons.Select(HandOf)]),
        ["cases"] = new JsonArray([.. result.Cases.Select(CaseOf)]),
        ["pattern"] = result.Joint.Pattern is null ? null : PatternOf(result),
        ["chosen"] = Chosen(result.Joint),
        ["warnings"] = new JsonArray([.. result.Cautions.Select(c => (JsonNode)new JsonObject { ["id"] = c.Id, ["text"] = c.Text })]),
    };

    /// <summary>The faults of a document that could not be evaluated.</summary>
    public static JsonArray Of(IEnumerable<Fault> faults) =>
        new([.. faults.Select(f => (JsonNode)new JsonObject
        {
            ["id"] = f.Id,
            ["path"] = f.Path,
            ["was"] = f.Was,
            ["problem"] = f.Problem,
            ["mends"] = new JsonArray([.. f.Mends.Select(m => (JsonNode)new JsonObject { ["path"] = m.Path, ["text"] = m.Text,
                ["words"] = m.Words })]),
        })]);

    /// <summary>A number that JSON can carry: null where it is not finite.</summary>
    internal static JsonNode? NumberOf(double? value) => value is { } v && double.IsFinite(v) ? JsonValue.Create(v) : null;

    /// <summary>A side of a joint whose sides are judged apart, and whether it is the one that the rest of the document speaks
    /// of.</summary>
    private static JsonNode SideOf(SideResult side, Joint whole)
    {
        var (result, joint) = (side.Result, side.Result.Joint);
        return new JsonObject
        {
            ["name"] = side.Name, ["bolts"] = joint.Bolts.Count, ["length"] = ValueOf(Dimension.Length, joint.Bolts.Length),
            ["holds"] = result.Holds, ["governs"] = side.Name == whole.Side,
            ["loadReserve"] = SideOf(result.Reserves.Load, joint), ["tighteningReserve"] = SideOf(result.Reserves.Tightening, joint),
            ["rule"] = SideOf(result.Reserves.Rule, joint),
            ["capacity"] = new JsonArray([.. result.Limits.Select(l => LimitOf(l, joint))]),
            ["checks"] = new JsonArray([.. result.Checks.Select(c => CheckOf(c, joint))]),
        };
    }

    private static JsonNode? SideOf(Reserve side, Joint joint) => side.Check < 0 ? null : new JsonObject
    {
        ["reserve"] = NumberOf(side.Value),
        ["check"] = Core.Checks.Check.All[side.Check].Id,
        ["factor"] = NumberOf(side.Factor),
        ["case"] = side.Case < 0 ? null : joint.Cases[side.Case].Name,
        ["bolt"] = side.Bolt < 0 ? null : joint.Pattern?.NumberOf(side.Bolt),
    };

    private static JsonNode LimitOf(LoadLimit limit, Joint joint) => new JsonObject
    {
        ["check"] = limit.Check.Id,
        ["case"] = joint.Cases[limit.Case].Name,
        ["bolt"] = joint.Pattern?.NumberOf(limit.Bolt),
        ["times"] = NumberOf(limit.Times),
        ["timesToFailure"] = NumberOf(limit.ToFailure),
        ["load"] = new JsonObject(limit.At(joint).Select(p => KeyValuePair.Create(p.Name, ValueOf(p.Dimension, p.Value)))),
    };

    private static JsonNode CheckOf(CheckResult c, Joint joint) => new JsonObject
    {
        ["id"] = c.Check.Id,
        ["name"] = c.Check.Name,
        ["factor"] = NumberOf(c.Factor),
        ["required"] = c.Required,
        ["reserve"] = NumberOf(c.Reserve),
        ["says"] = c.Factor is null ? null : Verdict.Of(c, joint.Judging.Basis.Speech, UnitSystem.Si).Words,
        ["resistance"] = c.Sides is { } sides ? ValueOf(sides.Dimension, sides.Resistance) : null,
        ["effect"] = c.Sides is { } same ? ValueOf(same.Dimension, same.Effect) : null,
        ["holds"] = c.Holds,
        ["judged"] = c.Reserve is not null,
        ["setBy"] = c.Check.Info.SetBy.ToString().ToLowerInvariant(),
        ["case"] = c.Case < 0 ? null : joint.Cases[c.Case].Name,
        ["bolt"] = c.Bolt > 0 ? c.Bolt : null,
        ["place"] = c.Place,
        ["note"] = c.Note,
        ["byCase"] = new JsonArray([.. c.ByCase.Select(NumberOf)]),
        ["schools"] = new JsonArray([.. c.Schools.Select(s => (JsonNode)new JsonObject { ["name"] = s.Name,
            ["factor"] = NumberOf(s.Factor) })]),
        ["working"] = new JsonArray([.. c.Working.Steps.Select(StepOf)]),
        ["source"] = c.Check.Source,
    };

    private static JsonNode SwingOf(FatigueState f, Joint joint) => new JsonObject
    {
        ["case"] = joint.Cases[f.Case].Name,
        ["alternatesWith"] = joint.Cases[f.Case].AlternatesWith,
        ["bolt"] = joint.Pattern?.NumberOf(f.Bolt),
        ["factor"] = NumberOf(f.Factor),
        ["criteria"] = new JsonObject(f.Criteria.Select(c => KeyValuePair.Create(c.Name, NumberOf(c.Factor)))),
        ["preload"] = f.AtLargest ? "largest" : "smallest",
        ["opens"] = f.Opens,
        ["preloadStress"] = ValueOf(Dimension.Stress, f.PreloadStress),
        ["meanStress"] = ValueOf(Dimension.Stress, f.Mean),
        ["stressAmplitude"] = ValueOf(Dimension.Stress, f.Amplitude),
        ["endurance"] = ValueOf(Dimension.Stress, f.Strength),
        ["firstCycleYield"] = NumberOf(f.FirstCycleYield),
        ["cycles"] = NumberOf(f.Cycles),
        ["damage"] = NumberOf(f.Damage),
    };

    private static JsonNode HandOf(HandComparison h) => new JsonObject
    {
        ["check"] = h.Figure.Check,
        ["step"] = h.Figure.Step,
        ["byHand"] = NumberOf(h.Figure.Value),
        ["computed"] = NumberOf(h.Computed),
        ["agrees"] = h.Agrees,
        ["tolerance"] = h.Tolerance,
        ["ratio"] = NumberOf(h.Ratio),
        ["smellsOf"] = new JsonArray([.. h.Smells.Select(s => (JsonNode)s.Words)]),
    };

    private static JsonNode StepOf(Step step) => new JsonObject
    {
        ["name"] = step.Term.Id,
        ["key"] = step.Key,
        ["symbol"] = WorkingText.Symbol(step.Term, step.Index),
        ["formula"] = WorkingText.Formula(step.Formula),
        ["numbers"] = WorkingText.Numbers(step.Formula),
        ["value"] = ValueOf(step.Term.Dimension, step.Value),
        ["source"] = step.Source,
    };

    private static JsonArray EdgesOf(IReadOnlyList<WindowEdge> edges) =>
        new([.. edges.Select(e => (JsonNode)new JsonObject { ["check"] = e.Check.Id, ["preload"] = ValueOf(Dimension.Force, e.Preload) })]);

    private static JsonNode CaseOf(CaseResult c) => new JsonObject
    {
        ["name"] = c.Name,
        ["tensionPerBolt"] = ValueOf(Dimension.Force, c.Tension),
        ["shearPerBolt"] = ValueOf(Dimension.Force, c.Shear),
        ["boltForce"] = ValueOf(Dimension.Force, c.BoltForce),
        ["clampLeft"] = ValueOf(Dimension.Force, c.ClampLeft),
        ["state"] = c.State switch { JointState.Closed => "closed", JointState.Open => "open", _ => "opens at the smallest preload" },
    };

    private static JsonObject PatternOf(Result result)
    {
        var joint = result.Joint;
        var (pattern, group) = (joint.Pattern!, joint.Pattern!.Group);
        return new JsonObject
        {
            ["bolts"] = group.Bolts.Length,
            ["centroidX"] = ValueOf(Dimension.Length, group.CentroidX),
            ["centroidY"] = ValueOf(Dimension.Length, group.CentroidY),
            ["sumSquaresX"] = ValueOf(Dimension.Area, group.SumX2),
            ["sumSquaresY"] = ValueOf(Dimension.Area, group.SumY2),
            ["sumProducts"] = ValueOf(Dimension.Area, group.SumXY),
            ["polar"] = ValueOf(Dimension.Area, group.Polar),
            ["tensionSchool"] = Names.TensionSchools[pattern.School],
            ["spacing"] = new JsonArray([.. joint.Spacing.Select(f => (JsonNode)new JsonObject
            {
                ["kind"] = f.Kind.ToString().ToLowerInvariant(), ["bolt"] = f.Number, ["other"] = f.Other > 0 ? f.Other : null,
                ["distance"] = ValueOf(Dimension.Length, f.Distance), ["goodPractice"] = ValueOf(Dimension.Length, f.Good),
                ["isShort"] = f.IsShort,
            })]),
            ["loads"] = new JsonArray([.. joint.Cases.Select((c, i) => (JsonNode)new JsonObject
            {
                ["case"] = c.Name,
                ["judged"] = !c.OnlyCombined,
                ["bolts"] = new JsonArray([.. Listed(joint, i).Select(b => (JsonNode)new JsonObject
                {
                    ["bolt"] = b.Number,
                    ["tension"] = ValueOf(Dimension.Force, b.Tension),
                    ["shear"] = ValueOf(Dimension.Force, b.Shear),
                    ["shearX"] = ValueOf(Dimension.Force, b.ShearX),
                    ["shearY"] = ValueOf(Dimension.Force, b.ShearY),
                })]),
            })]),
        };
    }

    /// <summary>Every bolt of a case; of a great many only those that can govern.</summary>
    private static IEnumerable<PlanLoad> Listed(Joint joint, int loadCase) => joint.Cases.Length * joint.Bolts.Count <= MostLoads
        ? PlanLoads.Of(joint, loadCase)
        : joint.Sharing.Cases[loadCase].Select(b => PlanLoads.OfBolt(joint, joint.Cases[loadCase], b.Bolt));

    private const int MostLoads = 20_000;

    private static JsonObject Chosen(Joint joint) => new()
    {
        ["thread"] = joint.Bolts.Thread.Designation,
        ["grade"] = joint.Bolts.Grade.Grade,
        ["gradeSource"] = joint.Bolts.Grade.Source,
        ["length"] = ValueOf(Dimension.Length, joint.Bolts.Length),
        ["threadEnd"] = joint.End.Kind.ToString().ToLowerInvariant(),
        ["engagement"] = ValueOf(Dimension.Length, joint.End.Engagement),
        ["lengthChosen"] = joint.Bolts.LengthChosen,
        ["threadLength"] = ValueOf(Dimension.Length, joint.Bolts.ThreadLength),
        ["hole"] = ValueOf(Dimension.Length, joint.Hole),
        ["holeSource"] = joint.HoleSource,
        ["method"] = joint.Tightening.Method.Name,
        ["lubrication"] = joint.Tightening.NutFactor.Lubrication,
        ["shearBy"] = joint.Judging.Shear.Bearing ? "bearing" : "friction",
        ["shearByWhy"] = joint.Judging.Shear.Why,
    };

    private static JsonNode? ValueOf(Dimension dimension, double held) =>
        dimension == Dimension.None ? NumberOf(held)
        : double.IsFinite(held) ? JsonValue.Create(QuantityText.Exact(held, Units.Consistent(dimension))) : null;
}
