namespace Regatta.Core.Logbook;

/// <summary>How a session felt.</summary>
public enum Felt
{
    /// <summary>Not said.</summary>
    NotSaid,

    /// <summary>Slow.</summary>
    Slow,

    /// <summary>Rather slow.</summary>
    RatherSlow,

    /// <summary>As usual.</summary>
    Usual,

    /// <summary>Rather fast.</summary>
    RatherFast,

    /// <summary>Fast.</summary>
    Fast,
}

/// <summary>What one logged run tells the fit. Holds nothing of who sailed.</summary>
/// <param name="Number">The log's number.</param>
/// <param name="SailedAt">When.</param>
/// <param name="Wind">In what wind.</param>
/// <param name="Marks">The marks as sailed.</param>
/// <param name="Check">The helm check, or null when none was done.</param>
/// <param name="Felt">How it felt.</param>
public sealed record SessionEvidence(
    long Number,
    DateTimeOffset SailedAt,
    WindRange Wind,
    IReadOnlyDictionary<ControlKey, Mark> Marks,
    HelmCheck? Check,
    Felt Felt
)
{
    /// <summary>Which run of the log, from 1.</summary>
    public int Run { get; init; } = 1;

    /// <summary>What was answered to the class's questions.</summary>
    public IReadOnlyDictionary<QuestionKey, Answer> Answers { get; init; } = new Dictionary<QuestionKey, Answer>();

    /// <summary>What she was sailed for; null for the class's first purpose.</summary>
    public PurposeKey? Purpose { get; init; }

    /// <summary>What the water was like.</summary>
    public Water Water { get; init; }

    /// <summary>What the place was like.</summary>
    public Place Place { get; init; }

    /// <summary>The version its card showed; null where it was none.</summary>
    public int? Version { get; init; }

    /// <summary>With which sails, sailed how.</summary>
    public PlanMode PlanMode { get; init; } = PlanMode.Usual;

    /// <summary>The boat's number; null when none was named.</summary>
    public long? Boat { get; init; }

    /// <summary>Who wrote its check, without a name; null where nobody is known.</summary>
    public Reporter? Reporter { get; init; }

    /// <summary>What its track told; null without one, and where the log has several runs.</summary>
    public TrackEvidence? Track { get; init; }

    /// <summary>How much stronger the wind was for the crew aboard than for the class's; 1 when that is not known.</summary>
    public double WindFactor { get; init; } = 1;

    /// <summary>Where the marks came from; a mark that is not here was kept before that was asked.</summary>
    public IReadOnlyDictionary<ControlKey, AskedMark> Asked { get; init; } = new Dictionary<ControlKey, AskedMark>();

    /// <summary>The wind as it was for the crew aboard: what a card is read at.</summary>
    public WindRange EffectiveWind => Wind.Times(WindFactor);

    /// <summary>How far the session's check can be believed; null without a check.</summary>
    public CheckWeight? Weight => Check is null ? null : CheckValidity.Of(Check);

    /// <summary>The heel it noted beside a check that counts, in degrees; null without.</summary>
    public double? NotedHeel => IsValid ? Check!.Heel?.Degrees : null;

    /// <summary>Whether its check tells anything of the helm.</summary>
    public bool IsValid => Weight?.Weight > 0;
}
