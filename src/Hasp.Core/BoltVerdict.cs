using Hasp.Core.Checks;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;

namespace Hasp.Core;

/// <summary>One bolt of a pattern: its worst loads and what governs it. Forces in N, prying included.</summary>
/// <param name="Number">Number on the drawing.</param>
/// <param name="Tension">Largest tension; + pulls apart.</param>
/// <param name="TensionCase">Index of its case.</param>
/// <param name="Shear">Largest shear.</param>
/// <param name="ShearCase">Index of its case.</param>
/// <param name="Reserve">The load's reserve on this bolt; null where nothing is judged.</param>
/// <param name="Check">What gives it.</param>
/// <param name="Case">In which case; −1 where nothing is judged.</param>
public sealed record BoltVerdict(int Number, double Tension, int TensionCase, double Shear, int ShearCase, double? Reserve, Check? Check,
    int Case)
{
    /// <summary>Every bolt of a joint with a pattern, over one case or over all that are judged.</summary>
    /// <param name="joint">The joint.</param>
    /// <param name="only">Index of the one case; −1 for all that are judged.</param>
    public static IReadOnlyList<BoltVerdict> Of(Joint joint, int only = -1)
    {
        var mechanics = Mechanics<Plain>.Of(joint);
        var cases = only >= 0 ? [only] : Enumerable.Range(0, joint.Cases.Length).Where(c => !joint.Cases[c].OnlyCombined).ToArray();
        return [.. Enumerable.Range(0, joint.Pattern!.Group.Bolts.Length).Select(b => OfBolt(mechanics, b, cases))];
    }

    private static BoltVerdict OfBolt(in Mechanics<Plain> mechanics, int bolt, int[] cases)
    {
        var joint = mechanics.Joint;
        var loads = cases.Select(c => (Case: c, Load: BoltLoad<Plain>.Of(joint, c, bolt))).ToList();
        var (pulled, sheared) = (loads.MaxBy(l => l.Load.Tension.Value), loads.MaxBy(l => l.Load.Shear.Value));
        // What another case surpasses in tension and in shear cannot govern a check that worsens with both alone.
        var front = Sharing.Unsurpassed(loads, l => l.Load.Tension.Value, l => l.Load.Shear.Value).Select(l => l.Case).ToHashSet();
        var least = TwoReserves.OfBolt(mechanics, loads, front);
        return new(
            joint.Pattern!.NumberOf(bolt), pulled.Load.Tension.Value, pulled.Case, sheared.Load.Shear.Value, sheared.Case,
            least.Check < 0 ? null : least.Value, least.Check < 0 ? null : Check.All[least.Check], least.Case);
    }
}
