using System.Globalization;
using Hasp.Core;
using Hasp.Core.Checks;
using Hasp.Core.Formulas;
using Hasp.Core.Kinds;
using Hasp.Files;

namespace Hasp.Tests.Formulas;

/// <summary>A working as lines of text: whoever reckons each line anew, by the rules of arithmetic alone, comes to its result.</summary>
public sealed class WorkingLineTests
{
    public static TheoryData<string, string> KindsAndBases
    {
        get
        {
            var all = new TheoryData<string, string>();
            foreach (var kind in Kind.All) foreach (var basis in Basis.All) all.Add(kind.Id, basis.Id);
            return all;
        }
    }

    [Theory]
    [MemberData(nameof(KindsAndBases))]
    public void Every_line_recalculates(string kind, string basis)
    {
        var documents = Kind.ById(kind)! is { IsParts: true }
            ? new[] { Samples.With(Samples.EveryCheck), Samples.With(), Samples.Bracket(("loads[0].fz", "30 kN"), ("layers[0].width", "240 mm"), ("pattern.prying.stem", "35 mm"), ("pattern.prying.edge", "30 mm"), ("pattern.prying.length", "80 mm")) }
            : [Typing.Example(Kind.ById(kind)!)];
        var (lines, wrong) = (0, new List<string>());
        foreach (var document in documents)
        {
            if (JointDocument.Read(document.By(basis).ToJsonString()).Joint is not { } joint) continue;
            foreach (var check in Evaluation.Run(joint).Checks)
            {
                foreach (var step in check.Working.Steps)
                {
                    // A number found by trial says how, and is no line to reckon.
                    if (Text(step.Formula).Contains("by trial", StringComparison.Ordinal)) continue;
                    lines++;
                    var values = new List<(string Symbol, double Value)>();
                    Gather(step.Formula, values);
                    var text = WorkingText.Formula(step.Formula);
                    if (text.Contains("1·(", StringComparison.Ordinal) && !char.IsDigit(text[Math.Max(0, text.IndexOf("1·(", StringComparison.Ordinal) - 1)]) || text.Contains("·-", StringComparison.Ordinal) || text.Contains("·−", StringComparison.Ordinal)) wrong.Add($"{check.Check.Id}: {text}");
                    var reckoned = new Line(text, values).Read();
                    if (!(reckoned.Equals(step.Value) || Math.Abs(reckoned - step.Value) <= 2e-5 * Math.Max(Math.Abs(step.Value), 1e-9))) wrong.Add($"{check.Check.Id} {step.Key}: {text} reads {reckoned:R}, is {step.Value:R}");
                    Assert.DoesNotContain("e-1", WorkingText.Numbers(step.Formula), StringComparison.OrdinalIgnoreCase);
                }
            }
        }
        Assert.True(wrong.Count == 0, string.Join('\n', wrong.Take(20)));
        if (kind == "parts") Assert.True(lines > 60, $"only {lines} lines");
    }

    [Fact]
    public void A_step_has_one_source_on_the_page_and_through_the_api()
    {
        var result = Samples.RunPattern(("loads[0].fz", "30 kN"));
        var document = ResultDocument.Of(result);
        var (compared, own) = (0, 0);
        foreach (var (check, told) in result.Checks.Zip(document["checks"]!.AsArray()))
        {
            foreach (var (step, said) in check.Working.Steps.Zip(told!["working"]!.AsArray()))
            {
                Assert.Equal(step.Source, (string?)said!["source"]);
                compared++;
                if (step.Source != step.Term.Source) own++;
            }
        }
        Assert.True(compared > 50 && own > 0, $"{compared} compared, {own} with a source of their own");
    }

    private static string Text(Expression e) => WorkingText.Formula(e);

    private static void Gather(Expression e, List<(string, double)> into)
    {
        if (e.Operation is Operation.Given or Operation.Named) into.Add((WorkingText.Symbol(e.Term!, e.Index), e.Value));
        else foreach (var operand in e.Shown) Gather(operand, into);
    }

    /// <summary>Sums of products of powers: the school's order, brackets first.</summary>
    private sealed class Line(string text, List<(string Symbol, double Value)> values)
    {
        private readonly List<(string Symbol, double Value)> _values = [.. values.OrderByDescending(v => v.Symbol.Length)];
        private int _at;

        public double Read()
        {
            var found = Sum();
            // What decided between two branches is said behind the one that was taken, and has to be true of these numbers.
            while (Takes(" where "))
            {
                var left = Sum();
                var isLess = Takes(" < ");
                Assert.True(isLess || Takes(" ≥ "), $"{text}: nothing is compared at {_at}");
                Assert.True(left < Sum() == isLess, $"{text}: the other branch was to be taken");
            }
            Assert.True(_at == text.Length, $"{text}: not read from {_at}");
            return found;
        }

        private double Sum()
        {
            var sum = Product();
            while (true)
            {
                if (Takes(" + ")) sum += Product();
                else if (Takes(" − ")) sum -= Product();
                else return sum;
            }
        }

        private double Product()
        {
            var product = Factor();
            while (true)
            {
                if (Takes("·")) product *= Factor();
                else if (Takes("/")) product /= Factor();
                else return product;
            }
        }

        private double Factor()
        {
            if (Takes("−") || Takes("-")) return -Factor();
            if (Takes("√")) return Math.Sqrt(Factor());
            foreach (var (name, of) in new (string, Func<double, double>)[] { ("ln", Math.Log), ("exp", Math.Exp), ("tan", Math.Tan) })
            {
                if (Takes(name + "(")) return of(Closed());
            }
            if (Takes("min(")) return Two(Math.Min);
            if (Takes("max(")) return Two(Math.Max);
            if (Takes("cos ")) return Math.Cos(Number() * Degree());
            if (Takes("sin ")) return Math.Sin(Number() * Degree());
            if (Takes("(")) return Closed();
            if (Takes("∞")) return double.PositiveInfinity;
            foreach (var (symbol, value) in _values) if (Takes(symbol)) return value;
            if (Takes("π")) return Math.PI;
            var number = Number();
            return Takes("π") ? number * Math.PI : number;
        }

        private double Two(Func<double, double, double> of)
        {
            var first = Sum();
            Assert.True(Takes("; "), text);
            var second = Sum();
            Assert.True(Takes(")"), text);
            return of(first, second);
        }

        private double Closed()
        {
            var inner = Sum();
            Assert.True(Takes(")"), $"{text}: a bracket stays open at {_at}");
            return inner;
        }

        private double Degree() => Takes("°") ? Math.PI / 180 : 1;

        private double Number()
        {
            var from = _at;
            while (_at < text.Length && (char.IsAsciiDigit(text[_at]) || text[_at] is '.' or 'e' or 'E' || (text[_at] is '-' or '+' && _at > from && text[_at - 1] is 'e' or 'E'))) _at++;
            Assert.True(_at > from, $"{text}: no number at {from}");
            return double.Parse(text[from.._at], CultureInfo.InvariantCulture);
        }

        private bool Takes(string piece)
        {
            if (string.CompareOrdinal(text, _at, piece, 0, piece.Length) != 0) return false;
            _at += piece.Length;
            return true;
        }
    }
}
