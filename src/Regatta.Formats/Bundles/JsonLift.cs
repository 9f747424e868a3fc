using System.Text.Json.Nodes;

namespace Regatta.Formats.Bundles;

/// <summary>What upcasters do to JSON; each gives a copy, but for <see cref="Take"/>.</summary>
internal static class JsonLift
{
    public static JsonObject Renamed(JsonObject old, params (string From, string To)[] names)
    {
        var lifted = old.DeepClone().AsObject();
        foreach (var (from, to) in names.Where(name => lifted.ContainsKey(name.From)))
        {
            lifted[to] = Take(lifted, from);
        }

        return lifted;
    }

    public static JsonObject Filled(JsonObject old, params (string Name, JsonNode Usual)[] members)
    {
        var lifted = old.DeepClone().AsObject();
        foreach (var (name, usual) in members)
        {
            lifted[name] ??= usual;
        }

        return lifted;
    }

    public static JsonObject With(JsonObject old, string member, Func<JsonNode, JsonNode> lift)
    {
        var lifted = old.DeepClone().AsObject();
        if (Take(lifted, member) is { } value)
        {
            lifted[member] = lift(value);
        }

        return lifted;
    }

    public static JsonArray Each(JsonNode? list, Func<JsonObject, JsonNode> lift) =>
        new([.. list!.AsArray().Select(one => lift(one!.AsObject()))]);

    public static JsonNode? Take(JsonObject from, string member)
    {
        var value = from[member];
        from.Remove(member);
        return value;
    }

    public static JsonNode? Copy(JsonNode? node) => node?.DeepClone();
}
