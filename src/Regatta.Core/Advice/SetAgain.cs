namespace Regatta.Core.Advice;

/// <summary>One thing to set so that a boat stands as it stood then.</summary>
/// <param name="Control">The control, as the boat reads it.</param>
/// <param name="From">Where it stands now; null where nobody knows.</param>
/// <param name="To">Where it stood.</param>
/// <param name="When">When it can be set on this boat.</param>
public sealed record SetStep(Control Control, Mark? From, Mark To, WhenChanged When);

/// <summary>What to change so that a good setting is found again.</summary>
public static class SetAgain
{
    /// <summary>What differs from how the boat stands, in the class's set-up order, ashore before afloat.</summary>
    /// <param name="definition">The class.</param>
    /// <param name="readings">The boat, and whose hand.</param>
    /// <param name="now">The marks it stands at, as far as they are known.</param>
    /// <param name="then">The marks to find again.</param>
    public static IReadOnlyList<SetStep> Steps(
        ClassDefinition definition,
        Readings readings,
        IReadOnlyDictionary<ControlKey, Mark> now,
        IReadOnlyDictionary<ControlKey, Mark> then
    ) =>
        [
            .. SetUpOrder
                .Of(definition.Controls)
                .Controls.Where(control => then.ContainsKey(control.Key))
                .Select(control =>
                    (Control: control, From: now.TryGetValue(control.Key, out var stands) ? stands : (Mark?)null, To: then[control.Key])
                )
                .Where(control => control.From is not { } from || from.DistanceTo(control.To) > control.Control.Scale.Step / 10)
                .Select(control => new SetStep(
                    readings.AsRead(control.Control),
                    control.From,
                    control.To,
                    readings.Boat?.WhenOf(control.Control) ?? control.Control.When
                ))
                .OrderBy(step => step.When != WhenChanged.Ashore),
        ];
}
