using System.Text.Json;
using System.Text.Json.Nodes;
using Hasp.Core;
using Hasp.Core.Checks;
using Hasp.Core.Checks.Machine;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.Kinds.BasePlates;
using Hasp.Core.Kinds.Closures;
using Hasp.Core.Kinds.Covers;
using Hasp.Core.Kinds.Pins;
using Hasp.Core.LoadPath;
using Hasp.Core.Sizing;
using Hasp.Files;
using Hasp.Tests.Reference;
using static Hasp.Tests.DocumentText;

namespace Hasp.Tests.Kinds;

/// <summary>The worked cases of the special joints, each as the document of a joint of its kind: what a person would have typed.</summary>
internal static class KindReferences
{
    internal static readonly Dictionary<string, Action<ReferenceCase>> Covered = new()
    {
        ["base plate, uplift with shear"] = BaseUplift,
        ["base plate, compression"] = BaseCompression,
        ["pressure closure held by radial bolts"] = Closure,
        ["bolted cover under pressure"] = Cover,
        ["hanger"] = Hanger,
        ["pin bending"] = PinBending,
    };

    internal static Result Evaluated(JsonObject document)
    {
        document["format"] = JointDocument.Format;
        document["version"] = JointDocument.Version;
        document["name"] ??= "case";
        var (joint, faults) = JointDocument.Read(document.ToJsonString());
        Assert.True(joint is not null, string.Join("\n", faults.Select(f => $"{f.Path}: {f.Problem}")));
        return Evaluation.Run(joint);
    }

    /// <summary>A value that the result names, or that stands in the working of some check.</summary>
    private static double Named(Result result, Term term) =>
        result.Values.Where(v => v.Term == term).Select(v => (double?)v.Value).FirstOrDefault()
        ?? result.Checks.SelectMany(c => c.Working.Steps).Where(s => s.Term == term).Select(s => (double?)s.Value).FirstOrDefault()
        ?? throw new InvalidOperationException($"{term.Id} stands in no working");

    private static double Step(Result result, Check check, Term term, int index = 0) =>
        result.Checks.First(c => c.Check == check).Working.Steps.First(s => s.Term == term && (index == 0 || s.Index == index)).Value;

    private static void BaseUplift(ReferenceCase c)
    {
        var bolts = c.Given.GetProperty("bolts").GetProperty("value").EnumerateArray()
            .Select(b => new PlanPoint(b[0].GetDouble(), b[1].GetDouble())).ToList();
        var (x, y) = (bolts.Max(b => b.X) - bolts.Min(b => b.X), bolts.Max(b => b.Y) - bolts.Min(b => b.Y));
        var d = Core.Catalogue.Standards.FindThread(c.Text("thread"))!.Diameter;
        double Opt(string key) => c.Given.TryGetProperty(key, out _) ? c.Held(key) : 0;
        var result = Evaluated(new JsonObject
        {
            ["kind"] = "basePlate", ["bolts"] = new JsonObject { ["thread"] = c.Text("thread"), ["grade"] = c.Text("grade") },
            ["judging"] = new JsonObject { ["basis"] = "eurocode", ["eurocode"] = new JsonObject { ["gammaM2"] = c.Held("gammaM2") } },
            ["basePlate"] = new JsonObject
            {
                ["columnDepth"] = Mm(y / 3), ["columnWidth"] = Mm(x / 3), ["flange"] = Mm(y / 40), ["web"] = Mm(x / 40),
                ["depth"] = Mm(y + (6 * d)), ["width"] = Mm(x + (6 * d)), ["thickness"] = "40 mm",
                ["boltsX"] = Mm(x), ["boltsY"] = Mm(y), ["perRow"] = bolts.Select(b => b.X).Distinct().Count(),
                ["rows"] = bolts.Select(b => b.Y).Distinct().Count(), ["fck"] = Mpa(c.Held("fck")), ["gammaC"] = c.Held("gammaC"),
                ["school"] = "compression line",
            },
            ["loads"] = new JsonArray(new JsonObject { ["fz"] = N(c.Held("forceZ")), ["fx"] = N(c.Held("shear")),
                ["mx"] = Nmm(Opt("momentX")), ["my"] = Nmm(Opt("momentY")) }),
        });
        var on = Enumerable.Range(0, bolts.Count).Select(i => result.Joint.LoadPath.On<Plain>(result.Joint.Cases[0], i)).ToList();
        Assert.Equal(bolts.Select(b => (b.X, b.Y)).Order(), result.Joint.Pattern!.Group.Bolts.Select(b => (b.X, b.Y)).Order());
        c.Check("maxTension", Named(result, BasePlateTerms.MaxTension));
        c.Check("minTension", Named(result, BasePlateTerms.MinTension));
        c.Check("shearPerBolt", on.Max(b => b.Shear.Value));
        c.Check("FtRd", Step(result, BasePlateKind.EnTension, Core.Checks.Eurocode.EurocodeTerms.TensionResistance));
        c.Check("alphaBc", Step(result, BasePlateKind.EnShear, BasePlateTerms.AlphaBc));
        c.Check("FvbRdHoldingDown", Step(result, BasePlateKind.EnShear, BasePlateTerms.BoltShearHd));
        c.Check("interactionHoldingDown", Step(result, BasePlateKind.EnCombined, Core.Checks.Eurocode.EurocodeTerms.CombinedSum));
        c.Check("concreteBearing5dd", Step(result, BasePlateKind.Concrete, BasePlateTerms.Concrete5dd));
        // What an ordinary bolt would have by Table 3.4, beside it.
        var alphaV = Core.Checks.Codes.NominalStrength.Of(result.Joint.Bolts.Grade).ThreadShear;
        var plane = Core.Checks.Eurocode.EurocodeFormulas.PlaneShearResistance<Plain>(new(alphaV), new(c.Held("fub")),
            new(c.Held("stressArea")), new(c.Held("gammaM2"))).Value;
        c.Check("FvRdTable34", plane);
        c.Check("interactionTable34", (on[0].Shear.Value / plane)
            + (Named(result, BasePlateTerms.MaxTension) / 1.4 / Step(result, BasePlateKind.EnTension,
            Core.Checks.Eurocode.EurocodeTerms.TensionResistance)));
    }

    private static void BaseCompression(ReferenceCase c)
    {
        var (h, b) = (c.Held("plateH"), c.Held("plateB"));
        // Whatever βj·α·fcd the case has, the document states its parts.
        var fcd = c.Held("alphaCc") * c.Held("fck") / c.Held("gammaC");
        var spread = c.Held("spread");
        var result = Evaluated(new JsonObject
        {
            ["kind"] = "basePlate", ["bolts"] = new JsonObject { ["thread"] = "M10", ["grade"] = "4.6" },
            ["judging"] = new JsonObject { ["basis"] = "eurocode", ["eurocode"] = new JsonObject { ["gammaM0"] = c.Held("gammaM0") } },
            ["own"] = new JsonObject { ["materials"] = new JsonArray(Material("The plate", c.Held("fyPlate"), 1.5 * c.Held("fyPlate"))) },
            ["basePlate"] = new JsonObject
            {
                ["columnDepth"] = Mm(c.Held("columnH")), ["columnWidth"] = Mm(c.Held("columnB")), ["flange"] = Mm(c.Held("tf")),
                ["web"] = Mm(c.Held("tw")), ["depth"] = Mm(h), ["width"] = Mm(b), ["thickness"] = "20 mm", ["material"] = "The plate",
                // Between the flanges, clear of web and tips: where bolts do not come into the case.
                ["boltsX"] = Mm((c.Held("columnB") / 2) + 5), ["boltsY"] = "40 mm",
                ["fck"] = Mpa(c.Held("fck")), ["gammaC"] = c.Held("gammaC"), ["alphaCc"] = c.Held("alphaCc"), ["spread"] = spread,
                ["stock"] = string.Join(", ", c.Given.GetProperty("stockThicknesses").GetProperty("value").EnumerateArray()
                    .Select(t => t.GetRawText())),
            },
            ["loads"] = new JsonArray(new JsonObject { ["fz"] = N(-c.Held("N")) }),
        });
        Assert.Equal(2.0 / 3 * spread * fcd, Named(result, BasePlateTerms.Fjd), 6);
        c.Check("requiredArea", Named(result, BasePlateTerms.RequiredArea));
        if (c.Expects("c")) c.Check("c", Named(result, BasePlateTerms.CRequired));
        if (c.Expects("cUncut")) c.Check("cUncut", Named(result, BasePlateTerms.CUncut));
        if (c.Expects("thickness")) c.Check("thickness", Named(result, BasePlateTerms.ThicknessRequired));
        if (c.Expects("stockThickness")) c.Check("stockThickness", Named(result, BasePlateTerms.Stock));
    }

    private static void Closure(ReferenceCase c)
    {
        var list = c.Given.GetProperty("indexableCounts").GetProperty("value").EnumerateArray().Select(n => n.GetRawText());
        var result = Evaluated(new JsonObject
        {
            ["kind"] = "closure", ["bolts"] = new JsonObject { ["thread"] = c.Text("thread"), ["grade"] = "8.8" },
            ["hole"] = new JsonObject { ["diameter"] = Mm(c.Held("tubeHole")) },
            ["own"] = new JsonObject
            {
                ["grades"] = new JsonArray(new JsonObject { ["name"] = "The bolt", ["proof"] = Mpa(0.9 * c.Held("yield")),
                    ["yield"] = Mpa(c.Held("yield")), ["tensile"] = Mpa(1.25 * c.Held("yield")), ["minDiameter"] = "1 mm",
                    ["maxDiameter"] = "100 mm", ["source"] = "the case" }),
                // A steel that bearing does not ask more bolts of: the case counts them by shear, the kind by every check.
                ["materials"] = new JsonArray(Material("The tube", 4.5 * c.Held("allowableHoop"), 6 * c.Held("allowableHoop"))),
            },
            ["closure"] = new JsonObject
            {
                ["bore"] = Mm(c.Held("bore")), ["outer"] = Mm(c.Held("tubeOuter")), ["tubeMaterial"] = "The tube",
                ["plugMaterial"] = "The tube", ["engagement"] = Mm(c.Held("plugEngagement")),
                ["tubeEnd"] = Mm(c.Held("holeToTubeEnd")), ["indexing"] = string.Join(", ", list),
            },
            // The required factor of the hoop check that asks for the case's allowable stress of that steel.
            ["judging"] = new JsonObject { ["required"] = new JsonObject { ["shear"] = c.Held("requiredShearFactor"),
                ["closureHoop"] = 4.5 } },
            ["loads"] = new JsonArray(new JsonObject { ["pressure"] = Mpa(c.Held("pressure")) }),
        }.Also(d => d["bolts"]!["grade"] = "The bolt"));
        c.Check("endLoad", Named(result, Terms.EndLoad));
        c.Check("boltsNeeded", Named(result, ClosureTerms.Needed));
        c.Check("boltsIndexed", Named(result, ClosureTerms.Indexed));
        c.Check("boltsIndexed", result.Joint.Bolts.Count);
        c.Check("shearPerBolt", Step(result, MachineBasis.Shear, Terms.Shear));
        c.Check("shearFactor", result.Checks.First(x => x.Check == MachineBasis.Shear).Factor!.Value);
        // Bearing of each part: the governing one stands in the working, the other follows from its length.
        var lengths = result.Stack.BearingLength;
        var (bearing, d) = (result.Joint.Cases[0].Shear / result.Joint.Bolts.Count, result.Joint.Bolts.Thread.Diameter);
        c.Check("bearingTube", Core.Checks.MemberFormulas.BearingStress<Plain>(new(bearing), new(d), new(lengths[0])).Value);
        c.Check("bearingPlug", Core.Checks.MemberFormulas.BearingStress<Plain>(new(bearing), new(d), new(lengths[1])).Value);
        c.Check("tearOutStress", Core.Checks.MemberFormulas.TearOutStress<Plain>(new(bearing),
            new(result.Joint.Layers[0].EdgeDistance!.Value), new(result.Joint.Hole), new(result.Joint.Layers[0].Thickness)).Value);
        c.Check("netAreaTube", Named(result, ClosureTerms.NetArea));
        c.Check("netSectionStress", Step(result, ClosureKind.Axial, ClosureTerms.AxialNet));
        c.Check("axialStressGross", Named(result, ClosureTerms.AxialGross));
        c.Check("axialThinWall", Named(result, ClosureTerms.AxialThin));
        c.Check("hoopThinWall", Named(result, ClosureTerms.HoopThin));
        c.Check("hoopThickWallBore", Named(result, ClosureTerms.HoopThick));
        c.Check("wallForAllowableHoop", Named(result, ClosureTerms.WallNeeded));
    }

    private static void Cover(ReferenceCase c)
    {
        // The load factor of the case is stated, not worked out: a gasket of that stiffness would be a guess. It enters by load
        // introduction.
        var d = Core.Catalogue.Standards.FindThread(c.Text("thread"))!.Diameter;
        JsonObject Document(double introduction) => new()
        {
            ["kind"] = "cover", ["bolts"] = new JsonObject { ["thread"] = c.Text("thread"), ["grade"] = "The bolt",
                ["count"] = (int)c.Held("bolts") },
            ["own"] = new JsonObject { ["grades"] = new JsonArray(new JsonObject { ["name"] = "The bolt", ["proof"] = Mpa(c.Held("proof")),
                ["yield"] = Mpa(c.Held("proof") * 1.1), ["tensile"] = Mpa(c.Held("tensile")), ["minDiameter"] = "1 mm",
                ["maxDiameter"] = "100 mm", ["source"] = "the case" }) },
            ["cover"] = new JsonObject
            {
                ["seal"] = Mm(c.Held("sealDiameter")), ["thickness"] = Mm(d), ["boltCircle"] = Mm(c.Held("sealDiameter") + (5 * d)),
                ["gasketLoad"] = N(c.Held("gasketLoadToKeep")), ["gasket"] = "Gasket sheet, fibre", ["gasketThickness"] = "2 mm",
            },
            ["tightening"] = new JsonObject { ["aim"] = N(c.Held("preload")) },
            ["fatigue"] = new JsonObject { ["strength"] = Mpa(c.Held("endurance")), ["criterion"] = "goodman" },
            ["judging"] = new JsonObject { ["preload"] = "nominal", ["loadIntroduction"] = introduction },
            ["loads"] = new JsonArray(
                new JsonObject { ["name"] = "Most", ["pressure"] = Mpa(c.Held("pressureMax")),
                    ["alternatesWith"] = c.Held("pressureMin") == 0 ? "unloaded" : "Least" },
                new JsonObject { ["name"] = "Least", ["pressure"] = Mpa(c.Held("pressureMin")) }),
        };
        var share = Evaluated(Document(1))[Terms.LoadShare];
        var result = Evaluated(Document(c.Held("loadFactor") / share));
        c.Check("endLoad", Named(result, Terms.EndLoad));
        c.Check("endLoadPerBolt", Named(result, CoverTerms.EndPerBolt));
        c.Check("gasketLoadPerBolt", Named(result, CoverTerms.GasketPerBolt));
        c.Check("endPlusGasketPerBolt", Named(result, CoverTerms.EndPerBolt) + Named(result, CoverTerms.GasketPerBolt));
        c.Check("preloadNeeded", Named(result, CoverTerms.PreloadNeeded));
        c.Check("clampLeftPerBolt", Named(result, CoverTerms.ClampLeft));
        c.Check("openingFactor", result.Checks.First(x => x.Check == MachineBasis.Opening).Factor!.Value);
        c.Check("gasketFactor", result.Checks.First(x => x.Check == CoverKind.Retained).Factor!.Value);
        var swing = result.Fatigue[0];
        c.Check("stressAmplitude", swing.Amplitude);
        c.Check("meanStress", swing.Mean);
        c.Check("goodman", result.Checks.First(x => x.Check == MachineBasis.Fatigue).Factor!.Value);
    }

    private static void Hanger(ReferenceCase c)
    {
        var (pin, width) = (c.Held("pinDiameter"), c.Held("eyeWidth"));
        JsonObject Document(double load) => new()
        {
            ["kind"] = "pin",
            ["own"] = new JsonObject
            {
                ["materials"] = new JsonArray(
                    Material("The eye", c.Held("eyeAllowable"), 4 * c.Held("eyeAllowable")),
                    Material("The shank", c.Held("shankAllowable"), 4 * c.Held("shankAllowable")),
                    Material("The pin", c.Held("pinShearAllowable") / 0.577, 4 * c.Held("pinShearAllowable"))),
            },
            ["pin"] = new JsonObject
            {
                ["diameter"] = Mm(pin), ["material"] = "The pin", ["hole"] = Mm(c.Held("eyeHole")),
                ["eyeThickness"] = Mm(c.Held("eyeThickness")), ["eyeWidth"] = Mm(width), ["eyeEnd"] = Mm(width),
                ["eyeMaterial"] = "The eye",
                ["shankWidth"] = Mm(c.Held("shankWidth")), ["shankThickness"] = Mm(c.Held("shankThickness")),
                ["shankMaterial"] = "The shank",
                ["cheeks"] = (int)c.Number("pinPlanes"), ["cheekThickness"] = Mm(3 * c.Held("eyeThickness")), ["cheekMaterial"] = "S355",
            },
            ["loads"] = new JsonArray(new JsonObject { ["name"] = "Pull", ["shear"] = N(load) }),
            ["judging"] = new JsonObject { ["required"] = new JsonObject { ["pinShank"] = 1, ["pinNet"] = 1, ["pinShear"] = 1,
                ["pinTearOut"] = 0, ["pinBearing"] = 0, ["pinBending"] = 0, ["pinDishing"] = 0 } },
        };
        var result = Evaluated(Document(1000));
        var limits = result.Limits.ToDictionary(l => l.Check, l => l.Times * 1000);
        c.Check("loadShank", limits[PinKind.Shank]);
        c.Check("loadNetSection", limits[PinKind.Net]);
        c.Check("loadPinShear", limits[PinKind.Shear]);
        c.Check("strength", result.Limits[0].Times * 1000);
        var names = new Dictionary<Check, string> { [PinKind.Shank] = "shank", [PinKind.Net] = "netsection", [PinKind.Shear] = "pinshear" };
        Assert.StartsWith(c.Expect.GetProperty("weakest").GetString()!.Replace(" ", "").ToLowerInvariant(), names[result.Limits[0].Check],
            StringComparison.Ordinal);
    }

    /// <summary>A butt under two covers as a splice: packing, sides and numbers are what the kind makes of it.</summary>
    internal static void Butt(ReferenceCase c)
    {
        var (thick, thin, cover) = (c.Held("mainPlateThick"), c.Held("mainPlateThin"), c.Held("coverThickness"));
        // Wide enough that plates and covers carry more than the bolts, and no wider than 10.2.4.3 lets an edge be.
        var edge = Math.Min(11.5 * Math.Min(cover, thin), Math.Max(c.Held("load") / (Math.Min(thin, 2 * cover) * 200), 60));
        var length = thick + (2 * cover) + 40;
        var result = Evaluated(new JsonObject
        {
            ["kind"] = "splice", ["hole"] = new JsonObject { ["diameter"] = Mm(c.Held("hole")) },
            ["own"] = Materials(("Plates", 250, c.Held("fuPlates"))),
            // Thread from just before the lower plane on: in one plane of the two.
            ["bolts"] = new JsonObject { ["thread"] = c.Text("thread"), ["grade"] = c.Text("grade"), ["length"] = Mm(length),
                ["threadLength"] = Mm(40 + cover + 3) },
            ["splice"] = new JsonObject
            {
                ["left"] = Mm(thick), ["right"] = Mm(thin), ["cover"] = Mm(cover), ["form"] = c.Held("coverPlates") == 2 ? "two covers"
                    : "one cover", ["width"] = Mm(2 * edge), ["rows"] = 1,
                ["end"] = Mm(c.Held("endDistance")), ["pitch"] = Mm(c.Held("pitch")), ["material"] = "Plates", ["coverMaterial"] = "Plates",
            },
            ["judging"] = new JsonObject { ["basis"] = "is800", ["shearBy"] = "bearing", ["shearThreads"] = "drawn",
                ["is800"] = new JsonObject { ["gammaMb"] = c.Held("gammaMb") } },
            ["loads"] = new JsonArray(new JsonObject { ["fx"] = N(c.Held("load")) }),
        });
        var (left, right) = (result.Joint.Sides[0].Joint, result.Joint.Sides[1].Joint);
        Assert.All(result.Joint.Sides, s => Assert.Single(Stack.Of(s.Joint).Planes, p => p.ThreadInPlane));
        Assert.Equal(c.Held("packingEachFaceThinSide"), right.Layers[1].Thickness, 1e-9);
        c.Check("boltsThickSide", left.Bolts.Count);
        c.Check("boltsThinSide", right.Bolts.Count);
        c.Check("boltsThickSide", result.KindValues.First(v => v.Term.Id == "boltsLeft").Value);
        c.Check("boltsThinSide", result.KindValues.First(v => v.Term.Id == "boltsRight").Value);
        foreach (var (side, shear) in new[] { (left, "shearThickSide"), (right, "shearThinSide") })
        {
            c.Check(shear, Evaluation.Run(side).Checks.First(x => x.Check == Core.Checks.Is800.Is800Basis.Shear).Sides!.Value.Resistance);
        }
    }

    private static void PinBending(ReferenceCase c)
    {
        var result = Evaluated(new JsonObject
        {
            ["kind"] = "pin",
            ["pin"] = new JsonObject { ["diameter"] = Mm(c.Held("pinDiameter")), ["eyeThickness"] = Mm(c.Held("innerThickness")),
                ["cheekThickness"] = Mm(c.Held("outerThickness")), ["gap"] = Mm(c.Held("gap")) },
            ["loads"] = new JsonArray(new JsonObject { ["shear"] = N(c.Held("load")) }),
        });
        c.Check("moment", Named(result, Terms.PinMoment));
        c.Check("bendingStress", Named(result, Terms.PinBendingStress));
    }

    internal static JsonObject Also(this JsonObject document, Action<JsonObject> change)
    {
        change(document);
        return document;
    }
}
