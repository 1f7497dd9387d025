using Hasp.Core.Catalogue;
using Hasp.Core.Checks.Aisc;
using Hasp.Core.Checks.Eurocode;
using Hasp.Core.Checks.Is800;
using Hasp.Core.Checks.Margins;
using Hasp.Core.Formulas;
using Hasp.Core.Preload;

namespace Hasp.Tests.Reference;

/// <summary>The worked cases of the design bases, by the formulas of each: the documents of the same joints are in <c>Bases</c>.</summary>
internal static class CodeReferences
{
    internal static readonly Dictionary<string, Action<ReferenceCase>> Covered = new()
    {
        ["EN shear, threads or shank in the plane"] = EnShear,
        ["EN bearing, end and inner bolts"] = EnBearing,
        ["EN tension, countersunk, punching"] = EnTension,
        ["EN shear and tension"] = EnCombined,
        ["EN slip resistance with tension"] = EnSlip,
        ["EN packing"] = EnPacking,
        ["EN block tearing"] = EnBlock,
        ["EN T-stub, Table 6.2, one row of two bolts"] = EnStub,
        ["AISC holes for metric bolts, Table J3.3M"] = AiscMetric,
        ["AISC bolt shear, LRFD and ASD"] = AiscShear,
        ["AISC tension and shear, LRFD"] = AiscCombined,
        ["AISC bearing and tear-out, sum over the bolts"] = AiscGroup,
        ["AISC slip, class B, oversized holes, two planes"] = AiscSlip,
        ["AISC slip with tension, LRFD and ASD"] = AiscKsc,
        ["AISC block shear"] = AiscBlock,
        ["IS 800 double-cover butt with packing"] = IsButt,
        ["IS 800 long joint, with and without large grip"] = IsLong,
        ["IS 800 slip resistance"] = IsSlip,
        ["margins, preload extremes"] = MarginExtremes,
        ["margins, slip"] = MarginSlip,
        ["margins, tension and shear together"] = MarginInteraction,
    };

    private static Plain P(double value) => new(value);

    private static Plain Shank(ReferenceCase c) => ThreadGeometry<Plain>.Of(Standards.FindThread(c.Text("thread"))!).ShankArea;

    private static Plain Diameter(ReferenceCase c) => P(Standards.FindThread(c.Text("thread"))!.Diameter);

    private static Plain Fub(ReferenceCase c) => P(c.Held("fub"));

    private static Plain Stress(ReferenceCase c) => P(c.Held("stressArea"));

    private static Plain M2(ReferenceCase c) => P(c.Held("gammaM2"));

    private static double AlphaV(ReferenceCase c) =>
        Core.Checks.Codes.NominalStrength.Of(Standards.Grades.First(g => g.Grade == c.Text("grade"))).ThreadShear;

    private static Plain Plane(ReferenceCase c, bool thread) =>
        EurocodeFormulas.PlaneShearResistance(P(thread ? AlphaV(c) : 0.6), Fub(c), thread ? Stress(c) : Shank(c), M2(c));

    private static void EnShear(ReferenceCase c)
    {
        var (thread, shank) = (Plane(c, true), Plane(c, false));
        c.Check("FvRdThreadsOnePlane", thread.Value);
        c.Check("FvRdShankOnePlane", shank.Value);
        c.Check("FvRdThreadsTwoPlanes", 2 * thread.Value);
        c.Check("FvRdOneThreadOneShank", thread.Value + shank.Value);
    }

    private static void EnBearing(ReferenceCase c)
    {
        var (d0, fu, t) = (P(c.Held("hole")), P(c.Held("fu")), P(c.Held("thickness")));
        var k1 = EurocodeFormulas.K1<Plain>(P(c.Held("e2")), P(c.Held("p2")), d0);
        var end = EurocodeFormulas.AlphaB(EurocodeFormulas.AlphaEnd(P(c.Held("e1")), d0), Fub(c), fu);
        var inner = EurocodeFormulas.AlphaB(EurocodeFormulas.AlphaInner(P(c.Held("p1")), d0), Fub(c), fu);
        c.Check("k1", k1.Value);
        c.Check("alphaBEnd", end.Value);
        c.Check("alphaBInner", inner.Value);
        c.Check("FbRdEnd", EurocodeFormulas.Bearing(k1, end, fu, Diameter(c), t, M2(c)).Value);
        c.Check("FbRdInner", EurocodeFormulas.Bearing(k1, inner, fu, Diameter(c), t, M2(c)).Value);
    }

    private static void EnTension(ReferenceCase c)
    {
        c.Check("FtRd", EurocodeFormulas.Tension(P(0.9), Fub(c), Stress(c), M2(c)).Value);
        c.Check("FtRdCountersunk", EurocodeFormulas.Tension(P(0.63), Fub(c), Stress(c), M2(c)).Value);
        var dm = (c.Held("acrossFlats") + c.Held("acrossPoints")) / 2;
        c.Check("dm", dm);
        c.Check("BpRd", EurocodeFormulas.Punching(P(dm), P(c.Held("plateThickness")), P(c.Held("fuPlate")), M2(c)).Value);
    }

    private static void EnCombined(ReferenceCase c)
    {
        var (shear, tension) = (Plane(c, true), EurocodeFormulas.Tension(P(0.9), Fub(c), Stress(c), M2(c)));
        var sum = EurocodeFormulas.Combined(P(c.Held("FvEd")), shear, P(c.Held("FtEd")), tension);
        c.Check("interaction", sum.Value);
        c.Check("loadFactorToLimit", 1 / sum.Value);
        c.Check("interactionB", EurocodeFormulas.Combined(P(c.Held("FvEdB")), shear, P(c.Held("FtEdB")), tension).Value);
        c.Check("tensionUtilisationB", c.Held("FtEdB") / tension.Value);
    }

    private static void EnSlip(ReferenceCase c)
    {
        var pretension = EurocodeFormulas.PretensionForce(Fub(c), Stress(c));
        Plain Slip(string tension, string gamma) =>
            EurocodeFormulas.Slip(P(c.Held("ks")), P(c.Held("frictionFaces")), P(c.Held("mu")), pretension, P(c.Held(tension)),
                P(c.Held(gamma)));
        c.Check("FpC", pretension.Value);
        c.Check("FsRdCategoryC", Slip("FtEd", "gammaM3").Value);
        c.Check("FsRdSerCategoryB", Slip("FtEdSer", "gammaM3ser").Value);
    }

    private static void EnPacking(ReferenceCase c)
    {
        Plain Beta(string packing) => c.Held(packing) > Diameter(c).Value / 3
            ? EurocodeFormulas.PackingReduction(Diameter(c), P(c.Held(packing))) : P(1);
        c.Check("betaP", Beta("packing").Value);
        c.Check("FvRdReduced", (Beta("packing") * Plane(c, true)).Value);
        c.Check("betaPB", Beta("packingB").Value);
    }

    private static void EnBlock(ReferenceCase c)
    {
        var (t, d0, e1, p1, e2) = (c.Held("thickness"), c.Held("hole"), c.Held("e1"), c.Held("p1"), c.Held("e2"));
        var rows = c.Held("rowsAlongLoad");
        var line = (e1 + ((rows - 1) * p1) - ((rows - 0.5) * d0)) * t;
        Plain Block(double pulled, double sheared, bool eccentric) => EurocodeFormulas.Block(
            P(c.Held("fu")), P(pulled), P(c.Held("fy")), P(sheared), P(c.Held("gammaM2")), P(c.Held("gammaM0")), eccentric);
        var between = (c.Held("p2") - d0) * t;
        c.Check("AnvA", 2 * line);
        c.Check("AntA", between);
        c.Check("Veff1Rd", Block(between, 2 * line, false).Value);
        var toSide = (e2 - (d0 / 2)) * t;
        c.Check("AnvB", line);
        c.Check("AntB", toSide);
        c.Check("Veff2Rd", Block(toSide, line, true).Value);
    }

    private static AiscBolt Aisc(string grade)
    {
        var name = grade.Split('-')[0];
        return AiscBolt.Of(Standards.Grades.First(g => g.Grade == name || g.Grade == name + "-A"));
    }

    private static Plain AiscArea(ReferenceCase c) => P(Math.PI / 4 * Math.Pow(c.Held("diameter"), 2));

    private static Plain AiscPlane(ReferenceCase c, string grade) =>
        AiscFormulas.PlaneShear(P(grade.EndsWith("-X", StringComparison.Ordinal) ? Aisc(grade).Shank : Aisc(grade).Threads), AiscArea(c));

    private static void AiscShear(ReferenceCase c)
    {
        foreach (var grade in c.Given.GetProperty("grades").EnumerateArray().Select(g => g.GetString()!))
        {
            var nominal = AiscPlane(c, grade).Value;
            var name = grade.Replace("-", "", StringComparison.Ordinal);
            c.Check($"phiRn{name}", c.Held("phi") * nominal);
            c.Check($"RnOverOmega{name}", nominal / c.Held("omega"));
        }
    }

    private static void AiscCombined(ReferenceCase c)
    {
        var (phi, area, bolt) = (c.Held("phi"), AiscArea(c), Aisc(c.Text("grade")));
        var fnv = AiscPlane(c, c.Text("grade")) / area;
        Plain Reduced(string shear) => AiscFormulas.ReducedTension(P(bolt.Tension),
            P(c.Held(shear)) / (P(phi) * fnv * area * P(c.Held("shearPlanes"))));
        c.Check("frv", c.Held("Vu") / c.Held("shearPlanes") / area.Value);
        c.Check("FntReduced", Reduced("Vu").Value);
        var strength = phi * AiscFormulas.Tension(Reduced("Vu"), area).Value;
        c.Check("phiRnTension", strength);
        c.Check("utilisationTension", c.Held("Tu") / strength);
        c.Check("utilisationShear", c.Held("Vu") / (phi * c.Held("shearPlanes") * AiscPlane(c, c.Text("grade")).Value));
        c.Check("FntReducedB", Reduced("VuB").Value);
    }

    private static void AiscGroup(ReferenceCase c)
    {
        var (d, hole, t, fu) = (P(c.Held("diameter")), c.Held("hole"), P(c.Held("thickness")), P(c.Held("Fu")));
        var (clearEnd, clearInner) = (c.Held("endDistance") - (hole / 2), c.Held("spacing") - hole);
        c.Check("lcEnd", clearEnd);
        c.Check("lcInner", clearInner);
        var bearing = AiscFormulas.Bearing(P(2.4), d, t, fu);
        c.Check("RnBearing", bearing.Value);
        c.Check("RnTearoutEnd", AiscFormulas.TearOut(P(1.2), P(clearEnd), t, fu).Value);
        c.Check("RnTearoutInner", AiscFormulas.TearOut(P(1.2), P(clearInner), t, fu).Value);
        var shear = c.Held("shearPlanes") * AiscPlane(c, c.Text("grade")).Value;
        c.Check("RnShearOneBolt", shear);
        double Group(double bears, double tears)
        {
            double One(double clear) => Math.Min(shear,
                Math.Min(AiscFormulas.Bearing(P(bears), d, t, fu).Value, AiscFormulas.TearOut(P(tears), P(clear), t, fu).Value));
            return c.Held("linesAcross") * (One(clearEnd) + ((c.Held("rowsAlongLoad") - 1) * One(clearInner)));
        }
        c.Check("RnGroup", Group(2.4, 1.2));
        c.Check("phiRnGroup", c.Held("phi") * Group(2.4, 1.2));
        c.Check("RnGroupOverOmega", Group(2.4, 1.2) / c.Held("omega"));
        c.Check("RnBearingDeformationNoConcern", AiscFormulas.Bearing(P(3), d, t, fu).Value);
        c.Check("RnTearoutEndDeformationNoConcern", AiscFormulas.TearOut(P(1.5), P(clearEnd), t, fu).Value);
        c.Check("RnGroupDeformationNoConcern", Group(3, 1.5));
    }

    private static void AiscSlip(ReferenceCase c)
    {
        var nominal = AiscFormulas.Slip<Plain>(P(c.Held("mu")), P(c.Held("Du")), P(c.Held("hf")), P(c.Held("Tb")), P(c.Held("slipPlanes")))
            .Value;
        c.Check("Rn", nominal);
        c.Check("phiRn", c.Held("phi") * nominal);
        c.Check("RnOverOmega", nominal / c.Held("omega"));
    }

    private static void AiscKsc(ReferenceCase c)
    {
        var n = c.Held("bolts");
        Plain Ksc(double tension) => AiscFormulas.SlipTension(P(tension / n), P(c.Held("Du")), P(c.Held("Tb")));
        Plain Group(Plain ksc) => P(n) * AiscFormulas.Slip<Plain>(P(c.Held("mu")), P(c.Held("Du")), P(c.Held("hf")), P(c.Held("Tb")),
            P(c.Held("slipPlanes")), ksc);
        var (lrfd, asd) = (Ksc(c.Held("TuOnConnection")), Ksc(1.5 * c.Held("TaOnConnection")));
        c.Check("kscLRFD", lrfd.Value);
        c.Check("kscASD", asd.Value);
        // Standard holes: φ 1.00, Ω 1.50.
        c.Check("phiRnGroup", Group(lrfd).Value);
        c.Check("RnGroupOverOmega", Group(asd).Value / 1.5);
    }

    private static void EnStub(ReferenceCase c)
    {
        var (m, e, t) = (P(c.Held("m")), P(c.Held("e")), P(c.Held("thickness")));
        Plain? end = c.Has("e1") ? P(c.Held("e1")) : null;
        var (round, other) = (EurocodeFormulas.RowRound(m, end, null), EurocodeFormulas.RowOther(m, e, end, null));
        c.Check("leffMode1", Math.Min(round.Value, other.Value));
        Plain Stub(double bolt, bool isPried) => EurocodeFormulas.Stub(m, e, round, other, t, P(c.Held("fy")), P(c.Held("gammaM0")), P(bolt), isPried);
        var isPried = !c.Has("Lb") || c.Held("Lb") <= EurocodeFormulas.PriedLength(m, P(c.Held("stressArea")), P(1), P(Math.Min(round.Value, other.Value)), t).Value;
        var ft = c.Held("boltTensionResistance");
        c.Check("resistance", Stub(ft, isPried).Value);
        c.Check("mode3", 2 * ft);
        // A bolt without end leaves the flange's own modes.
        if (c.Expects("noPrying")) c.Check("noPrying", Stub(1e12, false).Value);
        if (!c.Expects("mode1")) return;
        c.Check("mode1", Stub(1e12, true).Value);
        var n = Math.Min(e.Value, 1.25 * m.Value);
        c.Check("mode2", ((0.5 * other.Value * t.Value * t.Value * c.Held("fy") / c.Held("gammaM0")) + (2 * n * ft)) / (m.Value + n));
    }

    private static void AiscMetric(ReferenceCase c)
    {
        var threads = c.Given.GetProperty("threads").EnumerateArray().Select(x => x.GetString()!).ToList();
        double Size(string thread, string holes, Func<(double Along, double Across), double> of)
        {
            var joint = Samples.Joint(("judging.basis", "aisc-lrfd"), ("bolts.thread", thread), ("hole.fit", "AISC 360"), ("layers[0].holes", holes));
            return of(AiscUnits.Of(joint).Holes.Extent(joint, 0));
        }
        c.CheckList("standard", threads.Select(t => Size(t, "standard", s => s.Along)));
        c.CheckList("oversize", threads.Select(t => Size(t, "oversize", s => s.Along)));
        c.CheckList("shortSlotLength", threads.Select(t => Size(t, "short slot along", s => s.Along)));
        c.CheckList("longSlotLength", threads.Select(t => Size(t, "long slot across", s => s.Across)));
        Assert.Equal(2, AiscUnits.Of(Samples.Joint()).Hole);
    }

    private static void AiscBlock(ReferenceCase c)
    {
        var (t, n, s) = (c.Held("thickness"), c.Held("boltsInLine"), c.Held("spacing"));
        var hole = c.Held("hole") + AiscFormulas.Sixteenth;
        Assert.Equal(c.Held("holeDeduction"), hole, 1e-9);
        var length = c.Held("endDistance") + ((n - 1) * s);
        var (agv, anv, ant) = (length * t, (length - ((n - 0.5) * hole)) * t, (c.Held("sideEdgeDistance") - (hole / 2)) * t);
        c.Check("Agv", agv);
        c.Check("Anv", anv);
        c.Check("Ant", ant);
        double Block(double ubs) => AiscFormulas.Block(P(c.Held("Fu")), P(c.Held("Fy")), P(anv), P(agv), P(ant), P(ubs)).Value;
        c.Check("RnUbs1", Block(1));
        c.Check("phiRnUbs1", c.Held("phi") * Block(1));
        c.Check("RnOverOmegaUbs1", Block(1) / c.Held("omega"));
        c.Check("RnUbs05", Block(0.5));
    }

    private static void IsButt(ReferenceCase c)
    {
        var (hole, fu, gamma) = (P(c.Held("hole")), P(c.Held("fuPlates")), P(c.Held("gammaMb")));
        var kb = Is800Formulas.Kb<Plain>(P(c.Held("endDistance")), P(c.Held("pitch")), hole, Fub(c), fu);
        c.Check("kb", kb.Value);
        var shear = Is800Formulas.Shear(Fub(c), P(c.Held("Anb") + c.Held("Asb")), gamma).Value;
        double Bearing(double main) => Is800Formulas.Bearing<Plain>(kb, Diameter(c),
            P(Math.Min(main, c.Held("coverPlates") is var n && n > 0 ? n * c.Held("coverThickness") : main)), fu, gamma).Value;
        c.Check("shearThickSide", shear);
        c.Check("bearingThickSide", Bearing(c.Held("mainPlateThick")));
        var beta = Is800Formulas.Packing(P(c.Held("packingEachFaceThinSide"))).Value;
        c.Check("betaPk", beta);
        c.Check("shearThinSide", beta * shear);
        c.Check("bearingThinSide", Bearing(c.Held("mainPlateThin")));
        c.Check("boltsThickSide", Math.Ceiling(c.Held("load") / Math.Min(shear, Bearing(c.Held("mainPlateThick")))));
        c.Check("boltsThinSide", Math.Ceiling(c.Held("load") / Math.Min(beta * shear, Bearing(c.Held("mainPlateThin")))));
        Kinds.KindReferences.Butt(c);
    }

    private static void IsLong(ReferenceCase c)
    {
        var d = Diameter(c);
        var one = Is800Formulas.Shear(Fub(c), P(c.Held("Anb")), P(c.Held("gammaMb")));
        Plain Lj(string length) => Is800Formulas.LongJoint(P(c.Held(length)), d);
        c.Check("betaLjA", Lj("jointLengthA").Value);
        c.Check("VdsbA", (Lj("jointLengthA") * one).Value);
        c.Check("betaLjB", Lj("jointLengthB").Value);
        var grip = Is800Formulas.LargeGrip(P(c.Held("gripLengthB")), d, (Plain?)Lj("jointLengthB"));
        c.Check("betaLgB", grip.Value);
        c.Check("VdsbB", (grip * Lj("jointLengthB") * one).Value);
        c.Check("betaLjC", Lj("jointLengthC").Value);
    }

    private static void IsSlip(ReferenceCase c)
    {
        var proof = Is800Formulas.Proof(Fub(c), P(c.Held("Anb")));
        Plain Slip(string gamma, string holes, Plain? beta = null) =>
            Is800Formulas.Slip(P(c.Held("mu")), P(c.Held("faces")), P(c.Held(holes)), proof, P(c.Held(gamma)), beta);
        c.Check("proofLoad", proof.Value);
        c.Check("VdsfUltimate", Slip("gammaMfUltimate", "KhStandard").Value);
        c.Check("VdsfService", Slip("gammaMfService", "KhStandard").Value);
        c.Check("VdsfUltimateOversize", Slip("gammaMfUltimate", "KhOversize").Value);
        c.Check("VdsfUltimateLongJointB", Slip("gammaMfUltimate", "KhStandard",
            Is800Formulas.LongJoint(P(c.Held("jointLengthB")), Diameter(c))).Value);
    }

    private static void MarginExtremes(ReferenceCase c)
    {
        var (preload, scatter, loss, relaxation) = (P(c.Held("preloadNominal")), P(c.Held("scatter")), P(c.Held("embeddingLoss")),
            P(c.Held("relaxation")));
        Plain Least(bool byNumber) => new PreloadBand(1, 1, byNumber)
            .Smallest(preload, scatter, (int)c.Held("bolts"), loss, relaxation, P(-c.Held("thermalLoss")));
        c.Check("preloadMax", new PreloadBand(1, 1, false).Largest(preload, scatter, P(c.Held("thermalGain"))).Value);
        c.Check("preloadMinSeparationCritical", Least(false).Value);
        c.Check("preloadMinNotCritical", Least(true).Value);
    }

    private static void MarginSlip(ReferenceCase c) => c.Check("marginSlip", MarginFormulas.Slip(
        P(c.Held("bolts")), P(c.Held("preloadMin")), P(c.Held("FF")), P(c.Held("FS")), P(c.Held("jointTension")), P(c.Held("jointShear")),
        P(c.Held("frictionFaces")), P(c.Held("mu"))).Value - 1);

    private static void MarginInteraction(ReferenceCase c)
    {
        var both = c.Held("FF") * c.Held("FSu");
        var (shear, tension) = (both * c.Held("shear") / (c.Held("shearStrength") * c.Held("shearArea")),
            both * c.Held("tension") / (c.Held("tensile") * c.Held("stressArea")));
        var exponents = MarginFormulas.Exponents(c.Text("plane").StartsWith("threads", StringComparison.Ordinal));
        Assert.Equal((c.Held("shearExponent"), c.Held("tensionExponent")), exponents);
        c.Check("shearRatio", shear);
        c.Check("tensionRatio", tension);
        c.Check("interactionSum", MarginFormulas.Sum(1, shear, 0, tension, exponents));
        var factor = MarginFormulas.Interaction(shear, 0, tension, exponents);
        c.Check("loadFactorToLimit", factor);
        c.Check("margin", factor - 1);
    }
}
