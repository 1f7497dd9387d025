using Hasp.Core.Checks;
using Hasp.Core.Checks.Aisc;
using Hasp.Core.Checks.Codes;
using Hasp.Core.Checks.Eurocode;
using Hasp.Core.Checks.Is800;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;

namespace Hasp.Core.Kinds.Angles;

/// <summary>What a book of rules says of a section of the angle or of its gusset.</summary>
internal interface IAngleRules
{
    static abstract CheckInfo Info { get; }

    /// <summary>What the section carries, N.</summary>
    static abstract T Strength<T>(in Mechanics<T> m, AngleInputs a, bool gusset)
        where T : struct, IScalar<T>;

    internal static CheckInfo Of(string id, string name, string brief, double required, string source, string book) =>
        new(id, name, brief, required, PreloadUsed.None, "what the section carries over the pull", source)
        {
            Worsens = Worsens.WithTheCase, Books = [book],
        };
}

/// <summary>A section of angle (place 0) and gusset (place 1) against the pull.</summary>
internal readonly struct AngleCheck<TRules> : IPartCheck
    where TRules : IAngleRules
{
    public static CheckInfo Info => TRules.Info;

    public static Judged<T> Judge<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T>
    {
        var worst = Judged<T>.Nothing;
        if (load.InPlane.Value <= 0 || (m.Joint.Judging.LooksAt is not LimitStates.NotStated and var looks
            && !load.Case.CountsIn(looks))) return worst;
        var a = m.Joint.Of<AngleInputs>();
        for (var part = 0; part < 2; part++)
        {
            var carries = T.Let(AngleTerms.Strength, TRules.Strength(m, a, part == 1), part + 1);
            worst = worst.OrWorse(T.Let(AngleTerms.Factor, carries / load.InPlane, part + 1), part);
        }
        return worst;
    }

    public static string Nothing(in Mechanics<Plain> m) => "nothing pulls";

    public static string Place(int place, in Mechanics<Plain> m) => m.Joint.Layers[place].Name;

    public static int PartAt(int place, Joint joint) => place;
}

/// <summary>Sections of the angle and its gusset, and what of them counts. mm, mm².</summary>
internal static class AngleSections
{
    internal static T Leg<T>(AngleInputs a)
        where T : struct, IScalar<T> => T.Given(AngleTerms.Leg, a.Leg);

    internal static T Thickness<T>(AngleInputs a)
        where T : struct, IScalar<T> => T.Given(AngleTerms.Thickness, a.Thickness);

    /// <summary>Ag of the angle, (a + b − t)·t; of the gusset w·t.</summary>
    internal static T Gross<T>(AngleInputs a, bool gusset, double? outstanding = null)
        where T : struct, IScalar<T> => gusset
            ? T.Let(AngleTerms.GussetArea, T.Given(AngleTerms.GussetWidth, a.GussetWidth) * T.Given(AngleTerms.Gusset, a.Gusset))
            : T.Let(AngleTerms.Gross, AngleFormulas.Area(Leg<T>(a), T.Given(AngleTerms.Outstanding, outstanding ?? a.Outstanding),
                Thickness<T>(a)));

    /// <summary>Ag less one hole.</summary>
    /// <param name="m">The joint.</param>
    /// <param name="a">Its inputs.</param>
    /// <param name="gusset">The gusset's.</param>
    /// <param name="hole">What a hole takes, mm.</param>
    /// <param name="outstanding">The outstanding leg that counts, where that is another.</param>
    internal static T Net<T>(in Mechanics<T> m, AngleInputs a, bool gusset, double hole, double? outstanding = null)
        where T : struct, IScalar<T> => T.Let(AngleTerms.Net, Gross<T>(a, gusset, outstanding) - (T.Given(AngleTerms.Hole, hole,
            source: m.Joint.HoleSource)
            * (gusset ? T.Given(AngleTerms.Gusset, a.Gusset) : Thickness<T>(a))), gusset ? 2 : 1);

    internal static T Yield<T>(in Mechanics<T> m, bool gusset)
        where T : struct, IScalar<T> => Sheared.Yield<T>(m.Joint, gusset ? 1 : 0);

    internal static T Tensile<T>(in Mechanics<T> m, bool gusset)
        where T : struct, IScalar<T> => Sheared.Tensile<T>(m.Joint, gusset ? 1 : 0);

    /// <summary>U: the greater of 1 − x̄/l and the least by the number of bolts, never below the connected leg's share.</summary>
    internal static T Lag<T>(AngleInputs a, IReadOnlyList<(int Bolts, double Least)> byNumber)
        where T : struct, IScalar<T>
    {
        var (leg, t, gross) = (Leg<T>(a), Thickness<T>(a), Gross<T>(a, false));
        var share = T.Let(AngleTerms.LegShare, leg * t / gross);
        if (a.Bolts == 1) return T.Let(AngleTerms.Lag, share);
        var by = AngleFormulas.Lag(leg, T.Given(AngleTerms.Outstanding, a.Outstanding), t, T.Given(AngleTerms.Length, a.Length));
        var least = byNumber.FirstOrDefault(n => a.Bolts >= n.Bolts).Least;
        return T.Let(AngleTerms.Lag, T.Max(T.Max(share, by), T.Given(AngleTerms.LeastLag, least,
            source: "AISC 360-22, Table D3.1, case 8")));
    }
}

/// <summary>Formulas of an angle by one leg. mm, mm², N, MPa.</summary>
public static class AngleFormulas
{
    /// <summary>A = (a + b − t)·t.</summary>
    public static T Area<T>(T leg, T outstanding, T thickness)
        where T : struct, IReal<T> => (leg + outstanding - thickness) * thickness;

    /// <summary>1 − x̄/l; x̄ from the face of the connected leg to the centroid of the angle, l between the outer bolts (AISC 360-22,
    /// Table D3.1, case 2).</summary>
    public static T Lag<T>(T leg, T outstanding, T thickness, T length)
        where T : struct, IReal<T>
    {
        var beyond = outstanding - thickness;
        var moment = (leg * thickness * thickness / T.Const(2)) + (beyond * thickness * (thickness + (beyond / T.Const(2))));
        var centroid = T.Let(AngleTerms.Centroid, moment / Area(leg, outstanding, thickness));
        return T.Let(AngleTerms.LagByLength, T.Const(1) - (centroid / length));
    }

    /// <summary>β2 or β3: linear in the pitch from 2.5d0 to 5d0, held outside (EN 1993-1-8, Table 3.8).</summary>
    public static T Beta<T>(T pitch, T hole, T low, T high)
        where T : struct, IReal<T>
    {
        var share = T.Max(T.Const(0), T.Min(T.Const(1), (pitch - (T.Const(2.5) * hole)) / (T.Const(2.5) * hole)));
        return T.Let(AngleTerms.Beta, low + ((high - low) * share));
    }

    /// <summary>Nu,Rd = 2.0·(e2 − 0.5·d0)·t·fu/γM2, one bolt (EN 1993-1-8, 3.10.3, (3.11)).</summary>
    public static T OneBolt<T>(T toe, T hole, T thickness, T tensile, T gammaM2)
        where T : struct, IReal<T> => T.Const(2) * (toe - (T.Const(0.5) * hole)) * thickness * tensile / gammaM2;

    /// <summary>β = 1.4 − 0.076·(w/t)·(fy/fu)·(bs/Lc), from 0.7 to fu·γm0/(fy·γm1) (IS 800:2007, 6.3.3).</summary>
    public static T LagIs<T>(T outstanding, T thickness, T yield, T tensile, T shearLag, T length, T gammaM0, T gammaM1)
        where T : struct, IReal<T>
    {
        var by = T.Const(1.4) - (T.Const(0.076) * (outstanding / thickness) * (yield / tensile) * (shearLag / length));
        return T.Let(AngleTerms.BetaIs, T.Max(T.Const(0.7), T.Min(by, tensile * gammaM0 / (yield * gammaM1))));
    }
}

/// <summary>Yield of the net section; of the angle with the share U that its lag leaves.</summary>
internal readonly struct NetByMechanics : IAngleRules
{
    public static CheckInfo Info { get; } = IAngleRules.Of("angleNet", "Angle by one leg, net section", "net section", 1.5,
        "yield of U·Anet; U the greater of 1 − x̄/l and the connected leg's share", Book.Mechanics);

    public static T Strength<T>(in Mechanics<T> m, AngleInputs a, bool gusset)
        where T : struct, IScalar<T>
    {
        var net = AngleSections.Net(m, a, gusset, m.Joint.Hole);
        return AngleSections.Yield(m, gusset) * (gusset ? net : AngleSections.Lag<T>(a, []) * net);
    }
}

/// <summary>Yield of the gross section.</summary>
internal readonly struct GrossByMechanics : IAngleRules
{
    public static CheckInfo Info { get; } = IAngleRules.Of("angleGross", "Gross section of angle and gusset", "yields", 1.5, "fy·Ag",
        Book.Mechanics);

    public static T Strength<T>(in Mechanics<T> m, AngleInputs a, bool gusset)
        where T : struct, IScalar<T> => AngleSections.Yield(m, gusset) * AngleSections.Gross<T>(a, gusset);
}

/// <summary>EN 1993-1-8, 3.10.3 of the angle; EN 1993-1-1, 6.2.3(2)(b) of the gusset.</summary>
internal readonly struct NetByEurocode : IAngleRules
{
    public static CheckInfo Info { get; } = IAngleRules.Of("enAngleNet", "Angle by one leg, net section", "net section", 1,
        "EN 1993-1-8:2005, 3.10.3, Table 3.8; EN 1993-1-1:2005, 6.2.3(2)(b)", Book.Eurocode3);

    public static T Strength<T>(in Mechanics<T> m, AngleInputs a, bool gusset)
        where T : struct, IScalar<T>
    {
        var (gamma, fu) = (m.Joint.Judging.By<EurocodeSettings>().GammaM2<T>(), AngleSections.Tensile(m, gusset));
        if (gusset) return T.Const(0.9) * AngleSections.Net(m, a, true, m.Joint.Hole) * fu / gamma;
        var hole = T.Given(AngleTerms.Hole, m.Joint.Hole, source: m.Joint.HoleSource);
        if (a.Bolts == 1) return AngleFormulas.OneBolt(T.Given(AngleTerms.Toe, a.Toe), hole, AngleSections.Thickness<T>(a), fu, gamma);
        var beta = AngleFormulas.Beta(T.Given(AngleTerms.Pitch, a.Pitch), hole, T.Const(a.Bolts == 2 ? 0.4 : 0.5), T.Const(0.7));
        // By its small leg an unequal angle counts as the equal angle of that leg (3.10.3(2)).
        return beta * AngleSections.Net(m, a, false, m.Joint.Hole, Math.Min(a.Leg, a.Outstanding)) * fu / gamma;
    }
}

/// <summary>EN 1993-1-1, 6.2.3(2)(a).</summary>
internal readonly struct GrossByEurocode : IAngleRules
{
    public static CheckInfo Info { get; } = IAngleRules.Of("enAngleGross", "Gross section of angle and gusset", "yields", 1,
        "EN 1993-1-1:2005, 6.2.3(2)(a)", Book.Eurocode3);

    public static T Strength<T>(in Mechanics<T> m, AngleInputs a, bool gusset)
        where T : struct, IScalar<T> =>
        m.Joint.Judging.By<EurocodeSettings>().AvailableYield(AngleSections.Gross<T>(a, gusset) * AngleSections.Yield(m, gusset));
}

/// <summary>AISC 360-22, D2(b), D3, Table D3.1, of the angle; J4.1(b) of the gusset.</summary>
internal readonly struct NetByAisc : IAngleRules
{
    // Table D3.1, case 8: four or more bolts in line, three.
    private static readonly (int Bolts, double Least)[] ByNumber = [(4, 0.80), (3, 0.60)];

    public static CheckInfo Info { get; } = IAngleRules.Of("aiscAngleNet", "Angle by one leg, net section", "net section", 1,
        "AISC 360-22, D2(b), D3, Table D3.1, cases 2 and 8; J4.1(b)", Book.Aisc360);

    public static T Strength<T>(in Mechanics<T> m, AngleInputs a, bool gusset)
        where T : struct, IScalar<T>
    {
        var net = AngleSections.Net(m, a, gusset, m.Joint.Hole + AiscFormulas.Sixteenth);
        var effective = T.Let(AngleTerms.Effective, gusset ? net : AngleSections.Lag<T>(a, ByNumber) * net, gusset ? 2 : 1);
        return m.Joint.Judging.By<AiscSettings>().Available(effective * AngleSections.Tensile(m, gusset));
    }
}

/// <summary>AISC 360-22, D2(a), J4.1(a).</summary>
internal readonly struct GrossByAisc : IAngleRules
{
    public static CheckInfo Info { get; } = IAngleRules.Of("aiscAngleGross", "Gross section of angle and gusset", "yields", 1,
        "AISC 360-22, D2(a), J4.1(a)", Book.Aisc360);

    public static T Strength<T>(in Mechanics<T> m, AngleInputs a, bool gusset)
        where T : struct, IScalar<T> =>
        m.Joint.Judging.By<AiscSettings>().AvailableYield(AngleSections.Gross<T>(a, gusset) * AngleSections.Yield(m, gusset));
}

/// <summary>IS 800:2007, 6.3.3 of the angle; 6.3.1 of the gusset.</summary>
internal readonly struct NetByIs : IAngleRules
{
    public static CheckInfo Info { get; } = IAngleRules.Of("isAngleNet", "Angle by one leg, net section", "net section", 1,
        "IS 800:2007, 6.3.3, 6.3.1", Book.Is800);

    public static T Strength<T>(in Mechanics<T> m, AngleInputs a, bool gusset)
        where T : struct, IScalar<T>
    {
        var how = m.Joint.Judging.By<Is800Settings>();
        var (fy, fu, t) = (AngleSections.Yield(m, gusset), AngleSections.Tensile(m, gusset), AngleSections.Thickness<T>(a));
        var across = how.Deduction(m.Joint, gusset ? 1 : 0).Across;
        if (gusset) return T.Const(0.9) * AngleSections.Net(m, a, true, across) * fu / how.GammaM1<T>();
        var half = t / T.Const(2);
        var outstanding = T.Given(AngleTerms.Outstanding, a.Outstanding);
        // Legs to mid-thickness.
        var connected = T.Let(AngleTerms.ConnectedNet, (AngleSections.Leg<T>(a) - T.Given(AngleTerms.Hole, across,
            source: m.Joint.HoleSource) - half) * t);
        var beyond = T.Let(AngleTerms.OutstandingGross, (outstanding - half) * t);
        var beta = a.Bolts == 1 ? T.Let(AngleTerms.BetaIs, T.Const(0.7))
            : AngleFormulas.LagIs(outstanding, t, fy, fu, T.Let(AngleTerms.LagWidth, outstanding + T.Given(AngleTerms.Gauge, a.Gauge) - t),
                T.Given(AngleTerms.Length, a.Length), how.GammaM0<T>(), how.GammaM1<T>());
        return (T.Const(0.9) * connected * fu / how.GammaM1<T>()) + (beta * beyond * fy / how.GammaM0<T>());
    }
}

/// <summary>IS 800:2007, 6.2.</summary>
internal readonly struct GrossByIs : IAngleRules
{
    public static CheckInfo Info { get; } = IAngleRules.Of("isAngleGross", "Gross section of angle and gusset", "yields", 1,
        "IS 800:2007, 6.2", Book.Is800);

    public static T Strength<T>(in Mechanics<T> m, AngleInputs a, bool gusset)
        where T : struct, IScalar<T> =>
        m.Joint.Judging.By<Is800Settings>().AvailableYield(AngleSections.Gross<T>(a, gusset) * AngleSections.Yield(m, gusset));
}
