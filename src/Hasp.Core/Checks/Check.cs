using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;

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
    /// <summary>No better with more tension or more shear on the bolt: a bolt load that another one reaches in both never
    /// governs.</summary>
    WithTensionAndShear,

    /// <summary>With what the whole case brings (its in-plane force, its pressure): every case is judged.</summary>
    WithTheCase,

    /// <summary>With something else, such as the direction of the shear or the place of the bolt: no bolt is left out in any
    /// case.</summary>
    Otherwise,
}

/// <summary>What sets a check: the tool, whose checks stand near 1 on every well-tightened joint, or the load.</summary>
public enum SetBy
{
    /// <summary>The outside load: nothing to judge without one.</summary>
    Load,

    /// <summary>The tightening: judged with no outside load at all.</summary>
    Tool,

    /// <summary>A rule that is kept or not (spacing, edges, engagement, proportions): no load changes it, and it is no reserve.</summary>
    Rule,
}

/// <summary>What sampling can count: the ways of failing that it has a factor for.</summary>
public enum Sampled
{
    /// <summary>Not sampled.</summary>
    None,

    /// <summary>The faces part.</summary>
    Opening,

    /// <summary>The faces slip.</summary>
    Slip,

    /// <summary>The bolt yields in tension and torsion.</summary>
    Yield,

    /// <summary>The bolt yields in shear.</summary>
    Shear,
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

    /// <summary>
    /// What of the load its factor holds as stated while the rest grows, in words: its capacity, where all of the load grows, is
    /// then another figure. Empty where factor and capacity are one limit.
    /// </summary>
    public string Holds { get; init; } = "";

    /// <summary>As what it is sampled: the event, with loads and strengths as they scatter, that the check keeps the joint from.</summary>
    public Sampled Sampled { get; init; }

    /// <summary>True where it judges the friction that carries the shear of a joint that must not slip: of no basis's own rules for
    /// it.</summary>
    public bool ByFriction { get; init; }

    /// <summary>The books of rules that it is written by: it judges by the bases that follow one of them.</summary>
    public System.Collections.Immutable.ImmutableArray<string> Books { get; init; } = [Book.Mechanics];

    /// <summary>True where a basis follows a book that it is written by.</summary>
    public bool IsOf(Basis basis) => Books.Contains(basis.Book) || Books.Contains(Book.Any);

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

    /// <summary>False where it has nothing to judge in any case of this joint, so that a search need not ask at every load.</summary>
    static virtual bool MayApply(Joint joint) => true;

    /// <summary>Why there is nothing to judge.</summary>
    static virtual string Nothing(in Mechanics<Plain> m) => "nothing loads it";

    /// <summary>A place in words: which layer, plane or end; empty where there is only one.</summary>
    static virtual string Place(int place, in Mechanics<Plain> m) => "";

    /// <summary>Index of the part that a place lies in, to be marked on the section; −1 where it lies in none.</summary>
    static virtual int PartAt(int place, Joint joint) => -1;

    /// <summary>Another convention that gives another factor; null where there is one only.</summary>
    static virtual Convention? Convention(Judging how) => null;

    /// <summary>Schools that are no pair of conventions; none where <see cref="Convention"/> says all.</summary>
    static virtual IReadOnlyList<School> Schools(in Mechanics<Plain> m, in BoltLoad<Plain> load) => [];

    /// <summary>The failure path that governs a case, to be drawn on the plan; null where the check finds none.</summary>
    static virtual Codes.PathDrawn? Drawn(in Mechanics<Plain> m, LoadCase load) => null;

    /// <summary>What is to be known of a verdict: where the faces are apart at the very preload that the check is made with, it
    /// says so.</summary>
    static virtual string Note(in Mechanics<Plain> m, in BoltLoad<Plain> load, PreloadUsed used) => Apart(m, load, used);

    /// <summary>That the faces are apart at the preload a check is made with; empty where they are not.</summary>
    internal static string Apart(in Mechanics<Plain> m, in BoltLoad<Plain> load, PreloadUsed used)
    {
        Plain? preload = used switch
        {
            PreloadUsed.Largest => m.PreloadMax,
            PreloadUsed.Nominal => m.Preload,
            PreloadUsed.Smallest => m.PreloadMin,
            _ => null,
        };
        return preload is { } p && load.Tension.Value > JointUnderLoad.OpeningLoad(p, m.LoadShare).Value
            ? $"at the {used.ToString().ToLowerInvariant()} preload the faces are apart: the bolt carries the whole load"
            : "";
    }
}

/// <summary>A check of each bolt under each load.</summary>
internal interface IBoltCheck : ICheck
{
    /// <summary>The factor of one load on one bolt.</summary>
    static abstract Judged<T> Judge<T>(in Mechanics<T> m, in BoltLoad<T> load)
        where T : struct, IScalar<T>;
}

/// <summary>A check of the parts, once a load case, under what the case brings to the whole joint.</summary>
internal interface IPartCheck : ICheck
{
    /// <summary>The factor of one load case on the parts.</summary>
    static abstract Judged<T> Judge<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T>;
}

/// <summary>Where a check came to its least factor.</summary>
/// <param name="Judged">What it came to.</param>
/// <param name="Case">Index of the load case.</param>
/// <param name="Bolt">Index of the bolt.</param>
internal readonly record struct Worst(Judged<Plain> Judged, int Case, int Bolt)
{
    public double Factor => Judged.Factor.Value;
}

/// <summary>One way a joint can fail, and by what factor it is kept from it.</summary>
public abstract class Check
{
    /// <summary>Every check of every basis, in the order of the job, then those that only a kind of joint has.</summary>
    public static IReadOnlyList<Check> All => Registry.All;

    private int _index;

    private protected Check(CheckInfo info) => Info = info;

    /// <summary>A check of bolts as a thing that can be listed.</summary>
    internal static Check OfBolts<TCheck>()
        where TCheck : IBoltCheck => new BoltCheck<TCheck>();

    /// <summary>A check of the parts together as a thing that can be listed.</summary>
    internal static Check OfParts<TCheck>()
        where TCheck : IPartCheck => new PartCheck<TCheck>();

    /// <summary>Its place in <see cref="All"/>.</summary>
    public int Index => Registry.All.Length > 0 ? _index : -1;

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

    /// <summary>True where the parts are judged, once a case, and not each bolt.</summary>
    public abstract bool JudgesParts { get; }

    /// <summary>The factor of one load on one bolt; of the parts, under the case that loads it.</summary>
    public abstract Judged<Plain> Judge(in Mechanics<Plain> m, in BoltLoad<Plain> load);

    /// <summary>The same with its working.</summary>
    public abstract Judged<Traced> Judge(in Mechanics<Traced> m, in BoltLoad<Traced> load);

    /// <summary>Index of the part that a place lies in, to be marked on the section; −1 where it lies in none.</summary>
    public abstract int PartAt(int place, Joint joint);

    /// <summary>The failure path that governs a case, to be drawn on the plan; null where the check finds none.</summary>
    public abstract Codes.PathDrawn? Drawn(in Mechanics<Plain> m, LoadCase load);

    /// <summary>What is to be known of a verdict; empty where nothing is.</summary>
    internal abstract string Note(in Mechanics<Plain> m, in BoltLoad<Plain> load);

    /// <summary>What each school makes of one load, the one in use first; none where there is one only.</summary>
    internal abstract IReadOnlyList<School> Schools(in Mechanics<Plain> m, in BoltLoad<Plain> load);

    internal abstract bool MayApply(Joint joint);

    /// <summary>The least factor over the bolts under a load case; null where there is nothing to judge.</summary>
    internal Worst? WorstIn(in Mechanics<Plain> m, int loadCase)
    {
        Worst? worst = null;
        foreach (var pull in m.Joint.Sharing.LoadsOn(this, loadCase))
        {
            var judged = Judge(m, BoltLoad<Plain>.Of(m.Joint, loadCase, pull, m.Joint.Bolts.Count));
            if (judged.Applies && (worst is not { } w || judged.Factor.Value < w.Factor)) worst = new(judged, loadCase, pull.Bolt);
        }
        return worst;
    }

    /// <summary>The least factor of a joint by this check alone; infinite where there is nothing to judge.</summary>
    public double WorstFactor(Joint joint) => WorstOf(Mechanics<Plain>.Of(joint))?.Factor ?? double.PositiveInfinity;

    /// <summary>The least factor over all load cases; null where there is nothing to judge.</summary>
    internal Worst? WorstOf(in Mechanics<Plain> m)
    {
        Worst? worst = null;
        for (var c = 0; c < m.Joint.Cases.Length && MayApply(m.Joint); c++)
        {
            if (WorstIn(m, c) is { } found && (worst is not { } w || found.Factor < w.Factor)) worst = found;
        }
        return worst;
    }

    internal abstract string Nothing(in Mechanics<Plain> m);

    internal abstract string Place(int place, in Mechanics<Plain> m);

    /// <summary>Numbered when first asked for: the bases are complete by then.</summary>
    private static class Registry
    {
        internal static readonly Check[] All = Numbered();

        private static Check[] Numbered()
        {
            Check[] all = [.. Basis.All.SelectMany(b => b.Checks).Concat(Kinds.Kind.All.SelectMany(k => k.OwnChecks)).Distinct()];
            for (var i = 0; i < all.Length; i++) all[i]._index = i;
            return all;
        }
    }
}

/// <summary>What every check says of itself, whatever it judges.</summary>
internal abstract class Check<TCheck>() : Check(TCheck.Info)
    where TCheck : ICheck
{
    public override int PartAt(int place, Joint joint) => TCheck.PartAt(place, joint);

    public override Codes.PathDrawn? Drawn(in Mechanics<Plain> m, LoadCase load) => TCheck.Drawn(m, load);

    internal override bool MayApply(Joint joint) => TCheck.MayApply(joint);

    internal override string Nothing(in Mechanics<Plain> m) => TCheck.Nothing(m);

    internal override string Place(int place, in Mechanics<Plain> m) => TCheck.Place(place, m);

    internal override string Note(in Mechanics<Plain> m, in BoltLoad<Plain> load) => TCheck.Note(m, load, Info.Preload);

    internal override IReadOnlyList<School> Schools(in Mechanics<Plain> m, in BoltLoad<Plain> load)
    {
        if (TCheck.Schools(m, load) is { Count: > 0 } own) return own;
        if (TCheck.Convention(m.Joint.Judging) is not { } convention) return [];
        var other = m with { Joint = m.Joint with { Judging = convention.Flipped } };
        return [new School(convention.Used, Judge(m, load).Factor.Value), new School(convention.Other, Judge(other, load).Factor.Value)];
    }
}

/// <summary>A check of bolts; what it does is written in <typeparamref name="TCheck"/>.</summary>
internal sealed class BoltCheck<TCheck> : Check<TCheck>
    where TCheck : IBoltCheck
{
    public override bool JudgesParts => false;

    public override Judged<Plain> Judge(in Mechanics<Plain> m, in BoltLoad<Plain> load) => TCheck.Judge(m, load);

    public override Judged<Traced> Judge(in Mechanics<Traced> m, in BoltLoad<Traced> load) => TCheck.Judge(m, load);
}

/// <summary>A check of the parts; what it does is written in <typeparamref name="TCheck"/>.</summary>
internal sealed class PartCheck<TCheck> : Check<TCheck>
    where TCheck : IPartCheck
{
    public override bool JudgesParts => true;

    public override Judged<Plain> Judge(in Mechanics<Plain> m, in BoltLoad<Plain> load) =>
        TCheck.Judge(m, JointLoad<Plain>.Of(m.Joint, load));

    public override Judged<Traced> Judge(in Mechanics<Traced> m, in BoltLoad<Traced> load) =>
        TCheck.Judge(m, JointLoad<Traced>.Of(m.Joint, load));
}
