using Hasp.Core;
using Hasp.Core.Checks.Aisc;
using Hasp.Core.Checks.Codes;
using Hasp.Core.Checks.Eurocode;
using Hasp.Core.Checks.Is800;
using Hasp.Core.Checks.Margins;
using Hasp.Core.Checks.Stated;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;

namespace Hasp.Tests.Formulas;

/// <summary>What a working may be read by: one symbol means one thing in it, and every figure says where it came from.</summary>
public sealed class WorkingTests
{
    [Fact]
    public void No_two_terms_share_a_symbol()
    {
        // A working knows the terms of one basis or one kind of joint, and of what the codes share: each list has a symbol once.
        Type[][] lists =
        [
            [typeof(Terms)], [typeof(CodeTerms), typeof(EurocodeTerms)], [typeof(CodeTerms), typeof(AiscTerms)],
            [typeof(CodeTerms), typeof(Is800Terms)], [typeof(Terms), typeof(MarginTerms)], [typeof(Terms), typeof(StatedTerms)],
            .. typeof(Core.Kinds.Kind).Assembly.GetTypes()
                .Where(t => t.Namespace?.StartsWith("Hasp.Core.Kinds.", StringComparison.Ordinal) == true
                && t.Name.EndsWith("Terms", StringComparison.Ordinal)).Select(t => new[] { t }),
        ];
        foreach (var list in lists)
        {
            var shared = list.SelectMany(Terms.Of).GroupBy(t => t.Symbol).Where(g => g.Count() > 1)
                .Select(g => $"{g.Key}: {string.Join(", ", g.Select(t => t.Id))}");
            Assert.Empty(shared);
        }
        Assert.Equal(Terms.All.Count, lists.SelectMany(l => l).Distinct().SelectMany(Terms.Of).Count());
    }

    [Fact]
    public void In_a_working_a_symbol_has_one_value_and_every_figure_its_source()
    {
        var faults = new List<string>();
        var workings = 0;
        foreach (var (name, joint) in Joints())
        {
            foreach (var check in Evaluation.Run(joint).Checks.Where(c => c.Factor is not null))
            {
                workings++;
                faults.AddRange(FaultsOf(check.Working).Select(f => $"{name}, {check.Check.Id}: {f}"));
            }
        }
        Assert.True(faults.Count == 0, string.Join("\n", faults.Take(60)));
        Assert.True(workings > 250, $"only {workings} workings were read");
    }

    private static IEnumerable<string> FaultsOf(Working working)
    {
        var named = working.Givens.Select(g => (g.Term!.Symbol, g.Index, g.Value, Source: g.Source ?? g.Term.Source))
            .Concat(working.Steps.Select(s => (s.Term.Symbol, s.Index, s.Value, s.Source))).ToList();
        foreach (var values in named.GroupBy(n => (n.Symbol, n.Index)).Where(g => g.Select(n => n.Value).Distinct().Count() > 1))
        {
            yield return $"{values.Key} is {string.Join(" and ", values.Select(v => v.Value).Distinct())}";
        }
        foreach (var bare in named.Where(n => string.IsNullOrWhiteSpace(n.Source))) yield return $"{bare.Symbol} has no source";
        // Indexed beside plain would be read as the same thing.
        foreach (var mixed in named.GroupBy(n => n.Symbol).Where(g => g.Any(n => n.Index == 0) && g.Any(n => n.Index > 0)))
        {
            yield return $"{mixed.Key} stands both with and without an index";
        }
    }

    private static IEnumerable<(string Name, Joint Joint)> Joints()
    {
        foreach (var (name, joint) in Samples.Demo) yield return (name, joint);
        yield return ("every check", Samples.Joint(Samples.EveryCheck));
        yield return ("fit and insert", Samples.Joint([.. Samples.EveryCheck, ("threadEnd.kind", "insert"),
            ("tightening.prevailingTorque", "4 N·m")]));
        yield return ("long torque form", Samples.Joint(("tightening.threadFriction", "0.12"), ("tightening.bearingFriction", "0.14"),
            ("tightening.prevailingTorque", "4 N·m")));
        yield return ("plain table friction", Samples.Joint(("tightening.lubrication", "dry"), ("tightening.aim", "200 N·m"),
            ("washers.head", "plain"), ("washers.nut", "plain")));
        foreach (var school in (string[])["centroid", "pivot"])
        {
            (string, string)[] loads =
            [
                ("pattern.tension", school), ("loads[0].fz", "40 kN"), ("loads[0].mx", "3 kN·m"), ("loads[0].my", "-1 kN·m"),
                ("loads[0].mz", "2 kN·m"),
                ("loads[0].alternatesWith", "unloaded"), ("layers[0].width", "200 mm"),
            ];
            yield return (school, Samples.PatternJoint(loads));
            yield return (school + ", T-stub", Samples.PatternJoint([
                .. loads, ("pattern.prying.stem", "35 mm"), ("pattern.prying.edge", "30 mm"), ("pattern.prying.length", "80 mm"),
                ("temperature.bolts", "60 °C"), ("temperature.parts", "20 °C")]));
        }
        foreach (var basis in Hasp.Core.Checks.Basis.All)
        {
            (string, string)[] everything =
            [
                ("judging.jointType", "no slip at ultimate"), ("judging.eurocode.surface", "B"), ("judging.aisc.surface", "A"),
                ("judging.is800.surface", "untreated"),
                ("loads[0].fz", "120 kN"), ("layers[0].holes", "oversize"), ("layers[1].holes", "short slot across"),
                ("pattern.prying.stem", "35 mm"), ("pattern.prying.edge", "30 mm"), ("pattern.prying.length", "70 mm"),
            ];
            var lap = new Bases.Lap { Basis = basis.Id, Along = 9, Grade = basis.Id.StartsWith("aisc", StringComparison.Ordinal) ? "A325M"
                : "8.8" }.With(everything);
            yield return (basis.Id, lap.Joint);
            yield return (basis.Id + ", packed", (lap with { Parts = [("Cover", "10 mm", "left"), ("Packing", "9 mm", "none"),
                ("Main", "16 mm", "right"), ("Packing below", "9 mm", "none"), ("Cover below", "10 mm", "left")] }).Joint);
            yield return (basis.Id + ", eccentric", lap.With(("loads[0].mz", "9 kN·m"), ("loads[0].fy", "30 kN")).Joint);
            yield return (basis.Id + ", pins", lap.With(("judging.margins.pins.count", "2"), ("judging.margins.pins.diameter", "16 mm"))
                .Joint);
        }
    }
}
