using System.Reflection;
using NetArchTest.Rules;

namespace Hasp.Tests;

/// <summary>Dependencies point one way: Web and the terminal use Files and Store, those use Core, and Core uses nobody.</summary>
public sealed class ArchitectureTests
{
    private static readonly Assembly Core = typeof(Core.Evaluation).Assembly;
    private static readonly Assembly Files = typeof(Hasp.Files.JointDocument).Assembly;
    private static readonly Assembly Store = typeof(Hasp.Store.JointStore).Assembly;

    [Fact]
    public void Core_knows_no_other_room_nor_the_outside_world() =>
        // Moments are told to the shop's rules; nothing else of Core knows of any.
        Holds(Types.InAssembly(Core).That().DoNotResideInNamespace("Hasp.Core.Shop").ShouldNot()
            .HaveDependencyOnAny([.. Outside, "System.DateTime"]));

    [Fact]
    public void The_shop_knows_no_more_of_the_world_than_what_time_it_is_told() =>
        Holds(Types.InAssembly(Core).That().ResideInNamespace("Hasp.Core.Shop").ShouldNot().HaveDependencyOnAny(Outside));

    private static readonly string[] Outside =
    [
        "Hasp.Files", "Hasp.Store", "Hasp.Web", "Hasp.Cli", "Microsoft.EntityFrameworkCore", "Microsoft.AspNetCore",
        "System.Net", "System.IO.File", "System.IO.Directory", "System.TimeProvider", "System.Random", "System.Text.Json",
    ];

    [Fact]
    public void Core_is_told_what_time_it_is()
    {
        foreach (var file in Directory.EnumerateFiles(Path.Combine(Samples.Root, "src/Hasp.Core"), "*.cs", SearchOption.AllDirectories)
            .Where(f => !f.Contains("/obj/", StringComparison.Ordinal)))
        {
            Assert.DoesNotMatch(@"\b(DateTime|DateTimeOffset|TimeOnly)\.(Now|UtcNow|Today)\b|Stopwatch", File.ReadAllText(file));
        }
    }

    /// <summary>Kinds of joint and bases of judging meet in the ways of failing alone: neither names the other, by id or by its home.</summary>
    [Fact]
    public void No_kind_names_a_basis_and_no_basis_a_kind()
    {
        var seen = 0;
        void None(string room, IEnumerable<string> words)
        {
            foreach (var file in Directory.EnumerateFiles(Path.Combine(Samples.Root, "src/Hasp.Core", room), "*.cs", SearchOption.AllDirectories))
            {
                // What a document of an example says is said to whoever reads it.
                var code = System.Text.RegularExpressions.Regex.Replace(File.ReadAllText(file), "\"\"\".*?\"\"\"", "",
                    System.Text.RegularExpressions.RegexOptions.Singleline);
                foreach (var word in words) Assert.False(code.Contains(word, StringComparison.Ordinal), $"{Path.GetFileName(file)} names {word}");
                seen++;
            }
        }
        string[] homes = [.. Core.GetTypes().Where(t => t.GetCustomAttribute<Hasp.Core.Checks.DesignBasisAttribute>() is not null).Select(t => t.Name + ".")];
        None("Kinds", [.. homes, "Basis.ById", "Basis.Id", .. Hasp.Core.Checks.Basis.All.Select(b => $" => \"{b.Id}\"").Concat(Hasp.Core.Checks.Basis.All.Select(b => $"== \"{b.Id}\""))]);
        string[] kinds = [.. Core.GetTypes().Where(t => t.GetCustomAttribute<Hasp.Core.Kinds.JointKindAttribute>() is not null).Select(t => t.Name + ".")];
        None("Checks", [.. kinds, "Kind.ById", "Kind.Id ==", .. Hasp.Core.Kinds.Kind.All.Where(k => !k.IsParts).Select(k => $"== \"{k.Id}\"")]);
        Assert.True(seen >= 50 && homes.Length >= 5 && kinds.Length >= 5);
    }

    /// <summary>The rooms of Core know one another as <c>docs/house.md</c> draws it, no more and no less: it is read from there.</summary>
    [Fact]
    public void The_rooms_of_Core_know_one_another_as_the_house_is_drawn()
    {
        var drawn = File.ReadLines(Path.Combine(Samples.Root, "docs", "house.md"))
            .Select(l => l.Split('|')).Where(c => c.Length == 5 && c[1].Contains("`Hasp.Core/", StringComparison.Ordinal))
            .ToDictionary(c => c[1].Trim(' ', '`')["Hasp.Core/".Length..],
                c => c[3].Split(',', StringSplitOptions.TrimEntries).Where(n => n is not ("–" or "")).ToHashSet());
        string[] rooms = [.. Core.GetTypes().Select(t => t.Namespace ?? "").Where(n => n.StartsWith("Hasp.Core.", StringComparison.Ordinal))
            .Select(n => n.Split('.')[2]).Distinct().Order()];
        Assert.Equal(rooms, drawn.Keys.Order());
        var real = new List<string>();
        foreach (var (room, other) in rooms.SelectMany(r => rooms.Where(o => o != r).Select(o => (r, o))))
        {
            var knows = Types.InAssembly(Core).That().ResideInNamespaceMatching($@"^Hasp\.Core\.{room}($|\.)").And().HaveDependencyOn("Hasp.Core." + other).GetTypes().Any();
            if (knows != drawn[room].Contains(other)) real.Add($"{room} {(knows ? "knows" : "does not know")} {other}");
        }
        Assert.True(real.Count == 0, string.Join('\n', real));
    }

    [Fact]
    public void Searches_and_sampling_are_known_to_nobody_below_them() =>
        Holds(Types.InAssembly(Core).That()
            .ResideInNamespaceMatching(@"Hasp\.Core\.(Checks|LoadPath|Stiffness|Preload|Fatigue|Joints|Catalogue|Formulas|Quantities)")
            .ShouldNot().HaveDependencyOnAny("Hasp.Core.Sizing", "Hasp.Core.Evaluation"));

    [Fact]
    public void Files_knows_only_Core() =>
        Holds(Types.InAssembly(Files).ShouldNot()
            .HaveDependencyOnAny("Hasp.Store", "Hasp.Web", "Hasp.Cli", "Microsoft.AspNetCore", "Microsoft.EntityFrameworkCore"));

    [Fact]
    public void Store_knows_only_Core() =>
        Holds(Types.InAssembly(Store).ShouldNot().HaveDependencyOnAny(
            // Of the web it knows the rows in which accounts are kept, and nothing that serves.
            "Hasp.Files", "Hasp.Web", "Hasp.Cli", "Microsoft.AspNetCore.Http", "Microsoft.AspNetCore.Mvc", "Microsoft.AspNetCore.Builder",
            "Microsoft.AspNetCore.Hosting", "Microsoft.AspNetCore.Authentication"));

    [Fact]
    public void Formulas_and_checks_know_nothing_of_the_evaluation_that_calls_them() =>
        Holds(Types.InAssembly(Core).That().ResideInNamespaceStartingWith("Hasp.Core.Checks").Or()
            .ResideInNamespaceStartingWith("Hasp.Core.Stiffness")
            .Or().ResideInNamespaceStartingWith("Hasp.Core.Preload").ShouldNot()
                .HaveDependencyOnAny("Hasp.Core.Evaluation", "Hasp.Core.Result", "Hasp.Core.Sizing"));

    [Fact]
    public void Project_references_point_the_same_way()
    {
        Assert.DoesNotContain(Core.GetReferencedAssemblies(), a => a.Name!.StartsWith("Hasp", StringComparison.Ordinal));
        Assert.Equal(["Hasp.Core"], Files.GetReferencedAssemblies().Select(a => a.Name)
            .Where(n => n!.StartsWith("Hasp", StringComparison.Ordinal)));
        Assert.DoesNotContain(Store.GetReferencedAssemblies(), a => a.Name is "Hasp.Files" or "Hasp.Web");
    }

    private static void Holds(ConditionList rule)
    {
        var result = rule.GetResult();
        Assert.True(result.IsSuccessful, string.Join(", ", result.FailingTypeNames ?? []));
    }
}
