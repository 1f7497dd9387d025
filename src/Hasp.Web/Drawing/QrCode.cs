using System.Text;
using QRCoder;

namespace Hasp.Web.Drawing;

/// <summary>An address as a code that a camera reads: one path, dark squares on light ground.</summary>
public sealed class QrCode
{
    /// <param name="text">What it says.</param>
    public QrCode(string text)
    {
        using var generator = new QRCodeGenerator();
        using var data = generator.CreateQrCode(text, QRCodeGenerator.ECCLevel.M);
        Side = data.ModuleMatrix.Count;
        var path = new StringBuilder();
        for (var y = 0; y < Side; y++)
            for (var x = 0; x < Side; x++)
            if (data.ModuleMatrix[y][x]) path.Append(System.Globalization.CultureInfo.InvariantCulture, $"M{x} {y}h1v1h-1z");
        Path = path.ToString();
    }

    /// <summary>Squares along a side, the quiet border in it.</summary>
    public int Side { get; }

    /// <summary>The dark squares.</summary>
    public string Path { get; }
}
