using Hasp.Core.Checks.Machine;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;

namespace Hasp.Core.Checks;

/// <summary>Which preload a check is made with; the handbook switch overrides it with the nominal one.</summary>
public enum PreloadUsed
{
    /// <summary>The check does not depend on preload.</summary>
    None,

    /// <summary>The largest that the tool may give: strength.</summary>
    Largest,

    /// <summary>The one aimed at.</summary>
    Nominal,

    /// <summary>The smallest that is left: slip, opening and leaking.</summary>
    Smallest,

    /// <summary>Each in turn, the worse counts: fatigue dislikes a high mean stress and a joint that opens.</summary>
    Both,
}

/// <summary>What makes a check worse: on it rests which loads may be left out before they are judged.</summary>
public enum Worsens
{
    /// <summary>No better with more tension or more shear on the bolt: a bolt load that another one reaches in both never governs.</summary>
    WithTensionAndShear,

    /// <summary>With what the whole case brings (its in-plane force, its pressure): every case is judged.</summary>
    WithTheCase,
}

/// <summary>What sets a check: the tool, whose checks stand near 1 on every well-tightened joint, or the load.</summary>
public enum SetBy
{
    /// <summary>The outside load: nothing to judge without one.</summary>
    Load,

    /// <summary>The tightening: judged with no outside load at all.</summary>
    Tool,
}

/// <summary>What is fixed about a check.</summary>
/// <param name="Id">Stable name in documents and results.</param>
/// <param name="Name">In the field's words.</param>
/// <param name="Brief">What happens, in a word or two: for narrow places.</param>
/// <param name="Required">Required factor where the project states none.</param>
/// <param name="Preload">The preload it is made with.</param>
/// <param name="Meaning">What the factor is.</param>
/// <param name="Source">What the requirement rests on.</param>
public sealed record CheckInfo(string Id, string Name, string Brief, double Required, PreloadUsed Preload, string Meaning, string Source)
{
    /// <summary>Which loads may be left out before they are judged.</summary>
    public Worsens Worsens { get; init; } = Worsens.WithTensionAndShear;

    /// <summary>Tool or load.</summary>
    public SetBy SetBy { get; init; } = SetBy.Load;

    /// <summary>True where no outside load comes into it: its verdict names no load case.</summary>
    public bool WithoutLoad { get; init; }
}

/// <summary>Two conventions for one check: their names, and the judging with the other one in use.</summary>
/// <param name="Used">The one in use.</param>
/// <param name="Other">The other one.</param>
/// <param name="Flipped">By which the other would be judged.</param>
internal readonly record struct Convention(string Used, string Other, Judging Flipped);

/// <summary>
/// One way to fail: its words, its formula and what it says where there is nothing to judge. One file each, in the folder of its basis.
/// </summary>
internal interface ICheck
{
    static abstract CheckInfo Info { get; }

    /// <summary>The factor of one load on one bolt.</summary>
    static abstract Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T>;

    /// <summary>False where it has nothing to judge in any case of this joint, so that a search need not ask at every load.</summary>
    static virtual bool MayApply(Joint joint) => true;

    /// <summary>Why there is nothing to judge.</summary>
    static virtual string Nothing(in Mechanics<Plain> m) => "nothing loads it";

    /// <summary>A place in words: which layer, plane or end; empty where there is only one.</summary>
    static virtual string Place(int place, in Mechanics<Plain> m) => "";

    /// <summary>Another convention that gives another factor; null where there is one only.</summary>
    static virtual Convention? Convention(Judging how) => null;
}

/// <summary>One way a joint can fail, and by what factor it is kept from it.</summary>
public abstract class Check
{
    public static readonly Check Proof = new Check<ProofCheck>();
    public static readonly Check Yield = new Check<YieldCheck>();
    public static readonly Check Tightening = new Check<TighteningCheck>();
    public static readonly Check Load = new Check<LoadCheck>();
    public static readonly Check Opening = new Check<OpeningCheck>();
    public static readonly Check Leak = new Check<LeakCheck>();
    public static readonly Check Seating = new Check<SeatingCheck>();
    public static readonly Check Slip = new Check<SlipCheck>();
    public static readonly Check Shear = new Check<ShearCheck>();
    public static readonly Check Combined = new Check<CombinedCheck>();
    public static readonly Check Bearing = new Check<BearingCheck>();
    public static readonly Check TearOut = new Check<TearOutCheck>();
    public static readonly Check NetSection = new Check<NetSectionCheck>();
    public static readonly Check Flange = new Check<FlangeCheck>();
    public static readonly Check PullThrough = new Check<PullThroughCheck>();
    public static readonly Check UnderHead = new Check<UnderHeadCheck>();
    public static readonly Check WasherPressure = new Check<WasherCheck>();
    public static readonly Check GasketCrushing = new Check<GasketCheck>();
    public static readonly Check Strip = new Check<StripCheck>();
    public static readonly Check StripByLoad = new Check<StripLoadCheck>();
    public static readonly Check Fatigue = new Check<FatigueCheck>();

    /// <summary>Every check, in the order of the job.</summary>
    public static IReadOnlyList<Check> All { get; } = Numbered(
        Proof, Yield, Tightening, Load, Opening, Leak, Seating, Slip, Shear, Combined, Bearing, TearOut, NetSection, Flange, PullThrough,
        UnderHead, WasherPressure, GasketCrushing, Strip, StripByLoad, Fatigue);

    private protected Check(CheckInfo info) => Info = info;

    /// <summary>Its place in <see cref="All"/>.</summary>
    public int Index { get; private set; }

    /// <summary>What is fixed about it.</summary>
    public CheckInfo Info { get; }

    /// <summary>Stable name in documents and results.</summary>
    public string Id => Info.Id;

    /// <summary>In the field's words.</summary>
    public string Name => Info.Name;

    /// <summary>What happens, in a word or two: for narrow places.</summary>
    public string Brief => Info.Brief;

    /// <summary>Required factor where the project states none.</summary>
    public double Required => Info.Required;

    /// <summary>The preload it is made with.</summary>
    public PreloadUsed Preload => Info.Preload;

    /// <summary>What the factor is.</summary>
    public string Meaning => Info.Meaning;

    /// <summary>What the requirement rests on.</summary>
    public string Source => Info.Source;

    /// <summary>The check of that id, or null.</summary>
    public static Check? ById(string id) => All.FirstOrDefault(c => c.Id == id);

    /// <summary>The factor of one load on one bolt.</summary>
    public abstract Judged<Plain> Judge(in Mechanics<Plain> m, in BoltLoad<Plain> load);

    /// <summary>The same with its working.</summary>
    public abstract Judged<Traced> Judge(in Mechanics<Traced> m, in BoltLoad<Traced> load);

    internal abstract bool MayApply(Joint joint);

    internal abstract string Nothing(in Mechanics<Plain> m);

    internal abstract string Place(int place, in Mechanics<Plain> m);

    internal abstract Convention? Convention(Judging how);

    private static Check[] Numbered(params Check[] all)
    {
        for (var i = 0; i < all.Length; i++) all[i].Index = i;
        return all;
    }
}

/// <summary>A check as a thing that can be listed; what it does is written in <typeparamref name="TCheck"/>.</summary>
internal sealed class Check<TCheck>() : Check(TCheck.Info)
    where TCheck : ICheck
{
    public override Judged<Plain> Judge(in Mechanics<Plain> m, in BoltLoad<Plain> load) => TCheck.Judge(m, load);

    public override Judged<Traced> Judge(in Mechanics<Traced> m, in BoltLoad<Traced> load) => TCheck.Judge(m, load);

    internal override bool MayApply(Joint joint) => TCheck.MayApply(joint);

    internal override string Nothing(in Mechanics<Plain> m) => TCheck.Nothing(m);

    internal override string Place(int place, in Mechanics<Plain> m) => TCheck.Place(place, m);

    internal override Convention? Convention(Judging how) => TCheck.Convention(how);
}
