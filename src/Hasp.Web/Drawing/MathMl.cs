using System.Net;
using Hasp.Core.Formulas;
using Hasp.Core.Quantities;
using Microsoft.AspNetCore.Html;

namespace Hasp.Web.Drawing;

/// <summary>Writes the working as MathML, which the browser sets by itself.</summary>
public static class MathMl
{
    private static readonly Formulas Set = new();

    /// <summary>The symbol of a term, e.g. F with the subscript i,max.</summary>
    public static IHtmlContent Symbol(Term term, int index) => Wrap(SymbolOf(term, index));

    /// <summary>The formula in symbols.</summary>
    public static IHtmlContent Formula(Step step) =>
        Wrap(SymbolOf(step.Term, step.Index) + "<mo>=</mo>" + Set.Write(step.Formula, e => SymbolOf(e.Term!, e.Index)));

    /// <summary>The same with numbers put in.</summary>
    public static IHtmlContent Numbers(Step step, UnitSystem units) =>
        Wrap("<mo>=</mo>" + Set.Write(step.Formula, e => Quantity(e.Value, e.Term!.Dimension, units)));

    private static HtmlString Wrap(string inner) => new("<math displaystyle=\"true\"><mrow>" + inner + "</mrow></math>");

    private static string SymbolOf(Term term, int index)
    {
        var parts = term.Symbol.Split('_', 2);
        var subscript = parts.Length > 1 ? parts[1] : "";
        if (index > 0) subscript = subscript.Length > 0 ? $"{subscript},{index}" : index.ToString();
        var letter = $"<mi>{WebUtility.HtmlEncode(parts[0])}</mi>";
        return subscript.Length == 0 ? letter : $"<msub>{letter}<mtext>{WebUtility.HtmlEncode(subscript)}</mtext></msub>";
    }

    private static string Quantity(double held, Dimension dimension, UnitSystem units)
    {
        var (number, unit) = QuantityText.Show(held, dimension, units);
        // A negative number among the operators of a formula stands in brackets: a − (−b), never a − −b.
        if (held < 0 && number[0] is '-' or '−') number = "(−" + number[1..] + ")";
        return unit.Length == 0 ? $"<mn>{number}</mn>"
            : $"<mrow><mn>{number}</mn><mspace width=\"0.15em\"/><mtext class=\"unit\">{WebUtility.HtmlEncode(unit)}</mtext></mrow>";
    }

    private sealed class Formulas : Notation
    {
        protected override string Constant(Expression constant) => constant.Written switch
        {
            "π/4" => "<mfrac><mi>π</mi><mn>4</mn></mfrac>",
            { } written => $"<mi>{WebUtility.HtmlEncode(written)}</mi>",
            _ => $"<mn>{QuantityText.Figures(constant.Value, 7)}</mn>",
        };

        protected override string Sign(string sign) => $"<mo>{(sign == "-" ? "−" : sign)}</mo>";

        protected override string Bracketed(string inner) => $"<mrow><mo>(</mo>{inner}<mo>)</mo></mrow>";

        protected override string Root(string inner) => $"<msqrt>{inner}</msqrt>";

        protected override string Function(string name, params IEnumerable<string> arguments) =>
            $"<mi>{name}</mi><mo>&#x2061;</mo><mrow><mo>(</mo>{string.Join("<mo>;</mo>", arguments)}<mo>)</mo></mrow>";

        protected override string ByCondition(string taken, string left, bool isLess, string right) =>
            $"{taken}<mspace width=\"0.6em\"/><mtext>where</mtext><mspace width=\"0.4em\"/>{left}<mo>{(isLess ? "&lt;" : "≥")}</mo>{right}";

        protected override string ByTrial(string inner, string how) =>
            $"{inner}<mspace width=\"0.6em\"/><mtext>(by trial: {WebUtility.HtmlEncode(how)})</mtext>";

        // Display style inside as well: a fraction within a fraction must still be read by a checker.
        protected override string? Fraction(string over, string under) =>
            $"<mfrac><mrow displaystyle=\"true\">{over}</mrow><mrow displaystyle=\"true\">{under}</mrow></mfrac>";
    }
}
