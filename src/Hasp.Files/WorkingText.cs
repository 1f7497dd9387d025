using Hasp.Core.Formulas;
using Hasp.Core.Quantities;

namespace Hasp.Files;

/// <summary>The working as one-line text, for the API and the terminal.</summary>
public static class WorkingText
{
    /// <summary>F_i,max or k[2]: the symbol, told apart by its number where there are several.</summary>
    public static string Symbol(Term term, int index) => index > 0 ? $"{term.Symbol}[{index}]" : term.Symbol;

    /// <summary>The expression in symbols.</summary>
    public static string Formula(Expression e) => Write(e, 0, x => Symbol(x.Term!, x.Index));

    /// <summary>The expression with the numbers put in, in SI units of the screen.</summary>
    public static string Numbers(Expression e) => Write(e, 0, Number);

    // A negative number among the operators of a formula stands in brackets: a − (−b), never a − −b.
    private static string Number(Expression e)
    {
        var text = QuantityText.ShowText(e.Value, e.Term!.Dimension, UnitSystem.Si);
        return text[0] is '-' or '−' ? $"({text})" : text;
    }

    private static string Write(Expression e, int outer, Func<Expression, string> leaf)
    {
        string Inner(int i, int precedence) => Write(e.Operands[i], precedence, leaf);
        var (text, own) = e.Operation switch
        {
            Operation.Constant => (e.Written ?? QuantityText.Figures(e.Value, 7), 9),
            Operation.Given or Operation.Named => (leaf(e), 9),
            Operation.Found => ($"{Inner(0, 0)} (by trial: {e.Written})", 0),
            Operation.Add => ($"{Inner(0, 1)} + {Inner(1, 1)}", 1),
            Operation.Subtract => ($"{Inner(0, 1)} − {Inner(1, 2)}", 1),
            Operation.Multiply => ($"{Inner(0, 3)}·{Inner(1, 3)}", 3),
            Operation.Divide => ($"{Inner(0, 3)}/{Inner(1, 4)}", 3),
            Operation.Negate => ($"−{Inner(0, 4)}", 2),
            Operation.Sqrt => ($"√({Inner(0, 0)})", 9),
            Operation.Log => ($"ln({Inner(0, 0)})", 9),
            Operation.Exp => ($"exp({Inner(0, 0)})", 9),
            Operation.Tan => ($"tan({Inner(0, 0)})", 9),
            Operation.Min => ($"min({Inner(0, 0)}; {Inner(1, 0)})", 9),
            Operation.Max => ($"max({Inner(0, 0)}; {Inner(1, 0)})", 9),
            _ => throw new ArgumentOutOfRangeException(nameof(e), e.Operation, "has no notation"),
        };
        return own < outer ? $"({text})" : text;
    }
}
