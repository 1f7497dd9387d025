using System.Globalization;
using System.Reflection;
using Hasp.Core.Checks.Codes;
using Hasp.Core.Formulas;
using Hasp.Core.Joints;

namespace Hasp.Tests.Evaluating;

/// <summary>
/// What a joint keeps of itself counts for a copy only where nothing differs that it was made of. Every property of every joint of the
/// demonstration is put into every other one of its kind, and what the copy says is held beside what it says with nothing kept.
/// </summary>
public sealed class KeptTests
{
    private static readonly PropertyInfo[] Settable = [.. typeof(Joint).GetProperties()
        .Where(p => p.SetMethod is not null && p.Name != nameof(Joint.Said))];

    private static readonly FieldInfo[] Keeping = [.. typeof(Joint).GetFields(BindingFlags.Instance | BindingFlags.NonPublic)
        .Where(f => f.FieldType.IsGenericType && f.FieldType.GetGenericTypeDefinition() == typeof(Kept<>))];

    private static readonly MethodInfo Clone = typeof(Joint).GetMethod("<Clone>$")!;

    private static Joint Copy(Joint joint) => (Joint)Clone.Invoke(joint, [])!;

    private static Joint Forgetful(Joint joint)
    {
        var copy = Copy(joint);
        foreach (var field in Keeping) field.SetValue(copy, null);
        return copy;
    }

    /// <summary>Everything that is kept, in words; what cannot be worked out of a joint put together like this says so.</summary>
    private static readonly (string Name, Func<Joint, string> Says)[] Kept =
    [
        ("path", j => j.LoadPath.GetType().Name + j.LoadPath.Count + j.LoadPath.On<Plain>(j.Cases[0], 0)),
        ("sharing", j => string.Join(';', j.Sharing.Cases.Select(c => string.Join(',', c)))),
        ("plans", j => string.Join(';', j.Plans.Parts.Select(p => p is null ? "-"
            : $"{p.Along} {p.Sense} {string.Join(',', p.Bolts)} {string.Join(',', p.Distances())}"))),
        ("own", j => Sheared.JointLength(j).ToString("R", CultureInfo.InvariantCulture)),
        ("spacing", j => string.Join(';', j.Spacing)),
    ];

    private static string Of(Func<Joint, string> says, Joint joint)
    {
        try
        {
            return says(joint);
        }
        catch (Exception e) when (e is InvalidOperationException or InvalidCastException or NullReferenceException
            or IndexOutOfRangeException or ArgumentException or KeyNotFoundException)
        {
            return e.GetType().Name;
        }
    }

    [Fact]
    public void What_is_kept_counts_for_a_copy_only_where_nothing_differs_that_it_was_made_of()
    {
        Joint[] joints = [.. Samples.Demo.Select(d => d.Joint)];
        var (changed, stayed) = (Kept.ToDictionary(k => k.Name, _ => 0), Kept.ToDictionary(k => k.Name, _ => 0));
        foreach (var joint in joints)
        {
            foreach (var other in joints.Where(o => o.Kind == joint.Kind && !ReferenceEquals(o, joint)).Take(6))
            {
                foreach (var property in Settable)
                {
                    var known = Forgetful(joint);
                    var before = Kept.Select(k => Of(k.Says, known)).ToArray();
                    var copy = Copy(known);
                    property.SetValue(copy, typeof(Joint).GetProperty(property.Name)!.GetMethod is { } get
                        ? get.Invoke(other, []) : null);
                    for (var i = 0; i < Kept.Length; i++)
                    {
                        var (name, says) = Kept[i];
                        var now = Of(says, copy);
                        Assert.True(Of(says, Forgetful(copy)) == now, $"{joint.Number}, {property.Name} of {other.Number}: {name} is stale");
                        if (now == before[i]) stayed[name]++;
                        else changed[name]++;
                    }
                }
            }
        }
        Assert.All(changed, c => Assert.True(c.Value >= 20, $"{c.Key} changed {c.Value} times"));
        Assert.All(stayed, c => Assert.True(c.Value >= 1000, $"{c.Key} stayed {c.Value} times"));
        Assert.Equal(Keeping.Length, Kept.Length);
    }

    /// <summary>A change of the tightening, as a search makes thousands, leaves what is kept as it is.</summary>
    [Fact]
    public void Tightening_otherwise_keeps_what_is_kept()
    {
        var joint = Samples.Demo.First(d => d.Joint.Pattern is not null).Joint;
        var (sharing, plans, spacing) = (joint.Sharing, joint.Plans, joint.Spacing);
        var other = joint with { Tightening = joint.Tightening with { }, Condition = joint.Condition };
        Assert.Same(sharing, other.Sharing);
        Assert.Same(plans, other.Plans);
        Assert.Same(spacing, other.Spacing);
    }
}
