namespace Hasp.Core.Formulas;

/// <summary>
/// How an expression is set. Where brackets stand and in which order things are read is the same on a line and in a formula, and is written
/// here once; a notation says only how its pieces look.
/// </summary>
public abstract class Notation
{
    /// <summary>The expression, its leaves (givens and named values) written by <paramref name="leaf"/>.</summary>
    /// <param name="expression">What is set.</param>
    /// <param name="leaf">A symbol, or the number put in its place.</param>
    /// <exception cref="ArgumentOutOfRangeException">An operation without a notation.</exception>
    public string Write(Expression expression, Func<Expression, string> leaf) => Write(expression, leaf, 0);

    /// <summary>A number of the formula itself.</summary>
    protected abstract string Constant(Expression constant);

    /// <summary>An operator between two operands, or before one: + − ·</summary>
    protected abstract string Sign(string sign);

    /// <summary>Brackets round what binds less than its surroundings.</summary>
    protected abstract string Bracketed(string inner);

    /// <summary>A square root.</summary>
    protected abstract string Root(string inner);

    /// <summary>A function of one or two arguments.</summary>
    protected abstract string Function(string name, params IEnumerable<string> arguments);

    /// <summary>A number found by trial, with what it was found from.</summary>
    protected abstract string ByTrial(string inner, string how);

    /// <summary>The branch that was taken, with what decided it.</summary>
    protected abstract string ByCondition(string taken, string left, bool isLess, string right);

    /// <summary>A quotient one above the other; null where it stands on the line.</summary>
    protected virtual string? Fraction(string over, string under) => null;

    /// <summary>A number of the formula that is written as a product binds as one; a negative one stands in brackets among
    /// others.</summary>
    private static int BindingOf(Expression constant) => constant.Written is { } written
        ? written.Length > 1 && (written.Contains('·', StringComparison.Ordinal) || written.Contains('/', StringComparison.Ordinal)
            || written.Contains('π', StringComparison.Ordinal)) ? 3 : 9
        : constant.Value < 0 ? 0 : 9;

    private static bool IsOne(Expression e) => e is { Operation: Operation.Constant, Value: 1, Written: null };

    private string Write(Expression e, Func<Expression, string> leaf, int outer)
    {
        string Inner(int i, int binding = 0) => Write(e.Operands[i], leaf, binding);
        var (text, own) = e.Operation switch
        {
            Operation.Constant => (Constant(e), BindingOf(e)),
            Operation.Given or Operation.Named => (leaf(e), 9),
            Operation.Found => (ByTrial(Inner(0), e.Written ?? ""), 0),
            Operation.IfLess when !e.ShowsCondition => (Write(e.Taken!, leaf, outer), 9),
            Operation.IfLess => (ByCondition(Inner(e.IsLess ? 2 : 3), Inner(0), e.IsLess, Inner(1)), 0),
            Operation.Add => (Inner(0, 1) + Sign("+") + Inner(1, 1), 1),
            Operation.Subtract => (Inner(0, 1) + Sign("−") + Inner(1, 2), 1),
            // Once something is that thing.
            Operation.Multiply when IsOne(e.Operands[0]) => (Inner(1, outer), 9),
            Operation.Multiply when IsOne(e.Operands[1]) => (Inner(0, outer), 9),
            Operation.Multiply => (Inner(0, 3) + Sign("·") + Inner(1, 3), 3),
            Operation.Divide => Fraction(Inner(0), Inner(1)) is { } fraction ? (fraction, 9) : (Inner(0, 3) + Sign("/") + Inner(1, 4), 3),
            Operation.Negate => (Sign("-") + Inner(0, 4), 2),
            Operation.Sqrt => (Root(Inner(0)), 9),
            Operation.Log => (Function("ln", Inner(0)), 9),
            Operation.Exp => (Function("exp", Inner(0)), 9),
            Operation.Tan => (Function("tan", Inner(0)), 9),
            Operation.Min => (Function("min", Inner(0), Inner(1)), 9),
            Operation.Max => (Function("max", Inner(0), Inner(1)), 9),
            _ => throw new ArgumentOutOfRangeException(nameof(e), e.Operation, "has no notation"),
        };
        return own < outer ? Bracketed(text) : text;
    }
}
