using System.Text.Json.Nodes;

namespace Regatta.Store.Storage;

/// <summary>Schema 4 knows where a caution belongs, up to where plans and sails are carried, when a mode begins, procedures, and lengths of
/// the rig, and which controls are set on both sides. Until then a caution was a sentence that stood everywhere.</summary>
internal static class Upcast3To4
{
    public static JsonObject Definition(JsonObject old)
    {
        var definition = old.DeepClone().AsObject();
        definition["cautions"] = new JsonArray([
            .. definition["cautions"]!
                .AsArray()
                .Select(text => new JsonObject
                {
                    ["text"] = text!.DeepClone(),
                    ["control"] = null,
                    ["plan"] = null,
                    ["mode"] = null,
                    ["windFrom"] = null,
                    ["water"] = "notSaid",
                    ["place"] = "notSaid",
                    ["grave"] = false,
                    ["decides"] = null,
                }),
        ]);
        foreach (var (_, control) in definition["controls"]!.AsObject())
        {
            control!["bothSides"] = false;
        }

        foreach (var plan in definition["plans"]!.AsArray())
        {
            (plan!["statedArea"], plan["statedArm"], plan["measuredLimit"]) = (null, null, null);
            (plan["sails"], plan["marks"]) = (new JsonArray(), new JsonArray());
        }

        foreach (var mode in definition["modes"]!.AsArray())
        {
            mode!["trigger"] = null;
        }

        definition["reefing"] = new JsonObject
        {
            ["gustAllowance"] = ReefRules.UsualGustAllowance,
            ["newcomer"] = ReefRules.UsualNewcomer,
            ["heelWarns"] = true,
            ["signs"] = new JsonArray(),
            ["squall"] = "",
            ["lasting"] = "",
        };
        definition["sailLimits"] = new JsonArray();
        definition["procedures"] = new JsonArray();
        definition["rake"] = null;
        return definition;
    }
}
