using System.Diagnostics;
using Hasp.Store;
using Microsoft.EntityFrameworkCore;

namespace Hasp.Bench;

/// <summary>The lists of a project as it grows: the Board, its search, the buying list and the record of 20, 300 and 10 000 joints.</summary>
internal static partial class ServerTimes
{
    private static readonly int[] Sizes = [20, 300, 10_000];

    internal static async Task Board()
    {
        foreach (var size in Sizes)
        {
            var data = Directory.CreateTempSubdirectory("hasp-bench-").FullName;
            await Fill(data, size);
            using var open = new Started(5097, data);
            var http = open.Http;
            await open.Ready();
            var clock = Stopwatch.StartNew();
            while ((await http.GetStringAsync("/")).Contains("id=\"behind\"", StringComparison.Ordinal)) await Task.Delay(50);
            Console.WriteLine($"{size} joints: every line made anew after a start in {clock.ElapsedMilliseconds} ms");
            await Report($"{size} joints: plain round trip of a small file (baseline)", _ => http.GetStringAsync("/favicon.svg"));
            await Report($"{size} joints: Board", _ => http.GetStringAsync("/"));
            await Report($"{size} joints: Board, last part", _ => http.GetStringAsync($"/?part={(size - 1) / 50}"));
            await Report($"{size} joints: Board, by number", _ => http.GetStringAsync("/?sort=number"));
            await Report($"{size} joints: search, two words", _ => http.GetStringAsync("/?handler=List&search=strap+m20"));
            if (size > 300) continue;
            await Report($"{size} joints: buying list", _ => http.GetStringAsync("/projects/1/buying"));
            await Report($"{size} joints: record", _ => http.GetStringAsync("/projects/1/record"));
        }
    }

    /// <summary>A project of so many joints: those of the demonstration over and over, each called otherwise and with parts of its own.</summary>
    private static async Task Fill(string data, int size)
    {
        var documents = Directory.GetFiles(Path.Combine(Root(), "src", "Hasp.Web", "Demo"), "*.joint.json").Order().Select(File.ReadAllText).ToList();
        using var folder = DataFolder.Open(data);
        using var store = new JointStore(new Databases(Path.Combine(data, "hasp.db")), TimeProvider.System);
        var project = await store.CreateProject("Many", "");
        for (var i = 0; i < size; i++)
        {
            await store.Create(project, documents[i % documents.Count].Replace("\"number\": \"AL-", $"\"number\": \"N{i:00000}-", StringComparison.Ordinal), "filled");
        }
    }

    internal sealed class Databases(string file) : IDbContextFactory<HaspDb>
    {
        public HaspDb CreateDbContext()
        {
            var builder = new DbContextOptionsBuilder<HaspDb>();
            HaspDb.Configure(builder, file);
            return new(builder.Options);
        }
    }
}
