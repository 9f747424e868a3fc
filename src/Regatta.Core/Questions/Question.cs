namespace Regatta.Core.Questions;

/// <summary>Names a question within its class: lower-case letters, digits and hyphens.</summary>
/// <param name="Name">Such as <c>slot</c>.</param>
public readonly record struct QuestionKey(string Name)
{
    /// <inheritdoc/>
    public override string ToString() => Name;
}

/// <summary>When a question is answered.</summary>
public enum AskedWhen
{
    /// <summary>At set-up, before launching.</summary>
    Ashore,

    /// <summary>On the water, while it can be seen.</summary>
    Afloat,

    /// <summary>After the session.</summary>
    After,
}

/// <summary>What an answer says of what was looked at.</summary>
public enum AnswerMeaning
{
    /// <summary>As it should be.</summary>
    Fine,

    /// <summary>Too little of it.</summary>
    TooLittle,

    /// <summary>Too much of it.</summary>
    TooMuch,

    /// <summary>Stop, and see to it before anything else.</summary>
    Stop,
}

/// <summary>Something a captain wants looked at and answered.</summary>
/// <param name="Key">Its name for good.</param>
/// <param name="Asks">The question, as a sailor is asked.</param>
/// <param name="Form">How it is answered.</param>
public sealed record Question(QuestionKey Key, string Asks, AnswerForm Form)
{
    /// <summary>When it is answered.</summary>
    public AskedWhen When { get; init; } = AskedWhen.Afloat;

    /// <summary>Asked with these sails only; empty for all.</summary>
    public IReadOnlyList<PlanKey> Plans { get; init; } = [];

    /// <summary>Asked in these modes only; empty for all.</summary>
    public IReadOnlyList<ModeKey> Modes { get; init; } = [];

    /// <summary>Asked from this band on; null for all.</summary>
    public BandId? FromBand { get; init; }

    /// <summary>The control it speaks of; null for none.</summary>
    public ControlKey? Control { get; init; }

    /// <summary>At which stage of making her ready it is looked at, ashore; null where nobody said: with the sails hoisted.</summary>
    public RigStage? Stage { get; init; }

    /// <summary>The gauge that answers it from a picture; null for none.</summary>
    public GaugeUse? Gauge { get; init; }

    /// <summary>The sentence that teaches the rule; may be empty.</summary>
    public string Teaches { get; init; } = "";

    /// <summary>Whether it is asked with these sails, sailed so, in this band. A band that is gone no longer holds it back.</summary>
    public bool IsAsked(PlanMode planMode, WindBand band, WindBands bands) =>
        (Plans.Count == 0 || Plans.Contains(planMode.Plan))
        && (Modes.Count == 0 || Modes.Contains(planMode.Mode))
        && (FromBand is not { } from || bands.Find(from) is not { } first || band.From >= first.From);

    /// <summary>The same question of the same things.</summary>
    public bool Equals(Question? other) =>
        other is not null
        && (Key, Asks, When, FromBand, Control, Stage, Teaches, Gauge)
            == (other.Key, other.Asks, other.When, other.FromBand, other.Control, other.Stage, other.Teaches, other.Gauge)
        && Form.Equals(other.Form)
        && Plans.SequenceEqual(other.Plans)
        && Modes.SequenceEqual(other.Modes);

    /// <inheritdoc/>
    public override int GetHashCode() => Key.GetHashCode();
}
