using System.Text.Json.Nodes;

namespace Regatta.Store.Storage;

/// <summary>Schema 3 knows questions, kinds of balance checks, purposes, gears, steps of crews, and where controls belong. Until then every
/// log asked what luffed first, in words for one sail or two; that is a question now.</summary>
internal static class Upcast2To3
{
    public static JsonObject Definition(JsonObject old)
    {
        var definition = old.DeepClone().AsObject();
        foreach (var (_, control) in definition["controls"]!.AsObject())
        {
            control!["plans"] = new JsonArray();
            control["modes"] = new JsonArray();
            control["byPurpose"] = new JsonArray();
            control["otherDatum"] = null;
        }

        if (definition["crewRule"] is JsonObject rule)
        {
            (rule["people"], rule["onWire"], rule["wire"]) = (1, 0, 0);
        }

        definition["crewSteps"] = new JsonArray();
        definition["crewColumns"] = null;
        definition["balance"] = new JsonObject { ["kind"] = "tiller", ["heel"] = null };
        definition["questions"] = new JsonArray(Luffing());
        definition["retiredQuestions"] = new JsonArray();
        definition["purposes"] = new JsonArray();
        definition["gears"] = new JsonArray();
        return definition;
    }

    private static JsonObject Luffing() =>
        new()
        {
            ["key"] = "luffing",
            ["asks"] = "Heading up slowly, what broke first?",
            ["when"] = "afloat",
            ["plans"] = new JsonArray(),
            ["modes"] = new JsonArray(),
            ["fromBand"] = null,
            ["control"] = null,
            ["teaches"] = "",
            ["words"] = new JsonArray(
                Word("headsail or head first", "tooMuch"),
                Word("together", "fine"),
                Word("main or foot first", "tooLittle")
            ),
            ["ordered"] = true,
            ["unit"] = null,
            ["least"] = null,
            ["most"] = null,
            ["step"] = null,
            ["scale"] = null,
            ["meanings"] = null,
        };

    private static JsonObject Word(string text, string means) => new() { ["text"] = text, ["means"] = means };
}
