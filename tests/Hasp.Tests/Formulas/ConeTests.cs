using CsCheck;
using Hasp.Core.Formulas;
using Hasp.Core.Stiffness;

namespace Hasp.Tests.Formulas;

/// <summary>What must always hold of the cones, whatever the joint.</summary>
public sealed class ConeTests
{
    private const double Alpha = Math.PI / 6;

    private static double Stiffness(ConeLayer[] layers, double head = 24, double nut = 24, double bore = 16, double alpha = Alpha) =>
        PressureCone.InSeries(PressureCone.Cut(layers, head, nut, alpha), new Plain(head), new Plain(nut), new Plain(bore),
            new Plain(alpha)).Value;

    [Fact]
    public void A_layer_cut_anywhere_into_two_is_as_stiff_as_before() =>
        Gen.Select(Gen.Double[2, 60], Gen.Double[2, 60], Gen.Double[0.01, 0.99], Gen.Double[30_000, 210_000]).Sample((a, b, at, e) =>
        {
            var whole = Stiffness([new(a, e), new(b, 207_000)]);
            var cut = Stiffness([new(a * at, e), new(a * (1 - at), e), new(b, 207_000)]);
            return Math.Abs(whole - cut) < 1e-9 * whole;
        });

    [Fact]
    public void Agrees_with_numerical_integration_of_dz_over_EA() =>
        Gen.Select(Gen.Double[3, 50], Gen.Double[3, 50], Gen.Double[20, 45], Gen.Double[26, 60]).Sample((a, b, degrees, cap) =>
        {
            var alpha = degrees * Math.PI / 180;
            ConeLayer[] layers = [new(a, 207_000), new(b, 71_000, cap)];
            var grip = a + b;
            var compliance = 0.0;
            const int Slices = 40_000;
            for (var i = 0; i < Slices; i++)
            {
                var z = grip * (i + 0.5) / Slices;
                var layer = z < a ? layers[0] : layers[1];
                var d = Math.Min(24 + (2 * Math.Min(z, grip - z) * Math.Tan(alpha)), Math.Max(layer.MaxDiameter, 24));
                compliance += grip / Slices / (layer.Modulus * Math.PI / 4 * ((d * d) - (16 * 16)));
            }
            return Math.Abs((Stiffness(layers, alpha: alpha) * compliance) - 1) < 1e-4;
        }, iter: 40);

    [Fact]
    public void Turned_over_it_is_the_same_joint()
    {
        ConeLayer[] layers = [new(3, 207_000), new(14, 71_000), new(22, 100_000)];
        Assert.Equal(Stiffness(layers, 22, 26), Stiffness([.. layers.Reverse()], 26, 22), 1e-6);
    }

    [Theory]
    [InlineData(0, 20)]
    [InlineData(20, 0)]
    public void A_bolt_without_shank_or_without_thread_is_its_limit(double shank, double thread)
    {
        static double K(double ld, double lt) => BoltStiffness.Of(new Plain(201), new Plain(157), new Plain(ld), new Plain(lt),
            new Plain(207_000)).Value;
        Assert.Equal(K(Math.Max(shank, 1e-9), Math.Max(thread, 1e-9)), K(shank, thread), 1e-3);
        Assert.True(double.IsFinite(K(shank, thread)));
    }

    [Fact]
    public void Share_of_load_lies_between_nothing_and_all() =>
        Gen.Select(Gen.Double[1, 1e9], Gen.Double[1, 1e9]).Sample((b, m) =>
            BoltStiffness.LoadShare(new Plain(b), new Plain(m)).Value is > 0 and < 1);
}
