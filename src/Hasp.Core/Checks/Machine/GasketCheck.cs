using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;

namespace Hasp.Core.Checks.Machine;

/// <summary>Crushing limit of a gasket over the pressure on it at the tight end.</summary>
internal readonly struct GasketCheck : IBoltCheck
{
    public static CheckInfo Info { get; } = new("gasketCrushing", "Gasket crushing", "crushes gasket", 1.0, PreloadUsed.Largest,
        "pressure that crushes the gasket over the pressure on it at the largest preload", "gasket table")
    {
        SetBy = SetBy.Tool, WithoutLoad = true,
    };

    public static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T>
    {
        if (m.Joint.Sealing is not { } seal || m.Joint.Gasket is not { } gasket) return Judged<T>.Nothing;
        return Judged<T>.Of(T.Let(Terms.GasketCrushingFactor,
            T.Given(Terms.GasketLimit, gasket.Material.BearingLimit, source: gasket.Material.Source) / PressureAt(load.Count, m.PreloadMax,
                seal)));
    }

    public static bool MayApply(Joint joint) => joint.Sealing is not null && joint.Gasket is not null;

    public static string Nothing(in Mechanics<Plain> m) => "no gasket, or no sealing area stated";

    /// <summary>N·F/A, MPa.</summary>
    internal static T PressureAt<T>(T count, T preload, Sealing seal)
        where T : struct, IScalar<T> =>
        T.Let(Terms.GasketPressure, count * preload / T.Given(Terms.SealArea, seal.Area));
}
