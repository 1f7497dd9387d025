using System.Globalization;
using Hasp.Core.Documents;
using Hasp.Core.Joints;
using Hasp.Core.Kinds;
using Hasp.Core.Quantities;
using Hasp.Files;

namespace Hasp.Web.Drawing;

/// <summary>What a joint can begin with, by its small drawing.</summary>
/// <param name="Id">Sent when it is chosen.</param>
/// <param name="Name">What it is called.</param>
/// <param name="Brief">What it is.</param>
/// <param name="Line">The same in a quick line.</param>
/// <param name="Drawing">Its drawing.</param>
public sealed record KindStart(string Id, string Name, string Brief, string Line, string Drawing);

/// <summary>Every start, worked out once: nothing of it depends on who looks.</summary>
public static class KindStarts
{
    /// <summary>The start that is no kind: plate, bolts and load round a hollow section.</summary>
    public const string Frame = "frame";

    private const double Width = 58, Height = 44;

    /// <summary>All, in the order of the kinds.</summary>
    public static IReadOnlyList<KindStart> All { get; } = [.. Kind.All.Where(k => !k.IsParts).Select(Of), FrameRoundSection()];

    private static KindStart Of(Kind kind)
    {
        var sheet = kind.Draw(JointDocument.Read(kind.Example).Joint!);
        return new(kind.Id, kind.Name, kind.Brief, kind.Line,
            MiniSvg.Sheet(new SheetDrawing(sheet, Width, Height, UnitSystem.Si, 1, false), Width, Height));
    }

    private static KindStart FrameRoundSection()
    {
        var bolts = QuickLine.Read(QuickLine.Frame, UnitSystem.Si).Draft.Judged().Joint!.Pattern!.Group.Bolts;
        var (x, y) = (bolts.Max(b => b.X), bolts.Max(b => b.Y));
        string Bolt(double across, double up) => string.Create(CultureInfo.InvariantCulture,
            $"<g class=\"mark bolt\"><path class=\"body\" d=\"M{across - 2:0.##} {up:0.##}a2 2 0 1 0 4 0a2 2 0 1 0 -4 0Z\" /></g>");
        var drawing = $"""
            <svg class="mini" viewBox="-30 -23 60 46" width="{Width}" height="{Height}" aria-hidden="true">
              <g class="mark"><path class="body" d="M-21 -21H21V21H-21Z" /></g>
              <g class="mark other"><path class="body" d="M-10 -10H10V10H-10ZM-8 -8V8H8V-8Z" /></g>
              {string.Concat(bolts.Select(b => Bolt(b.X / x * 16, b.Y / y * 16)))}
            </svg>
            """;
        return new(Frame, "Frame round a hollow section", "A starting point: lays out plate, bolts and load", QuickLine.Frame, drawing);
    }
}
