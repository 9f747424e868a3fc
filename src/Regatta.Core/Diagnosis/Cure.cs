namespace Regatta.Core.Diagnosis;

/// <summary>What a change costs, the cheapest first.</summary>
public enum CureKind
{
    /// <summary>What crew, tiller and sheet do at once.</summary>
    Free,

    /// <summary>A sail's control.</summary>
    Sail,

    /// <summary>The board.</summary>
    Board,

    /// <summary>The rig.</summary>
    Rig,
}

/// <summary>One thing that cures a sign, with its reason. A class may write its own; they are part of its definition.</summary>
/// <param name="Sign">What it cures.</param>
/// <param name="Kind">What it costs.</param>
/// <param name="Why">Why it does, in a sentence.</param>
public sealed record Cure(Sign Sign, CureKind Kind, string Why)
{
    /// <summary>What is done, where it is no control's mark; empty where it is.</summary>
    public string Act { get; init; } = "";

    /// <summary>The control that is changed; null for an act.</summary>
    public ControlKey? Control { get; init; }

    /// <summary>By how many of the control's steps, + to higher marks; zero for an act.</summary>
    public int Steps { get; init; }

    /// <summary>The most steps a cure takes at a time.</summary>
    public const int MostSteps = 6;

    /// <summary>What makes it no cure, in a sentence; null where it is one.</summary>
    public string? Problem =>
        Why.Length is 0 or > Controls.Control.LongestText || Act.Length > Controls.Control.LongestText
            ? $"A cure says why it helps, in up to {Controls.Control.LongestText} letters."
        : Control is null && Act.Length == 0 ? "A cure names a control, or says what to do."
        : Control is not null && (Steps == 0 || Math.Abs(Steps) > MostSteps)
            ? $"A control is changed by 1 to {MostSteps} steps, up or down."
        : null;
}
