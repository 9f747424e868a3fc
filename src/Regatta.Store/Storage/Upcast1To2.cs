using System.Text.Json.Nodes;

namespace Regatta.Store.Storage;

/// <summary>Schema 1 is what migration 0007 made of the tables before it: controls and cells spelled as in the bundle of that time, lists
/// of controls in use and retired, lengths of heights and arms in metres, plans and modes left out of cells where they were the
/// first.</summary>
internal static class Upcast1To2
{
    public static JsonObject Definition(JsonObject old)
    {
        var inUse = old["controls"]!.AsArray();
        var retired = old["retired"]!.AsArray();
        var crew = old["crew"] as JsonObject;
        return new()
        {
            ["name"] = Copy(old["name"]),
            ["family"] = Copy(old["family"]),
            ["about"] = Copy(old["about"]),
            ["helm"] = new JsonObject
            {
                ["target"] = Copy(old["helm"]!["targetDegrees"]),
                ["tolerance"] = Copy(old["helm"]!["toleranceDegrees"]),
                ["referenceWind"] = Copy(old["helm"]!["referenceWind"]),
                ["perHeelDegree"] = Copy(old["helm"]!["perHeelDegree"]),
            },
            ["bands"] = Each(
                old["bands"]!,
                band => new JsonObject
                {
                    ["number"] = Copy(band["id"]),
                    ["name"] = Copy(band["name"]),
                    ["from"] = Copy(band["from"]),
                    ["to"] = Copy(band["to"]),
                }
            ),
            ["lastBand"] = Copy(old["lastBand"]),
            ["inUse"] = Each(inUse, control => Copy(control["key"])!),
            ["controls"] = new JsonObject(
                inUse
                    .Concat(retired)
                    .Select(control => KeyValuePair.Create((string)control!["key"]!, (JsonNode?)Control(control.AsObject())))
            ),
            ["plans"] = Copy(old["plans"]),
            ["modes"] = Copy(old["modes"]),
            ["windHeight"] = (double)old["windHeight"]! * 1000,
            ["crewRule"] = crew?["reference"] is null
                ? null
                : new JsonObject
                {
                    ["reference"] = Copy(crew["reference"]),
                    ["hull"] = Copy(crew["hull"]),
                    ["arm"] = (double)crew["arm"]! * 1000,
                    ["fromBand"] = Copy(crew["fromBand"]),
                },
            ["crewOffsets"] = crew?["offsets"] is { } offsets ? Copy(offsets) : new JsonArray(),
            ["checks"] = Copy(old["checks"]),
            ["cautions"] = Copy(old["cautions"]),
        };
    }

    public static JsonArray Cells(ClassDefinition definition, JsonArray old)
    {
        var first = definition.PlanModes.First;
        return Each(
            old,
            cell => new JsonObject
            {
                ["plan"] = Copy(cell["plan"]) ?? first.Plan.Name,
                ["mode"] = Copy(cell["mode"]) ?? first.Mode.Name,
                ["band"] = Copy(cell["band"]),
                ["control"] = Copy(cell["control"]),
                ["content"] = new JsonObject
                {
                    ["mark"] = Copy(cell["mark"]),
                    // Where nothing was written, a step counted as near enough.
                    ["tolerance"] =
                        Copy(cell["tolerance"])
                        ?? definition.Known.First(control => control.Key.Name == (string)cell["control"]!).Scale.Step,
                    ["target"] = Copy(cell["target"]),
                    ["note"] = Copy(cell["note"]),
                    ["source"] = cell["source"] is { } source ? (int)EnumText.Read<CellSource>((string)source!).Value : 0,
                    ["isRange"] = Copy(cell["range"]) ?? false,
                    ["word"] = cell["word"] is { } word ? (int)EnumText.Read<CellWord>((string)word!).Value : null,
                    ["origin"] = Copy(cell["origin"]),
                    ["day"] = Copy(cell["day"]),
                },
            }
        );
    }

    private static JsonObject Control(JsonObject old)
    {
        var control = (JsonObject)old.DeepClone();
        control["synonyms"] ??= new JsonArray();
        control["helmPerUnit"] ??= null;
        var disturbs = control["disturbs"] as JsonArray ?? [];
        control["disturbs"] = Each(
            disturbs,
            coupling => new JsonObject
            {
                ["control"] = Copy(coupling["control"]),
                ["why"] = Copy(coupling["why"]),
                ["follows"] = Copy(coupling["follows"]),
            }
        );
        return control;
    }

    private static JsonArray Each(JsonNode list, Func<JsonNode, JsonNode> lift) => [.. list.AsArray().Select(one => lift(one!))];

    private static JsonNode? Copy(JsonNode? node) => node?.DeepClone();
}
