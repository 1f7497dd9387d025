using System.Globalization;
using Hasp.Files;
using Hasp.Store;
using Hasp.Web.Services;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Hasp.Web.Pages.Accounts;

/// <summary>What happened at the door: signings in and refusals, roles, links, devices, each an entry of the shop's log.</summary>
[Needs(Right.Own, In = Scope.Any)]
[WithAccounts]
public sealed class LogModel(ShopLog log) : PageModel
{
    private const int OnAPage = 100;
    private const int Most = 100_000;

    /// <summary>Entries, the newest first.</summary>
    public IReadOnlyList<(EntryRow Row, AccessEntry Said)> Entries { get; private set; } = [];

    /// <summary>Only entries of a lower number are shown.</summary>
    [BindProperty(SupportsGet = true)]
    public long? Before { get; set; }

    /// <summary>Only what bears this in a name, an address or its words.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Find { get; set; }

    /// <summary>Where the page goes on; null where nothing older is left.</summary>
    public long? Older { get; private set; }

    public async Task<IActionResult> OnGet()
    {
        var found = new List<(EntryRow, AccessEntry)>();
        for (var from = Before ?? long.MaxValue; ;)
        {
            var some = await log.Newest(AccessEntry.Kind, from, 10 * OnAPage);
            found.AddRange(some.Select(r => (r, AccessEntry.Of(r))).Where(e => Fits(e.r, e.Item2)));
            if (some.Count == 0 || found.Count > OnAPage) break;
            from = some[^1].Number;
        }
        Entries = [.. found.Take(OnAPage)];
        Older = found.Count > OnAPage ? Entries[^1].Row.Number : null;
        return Page();
    }

    public async Task<IActionResult> OnGetCsv()
    {
        var rows = (await log.Newest(AccessEntry.Kind, long.MaxValue, Most)).Select(r => (Row: r, Said: AccessEntry.Of(r)))
            .Where(e => Fits(e.Row, e.Said));
        var text = CsvText.Of(["number", "at (UTC)", "what", "account", "about", "from", "by", "device"], rows.Select(e => new object?[]
            { e.Row.Number, At(e.Row), e.Said.What.Id, e.Said.Who, e.Said.About, e.Said.From, e.Row.Account, e.Row.Device }));
        return File(System.Text.Encoding.UTF8.GetBytes(text), "text/csv; charset=utf-8", "door.csv");
    }

    /// <summary>When, as it is shown.</summary>
    public static string At(EntryRow row) => row.At.ToString("yyyy-MM-dd HH:mm:ss", CultureInfo.InvariantCulture);

    private bool Fits(EntryRow row, AccessEntry e) => string.IsNullOrWhiteSpace(Find)
        || new[] { e.Who, e.What.Words, e.About, e.From, row.Account, row.Device }.Any(t =>
            t.Contains(Find.Trim(), StringComparison.OrdinalIgnoreCase));
}
