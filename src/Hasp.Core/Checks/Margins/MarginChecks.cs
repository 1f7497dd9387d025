using Hasp.Core.Checks.Codes;
using Hasp.Core.Checks.Machine;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;

namespace Hasp.Core.Checks.Margins;

/// <summary>Tension at ultimate, before and after separation.</summary>
internal readonly struct TensionUltimateCheck : IBoltCheck
{
    public static CheckInfo Info { get; } = new("msTensionUltimate", "Tension, ultimate", "breaks", 1, PreloadUsed.Largest,
        "margin of ultimate tension, plus 1", "practice of NASA-STD-5020");

    public static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T> =>
        load.Tension.Value > 0 && load.Case.CountsIn(LimitStates.Sls)
            ? Judged<T>.Of(Factor(m, load, Allowable(m), m.Joint.Judging.By<MarginSettings>().Ultimate<T>())) : Judged<T>.Nothing;

    public static string Nothing(in Mechanics<Plain> m) => Sheared.NothingPulls(m.Joint, LimitStates.Sls);

    public static string Note(in Mechanics<Plain> m, in BoltLoad<Plain> load, PreloadUsed used) => State(m, Allowable(m));

    internal static string State(in Mechanics<Plain> m, Plain allowable) =>
        m.PreloadMax.Value >= allowable.Value ? "the largest preload alone reaches the allowable: there is no margin"
        : MarginFormulas.OpensFirst(allowable, m.PreloadMax, m.LoadShare) ? "the joint opens before the bolt reaches its allowable"
            : "the bolt reaches its allowable before the joint opens";

    internal static T Factor<T>(in Mechanics<T> m, in BoltLoad<T> load, T allowable, T safety)
        where T : struct, IScalar<T> =>
        T.Let(MarginTerms.TensionFactor, MarginFormulas.TensionAllowed(allowable, m.PreloadMax,
            m.LoadShare) / (m.Joint.Judging.By<MarginSettings>().Fitting<T>() * safety * load.Tension));

    /// <summary>The least of bolt, bolt thread, nut, insert and parent thread.</summary>
    internal static T Allowable<T>(in Mechanics<T> m)
        where T : struct, IScalar<T>
    {
        var bolt = Stripping.BreakLoad(T.Given(Terms.TensileStrength, m.Joint.Bolts.Grade.Tensile, source: m.Joint.Bolts.Grade.Cited),
            m.Thread.StressArea);
        return T.Let(MarginTerms.Allowable, Threads(m) is { } threads ? T.Min(bolt, threads) : bolt);
    }

    /// <summary>What the threads hold; null where a nut is as strong as its bolt.</summary>
    internal static T? Threads<T>(in Mechanics<T> m)
        where T : struct, IScalar<T>
    {
        if (m.Joint.NutIsWeaker) return StripCheck.NutLoad(m);
        if (!m.Joint.Tapped) return null;
        var (bolt, tapped, _) = StripCheck.Loads(m);
        return T.Min(bolt, tapped);
    }
}

/// <summary>Tension at yield, before and after separation.</summary>
internal readonly struct TensionYieldCheck : IBoltCheck
{
    public static CheckInfo Info { get; } = new("msTensionYield", "Tension, yield", "yields", 1, PreloadUsed.Largest,
        "margin of yield in tension, plus 1", "practice of NASA-STD-5020") { Sampled = Sampled.Yield };

    public static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T> =>
        load.Tension.Value > 0 && load.Case.CountsIn(LimitStates.Sls)
            ? Judged<T>.Of(TensionUltimateCheck.Factor(m, load, Allowable(m), m.Joint.Judging.By<MarginSettings>().Yield<T>()))
                : Judged<T>.Nothing;

    public static string Nothing(in Mechanics<Plain> m) => TensionUltimateCheck.Nothing(m);

    public static string Note(in Mechanics<Plain> m, in BoltLoad<Plain> load, PreloadUsed used) =>
        TensionUltimateCheck.State(m, Allowable(m));

    internal static T Allowable<T>(in Mechanics<T> m)
        where T : struct, IScalar<T>
    {
        var bolt = m.YieldStrength * m.Thread.StressArea;
        return T.Let(MarginTerms.AllowableYield, TensionUltimateCheck.Threads(m) is { } threads ? T.Min(bolt, threads) : bolt);
    }
}

/// <summary>The largest preload against the allowable at yield.</summary>
internal readonly struct PreloadLimitCheck : IBoltCheck
{
    public static CheckInfo Info { get; } = new("msPreload", "Largest preload", "preload", 1, PreloadUsed.Largest,
        "allowable at yield over the largest preload", "practice of NASA-STD-5020") { SetBy = SetBy.Tool, WithoutLoad = true };

    public static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T> =>
        Judged<T>.Of(T.Let(MarginTerms.PreloadFactor, TensionYieldCheck.Allowable(m) / m.PreloadMax));
}

/// <summary>Separation of the joint at a bolt: the whole outside tension against the least preload.</summary>
internal readonly struct SeparationCheck : IBoltCheck
{
    public static CheckInfo Info { get; } = new("msSeparation", "Separation", "opens", 1, PreloadUsed.Smallest,
        "margin of separation, plus 1", "practice of NASA-STD-5020") { Sampled = Sampled.Opening };

    public static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T>
    {
        if (load.Tension.Value <= 0 || !load.Case.CountsIn(LimitStates.Sls)) return Judged<T>.Nothing;
        var how = m.Joint.Judging.By<MarginSettings>();
        return Judged<T>.Of(MarginFormulas.Separation(m.PreloadMin, how.Fitting<T>(), T.Given(MarginTerms.SeparationFactor, how.FSsep),
            load.Tension));
    }

    public static string Nothing(in Mechanics<Plain> m) => TensionUltimateCheck.Nothing(m);
}

/// <summary>Slip of the joint as a whole: the load is grown until friction on what clamp is left is used up.</summary>
internal readonly struct SlipCheck : IPartCheck
{
    public static CheckInfo Info { get; } = new("msSlip", "Slip", "slips", 1, PreloadUsed.Smallest,
        "margin of slip of the whole joint, plus 1", "practice of NASA-STD-5020") { Worsens = Worsens.WithTheCase, ByFriction = true };

    public static Judged<T> Judge<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T>
    {
        var (joint, how) = (m.Joint, m.Joint.Judging.By<MarginSettings>());
        if (m.Stack.Planes.Length == 0 || joint.Judging.Shear is { Bearing: true, Stated: true } || how.HasPins
            || !load.Case.CountsIn(LimitStates.Sls)) return Judged<T>.Nothing;
        var shear = ShearOf<T>(joint, load);
        if (shear.Value <= 0) return Judged<T>.Nothing;
        var friction = MarginSettings.Friction(joint);
        return Judged<T>.Of(MarginFormulas.Slip(
            T.Given(Terms.BoltCount, joint.Bolts.Count), m.PreloadMin, how.Fitting<T>(), how.Ultimate<T>(),
            T.Max(T.Const(0), load.Case.Pull<T>()), shear,
            T.Given(Terms.FrictionFaces, m.Stack.Planes.Length), T.Given(Terms.FaceFriction, friction.Value, source: friction.Source)));
    }

    public static string Nothing(in Mechanics<Plain> m)
    {
        var how = m.Joint.Judging.By<MarginSettings>();
        return how.HasPins ? "shear pins take the whole shear" : m.Joint.Judging.Shear.Bearing
            ? "may slip into bearing: friction is not counted"
            : Sheared.Nothing(m, LimitStates.Sls);
    }

    /// <summary>The shear that friction has to hold: the in-plane force, or the sum over the bolts where the load is eccentric.</summary>
    internal static T ShearOf<T>(Joint joint, in JointLoad<T> load)
        where T : struct, IScalar<T>
    {
        if (PartPlans.IsConcentric(joint, load.Case)) return T.Let(MarginTerms.SlipShear, load.InPlane);
        var sum = 0.0;
        for (var i = 0; i < joint.Bolts.Count; i++) sum += joint.LoadPath.On<Plain>(load.Case, i).Shear.Value;
        return T.Given(MarginTerms.SlipShear, sum, source: "sum of the shears on the bolts");
    }
}

/// <summary>Ultimate shear of the bolt, preload not counted.</summary>
internal readonly struct ShearCheck : IBoltCheck
{
    public static CheckInfo Info { get; } = new("msShear", "Shear, ultimate", "shears", 1, PreloadUsed.None,
        "margin of ultimate shear, plus 1", "practice of NASA-STD-5020");

    public static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T>
    {
        var how = m.Joint.Judging.By<MarginSettings>();
        if (load.Shear.Value <= 0 || m.Stack.Planes.Length == 0 || how.HasPins
            || !load.Case.CountsIn(LimitStates.Sls)) return Judged<T>.Nothing;
        return Judged<T>.Of(T.Let(MarginTerms.ShearMargin, Allowed(m) / (how.Fitting<T>() * how.Ultimate<T>() * load.Shear)));
    }

    public static string Nothing(in Mechanics<Plain> m) =>
        m.Joint.Judging.By<MarginSettings>().HasPins ? "shear pins take the whole shear" : Sheared.Nothing(m, LimitStates.Sls);

    /// <summary>Psu: every plane carries the same, so that the weakest stands for all.</summary>
    internal static T Allowed<T>(in Mechanics<T> m)
        where T : struct, IScalar<T>
    {
        var strength = T.Given(MarginTerms.ShearStrength, 0.6 * m.Joint.Bolts.Grade.Tensile, source: m.Joint.Bolts.Grade.Cited);
        return T.Let(
            MarginTerms.ShearAllowed, T.Given(Terms.ShearPlanes, m.Stack.Planes.Length) * (AnyThread(m) ? m.Thread.StressArea
                : m.Thread.ShankArea) * strength);
    }

    /// <summary>True where threads lie in some plane.</summary>
    internal static bool AnyThread<T>(in Mechanics<T> m)
        where T : struct, IScalar<T>
    {
        var threads = m.Joint.Judging.By<MarginSettings>().Threads;
        foreach (var plane in m.Stack.Planes) if (Sheared.ThreadIn(plane, threads)) return true;
        return false;
    }
}

/// <summary>Tension and shear together at ultimate; the margin is the load factor that reaches 1, less 1.</summary>
internal readonly struct InteractionCheck : IBoltCheck
{
    public static CheckInfo Info { get; } = new("msInteraction", "Tension and shear, ultimate", "combined", 1, PreloadUsed.Largest,
        "load factor at which the interaction reaches 1", "practice of NASA-STD-5020");

    public static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T>
    {
        var how = m.Joint.Judging.By<MarginSettings>();
        if (load.Shear.Value <= 0 || load.Tension.Value <= 0 || m.Stack.Planes.Length == 0 || how.HasPins
            || !load.Case.CountsIn(LimitStates.Sls)) return Judged<T>.Nothing;
        var thread = ShearCheck.AnyThread(m);
        var both = how.Fitting<T>() * how.Ultimate<T>();
        var breaks = Stripping.BreakLoad(T.Given(Terms.TensileStrength, m.Joint.Bolts.Grade.Tensile, source: m.Joint.Bolts.Grade.Cited),
            m.Thread.StressArea);
        var shear = T.Let(MarginTerms.ShearRatio, both * load.Shear / ShearCheck.Allowed(m));
        var opens = MarginFormulas.OpensFirst(TensionUltimateCheck.Allowable(m), m.PreloadMax, m.LoadShare);
        var added = opens ? both * load.Tension / breaks : m.LoadShare * both * load.Tension / breaks;
        var steady = opens ? T.Const(0) : m.PreloadMax / breaks;
        var tension = T.Let(MarginTerms.TensionRatio, opens ? added : steady + added);
        var exponents = MarginFormulas.Exponents(thread);
        var factor = MarginFormulas.Interaction(shear.Value, steady.Value, added.Value, exponents);
        var sum = MarginFormulas.Sum(1, shear.Value, steady.Value, added.Value, exponents);
        return Judged<T>.Of(T.Let(MarginTerms.InteractionMargin,
            T.Found(factor, FormattableString.Invariant($"λ: (λ·Rs)^{exponents.Shear} + Rt(λ)^{exponents.Tension} = 1; at λ = 1 the sum is {sum:0.####}"), shear + tension)));
    }

    public static string Nothing(in Mechanics<Plain> m) =>
        m.Joint.Judging.By<MarginSettings>().HasPins ? "shear pins take the whole shear" : "no bolt is pulled and sheared at once";
}

/// <summary>Bearing and tear-out of the parts at ultimate.</summary>
internal readonly struct BearingUltimateCheck : IBoltCheck
{
    public static CheckInfo Info { get; } = new("msBearingUltimate", "Bearing and tear-out, ultimate", "bears", 1, PreloadUsed.None,
        "margin of bearing or tear-out at ultimate, plus 1", "practice of NASA-STD-5020");

    public static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T>
    {
        var joint = m.Joint;
        return Worst(m, load, i => Sheared.Tensile<T>(joint, i), 0.6, joint.Judging.By<MarginSettings>().Ultimate<T>());
    }

    public static string Nothing(in Mechanics<Plain> m) =>
        m.Joint.Judging.By<MarginSettings>().HasPins ? "shear pins take the whole shear" : Sheared.Nothing(m, LimitStates.Sls);

    public static string Place(int place, in Mechanics<Plain> m) => m.Joint.Layers[place].Name;

    public static int PartAt(int place, Joint joint) => place;

    /// <summary>The worst part: the lesser of bearing on the projected area and of tear-out to the edge stated or drawn.</summary>
    internal static Judged<T> Worst<T>(in Mechanics<T> m, in BoltLoad<T> load, Func<int, T> strength, double ratio, T safety)
        where T : struct, IScalar<T>
    {
        var (joint, how) = (m.Joint, m.Joint.Judging.By<MarginSettings>());
        var worst = Judged<T>.Nothing;
        if (load.Shear.Value <= 0 || how.HasPins || !load.Case.CountsIn(LimitStates.Sls)) return worst;
        for (var i = 0; i < joint.Layers.Length; i++)
        {
            if (m.Stack.LayerShare[i] == 0) continue;
            var effect = how.Fitting<T>() * safety * Sheared.Share(m, i, load.Shear);
            var (t, f) = (Sheared.Thickness(m, i), strength(i));
            worst = worst.OrWorse(T.Let(MarginTerms.BearingMargin,
                T.Let(MarginTerms.BearingAllowed, f * m.Thread.Diameter * t, i + 1) / effect, i + 1), i);
            if (joint.EdgeDistance(i) is not { } edge) continue;
            var e = T.Given(Terms.EdgeDistance, edge, i + 1, joint.Layers[i].EdgeDistance is null ? "the plate drawn" : joint.Layers[i]
                .Name);
            var tears = T.Let(MarginTerms.TearAllowed,
                T.Given(MarginTerms.TearRatio, ratio) * f * T.Const(2) * (e - (T.Given(Terms.HoleDiameter, joint.Hole,
                    source: joint.HoleSource) / T.Const(2))) * t, i + 1);
            worst = worst.OrWorse(T.Let(MarginTerms.BearingMargin, tears / effect, i + 1), i);
        }
        return worst;
    }
}

/// <summary>Bearing and tear-out of the parts at yield.</summary>
internal readonly struct BearingYieldCheck : IBoltCheck
{
    public static CheckInfo Info { get; } = new("msBearingYield", "Bearing and tear-out, yield", "bears", 1, PreloadUsed.None,
        "margin of bearing or tear-out at yield, plus 1", "practice of NASA-STD-5020");

    public static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T>
    {
        var joint = m.Joint;
        return BearingUltimateCheck.Worst(m, load, i => Sheared.Yield<T>(joint, i), 0.577, joint.Judging.By<MarginSettings>().Yield<T>());
    }

    public static string Nothing(in Mechanics<Plain> m) => BearingUltimateCheck.Nothing(m);

    public static string Place(int place, in Mechanics<Plain> m) => m.Joint.Layers[place].Name;

    public static int PartAt(int place, Joint joint) => place;
}

/// <summary>Shear pins: shear of the pins and bearing of every part on them, for the whole shear.</summary>
internal readonly struct PinCheck : IPartCheck
{
    public static CheckInfo Info { get; } = new("msPins", "Shear pins", "pins shear", 1, PreloadUsed.None,
        "margin of the shear pins in shear and bearing, plus 1", "practice of NASA-STD-5020") { Worsens = Worsens.WithTheCase };

    public static Judged<T> Judge<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T>
    {
        var (joint, how) = (m.Joint, m.Joint.Judging.By<MarginSettings>());
        var worst = Judged<T>.Nothing;
        if (!how.HasPins || m.Stack.Planes.Length == 0 || !load.Case.CountsIn(LimitStates.Sls)) return worst;
        var shear = SlipCheck.ShearOf<T>(joint, load);
        if (shear.Value <= 0) return worst;
        var (n, d) = (T.Given(MarginTerms.PinCount, how.PinCount!.Value), T.Given(MarginTerms.PinDiameter, how.PinDiameter!.Value));
        var effect = how.Fitting<T>() * how.Ultimate<T>() * shear;
        var area = T.Let(MarginTerms.PinArea, T.Const(Math.PI / 4, "π/4") * d * d);
        var shears = T.Let(MarginTerms.PinShear,
            n * T.Given(Terms.ShearPlanes, m.Stack.Planes.Length) * area * T.Given(MarginTerms.PinStrength, how.PinStrength));
        worst = worst.OrWorse(T.Let(MarginTerms.PinMargin, shears / effect), joint.Layers.Length);
        for (var i = 0; i < joint.Layers.Length; i++)
        {
            if (m.Stack.LayerShare[i] == 0) continue;
            var bears = T.Let(MarginTerms.PinBearing,
                n * d * T.Given(Terms.Thickness, joint.Layers[i].Thickness, i + 1, joint.Layers[i].Name) * Sheared.Tensile<T>(joint, i), i
                + 1);
            worst = worst.OrWorse(T.Let(MarginTerms.PinMargin, bears / (m.ShareOf(i) * effect), i + 1), i);
        }
        return worst;
    }

    public static bool MayApply(Joint joint) => joint.Judging.By<MarginSettings>().HasPins;

    public static string Nothing(in Mechanics<Plain> m) =>
        m.Joint.Judging.By<MarginSettings>().HasPins ? Sheared.Nothing(m, LimitStates.Sls) : "there are no shear pins";

    public static string Place(int place, in Mechanics<Plain> m) =>
        place < m.Joint.Layers.Length ? "bearing in " + m.Joint.Layers[place].Name : "shear of the pins";

    public static int PartAt(int place, Joint joint) => place < joint.Layers.Length ? place : -1;
}
