using System.Globalization;
using System.Text.RegularExpressions;

namespace Hasp.Tests.Drawing;

/// <summary>
/// Contrast of the colours that text and marks are set in, in both themes (WCAG 2.2, 1.4.3 and 1.4.11), so that pages need be walked in one
/// only.
/// </summary>
public sealed partial class ColourTests
{
    private const double Text = 4.5;
    private const double Mark = 3;

    [GeneratedRegex(@"(?<name>--[a-z-]+): (?:light-dark\()?(?<value>#[0-9a-f]{6})(?:, (?<dark>#[0-9a-f]{6})\))?")]
    private static partial Regex Token();

    [Theory]
    [InlineData("ink", "paper", Text)]
    [InlineData("ink", "panel", Text)]
    [InlineData("ink", "raised", Text)]
    [InlineData("ink", "field", Text)]
    [InlineData("ink", "part", Text)]
    [InlineData("ink", "moved", Text)]
    [InlineData("soft", "paper", Text)]
    [InlineData("soft", "panel", Text)]
    [InlineData("soft", "raised", Text)]
    [InlineData("accent", "paper", Text)]
    [InlineData("accent", "panel", Text)]
    [InlineData("accent", "raised", Text)]
    [InlineData("on-dye", "dye", Text)]
    [InlineData("on-dye-soft", "dye", Text)]
    [InlineData("little", "paper", Text)]
    [InlineData("little", "panel", Text)]
    [InlineData("short", "paper", Text)]
    [InlineData("short", "panel", Text)]
    [InlineData("short", "short-tint", Text)]
    [InlineData("scribe", "panel", Mark)]
    [InlineData("little-bar", "panel", 2.5)] // beside its word, its shape and its figure
    public void Text_and_marks_stand_out(string front, string back, double least)
    {
        foreach (var (theme, colours) in Themes())
        {
            var contrast = Contrast(colours["--" + front], colours["--" + back]);
            Assert.True(contrast >= least, $"{front} on {back}, {theme}: {contrast:0.00}, {least} is needed");
        }
    }

    [Fact]
    public void Every_colour_of_the_dark_theme_stands_beside_its_light_one()
    {
        var themes = Themes().ToDictionary(t => t.Theme, t => t.Colours);
        Assert.True(themes["light"].Count > 20);
        Assert.True(themes["dark"].Count(c => themes["light"][c.Key] != c.Value) > 15);
    }

    private static IEnumerable<(string Theme, Dictionary<string, string> Colours)> Themes()
    {
        var css = File.ReadAllText(Path.Combine(Samples.Root, "src", "Hasp.Web", "wwwroot", "css", "tokens.css"));
        var tokens = Token().Matches(css).Select(m => (Name: m.Groups["name"].Value, Light: m.Groups["value"].Value,
            Dark: m.Groups["dark"])).ToList();
        yield return ("light", tokens.ToDictionary(t => t.Name, t => t.Light));
        yield return ("dark", tokens.ToDictionary(t => t.Name, t => t.Dark.Success ? t.Dark.Value : t.Light));
    }

    private static double Contrast(string a, string b)
    {
        var (x, y) = (Luminance(a), Luminance(b));
        return (Math.Max(x, y) + 0.05) / (Math.Min(x, y) + 0.05);
    }

    private static double Luminance(string colour)
    {
        double Channel(int at)
        {
            var c = int.Parse(colour.AsSpan(at, 2), NumberStyles.HexNumber, CultureInfo.InvariantCulture) / 255.0;
            return c <= 0.04045 ? c / 12.92 : Math.Pow((c + 0.055) / 1.055, 2.4);
        }
        return (0.2126 * Channel(1)) + (0.7152 * Channel(3)) + (0.0722 * Channel(5));
    }
}
