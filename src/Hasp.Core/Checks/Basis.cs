using System.Collections.Immutable;
using Hasp.Core.Checks.Machine;
using Hasp.Core.Joints;

namespace Hasp.Core.Checks;

/// <summary>By what a joint is judged: a code or a practice in one edition, with its checks and what it asks for. One folder each.</summary>
/// <param name="Id">Stable name in documents.</param>
/// <param name="Name">In words, as results name it.</param>
/// <param name="Edition">The edition; empty where there is none.</param>
/// <param name="Checks">Its checks, in the order of the job.</param>
public sealed record Basis(string Id, string Name, string Edition, ImmutableArray<Check> Checks)
{
    /// <summary>Every basis, the one taken where none is stated first.</summary>
    public static ImmutableArray<Basis> All => Registered.All;

    /// <summary>Fields that only this basis asks for.</summary>
    public Func<ImmutableArray<Field>> Needs { get; init; } = () => [];

    /// <summary>What the basis reads from them, once a joint: its checks ask for it by <see cref="Judging.By{T}"/>.</summary>
    public Func<Values, object> Settings { get; init; } = _ => new object();

    /// <summary>The check whose required factor is a growth of the load itself; null where loads come with their partial factors in them.</summary>
    public Check? Growth { get; init; }

    /// <summary>Name and edition, as printed.</summary>
    public string FullName => Edition.Length == 0 ? Name : $"{Name}, {Edition}";

    /// <summary>True where every check lets a bolt be left out that another one surpasses in tension and in shear.</summary>
    public bool MayLeaveOut { get; } = Checks.All(c => c.Info.Worsens != Worsens.Otherwise);

    /// <summary>The basis of that id, or null.</summary>
    public static Basis? ById(string id) => All.FirstOrDefault(b => b.Id == id);

    // Listed when first asked for: a basis names its fields, and the fields name the bases.
    private static class Registered
    {
        internal static readonly ImmutableArray<Basis> All = [MachineBasis.Basis];
    }
}
