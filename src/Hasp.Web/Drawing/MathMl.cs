using System.Net;
using System.Text;
using Hasp.Core.Formulas;
using Hasp.Core.Quantities;
using Microsoft.AspNetCore.Html;

namespace Hasp.Web.Drawing;

/// <summary>Writes the working as MathML, which the browser sets by itself.</summary>
public static class MathMl
{
    /// <summary>The symbol of a term, e.g. F with the subscript i,max.</summary>
    public static IHtmlContent Symbol(Term term, int index) => Wrap(SymbolOf(term, index));

    /// <summary>The formula in symbols.</summary>
    public static IHtmlContent Formula(Step step) =>
        Wrap(SymbolOf(step.Term, step.Index) + "<mo>=</mo>" + Write(step.Formula, 0, e => SymbolOf(e.Term!, e.Index)));

    /// <summary>The same with numbers put in.</summary>
    public static IHtmlContent Numbers(Step step, UnitSystem units) =>
        Wrap("<mo>=</mo>" + Write(step.Formula, 0, e => Quantity(e.Value, e.Term!.Dimension, units)));

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
        return unit.Length == 0 ? $"<mn>{number}</mn>" : $"<mrow><mn>{number}</mn><mspace width=\"0.15em\"/><mtext class=\"unit\">{WebUtility.HtmlEncode(unit)}</mtext></mrow>";
    }

    private static string Write(Expression e, int outer, Func<Expression, string> leaf)
    {
        string Inner(int i, int precedence) => Write(e.Operands[i], precedence, leaf);
        var (text, own) = e.Operation switch
        {
            Operation.Constant => (Constant(e), 9),
            Operation.Given or Operation.Named => (leaf(e), 9),
            Operation.Found => ($"{Inner(0, 0)}<mspace width=\"0.6em\"/><mtext>(by trial: {WebUtility.HtmlEncode(e.Written)})</mtext>", 0),
            Operation.Add => (Inner(0, 1) + "<mo>+</mo>" + Inner(1, 1), 1),
            Operation.Subtract => (Inner(0, 1) + "<mo>−</mo>" + Inner(1, 2), 1),
            Operation.Multiply => (Inner(0, 3) + "<mo>·</mo>" + Inner(1, 3), 3),
            // Display style inside as well: a fraction within a fraction must still be read by a checker.
            Operation.Divide => ($"<mfrac><mrow displaystyle=\"true\">{Inner(0, 0)}</mrow><mrow displaystyle=\"true\">{Inner(1, 0)}</mrow></mfrac>", 9),
            Operation.Negate => ("<mo>−</mo>" + Inner(0, 4), 2),
            Operation.Sqrt => ($"<msqrt>{Inner(0, 0)}</msqrt>", 9),
            Operation.Log => (Function("ln", e, leaf), 9),
            Operation.Exp => (Function("exp", e, leaf), 9),
            Operation.Tan => (Function("tan", e, leaf), 9),
            Operation.Min => (Function("min", e, leaf), 9),
            Operation.Max => (Function("max", e, leaf), 9),
            _ => throw new ArgumentOutOfRangeException(nameof(e), e.Operation, "has no notation"),
        };
        return own < outer ? $"<mrow><mo>(</mo>{text}<mo>)</mo></mrow>" : text;
    }

    private static string Function(string name, Expression e, Func<Expression, string> leaf)
    {
        var b = new StringBuilder($"<mi>{name}</mi><mo>&#x2061;</mo><mrow><mo>(</mo>");
        for (var i = 0; i < e.Operands.Length; i++) b.Append(i > 0 ? "<mo>;</mo>" : "").Append(Write(e.Operands[i], 0, leaf));
        return b.Append("<mo>)</mo></mrow>").ToString();
    }

    private static string Constant(Expression e) => e.Written switch
    {
        "π/4" => "<mfrac><mi>π</mi><mn>4</mn></mfrac>",
        { } written => $"<mi>{WebUtility.HtmlEncode(written)}</mi>",
        _ => $"<mn>{QuantityText.Figures(e.Value, 7)}</mn>",
    };
}
