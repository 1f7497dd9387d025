using CsCheck;
using Hasp.Core.Formulas;
using Hasp.Core.LoadPath;

namespace Hasp.Tests.Formulas;

/// <summary>Bolt groups: equilibrium for every pattern and load, and nothing that depends on how the axes were laid.</summary>
public sealed class BoltGroupTests
{
    private static readonly Gen<PlanBolt> Bolt = Gen.Select(
        Gen.Double[-300, 300], Gen.Double[-300, 300], Gen.Double[0.5, 2]).Select((x, y, w) => new PlanBolt(x, y, w));
    private static readonly Gen<BoltGroup> Groups = Bolt.Array[3, 24].Select(b => new BoltGroup([.. b]))
        .Where(g => !g.IsLine && !g.IsPoint);
    private static readonly Gen<Components> Forces = Gen.Select(
        Gen.Double[-5e4, 5e4], Gen.Double[-5e4, 5e4], Gen.Double[-5e4, 5e4]).Select((x, y, z) => new Components(x, y, z));
    private static readonly Gen<Components> Points = Gen.Select(
        Gen.Double[-500, 500], Gen.Double[-500, 500], Gen.Double[-500, 500]).Select((x, y, z) => new Components(x, y, z));
    private static readonly Gen<Resultant> Loads = Gen.Select(Forces, Forces).Select((f, m) => new Resultant(f, 100 * m));

    private static (InPlaneShare<Plain> Shear, double Tension)[] Shares(BoltGroup g, Resultant load, Components at)
    {
        var c = g.AtCentroid(load, at);
        return [.. g.Bolts.Select((_, i) => (
            GroupFormulas.InPlane<Plain>(g, i, new(c.Force.X), new(c.Force.Y), new(c.Moment.Z)),
            GroupFormulas.TensionByCentroid<Plain>(g, i, new(c.Force.Z), new(c.Moment.X), new(c.Moment.Y)).Value))];
    }

    [Fact]
    public void Forces_and_moments_of_the_bolts_sum_to_the_load() => Gen.Select(Groups, Loads, Points).Sample((g, load, at) =>
    {
        var origin = load.Moved(at, default);
        var sum = new Resultant();
        var shares = Shares(g, load, at);
        var scale = shares.Max(s => Math.Abs(s.Tension)) + 1e5;
        foreach (var (share, bolt) in shares.Zip(g.Bolts))
        {
            var s = share.Shear;
            var force = new Components(s.DirectX.Value + s.TorsionX.Value, s.DirectY.Value + s.TorsionY.Value, share.Tension);
            sum += new Resultant(force, default).Moved(new(bolt.X, bolt.Y, 0), default);
        }
        return Near(sum.Force, origin.Force, scale) && Near(sum.Moment, origin.Moment, 1e3 * scale);
    });

    [Fact]
    public void Moving_the_origin_or_turning_the_axes_changes_no_bolt() =>
        Gen.Select(Groups, Loads, Points, Points, Gen.Double[0, 2 * Math.PI]).Sample((g, load, at, shift, angle) =>
    {
        var (cos, sin) = (Math.Cos(angle), Math.Sin(angle));
        Components Turn(Components v) => new((cos * v.X) - (sin * v.Y), (sin * v.X) + (cos * v.Y), v.Z);
        var turned = new BoltGroup([.. g.Bolts.Select(b => Turn(new(b.X + shift.X, b.Y + shift.Y, 0)) is var p
            ? new PlanBolt(p.X, p.Y, b.Weight) : default)]);
        var before = Shares(g, load, at);
        var after = Shares(turned, new(Turn(load.Force), Turn(load.Moment)), Turn(new(at.X + shift.X, at.Y + shift.Y, at.Z)));
        // Bolts that nearly lie on one line make large forces of small differences: measured against the largest.
        var scale = before.Max(s => Math.Abs(s.Tension) + s.Shear.Resultant.Value) + 1;
        return before.Zip(after).All(p => Math.Abs(p.First.Tension - p.Second.Tension) < 1e-6 * scale
            && Math.Abs(p.First.Shear.Resultant.Value - p.Second.Shear.Resultant.Value) < 1e-6 * scale);
    });

    [Fact]
    public void Permuting_bolts_permutes_their_loads() => Gen.Select(Groups, Loads, Points).Sample((g, load, at) =>
    {
        var back = new BoltGroup([.. g.Bolts.Reverse()]);
        var there = Shares(g, load, at).Reverse().ToArray();
        var scale = there.Max(s => Math.Abs(s.Tension)) + 1;
        return there.Zip(Shares(back, load, at)).All(p => Math.Abs(p.First.Tension - p.Second.Tension) < 1e-7 * scale);
    });

    [Fact]
    public void A_symmetrical_group_is_the_closed_form()
    {
        var g = new BoltGroup([.. from x in new[] { -60.0, 60 } from y in new[] { -90.0, 0, 90 } select new PlanBolt(x, y)]);
        for (var i = 0; i < g.Bolts.Length; i++)
        {
            var expected = (12_000 / 6.0) + (5e6 * g.Bolts[i].Y / (4 * 90 * 90)) - (2e6 * g.Bolts[i].X / (6 * 60 * 60));
            Assert.Equal(expected, GroupFormulas.TensionByCentroid<Plain>(g, i, new(12_000), new(5e6), new(2e6)).Value, 1e-6);
        }
    }

    [Fact]
    public void Bolts_in_one_line_carry_a_moment_along_it()
    {
        foreach (var angle in new[] { 0, 0.3, Math.PI / 2, 2.2 })
        {
            var g = new BoltGroup([.. new[] { -75.0, -25, 25,
                75 }.Select(s => new PlanBolt(40 + (s * Math.Cos(angle)), s * Math.Sin(angle)))]);
            Assert.True(g.IsLine);
            // A moment about the line's normal that pulls its far end: s × F along the line.
            var (mx, my) = (1e6 * Math.Sin(angle), -1e6 * Math.Cos(angle));
            var tensions = Enumerable.Range(0, 4).Select(i => GroupFormulas.TensionByCentroid<Plain>(g, i, new(0), new(mx), new(my)).Value)
                .ToArray();
            Assert.Equal(1e6 * 75 / ((2 * 75 * 75) + (2 * 25 * 25)), tensions[3], 1e-3);
            Assert.Equal(0, tensions.Sum(), 1e-6);
        }
    }

    [Fact]
    public void The_pivot_school_counts_no_bolt_on_the_compression_side()
    {
        Assert.Equal(0, GroupFormulas.TensionByPivot<Plain>(new(1e6), new(-20), new(1), new(5000)).Value);
        Assert.Equal(0, GroupFormulas.TensionByPivot<Plain>(new(-1e6), new(20), new(1), new(5000)).Value);
    }

    [Fact]
    public void The_instantaneous_centre_converges_from_no_eccentricity_to_any() =>
        Gen.Select(Bolt.Array[2, 16], Gen.Double[0, 2 * Math.PI],
            Gen.OneOf(Gen.Const(0.0), Gen.Double[1e-6, 1], Gen.Double[1, 1e3], Gen.Double[1e3, 1e7])).Sample((bolts, angle, eccentricity) =>
        {
            var g = new BoltGroup([.. bolts.Select(b => b with { Weight = 1 })]);
            if (g.IsPoint) return;
            var (ux, uy) = (Math.Cos(angle), Math.Sin(angle));
            var found = InstantaneousCentre.Solve(g, ux, uy, g.CentroidX - (eccentricity * uy), g.CentroidY + (eccentricity * ux), 100_000);
            Assert.True(found.Residual < 1e-6, $"residual {found.Residual} at {eccentricity}");
            Assert.InRange(found.Coefficient, 0, bolts.Length * InstantaneousCentre.Curve(InstantaneousCentre.LargestDeformation) * (1
                + 1e-9));
        }, iter: 400);

    [Fact]
    public void A_load_through_the_centroid_is_shared_alike()
    {
        var g = new BoltGroup([new(0, 0), new(90, 0), new(0, 70), new(90, 70)]);
        var found = InstantaneousCentre.Solve(g, 0, -1, 45, 35, 100_000);
        Assert.Equal(4 * InstantaneousCentre.Curve(InstantaneousCentre.LargestDeformation), found.Coefficient, 1e-9);
        Assert.Equal(400_000, found.ElasticStrength, 1e-6);
        Assert.Throws<ArgumentException>(() => InstantaneousCentre.Solve(new BoltGroup([new(0, 0)]), 0, 1, 20, 0, 1));
    }

    [Fact]
    public void The_working_of_a_share_is_the_number()
    {
        var g = new BoltGroup([new(0, 0), new(70, 0), new(140, 20), new(0, 90)]);
        var traced = GroupFormulas.TensionByCentroid(g, 2, Traced.Const(9000), Traced.Const(4e6), Traced.Const(3e6));
        Assert.Equal(GroupFormulas.TensionByCentroid<Plain>(g, 2, new(9000), new(4e6), new(3e6)).Value, traced.Value);
        Assert.Equal("boltTension", Working.Of(traced).Steps[^1].Term.Id);
    }

    [Fact]
    public void The_envelope_is_the_worst_case_of_every_bolt() => Gen.Select(Groups, Loads.Array[1, 9000]).Sample((g, cases) =>
    {
        var envelope = LoadEnvelope.Of(BoltPattern.Of(g), cases);
        var all = cases.Select(c => Shares(g, c, default)).ToArray();
        for (var i = 0; i < g.Bolts.Length; i++)
        {
            Assert.Equal(all.Max(c => c[i].Tension), envelope[i].Tension, Math.Abs(envelope[i].Tension) * 1e-9);
            Assert.Equal(envelope[i].Tension, all[envelope[i].TensionCase][i].Tension, Math.Abs(envelope[i].Tension) * 1e-9);
            Assert.Equal(envelope[i].Shear, all[envelope[i].ShearCase][i].Shear.Resultant.Value, envelope[i].Shear * 1e-9);
        }
    }, iter: 12);

    [Fact]
    public void An_envelope_can_be_stopped()
    {
        using var stop = new CancellationTokenSource();
        stop.Cancel();
        Assert.ThrowsAny<OperationCanceledException>(() => LoadEnvelope.Of(BoltPattern.Of(new BoltGroup([new(0, 0)])), new Resultant[10],
            null, stop.Token));
    }

    private static bool Near(Components a, Components b, double scale) =>
        Math.Abs(a.X - b.X) + Math.Abs(a.Y - b.Y) + Math.Abs(a.Z - b.Z) < 1e-7 * scale;
}
