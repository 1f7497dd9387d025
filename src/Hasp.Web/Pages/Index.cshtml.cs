using Hasp.Core;
using Hasp.Core.Documents;
using Hasp.Core.Joints;
using Hasp.Files;
using Hasp.Store;
using Hasp.Web.Drawing;
using Hasp.Web.Services;
using Hasp.Web.Services.Shop;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Hasp.Web.Pages;

/// <summary>The Board: a project's joints, tightest first, and the quick line.</summary>
[Needs(Right.Read, In = Scope.Board)]
public sealed class IndexModel(JointStore store, LoadSets sets, ProjectBasis basis, Preferences preferences, Access access, Named named,
    People people, KeptResults results, ShopFloor floor, ShopLog log, IAuthorship author, JointLines lines, JointLineStore lineStore)
        : PageModel
{
    /// <summary>A joint on the Board.</summary>
    /// <param name="Line">What is kept of it.</param>
    public sealed record Item(JointLineRow Line)
    {
        /// <summary>Plan, lot and record in the shop; null for what is not put together there, or was not begun.</summary>
        public JointShop? Shop { get; init; }
    }

    /// <summary>Joints that were kept with data which is no longer listed, with what is wrong.</summary>
    public IReadOnlyList<JointLineRow> Broken { get; private set; } = [];

    /// <summary>How many joints there are in all that fit the search.</summary>
    public int Count { get; private set; }

    /// <summary>Joints that are being worked out and are not in the list yet.</summary>
    public int Behind { get; private set; }

    /// <summary>Which part of the list is shown, from 0.</summary>
    [BindProperty(SupportsGet = true)]
    public int Part { get; set; }

    /// <summary>Joints in one part of the list.</summary>
    public const int InPart = 50;

    /// <summary>Rows of the Stores that cannot be read any more.</summary>
    public IReadOnlyList<string> Unreadable { get; private set; } = [];

    public IReadOnlyList<ProjectRow> Projects { get; private set; } = [];

    public ProjectRow? Current { get; private set; }

    public IReadOnlyList<Item> Items { get; private set; } = [];

    /// <summary>Key of the project shown; the first where none is asked for.</summary>
    [BindProperty(SupportsGet = true)]
    public ProjectId? Project { get; set; }

    [BindProperty(SupportsGet = true)]
    public string? Search { get; set; }

    [BindProperty(SupportsGet = true)]
    public string? Sort { get; set; }

    /// <summary>The quick line as typed, kept where it was not understood.</summary>
    [BindProperty]
    public string? Line { get; set; }

    public QuickJoint? Quick { get; private set; }

    /// <summary>True where the line was sent and waits for an answer; false while it is being typed.</summary>
    public bool QuickAsked { get; private set; }

    /// <summary>Lines that were not drawn up, and why; what was is on the Board.</summary>
    public IReadOnlyList<(string Line, string Why)> LinesLeft { get; private set; } = [];

    /// <summary>Faults of an imported file or of a quick line's joint.</summary>
    public IReadOnlyList<Core.Joints.Fault> Faults { get; private set; } = [];

    public string? FaultsOf { get; private set; }

    /// <summary>A name that was typed and could not be taken: which form, the text, and why.</summary>
    public sealed record RefusedName(string Form, string Text, string Problem);

    /// <summary>The name that was just refused; null where none was.</summary>
    public RefusedName? Refused { get; private set; }

    /// <summary>Projects that were deleted and can be brought back.</summary>
    public IReadOnlyList<ProjectRow> DeletedProjects { get; private set; } = [];

    /// <summary>Joints of this project that were deleted and can be brought back, with their names.</summary>
    public IReadOnlyList<(int Id, string Name)> DeletedJoints { get; private set; } = [];

    public async Task OnGet() => await Show();

    public async Task<IActionResult> OnGetList()
    {
        await Show();
        return Partial("_Joints", this);
    }

    /// <summary>What a line says so far, while it is being typed.</summary>
    public IActionResult OnGetRead(string? line)
    {
        Line = Shortened(line);
        Quick = QuickLine.Read(Line, preferences.Units);
        return Partial("_QuickReading", this);
    }

    private static string Shortened(string? line) => line is { Length: > QuickLine.MaxLength } ? line[..QuickLine.MaxLength] : line ?? "";

    /// <summary>Makes a joint from the quick line; asks first where a piece was not understood or nothing holds.</summary>
    /// <param name="answer">The line with an answer to what was asked; null where none was given.</param>
    [Needs(Right.Design, In = Scope.Board)]
    public async Task<IActionResult> OnPostQuick(bool anyway, bool blank, string? answer)
    {
        var project = await ProjectFor();
        Line = blank ? "" : Shortened(answer ?? Line);
        Quick = QuickLine.Read(Line, preferences.Units);
        QuickAsked = true;
        if (blank || (Quick.Parts.Count > 0 && (anyway || (Quick.Understood && Quick.NoSize is null))))
        {
            var draft = await basis.PutInto(Noted(Quick), project);
            var (joint, faults) = draft.Judged();
            if (joint is not null)
                return Redirect($"/joints/{await store.Create(project, JointDocument.Write(draft),
                blank ? "Blank joint" : "Quick line: " + Line)}");
            (Faults, FaultsOf) = (faults, "the quick line");
        }
        await Show();
        return Page();
    }

    /// <summary>Makes a joint of every line; what is asked of one leaves that one to be answered, and takes nothing from the
    /// others.</summary>
    [Needs(Right.Design, In = Scope.Board)]
    public async Task<IActionResult> OnPostLines(string? lines)
    {
        var project = await ProjectFor();
        var left = new List<(string, string)>();
        var all = (lines ?? "").Split('\n', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries);
        foreach (var (line, i) in all.Select((l, i) => (l, i)))
        {
            var why = line.Length > QuickLine.MaxLength ? $"longer than {QuickLine.MaxLength} letters"
                : i >= MostLines ? $"no more than {MostLines} at once" : await Drawn(line, project);
            if (why is not null) left.Add((line, why));
        }
        if (left.Count == 0) return Redirect(Request.Headers.Referer is [{ Length: > 0 } from] && Url.IsLocalUrl(new Uri(from).PathAndQuery)
            ? new Uri(from).PathAndQuery : "/");
        LinesLeft = left;
        await Show();
        return Page();
    }

    private const int MostLines = 60;

    /// <summary>Draws a line up; why it was not, where it was not.</summary>
    private async Task<string?> Drawn(string line, int project)
    {
        var quick = QuickLine.Read(line, preferences.Units);
        if (quick.Parts.FirstOrDefault(p => p.Problem is not null) is { } asked) return $"{asked.Text}: {asked.Problem}";
        if (quick.NoSize is { } none) return none;
        var draft = await basis.PutInto(Noted(quick), project);
        var (joint, faults) = draft.Judged();
        if (joint is null) return string.Join(" ", faults.Take(2).Select(f => $"{Fields.Words(f.Path)}: {f.Problem}."));
        await store.Create(project, JointDocument.Write(draft), "Quick line: " + line);
        return null;
    }

    private static Draft Noted(QuickJoint quick) => quick.Chosen.Count == 0 ? quick.Draft
        : quick.Draft.With((Fields.Note, "Chosen, not stated: " + string.Join("; ", quick.Chosen.Select(c => c.Words)) + "."));

    /// <summary>A joint of a kind to begin with: its example, every value marked as chosen.</summary>
    [Needs(Right.Design, In = Scope.Board)]
    public async Task<IActionResult> OnPostBegin(string kind)
    {
        var begun = Core.Kinds.Kind.ById(kind ?? "");
        if (kind != KindStarts.Frame && begun is not { Example.Length: > 0 }) return BadRequest();
        var project = await ProjectFor();
        var draft = await basis.PutInto(kind == KindStarts.Frame ? QuickLine.Read(QuickLine.Frame, Core.Quantities.UnitSystem.Si).Draft
            : KindExample.Of(begun!), project);
        return Redirect($"/joints/{await store.Create(project, JointDocument.Write(draft), "To begin with")}");
    }

    [Needs(Right.Design, In = Scope.Board)]
    public async Task<IActionResult> OnPostImport(IFormFile? file)
    {
        var project = await ProjectFor();
        if (file is null || file.Length == 0)
        {
            (Faults, FaultsOf) = ([new("no-file", "", null, "no file was chosen. Choose a .joint.json file")], "import");
        }
        else
        {
            using var copy = new MemoryStream();
            await file.CopyToAsync(copy);
            var (draft, faults) = JointDocument.Draft(copy.ToArray());
            if (draft is not null) faults = draft.Judged().Faults;
            if (draft is not null && faults.Count == 0)
            {
                // What others accepted elsewhere is answered for here by whoever brings it in.
                if (author.Now.Account is { Length: > 0 } account) draft = draft.Sign(Draft.Empty, account);
                return Redirect($"/joints/{await store.Create(project, JointDocument.Write(draft), "Imported from " + file.FileName)}");
            }
            (Faults, FaultsOf) = (faults, file.FileName);
        }
        await Show();
        return Page();
    }

    [Needs(Right.Design)]
    public async Task<IActionResult> OnPostDuplicate(JointId id)
    {
        if (named.Joint is not { } stored) return NotFound();
        var copy = await store.Create(stored.ProjectId, JointDocument.Write(JointDocument.Stored(stored.Document).Copied()),
            $"Copy of joint {id}");
        await sets.Copy(id, copy);
        return Redirect($"/joints/{copy}");
    }

    [Needs(Right.Design)]
    public async Task<IActionResult> OnPostRename(JointId id, string? name)
    {
        if (named.Joint is not { } stored) return NotFound();
        Project = new(stored.ProjectId);
        if (await Refuse($"joint-{id}", name, Fields.Name.MaxLength)) return Page();
        var renamed = JointDocument.Stored(stored.Document).With((Fields.Name, name!.Trim()));
        await store.Save(id, stored.Revision, JointDocument.Write(renamed), "name: " + name.Trim(), preferences.Editor);
        return Redirect($"/?project={stored.ProjectId}");
    }

    [Needs(Right.Design)]
    public async Task<IActionResult> OnPostDelete(JointId id)
    {
        if (named.Joint is not { } stored) return NotFound();
        await store.Delete(JointStore.Kind, id, deleted: true);
        return Redirect($"/?project={stored.ProjectId}&deleted={id}");
    }

    [Needs(Right.Design)]
    public async Task<IActionResult> OnPostRestore(JointId id)
    {
        await store.Delete(JointStore.Kind, id, deleted: false);
        return Redirect($"/?project={named.ProjectId}");
    }

    [Needs(Right.Design, In = Scope.Any)]
    public async Task<IActionResult> OnPostProject(string? name)
    {
        if (await Refuse("new-project", name, LongestProject)) return Page();
        return Redirect($"/?project={await Make(name!.Trim())}");
    }

    [Needs(Right.Design)]
    public async Task<IActionResult> OnPostRenameProject(ProjectId id, string? name)
    {
        Project = id;
        if (await Refuse("rename-project", name, LongestProject)) return Page();
        await store.RenameProject(id, name!.Trim());
        return Redirect($"/?project={id}");
    }

    [Needs(Right.Design)]
    public async Task<IActionResult> OnPostDeleteProject(ProjectId id)
    {
        await store.DeleteProject(id, deleted: true);
        return Redirect("/");
    }

    [Needs(Right.Design)]
    public async Task<IActionResult> OnPostRestoreProject(ProjectId id)
    {
        await store.DeleteProject(id, deleted: false);
        return Redirect($"/?project={id}");
    }

    private const int LongestProject = 120;

    /// <summary>Shows the page again with the name as typed and what is wrong with it; false where nothing is.</summary>
    private async Task<bool> Refuse(string form, string? name, int longest)
    {
        var trimmed = (name ?? "").Trim();
        var problem = trimmed.Length == 0 ? "Empty: write a name."
            : trimmed.Length > longest ? $"{trimmed.Length} characters: at most {longest} are taken."
            : trimmed.Any(char.IsControl) ? "Holds characters that cannot be shown: type it anew."
            : null;
        if (problem is null) return false;
        Refused = new(form, name ?? "", problem);
        await Show();
        return true;
    }

    /// <summary>The project that was authorized; where there is none yet, the first.</summary>
    private async Task<int> ProjectFor() => named.ProjectId ?? await Make("My joints");

    /// <summary>A new project; whoever makes it is its engineer.</summary>
    private async Task<int> Make(string name)
    {
        var project = await store.CreateProject(name, "");
        if (access.Account is { IsOwner: false } account) await people.SetRole(account.Id, project, Role.Engineer);
        return project;
    }

    private async Task<IReadOnlyList<ProjectRow>> Mine() => [.. (await store.Projects()).Where(p => access.Sees(p.Id))];

    private const int MostParts = 100_000;

    private JointShop? ShopOf(string? document, Shelf shelf, IEnumerable<EntryRow> entries) =>
        document is not null && results.Of(document).Result is { Joint.Kind.IsPlanned: true } result
            ? JointShop.Of(result, shelf, [.. entries]) : null;

    private async Task Show()
    {
        Projects = await Mine();
        Current = Projects.FirstOrDefault(p => p.Id == Project?.Value) ?? Projects.FirstOrDefault();
        var (projects, joints) = await store.Deleted(Current?.Id ?? 0);
        DeletedProjects = [.. projects.Where(p => access.Sees(p.Id))];
        DeletedJoints = [.. joints.Select(j => (j.Id, Workbench.NameOf(j.Document) ?? $"joint {j.Id}"))];
        if (Current is null) return;
        Project = new(Current.Id);
        var shelf = await floor.Look();
        Unreadable = shelf.Unreadable;
        Behind = await lines.Behind(Current.Id);
        Part = Math.Clamp(Part, 0, MostParts);
        var page = await lineStore.Lines(Current.Id, Search ?? "", Sort == "number", Part * InPart, InPart);
        Count = page.Count;
        Broken = await lineStore.Broken(Current.Id, Search ?? "", InPart);
        var entries = (await log.OfJoints([.. page.Lines.Select(l => l.JointId)])).ToLookup(e => e.JointId);
        // A joint that has a lot, a wrench or entries is in the shop's hands; the others say nothing of it.
        var inHand = await lineStore.Documents(
            [.. page.Lines.Where(l => l.IsInHand || entries.Contains(l.JointId)).Select(l => l.JointId)]);
        Items = [.. page.Lines.Select(l => new Item(l) { Shop = ShopOf(inHand.GetValueOrDefault(l.JointId), shelf, entries[l.JointId]) })];
    }
}
