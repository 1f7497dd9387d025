using System.Globalization;
using System.Text.RegularExpressions;
using Hasp.Core.Uncertainty;
using MathNet.Numerics.LinearAlgebra;

namespace Hasp.Core.Joints;

/// <summary>Reads what scatters together: <c>threadFriction and bearingFriction 0.8; settling and grip -0.3</c>.</summary>
public static partial class CorrelationText
{
    /// <summary>A coefficient is no larger: two quantities that are one are stated as one.</summary>
    public const double Most = 0.99;

    [GeneratedRegex(@"^(?<first>.+?)\s*(?:\band\b|&|,)\s*(?<second>.+?)\s+(?<r>[+\-−]?[0-9]*\.?[0-9]+)$", RegexOptions.IgnoreCase)]
    private static partial Regex Form();

    /// <summary>The pairs, or why they cannot be read; a quantity may be named as in documents or as on the page.</summary>
    public static (IReadOnlyList<Correlation> Pairs, string? Problem) Parse(string text)
    {
        var pairs = new List<Correlation>();
        foreach (var part in text.Split(';', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries))
        {
            var match = Form().Match(part);
            if (!match.Success)
                return ([], $"\"{part}\" is no pair: write two names and a coefficient, as threadFriction and bearingFriction 0.8");
            if (Named(match.Groups["first"].Value) is not { } first) return ([], Unknown(match.Groups["first"].Value));
            if (Named(match.Groups["second"].Value) is not { } second) return ([], Unknown(match.Groups["second"].Value));
            if (first == second) return ([], $"\"{part}\" names one quantity twice");
            if (pairs.Any(p => (p.First, p.Second) == (first, second) || (p.Second, p.First) == (first, second)))
            {
                return ([], $"{ScatterInputs.Of(first).Name} and {ScatterInputs.Of(second).Name} are named twice");
            }
            var r = double.Parse(match.Groups["r"].Value.Replace('−', '-'), CultureInfo.InvariantCulture);
            if (Math.Abs(r) > Most) return ([], $"a coefficient lies between −{Most} and {Most}, and this is {match.Groups["r"].Value}");
            pairs.Add(new(first, second, r));
        }
        // Independent as they mostly are, nothing can contradict: a joint is read often.
        return pairs.Count > 0 && Factor(pairs) is null ? ([],
            "no quantities can scatter together so: one pair contradicts the others") : (pairs, null);
    }

    /// <summary>
    /// L of the correlations R = L·Lᵀ, lower triangle, in the order of <see cref="Uncertain"/>: independent bells times L scatter
    /// together as stated. Null where the coefficients contradict one another.
    /// </summary>
    public static double[,]? Factor(IReadOnlyList<Correlation> pairs)
    {
        var r = Matrix<double>.Build.DenseIdentity(ScatterInputs.All.Length);
        foreach (var p in pairs) r[(int)p.First, (int)p.Second] = r[(int)p.Second, (int)p.First] = p.Coefficient;
        try
        {
            return r.Cholesky().Factor.ToArray();
        }
        catch (ArgumentException)
        {
            return null;
        }
    }

    private static Uncertain? Named(string name) =>
        ScatterInputs.All.FirstOrDefault(u => u.Field.Key.Equals(name.Trim(), StringComparison.OrdinalIgnoreCase)
            || u.Name.Equals(name.Trim(), StringComparison.OrdinalIgnoreCase))?.What;

    private static string Unknown(string name) =>
        $"nothing called \"{name.Trim()}\" scatters here; known: {string.Join(", ", ScatterInputs.All.Select(u => u.Field.Key))}";
}
