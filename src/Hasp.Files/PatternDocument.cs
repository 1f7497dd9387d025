using System.Text.Json;
using System.Text.Json.Nodes;
using Hasp.Core.Catalogue;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;

namespace Hasp.Files;

/// <summary>The part of a joint document that says where the bolts are.</summary>
public static class PatternDocument
{
    /// <summary>The layout that a document describes, pitches chosen where none are stated, be the document faulty elsewhere; null where none is laid out or it cannot be read.</summary>
    public static Layout? LayoutOf(JsonObject document)
    {
        if (document["pattern"] is not JsonObject pattern) return null;
        var faults = new List<Fault>();
        using var parsed = JsonDocument.Parse(pattern.ToJsonString());
        var input = Read(new FieldReader(parsed.RootElement, "pattern", faults), faults);
        var thread = Standards.FindThread(JointEdit.Get(document, Fields.Thread.Path) ?? "");
        var layout = input?.Layout is { } stated ? PatternRules.LaidOut(input, stated, thread?.Diameter ?? 16, faults) : null;
        return faults.Count == 0 ? layout : null;
    }

    internal static PatternInput? Read(FieldReader r, List<Fault> faults)
    {
        if (!r.Exists) return null;
        var before = faults.Count;
        var kind = r.Choice(Fields.PatternKind);
        var plate = PlateOf(r.Child("plate"));
        var prying = r.Child("prying");
        var layout = new Layout
        {
            Kind = Names.Patterns.Of(kind) ?? PatternKind.Single,
            Rows = r.Count(Fields.PatternRows, 2) ?? 1,
            Columns = r.Count(Fields.PatternColumns, 2) ?? 1,
            PitchX = r.Quantity(Fields.PitchX) ?? 0,
            PitchY = r.Quantity(Fields.PitchY) ?? 0,
            Count = r.Count(Fields.PatternCount, 4) ?? 1,
            Diameter = r.Quantity(Fields.PatternDiameter) ?? 0,
            From = r.Quantity(Fields.PatternFrom, Math.PI / 2) ?? 0,
            Sweep = r.Quantity(Fields.PatternSweep, Math.PI) ?? 0,
            At = new(r.Quantity(Fields.PatternX, 0) ?? 0, r.Quantity(Fields.PatternY, 0) ?? 0),
            Turned = r.Quantity(Fields.PatternTurned, 0) ?? 0,
            Mirror = Names.Mirrors.Of(r.Choice(Fields.PatternMirror, "none")) ?? Mirror.None,
            Points = [.. r.List("points", PatternRules.MostBolts).Select(p => PointOf(p.Reader, Fields.PointX, Fields.PointY)).Select(p => p ?? default)],
        };
        var input = new PatternInput
        {
            Layout = layout,
            Off = r.Text(Fields.PatternOff) ?? "",
            Plate = plate,
            School = Names.TensionSchools.Of(r.Choice(Fields.Tension)),
            PivotLeft = r.Quantity(Fields.PivotLeft),
            PivotRight = r.Quantity(Fields.PivotRight),
            PivotBottom = r.Quantity(Fields.PivotBottom),
            PivotTop = r.Quantity(Fields.PivotTop),
            PryingFactor = prying.Number(Fields.PryingFactor),
            PryingStem = prying.Quantity(Fields.PryingStem),
            PryingEdge = prying.Quantity(Fields.PryingEdge),
            PryingLength = prying.Quantity(Fields.PryingLength),
        };
        prying.RefuseUnknown();
        r.RefuseUnknown();
        // Without a kind there is no pattern, and what else is stated waits for one.
        return kind is null && faults.Count == before ? null : faults.Count > before ? input with { Layout = null } : input;
    }

    private static PlateInput PlateOf(FieldReader r)
    {
        var plate = new PlateInput
        {
            Shape = r.Choice(Fields.PlateShape),
            Width = r.Quantity(Fields.PlateWidth),
            Height = r.Quantity(Fields.PlateHeight),
            Diameter = r.Quantity(Fields.PlateDiameter),
            At = new(r.Quantity(Fields.PlateX, 0) ?? 0, r.Quantity(Fields.PlateY, 0) ?? 0),
            Corners = [.. r.List("corners", 200).Select(c => PointOf(c.Reader, Fields.CornerX, Fields.CornerY))],
            Openings = [.. r.List("openings", 100).Select(o => OpeningOf(o.Reader))],
        };
        r.RefuseUnknown();
        return plate;
    }

    private static PlanPoint? PointOf(FieldReader r, Field x, Field y)
    {
        var (a, b) = (r.Quantity(x), r.Quantity(y));
        r.RefuseUnknown();
        return a is { } px && b is { } py ? new PlanPoint(px, py) : null;
    }

    private static Opening? OpeningOf(FieldReader r)
    {
        var (x, y) = (r.Quantity(Fields.OpeningX), r.Quantity(Fields.OpeningY));
        var opening = new Opening(new(x ?? 0, y ?? 0), r.Quantity(Fields.OpeningDiameter) ?? 0, r.Quantity(Fields.OpeningWidth) ?? 0, r.Quantity(Fields.OpeningHeight) ?? 0);
        r.RefuseUnknown();
        return x is null || y is null ? null : opening;
    }
}
