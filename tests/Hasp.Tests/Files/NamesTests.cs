using System.Reflection;
using Hasp.Core.Joints;

namespace Hasp.Tests.Files;

/// <summary>Names that documents give to values: every value has one, each another, and they lead there and back.</summary>
public sealed class NamesTests
{
    [Fact]
    public void Every_value_has_a_name_of_its_own_that_leads_back_to_it()
    {
        var lists = typeof(Names).GetFields(BindingFlags.Public | BindingFlags.Static).Select(f => (f.Name, List: f.GetValue(null)!))
            .ToList();
        Assert.True(lists.Count >= 9);
        foreach (var (name, list) in lists)
        {
            var type = list.GetType().GetGenericArguments()[0];
            var names = (IReadOnlyList<string>)list.GetType().GetProperty("Names")!.GetValue(list)!;
            // What can be said of several at once is named as far as it is said at all.
            var values = type == typeof(bool) ? new[] { false, true }
                : type.IsDefined(typeof(FlagsAttribute)) ? names.Select(n => list.GetType().GetMethod("Of")!.Invoke(list, [n])!).ToArray()
                : Enum.GetValues(type);
            Assert.Equal(values.Length, names.Distinct().Count());
            foreach (var value in values)
            {
                var called = (string)list.GetType().GetProperty("Item")!.GetValue(list, [value])!;
                Assert.True(Equals(value, list.GetType().GetMethod("Of")!.Invoke(list, [called])), $"{name}: {called}");
            }
        }
        Assert.Null(Names.Sides.Of("up"));
        Assert.Null(Names.Sides.Of(null));
    }
}
