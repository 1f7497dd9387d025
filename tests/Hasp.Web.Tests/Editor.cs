using System.Net;
using System.Text.RegularExpressions;

namespace Hasp.Web.Tests;

/// <summary>A browser without a screen: opens a joint and changes fields as the Bench does.</summary>
public sealed partial class Editor : IDisposable
{
    private readonly int _joint;

    private Editor(HttpClient http, int joint, string token, int seen)
    {
        Http = http;
        _joint = joint;
        Token = token;
        Seen = seen;
    }

    public HttpClient Http { get; }

    public string Token { get; }

    /// <summary>The revision it is looking at.</summary>
    public int Seen { get; set; }

    /// <summary>Looks at the joint anew.</summary>
    public async Task Reload() => Seen = int.Parse(SeenIn().Match(await Http.GetStringAsync($"/joints/{_joint}")).Groups[1].Value);

    /// <summary>Opens a demonstration joint by its number.</summary>
    public static Task<Editor> Open(Server server, string number) => Open(server, server.IdOf(number));

    public static async Task<Editor> Open(Server server, int joint)
    {
        var http = server.Client();
        var html = await http.GetStringAsync($"/joints/{joint}");
        return new Editor(http, joint, TokenOf(html), int.Parse(SeenIn().Match(html).Groups[1].Value));
    }

    /// <summary>Opens a joint made of a quick line.</summary>
    public static async Task<Editor> Make(Server server, string line)
    {
        using var http = server.Client();
        var token = TokenOf(await http.GetStringAsync("/"));
        using var made = await http.PostAsync("/?handler=Quick",
            new FormUrlEncodedContent([new("Line", line), new("anyway", "true"), new("__RequestVerificationToken", token)]));
        var address = made.Headers.Location?.ToString() ?? made.RequestMessage!.RequestUri!.AbsolutePath;
        return await Open(server, int.Parse(address.Split('/')[^1]));
    }

    /// <summary>The same joint in another browser.</summary>
    public Task<Editor> Another(Server server) => Open(server, Joint);

    /// <summary>The joint's number in the database.</summary>
    public int Joint => _joint;

    /// <summary>Presses a button of the Bench; the answer is the Bench.</summary>
    public async Task<string> Press(string handler, params (string Name, string Value)[] fields)
    {
        using var answer = await Post(handler, [.. fields.Select(f => KeyValuePair.Create(f.Name, f.Value))]);
        Assert.Equal(HttpStatusCode.OK, answer.StatusCode);
        return await Look(answer);
    }

    /// <summary>The joint as its document stands.</summary>
    public async Task<Core.Documents.Draft> Kept() =>
        Files.JointDocument.Stored(await Http.GetStringAsync($"/joints/{_joint}?handler=Export"));

    /// <summary>Changes a field; the answer is the Bench, and the revision in it is what was acknowledged.</summary>
    public async Task<string> Set(string path, string value)
    {
        using var answer = await Post("Set", new("path", path), new("value", value));
        Assert.Equal(HttpStatusCode.OK, answer.StatusCode);
        return await Look(answer);
    }

    /// <summary>Takes the last change, or what was typed and not kept, back.</summary>
    public async Task Undo()
    {
        using var answer = await Post("Undo");
        await Look(answer);
    }

    private async Task<HttpResponseMessage> Post(string handler, params KeyValuePair<string, string>[] fields)
    {
        using var request = new HttpRequestMessage(HttpMethod.Post, $"/joints/{_joint}?handler={handler}")
        {
            Content = new FormUrlEncodedContent([.. fields, new("Seen", $"{Seen}")]),
        };
        request.Headers.Add("RequestVerificationToken", Token);
        request.Headers.Add("HX-Request", "true");
        return await Http.SendAsync(request);
    }

    private async Task<string> Look(HttpResponseMessage answer)
    {
        var html = await answer.Content.ReadAsStringAsync();
        Seen = int.Parse(SeenIn().Match(html).Groups[1].Value);
        return html;
    }

    public void Dispose() => Http.Dispose();

    /// <summary>The token of a page's forms.</summary>
    public static string TokenOf(string html) => TokenIn().Match(html).Groups[1].Value;

    [GeneratedRegex(@"name=""__RequestVerificationToken""[^>]*value=""([^""]+)""")]
    private static partial Regex TokenIn();

    [GeneratedRegex(@"name=""Seen"" value=""(\d+)""")]
    private static partial Regex SeenIn();
}
