using System.Text.Json.Nodes;
using Hasp.Core.Checks;
using Hasp.Core.Checks.Machine;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;
using Hasp.Core.Quantities;
using Hasp.Core.Uncertainty;
using Hasp.Files;

namespace Hasp.Tests.Files;

/// <summary>What every declaration of a field must keep, whichever field it is: a new one is under these tests from the day it is written.</summary>
public sealed class FieldTests
{
    public static TheoryData<string> Paths => [.. Fields.Document.Select(f => f.Path)];

    private static Field At(string path) => Fields.Document.Single(f => f.Path == path);

    [Theory]
    [MemberData(nameof(Paths))]
    public void What_is_taken_is_itself_allowed_and_reads_back_as_it_is_written(string path)
    {
        var field = At(path);
        if (field.OtherwiseText.Length == 0) return;
        var (value, fault) = field.Parse(RawOf(field, field.OtherwiseText));
        Assert.Null(fault);
        // Given or left out, it is the same: the rules need not ask which.
        var otherwise = field.GetType().GetProperty("Otherwise")!.GetValue(field)!;
        if (otherwise is double taken) Assert.Equal(taken, (double)value!, 1e-4 * Math.Max(1, Math.Abs(taken)));
        else Assert.Equal(otherwise, value);
        Assert.NotEmpty(field.Default);
    }

    [Theory]
    [MemberData(nameof(Paths))]
    public void A_field_says_what_it_is_what_is_allowed_and_what_is_taken(string path)
    {
        var field = At(path);
        Assert.NotEmpty(field.Label);
        Assert.NotEmpty(field.Meaning);
        Assert.NotEmpty(field.Allowed);
        Assert.False(field.Required && field.OtherwiseText.Length > 0, "a field that is required is never left out");
        Assert.All(field.Labels.Keys, k => Assert.Contains(k, field.Choices));
        Assert.True(field.Min <= field.Max);
        if (field.Kind == FieldKind.Quantity) Assert.NotEqual(Dimension.None, field.Dimension);
    }

    /// <summary>A number at a limit is taken or refused as the limit says, and what is no number at all never throws.</summary>
    [Theory]
    [MemberData(nameof(Paths))]
    public void Limits_are_kept_and_nonsense_is_a_fault(string path)
    {
        var field = At(path);
        if (field.Kind is FieldKind.Count or FieldKind.Number or FieldKind.Quantity)
        {
            Assert.Equal(!field.AboveMin && double.IsFinite(field.Min), field.Admits(field.Min));
            Assert.Equal(double.IsFinite(field.Max), field.Admits(field.Max));
            Assert.False(field.Admits(double.NaN));
            Assert.False(field.Admits(double.PositiveInfinity));
            Assert.NotNull(field.Parse(new Raw("nonsense", null, null)).Fault);
        }
        foreach (var raw in new[] { default, new Raw(new string('x', 20_000), null, null), new Raw("a\u0001", null, null),
            new Raw(null, double.MaxValue, null) })
        {
            var (value, fault) = field.Parse(raw);
            Assert.True(fault is null ? value is not null : value is null && fault.Id.Length > 0 && fault.Problem.Length > 3);
        }
    }

    [Fact]
    public void An_empty_control_says_what_is_taken_in_every_joint_and_in_both_systems()
    {
        var said = 0;
        foreach (var (name, joint) in Samples.Demo)
        {
            foreach (var field in Fields.Document)
            {
                foreach (var units in Enum.GetValues<UnitSystem>())
                {
                    var text = field.Chosen(joint, units);
                    Assert.False(text.Contains("NaN", StringComparison.Ordinal), $"{name} {field.Path}: {text}");
                    if (text.Length > 0) said++;
                }
            }
        }
        Assert.True(said > 1_500, $"only {said} controls said something");
        var plain = Samples.Joint();
        Assert.Equal("20 °C, chosen", Fields.AssemblyTemperature.Chosen(plain, UnitSystem.Si));
        Assert.Equal("68 °F, chosen", Fields.AssemblyTemperature.Chosen(plain, UnitSystem.Us));
        Assert.Equal("nominal diameter, chosen", Fields.ConeBore.Chosen(plain, UnitSystem.Si));
    }

    [Fact]
    public void A_change_is_judged_by_its_value_and_written_by_its_text()
    {
        var change = Fields.LayerThickness.To(25).At(1);
        Assert.Equal(("layers[1].thickness", "25 mm"), (change.Path, change.Text));
        Assert.Equal("", Fields.Length.Cleared.Text);
        Assert.Equal("insert", Fields.EndKind.To(ThreadEndKind.Insert).Text);
        Assert.Equal("maximum shear", Fields.ShearTheory.To(true).Text);
        Assert.Throws<InvalidOperationException>(() => Fields.Length.Otherwise);
    }

    [Fact]
    public void Every_check_has_its_required_factor_and_every_basis_its_fields()
    {
        Assert.Equal(Check.All.Select(c => "judging.required." + c.Id), Fields.Required.Select(f => f.Path));
        Assert.Equal(Check.All.Select(c => c.Index), Enumerable.Range(0, Check.All.Count));
        foreach (var basis in Basis.All)
        {
            Assert.Same(basis, Basis.ById(basis.Id));
            Assert.All(basis.Needs(), f => Assert.Contains(f, Fields.Document));
            Assert.True(basis.Growth is null || basis.Checks.Contains(basis.Growth));
        }
        Assert.Equal(Basis.All.Select(b => b.Id), Fields.Basis.Choices);
        Assert.Equal(new MachineConventions(false, false, false, false), Samples.Joint().Judging.By<MachineConventions>());
        Assert.Null(Samples.Joint().Judging.Where<string>());
    }

    [Fact]
    public void Every_load_that_is_worked_out_has_its_row_and_misses_what_it_needs()
    {
        Assert.Equal(Enum.GetValues<HelperKind>(), HelperInputs.All.Select(h => h.Kind));
        foreach (var row in HelperInputs.All)
        {
            var name = Names.Helpers[row.Kind];
            var faults = Samples.PatternFaults(("loads[0].fy", ""), ("loads[0].atX", ""), ("loads[0].helper.kind", name));
            Assert.Equal(row.Needed.Select(f => f.Path.Replace("[]", "[0]")).Order(), faults.Where(f => f.Id == "helper-lacks")
                .Select(f => f.Path).Order());
            Assert.All(row.Inputs, i => Assert.NotEmpty(i.Label));
        }
    }

    [Fact]
    public void What_scatters_has_one_row_each_in_the_order_of_the_draws()
    {
        Assert.Equal(Enum.GetValues<Uncertain>(), ScatterInputs.All.Select(s => s.What));
        Assert.All(ScatterInputs.All, s => Assert.Contains(s.Field, Fields.Document));
        Assert.Equal(ScatterInputs.All.Length, ScatterInputs.All.Select(s => s.Field).Distinct().Count());
        // Each row moves its own quantity and no other.
        foreach (var row in ScatterInputs.All)
        {
            var moved = row.In(Sample<Core.Formulas.Plain>.Mean, new(2));
            Assert.Equal(1, typeof(Sample<Core.Formulas.Plain>).GetProperties()
                .Count(p => p.GetValue(moved) is Core.Formulas.Plain { Value: 2 }));
            Assert.Equal(2, ((Core.Formulas.Plain)typeof(Sample<Core.Formulas.Plain>).GetProperty(row.What.ToString())!.GetValue(moved)!)
                .Value);
        }
    }

    private static Raw RawOf(Field field, string text) => field.Kind switch
    {
        FieldKind.Count => new(null, double.Parse(text, System.Globalization.CultureInfo.InvariantCulture),
            int.Parse(text, System.Globalization.CultureInfo.InvariantCulture)),
        FieldKind.Number => new(null, double.Parse(text, System.Globalization.CultureInfo.InvariantCulture), null),
        _ => new(text, null, null),
    };
}
