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
        (definition.Drawing?.Remarks(definition.Controls) ?? [])
            .Concat(
                from cure in definition.Cures
                where cure.Control is { } key && definition.Find(key) is null
                select $"A cure names “{cure.Control}”, and no control in use is called so: it is left out."
            )
            .Concat(Ways(definition));

    /// <summary>A control that balances the helm says so in its effect and in its number alike; one whose mark goes one way as wind builds
    /// says what it does.</summary>
    private static IEnumerable<string> Ways(ClassDefinition definition)
    {
        foreach (var control in definition.Marked)
        {
            var forward = control.Way(MarkEffect.SailForward) - control.Way(MarkEffect.BoardForward);
            if (control.HelmPerUnit is { } helm && forward * helm > 0)
            {
                yield return $"{control.Name}: more of it means that {MarkEffects.Says(control.MoreMeans, 1)}, which turns her up less, "
                    + "and its helm says more. One of the two is the wrong way round.";
            }

            if (control.MoreMeans.Count == 0 && control.HelmPerUnit is null && control.AsWindBuilds != AsWindBuilds.Either)
            {
                yield return $"{control.Name}: nobody has said what more of it does on the boat, so that no advice names it.";
            }
        }
    }
}
