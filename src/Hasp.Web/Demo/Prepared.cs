using Hasp.Store;
using Hasp.Web.Services;

namespace Hasp.Web.Demo;

/// <summary>
/// The databases that a first start begins with, worked out when the program is published and lying beside it: an empty one, and one with
/// the demonstration's joints and their lines. No keys, no accounts and no dates are in them. They are of the very modules that made
/// them, or are not taken: then the same is worked out at the start.
/// </summary>
internal static class Prepared
{
    /// <summary>The one that a new folder begins with.</summary>
    internal static PreparedDatabase For(ServerOptions server) => new(
        Path.Combine(server.Prepared.Length > 0 ? server.Prepared : Path.Combine(AppContext.BaseDirectory, "prepared"),
            NameOf(server.Demo)),
        Version);

    private static string NameOf(bool demo) => demo ? "demonstration.db" : "empty.db";

    // What lays it in and what reads it back, by what they were compiled from.
    private static int Version { get; } = Convert.ToInt32(
        JointLines.Hash([.. JointLines.Modules, typeof(DataFolder).Module.ModuleVersionId])[..7], 16);

    /// <summary>Writes both into a folder, out of a data folder that is new.</summary>
    internal static async Task Write(IServiceProvider services, DataFolder folder, string into)
    {
        Directory.CreateDirectory(into);
        DataFolder.Prepare(folder.Path, Path.Combine(into, NameOf(false)), Version);
        var joints = services.GetRequiredService<JointStore>();
        await AldermereLock.Seed(joints);
        foreach (var project in await joints.Projects()) await services.GetRequiredService<JointLines>().Behind(project.Id);
        DataFolder.Prepare(folder.Path, Path.Combine(into, NameOf(true)), Version);
    }
}
