using Hasp.Core.Formulas;
using Hasp.Core.LoadPath;

namespace Hasp.Core.Checks.Machine;

/// <summary>
/// Proof load over the force in the bolt at the largest preload. Required 1.0 and not more: three quarters of proof with a
/// scatter of a quarter is 0.94 of proof already, and it is the tool that sets it, not the load. Bolts pretensioned by a structural code
/// may pass proof: the code's own test of the assembly stands in its place.
/// </summary>
internal readonly struct ProofCheck : IBoltCheck
{
    internal const string ByTheCode = "pretensioned by a structural code: its test of the assembly stands in the place of this limit";

    public static CheckInfo Info { get; } = new("proof", "Proof load at maximum preload", "proof", 1.0, PreloadUsed.Largest,
        "proof load over the force in the bolt at the largest preload", "proof load, ISO 898-1, 9.6; SAE J429") { SetBy = SetBy.Tool };

    public static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T> =>
        m.Joint.Tightening.Pretensioned
            ? Judged<T>.Nothing
            : Judged<T>.Of(JointUnderLoad.ProofFactor(m.ProofLoad, JointUnderLoad.BoltForce(m.PreloadMax, m.LoadShare, load.Pull)));

    public static string Nothing(in Mechanics<Plain> m) => ByTheCode;
}
