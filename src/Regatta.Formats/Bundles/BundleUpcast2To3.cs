using System.Text.Json;
using System.Text.Json.Nodes;

namespace Regatta.Formats.Bundles;

/// <summary>Bundles of version 2 did not say what more of a control's mark does; what was made from a starter kit is told by the kit's own
/// sentences.</summary>
internal static class BundleUpcast2To3
{
    /// <exception cref="JsonException">It is no bundle of version 2.</exception>
    public static JsonObject Lift(JsonObject old)
    {
        old["version"] = 3;
        foreach (var one in (old["classes"] as JsonArray ?? []).OfType<JsonObject>())
        {
            Declare(one);
            foreach (var version in (one["versions"] as JsonArray ?? []).OfType<JsonObject>())
            {
                Declare(version);
            }
        }

        return old;
    }

    private static void Declare(JsonObject holder)
    {
        if (holder["definition"] is JsonObject definition)
        {
            holder["definition"] = DeclaredWays.Definition(definition);
        }
    }
}
