using System.Reflection;
using Hasp.Store;

namespace Hasp.Web.Demo;

/// <summary>The demonstration project: the refurbishment of Aldermere Lock, a fictitious canal lock.</summary>
internal static class AldermereLock
{
    internal const string ProjectName = "Aldermere Lock";

    /// <summary>Puts the project in place, unless one of its name is there.</summary>
    internal static async Task Seed(JointStore store)
    {
        if ((await store.Projects()).Any(p => p.Name == ProjectName)) return;
        await store.CreateProject(
            ProjectName, "Refurbishment of a canal lock: mitre gates, balance beams, paddle gear, a footbridge. Fictitious.", Documents(),
            "Demonstration joint");
    }

    /// <summary>The documents that ship, in the order of their numbers.</summary>
    internal static IEnumerable<string> Documents()
    {
        var assembly = Assembly.GetExecutingAssembly();
        foreach (var name in assembly.GetManifestResourceNames().Where(n => n.EndsWith(".joint.json", StringComparison.Ordinal)).Order())
        {
            using var reader = new StreamReader(assembly.GetManifestResourceStream(name)!);
            yield return reader.ReadToEnd();
        }
    }
}
