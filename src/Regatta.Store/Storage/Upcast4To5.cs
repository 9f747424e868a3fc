using System.Text.Json.Nodes;

namespace Regatta.Store.Storage;

/// <summary>Schema 5 knows the drawing of the boat, and what a captain says cures what.</summary>
internal static class Upcast4To5
{
    public static JsonObject Definition(JsonObject old)
    {
        var definition = old.DeepClone().AsObject();
        definition["drawing"] = null;
        definition["cures"] = new JsonArray();
        return definition;
    }
}
