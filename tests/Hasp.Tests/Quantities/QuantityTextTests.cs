using CsCheck;
using Hasp.Core.Quantities;

namespace Hasp.Tests.Quantities;

/// <summary>What people type, and what they must not get away with.</summary>
public sealed class QuantityTextTests
{
    [Theory]
    [InlineData("12 kN", Dimension.Force, 12000)]
    [InlineData("3.5e3 N", Dimension.Force, 3500)]
    [InlineData("12,000 N", Dimension.Force, 12000)]
    [InlineData("1,234,567.5 N", Dimension.Force, 1234567.5)]
    [InlineData("12 000 N", Dimension.Force, 12000)]
    [InlineData("12\u202F000 N", Dimension.Force, 12000)]
    [InlineData("−4 kN", Dimension.Force, -4000)]
    [InlineData("1 kip", Dimension.Force, 4448.2216152605)]
    [InlineData("5000 lb", Dimension.Force, 22241.1080763025)]
    [InlineData("1 US tonf", Dimension.Force, 8896.443230521)]
    [InlineData("1/2 in", Dimension.Length, 12.7)]
    [InlineData("1-3/8 in", Dimension.Length, 34.925)]
    [InlineData("1 3/8\"", Dimension.Length, 34.925)]
    [InlineData("1⅜ in", Dimension.Length, 34.925)]
    [InlineData("½in", Dimension.Length, 12.7)]
    [InlineData(".5 in", Dimension.Length, 12.7)]
    [InlineData("11 um", Dimension.Length, 0.011)]
    [InlineData("11 µm", Dimension.Length, 0.011)]
    [InlineData("11 μm", Dimension.Length, 0.011)]
    [InlineData("2 ft", Dimension.Length, 609.6)]
    [InlineData("45 ksi", Dimension.Stress, 310.2640781926)]
    [InlineData("355 N/mm²", Dimension.Stress, 355)]
    [InlineData("355 N/mm2", Dimension.Stress, 355)]
    [InlineData("355 mpa", Dimension.Stress, 355)]
    [InlineData("85 ft·lb", Dimension.Torque, 115244.5248)]
    [InlineData("85 lbf ft", Dimension.Torque, 115244.5248)]
    [InlineData("85 ft-lb", Dimension.Torque, 115244.5248)]
    [InlineData("85 ftlb", Dimension.Torque, 115244.5248)]
    [InlineData("100 in lb", Dimension.Torque, 11298.4829)]
    [InlineData("196 Nm", Dimension.Torque, 196000)]
    [InlineData("0.196 kN·m", Dimension.Torque, 196000)]
    [InlineData("20 °C", Dimension.Temperature, 20)]
    [InlineData("68 F", Dimension.Temperature, 20)]
    [InlineData("293.15 K", Dimension.Temperature, 20)]
    [InlineData("30 deg", Dimension.Angle, 0.5235987755982988)]
    public void Reads(string text, Dimension dimension, double held)
    {
        var read = QuantityText.Parse(text, dimension);
        Assert.True(read.Ok, read.Problem);
        Assert.Equal(held, read.Held, Math.Abs(held) * 1e-8);
    }

    [Theory]
    [InlineData("12,5 mm", Dimension.Length, "12.5")]
    [InlineData("0,75 in", Dimension.Length, "0.75")]
    [InlineData("3 ton", Dimension.Force, "Which ton")]
    [InlineData("3 Tons", Dimension.Force, "Which ton")]
    [InlineData("85 lb", Dimension.Torque, "in·lb")]
    [InlineData("85 lbf", Dimension.Torque, "ft·lb")]
    [InlineData("12", Dimension.Length, "no unit")]
    [InlineData("12 furlong", Dimension.Length, "not a unit of length")]
    [InlineData("12 kN", Dimension.Length, "not a unit of length")]
    [InlineData("5 mN", Dimension.Force, "MN")]
    [InlineData("5 mPa", Dimension.Stress, "MPa")]
    [InlineData("5 kg", Dimension.Force, "mass")]
    [InlineData("NaN mm", Dimension.Length, "not a number")]
    [InlineData("1e400 N", Dimension.Force, "finite")]
    [InlineData("1/0 in", Dimension.Length, "finite")]
    [InlineData("1.2.3 mm", Dimension.Length, "not a number")]
    [InlineData("1,23,456 mm", Dimension.Length, "comma")]
    [InlineData("", Dimension.Length, "Empty")]
    [InlineData("mm", Dimension.Length, "not a number")]
    public void Refuses_with_a_way_out(string text, Dimension dimension, string hint)
    {
        var read = QuantityText.Parse(text, dimension);
        Assert.False(read.Ok, $"read as {read.Held}");
        Assert.Contains(hint, read.Problem, StringComparison.Ordinal);
    }

    [Fact]
    public void A_bare_number_takes_the_fields_unit_and_only_there()
    {
        Assert.Equal(25.4, QuantityText.Parse("1", Dimension.Length, Units.Shown(Dimension.Length, UnitSystem.Us)).Held, 12);
        Assert.True(QuantityText.IsBareNumber(" 1-3/8 "));
        Assert.False(QuantityText.IsBareNumber("1 mm"));
    }

    [Fact]
    public void What_is_written_exactly_reads_back_to_a_trillionth() =>
        Gen.Select(Gen.Double[-1e9, 1e9], Gen.Int[0, Units.All.Count - 1]).Sample((value, i) =>
        {
            var unit = Units.All[i];
            var read = QuantityText.Parse(QuantityText.Exact(value, unit), unit.Dimension);
            // A temperature's zero is moved, so its last bits are relative to the move.
            var scale = Math.Max(Math.Abs(value), Math.Abs(unit.Offset));
            return read.Ok && Math.Abs(read.Held - value) <= 1e-12 * Math.Max(scale, 1e-300);
        });

    [Fact]
    public void No_text_whatever_throws() =>
        Gen.Select(Gen.String, Gen.Int[0, 10]).Sample((text, d) => QuantityText.Parse(text, (Dimension)d).Ok || true);

    [Fact]
    public void Every_spelling_reads_as_its_own_unit()
    {
        foreach (var unit in Units.All)
        {
            foreach (var spelling in unit.Spellings.Append(unit.Symbol))
            {
                var read = QuantityText.Parse("2 " + spelling, unit.Dimension);
                Assert.True(read.Ok, $"{spelling}: {read.Problem}");
                Assert.Equal(unit.Symbol, read.Unit!.Symbol);
            }
        }
    }

    [Theory]
    [InlineData(305123.4, Dimension.Torque, UnitSystem.Si, "305.1 N·m")]
    [InlineData(950, Dimension.Force, UnitSystem.Si, "950 N")]
    [InlineData(0.018, Dimension.Length, UnitSystem.Si, "18 µm")]
    [InlineData(12.7, Dimension.Length, UnitSystem.Us, "0.5 in")]
    [InlineData(68150.75, Dimension.Force, UnitSystem.Us, "15.32 kip")]
    public void Shows_four_figures_in_the_usual_unit(double held, Dimension dimension, UnitSystem system, string shown) =>
        Assert.Equal(shown, QuantityText.ShowText(held, dimension, system));

    [Theory]
    [InlineData(0.998, "0.99")]
    [InlineData(1.0, "1.00")]
    [InlineData(1.25, "1.25")]
    [InlineData(1.2499, "1.24")]
    [InlineData(250.0, "> 99")]
    public void A_factor_is_never_shown_better_than_it_is(double factor, string shown) => Assert.Equal(shown, QuantityText.Factor(factor));
}
