using System.Diagnostics;
using System.Security.Cryptography;
using System.Text;
using Hasp.Store;
using Microsoft.Data.Sqlite;

namespace Hasp.Bench;

/// <summary>
/// The signed log: one entry kept, the whole of it looked through with every signature and by its hashes alone. Beside it the same work plainly: rows read
/// from the same file, one SHA-256 each.
/// </summary>
internal static class ChainTimes
{
    private const int Entries = 100_000, AtOnce = 500, Single = 200;

    internal static async Task Run()
    {
        var folder = Directory.CreateTempSubdirectory("hasp-chain-").FullName;
        var data = Path.Combine(folder, "data");
        var signing = Signing.For(data, Path.Combine(folder, "key.pem"));
        DataFolder.Open(data).Dispose();
        using var log = new ShopLog(new ServerTimes.Databases(Path.Combine(data, "hasp.db")), TimeProvider.System, null, signing);
        NewEntry Next(int i) => new($"k{i}", "bolt", 1, 7, 3, (i % 24) + 1, "{\"pass\":\"full\",\"result\":\"tight\",\"torque\":\"335 N·m\",\"lot\":\"L-2031\"}", DateTime.UtcNow);
        for (var i = 0; i < Entries; i += AtOnce) await log.Append([.. Enumerable.Range(i, AtOnce).Select(Next)]);

        var one = new List<double>();
        for (var i = 0; i < Single; i++)
        {
            var from = Stopwatch.GetTimestamp();
            await log.Append([Next(Entries + i)]);
            one.Add(Stopwatch.GetElapsedTime(from).TotalMilliseconds);
        }
        one.Sort();
        Console.WriteLine($"one entry kept, signed, on disk: median {one[Single / 2]:0.0} ms, p95 {one[Single * 95 / 100]:0.0} ms");
        var head = (await log.Head())!;
        await Time("looked through, every signature", async () => Whole(await log.Check()));
        await Time("looked through by its hashes", async () => Whole(await log.Check(head)));
        await Time("head read", async () => _ = await log.Head());
        await Time("plain: rows read, a SHA-256 each", () =>
        {
            using var db = new SqliteConnection($"Data Source={Path.Combine(data, "hasp.db")};Mode=ReadOnly;Pooling=False");
            db.Open();
            using var command = db.CreateCommand();
            command.CommandText = "SELECT Document, Previous, Hash FROM Entries ORDER BY Number";
            using var reader = command.ExecuteReader();
            var sum = 0;
            while (reader.Read()) sum += SHA256.HashData(Encoding.UTF8.GetBytes(reader.GetString(0) + reader.GetString(1) + reader.GetString(2)))[0];
            return Task.FromResult(sum);
        });
        SqliteConnection.ClearAllPools();
        Directory.Delete(folder, recursive: true);
    }

    private static void Whole(LogCheck check)
    {
        if (check.Broken is not null) throw new InvalidOperationException(check.Problem);
    }

    private static async Task Time(string what, Func<Task> work)
    {
        await work();
        var from = Stopwatch.GetTimestamp();
        await work();
        var took = Stopwatch.GetElapsedTime(from).TotalMilliseconds;
        Console.WriteLine($"{what}: {took:0} ms of {Entries:N0} entries, {took / Entries * 1000:0.0} µs each");
    }
}
