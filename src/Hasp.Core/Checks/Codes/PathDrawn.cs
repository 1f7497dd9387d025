using System.Collections.Immutable;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;

namespace Hasp.Core.Checks.Codes;

/// <summary>A failure path as it is drawn on the plan, mm.</summary>
/// <param name="Part">Index of the part that parts.</param>
/// <param name="Fracture">The line that is pulled apart.</param>
/// <param name="Shears">Lines that are sheared, from the fracture to the end.</param>
/// <param name="Bolts">Bolts that go with it.</param>
public sealed record PathDrawn(int Part, ImmutableArray<PlanPoint> Fracture, ImmutableArray<(PlanPoint From, PlanPoint To)> Shears,
    ImmutableArray<int> Bolts)
{
    internal static PathDrawn Of(Joint joint, in PathCheck.Found found)
    {
        var plan = joint.Plans.Parts[found.Part]!;
        var path = found.Path;
        var ahead = PartPlan.Unit(found.Direction);
        var left = PartPlan.Unit(found.Direction < 2 ? 2 : 0);
        var right = new PlanPoint(-left.X, -left.Y);
        PlanPoint InPlan(PlanPoint p) => new((p.X * plan.Along.X) - (p.Y * plan.Along.Y), (p.X * plan.Along.Y) + (p.Y * plan.Along.X));
        PlanPoint Reached(int bolt, PlanPoint towards) => InPlan(plan.Bolts[bolt] + (plan.Ray(bolt, towards) * towards));
        var fracture = ImmutableArray.CreateBuilder<PlanPoint>();
        if (path.Start < 0) fracture.Add(Reached(path.Through[0], right));
        foreach (var b in path.Through) fracture.Add(InPlan(plan.Bolts[b]));
        if (path.Finish < 0) fracture.Add(Reached(path.Through[^1], left));
        return new(found.Part, fracture.ToImmutable(),
            [.. new[] { path.Start, path.Finish }.Where(b => b >= 0).Select(b => (InPlan(plan.Bolts[b]), Reached(b, ahead)))], path.Taken);
    }
}
