using System.Collections.Immutable;
using System.Text.Json;
using Hasp.Core;
using Hasp.Core.Shop;

namespace Hasp.Web.Drawing;

/// <summary>A round on the chart: its place, and the height of each bolt's mark.</summary>
/// <param name="Name">The pass.</param>
/// <param name="X">Of its column.</param>
/// <param name="Marks">Number of the bolt, its share of the preload aimed at in %, its height.</param>
/// <param name="Least">Share of the one that holds least, %.</param>
/// <param name="LeastY">Its height.</param>
public sealed record RoundColumn(string Name, double X, ImmutableArray<(int Bolt, double Percent, double Y)> Marks, double Least,
    double LeastY);

/// <summary>A way of going round, in a line of the table; shares of the preload aimed at, %.</summary>
/// <param name="Words">How it goes round.</param>
/// <param name="First">Least after the first round at the full setting.</param>
/// <param name="Last">Least at the end.</param>
/// <param name="Even">Least over greatest at the end, %.</param>
/// <param name="Again">How often it is gone round again.</param>
public sealed record WayRound(string Words, double First, double Last, double Even, int Again);

/// <summary>What each pass leaves on each bolt: a column a round, a mark a bolt, and beside it other ways of going round.</summary>
public sealed class InterplayChart
{
    private const double Left = 40, Right = 12, Top = 10, Bottom = 34;

    private const double Room = 490, Column = 54;

    // More numbers than these are not sent to be played.
    private const int MostPlayed = 8000;

    /// <param name="plan">The plan.</param>
    /// <param name="interplay">What its bolts take from each other.</param>
    /// <param name="result">The joint and what it came to.</param>
    public InterplayChart(TighteningPlan plan, Interplay interplay, Result result)
    {
        var preload = result[Terms.Preload];
        var ways = interplay.Compare(plan, result);
        Interplay = interplay;
        if (ways.Count == 0) return;
        var played = ways[0];
        double Percent(double force) => 100 * force / preload;
        Most = Math.Max(110, Percent(played.Rounds.Max(r => r.Greatest)) * 1.05);
        Width = Math.Max(Room, Left + Right + (played.Rounds.Length * Column));
        var step = (Width - Left - Right) / played.Rounds.Length;
        Columns = [.. played.Rounds.Select((r, i) => new RoundColumn(r.Name, Left + ((i + 0.5) * step),
            [.. r.Forces.Select((f, b) => (plan.Assembly.Numbers[b], Percent(f), Y(Percent(f))))], Percent(r.Least), Y(Percent(r.Least))))];
        Ways = [.. ways.Select(w => new WayRound(w.Words, Percent(w.First.Least), Percent(w.Last.Least),
            100 * w.Last.Least / w.Last.Greatest, w.Again))];
        Full = played.First.Name;
        Rests = played.Rests && plan.Passes[^1].Repeats;
        if (played.Steps.Length * preload > 0 && played.Steps.Length * plan.Assembly.Numbers.Length <= MostPlayed)
            Steps = JsonSerializer.Serialize(played.Steps.Select(s => new
            {
                pass = played.Rounds[s.Round].Name,
                left = plan.Assembly.Numbers.Select((n, i) => (n, i)).ToDictionary(b => b.n, b => Math.Round(Percent(s.Forces[b.i]))),
            }));
    }

    /// <summary>Of the picture: as the room at a desk, wider where there are more rounds than stand side by side in it.</summary>
    public double Width { get; } = Room;

    /// <summary>Of the picture.</summary>
    public static double Height => 190;

    /// <summary>What it is drawn from.</summary>
    public Interplay Interplay { get; }

    /// <summary>Top of the scale, %.</summary>
    public double Most { get; } = 110;

    /// <summary>Round by round; empty where nothing is tightened.</summary>
    public ImmutableArray<RoundColumn> Columns { get; } = [];

    /// <summary>The planned way first.</summary>
    public ImmutableArray<WayRound> Ways { get; } = [];

    /// <summary>The first round at the full setting.</summary>
    public string Full { get; } = "";

    /// <summary>True where it is gone round until no nut turns.</summary>
    public bool Rests { get; }

    /// <summary>Every step as the page plays it; empty where there are too many.</summary>
    public string Steps { get; } = "";

    /// <summary>The line of those that hold least.</summary>
    public string LeastPath => Columns.Length == 0 ? "" : "M" + string.Join("L", Columns.Select(c => $"{N(c.X)} {N(c.LeastY)}"));

    /// <summary>Height of a share, %.</summary>
    public double Y(double percent) => Top + ((1 - (percent / Most)) * (Height - Top - Bottom));

    /// <summary>The line at a share, %.</summary>
    public string LineAt(double percent) => $"M{N(Left)} {N(Y(percent))}H{N(Width - Right)}";

    /// <summary>What it comes to, in a sentence.</summary>
    public string Words
    {
        get
        {
            if (Ways is not [var way, ..]) return "";
            var first = FormattableString.Invariant(
                $"After “{Full}” the bolt that holds least has {way.First:0} % of what was aimed at");
            var times = way.Again == 1 ? "time" : "times";
            if (way.Again > 0) return first
                + FormattableString.Invariant($"; going round {way.Again} more {times} brings it to {way.Last:0} %")
                + (Rests ? "." : ": state fewer, larger steps, or measure what a neighbour loses.");
            return first + (Rests || way.First > Worth ? "; by the springs another round brings less than 2 %."
                : ", and the procedure ends there: go round once more, or measure.");
        }
    }

    // %: what a further round would bring is less than any wrench tells.
    private const double Worth = 98;

    private static string N(double value) => SectionDrawing.N(value);
}
