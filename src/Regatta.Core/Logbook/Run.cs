namespace Regatta.Core.Logbook;

/// <summary>One run of a session: a time in which nothing was changed, with what was set, met and found.</summary>
/// <param name="Wind">In what wind.</param>
/// <param name="Marks">The marks as sailed.</param>
/// <param name="Check">The balance check, or null when none was done.</param>
/// <param name="Felt">How it felt.</param>
public sealed record Run(WindRange Wind, IReadOnlyDictionary<ControlKey, Mark> Marks, HelmCheck? Check, Felt Felt)
{
    /// <summary>When it began; null for with the session.</summary>
    public DateTimeOffset? From { get; init; }

    /// <summary>With which sails, sailed how.</summary>
    public PlanMode PlanMode { get; init; } = PlanMode.Usual;

    /// <summary>How much stronger the wind was for the crew aboard than for the crew the class was tuned with; 1 when that is not
    /// known.</summary>
    public double WindFactor { get; init; } = 1;

    /// <summary>No crew makes the wind less than this.</summary>
    public const double LeastWindFactor = 0.1;

    /// <summary>No crew makes the wind more than this.</summary>
    public const double MostWindFactor = 10;

    /// <summary>Where its marks came from; a mark that is not here was kept before that was asked.</summary>
    public IReadOnlyDictionary<ControlKey, AskedMark> Asked { get; init; } = new Dictionary<ControlKey, AskedMark>();

    /// <summary>What was answered to the class's questions.</summary>
    public IReadOnlyDictionary<QuestionKey, Answer> Answers { get; init; } = new Dictionary<QuestionKey, Answer>();

    /// <summary>The same things said.</summary>
    public bool Equals(Run? other) =>
        other is not null
        && (Wind, Check, Felt, From, PlanMode, WindFactor)
            == (other.Wind, other.Check, other.Felt, other.From, other.PlanMode, other.WindFactor)
        && Same(Marks, other.Marks)
        && Same(Asked, other.Asked)
        && Same(Answers, other.Answers);

    /// <inheritdoc/>
    public override int GetHashCode() => HashCode.Combine(Wind, Felt, Marks.Count, Answers.Count);

    private static bool Same<TKey, TValue>(IReadOnlyDictionary<TKey, TValue> one, IReadOnlyDictionary<TKey, TValue> other)
        where TKey : notnull =>
        one.Count == other.Count && one.All(entry => other.TryGetValue(entry.Key, out var value) && Equals(entry.Value, value));
}
