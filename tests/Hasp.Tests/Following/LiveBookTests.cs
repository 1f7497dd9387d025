using System.Collections.Concurrent;
using System.Diagnostics;
using System.Globalization;
using System.IO.Compression;
using Hasp.Core;
using Hasp.Core.Documents;
using Hasp.Core.Following;
using Hasp.Core.Quantities;
using Hasp.Files;
using Hasp.Files.Live;
using Hasp.Tests.Golden;

namespace Hasp.Tests.Following;

/// <summary>
/// The workbook that calculates, calculated again by an engine that had no part in it and reads the file from disk: as it was handed over,
/// and with inputs typed over, where it must come to what Hasp comes to, or say that it does not follow.
/// </summary>
public sealed class LiveBookTests
{
    private const int Drawn = 8, Edits = 60;

    // What is left of numbers that cancel belongs to the machine.
    private const double Cancelled = 1e-9;

    private static readonly ConcurrentDictionary<string, Lazy<(Follow Follow, Workbook Book)>> Known = [];

    private static readonly string Engine = Path.Combine(Samples.Root, "tests", "Hasp.Recalculator", "bin", Build, "net10.0", "Hasp.Recalculator.dll");

    private static string Build => AppContext.BaseDirectory.Contains("Debug", StringComparison.Ordinal) ? "Debug" : "Release";

    [Fact]
    public void Every_cell_comes_to_what_Hasp_came_to() => Walk(Drawn, 9_000);

    [Fact(Explicit = true), Trait("run", "long")]
    public void Every_cell_of_hundreds_of_joints_comes_to_what_Hasp_came_to() => Walk(500, 150_000);

    private static void Walk(int drawn, int floor)
    {
        using var folder = new Folder();
        var books = Texts(drawn).Select((t, i) => (Book: Made(t).Book, File: folder.File($"{i:000}.xlsx"))).ToList();
        foreach (var (book, file) in books) File.WriteAllBytes(file, book.Xlsx());
        var cells = 0;
        foreach (var ((book, file), found) in books.Zip(folder.Calculated(books.Select(b => $"{b.File}|all"))))
        {
            foreach (var sheet in book.Sheets)
            {
                foreach (var cell in sheet.Cells)
                {
                    if (cell.Value is not Formula formula) continue;
                    var address = $"{sheet.Name}!{Sheet.ColumnOf(cell.Column)}{cell.Row}";
                    // A reserve of 1 to the last figure may fall to either side in another machine.
                    if (formula.Value is string && sheet.Name == "Summary" && cell.Column == 5 && AtOne(found.GetValueOrDefault($"Summary!D{cell.Row}"))) continue;
                    Assert.True(Same(formula.Value, found[address]), $"{file} {address}: {found[address]}, wanted {formula.Value}: {formula.Text}");
                    cells++;
                }
            }
        }
        Assert.True(cells > floor, $"{cells} cells");
    }

    [Fact]
    public void An_input_that_is_typed_over_is_followed_or_it_is_said_that_it_is_not() => Type(Edits, 400, 10);

    [Fact(Explicit = true), Trait("run", "long")]
    public void Hundreds_of_inputs_that_are_typed_over_are_followed_or_it_is_said_that_they_are_not() => Type(800, 6000, 150);

    private static void Type(int edits, int leastFollowed, int leastSaid)
    {
        using var folder = new Folder();
        var random = new Random(20261);
        var made = Texts(Drawn).Select((t, i) =>
        {
            var (follow, book) = Made(t);
            var file = folder.File($"{i:000}.xlsx");
            File.WriteAllBytes(file, book.Xlsx());
            return (Follow: follow, File: file);
        }).Where(m => m.Follow.Inputs.Count > 0).ToList();
        var tried = Enumerable.Range(0, edits).Select(i =>
        {
            var (follow, file) = made[i % made.Count];
            var input = follow.Inputs[random.Next(follow.Inputs.Count)];
            var value = Math.Round(input.Value * (0.2 + (2.5 * random.NextDouble())), 3);
            return (Follow: follow, Input: input, Value: value, Line: $"{file}\t{LiveBook.NameOf(input.Path)}={value.ToString(CultureInfo.InvariantCulture)}|Summary");
        }).ToList();
        var (followed, said) = (0, 0);
        foreach (var (one, cells) in tried.Zip(folder.Calculated(tried.Select(t => t.Line))))
        {
            var joint = one.Follow.Draft.State(one.Input.Place, one.Input.With(one.Value), UnitSystem.Si).Judged().Joint;
            var warned = cells.Values.Count(v => v.StartsWith(Workbook.Warning + "beyond", StringComparison.Ordinal));
            // A sheet cannot know what is no joint at all: it must have said so.
            var result = joint is null ? null : Evaluation.Run(joint);
            var rows = cells.Keys.Where(k => k.StartsWith("Summary!H", StringComparison.Ordinal)).Select(k => int.Parse(k[9..], CultureInfo.InvariantCulture)).Order();
            foreach (var (check, at) in Evaluation.Run(one.Follow.Graph.Joint).Checks.Select(c => c.Check).Where(c => one.Follow.Graph.RootsOf(c).Count > 0).Zip(rows))
            {
                if (cells[$"Summary!H{at}"] != "yes")
                {
                    said++;
                    continue;
                }
                var now = result?.Checks.FirstOrDefault(c => c.Check == check);
                Assert.True(now is not null || warned > 0, $"{one.Line}: no joint, and nothing said");
                if (now is null) continue;
                Assert.True(Same(now.Factor ?? Workbook.Boundless, cells[$"Summary!C{at}"]),
                    $"{one.Line}: {check.Id} {cells[$"Summary!C{at}"]}, wanted {now.Factor}");
                followed++;
            }
        }
        Assert.True(followed > leastFollowed && said > leastSaid, $"{followed} followed, {said} said");
    }

    [Fact]
    public void The_file_holds_no_macro_no_link_and_no_text_that_begins_as_a_formula()
    {
        using var zip = new ZipArchive(new MemoryStream(Made(Texts(0).First()).Book.Xlsx()));
        Assert.DoesNotContain(zip.Entries, e => e.FullName.Contains("vba", StringComparison.OrdinalIgnoreCase) || e.FullName.Contains("external", StringComparison.OrdinalIgnoreCase));
        foreach (var entry in zip.Entries)
        {
            using var reader = new StreamReader(entry.Open());
            var text = reader.ReadToEnd();
            Assert.DoesNotContain("TargetMode=\"External\"", text, StringComparison.Ordinal);
            Assert.DoesNotMatch(@"<(x:)?t[^>]*>[=+\-@]", text);
        }
    }

    [Fact]
    public void What_the_working_chose_between_is_shown_as_the_branch_that_was_taken()
    {
        // An M16 whose faces part: the bolt takes the whole load, where it is beyond what opens the joint.
        var working = Evaluation.Run(Samples.Joint(("loads[0].tension", "600 kN"))).Checks.First(c => c.Check.Id == "proof").Working;
        Assert.Contains(working.Steps, s => WorkingText.Formula(s.Formula).Contains(" where ", StringComparison.Ordinal));
    }

    private static IEnumerable<string> Texts(int drawn) =>
        Samples.DemoTexts.Concat(Enumerable.Range(0, drawn).Select(i => GoldenTests.Text(i)));

    private static (Follow Follow, Workbook Book) Made(string text) => Known.GetOrAdd(text, t => new(() => Make(t))).Value;

    private static (Follow Follow, Workbook Book) Make(string text)
    {
        var (joint, faults) = JointDocument.Read(text);
        Assert.True(joint is not null, string.Join("; ", faults));
        var follow = Follow.Of(JointDocument.Stored(text), Graph.Of(joint, 300));
        return (follow, LiveBook.Of(follow, Evaluation.Run(joint), "Sample"));
    }

    private static bool AtOne(string? reserve) => reserve is not null && Math.Abs(double.Parse(reserve, CultureInfo.InvariantCulture) - 1) < 1e-9;

    private static bool Same(object wanted, string found) => wanted switch
    {
        string text => text == found,
        _ => double.TryParse(found, NumberStyles.Float, CultureInfo.InvariantCulture, out var number)
            && Convert.ToDouble(wanted, CultureInfo.InvariantCulture) is var value
            && (Math.Abs(number - value) <= 1e-9 * Math.Abs(value) || Math.Abs(value) > 1e150 && Math.Abs(number) > 1e150 || Math.Abs(value) < Cancelled && Math.Abs(number) < Cancelled),
    };

    /// <summary>A folder for the files of a test, gone when it ends.</summary>
    private sealed class Folder : IDisposable
    {
        private readonly string _path = Directory.CreateTempSubdirectory("hasp-sheet-").FullName;

        public string File(string name) => Path.Combine(_path, name);

        /// <summary>The cells of every workbook asked for, calculated in one process.</summary>
        public IReadOnlyList<Dictionary<string, string>> Calculated(IEnumerable<string> asked)
        {
            var list = File("asked.txt");
            System.IO.File.WriteAllLines(list, asked);
            using var process = Process.Start(new ProcessStartInfo("dotnet", [Engine, list]) { RedirectStandardOutput = true })!;
            var found = new List<Dictionary<string, string>>();
            while (process.StandardOutput.ReadLine() is { } line)
            {
                if (line.StartsWith("# ", StringComparison.Ordinal)) found.Add([]);
                else if (line.Split('\t') is [var address, var value]) found[^1][address] = value;
            }
            process.WaitForExit();
            Assert.Equal(0, process.ExitCode);
            return found;
        }

        public void Dispose() => Directory.Delete(_path, recursive: true);
    }
}
