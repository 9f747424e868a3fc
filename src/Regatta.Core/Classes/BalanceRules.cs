namespace Regatta.Core.Classes;

/// <summary>What must hold of a class's drawing and its cures.</summary>
public static class BalanceRules
{
    internal static IEnumerable<string> Broken(ClassDefinition definition) =>
        definition.Drawing is { } drawing && drawing.Effects.Count > Limits.Controls
            ? [$"A drawing is moved by at most {Limits.Controls} controls."]
            : [];

    /// <summary>What does not fit together, a sentence each.</summary>
    public static IEnumerable<string> Remarks(ClassDefinition definition) =>
        (definition.Drawing?.Remarks(definition.Controls) ?? []).Concat(
            from cure in definition.Cures
            where cure.Control is { } key && definition.Find(key) is null
            select $"A cure names “{cure.Control}”, and no control in use is called so: it is left out."
        );
}
