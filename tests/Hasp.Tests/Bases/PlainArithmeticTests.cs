using CsCheck;
using Hasp.Core;
using Hasp.Core.Checks.Aisc;
using Hasp.Core.Checks.Eurocode;
using Hasp.Core.Checks.Is800;

namespace Hasp.Tests.Bases;

/// <summary>
/// Random laps on a grid, along the load, against the clauses written down once more in plain arithmetic, as a hand calculation would: one
/// plate on a strap so thick that it never governs.
/// </summary>
public sealed class PlainArithmeticTests
{
    private readonly record struct Drawn(int Rows, int Lines, double T, double E1, double E2, double P1, double P2, double Load, double D,
        double D0);

    private static readonly Gen<Drawn> Laps =
        from rows in Gen.Int[2, 6]
        from lines in Gen.Int[1, 2]
        from t in Gen.Int[6, 25]
        from e1 in Gen.Int[32, 90]
        from e2 in Gen.Int[32, 90]
        from p1 in Gen.Int[60, 120]
        from p2 in Gen.Int[60, 130]
        from load in Gen.Int[40, 900]
        from big in Gen.Bool
        select new Drawn(rows, lines, t, e1, e2, p1, p2, 1000.0 * load, big ? 24 : 20, big ? 26 : 22);

    private static Lap LapOf(Drawn j, string basis) => new()
    {
        Basis = basis, Thread = $"M{j.D}", Hole = DocumentText.Mm(j.D0), Thickness = DocumentText.Mm(j.T), End = DocumentText.Mm(j.E1),
        Side = DocumentText.Mm(j.E2), PitchAlong = DocumentText.Mm(j.P1), PitchAcross = DocumentText.Mm(j.P2),
        Along = j.Rows, Lines = j.Lines, Load = FormattableString.Invariant($"{j.Load} N"), Own = ("275 MPa", "430 MPa"), Material = "Own",
        Parts = [("Plate", DocumentText.Mm(j.T), "left"), ("Strap", "80 mm", "right")],
    };

    private const double Fy = 275;
    private const double Fu = 430;
    private const double Fub = 800;

    private static double As(double d) => Math.PI / 4 * Math.Pow(d - (0.938194 * (d == 24 ? 3 : 2.5)), 2);

    /// <summary>Least of strength over the share of the load, of all straight blocks: between the two lines, and from each line to a side.</summary>
    private static double Block(Drawn j, double hole, Func<double, double, double, double, double> strength)
    {
        var least = double.PositiveInfinity;
        for (var taken = 1; taken <= j.Rows; taken++)
        {
            var (gross, net) = (j.E1 + ((taken - 1) * j.P1), j.E1 + ((taken - 1) * j.P1) - ((taken - 0.5) * hole));
            void Try(double grossPulled, double netPulled, int shears, int bolts) =>
                least = Math.Min(least, strength(netPulled * j.T, grossPulled * j.T, shears * net * j.T,
                    shears * gross * j.T) / (j.Load * bolts / (j.Rows * j.Lines)));
            Try(j.E2, j.E2 - (hole / 2), 1, taken);
            if (j.Lines < 2) continue;
            Try(j.P2, j.P2 - hole, 2, 2 * taken);
            Try(j.E2 + j.P2, j.E2 + j.P2 - (1.5 * hole), 1, 2 * taken);
        }
        return least;
    }

    private static void Near(double expected, double actual) => Assert.Equal(expected, actual, 1e-6 * expected);

    [Fact]
    public void Eurocode()
    {
        Laps.Sample(j =>
        {
            var lap = LapOf(j, "eurocode");
            var n = j.Rows * j.Lines;
            var width = (2 * j.E2) + ((j.Lines - 1) * j.P2);
            var length = (j.Rows - 1) * j.P1;
            var fv = 0.6 * Fub * As(j.D) / 1.25;
            if (length > 15 * j.D) fv *= Math.Max(0.75, 1 - ((length - (15 * j.D)) / (200 * j.D)));
            var k1 = Math.Min(Math.Min((2.8 * j.E2 / j.D0) - 1.7, 2.5), j.Lines > 1 ? (1.4 * j.P2 / j.D0) - 1.7 : 2.5);
            double Fb(double alpha) => k1 * Math.Min(Math.Min(alpha, Fub / Fu), 1) * Fu * j.D * j.T / 1.25;
            var (end, inner) = (Fb(j.E1 / (3 * j.D0)), Fb((j.P1 / (3 * j.D0)) - 0.25));
            Near(fv / (j.Load / n), lap.Factor(EurocodeBasis.Shear));
            var group = fv >= Math.Max(end, inner) ? j.Lines * (end + ((j.Rows - 1) * inner)) : n * Math.Min(fv, Math.Min(end, inner));
            Near(group / j.Load, lap.Factor(EurocodeBasis.Group));
            Near(width * j.T * Fy / j.Load, lap.Factor(EurocodeBasis.Gross));
            Near(0.9 * (width - (j.Lines * j.D0)) * j.T * Fu / 1.25 / j.Load, lap.Factor(EurocodeBasis.Net));
            Near(Block(j, j.D0, (pulled, _, sheared, _) => (Fu * pulled / 1.25) + (Fy * sheared / Math.Sqrt(3))),
                lap.Factor(EurocodeBasis.Block));
        }, iter: 60);
    }

    [Fact]
    public void Aisc()
    {
        Laps.Sample(j =>
        {
            var lap = LapOf(j, "aisc-lrfd") with { Grade = "A325M" };
            var width = (2 * j.E2) + ((j.Lines - 1) * j.P2);
            var area = Math.PI / 4 * j.D * j.D;
            var rn = 54 * 6.894757293168361 * area * ((j.Rows - 1) * j.P1 > 950 ? 0.833 : 1);
            double Bolt(double clear) => Math.Min(rn, Math.Min(2.4 * j.D * j.T * Fu, 1.2 * clear * j.T * Fu));
            Near(0.75 * rn / (j.Load / (j.Rows * j.Lines)), lap.Factor(AiscBasis.Shear));
            Near(0.75 * j.Lines * (Bolt(j.E1 - (j.D0 / 2)) + ((j.Rows - 1) * Bolt(j.P1 - j.D0))) / j.Load, lap.Factor(AiscBasis.Group));
            Near(0.9 * Fy * width * j.T / j.Load, lap.Factor(AiscBasis.Yielding));
            var hole = j.D0 + 2;
            Near(0.75 * Fu * (width - (j.Lines * hole)) * j.T / j.Load, lap.Factor(AiscBasis.Rupture));
            Near(Block(j, hole, (pulled, _, net, gross) => 0.75 * (Math.Min(0.6 * Fu * net, 0.6 * Fy * gross) + (Fu * pulled))),
                lap.Factor(AiscBasis.Block));
        }, iter: 60);
    }

    [Fact]
    public void Is800()
    {
        Laps.Sample(j =>
        {
            var lap = LapOf(j, "is800");
            var n = j.Rows * j.Lines;
            var width = (2 * j.E2) + ((j.Lines - 1) * j.P2);
            var (length, grip) = ((j.Rows - 1) * j.P1, j.T + 80);
            var area = Math.PI / 4 * j.D * j.D;
            var lj = length > 15 * j.D ? Math.Clamp(1.075 - (length / (200 * j.D)), 0.75, 1) : 1;
            var lg = grip > 5 * j.D ? Math.Min(8 * j.D / ((3 * j.D) + grip), lj) : 1;
            Near(Fub / (Math.Sqrt(3) * 1.25) * 0.78 * area * lj * lg / (j.Load / n), lap.Factor(Is800Basis.Shear));
            var kb = new[] { j.E1 / (3 * j.D0), (j.P1 / (3 * j.D0)) - 0.25, Fub / Fu, 1 }.Min();
            Near(2.5 * kb * j.D * j.T * Fu / 1.25 / (j.Load / n), lap.Factor(Is800Basis.Bearing));
            Near(width * j.T * Fy / 1.1 / j.Load, lap.Factor(Is800Basis.Gross));
            Near(0.9 * (width - (j.Lines * j.D0)) * j.T * Fu / 1.25 / j.Load, lap.Factor(Is800Basis.Net));
            Near(Block(j, j.D0, (pulled, grossPulled, sheared, grossSheared) => Math.Min(
                (grossSheared * Fy / (Math.Sqrt(3) * 1.1)) + (0.9 * pulled * Fu / 1.25), (0.9 * sheared * Fu / (Math.Sqrt(3) * 1.25))
                    + (grossPulled * Fy / 1.1))), lap.Factor(Is800Basis.Block));
        }, iter: 60);
    }
}
