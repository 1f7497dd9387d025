using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;

namespace Hasp.Core.Checks.Machine;

/// <summary>
/// Yield of a part over the tension between its holes: the whole in-plane force of the joint passes the first row; only parts whose width
/// is stated.
/// </summary>
internal readonly struct NetSectionCheck : IPartCheck
{
    public static CheckInfo Info { get; } = new("netSection", "Net section", "net section", 1.5, PreloadUsed.None,
        "yield of the part over the tension between its holes",
        "EN 1993-1-8, 3.10.1; AISC 360 B4.3b (the area)") { Worsens = Worsens.WithTheCase };

    public static Judged<T> Judge<T>(in Mechanics<T> m, in JointLoad<T> load)
        where T : struct, IScalar<T>
    {
        var worst = Judged<T>.Nothing;
        var whole = load.InPlane;
        if (whole.Value <= 0) return worst;
        var layers = m.Joint.Layers;
        for (var i = 0; i < layers.Length; i++)
        {
            if (layers[i].Width is not { } width || m.Stack.LayerShare[i] == 0) continue;
            var area = MemberFormulas.NetArea(
                T.Given(Terms.PartWidth, width, i + 1, layers[i].Name),
                T.Given(Terms.HolesAcross, layers[i].HolesAcross, i + 1, layers[i].Name),
                T.Given(Terms.HoleDiameter, m.Joint.Hole, source: m.Joint.HoleSource),
                T.Given(Terms.Thickness, layers[i].Thickness, i + 1, layers[i].Name), T.Const(0));
            var force = T.Let(Terms.PartForce, m.Stack.LayerShare[i] == 1 ? whole : T.Const(m.Stack.LayerShare[i]) * whole, i + 1);
            worst = worst.OrWorse(MemberFormulas.NetFactor(T.Given(Terms.MemberYield, layers[i].Material.Yield, i + 1, layers[i]
                .Material.Cited), force, area), i);
        }
        return worst;
    }

    public static bool MayApply(Joint joint) => joint.HasWidth;

    public static string Nothing(in Mechanics<Plain> m) =>
        m.Stack.Planes.Length > 0 ? "no shear, or no width stated" : ShearCheck.NothingShears(m);

    public static string Place(int place, in Mechanics<Plain> m) => m.Joint.Layers[place].Name;

    public static int PartAt(int place, Joint joint) => place;
}
