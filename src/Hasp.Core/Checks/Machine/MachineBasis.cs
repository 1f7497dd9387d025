using Hasp.Core.Formulas;

namespace Hasp.Core.Checks.Machine;

/// <summary>
/// The machine basis: factors of safety. The largest preload stands in every strength check, the smallest in every slip and
/// opening check, the nominal one in the load factor. One file a failure mode, in this folder.
/// </summary>
public static class MachineBasis
{
    /// <summary>How results name it.</summary>
    public const string Name = "Machine, factors of safety";

    /// <summary>Judges the check at <paramref name="index"/> of <see cref="Check.All"/> in one load case.</summary>
    public static Judged<T> Judge<T>(int index, in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T> => index switch
        {
            0 => ProofCheck.Judge(m, load),
            1 => YieldCheck.Judge(m, load),
            2 => LoadCheck.Judge(m, load),
            3 => OpeningCheck.Judge(m, load),
            4 => LeakCheck.Judge(m, load),
            5 => SlipCheck.Judge(m, load),
            6 => ShearCheck.Judge(m, load),
            7 => CombinedCheck.Judge(m, load),
            8 => BearingCheck.Judge(m, load),
            9 => TearOutCheck.Judge(m, load),
            10 => NetSectionCheck.Judge(m, load),
            11 => UnderHeadCheck.Judge(m, load),
            12 => StripCheck.Judge(m, load),
            13 => FatigueCheck.Judge(m, load),
            _ => throw new ArgumentOutOfRangeException(nameof(index), index, "there are " + Check.All.Count + " checks"),
        };

    /// <summary>False where a check has nothing to judge in any case of this joint, so that a search need not ask at every load.</summary>
    public static bool MayApply<T>(int index, in Mechanics<T> m)
        where T : struct, IScalar<T>
    {
        var check = Check.All[index];
        return check == Check.Leak ? m.Joint.Sealing is not null
            : check == Check.Strip ? m.Joint.Tapped
            : check == Check.Fatigue ? m.Joint.Alternates
            : check != Check.NetSection || m.Joint.HasWidth;
    }
}
