using System.Text;
using System.Text.Json.Nodes;
using Hasp.Core;
using Hasp.Core.Checks;
using Hasp.Core.Documents;
using Hasp.Core.Joints;
using Hasp.Core.Quantities;
using Hasp.Files.Shop;

namespace Hasp.Files;

/// <summary>The published description of the documents, made from the same field list that the parser reads: it cannot drift.</summary>
public static class FormatDescription
{
    /// <summary>JSON Schema (draft 2020-12 keywords that draft 7 shares) of the joint document.</summary>
    public static JsonObject Schema()
    {
        var root = ObjectSchema();
        root["$schema"] = "http://json-schema.org/draft-07/schema#";
        root["title"] = "Hasp joint document, version " + JointDocument.Version;
        Properties(root)["format"] = new JsonObject { ["const"] = JointDocument.Format };
        Properties(root)["version"] = new JsonObject { ["const"] = JointDocument.Version };
        Require(root, "format");
        Require(root, "version");
        Properties(root)["chosen"] = new JsonObject { ["type"] = "array", ["maxItems"] = 200,
            ["items"] = new JsonObject { ["type"] = "string" },
            ["description"] = "paths of fields that were chosen and not stated by anybody" };
        foreach (var field in Fields.Document) Place(root, field);
        // Bolts and parts are stated, unless a kind of joint lays them out.
        root["anyOf"] = new JsonArray(new JsonObject { ["required"] = new JsonArray("bolts", "layers") },
            new JsonObject { ["required"] = new JsonArray("kind") });
        Require(root, "loads");
        Properties(root)["layers"]!["minItems"] = 2;
        Properties(root)["loads"]!["minItems"] = 1;
        return root;
    }

    /// <summary>JSON Schema of a record of one kind.</summary>
    public static JsonObject Schema(RecordKind kind)
    {
        var root = ObjectSchema();
        root["$schema"] = "http://json-schema.org/draft-07/schema#";
        root["title"] = $"Hasp {kind.One}";
        foreach (var field in kind.Fields)
        {
            Properties(root)[field.Key] = SchemaOf(field);
            if (field.Required) Require(root, field.Key);
        }
        return root;
    }

    /// <summary>JSON Schema of the entries of the shop's log: one of the kinds.</summary>
    public static JsonObject Schema(IReadOnlyList<EntryKind> kinds)
    {
        var root = new JsonObject { ["$schema"] = "http://json-schema.org/draft-07/schema#", ["title"] = "Hasp log entry",
            ["definitions"] = new JsonObject() };
        foreach (var kind in kinds)
        {
            var one = ObjectSchema();
            foreach (var field in kind.Fields) Place(one, field);
            root["definitions"]![kind.Id] = one;
        }
        return root;
    }

    /// <summary><c>docs/format.md</c>: every field, check id and value name.</summary>
    public static string Markdown()
    {
        var b = new StringBuilder();
        b.Append("""
            # The Hasp formats

            Made from the code by `./hasp format > docs/format.md`; a test fails when this page is stale.

            ## The joint document

            JSON, UTF-8. `"format": "hasp-joint"`, `"version": 1`. Quantities are strings with a unit (`"12 mm"`, `"1/2 in"`,
            `"45 ksi"`); a point marks decimals, a comma only groups thousands. Ratios are numbers. Keys that are not listed are refused. The JSON Schema is at
            `/schema/joint.json` of a running server, or from `./hasp schema`. `chosen` lists the paths of fields that were chosen for the user and
            not stated by anybody; stating one takes it off the list.

            | field | written as | required | if absent | meaning |
            |---|---|---|---|---|

            """);
        foreach (var f in Fields.Document)
        {
            b.Append($"| `{f.Path}` | {Cell(f.Allowed)} | {(f.Required ? "yes" : "")} | {Cell(f.Default)} | {Cell(f.Meaning)} |\n");
        }
        b.Append("""

            ## The result document

            `"format": "hasp-result"`, `"version": 1`. `holds` is true where every judged check reaches its required factor.
            `checks` are sorted by reserve (factor over required), tightest first; `byCase` follows the order of `loads`; a factor is
            null where there was nothing to check. `values` are the joint's named values; `preloadWindow` the preloads in the bolt
            between which slip, opening and strength checks hold (null: without limit); `stiffnessSchools` what each school makes
            of the members, the one in use first; `cases` the forces on one bolt; `jointRate` is hard, medium or soft;
            `fatigue.swings` hold every alternating case, the worst first, with its stresses, each criterion, and the damage where an
            S–N slope is stated; `fatigue.breakPlaces` where the bolt would break; `handChecks` lay figures by hand beside computed ones.
            Where a pattern is laid out, `pattern` holds its bolts, centroid and sums of squares, `spacing` the least pitch and edge distances
            and those short of good practice, and `loads` the tension and shear of every bolt in every case (past 20 000 of them only the bolts that can govern); `checks[].bolt` is the number of
            the governing bolt.
            `warnings` have stable ids; every check carries its `working`, whose steps have a `key` (name, with # and an index where
            there are several) that `handChecks[].step` refers to.

            A document with faults is answered by all of them: `path`, `was`, `problem`, and `mends`, entries that would each put it right.

            ## The chances document

            `"format": "hasp-chances"`, `"version": 1`; from `/api/v1/chance` or `./hasp chance --json`. `spreads` are what scattered;
            `failures` hold opening, slip and yield as far as the joint can have them: `probability` of a factor below 1 for one bolt with
            its `confidence95` interval, mean and standard deviation of the factor beside the linearised deviation, and
            `sensitivities`, the largest share of the scatter first.

            ### Check ids

            | id | name | required, if not stated | preload | meaning | source |
            |---|---|---|---|---|---|

            """);
        foreach (var c in Check.All)
        {
            b.Append($"| `{c.Id}` | {c.Name} | {QuantityText.Figures(c.Required)} | {c.Preload.ToString()
                .ToLowerInvariant()} | {Cell(c.Meaning)} | {Cell(c.Source)} |\n");
        }
        b.Append("""

            ### Value names

            Names in `values` and in the steps of `working`.

            | name | symbol | unit | meaning | source |
            |---|---|---|---|---|

            """);
        foreach (var t in Terms.All)
        {
            b.Append($"| `{t.Id}` | {Cell(t.Symbol)} | {UnitOf(t.Dimension)} | {Cell(t.Meaning)} | {Cell(t.Source)} |\n");
        }
        return b.ToString();
    }

    private static string UnitOf(Dimension dimension) => dimension == Dimension.None ? "–" : Units.Consistent(dimension).Symbol;

    private static string Cell(string text) => text.Replace("|", "\\|");

    /// <summary>Walks the path, making objects and lists on the way.</summary>
    private static void Place(JsonObject root, Field field)
    {
        var at = root;
        var parts = field.Path.Split('.');
        foreach (var part in parts[..^1])
        {
            var list = part.EndsWith("[]", StringComparison.Ordinal);
            var key = list ? part[..^2] : part;
            if (!Properties(at).ContainsKey(key))
            {
                Properties(at)[key] = list ? new JsonObject { ["type"] = "array", ["items"] = RowSchema() } : ObjectSchema();
            }
            at = (JsonObject)(list ? Properties(at)[key]!["items"]! : Properties(at)[key]!);
        }
        Properties(at)[parts[^1]] = SchemaOf(field);
        if (field.Required) Require(at, parts[^1]);
    }

    private static JsonObject SchemaOf(Field field)
    {
        var schema = new JsonObject { ["description"] = $"{field.Meaning}; {field.Allowed}"
            + (field.Default.Length > 0 ? $". If absent: {field.Default}" : "") };
        switch (field.Kind)
        {
            case FieldKind.Count:
                schema["type"] = "integer";
                schema["minimum"] = (long)field.Min;
                schema["maximum"] = (long)field.Max;
                break;
            case FieldKind.Number:
                schema["type"] = "number";
                schema[field.AboveMin ? "exclusiveMinimum" : "minimum"] = field.Min;
                schema["maximum"] = field.Max;
                break;
            default:
                schema["type"] = "string";
                if (field.Choices.Count > 0) schema["enum"] = new JsonArray([.. field.Choices.Select(c => (JsonNode)c)]);
                else schema["maxLength"] = field.MaxLength;
                if (field.Required) schema["minLength"] = 1;
                break;
        }
        return schema;
    }

    private static JsonObject ObjectSchema() =>
        new() { ["type"] = "object", ["additionalProperties"] = false, ["properties"] = new JsonObject() };

    private static JsonObject RowSchema()
    {
        var schema = ObjectSchema();
        Properties(schema)[RowId.Key] = new JsonObject { ["type"] = "integer", ["minimum"] = 1,
            ["description"] = "tells the row from the others wherever it stands, so that changes of two people meet; its place, "
                + "from 1, if absent" };
        return schema;
    }

    private static JsonObject Properties(JsonObject schema) => (JsonObject)schema["properties"]!;

    private static void Require(JsonObject schema, string key)
    {
        if (schema["required"] is not JsonArray required) schema["required"] = required = [];
        required.Add(key);
    }
}
