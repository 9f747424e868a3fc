namespace Regatta.Core.Fleet;

/// <summary>What must hold of a class's drawing and its cures.</summary>
public static class BalanceRules
{
    internal static IEnumerable<string> Broken(ClassDefinition definition)
    {
        if (definition.Drawing?.Problem is { } problem)
        {
            yield return problem;
        }

        if (definition.Drawing is { } drawing && drawing.Effects.Count > Limits.Controls)
        {
            yield return $"A drawing is moved by at most {Limits.Controls} controls.";
        }

        if (definition.Cures.Count > Limits.Cures)
        {
            yield return $"A class writes down at most {Limits.Cures} cures.";
        }

        foreach (var wrong in definition.Cures.Select(cure => cure.Problem).OfType<string>().Distinct())
        {
            yield return wrong;
        }
    }

    /// <summary>What does not fit together, a sentence each.</summary>
    public static IEnumerable<string> Remarks(ClassDefinition definition) =>
        (definition.Drawing?.Remarks(definition) ?? []).Concat(
            from cure in definition.Cures
            where cure.Control is { } key && definition.Find(key) is null
            select $"A cure names “{cure.Control}”, and no control in use is called so: it is left out."
        );
}
