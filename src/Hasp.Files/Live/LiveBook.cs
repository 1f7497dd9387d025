using System.Globalization;
using System.Text.RegularExpressions;
using Hasp.Core;
using Hasp.Core.Checks;
using Hasp.Core.Documents;
using Hasp.Core.Following;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;
using Hasp.Core.Quantities;

namespace Hasp.Files.Live;

/// <summary>
/// A joint's calculation as a workbook that calculates: the cells are the formulas of the working, a number that is typed over goes through
/// them, and where it went beyond what was tried the sheet says so instead of being wrong. Values in N, mm, MPa, N·mm, rad.
/// </summary>
public sealed partial class LiveBook
{
    // Beyond it a formula is hard to read, and a sheet takes none of more than 8192 letters.
    private const int Longest = 2000;

    private const int ValueColumn = 4;

    private readonly Follow _follow;
    private readonly Graph _graph;
    private readonly Result _result;
    private readonly Dictionary<int, string> _homes = [];
    private readonly Sheet _summary = new("Summary", 34, 12, 14, 12, 26, 14, 40, 44),
        _inputs = new("Inputs", 34, 30, 20, 16, 16, 16, 34, 50), _data = new("Data", 14, 46, 44, 18, 12, 60), _reach = new("Reach", 34);
    private readonly List<(Check Check, Sheet Sheet, string Factor, string Required, string Governs, string Follows)> _checks = [];
    private readonly List<Sheet> _sheets = [];
    private readonly List<(string, string)> _names = [];

    private LiveBook(Follow follow, Result result) => (_follow, _graph, _result) = (follow, follow.Graph, result);

    /// <summary>The workbook of a document.</summary>
    /// <param name="draft">The document.</param>
    /// <param name="joint">The joint that it is.</param>
    /// <param name="stop">Ends it.</param>
    /// <param name="title">What it is of: project, joint, revision; a line each.</param>
    /// <exception cref="OperationCanceledException">It was stopped.</exception>
    public static Workbook Of(Draft draft, Joint joint, CancellationToken stop, params IReadOnlyList<string> title) =>
        Of(Follow.Of(draft, Graph.Of(joint), stop), Evaluation.Run(joint), title);

    /// <summary>The workbook of a joint.</summary>
    /// <param name="follow">Its calculation, and how far each result follows each input.</param>
    /// <param name="result">What was found about it.</param>
    /// <param name="title">What it is of: project, joint, revision; a line each.</param>
    public static Workbook Of(Follow follow, Result result, params IReadOnlyList<string> title)
    {
        var book = new LiveBook(follow, result);
        book.WriteInputs();
        book.WriteData();
        var column = 2;
        foreach (var check in result.Checks.Select(c => c.Check).Where(c => follow.Graph.RootsOf(c).Count > 0)) book.WriteCheck(check,
            column++);
        book.WriteSummary(title);
        return new Workbook([book._summary, book._inputs, book._data, .. book._sheets, book._reach], book._names);
    }

    private static string Text(double value) => Workbook.Number(value);

    // ---- what is made of what

    /// <summary>The formula of a node: what has a cell is named by it, what has none stands in brackets.</summary>
    private string Written(int id)
    {
        if (_homes.TryGetValue(id, out var home)) return home;
        var node = _graph.Nodes[id];
        if (node.Of.Operation == Operation.Constant) return node.Of.Value < 0 ? $"({Text(node.Of.Value)})" : Text(node.Of.Value);
        var text = Made(node);
        if (text.Length <= Longest) return text;
        var row = _data.Last + 1;
        _data.Line(row, Look.Plain, "", "part of a longer formula");
        _data.Set(row, ValueColumn, new Formula(text, node.Of.Value));
        return _homes[id] = _data.Address(row, ValueColumn);
    }

    private string Made(Node node)
    {
        string At(int i) => Written(node.Operands[i]);
        return node.Of.Operation switch
        {
            Operation.Named => At(0),
            Operation.Add => $"({At(0)}+{At(1)})",
            Operation.Subtract => $"({At(0)}-{At(1)})",
            Operation.Multiply => $"({At(0)}*{At(1)})",
            Operation.Divide => $"({At(0)}/{At(1)})",
            // -x^2 would be (-x)^2 to a sheet: what is negated stands in brackets of its own.
            Operation.Negate => $"(-({At(0)}))",
            Operation.Sqrt => $"SQRT({At(0)})",
            Operation.Log => $"LN({At(0)})",
            Operation.Exp => $"EXP({At(0)})",
            Operation.Tan => $"TAN({At(0)})",
            Operation.Min => $"MIN({At(0)},{At(1)})",
            Operation.Max => $"MAX({At(0)},{At(1)})",
            Operation.IfLess when node.Operands[0] == node.Operands[2] && node.Operands[1] == node.Operands[3] => $"MIN({At(0)},{At(1)})",
            Operation.IfLess => $"IF({At(0)}<{At(1)},{At(2)},{At(3)})",
            var other => throw new InvalidOperationException($"{other} has no formula in a sheet"),
        };
    }

    // ---- inputs and data

    private void WriteInputs()
    {
        _inputs.Line(1, Look.Heading, "Input", "Field", "As handed over", "Value", "Unit", "Least, greatest allowed", "State", "Meaning");
        _reach.Line(1, Look.Heading, "1 where the check follows the input, 0 where it does not");
        foreach (var (input, i) in _follow.Inputs.Select((x, i) => (x, i)))
        {
            var row = i + 2;
            var field = input.Place.Field;
            _inputs.Line(row, Look.Plain, field.Label, input.Path, input.With(input.Value));
            _inputs.Set(row, ValueColumn, input.Value, Look.Input);
            var list = _follow.ReachOfList(i);
            var state = $"IF({Same(i)},\"{(input.IsChosen ? "chosen, as handed over" : "as handed over")}\","
                + (list is { } l ? $"IF({Within(i, l)},\"changed\",\"{Beyond}\")" : $"\"{Beyond}\"") + ")";
            _inputs.Line(row, Look.Plain, null, null, null, null, input.Unit, Limits(field),
                new Formula(state, input.IsChosen ? "chosen, as handed over" : "as handed over"), field.Meaning);
            _names.Add((NameOf(input.Path), _inputs.Address(row, ValueColumn)));
            _reach.Set(row, 1, input.Path);
        }
        var last = _follow.Inputs.Count + 3;
        _inputs.Set(last, 1, "What else the document states is changed in Hasp: sizes, grades, numbers of bolts, choices.");
    }

    private const string Beyond = Workbook.Warning + "beyond what was followed: calculate it in Hasp";

    private static string Limits(Field field) => double.IsFinite(field.Min) || double.IsFinite(field.Max) ? field.Allowed : "";

    private string Cell(int input) => _inputs.Address(input + 2, ValueColumn);

    private string Same(int input) => $"{Cell(input)}={Text(_follow.Inputs[input].Value)}";

    private string Within(int input, Reach reach) => $"AND({Cell(input)}>={Text(reach.Least)},{Cell(input)}<={Text(reach.Most)})";

    /// <summary>The name of the cell in which an input stands.</summary>
    public static string NameOf(string path) => "in_" + NotInNames().Replace(path, "_").Trim('_');

    private void WriteData()
    {
        _data.Line(1, Look.Heading, "Symbol", "Meaning", "Rests on", "Value", "Unit", "Source");
        foreach (var node in _graph.Nodes.Where(n => n.IsLeaf && n.Of.Operation != Operation.Constant || _follow.Origins.ContainsKey(n.Id)))
        {
            var row = _data.Last + 1;
            var origin = _follow.Origins.GetValueOrDefault(node.Id);
            var words = node.Of.Operation == Operation.Found ? $"found by trial: {node.Of.Written}" : node.Of.Term?.Meaning
                ?? node.Of.Written ?? "";
            _data.Line(row, Look.Plain, node.Of.Term is { } term ? WorkingText.Symbol(term, node.Of.Index) : "", words,
                origin is null ? "" : string.Join(", ", origin.Parts.Select(p => _follow.Inputs[p.Input].Path)),
                origin is null ? node.Of.Value : new Formula(Sum(origin), node.Of.Value), UnitOf(node.Of.Term),
                node.Of.Source ?? node.Of.Term?.Source);
            _homes[node.Id] = _data.Address(row, ValueColumn);
        }
    }

    private string Sum(Origin origin)
    {
        var parts = origin.Parts.Select(p => p.Slope == 1 ? Cell(p.Input) : $"({Text(p.Slope)})*{Cell(p.Input)}").ToList();
        if (origin.Base != 0 || parts.Count == 0) parts.Add($"({Text(origin.Base)})");
        return string.Join('+', parts);
    }

    private static string UnitOf(Term? term) => term is null || term.Dimension == Dimension.None ? ""
        : Units.Consistent(term.Dimension).Symbol;

    // ---- a check

    private void WriteCheck(Check check, int reachColumn)
    {
        var roots = _graph.RootsOf(check);
        var least = roots.MinBy(r => _graph.Nodes[r.Factor].Of.Value)!;
        var sheet = new Sheet(NameOf(check), 16, 46, 60, 18, 12, 60);
        _sheets.Add(sheet);
        sheet.Line(1, Look.Heading, check.Name);
        sheet.Line(2, Look.Plain, check.Meaning);
        sheet.Line(3, Look.Plain, $"Worked out for what governed when it was handed over: {Label(least)}");
        sheet.Line(5, Look.Heading, "Symbol", "Meaning", "Formula", "Value", "Unit", "Source");
        var row = 6;
        foreach (var node in StepsOf(least.Factor))
        {
            var (term, known) = (node.Of.Term!, _homes.GetValueOrDefault(node.Id));
            sheet.Line(row, Look.Plain, WorkingText.Symbol(term, node.Of.Index), term.Meaning, known is null
                ? WorkingText.Formula(node.Of.Operands[0]) : "worked out before",
                new Formula(known ?? Made(node), node.Of.Value), UnitOf(term), node.Of.Source ?? term.Source);
            _homes.TryAdd(node.Id, sheet.Address(row++, ValueColumn));
            if (known is not null) row++;
        }
        sheet.Set(row, 2, "factor", Look.Result);
        sheet.Set(row, ValueColumn, new Formula(Factor(least), _graph.Nodes[least.Factor].Of.Value), Look.Result);
        var governing = sheet.Address(row, ValueColumn);
        var all = WriteEveryBolt(sheet, row + 2, roots, least, governing);
        var follows = WriteReach(check, reachColumn);
        _checks.Add((check, sheet, $"MIN({all})", _homes[_graph.RequiredOf(check)], governing, follows));
    }

    // Nothing that loads a bolt any more is divided by nothing: no bound.
    private string Factor(Root root) => $"IFERROR({Written(root.Factor)},{Text(Workbook.Boundless)})";

    private string Label(Root root)
    {
        var joint = _graph.Joint;
        var of = root.Check.Info.WithoutLoad ? "no load case" : joint.Cases[root.Case].Name;
        return root.Check.JudgesParts || root.Check.Info.WithoutLoad || joint.Pattern is null ? of
            : $"{of}, bolt {joint.Pattern.NumberOf(root.Bolt)}";
    }

    /// <summary>The named values that a node rests on, in an order that can be read from the top.</summary>
    private List<Node> StepsOf(int root)
    {
        var (seen, steps) = (new HashSet<int>(), new List<Node>());
        void Visit(int id)
        {
            if (!seen.Add(id)) return;
            foreach (var operand in _graph.Nodes[id].Operands) Visit(operand);
            if (_graph.Nodes[id].Of.Operation == Operation.Named) steps.Add(_graph.Nodes[id]);
        }
        Visit(root);
        return steps;
    }

    /// <summary>The check on every bolt under every case, a row each; the range of its factors.</summary>
    private string WriteEveryBolt(Sheet sheet, int row, IReadOnlyList<Root> roots, Root least, string governing)
    {
        sheet.Line(row, Look.Heading, _graph.HasEveryBolt ? "Every bolt under every case" : "Every bolt that can govern, under every case");
        var columns = new List<(string Term, int Which)>();
        var (head, first) = (row + 1, row + 2);
        row = first;
        foreach (var root in roots)
        {
            sheet.Set(row, 2, Label(root));
            if (root != least)
            {
                var count = new Dictionary<string, int>();
                foreach (var node in StepsOf(root.Factor).Where(n => !_homes.ContainsKey(n.Id)))
                {
                    var key = (node.Of.Term!.Id, count[node.Of.Term.Id] = count.GetValueOrDefault(node.Of.Term.Id) + 1);
                    if (columns.IndexOf(key) < 0) columns.Add(key);
                    var column = columns.IndexOf(key) + ValueColumn + 3;
                    sheet.Set(head, column, $"{node.Of.Term.Symbol}{(UnitOf(node.Of.Term) is { Length: > 0 } unit ? $", {unit}" : "")}",
                        Look.Heading);
                    sheet.Set(row, column, new Formula(Made(node), node.Of.Value));
                    _homes[node.Id] = sheet.Address(row, column);
                }
            }
            sheet.Set(row, ValueColumn, new Formula(root == least ? governing : Factor(root), _graph.Nodes[root.Factor].Of.Value));
            row++;
        }
        sheet.Set(head, 2, "load case, bolt", Look.Heading);
        sheet.Set(head, ValueColumn, "factor", Look.Heading);
        return $"{sheet.Address(first, ValueColumn)}:${Sheet.ColumnOf(ValueColumn)}${row - 1}";
    }

    /// <summary>Whether each changed input is within what the check was followed to; the cell that says whether all are.</summary>
    private string WriteReach(Check check, int column)
    {
        _reach.Set(1, column, check.Id, Look.Heading);
        for (var i = 0; i < _follow.Inputs.Count; i++)
        {
            var reach = _follow.ReachOf(i, check);
            _reach.Set(i + 2, column, new Formula(reach is { } r ? $"IF(OR({Same(i)},{Within(i, r)}),1,0)" : $"IF({Same(i)},1,0)", 1));
        }
        var all = _follow.Inputs.Count + 2;
        if (_follow.Inputs.Count == 0) _reach.Set(all, column, 1);
        else _reach.Set(all, column, new Formula($"MIN({Sheet.ColumnOf(column)}2:{Sheet.ColumnOf(column)}{all - 1})", 1), Look.Result);
        return _reach.Address(all, column);
    }

    private string NameOf(Check check)
    {
        var name = NotInSheets().Replace(check.Name, " ").Trim();
        name = char.ToUpperInvariant(name[0]) + name[1..Math.Min(name.Length, 28)].TrimEnd();
        for (var i = 1; ; i++)
        {
            var tried = i == 1 ? name : $"{name[..Math.Min(name.Length, 26)]} {i}";
            if (_sheets.Append(_summary).Append(_inputs).Append(_data).Append(_reach).All(s => !s.Name.Equals(tried,
                StringComparison.OrdinalIgnoreCase))) return tried;
        }
    }

    // ---- the summary

    private void WriteSummary(IReadOnlyList<string> title)
    {
        var row = 1;
        foreach (var line in title) _summary.Set(row++, 1, line, row == 2 ? Look.Heading : Look.Plain);
        _summary.Set(row++, 1, $"{_result.Basis}. Numbers in N, mm, MPa, N·mm, rad.");
        _summary.Set(row++, 1,
            "A help to whoever checks it, no replacement for a check: local codes and the judgement of a licensed engineer come first.");
        var state = ++row;
        var head = row += 2;
        _summary.Line(head, Look.Heading, "Check", "Required", "Factor", "Reserve", "Verdict", "Handed over", "Governs", "Followed");
        foreach (var (check, sheet, factor, required, governs, follows) in _checks)
        {
            row++;
            WriteVerdict(row, _result.Checks.First(c => c.Check == check), factor, required, governs, follows);
        }
        foreach (var check in _result.Checks.Where(c => c.Factor is null))
        {
            _summary.Line(++row, Look.Plain, check.Check.Name, check.Required, null, null, $"not judged: {check.Note}");
        }
        WriteState(state, head + 1, head + _checks.Count);
        foreach (var ask in _result.Asks) _summary.Set(++row + 1, 1, $"{Workbook.Warning}Open: {ask.Problem}");
    }

    private void WriteVerdict(int row, CheckResult check, string factor, string required, string governs, string follows)
    {
        string At(int column) => $"${Sheet.ColumnOf(column)}{row}";
        var value = check.Factor!.Value;
        var judged = check.Required > 0;
        _summary.Set(row, 1, check.Check.Name);
        _summary.Set(row, 2, new Formula(required, check.Required));
        _summary.Set(row, 3, new Formula(factor, value), Look.Result);
        if (judged) _summary.Set(row, 4, new Formula($"{At(3)}/{At(2)}", value / check.Required), Look.Result);
        _summary.Set(row, 5,
            new Formula($"IF({follows}<1,\"{Beyond}\",{(judged ? $"IF({At(4)}<1,\"{Workbook.Warning}falls short\",\"reaches it\")"
            : "\"shown, not judged\"")})",
            !judged ? "shown, not judged" : value / check.Required < 1 ? Workbook.Warning + "falls short" : "reaches it"));
        _summary.Set(row, 6, value);
        _summary.Set(row, 7, new Formula($"IF({governs}<={At(3)}+1E-9*ABS({At(3)}),\"as handed over\",\"{Workbook.Warning}another bolt, case or part governs\")", "as handed over"));
        _summary.Set(row, 8, new Formula($"IF({follows}<1,\"{Workbook.Warning}an input is beyond what was followed\",\"yes\")", "yes"));
    }

    /// <summary>What the whole sheet is worth as it stands now.</summary>
    private void WriteState(int row, int first, int last)
    {
        var changed = _follow.Inputs.Count == 0 ? "0" : string.Join('+', Enumerable.Range(0, _follow.Inputs.Count).Select(i =>
            $"IF({Same(i)},0,1)"));
        _summary.Set(row, 1, "Inputs changed");
        _summary.Set(row, 2, new Formula(changed, 0));
        var beyond = $"COUNTIF({_inputs.Address(2, 7)}:$G${Math.Max(2, _follow.Inputs.Count + 1)},\"{Workbook.Warning}*\")";
        var notFollowed = _checks.Count == 0 ? "0" : $"COUNTIF($H${first}:$H${last},\"{Workbook.Warning}*\")";
        const string one = "one input is another: followed", more = Workbook.Warning
            + "several inputs are others: each was followed alone; calculate it in Hasp before it is relied on";
        _summary.Set(row, 3,
            new Formula($"IF({beyond}+{notFollowed}>0,\"{Beyond}\",IF($B${row}=0,\"as handed over\",IF($B${row}=1,\"{one}\",\"{more}\")))",
            "as handed over"));
        if (_result.Governing is not { } governing || _checks.FindIndex(c => c.Check == governing.Check) is not (>= 0 and var at)) return;
        // Among those that could overtake it: set by the same, and with no less in hand as handed over.
        var alike = _checks.Select((c, i) => (Result: _result.Checks.First(r => r.Check == c.Check), Row: first + i))
            .Where(c => c.Result.Check.Info.SetBy == governing.Check.Info.SetBy && c.Result.Reserve >= governing.Reserve)
            .Select(c => $"$D${c.Row}");
        _summary.Set(row + 1, 1, $"What governed: {governing.Check.Name}");
        _summary.Set(row + 1, 3, new Formula($"IF($D${first + at}<=MIN({string.Join(',', alike)})+1E-9,\"still governs\",\"{Workbook.Warning}another check governs\")",
            "still governs"));
    }

    [GeneratedRegex("[^A-Za-z0-9]+")]
    private static partial Regex NotInNames();

    [GeneratedRegex(@"[\[\]:*?/\\']+")]
    private static partial Regex NotInSheets();
}
