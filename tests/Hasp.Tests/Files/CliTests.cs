using System.Text.Json.Nodes;
using Hasp.Cli;

namespace Hasp.Tests.Files;

/// <summary>The terminal's door and its exit codes.</summary>
public sealed class CliTests
{
    private static (int Exit, string Out, string Error) Run(Func<FileInfo, TextReader, TextWriter, TextWriter, int> command, string input)
    {
        using var output = new StringWriter();
        using var error = new StringWriter();
        var exit = command(new FileInfo("-"), new StringReader(input), output, error);
        return (exit, output.ToString(), error.ToString());
    }

    [Fact]
    public void Evaluate_says_whether_it_holds()
    {
        var holds = Samples.With(("tightening.scatter", "0.1")).ToJsonString();
        Assert.Equal(Commands.Holds, Run((f, i, o, e) => Commands.Evaluate(f, false, false, i, o, e), holds).Exit);
        var (exit, words, _) = Run((f, i, o, e) => Commands.Evaluate(f, false, true, i, o, e), Samples.With(("loads[0].tension", "400 kN"))
            .ToJsonString());
        Assert.Equal(Commands.FallsShort, exit);
        Assert.Contains("FALLS SHORT", words, StringComparison.Ordinal);
        Assert.Contains("ft·lbf", words, StringComparison.Ordinal);
    }

    [Fact]
    public void Bad_input_names_every_fault()
    {
        var (exit, words, error) = Run((f, i, o, e) => Commands.Evaluate(f, false, false, i, o, e), FaultTests.TenFaults);
        Assert.Equal(Commands.BadInput, exit);
        Assert.Empty(words);
        Assert.Equal(10, error.Split('\n', StringSplitOptions.RemoveEmptyEntries).Length);
        using var sink = new StringWriter();
        Assert.Equal(Commands.BadInput, Commands.Evaluate(new FileInfo("no-such-file.json"), false, false, TextReader.Null, sink, sink));
    }

    [Fact]
    public void Json_is_the_result_document()
    {
        var (_, words, _) = Run((f, i, o, e) => Commands.Evaluate(f, true, false, i, o, e), Samples.Plain);
        Assert.Equal("hasp-result", JsonNode.Parse(words)!["format"]!.GetValue<string>());
    }

    [Fact]
    public void Sheet_writes_a_workbook_and_names_every_fault_instead()
    {
        var to = new FileInfo(Path.Combine(Directory.CreateTempSubdirectory("hasp-cli-").FullName, "joint.xlsx"));
        Assert.Equal(Commands.Holds, Run((f, i, o, e) => Commands.Sheet(f, to, i, o, e), Samples.Plain).Exit);
        Assert.True(to.Length > 5000, $"{to.Length} bytes");
        var (exit, _, error) = Run((f, i, o, e) => Commands.Sheet(f, to, i, o, e), FaultTests.TenFaults);
        Assert.Equal(Commands.BadInput, exit);
        Assert.Equal(10, error.Split('\n', StringSplitOptions.RemoveEmptyEntries).Length);
        to.Directory!.Delete(recursive: true);
    }

    [Fact]
    public void Chance_is_repeatable_and_says_what_matters()
    {
        string Of(int seed, bool json) => Run((f, i, o, e) => Commands.Chance(f, json, 20_000, seed, i, o, e), Samples.Plain).Out;
        Assert.Equal(Of(4, false), Of(4, false));
        Assert.NotEqual(Of(4, false), Of(5, false));
        Assert.Contains("nut factor", Of(4, false), StringComparison.Ordinal);
        var document = JsonNode.Parse(Of(4, true))!;
        Assert.Equal(("hasp-chances", 20_000), (document["format"]!.GetValue<string>(), document["samples"]!.GetValue<int>()));
        Assert.Equal(4, document["failures"]!.AsArray().Count);
        Assert.Contains("some bolt of 4", Of(4, false), StringComparison.Ordinal);
        Assert.Contains("not sampled: ", Of(4, false), StringComparison.Ordinal);
        Assert.Equal(Commands.BadInput, Run((f, i, o, e) => Commands.Chance(f, false, 0, null, i, o, e), Samples.Plain).Exit);
    }

    [Fact]
    public void Evaluate_tells_of_fatigue_and_of_figures_by_hand()
    {
        var document = Samples.With(("loads[0].alternatesWith", "unloaded"));
        Typing.SetHandFigure(document, "opening", "externalLoad", "72 kN");
        var (_, words, _) = Run((f, i, o, e) => Commands.Evaluate(f, false, false, i, o, e), document.ToJsonString());
        Assert.Contains("Goodman", words, StringComparison.Ordinal);
        Assert.Contains("smells of the number of bolts", words, StringComparison.Ordinal);
    }

    [Fact]
    public void Find_names_the_smallest_that_holds()
    {
        var (exit, words, _) = Run((f, i, o, e) => Commands.Find(f, false, false, i, o, e), Samples.Plain);
        Assert.Equal(Commands.Holds, exit);
        Assert.Contains("Smallest that holds: 4 × M", words, StringComparison.Ordinal);
        Assert.Equal(Commands.FallsShort, Run((f, i, o, e) => Commands.Find(f, false, false, i, o, e),
            Samples.With(("loads[0].tension", "900 MN")).ToJsonString()).Exit);
        var (_, json, _) = Run((f, i, o, e) => Commands.Find(f, true, false, i, o, e), Samples.Plain);
        Assert.NotEmpty(JsonNode.Parse(json)!["cells"]!.AsArray());
    }
}
