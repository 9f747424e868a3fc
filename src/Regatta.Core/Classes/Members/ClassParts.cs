using System.Text.Json.Nodes;

namespace Regatta.Core.Classes.Members;

/// <summary>What a change touched of a class: the parts of its members before and after, as the history keeps them.</summary>
/// <param name="Before">Each part as it was; null where it was not there.</param>
/// <param name="After">Each part as it became; null where it went.</param>
public sealed record ClassParts(JsonObject Before, JsonObject After)
{
    /// <summary>The parts in which two definitions differ; null where in none.</summary>
    public static ClassParts? Between(ClassDefinition before, ClassDefinition after)
    {
        var (was, now) = (Of(before), Of(after));
        var changed = was
            .Keys.Union(now.Keys)
            .Where(part => !JsonNode.DeepEquals(was.GetValueOrDefault(part), now.GetValueOrDefault(part)))
            .ToList();
        return changed.Count == 0 ? null : new(Pick(was), Pick(now));

        JsonObject Pick(Dictionary<string, JsonNode?> from) =>
            new(changed.Select(part => KeyValuePair.Create(part, from.GetValueOrDefault(part)?.DeepClone())));
    }

    /// <summary>The definition with <see cref="After"/> put where it says <see cref="Before"/> still; null where a part says something
    /// else by now.</summary>
    public ClassDefinition? PutInto(ClassDefinition now)
    {
        var parts = Of(now);
        if (Before.Any(part => !JsonNode.DeepEquals(parts.GetValueOrDefault(part.Key), part.Value)))
        {
            return null;
        }

        foreach (var (part, value) in After)
        {
            parts[part] = value;
        }

        var whole = new JsonObject();
        foreach (var (part, value) in parts.Where(part => part.Value is not null))
        {
            if (part.Split('.', 2) is [var member, var entry])
            {
                var entries = (JsonObject)(whole[member] ??= new JsonObject());
                entries[entry] = value!.DeepClone();
            }
            else
            {
                whole[part] = value!.DeepClone();
            }
        }

        foreach (var member in ClassMembers.All.Where(member => !member.InHistory))
        {
            whole[member.Name] = member.Write(now);
        }

        return ClassJson.Read(now.Key, whole);
    }

    private static Dictionary<string, JsonNode?> Of(ClassDefinition definition) =>
        ClassMembers.All.Where(member => member.InHistory).SelectMany(member => member.Parts(definition)).ToDictionary();
}
