using Hasp.Core.Formulas;

namespace Hasp.Core.Preload;

/// <summary>
/// The extremes of the preload by the practice of NASA-STD-5020: the band of the installation torque multiplies, and in the minimum of
/// joints that are not separation-critical the scatter of the mean of N bolts counts, Γ/√N. The maximum keeps Γ.
/// </summary>
/// <param name="Most">cmax, largest torque over the nominal.</param>
/// <param name="Least">cmin, smallest torque over the nominal.</param>
/// <param name="ByNumber">True where the least preload goes by the number of bolts.</param>
public sealed record PreloadBand(double Most, double Least, bool ByNumber)
{
    /// <summary>Fi,max = cmax·(1 + Γ)·Fi, and what temperature adds, N.</summary>
    public T Largest<T>(T preload, T scatter, T? thermal = null)
        where T : struct, IReal<T>
    {
        var tight = T.Given(Terms.TorqueBandMax, Most) * (T.Const(1) + scatter) * preload;
        return T.Let(Terms.PreloadMax, thermal is { } gained ? tight + T.Max(T.Const(0), gained) : tight);
    }

    /// <summary>Fi,min = cmin·(1 − Γ)·Fi − ΔFz − r·Fi, and what temperature takes, N, never below nothing; Γ/√N where
    /// separation is
    /// not critical.</summary>
    public T Smallest<T>(T preload, T scatter, int count, T embeddingLoss, T relaxation, T? thermal = null)
        where T : struct, IReal<T>
    {
        var spread = ByNumber ? scatter / T.Sqrt(T.Given(Terms.BoltCount, count)) : scatter;
        var left = (T.Given(Terms.TorqueBandMin, Least) * (T.Const(1) - spread) * preload) - embeddingLoss - (relaxation * preload);
        return T.Let(Terms.PreloadMin, T.Max(T.Const(0), thermal is { } gained ? left + T.Min(T.Const(0), gained) : left));
    }
}
