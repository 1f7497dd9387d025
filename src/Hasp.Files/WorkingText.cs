using Hasp.Core.Formulas;
using Hasp.Core.Quantities;

namespace Hasp.Files;

/// <summary>The working as one-line text, for the API and the terminal.</summary>
public static class WorkingText
{
    private static readonly Line Set = new();

    /// <summary>F_i,max or k[2]: the symbol, told apart by its number where there are several.</summary>
    public static string Symbol(Term term, int index) => index > 0 ? $"{term.Symbol}[{index}]" : term.Symbol;

    /// <summary>The expression in symbols.</summary>
    public static string Formula(Expression e) => Set.Write(e, x => Symbol(x.Term!, x.Index));

    /// <summary>The expression with the numbers put in, in SI units of the screen.</summary>
    public static string Numbers(Expression e) => Set.Write(e, Number);

    // A negative number among the operators of a formula stands in brackets: a − (−b), never a − −b.
    private static string Number(Expression e)
    {
        var text = QuantityText.ShowText(e.Value, e.Term!.Dimension, UnitSystem.Si);
        return text[0] is '-' or '−' ? $"({text})" : text;
    }

    private sealed class Line : Notation
    {
        protected override string Constant(Expression constant) => constant.Written ?? QuantityText.Figures(constant.Value, 7);

        protected override string Sign(string sign) => sign switch { "+" => " + ", "−" => " − ", "-" => "−", _ => sign };

        protected override string Bracketed(string inner) => $"({inner})";

        protected override string Root(string inner) => $"√({inner})";

        protected override string Function(string name, params IEnumerable<string> arguments) => $"{name}({string.Join("; ", arguments)})";

        protected override string ByCondition(string taken, string left, bool isLess, string right) =>
            $"{taken} where {left} {(isLess ? "<" : "≥")} {right}";

        protected override string ByTrial(string inner, string how) => $"{inner} (by trial: {how})";
    }
}
