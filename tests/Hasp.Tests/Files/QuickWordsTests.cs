using System.Text.RegularExpressions;
using System.Globalization;
using CsvHelper;
using Hasp.Core.Joints;
using Hasp.Core.Kinds;
using Hasp.Core.Quantities;
using Hasp.Files;
using Hasp.Files.Quick;

namespace Hasp.Tests.Files;

/// <summary>Every row of the reader's tables, in a line: it says what the row says, and nothing else of the line changes.</summary>
public sealed class QuickWordsTests
{
    // A line that each slot's words stand in, and the field that they go into; empty where they go into none.
    private static readonly Dictionary<string, (string Line, string Path)> Slots = new()
    {
        ["finish"] = ("4 M16 8.8, 60 kN apart, ~", "tightening.lubrication"),
        ["head"] = ("4 M16 8.8 ~, 60 kN apart", "bolts.head"),
        ["method"] = ("4 M16 8.8, 60 kN apart, ~", "tightening.method"),
        ["end"] = ("4 M16 8.8, 60 kN apart, ~", "threadEnd.kind"),
        ["grade"] = ("4 M16 ~, 60 kN apart", "bolts.grade"),
        ["fit"] = ("4 M16 8.8, 60 kN apart, ~", "hole.fit"),
        ["shear by"] = ("4 M16 8.8, 60 kN across, ~", "judging.shearBy"),
        ["condition"] = ("4 M16 8.8, 60 kN apart, ~", "bolts.condition"),
        ["material"] = ("4 M16 8.8, 60 kN apart, 12 + 20 ~", "layers[0].material"),
        ["washers"] = ("4 M16 8.8, 60 kN apart, ~", ""),
        ["wrench"] = ("4 M16 8.8, 60 kN apart, ~", ""),
        ["each"] = ("4 M16 8.8, 15 kN ~ apart", "loads[0].tension"),
        ["way"] = ("4 M16 8.8, 60 kN ~", ""),
        ["symbol"] = ("4 M16 8.8, ~ = 60 kN", ""),
        ["field"] = ("4 M16 8.8, 60 kN across, ~", ""),
        ["part"] = ("4 M16 8.8, 60 kN apart, 14 mm ~ + 20", "layers[0].thickness"),
        ["number"] = ("~ M16 8.8, 60 kN apart", "bolts.count"),
        ["question"] = ("~ 4 M16 8.8, 60 kN across", ""),
        ["tilting"] = ("4 M16 8.8, 4 kN·m ~", "loads[0].mx"),
        ["laid row"] = ("4 M16 8.8, 60 kN across, 2 ~", "pattern.rows"),
        ["laid column"] = ("4 M16 8.8, 60 kN across, 2 ~", "pattern.columns"),
        ["laid group"] = ("4 M16 8.8, 60 kN across, 2 x 2 ~", "pattern.rows"),
        ["laid square"] = ("4 M16 8.8, 60 kN across, ~, 70 mm pitch", "pattern.pitchY"),
        ["laid single"] = ("4 M16 8.8, 60 kN across, ~, 70 mm pitch", "pattern.pitchX"),
        ["laid pitch"] = ("4 M16 8.8, 60 kN across, 2 rows, 70 mm ~", "pattern.pitchX"),
        ["laid gauge"] = ("4 M16 8.8, 60 kN across, 2 rows, 70 mm ~", "pattern.pitchY"),
        ["lever beside"] = ("4 M16 8.8, 5 kN, 250 mm ~", "loads[0].atX"),
        ["lever out"] = ("4 M16 8.8, 5 kN, 250 mm ~", "loads[0].atZ"),
        ["lever asked"] = ("4 M16 8.8, 5 kN, 250 mm ~", ""),
        ["holes"] = ("4 M16 8.8, 60 kN across, 12 + 20, ~", "layers[0].holes"),
        ["turning"] = ("4 M16 8.8 on 200 pcd, 800 N·m ~", "loads[0].mz"),
    };

    [Fact]
    public void Every_word_is_read_in_its_line_and_says_what_its_row_says()
    {
        var (wrong, read) = (new List<string>(), 0);
        foreach (var (slot, value, words) in QuickWords.Rows)
        {
            if (!Slots.TryGetValue(slot, out var at) && !Slots.TryGetValue($"{slot} {value}", out at)) continue;
            read++;
            // What seals lies between two parts.
            if (value.StartsWith("Gasket", StringComparison.Ordinal)) at = ("4 M16 8.8, 60 kN apart, 12 + 3 ~ + 20", "layers[1].material");
            var line = at.Line.Replace("~", words, StringComparison.Ordinal);
            QuickJoint quick;
            try
            {
                quick = QuickLine.Read(line, UnitSystem.Si);
            }
            catch (Exception e) when (e is NullReferenceException or ArgumentException or InvalidOperationException)
            {
                wrong.Add($"{line}: {e.Message}");
                continue;
            }
            var asked = (slot, value) is ("way", "down" or "leaning") or ("lever", "asked");
            if (quick.Parts.All(p => p.Problem is null) == asked)
                wrong.Add($"{line}: {string.Join("; ", quick.Parts.Where(p => p.Problem is not null).Select(p => $"[{p.Text}] {p.Problem}"))}");
            if (quick.Draft.Text("bolts.thread") != "M16" || (slot != "grade" && quick.Draft.Text("bolts.grade") != "8.8")) wrong.Add(line + ": the bolts changed");
            var (path, text) = slot == "field" ? (value.Split('=')[0], value.Split('=')[1]) : (at.Path, Expected(slot, value));
            if (path.Length > 0 && quick.Draft.Text(path) != text && !(text is "hex" or "nut" && quick.Draft.Text(path) is null))
                wrong.Add($"{line}: {path} is {quick.Draft.Text(path)}, not {text}");
            if (slot == "question" && quick.Question.ToString() != value.Replace(" ", "", StringComparison.Ordinal).Replace("howmany", "HowMany", StringComparison.Ordinal)
                && !quick.Question.ToString().Equals(value.Replace(" ", "", StringComparison.Ordinal), StringComparison.OrdinalIgnoreCase)) wrong.Add(line + ": asks " + quick.Question);
        }
        Assert.True(wrong.Count == 0, string.Join('\n', wrong));
        Assert.True(read > 380, $"{read} words");
    }

    private static string? Expected(string slot, string value) => slot switch
    {
        "each" => "60 kN", "part" => "14 mm", "turning" => "800 N·m", "tilting" => "4 kN·m", "lever" => "250 mm",
        "laid" => value is "row" or "column" or "group" ? "2" : "70 mm", "shear by" => value == "bearing" ? "bearing" : "friction", _ => value,
    };

    [Fact]
    public void Every_question_is_asked_and_each_of_its_answers_is_read()
    {
        var answers = 0;
        foreach (var (words, (question, choices)) in QuickWords.Asked)
        {
            var line = $"4 M16 8.8, 60 kN across, 12 + 20, {words}";
            var quick = QuickLine.Read(line, UnitSystem.Si);
            var asked = quick.Parts.Where(p => p.Problem is not null).ToList();
            Assert.True(asked.Count == 1, $"{line}: {string.Join("; ", asked.Select(p => $"[{p.Text}] {p.Problem}"))}");
            var part = asked[0];
            Assert.True(part.Problem == question && part.Text == words, $"{line}: [{part.Text}] {part.Problem}");
            Assert.Equal(choices.Length, part.Answers.Count);
            foreach (var answer in part.Answers)
            {
                var again = QuickLine.Read(answer.Line, UnitSystem.Si);
                Assert.True(again.Understood, $"{answer.Line}: {string.Join("; ", again.Parts.Where(p => p.Problem is not null).Select(p => $"[{p.Text}] {p.Problem}"))}");
                answers++;
            }
        }
        Assert.True(answers > 40, $"{answers} answers");
    }

    /// <summary>Names of kinds: each begins a line of its kind, or stands anywhere in one.</summary>
    [Fact]
    public void Every_name_of_a_kind_makes_a_line_of_it()
    {
        var names = QuickKinds.Names.Where(n => n.Row.Slot is not ("quiet" or "name of none")).ToList();
        foreach (var (name, kind, row) in names)
        {
            var line = row.Slot switch
            {
                "name anywhere" => $"M16 8.8 {name}", "name before a size" => $"{name}80x80x8, M16 8.8", _ => $"{name} M16 8.8",
            };
            Assert.True(QuickLine.Read(line, UnitSystem.Si).Draft.Text(Fields.Kind) == kind.Id, line);
        }
        Assert.True(names.Count > 70, $"{names.Count} names");
    }

    /// <summary>Every row of every kind's own words is read as its example says, whole, into what the row names.</summary>
    [Fact]
    public void Every_piece_of_a_kind_is_read_as_its_row_says()
    {
        var (wrong, rows) = (new List<string>(), 0);
        foreach (var kind in Kind.All.Where(k => k.Spoken is not null))
        {
            var name = kind.Spoken!.Words.First(r => r.Slot == "name").Words.Split('|')[0];
            foreach (var row in kind.Spoken!.Words.Where(r => r.Slot == "piece"))
            {
                rows++;
                var quick = QuickLine.Read($"{name}, {row.Example}", UnitSystem.Si);
                var part = quick.Parts.SingleOrDefault(p => p.Text == row.Example);
                if (part is null || (part.Problem ?? "") != row.Question || part.Taken != row.Taken)
                    wrong.Add($"{name}, {row.Example}: {string.Join("; ", quick.Parts.Select(p => $"[{p.Text}] {p.Problem ?? p.Taken}"))}");
                // What it states beside, and what stands in its words, is in the document.
                wrong.AddRange(row.Into.Split('|', StringSplitOptions.RemoveEmptyEntries).Where(i => !i.Contains('{', StringComparison.Ordinal))
                    .Where(i => quick.Draft.Text($"{kind.Id}.{i.Split('=')[0]}") != i.Split('=')[1]).Select(i => $"{row.Example}: not {i}"));
                if (row.Question.Length == 0 && row.Taken != QuickPart.Nothing && !quick.Draft.Places().Any(p =>
                    quick.Draft.PathOf(p).StartsWith(kind.Id + ".", StringComparison.Ordinal) && !quick.Draft.IsChosen(p)))
                    wrong.Add($"{row.Example}: nothing is stated");
                foreach (var answer in part?.Answers ?? [])
                {
                    if (QuickLine.Read(answer.Line, UnitSystem.Si).Parts.Any(p => p.Problem == row.Question)) wrong.Add($"{answer.Line}: asked again");
                }
            }
        }
        Assert.True(wrong.Count == 0, string.Join('\n', wrong));
        Assert.True(rows > 75, $"{rows} rows");
    }

    /// <summary>Lines as they are written in shops, with what each comes to: one a row of <c>shopLines.csv</c>; what is asked stands behind an arrow.</summary>
    [Fact]
    public void Lines_of_the_shop_come_to_what_they_say()
    {
        using var csv = new CsvReader(new StreamReader(Path.Combine(Samples.Root, "tests", "Hasp.Tests", "Files", "shopLines.csv")), CultureInfo.InvariantCulture);
        csv.Read();
        csv.ReadHeader();
        var (wrong, lines) = (new List<string>(), 0);
        while (csv.Read())
        {
            lines++;
            var line = csv.GetField("line")!;
            var said = Said(line);
            if (said != csv.GetField("says")) wrong.Add($"{line}\n   says  {said}\n   wants {csv.GetField("says")}");
        }
        Assert.True(wrong.Count == 0, string.Join('\n', wrong));
        Assert.True(lines > 150, $"{lines} lines");
    }

    // What would be taken anyway: said, it changes nothing.
    private static readonly HashSet<string> Usual =
    [
        "hex head", "thread engages nut", "washers", "no washers", "torque wrench, with the scatter of the finish", "asked: in tension", "one bolt",
    ];

    /// <summary>What a line is told that it was taken for goes somewhere: without those words the joint, or what is asked, is another. A
    /// reading that is shown and dropped is a silent one.</summary>
    [Fact]
    public void What_was_read_goes_into_the_joint()
    {
        var (dropped, read) = (new List<string>(), 0);
        foreach (var line in ShopLines())
        {
            var quick = QuickLine.Read(line, UnitSystem.Si);
            foreach (var part in quick.Parts.Where(p => p.Problem is null && p.Taken != QuickPart.Nothing && !Usual.Contains(p.Taken)))
            {
                // Said twice, it may go once: "into" alone says that a hole is tapped, and so does "tapped".
                if (part.Taken is "thread engages tapped" or "tapped into"
                    && line.Contains(part.Taken == "tapped into" ? "tapped" : "into", StringComparison.Ordinal)) continue;
                if (quick.Parts.Count(p => p.Taken == part.Taken) > 1) continue;
                // Two rows of three are six; a bore under pressure is a ram's.
                if (part.Taken.EndsWith(" bolts", StringComparison.Ordinal) && quick.Parts.Any(p => p.Taken.Contains(" rows of ", StringComparison.Ordinal))) continue;
                if (part.Taken == "a ram" && quick.Parts.Any(p => p.Taken.StartsWith("bore", StringComparison.Ordinal))) continue;
                // How a load acts that is asked about; a kind that is named twice.
                if (part.Taken == "how the load acts" && quick.Parts.Any(p => p.Problem is not null)) continue;
                if (part == quick.Parts[0] && quick.Draft.Text(Fields.Kind) is not null && Said(line) == Said(line.Remove(part.Start, part.Length))) continue;
                read++;
                if (Said(line.Remove(part.Start, part.Length)) == Said(line)) dropped.Add($"{line}: {part.Text} → {part.Taken}");
            }
        }
        Assert.True(dropped.Count == 0, string.Join('\n', dropped));
        Assert.True(read > 700, $"{read} readings");
    }

    /// <summary>One thing said twice is asked about, whatever reads it: a piece of a line said once more with another figure changes nothing
    /// that was said before.</summary>
    [Fact]
    public void What_is_said_twice_is_asked_about_and_never_overwritten()
    {
        var (overwritten, tried) = (new List<string>(), 0);
        foreach (var line in ShopLines())
        {
            var quick = QuickLine.Read(line, UnitSystem.Si);
            if (quick.Parts.Any(p => p.Problem is not null)) continue;
            var stated = quick.Draft.Places().Where(p => !quick.Draft.IsChosen(p)).Select(quick.Draft.PathOf).Where(p => p != Fields.Name.Path).ToList();
            foreach (var part in quick.Parts.Where(p => p.Taken != QuickPart.Nothing && p.Text.Any(char.IsDigit)))
            {
                tried++;
                var more = Regex.Replace(part.Text, "[0-9](?=[^0-9]*$)", d => ((int.Parse(d.Value, CultureInfo.InvariantCulture) % 8) + 1).ToString(CultureInfo.InvariantCulture));
                var twice = QuickLine.Read($"{line}, {more}", UnitSystem.Si);
                // What is asked about changes nothing in silence; parts are listed in their order, which is another where one comes on top.
                if (twice.Parts.Any(p => p.Problem is not null)) continue;
                overwritten.AddRange(stated.Where(p => twice.Draft.Text(p) != quick.Draft.Text(p) && !p.StartsWith("layers", StringComparison.Ordinal))
                    .Select(p => $"{line}, {more}: {p} {quick.Draft.Text(p)} → {twice.Draft.Text(p)}"));
            }
        }
        Assert.True(overwritten.Count == 0, string.Join('\n', overwritten));
        Assert.True(tried > 1000, $"{tried}");
    }

    /// <summary>Whatever else could have been chosen is said in words that the line reads; they change the choice, and nothing that was stated.</summary>
    [Fact]
    public void Each_choice_is_changed_by_words_that_the_line_keeps()
    {
        var (wrong, tried, topics) = (new List<string>(), 0, new HashSet<string>(StringComparer.Ordinal));
        // Every third line: each topic is among them many times.
        foreach (var line in ShopLines().Where((_, i) => i % 3 == 0))
        {
            var quick = QuickLine.Read(line, UnitSystem.Si);
            if (!quick.Understood) continue;
            var stated = Stated(quick);
            foreach (var (choice, other) in quick.Chosen.SelectMany(c => c.Others.Select(o => (c, o))))
            {
                tried++;
                topics.UnionWith(QuickChoices.Topics.Where(t => QuickChoices.Of(t, line, inch: false, _ => false).Concat(QuickChoices.Of(t, line, inch: true, _ => false)).Any(o => o.Line == other.Line)));
                var again = QuickLine.Read(other.Line, UnitSystem.Si);
                if (!other.Line.StartsWith(line.TrimEnd(' ', ',', ';', '.'), StringComparison.Ordinal)) wrong.Add($"{line}: its own words are not kept in {other.Line}");
                if (!again.Understood) wrong.Add($"{other.Line}: {string.Join("; ", again.Parts.Where(p => p.Problem is not null).Select(p => $"[{p.Text}] {p.Problem}"))}");
                else if (stated.Except(Stated(again)).Where(s => choice.Words is not ("in one row" or "in two rows") || !s.StartsWith("pattern.", StringComparison.Ordinal)).ToList() is { Count: > 0 } gone) wrong.Add($"{other.Line}: {string.Join("; ", gone)} was stated, and is not any more");
                else if (again.Chosen.Any(c => c.Words == choice.Words) && Stated(again).SetEquals(stated)) wrong.Add($"{other.Line}: changes nothing of {choice.Words}");
            }
        }
        Assert.True(wrong.Count == 0, string.Join('\n', wrong.Take(60)));
        Assert.True(tried > 600, $"{tried} choices");
        Assert.Equal(QuickChoices.Topics.Order(), topics.Order());
    }

    private static HashSet<string> Stated(QuickJoint quick) => [.. quick.Draft.Places().Where(p => !quick.Draft.IsChosen(p) && quick.Draft.PathOf(p) != "name")
        .Select(p => $"{quick.Draft.PathOf(p)} {quick.Draft[p]!.Text}")];

    private static IEnumerable<string> ShopLines()
    {
        using var csv = new CsvReader(new StreamReader(Path.Combine(Samples.Root, "tests", "Hasp.Tests", "Files", "shopLines.csv")), CultureInfo.InvariantCulture);
        csv.Read();
        csv.ReadHeader();
        while (csv.Read()) yield return csv.GetField("line")!;
    }

    /// <summary>A line in short: what was stated, field by field, and what is asked.</summary>
    internal static string Said(string line)
    {
        var quick = QuickLine.Read(line, UnitSystem.Si);
        var stated = quick.Draft.Places().Where(p => !quick.Draft.IsChosen(p)).Select(p => (Path: quick.Draft.PathOf(p), quick.Draft[p]!.Text))
            .Where(s => s.Path is not ("name" or "loads[0].name") && !s.Path.EndsWith("].name", StringComparison.Ordinal)
                && s is not ("loads[0].tension" or "loads[0].shear", "0 kN"));
        var asked = quick.Parts.Where(p => p.Problem is not null).Select(p => p.Text);
        return string.Join("; ", stated.Select(s => $"{s.Path} {s.Text}")) + (asked.Any() ? " → " + string.Join(" | ", asked) : "")
            + (quick.Question == QuickQuestion.None ? "" : " ? " + quick.Question);
    }
}
