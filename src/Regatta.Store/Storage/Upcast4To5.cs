using System.Text.Json.Nodes;

namespace Regatta.Store.Storage;

/// <summary>Schema 5 knows the drawing of the boat, what a captain says cures what, and who aboard sets a control.</summary>
internal static class Upcast4To5
{
    public static JsonObject Definition(JsonObject old)
    {
        var definition = old.DeepClone().AsObject();
        definition["drawing"] = null;
        definition["cures"] = new JsonArray();
        foreach (var (_, control) in definition["controls"]!.AsObject())
        {
            control!["who"] = "";
        }

        return definition;
    }
}
