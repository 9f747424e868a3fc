using System.Text.Json.Nodes;

namespace Regatta.Store.Storage;

/// <summary>Schema 6 is the JSON that bundles have too: what is null is left out, and a cell's content stands beside its place.</summary>
internal static class Upcast5To6
{
    public static JsonObject Definition(JsonObject old)
    {
        var lifted = old.DeepClone().AsObject();
        LeaveNullsOut(lifted);
        return lifted;
    }

    /// <summary>The parts of an edit, of which null says that something was not there.</summary>
    public static JsonObject Parts(JsonObject old)
    {
        var lifted = old.DeepClone().AsObject();
        foreach (var value in lifted.Select(part => part.Value).OfType<JsonNode>())
        {
            LeaveNullsOut(value);
        }

        return lifted;
    }

    public static JsonArray Cells(JsonArray old) =>
        [
            .. old.Select(node =>
            {
                var cell = node!.DeepClone().AsObject();
                var content = cell["content"]!.AsObject();
                cell.Remove("content");
                foreach (var (name, value) in content)
                {
                    cell[name] = value?.DeepClone();
                }

                LeaveNullsOut(cell);
                return cell;
            }),
        ];

    private static void LeaveNullsOut(JsonNode node)
    {
        if (node is JsonObject members)
        {
            foreach (var name in members.Where(member => member.Value is null).Select(member => member.Key).ToList())
            {
                members.Remove(name);
            }
        }

        IEnumerable<JsonNode?> inside = node switch
        {
            JsonObject whole => whole.Select(member => member.Value),
            JsonArray list => list,
            _ => [],
        };
        foreach (var child in inside.OfType<JsonNode>().ToList())
        {
            LeaveNullsOut(child);
        }
    }
}
