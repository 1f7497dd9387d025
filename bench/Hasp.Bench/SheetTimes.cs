using System.Diagnostics;
using Hasp.Core;
using Hasp.Core.Documents;
using Hasp.Core.Following;
using Hasp.Files;
using Hasp.Files.Live;

namespace Hasp.Bench;

/// <summary>The spreadsheet that calculates, of every demonstration joint: the graph, what follows which input, the file. Beside it, as plain
/// baseline, the same number of whole evaluations that the following tries, and nothing else.</summary>
internal static class SheetTimes
{
    // As many as one input is tried at: twice to learn, and outwards to both sides.
    private const int TriesOfOne = 19;

    internal static void Run(string folder)
    {
        Console.WriteLine("| joint | cells' rows | inputs | graph | what follows | file | kB | evaluations alone |");
        Console.WriteLine("|---|---:|---:|---:|---:|---:|---:|---:|");
        foreach (var file in Directory.GetFiles(folder, "*.joint.json").Order(StringComparer.Ordinal))
        {
            var text = File.ReadAllText(file);
            var (draft, joint) = (JointDocument.Stored(text), JointDocument.Read(text).Joint!);
            // Once to warm up.
            LiveBook.Of(draft, joint, default, "warm");
            var (graph, graphTook) = Timed(() => Graph.Of(joint));
            var (follow, followTook) = Timed(() => Follow.Of(draft, graph));
            var (book, bookTook) = Timed(() => LiveBook.Of(follow, Evaluation.Run(joint), "bench").Xlsx());
            var (_, plain) = Timed(() =>
            {
                for (var i = 0; i < TriesOfOne * follow.Inputs.Count; i++) Evaluation.Run(draft.Judged().Joint!);
                return 0;
            });
            Console.WriteLine($"| {joint.Number} | {graph.Roots.Count} | {follow.Inputs.Count} | {graphTook:0} ms | {followTook:0} ms | {bookTook:0} ms | "
                + $"{book.Length / 1000} | {plain:0} ms |");
        }
    }

    private static (T Made, double Milliseconds) Timed<T>(Func<T> work)
    {
        var watch = Stopwatch.StartNew();
        var made = work();
        return (made, watch.Elapsed.TotalMilliseconds);
    }
}
