using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;

namespace Hasp.Core.Checks.Machine;

/// <summary>
/// A gasket seals only once it has been pressed into the faces: its pressure at the loose end, before any pressure, over its seating
/// stress.
/// </summary>
internal readonly struct SeatingCheck : IBoltCheck
{
    public static CheckInfo Info { get; } = new("seating", "Gasket seating", "not seated", 1.0, PreloadUsed.Smallest,
        "pressure on the gasket at the smallest preload over the stress that seats it",
        "ASME BPVC VIII-1 App. 2, y; gasket table") { SetBy = SetBy.Tool, WithoutLoad = true };

    public static Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T>
    {
        if (m.Joint.Sealing is not { } seal
            || m.Joint.Gasket is not { Material.SeatingStress: { } seating } gasket) return Judged<T>.Nothing;
        return Judged<T>.Of(T.Let(Terms.SeatingFactor,
            GasketCheck.PressureAt(load.Count, m.PreloadMin, seal) / T.Given(Terms.SeatingStress, seating,
                source: gasket.Material.Source)));
    }

    public static bool MayApply(Joint joint) => joint.Sealing is not null && joint.Gasket is not null;

    public static string Nothing(in Mechanics<Plain> m) => "no gasket, or no sealing area stated";
}
