namespace Hasp.Core.Formulas;

/// <summary>How an expression was built.</summary>
public enum Operation
{
    /// <summary>A number of the formula.</summary>
    Constant,

    /// <summary>A number given by the joint or the catalogue.</summary>
    Given,

    /// <summary>A named result; its one operand is the expression it names.</summary>
    Named,

    /// <summary>A number found by trial; its operand is what it was found from.</summary>
    Found,

    /// <summary>Sum.</summary>
    Add,

    /// <summary>Difference.</summary>
    Subtract,

    /// <summary>Product.</summary>
    Multiply,

    /// <summary>Quotient.</summary>
    Divide,

    /// <summary>Change of sign.</summary>
    Negate,

    /// <summary>Square root.</summary>
    Sqrt,

    /// <summary>Natural logarithm.</summary>
    Log,

    /// <summary>Exponential.</summary>
    Exp,

    /// <summary>Tangent.</summary>
    Tan,

    /// <summary>The smaller of two.</summary>
    Min,

    /// <summary>The larger of two.</summary>
    Max,

    /// <summary>The third of four where the first is less than the second, else the fourth: the working shows the branch that was
    /// taken.</summary>
    IfLess,
}

/// <summary>One node of an expression, with the value that was computed there.</summary>
/// <param name="Operation">How it was built.</param>
/// <param name="Value">What it came to, in the consistent set.</param>
/// <param name="Operands">What it was built from.</param>
/// <param name="Term">Its name, where it has one.</param>
/// <param name="Index">Tells like-named values apart (layer 1, layer 2); 0 where there is only one.</param>
/// <param name="Written">How a constant is written, where digits would hide it.</param>
/// <param name="Source">The row, entry or rule it came from, where that says more than its term.</param>
public sealed record Expression(
    Operation Operation, double Value, Expression[] Operands, Term? Term = null, int Index = 0, string? Written = null,
    string? Source = null)
{
    /// <summary>Of two branches the one that was taken; null for anything else.</summary>
    public Expression? Taken => Operation == Operation.IfLess ? Operands[IsLess ? 2 : 3] : null;

    /// <summary>True where what is compared is less.</summary>
    public bool IsLess => Operands[0].Value < Operands[1].Value;

    /// <summary>True where the branches are what is compared, so that the lesser was taken: it speaks for itself and needs no
    /// condition.</summary>
    public bool TakesTheLesser =>
        Operation == Operation.IfLess && ReferenceEquals(Operands[0], Operands[2]) && ReferenceEquals(Operands[1], Operands[3]);

    /// <summary>True where what decided between two branches is to be read: numbers of the formula alone decide nothing that a reader
    /// could find otherwise.</summary>
    public bool ShowsCondition => Operation == Operation.IfLess && !TakesTheLesser && (Operands[0].Names || Operands[1].Names);

    /// <summary>What a reader of the working is shown of it: of two branches the one taken, with what decided it.</summary>
    public IEnumerable<Expression> Shown =>
        Taken is not { } taken ? Operands : ShowsCondition ? [Operands[0], Operands[1], taken] : [taken];

    private bool Names => Term is not null || Operands.Any(o => o.Names);

    /// <summary>What an operation makes of its operands. What was given, or found by trial, is made of nothing: it stands as it
    /// is.</summary>
    /// <param name="of">The value of an operand, by its place.</param>
    /// <exception cref="InvalidOperationException">It is made of nothing.</exception>
    public double Made(Func<int, double> of) => Operation switch
    {
        Operation.Named => of(0),
        Operation.Add => of(0) + of(1),
        Operation.Subtract => of(0) - of(1),
        Operation.Multiply => of(0) * of(1),
        Operation.Divide => of(0) / of(1),
        Operation.Negate => -of(0),
        Operation.Sqrt => Math.Sqrt(of(0)),
        Operation.Log => Math.Log(of(0)),
        Operation.Exp => Math.Exp(of(0)),
        Operation.Tan => Math.Tan(of(0)),
        Operation.Min => Math.Min(of(0), of(1)),
        Operation.Max => Math.Max(of(0), of(1)),
        Operation.IfLess => of(0) < of(1) ? of(2) : of(3),
        _ => throw new InvalidOperationException($"{Operation} is made of nothing"),
    };

    /// <summary>True for what is made of its operands.</summary>
    public bool IsMade => Operation is not (Operation.Constant or Operation.Given or Operation.Found);
}

/// <summary>A number that remembers how it was made, so that the printed working is the very formula that computed it.</summary>
/// <param name="Expression">The expression so far.</param>
public readonly record struct Traced(Expression Expression) : IScalar<Traced>
{
    /// <inheritdoc/>
    public double Value => Expression.Value;

    /// <summary>True where a formula is read for its working: numbers that were added up once are then added up before the reader's
    /// eyes.</summary>
    internal static bool Reads<T>() => typeof(T) == typeof(Traced);

    /// <inheritdoc/>
    public static Traced Const(double value, string? written = null) => new(new(Operation.Constant, value, [], Written: written));

    /// <inheritdoc/>
    public static Traced Given(Term term, double value, int index = 0, string? source = null) =>
        new(new(Operation.Given, value, [], term, index, Source: source));

    /// <inheritdoc/>
    public static Traced Let(Term term, Traced value, int index = 0, string? source = null) =>
        new(new(Operation.Named, value.Value, [value.Expression], term, index, Source: source));

    /// <inheritdoc/>
    public static Traced Found(double value, string how, Traced shown) =>
        new(new(Operation.Found, value, [shown.Expression], Written: how));

    /// <inheritdoc/>
    public static Traced operator +(Traced left, Traced right) => Make(Operation.Add, left.Value + right.Value, left, right);

    /// <inheritdoc/>
    public static Traced operator -(Traced left, Traced right) => Make(Operation.Subtract, left.Value - right.Value, left, right);

    /// <inheritdoc/>
    public static Traced operator *(Traced left, Traced right) => Make(Operation.Multiply, left.Value * right.Value, left, right);

    /// <inheritdoc/>
    public static Traced operator /(Traced left, Traced right) => Make(Operation.Divide, left.Value / right.Value, left, right);

    /// <inheritdoc/>
    public static Traced operator -(Traced value) => Make(Operation.Negate, -value.Value, value);

    /// <inheritdoc/>
    public static Traced Sqrt(Traced x) => Make(Operation.Sqrt, Math.Sqrt(x.Value), x);

    /// <inheritdoc/>
    public static Traced Log(Traced x) => Make(Operation.Log, Math.Log(x.Value), x);

    /// <inheritdoc/>
    public static Traced Exp(Traced x) => Make(Operation.Exp, Math.Exp(x.Value), x);

    /// <inheritdoc/>
    public static Traced Tan(Traced x) => Make(Operation.Tan, Math.Tan(x.Value), x);

    /// <inheritdoc/>
    public static Traced Min(Traced a, Traced b) => Make(Operation.Min, Math.Min(a.Value, b.Value), a, b);

    /// <inheritdoc/>
    public static Traced Max(Traced a, Traced b) => Make(Operation.Max, Math.Max(a.Value, b.Value), a, b);

    /// <inheritdoc/>
    public static Traced IfLess(Traced a, Traced b, Traced then, Traced otherwise) =>
        Make(Operation.IfLess, a.Value < b.Value ? then.Value : otherwise.Value, a, b, then, otherwise);

    private static Traced Make(Operation operation, double value, params ReadOnlySpan<Traced> operands)
    {
        var expressions = new Expression[operands.Length];
        for (var i = 0; i < operands.Length; i++) expressions[i] = operands[i].Expression;
        return new(new(operation, value, expressions));
    }
}
