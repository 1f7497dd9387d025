using Hasp.Core.Catalogue;
using Hasp.Core.Checks.Machine;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;

namespace Hasp.Core.Preload;

/// <summary>
/// The preload aimed at where none is stated: 75 % of proof, or as much as keeps the tight end of the tightening below proof and below 0.9
/// of yield with the whole torsion, in whole per cent; where the basis asks for a least pretension, that. A default never makes a joint
/// fail before anybody has done anything wrong.
/// </summary>
internal static class DefaultTarget
{
    private const int Least = 5;

    /// <summary>The tightening of a joint with its target chosen, and why it is what it is.</summary>
    internal static Tightening For(Joint joint)
    {
        var bolts = joint.Bolts;
        if (joint.Judging.Basis.Pretensions(joint.Judging) && Standards.LeastPretension(bolts.Grade.Grade, bolts.Thread) is { } least)
        {
            return joint.Tightening with { Aim = AimKind.Structural, AimValue = least.Force, LeastSource = least.Source,
                AimChosen = "least pretension of the code, chosen" };
        }
        var usual = (int)Math.Round(JointRules.UsualAim * 100);
        // Stiffness does not come into what the wrench reaches, nor the target into where things lie.
        var untightened = Mechanics<Plain>.WithoutStiffness(joint);
        var (percent, m) = (usual, At(usual));
        var why = Passes(m);
        if (why.Length > 0)
        {
            // Axiom: a tight end that passes nothing passes nothing at any lower target.
            percent = Bracket.Last(Least, usual, p => Passes(At(p)).Length == 0);
            if (percent == Least) return joint.Tightening with { AimValue = Least / 100.0,
                AimChosen = $"{Least} % of proof, chosen: more would pass {why} at the tight end" };
            m = At(percent);
        }
        if (Uncrushed(m, percent) is { } mild) return joint.Tightening with { AimValue = mild / 100.0,
            AimChosen = $"{mild} % of proof, chosen: more would crush the parts under head or nut" };
        return joint.Tightening with { AimValue = percent / 100.0, AimChosen = percent == usual ? $"{usual} % of proof, chosen"
            : $"{percent} % of proof, chosen: at {usual} % the tight end would pass {why}" };

        Mechanics<Plain> At(int percent) =>
            untightened.Tightened(joint with { Tightening = joint.Tightening with { AimValue = percent / 100.0 } });
    }

    // Below it a bolt is hardly tightened any more: harder parts, or a washer, are what helps then.
    private const int Mildest = 55;

    // What an outside pull may add to the force under the head.
    private const double ForThePull = 1.05;

    /// <summary>
    /// The share that keeps head, nut and washers from crushing what they press on at the tight end; null where the one that is taken does,
    /// or where none that is worth tightening to would.
    /// </summary>
    private static int? Uncrushed(Mechanics<Plain> m, int percent)
    {
        var joint = m.Joint;
        var load = BoltLoad<Plain>.None(joint);
        var factor = new[] { MachineBasis.UnderHead, MachineBasis.WasherPressure }
            .Where(c => joint.Judging.Required(c) > 0 && c.MayApply(joint))
                .Select(c => c.Judge(m, load).Factor.Value / joint.Judging.Required(c))
            .DefaultIfEmpty(double.PositiveInfinity).Min();
        // What pulls is asked only where it decides: the loads need not be shared out for it.
        if (factor < ForThePull && joint.Sharing.MostTension.Case >= 0) factor /= ForThePull;
        return factor < 1 && Math.Floor(percent * factor) is var mild and >= Mildest ? (int)mild : null;
    }

    /// <summary>What the tight end would pass; empty where it passes nothing.</summary>
    private static string Passes(in Mechanics<Plain> m)
    {
        if (m.PreloadTight.Value > m.ProofLoad.Value) return "proof";
        return TighteningCheck.FactorOf(m).Value < 1 ? "0.9 of yield while tightening" : "";
    }
}
