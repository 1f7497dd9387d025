using System.Diagnostics;
using System.Globalization;

namespace Hasp.Store;

/// <summary>
/// The steps between which a process may end, by name: a test says at which one it does (<c>HASP_DIE_AT=save:written/3</c>, the third time
/// that it is come by), so that every one of them has been the last once. Where nothing is said it costs a comparison.
/// </summary>
public static class Steps
{
    /// <summary>Every one.</summary>
    public static IReadOnlyList<string> All { get; } =
    [
        "open:private", "open:held", "making:migrated", "making:moved", "upgrade:kept", "upgrade:copied", "seed:joints", "seed:shop",
            "save:begun", "save:written",
        "save:committed", "entry:begun", "entry:written", "entry:committed", "backup:copied", "backup:checked", "restore:copied",
            "restore:kept", "restore:cleared",
        "restore:moved",
    ];

    private static readonly string? At = Environment.GetEnvironmentVariable("HASP_DIE_AT") is { Length: > 0 } said
        ? said.Split('/')[0] : null;
    private static int _left = At is null ? 0 : int.Parse(Environment.GetEnvironmentVariable("HASP_DIE_AT")!.Split('/')[1],
        CultureInfo.InvariantCulture);

    /// <summary>A step was come by.</summary>
    public static void Reached(string step)
    {
        if (At is null || step != At || Interlocked.Decrement(ref _left) != 0) return;
        // As a power cut would: nothing is tidied up, and nothing after it is done.
        Process.GetCurrentProcess().Kill();
        Thread.Sleep(Timeout.Infinite);
    }
}
