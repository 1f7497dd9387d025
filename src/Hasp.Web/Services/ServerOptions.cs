using System.Net;

namespace Hasp.Web.Services;

/// <summary>How the program is started: from the command line, the environment or a settings file.</summary>
public sealed class ServerOptions
{
    /// <summary>The folder that everything is kept in.</summary>
    public string Data { get; set; } = ".data";

    /// <summary>True: the demonstration project is put in where it is not there.</summary>
    public bool Demo { get; set; }

    /// <summary>When shifts begin in the demonstration's shop.</summary>
    [ConfigurationKeyName("demo-shifts")]
    public string DemoShifts { get; set; } = Core.Shop.Shifts.Usual;

    /// <summary>True: whoever comes has to sign in. Asked for where others on the network may reach it.</summary>
    public bool Accounts { get; set; }

    /// <summary>
    /// A proxy in front of it does the encryption, and is the only one who reaches it unencrypted: <c>true</c> for one on this
    /// machine, else the addresses of those on others, parted by semicolons.
    /// </summary>
    [ConfigurationKeyName("behind-proxy")]
    public string BehindProxy { get; set; } = "";

    /// <summary>True where a proxy does the encryption.</summary>
    public bool IsBehindProxy => BehindProxy.Length > 0 && !BehindProxy.Equals("false", StringComparison.OrdinalIgnoreCase);

    /// <summary>Addresses of proxies on other machines.</summary>
    public IEnumerable<IPAddress> Proxies => ProxyNames.Select(p => IPAddress.TryParse(p, out var at) ? at : null).OfType<IPAddress>();

    /// <summary>What is stated as a proxy and is no address; null where all are.</summary>
    public string? ProxyFault => ProxyNames.FirstOrDefault(p => !IPAddress.TryParse(p, out _));

    private string[] ProxyNames => !IsBehindProxy || BehindProxy.Equals("true", StringComparison.OrdinalIgnoreCase) ? []
        : BehindProxy.Split(';', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);

    /// <summary>The key that signs the shop's entries: a file outside the data folder, made where it is not there; in the user's own
    /// settings where
    /// nothing is said.</summary>
    [ConfigurationKeyName("signing-key")]
    public string SigningKey { get; set; } = "";

    /// <summary>A second place, for a signed head of the log each shift; none where nothing is said.</summary>
    public string Checkpoints { get; set; } = "";

    /// <summary>A folder into which the databases that first starts begin with are written; the program then ends.</summary>
    public string Prepare { get; set; } = "";

    /// <summary>Where those lie; beside the program where nothing is said.</summary>
    public string Prepared { get; set; } = "";

    /// <summary>True: writes what every page and every endpoint asks of whoever calls it, and ends.</summary>
    public bool Routes { get; set; }

    /// <summary>The address by which others reach it, such as https://bolts.example.org: links that leave the screen begin with
    /// it.</summary>
    [ConfigurationKeyName("public-url")]
    public string PublicUrl { get; set; } = "";

    /// <summary>The same, read; null where none is stated.</summary>
    public Uri? Public => Uri.TryCreate(PublicUrl, UriKind.Absolute, out var at) && at.Scheme is "http" or "https" ? at : null;

    /// <summary>
    /// A link for paper or a message: by the address that was stated, never by what a request claims to have been sent to. Where none is
    /// stated, the path alone, for whoever knows the address.
    /// </summary>
    /// <param name="path">Beginning with a slash.</param>
    /// <param name="here">The host of the request: this machine's own name is no claim.</param>
    public string LinkTo(string path, HttpRequest here) =>
        Public is { } at ? at.GetLeftPart(UriPartial.Path).TrimEnd('/') + path
        : Exposure.IsThisMachine(here.Host.Host) ? $"{here.Scheme}://{here.Host}{path}" : path;

    /// <summary>Names of this machine that are answered to, parted by semicolons.</summary>
    public string Hosts { get; set; } = "";

    /// <summary>Addresses listened to, parted by semicolons.</summary>
    public string Urls { get; set; } = "";

    /// <summary>Ports listened to on every address of the machine.</summary>
    [ConfigurationKeyName("http_ports")]
    public string HttpPorts { get; set; } = "";

    /// <inheritdoc cref="HttpPorts"/>
    [ConfigurationKeyName("https_ports")]
    public string HttpsPorts { get; set; } = "";

    /// <summary>True for a setting that says where a certificate or its key lies.</summary>
    internal static bool NamesCertificate(string setting) =>
        setting.StartsWith("Kestrel:", StringComparison.OrdinalIgnoreCase)
            && setting.Contains(":Certificate", StringComparison.OrdinalIgnoreCase)
        && setting.Split(':')[^1] is var last && (last.Equals("Path", StringComparison.OrdinalIgnoreCase)
            || last.Equals("KeyPath", StringComparison.OrdinalIgnoreCase));

    /// <summary>Requests answered at the same time.</summary>
    public int Requests { get; set; } = 64;

    /// <summary>Requests that wait for their turn; past that they are told to come again.</summary>
    public int RequestsWaiting { get; set; } = 256;
}
