namespace Regatta.Core.Advice;

/// <summary>Where somebody stands who asks what to change.</summary>
/// <param name="Marks">Where each control stands; null where nobody knows.</param>
/// <param name="Effect">How much a number of positions of a control turns the helm; null where nothing is known.</param>
public sealed record CureCircumstances(Func<ControlKey, Mark?> Marks, Func<Control, double, StepEffect?> Effect)
{
    /// <summary>With which sails, sailed how; null for any. A control that is not there then cures nothing.</summary>
    public PlanMode? PlanMode { get; init; }

    /// <summary>A control's mark one band down; null where there is none, or it is the same.</summary>
    public Func<ControlKey, Mark?> Lighter { get; init; } = _ => null;

    /// <summary>A control's mark one band up; null where there is none, or it is the same.</summary>
    public Func<ControlKey, Mark?> Stronger { get; init; } = _ => null;

    /// <summary>What is known to have held while she was looked at.</summary>
    public Gate Held { get; init; }

    /// <summary>The other school: board and rig before the sails, because easing them costs power. What is free stays first.</summary>
    public bool RigFirst { get; init; }

    /// <summary>The circumstances of a card in its wind.</summary>
    /// <param name="reading">The card.</param>
    /// <param name="effect">How much a change turns the helm.</param>
    public static CureCircumstances Of(CardReading reading, Func<Control, double, StepEffect?> effect)
    {
        var lines = reading.Lines.ToDictionary(line => line.Control.Key);
        return new(reading.MarkOf, effect)
        {
            PlanMode = reading.PlanMode,
            Lighter = key => lines.GetValueOrDefault(key)?.IfLighter?.Mark,
            Stronger = key => lines.GetValueOrDefault(key)?.IfStronger?.Mark,
        };
    }
}
