using System.Collections.Immutable;
using System.Text;
using System.Text.Json;
using Hasp.Core;
using Hasp.Core.Catalogue;
using Hasp.Core.Checks;
using Hasp.Core.Joints;
using Hasp.Core.LoadPath;
using Hasp.Core.Quantities;
using Hasp.Core.Uncertainty;

namespace Hasp.Files;

/// <summary>
/// The joint document: the open format, the API's body, the export and the stored form. JSON, quantities as strings with
/// units, versioned. Reading collects every fault at once.
/// </summary>
public static class JointDocument
{
    /// <summary>The value of <c>format</c>.</summary>
    public const string Format = "hasp-joint";

    /// <summary>The version written, and the newest that is read.</summary>
    public const int Version = 1;

    /// <summary>No document is larger, in bytes.</summary>
    public const int MaxBytes = 1_000_000;

    private static readonly JsonDocumentOptions Strict = new() { MaxDepth = 16, AllowDuplicateProperties = false };

    /// <summary>The joint that a document describes, or every fault that was found.</summary>
    public static (Joint? Joint, IReadOnlyList<Fault> Faults) Read(ReadOnlyMemory<byte> utf8)
    {
        if (utf8.Length > MaxBytes) return (null, [new Fault("", null, $"the document is larger than {MaxBytes / 1000} kB")]);
        // Some editors begin a file with a byte order mark.
        if (utf8.Span.StartsWith(Encoding.UTF8.Preamble)) utf8 = utf8[Encoding.UTF8.Preamble.Length..];
        JsonDocument document;
        try
        {
            document = JsonDocument.Parse(utf8, Strict);
        }
        catch (JsonException e)
        {
            return (null, [new Fault("", null, $"not valid JSON (line {e.LineNumber + 1}): every key once, at most 16 levels, UTF-8")]);
        }
        catch (InvalidOperationException)
        {
            // Keys are compared while it is parsed, and one of them holds half of a surrogate pair.
            return (null, [new Fault("", null, "a key is not valid Unicode")]);
        }
        using (document)
        {
            return Read(document.RootElement);
        }
    }

    /// <inheritdoc cref="Read(ReadOnlyMemory{byte})"/>
    public static (Joint? Joint, IReadOnlyList<Fault> Faults) Read(string json) => Read(Encoding.UTF8.GetBytes(json));

    /// <summary>What is wrong with a grade or material of the user's own, before it goes into any joint.</summary>
    /// <param name="kind"><c>grades</c> or <c>materials</c>.</param>
    /// <param name="own">An element of <c>own.grades</c> or <c>own.materials</c>.</param>
    public static IReadOnlyList<Fault> FaultsOfOwn(string kind, System.Text.Json.Nodes.JsonObject own)
    {
        var faults = new List<Fault>();
        using var document = JsonDocument.Parse(own.ToJsonString(), Strict);
        var reader = new FieldReader(document.RootElement, $"own.{kind}[0]", faults);
        if (kind == "grades") OwnGrade(reader);
        else OwnMaterial(reader);
        return faults;
    }

    private static (Joint?, IReadOnlyList<Fault>) Read(JsonElement root)
    {
        var faults = new List<Fault>();
        JointInput input;
        try
        {
            input = InputOf(root, faults);
        }
        catch (InvalidOperationException)
        {
            // The one thing that surfaces only when a string is read: half of a surrogate pair.
            return (null, [.. faults, new Fault("", null, "a text is not valid Unicode")]);
        }
        var joint = JointRules.Judge(input, faults);
        return (faults.Count == 0 ? joint : null, faults);
    }

    private static JointInput InputOf(JsonElement root, List<Fault> faults)
    {
        var doc = new FieldReader(root, "", faults);
        if (root.ValueKind != JsonValueKind.Object) return new JointInput();
        doc.Know("format");
        doc.Know("version");
        CheckHeader(root, faults);
        var bolts = doc.Child("bolts");
        var washers = doc.Child("washers");
        var hole = doc.Child("hole");
        var tightening = doc.Child("tightening");
        var end = doc.Child("threadEnd");
        var temperature = doc.Child("temperature");
        var seal = doc.Child("seal");
        var fatigue = doc.Child("fatigue");
        var own = doc.Child("own");
        doc.Text(Fields.Note);
        var input = new JointInput
        {
            Chosen = doc.Paths("chosen"),
            Number = doc.Text(Fields.Number) ?? "",
            Name = doc.Text(Fields.Name) ?? "",
            Thread = bolts.Choice(Fields.Thread),
            Grade = bolts.Choice(Fields.Grade),
            Count = bolts.Count(Fields.Count),
            CountFaulty = faults.Any(f => f.Path == Fields.Count.Path),
            Length = bolts.Quantity(Fields.Length),
            ThreadLength = bolts.Quantity(Fields.ThreadLength),
            Head = bolts.Choice(Fields.Head),
            Condition = Names.Conditions.Of(bolts.Choice(Fields.Condition, "new")),
            EndKind = end.Choice(Fields.EndKind, "nut"),
            Nut = end.Choice(Fields.Nut),
            NutClass = end.Choice(Fields.NutClass),
            ThreadDepth = end.Quantity(Fields.ThreadDepth),
            Engagement = end.Quantity(Fields.Engagement),
            InsertLength = end.Quantity(Fields.InsertLength),
            HeadWasher = washers.Choice(Fields.HeadWasher, "none"),
            NutWasher = washers.Choice(Fields.NutWasher, "none"),
            Fit = hole.Choice(Fields.Fit, "medium"),
            HoleDiameter = hole.Quantity(Fields.HoleDiameter),
            Layers = [.. doc.List("layers", 40).Select(l => LayerOf(l.Reader, l.Index))],
            Pattern = PatternDocument.Read(doc.Child("pattern"), faults),
            Cases = [.. doc.List("loads", 1000).Select(c => CaseOf(c.Reader, c.Index))],
            Aim = tightening.Aim(Fields.Aim),
            AimFaulty = faults.Any(f => f.Path == Fields.Aim.Path),
            Method = tightening.Choice(Fields.Method),
            Scatter = tightening.Number(Fields.Scatter),
            Lubrication = tightening.Choice(Fields.Lubrication),
            NutFactor = tightening.Number(Fields.NutFactor),
            ThreadFriction = tightening.Number(Fields.ThreadFriction),
            BearingFriction = tightening.Number(Fields.BearingFriction),
            PrevailingTorque = tightening.Quantity(Fields.PrevailingTorque, 0),
            Settling = tightening.Quantity(Fields.Settling),
            Relaxation = tightening.Number(Fields.Relaxation, 0.05),
            FaceFriction = doc.Number(Fields.FaceFriction, 0.15),
            AssemblyTemperature = temperature.Quantity(Fields.AssemblyTemperature, 20),
            PartsTemperature = temperature.Quantity(Fields.PartsTemperature),
            BoltsTemperature = temperature.Quantity(Fields.BoltsTemperature),
            SealArea = seal.Quantity(Fields.SealArea),
            SealFactor = seal.Number(Fields.SealFactor),
            Endurance = fatigue.Choice(Fields.Endurance),
            EnduranceStrength = fatigue.Quantity(Fields.EnduranceStrength),
            Making = Names.Makings.Of(fatigue.Choice(Fields.Making, "cut")),
            Criterion = Names.Criteria.Of(fatigue.Choice(Fields.Criterion, "goodman")),
            Slope = fatigue.Number(Fields.Slope),
            Knee = fatigue.Number(Fields.Knee, 2e6),
            Sampling = SamplingOf(doc.Child("uncertainty")),
            HandFigures = HandFiguresOf(doc),
            Judging = JudgingOf(doc.Child("judging")),
            OwnGrades = [.. own.List("grades", 100).Select(g => OwnGrade(g.Reader)).OfType<GradeBand>()],
            OwnMaterials = [.. own.List("materials", 100).Select(m => OwnMaterial(m.Reader)).OfType<Material>()],
        };
        foreach (var reader in new[] { bolts, end, washers, hole, tightening, temperature, seal, fatigue, own, doc }) reader.RefuseUnknown();
        return input;
    }

    private static void CheckHeader(JsonElement root, List<Fault> faults)
    {
        var format = root.TryGetProperty("format", out var f) && f.ValueKind == JsonValueKind.String ? f.GetString() : null;
        if (format != Format) faults.Add(new Fault("format", format, $"must be \"{Format}\""));
        if (!root.TryGetProperty("version", out var v) || v.ValueKind != JsonValueKind.Number || !v.TryGetInt32(out var version) || version < 1)
        {
            faults.Add(new Fault("version", null, $"must be {Version}"));
        }
        else if (version > Version)
        {
            faults.Add(new Fault("version", version.ToString(), $"written by a newer program; this one reads up to {Version}"));
        }
    }

    private static LayerInput LayerOf(FieldReader r, int index)
    {
        var layer = new LayerInput(
            r.Text(Fields.LayerName) is { Length: > 0 } name ? name : $"Part {index + 1}",
            r.Quantity(Fields.LayerThickness), r.Choice(Fields.LayerMaterial),
            Names.Sides.Of(r.Choice(Fields.LayerSide, index % 2 == 0 ? "left" : "right")),
            r.Quantity(Fields.LayerEdge), r.Quantity(Fields.LayerWidth), r.Count(Fields.LayerHoles, 1));
        r.RefuseUnknown();
        return layer;
    }

    private static CaseInput? CaseOf(FieldReader r, int index)
    {
        var before = r.FaultCount;
        var helper = r.Child("helper");
        var (made, lacks) = HelperOf(helper);
        var input = new CaseInput
        {
            Name = r.Text(Fields.CaseName) is { Length: > 0 } given ? given : $"Case {index + 1}",
            Tension = r.Quantity(Fields.CaseTension),
            Shear = r.Quantity(Fields.CaseShear),
            Components = [.. new[] { Fields.CaseFx, Fields.CaseFy, Fields.CaseFz, Fields.CaseMx, Fields.CaseMy, Fields.CaseMz }.Select(f => r.Quantity(f))],
            At = [r.Quantity(Fields.CaseAtX), r.Quantity(Fields.CaseAtY), r.Quantity(Fields.CaseAtZ)],
            Factor = r.Number(Fields.CaseFactor, 1) ?? 1,
            Combines = r.Text(Fields.CaseCombines) is { Length: > 0 } sum ? sum : null,
            OnlyCombined = r.Choice(Fields.CaseJudged, "yes") == "only in combinations",
            Helper = made,
            HelperLacks = lacks,
            AlternatesWith = r.Choice(Fields.CaseAlternates) is { Length: > 0 } other ? other : null,
            Cycles = r.Number(Fields.CaseCycles),
            Pressure = r.Quantity(Fields.CasePressure, 0) ?? 0,
        };
        // Where it came from is for the reader of the document; it is judged as any other case.
        r.Count(Fields.CaseRow);
        helper.RefuseUnknown();
        r.RefuseUnknown();
        return r.FaultCount == before ? input : null;
    }

    private static (LoadHelper? Helper, IReadOnlyList<string> Lacks) HelperOf(FieldReader r)
    {
        if (!r.Exists) return (null, []);
        var kind = Names.Helpers.Of(r.Choice(Fields.HelperKind));
        var heading = Names.Headings.Of(r.Choice(Fields.HelperHeading));
        var lacks = new List<string>();
        var needs = kind is { } k ? NeedsOf(k) : [];
        double Value(Field field, double otherwise = 0)
        {
            var before = r.FaultCount;
            if (r.Quantity(field) is { } value) return value;
            if (needs.Contains(field) && r.FaultCount == before) lacks.Add(field.Key);
            return otherwise;
        }

        var helper = new LoadHelper(kind ?? HelperKind.Mass, heading ?? UsualHeading(kind ?? HelperKind.Mass))
        {
            Pressure = Value(Fields.HelperPressure),
            Bore = Value(Fields.HelperBore),
            Rod = Value(Fields.HelperRod),
            Force = Value(Fields.HelperForce),
            Offset = Value(Fields.HelperOffset),
            OffsetUp = Value(Fields.HelperOffsetUp),
            StandOff = Value(Fields.HelperStandOff),
            Width = Value(Fields.HelperWidth),
            Height = Value(Fields.HelperHeight),
            Mass = Value(Fields.HelperMass),
            Level = r.Number(Fields.HelperLevel, 1) ?? 1,
            Radius = Value(Fields.HelperRadius),
            Speed = Value(Fields.HelperSpeed),
            RodLength = Value(Fields.HelperRodLength),
            Shear = Value(Fields.HelperShear),
            Moment = Value(Fields.HelperMoment),
        };
        return kind is null ? (null, []) : (helper, lacks);
    }

    /// <summary>The fields of a helper that a load cannot be worked out without.</summary>
    public static IReadOnlyList<Field> NeedsOf(HelperKind kind) => kind switch
    {
        HelperKind.Pressure or HelperKind.RamPush => [Fields.HelperPressure, Fields.HelperBore],
        HelperKind.RamPull => [Fields.HelperPressure, Fields.HelperBore, Fields.HelperRod],
        HelperKind.Bracket => [Fields.HelperForce],
        HelperKind.Panel => [Fields.HelperForce, Fields.HelperPressure, Fields.HelperWidth, Fields.HelperHeight],
        HelperKind.Reciprocating => [Fields.HelperMass, Fields.HelperRadius, Fields.HelperSpeed, Fields.HelperRodLength],
        HelperKind.Mass => [Fields.HelperMass],
        _ => [Fields.HelperForce],
    };

    private static Heading UsualHeading(HelperKind kind) => kind switch
    {
        HelperKind.RamPull => Heading.MinusZ,
        HelperKind.Bracket => Heading.MinusY,
        HelperKind.Column => Heading.Y,
        _ => Heading.Z,
    };

    private static Sampling? SamplingOf(FieldReader r)
    {
        var samples = r.Count(Fields.Samples, 1_000_000);
        var seed = r.Count(Fields.Seed, 1);
        var stated = new Dictionary<Uncertain, Spread>();
        foreach (var (field, i) in Fields.Spreads.Select((f, i) => (f, i)))
        {
            if (r.Spread(field) is { } spread) stated[(Uncertain)i] = spread;
        }
        r.RefuseUnknown();
        return samples is { } n && seed is { } s ? new Sampling(n, s, stated) : null;
    }

    private static HandFigures? HandFiguresOf(FieldReader doc)
    {
        var tolerance = doc.Number(Fields.HandTolerance, 0.01);
        var figures = doc.List("handChecks", 200).Select(h => HandFigureOf(h.Reader)).ToList();
        return tolerance is { } share && figures.All(f => f is not null) ? new HandFigures(share, [.. figures.Select(f => f!)]) : null;
    }

    private static HandFigure? HandFigureOf(FieldReader r)
    {
        var check = r.Choice(Fields.HandCheck);
        var step = r.Text(Fields.HandStep);
        var figure = r.Text(Fields.HandFigure);
        r.RefuseUnknown();
        if (check is null || step is null || figure is null) return null;
        if (Terms.All.FirstOrDefault(t => t.Id == step.Split('#')[0]) is not { } term)
        {
            r.Fault(Fields.HandStep, "no value of that name");
            return null;
        }
        var (value, problem) = HandText.Parse(figure, term.Dimension);
        if (problem is null) return new HandFigure(check, step, value);
        r.Fault(Fields.HandFigure, problem);
        return null;
    }

    private static Judging? JudgingOf(FieldReader r)
    {
        var required = r.Child("required");
        var factors = Check.All.Select(c => required.Number(Fields.RequiredFactor(c), c.Required)).ToList();
        required.RefuseUnknown();
        var preload = r.Choice(Fields.Preload, "extremes");
        var shearBy = r.Choice(Fields.ShearBy, "friction");
        var angle = r.Quantity(Fields.ConeHalfAngle, Math.PI / 6);
        var introduction = r.Number(Fields.LoadIntroduction, 1);
        var bore = r.Choice(Fields.ConeBore, "nominal");
        var theory = r.Choice(Fields.ShearTheory, "distortion energy");
        var area = r.Choice(Fields.ThreadArea, "stress");
        var tearOut = r.Choice(Fields.TearOut, "hole edge");
        var bearing = r.Choice(Fields.BearingArea, "projected");
        r.RefuseUnknown();
        if (factors.Any(f => f is null) || angle is null || introduction is null) return null;
        return new Judging
        {
            RequiredByIndex = [.. factors.Select(f => f!.Value)],
            NominalPreload = preload == "nominal",
            SlipsIntoBearing = shearBy == "bearing",
            LoadIntroduction = introduction.Value,
            ConeHalfAngle = angle.Value,
            ConeBoreIsHole = bore == "hole",
            MaximumShear = theory == "maximum shear",
            RootAreaInShear = area == "root",
            TearOutFullEdge = tearOut == "hole centre",
            BearingQuarter = bearing == "quarter",
        };
    }

    private static GradeBand? OwnGrade(FieldReader r)
    {
        var name = r.Text(Fields.OwnGradeName);
        var source = r.Text(Fields.OwnGradeSource);
        var (proof, yield, tensile) = (r.Quantity(Fields.OwnGradeProof), r.Quantity(Fields.OwnGradeYield), r.Quantity(Fields.OwnGradeTensile));
        var (min, max) = (r.Quantity(Fields.OwnGradeMin), r.Quantity(Fields.OwnGradeMax));
        var modulus = r.Quantity(Fields.OwnGradeModulus, 207_000);
        if (proof > tensile || yield > tensile) r.Fault(Fields.OwnGradeTensile, "proof and yield must not be above the tensile strength");
        if (min > max) r.Fault(Fields.OwnGradeMax, "must not be below the smallest diameter");
        r.RefuseUnknown();
        return name is null || source is null || proof is null || yield is null || tensile is null || min is null || max is null || modulus is null
            ? null
            : new GradeBand(name, "own", MeasureSystem.Any, min.Value, max.Value, proof.Value, yield.Value, tensile.Value, modulus.Value, 1.15e-5, false, "as the maker states", source, true);
    }

    private static Material? OwnMaterial(FieldReader r)
    {
        var name = r.Text(Fields.OwnMaterialName);
        var source = r.Text(Fields.OwnMaterialSource);
        var modulus = r.Quantity(Fields.OwnMaterialModulus);
        var (yield, tensile) = (r.Quantity(Fields.OwnMaterialYield), r.Quantity(Fields.OwnMaterialTensile));
        var bearing = r.Quantity(Fields.OwnMaterialBearing);
        var brittle = r.Choice(Fields.OwnMaterialBrittle, "no");
        var expansion = r.Number(Fields.OwnMaterialExpansion);
        if (yield > tensile) r.Fault(Fields.OwnMaterialTensile, "yield must not be above the tensile strength");
        r.RefuseUnknown();
        return name is null || source is null || modulus is null || yield is null || tensile is null || bearing is null
            ? null
            : new Material(name, double.PositiveInfinity, modulus.Value, yield.Value, tensile.Value, bearing.Value, expansion, brittle == "yes", null, "own", source, true);
    }
}
