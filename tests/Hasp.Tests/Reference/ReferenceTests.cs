using System.Text.Json;
using Hasp.Core;
using Hasp.Core.Catalogue;
using Hasp.Core.Checks;
using Hasp.Core.Fatigue;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;
using Hasp.Core.Preload;
using Hasp.Core.Stiffness;

namespace Hasp.Tests.Reference;

/// <summary>The worked cases in tests/reference, read as they are. What is not covered yet is skipped by its id.</summary>
public sealed class ReferenceTests
{
    private static readonly Dictionary<string, Action<ReferenceCase>> Covered = new(
        CodeReferences.Covered.Concat(Kinds.KindReferences.Covered))
    {
        ["thread geometry"] = ThreadOf,
        ["stiffness, cones, through bolt"] = ThroughBolt,
        ["stiffness, 45 degree mean cylinders"] = MeanCylinders,
        ["stiffness, one-equation fit"] = OneEquationFit,
        ["load factor with introduction factor"] = Introduction,
        ["torque, short form"] = ShortTorque,
        ["torque, long form"] = LongTorque,
        ["turn and stretch"] = TurnAndStretch,
        ["torsion while tightening"] = TighteningTorsion,
        ["preload scatter and losses"] = Extremes,
        ["joint under load"] = UnderLoad,
        ["slip"] = Slip,
        ["shear"] = Shear,
        ["bearing"] = Bearing,
        ["tear-out"] = TearOut,
        ["under the head"] = UnderHead,
        ["stiffness, cones, tapped hole"] = TappedHole,
        ["preload, temperature"] = Thermal,
        ["net section"] = NetSection,
        ["thread stripping"] = ThreadStripping,
        ["fatigue"] = Fatigued,
        ["endurance estimate"] = Estimate,
        ["endurance, amplitude school"] = Amplitude,
        ["in-plane, elastic"] = InPlane,
        ["out-of-plane, centroid"] = OutOfPlane,
        ["out-of-plane, pivot"] = Pivot,
        ["combined"] = BiaxialPivots,
        ["six components"] = SixComponents,
        ["instantaneous centre"] = Centre,
        ["load helpers"] = Helpers,
    };

    public static IEnumerable<TheoryDataRow<ReferenceCase>> Cases =>
        from path in Directory.GetFiles(Path.Combine(AppContext.BaseDirectory, "reference"), "*.json").Order()
        from json in JsonDocument.Parse(File.ReadAllText(path)).RootElement.EnumerateArray()
        let c = new ReferenceCase(Path.GetFileName(path), json)
        select new TheoryDataRow<ReferenceCase>(c)
        {
            TestDisplayName = $"{c.File}: {c.Id}",
            Skip = Covered.GetValueOrDefault(c.Topic) is null ? $"{c.Id}: {c.Topic} is not covered yet" : null,
        };

    [Theory]
    [MemberData(nameof(Cases))]
    public void Agrees_with_the_worked_case(ReferenceCase c) => Covered[c.Topic](c);

    [Fact]
    public void Every_covered_topic_is_in_the_files() =>
        Assert.Equal(Covered.Count, Cases.Where(c => c.Skip is null).Select(c => c.Data.Topic).Distinct().Count());

    private static Plain P(double value) => new(value);

    private static ThreadGeometry<Plain> Thread(ReferenceCase c) =>
        ThreadGeometry<Plain>.Of(Standards.FindThread(c.Text("thread")) ?? throw new InvalidOperationException($"no thread {c.Text("thread")}"));

    private static void ThreadOf(ReferenceCase c)
    {
        var t = Thread(c);
        c.Check("pitchDiameter", t.PitchDiameter.Value);
        c.Check("rootDiameter", t.RootDiameter.Value);
        c.Check("nutMinorDiameter", t.NutMinorDiameter.Value);
        c.Check("tensileStressArea", t.StressArea.Value);
        c.Check("rootArea", t.RootArea.Value);
    }

    private static void ThroughBolt(ReferenceCase c)
    {
        var t = Thread(c);
        var cap = c.Has("partOuterDiameter") ? c.Held("partOuterDiameter") : double.PositiveInfinity;
        var layers = c.Given.GetProperty("layers").EnumerateArray()
            .Select(l => new ConeLayer(ReferenceCase.Held(l.GetProperty("thickness")), ReferenceCase.Held(l.GetProperty("E")), cap))
                .ToArray();
        var grip = layers.Sum(l => l.Thickness);
        var shank = Math.Min(grip, c.Held("boltLength") - c.Held("threadLength"));
        var (head, nut, angle) = (c.Held("bearingDiameterHead"), c.Held("bearingDiameterNut"), c.Held("coneHalfAngle"));
        var bore = c.Text("coneBore") == "nominal bolt diameter" ? t.Diameter : P(c.Held("holeDiameter"));
        var bolt = BoltStiffness.Of(t.ShankArea, t.StressArea, P(shank), P(grip - shank), P(c.Held("boltE")));
        var members = PressureCone.InSeries(PressureCone.Cut(layers, head, nut, angle), P(head), P(nut), bore, P(angle));
        if (c.Expect.TryGetProperty("gripLength", out _))
        {
            c.Check("gripLength", grip);
            c.Check("shankInGrip", shank);
            c.Check("threadInGrip", grip - shank);
        }
        c.Check("boltStiffness", bolt.Value);
        c.Check("memberStiffness", members.Value);
        c.Check("loadFactor", BoltStiffness.LoadShare(bolt, members).Value);
    }

    private static void MeanCylinders(ReferenceCase c)
    {
        Assert.Equal("nominal bolt diameter", c.Text("bore"));
        var washer = c.Held("washerOuterDiameter");
        var layers = c.Given.GetProperty("layers").EnumerateArray().Select(l => new RingLayer(
            ReferenceCase.Held(l.GetProperty("thickness")), ReferenceCase.Held(l.GetProperty("E")),
            l.GetProperty("part").GetString() == "washer" ? washer : null)).ToArray();
        c.Check("memberStiffness", MemberSchools.MeanCylinders<Plain>(layers, washer, washer, Thread(c).Diameter.Value).Value);
    }

    private static void OneEquationFit(ReferenceCase c) => c.Check("memberStiffness", MemberSchools.OneEquationFit(
        P(c.Held("E")), Thread(c).Diameter, P(c.Held("gripLength")),
        MemberSchools.FitFor(Enum.Parse<MaterialFamily>(c.Text("material"), true))).Value);

    private static void Introduction(ReferenceCase c)
    {
        var load = c.Held("externalLoad");
        var bolt = BoltStiffness.EffectiveShare(P(c.Number("introductionFactor")), P(c.Number("loadFactor"))).Value * load;
        c.Check("boltShareOfLoad", bolt);
        c.Check("memberShareOfLoad", load - bolt);
    }

    private static void LongTorque(ReferenceCase c)
    {
        var t = Thread(c);
        var preload = P(c.Held("preload"));
        var pitch = Torsion.PitchTorque(preload, t.Pitch);
        var thread = Torsion.ThreadFrictionTorque(preload, P(c.Number("threadFriction")), t.PitchDiameter);
        var bearing = Torsion.BearingFrictionTorque(preload, P(c.Number("bearingFriction")), P(c.Held("meanBearingDiameter")));
        var arm = Torsion.Arm(t.Pitch, P(c.Number("threadFriction")), t.PitchDiameter, P(c.Number("bearingFriction")),
            P(c.Held("meanBearingDiameter")));
        c.Check("pitchShare", pitch.Value);
        c.Check("threadFrictionShare", thread.Value);
        c.Check("bearingFrictionShare", bearing.Value);
        c.Check("torque", Tension.Torque(arm, preload, P(c.Held("prevailingTorque"))).Value);
        c.Check("equivalentNutFactor", Torsion.EquivalentNutFactor(arm, t.Diameter).Value);
    }

    private static void TurnAndStretch(ReferenceCase c)
    {
        c.Check("turnFromSnug", Tension.TurnFromSnug(P(c.Held("pitch")), P(c.Held("preload")), P(c.Held("boltStiffness")),
            P(c.Held("memberStiffness"))).Value);
        c.Check("boltStretchInGrip", Tension.Stretch(P(c.Held("preload")), P(c.Held("boltStiffness"))).Value);
    }

    private static void TighteningTorsion(ReferenceCase c)
    {
        var t = Thread(c);
        var preload = P(c.Held("preload"));
        var torque = Torsion.ThreadTorque(Torsion.PitchTorque(preload, t.Pitch),
            Torsion.ThreadFrictionTorque(preload, P(c.Number("threadFriction")), t.PitchDiameter));
        var torsion = Torsion.Stress(torque, t.PitchDiameter, t.RootDiameter);
        var tension = preload / t.StressArea;
        c.Check("threadTorque", torque.Value);
        c.Check("shearStress", torsion.Value);
        c.Check("tensileStress", tension.Value);
        c.Check("equivalentStress", Torsion.EquivalentStress(tension, torsion).Value);
        c.Check("equivalentStressInService", Torsion.EquivalentStressInService(tension, torsion).Value);
        c.Check("utilisationOfYield", Torsion.EquivalentStress(tension, torsion).Value / c.Held("yieldStrength"));
    }

    private static void ShortTorque(ReferenceCase c)
    {
        var t = Thread(c);
        var proof = Tension.ProofLoad(P(c.Held("proofStrength")), t.StressArea);
        var preload = P(c.Number("fractionOfProof")) * proof;
        if (c.Expect.TryGetProperty("proofLoad", out _)) c.Check("proofLoad", proof.Value);
        c.Check("preload", preload.Value);
        c.Check("torque", Tension.Torque(P(c.Number("nutFactor")) * t.Diameter, preload).Value);
    }

    private static void Extremes(ReferenceCase c)
    {
        var (preload, scatter) = (P(c.Held("preload")), P(c.Number("scatter")));
        var loss = Tension.EmbeddingLoss(P(c.Held("embedding")), P(c.Held("boltStiffness")), P(c.Held("memberStiffness")));
        c.Check("embeddingLoss", loss.Value);
        c.Check("preloadMax", Tension.Largest(preload, scatter).Value);
        c.Check("preloadMin", Tension.Smallest(preload, scatter, loss, P(c.Number("relaxation"))).Value);
    }

    private static void UnderLoad(ReferenceCase c)
    {
        var share = BoltStiffness.LoadShare(P(c.Held("boltStiffness")), P(c.Held("memberStiffness")));
        var (preload, load) = (P(c.Held("preload")), P(c.Held("externalLoad")));
        var proof = Tension.ProofLoad(P(c.Held("proofStrength")), Thread(c).StressArea);
        var bolt = JointUnderLoad.BoltForce(preload, share, load);
        var opening = JointUnderLoad.OpeningLoad(preload, share);
        c.Check("boltForce", bolt.Value);
        c.Check("memberForce", JointUnderLoad.MemberForce(preload, share, load).Value);
        c.Check("openingLoad", opening.Value);
        c.Check("open", load.Value > opening.Value);
        c.Check("openingFactor", JointUnderLoad.OpeningFactor(preload, share, load).Value);
        c.Check("proofFactor", JointUnderLoad.ProofFactor(proof, bolt).Value);
        if (c.Expect.TryGetProperty("loadFactorN", out _)) c.Check("loadFactorN", JointUnderLoad.LoadFactor(proof, preload, share, load)
            .Value);
    }

    private static void Slip(ReferenceCase c)
    {
        var clamp = JointUnderLoad.MemberForce(P(c.Held("preload")), P(c.Number("loadFactor")), P(c.Held("externalLoad")));
        c.Check("clampLeft", clamp.Value);
        c.Check("slipFactor", JointUnderLoad.SlipFactor(P(c.Number("friction")), P(c.Number("faces")), clamp, P(c.Held("shear"))).Value);
    }

    private static void Shear(ReferenceCase c)
    {
        var t = Thread(c);
        var area = c.Text("area") switch
        {
            "thread stress area" => t.StressArea,
            "shank area" => t.ShankArea,
            "root area" => t.RootArea,
            var other => throw new InvalidOperationException(other),
        };
        var stress = MemberFormulas.ShearStress(P(c.Held("shear")), P(c.Number("planes")), area);
        c.Check("shearStress", stress.Value);
        c.Check("shearFactor", MemberFormulas.ShearFactor(P(c.Number("shearYieldRatio")), P(c.Held("yieldStrength")), stress).Value);
    }

    private static void Bearing(ReferenceCase c)
    {
        var (load, d, t) = (P(c.Held("load")), P(c.Held("boltDiameter")), P(c.Held("thickness")));
        c.Check("bearingStressProjected", MemberFormulas.BearingStress(load, d, t).Value);
        c.Check("bearingStressQuarterCircumference", MemberFormulas.BearingStressQuarter(load, d, t).Value);
    }

    private static void TearOut(ReferenceCase c)
    {
        var (load, e, t) = (P(c.Held("load")), P(c.Held("edgeDistance")), P(c.Held("thickness")));
        c.Check("tearOutStress", MemberFormulas.TearOutStress(load, e, P(c.Held("holeDiameter")), t).Value);
        c.Check("tearOutStressFullEdge", MemberFormulas.TearOutStressFullEdge(load, e, t).Value);
    }

    private static void UnderHead(ReferenceCase c)
    {
        var pressure = MemberFormulas.HeadPressure(P(c.Held("force")), P(c.Held("bearingOuter")), P(c.Held("hole")));
        c.Check("pressure", pressure.Value);
        c.Check("factor", MemberFormulas.HeadPressureFactor(P(c.Held("limitPressure")), pressure).Value);
    }

    /// <summary>Laid out by the application's own stack, so that effective grip and cut are its, not the test's.</summary>
    private static void TappedHole(ReferenceCase c)
    {
        var t = Thread(c);
        var d = t.Diameter.Value;
        var above = c.Given.GetProperty("layers").EnumerateArray()
            .Select(l => (T: ReferenceCase.Held(l.GetProperty("thickness")), E: ReferenceCase.Held(l.GetProperty("E")))).ToArray();
        var tapped = c.Given.GetProperty("tapped");
        var (depth, e) = (ReferenceCase.Held(tapped.GetProperty("thickness")), ReferenceCase.Held(tapped.GetProperty("E")));
        var grip = Stack.GripInto(above.Sum(l => l.T), depth, d);
        var layers = above.Select(l => new ConeLayer(l.T, l.E)).Append(new ConeLayer(grip - above.Sum(l => l.T), e)).ToArray();
        var shank = Math.Min(grip, c.Held("boltLength") - c.Held("threadLength"));
        var (head, angle) = (c.Held("bearingDiameterHead"), c.Held("coneHalfAngle"));
        var bore = c.Text("coneBore") == "nominal bolt diameter" ? t.Diameter : P(c.Held("holeDiameter"));
        var bolt = BoltStiffness.Of(t.ShankArea, t.StressArea, P(shank), P(grip - shank), P(c.Held("boltE")));
        var members = PressureCone.InSeries(PressureCone.Cut(layers, head, head, angle), P(head), P(head), bore, P(angle));
        c.Check("effectiveGrip", grip);
        c.Check("boltStiffness", bolt.Value);
        c.Check("memberStiffness", members.Value);
        c.Check("loadFactor", BoltStiffness.LoadShare(bolt, members).Value);
    }

    private static void Thermal(ReferenceCase c)
    {
        double Warming(string name) => (c.Has(name) ? c.Given.GetProperty(name) : c.Given.GetProperty("temperatureChange"))
            .GetProperty("value").GetDouble();
        double Expansion(string name) => c.Given.GetProperty(name).GetProperty("value").GetDouble();
        c.Check("thermalPreloadChange", Tension.ThermalChange(
            P(Expansion("memberExpansion")), P(Warming("memberTemperatureChange")), P(Expansion("boltExpansion")),
            P(Warming("boltTemperatureChange")),
            P(c.Held("gripLength")), P(c.Held("boltStiffness")), P(c.Held("memberStiffness"))).Value);
    }

    private static void NetSection(ReferenceCase c) => c.Check("netArea", MemberFormulas.NetArea(
        P(c.Held("width")), P(c.Number("holes")), P(c.Held("holeDiameter")), P(c.Held("thickness")),
        c.Has("staggerPitch") ? MemberFormulas.StaggerGain(P(c.Held("staggerPitch")), P(c.Held("gauge")), P(c.Number("staggeredSteps")))
            : P(0)).Value);

    private static void ThreadStripping(ReferenceCase c)
    {
        var t = Thread(c);
        var (engagement, ratio, bolt, tapped) = (P(c.Held("engagement")), P(c.Number("shearRatio")), P(c.Held("boltTensile")),
            P(c.Held("tappedTensile")));
        var (boltArea, tappedArea) = (Stripping.BoltThreadArea(t.NutMinorDiameter, engagement),
            Stripping.TappedThreadArea(t.Diameter, engagement));
        var (boltStrip, tappedStrip) = (Stripping.Load(Terms.BoltStripLoad, ratio, bolt, boltArea).Value,
            Stripping.Load(Terms.TappedStripLoad, ratio, tapped, tappedArea).Value);
        var breaks = Stripping.BreakLoad(bolt, t.StressArea).Value;
        c.Check("boltThreadShearArea", boltArea.Value);
        c.Check("tappedThreadShearArea", tappedArea.Value);
        c.Check("boltStripLoad", boltStrip);
        c.Check("tappedStripLoad", tappedStrip);
        c.Check("boltBreakLoad", breaks);
        c.Check("requiredEngagement", Stripping.RequiredEngagement(t.NutMinorDiameter, t.StressArea, t.Diameter, bolt, tapped, ratio)
            .Value);
        // "bolt" is the bolt itself; a thread is named by its side, or only as a thread.
        var first = breaks <= Math.Min(boltStrip, tappedStrip) ? "bolt" : tappedStrip < boltStrip ? "tapped thread" : "bolt thread";
        var expected = c.Expect.GetProperty("breaksFirst").GetString()!;
        if (expected == "bolt") Assert.Equal(expected, first);
        else Assert.Contains(expected, first, StringComparison.OrdinalIgnoreCase);
    }

    private static void Fatigued(ReferenceCase c)
    {
        var area = Thread(c).StressArea;
        var (share, max, min) = (P(c.Number("loadFactor")), P(c.Held("loadMax")), P(c.Held("loadMin")));
        var (endurance, tensile, proof) = (P(c.Held("endurance")), P(c.Held("tensile")), P(c.Held("proof")));
        var start = FatigueFormulas.PreloadStress(P(c.Held("preload")), area);
        var amplitude = FatigueFormulas.Amplitude(share, max, min, area);
        var mean = FatigueFormulas.Mean(start, share, max, min, area);
        var line = FatigueFormulas.Closed(start, mean, amplitude);
        c.Check("stressAmplitude", amplitude.Value);
        c.Check("meanStress", mean.Value);
        c.Check("preloadStress", start.Value);
        c.Check("goodman", FatigueFormulas.Goodman(line, endurance, tensile).Value);
        c.Check("gerber", FatigueFormulas.Gerber(line, endurance, tensile).Value);
        c.Check("elliptic", FatigueFormulas.Elliptic(line, endurance, proof).Value);
        c.Check("firstCycleYield", FatigueFormulas.FirstCycleYield(proof, mean, amplitude).Value);
    }

    private static void Estimate(ReferenceCase c) =>
        c.Check("endurance", FatigueFormulas.EstimatedEndurance(P(c.Held("tensile")), P(c.Number("fatigueStressConcentration"))).Value);

    private static void Amplitude(ReferenceCase c)
    {
        var before = FatigueFormulas.AmplitudeStrength(Thread(c).Diameter);
        c.Check("amplitudeRolledBefore", before.Value);
        c.Check("amplitudeRolledAfter", FatigueFormulas.AmplitudeStrengthRolledAfter(before, P(c.Number("preloadOverYieldForce"))).Value);
    }

    private static BoltGroup Group(ReferenceCase c) =>
        new([.. c.Given.GetProperty("bolts").EnumerateArray()
            .Select(b => new PlanBolt(ReferenceCase.Held(b[0]), ReferenceCase.Held(b[1])))]);

    /// <summary>Held values of a list, 0 for what is not there.</summary>
    private static double[] List(ReferenceCase c, string name, int count) =>
        [.. Enumerable.Range(0, count).Select(i => c.Has(name) && i < c.Given.GetProperty(name).GetArrayLength()
            ? ReferenceCase.Held(c.Given.GetProperty(name)[i]) : 0)];

    private static double Or0(ReferenceCase c, string name) => c.Has(name) ? c.Held(name) : 0;

    private static void InPlane(ReferenceCase c)
    {
        var group = Group(c);
        var (force, at) = (List(c, "force", 2), List(c, "at", 2));
        var load = group.AtCentroid(new(new(force[0], force[1], 0), new(0, 0, Or0(c, "momentZ"))), new(at[0], at[1], 0));
        var shares = group.Bolts.Select((_, i) => GroupFormulas.InPlane<Plain>(group, i, new(load.Force.X), new(load.Force.Y),
            new(load.Moment.Z))).ToArray();
        c.Check("centroidX", group.CentroidX);
        c.Check("centroidY", group.CentroidY);
        c.Check("polar", group.Polar);
        c.Check("torsion", load.Moment.Z);
        c.CheckList("resultants", shares.Select(s => s.Resultant.Value));
        var largest = shares.MaxBy(s => s.Resultant.Value);
        c.Check("largest", largest.Resultant.Value);
        c.Check("directOnLargest", Math.Sqrt(Math.Pow(largest.DirectX.Value, 2) + Math.Pow(largest.DirectY.Value, 2)));
        c.Check("torsionalOnLargest", Math.Sqrt(Math.Pow(largest.TorsionX.Value, 2) + Math.Pow(largest.TorsionY.Value, 2)));
    }

    private static void OutOfPlane(ReferenceCase c)
    {
        var group = Group(c);
        var at = List(c, "at", 3);
        var load = group.AtCentroid(new(new(0, 0, Or0(c, "forceZ")), new(Or0(c, "momentX"), Or0(c, "momentY"), 0)),
            new(at[0], at[1], at[2]));
        var tensions = group.Bolts.Select((_, i) => GroupFormulas.TensionByCentroid<Plain>(group, i, new(load.Force.Z), new(load.Moment.X),
            new(load.Moment.Y)).Value).ToArray();
        c.CheckList("tensions", tensions);
        if (c.Expect.TryGetProperty("largest", out _)) c.Check("largest", tensions.Max());
        if (c.Expect.TryGetProperty("smallest", out _)) c.Check("smallest", tensions.Min());
    }

    private static double[] ByPivot(IEnumerable<double> distances, double moment)
    {
        var all = distances.ToArray();
        var squares = all.Where(d => d > 0).Sum(d => d * d);
        return [.. all.Select(d => GroupFormulas.TensionByPivot(P(moment), P(d), P(1), P(squares)).Value)];
    }

    private static void Pivot(ReferenceCase c)
    {
        var distances = c.Given.GetProperty("distancesFromPivot").EnumerateArray().Select(ReferenceCase.Held).ToArray();
        // An axial pull enters through its moment about the line, where the case states one.
        var moment = c.Held("moment") + (Or0(c, "forceZ") * Or0(c, "forceDistance"));
        var tensions = ByPivot(distances, moment);
        c.Check("sumSquares", distances.Where(d => d > 0).Sum(d => d * d));
        c.CheckList("tensions", tensions);
        c.Check("largest", tensions.Max());
        if (c.Expect.TryGetProperty("compressionResultant", out _)) c.Check("compressionResultant", tensions.Sum() - Or0(c, "forceZ"));
    }

    private static void BiaxialPivots(ReferenceCase c)
    {
        var group = Group(c);
        var pattern = BoltPattern.Of(group, TensionSchool.Pivot) with { Pivots = new(c.Held("pivotLineX"), c.Held("pivotLineX"),
            c.Held("pivotLineY"), c.Held("pivotLineY")) };
        var (mx, my) = (c.Held("momentAboutX"), c.Held("momentAboutY"));
        // Here +My is stated as pulling the bolts at +x; about the joint's axes it is −My.
        var at = List(c, "at", 2);
        var stated = new Resultant(new(Or0(c, "forceX"), Or0(c, "forceY"), 0), new(mx, -my, Or0(c, "momentZ")));
        var load = new LoadCase("", stated, new(at[0], at[1], 0));
        var tensions = group.Bolts.Select((_, i) => new PatternShares(pattern).Tension<Plain>(load, i).Value).ToArray();
        var shears = group.Bolts.Select((_, i) => OnBolt.InPlane(load, pattern, i).Resultant.Value).ToArray();
        var (fromX, fromY) = (pattern.ColumnLine(-my).Distances, pattern.RowLine(mx).Distances);
        c.Check("bolts", group.Bolts.Length);
        c.Check("sumSquaresX", fromX.Where(d => d > 0).Sum(d => d * d));
        c.Check("sumSquaresY", fromY.Where(d => d > 0).Sum(d => d * d));
        c.Check("polar", group.Polar);
        c.Check("largestTension", tensions.Max());
        c.Check("shearOnThatBolt", shears[Array.IndexOf(tensions, tensions.Max())]);
        c.Check("largestShear", shears.Max());
    }

    private static void SixComponents(ReferenceCase c)
    {
        var group = Group(c);
        var (f, m, at) = (List(c, "force", 3), List(c, "moment", 3), List(c, "at", 3));
        var stated = new Resultant(new(f[0], f[1], f[2]), new(m[0], m[1], m[2]));
        var origin = stated.Moved(new(at[0], at[1], at[2]), default);
        c.CheckList("momentAtOrigin", [origin.Moment.X, origin.Moment.Y, origin.Moment.Z]);
        var load = group.AtCentroid(origin, default);
        c.CheckList("tensions", group.Bolts.Select((_, i) => GroupFormulas.TensionByCentroid<Plain>(group, i, new(load.Force.Z),
            new(load.Moment.X), new(load.Moment.Y)).Value));
        c.CheckList("shears", group.Bolts.Select((_, i) => GroupFormulas.InPlane<Plain>(group, i, new(load.Force.X), new(load.Force.Y),
            new(load.Moment.Z)).Resultant.Value));
    }

    private static void Centre(ReferenceCase c)
    {
        var (direction, at) = (c.Held("direction"), List(c, "at", 2));
        var found = InstantaneousCentre.Solve(Group(c), Math.Cos(direction), Math.Sin(direction), at[0], at[1], c.Held("boltStrength"));
        Assert.True(found.Residual < 1e-6, $"residual {found.Residual}");
        c.Check("groupStrength", found.Strength);
        c.Check("coefficient", found.Coefficient);
        c.Check("elasticStrength", found.ElasticStrength);
    }

    private static void Helpers(ReferenceCase c)
    {
        if (c.Has("rod"))
        {
            c.Check("push", LoadHelpers.EndLoad(P(c.Held("pressure")), P(c.Held("bore"))).Value);
            c.Check("pull", LoadHelpers.RamPull(P(c.Held("pressure")), P(c.Held("bore")), P(c.Held("rod"))).Value);
        }
        else if (c.Has("mass"))
        {
            double Bare(string name) => c.Given.GetProperty(name).GetProperty("value").GetDouble();
            Assert.Equal(("kg", "rpm"), (c.Given.GetProperty("mass").GetProperty("unit").GetString(), c.Given.GetProperty("speed")
                .GetProperty("unit").GetString()));
            c.Check("inertiaForce", LoadHelpers.Reciprocating(P(Bare("mass")), P(c.Held("crankRadius")),
                P(Bare("speed") * 2 * Math.PI / 60), P(c.Number("radiusOverRod"))).Value);
        }
        else
        {
            c.Check("endLoad", LoadHelpers.EndLoad(P(c.Held("pressure")), P(c.Held("bore"))).Value);
        }
    }
}
