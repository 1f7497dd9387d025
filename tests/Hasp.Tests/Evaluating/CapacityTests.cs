using Hasp.Core.Checks.Machine;
using CsCheck;
using Hasp.Core;
using Hasp.Core.Joints;
using Hasp.Core.Sizing;
using Hasp.Files;
using Check = Hasp.Core.Checks.Check;

namespace Hasp.Tests.Evaluating;

/// <summary>How much a joint can carry: what goes first, and next, by evaluating at the grown load.</summary>
public sealed class CapacityTests
{
    [Theory]
    [InlineData("")]
    [InlineData("every check")]
    [InlineData("pattern")]
    public void At_its_limit_a_check_stands_at_its_required_factor(string kind)
    {
        var joint = kind switch
        {
            "" => Samples.Joint(),
            "pattern" => Samples.PatternJoint(("loads[0].fz", "20 kN"), ("layers[0].width", "240 mm")),
            _ => Samples.Joint(Samples.EveryCheck),
        };
        var limits = Capacity.Of(joint);
        Assert.True(limits.Count >= 6, $"only {limits.Count} checks were reached");
        Assert.Equal(limits.OrderBy(l => l.Times).Select(l => l.Check.Id), limits.Select(l => l.Check.Id));
        foreach (var limit in limits.Where(l => l.Times > 0))
        {
            var at = Evaluation.Run(joint.WithLoad(limit.Times * (1 - 1e-9))).Check(limit.Check);
            var past = Evaluation.Run(joint.WithLoad(limit.Times * (1 + 1e-6))).Check(limit.Check);
            Assert.True(at.Holds, $"{limit.Check.Id} falls short before its limit");
            Assert.False(past.Holds, $"{limit.Check.Id} holds past its limit of {limit.Times}");
            if (limit.ToFailure is { } failure)
            {
                Assert.Equal(1, Evaluation.Run(joint.WithLoad(failure)).Check(limit.Check).Factor!.Value, 1e-6);
                Assert.True(failure >= limit.Times * (1 - 1e-9));
            }
        }
    }

    [Fact]
    public void Slip_is_reached_where_the_hand_calculation_says()
    {
        // Four bolts, shear alone: 24 kN grows until μ·F_min·N/V is down to 1.25; nothing else of the load comes into it.
        var joint = Samples.Joint(("loads[0].tension", "0 kN"));
        var result = Evaluation.Run(joint);
        var slip = Capacity.Of(joint).Single(l => l.Check == MachineBasis.Slip);
        Assert.Equal(0.3 * 4 * result[Terms.PreloadMin] / (1.25 * 24_000), slip.Times, 1e-9);
        Assert.Equal(1.25, slip.ToFailure!.Value / slip.Times, 1e-9);
    }

    [Fact]
    public void What_falls_short_without_any_load_stands_first_at_nothing()
    {
        var limits = Capacity.Of(Samples.Joint(("tightening.aim", "100 %"), ("judging.required.proof", "1")));
        Assert.Equal((MachineBasis.Proof, 0.0), (limits[0].Check, limits[0].Times));
    }

    [Fact]
    public void The_load_reserve_is_the_first_limit_or_below_it()
    {
        var kept = 0;
        Gen.Select(Gen.Double[5, 200], Gen.Double[1, 60], Gen.Int[2, 12]).Sample((tension, shear, count) =>
        {
            var joint = Samples.Joint(("loads[0].tension", $"{tension:R} kN"), ("loads[0].shear", $"{shear:R} kN"),
                ("bolts.count", $"{count}"));
            var reserves = TwoReserves.Of(Mechanics<Core.Formulas.Plain>.Of(joint));
            var first = Capacity.Of(joint)[0];
            if (reserves.Tightening.Value < 1) return;
            Interlocked.Increment(ref kept);
            // The joint holds exactly where no limit lies within the load as stated.
            Assert.Equal(reserves.Holds, first.Times >= 1);
        }, iter: 60);
        Assert.True(kept >= 40, $"only {kept} joints were kept");
    }

    [Fact]
    public void A_case_alone_goes_no_sooner_than_the_whole_joint()
    {
        var document = Samples.With();
        Typing.Add(document, "loads");
        Typing.Set(document, "loads[1].shear", "20 kN", Core.Quantities.UnitSystem.Si);
        Typing.Set(document, "loads[1].tension", "30 kN", Core.Quantities.UnitSystem.Si);
        var joint = Samples.Read(document);
        var mechanics = Mechanics<Core.Formulas.Plain>.Of(joint);
        var whole = Capacity.Of(mechanics).ToDictionary(l => l.Check);
        foreach (var loadCase in Enumerable.Range(0, 2))
        {
            Assert.All(Capacity.OfCase(mechanics, loadCase), l => Assert.True(l.Times >= whole[l.Check].Times * (1 - 1e-9)));
        }
    }

    [Fact]
    public void The_first_to_fail_is_looked_for_among_all_bolts_and_cases()
    {
        var kept = 0;
        Gen.Select(Gen.Double[1, 90], Gen.Double[1, 60], Gen.Double[1, 90], Gen.Double[1, 60], Gen.Int[0, Core.Checks.Basis.All.Length - 1].Select(i => Core.Checks.Basis.All[i])).Sample((t1, v1, t2, v2, basis) =>
        {
            var document = Samples.With(("judging.basis", basis.Id), ("loads[0].tension", $"{t1:R} kN"), ("loads[0].shear", $"{v1:R} kN"), ("judging.required.load", "2.2"));
            Typing.Add(document, "loads");
            Typing.Set(document, "loads[1].tension", $"{t2:R} kN", Core.Quantities.UnitSystem.Si);
            Typing.Set(document, "loads[1].shear", $"{v2:R} kN", Core.Quantities.UnitSystem.Si);
            var mechanics = Mechanics<Core.Formulas.Plain>.Of(Samples.Read(document));
            var byCase = Enumerable.Range(0, 2).SelectMany(c => Capacity.OfCase(mechanics, c)).ToLookup(l => l.Check);
            foreach (var whole in Capacity.Of(mechanics))
            {
                Interlocked.Increment(ref kept);
                Assert.Equal(byCase[whole.Check].Min(l => l.ToFailure ?? double.PositiveInfinity), whole.ToFailure ?? double.PositiveInfinity, 1e-9);
                Assert.Equal(byCase[whole.Check].Min(l => l.Times), whole.Times, 1e-9);
            }
        }, iter: 120);
        Assert.True(kept >= 300, $"only {kept} limits were kept");
    }

    [Fact]
    public void Reserve_and_capacity_of_a_check_are_one_limit_or_it_is_said_what_the_factor_holds()
    {
        var (kept, wrong) = (0, new SortedDictionary<string, string>());
        Gen.Select(Gen.Double[5, 60], Gen.Double[5, 60], Gen.Int[0, Core.Checks.Basis.All.Length - 1].Select(i => Core.Checks.Basis.All[i]), Gen.Int[0, 1]).Sample((tension, shear, basis, pattern) =>
        {
            var document = pattern == 0 ? Samples.With(("judging.basis", basis.Id), ("loads[0].tension", $"{tension:R} kN"), ("loads[0].shear", $"{shear:R} kN"))
                : Samples.Bracket(("judging.basis", basis.Id), ("loads[0].fz", $"{tension:R} kN"), ("loads[0].fy", $"{-shear:R} kN"), ("layers[0].width", "240 mm"));
            Typing.Set(document, "judging.jointType", "no slip at ultimate", Core.Quantities.UnitSystem.Si);
            var joint = Samples.Read(document);
            var result = Evaluation.Run(joint);
            foreach (var limit in Capacity.Of(joint).Where(l => l.Check.Info.SetBy == Core.Checks.SetBy.Load && l.Times is > 0 and < 1e5))
            {
                var reserve = result.Check(limit.Check).Reserve!.Value;
                Interlocked.Increment(ref kept);
                if (limit.Check.Info.Holds.Length == 0 && Math.Abs((limit.Times / reserve) - 1) > 1e-6) lock (wrong) wrong[limit.Check.Id] = $"{limit.Check.Id}: capacity {limit.Times}, reserve {reserve}";
            }
        }, iter: 120);
        Assert.True(wrong.Count == 0, string.Join('\n', wrong.Values));
        Assert.True(kept >= 400, $"only {kept} limits were kept");
    }
}
