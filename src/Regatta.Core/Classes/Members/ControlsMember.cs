using System.Text.Json.Nodes;

namespace Regatta.Core.Classes.Members;

/// <summary>The controls by their keys, those in use and the retired; which are in use, and their order, is the member after it. In
/// histories each control counts by itself. <see cref="MatrixDiff"/> compares them.</summary>
internal sealed record ControlsMember()
    : ClassMember<IReadOnlyDictionary<ControlKey, Control>>(
        "controls",
        nameof(ClassDefinition.Controls),
        "",
        definition => definition.Known.ToDictionary(control => control.Key),
        (definition, controls) => definition with { Controls = [.. controls.Values], Retired = [] },
        (_, _, _) => ""
    )
{
    /// <inheritdoc/>
    public override ClassDefinition Read(ClassDefinition definition, JsonNode json) =>
        ReadValue(json) is var controls && controls.FirstOrDefault(control => control.Key != control.Value.Key) is { Value: { } astray }
            ? throw new ClassValueException($"“{PlainText.Shown(astray.Key.Name)}” stands under another key than its own.")
            : With(definition, controls);

    /// <inheritdoc/>
    public override IEnumerable<KeyValuePair<string, JsonNode?>> Parts(ClassDefinition definition) =>
        Write(definition)!.AsObject().Select(control => KeyValuePair.Create($"{Name}.{control.Key}", control.Value));

    /// <summary>The definition with these of its controls in use, in this order, and the others retired.</summary>
    public static ClassDefinition Ordered(ClassDefinition definition, IReadOnlyList<ControlKey> inUse)
    {
        var known = definition.Known.ToDictionary(control => control.Key);
        return inUse.FirstOrDefault(key => !known.ContainsKey(key)) is { Name: { } missing }
            ? throw new ClassValueException($"“{PlainText.Shown(missing)}” is in use, and the class has no such control.")
            : definition with
            {
                Controls = [.. inUse.Select(key => known[key])],
                Retired = [.. known.Values.Where(control => !inUse.Contains(control.Key))],
            };
    }

    /// <summary>Whether the controls that two lists share stand in the same order.</summary>
    public static bool SameOrder(IReadOnlyList<ControlKey> was, IReadOnlyList<ControlKey> now) =>
        was.Where(now.Contains).SequenceEqual(now.Where(was.Contains));

    /// <summary>The controls that two lists share, by name in the order of the first.</summary>
    public static string Order(ClassDefinition definition, IReadOnlyList<ControlKey> value, IReadOnlyList<ControlKey> other) =>
        string.Join(", ", value.Where(other.Contains).Select(key => definition.Find(key)?.Name));
}
