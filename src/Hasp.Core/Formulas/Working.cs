namespace Hasp.Core.Formulas;

/// <summary>One line of a calculation: a named result, the formula that gave it, its value and its source.</summary>
/// <param name="Term">What was computed.</param>
/// <param name="Index">Which of several like-named values; 0 where there is one.</param>
/// <param name="Formula">The expression; its named operands are symbols, explained by earlier steps or given.</param>
/// <param name="Value">The result in the consistent set.</param>
/// <param name="Source">The rule it follows.</param>
public sealed record Step(Term Term, int Index, Expression Formula, double Value, string Source)
{
    /// <summary>The step's name within a working: the value name, with # and the index where there are several.</summary>
    public string Key => Index > 0 ? $"{Term.Id}#{Index}" : Term.Id;
}

/// <summary>The working of one result: every step it rests on, in an order that can be read from the top.</summary>
/// <param name="Givens">What the joint and the catalogue gave.</param>
/// <param name="Steps">The steps, the result last.</param>
public sealed record Working(IReadOnlyList<Expression> Givens, IReadOnlyList<Step> Steps)
{
    /// <summary>No steps: the result was computed without its working.</summary>
    public static Working None { get; } = new([], []);

    /// <summary>What was divided by what in the last step, and what it measures; null where the result is no quotient of two
    /// quantities of one kind.</summary>
    public (double Over, double Under, Quantities.Dimension Dimension)? Quotient =>
        Steps.Count > 0 && Steps[^1].Formula is { Operation: Operation.Divide, Operands: [{ Term: { } term } over, var under] }
            && term.Dimension != Quantities.Dimension.None
            && (under.Term is null || under.Term.Dimension == term.Dimension)
            ? (over.Value, under.Value, term.Dimension) : null;

    /// <summary>Collects the steps behind <paramref name="result"/>.</summary>
    public static Working Of(Traced result)
    {
        var givens = new List<Expression>();
        var steps = new List<Step>();
        var seen = new HashSet<Expression>(ReferenceEqualityComparer.Instance);
        Visit(result.Expression);
        return new Working([.. givens.DistinctBy(g => (g.Term!.Id, g.Index, g.Value))], steps);

        void Visit(Expression e)
        {
            if (!seen.Add(e)) return;
            foreach (var operand in e.Shown) Visit(operand);
            if (e.Operation == Operation.Given) givens.Add(e);
            if (e.Operation == Operation.Named && !steps.Any(s => s.Term == e.Term && s.Index == e.Index && s.Value.Equals(e.Value)))
            {
                steps.Add(new Step(e.Term!, e.Index, e.Operands[0], e.Value, e.Source ?? e.Term!.Source));
            }
        }
    }
}
