namespace Regatta.Core.Advice;

/// <summary>What somebody said of a step of a rig-up run.</summary>
/// <param name="State">Done or left out.</param>
/// <param name="Said">The answer to a question, or the mark that was set instead of the card's, as it was typed; empty for none.</param>
public sealed record RigAnswer(RigState State, string Said);

/// <summary>Whether a step was done.</summary>
public enum RigState
{
    /// <summary>It was done.</summary>
    Done,

    /// <summary>It was left out.</summary>
    Skipped,
}

/// <summary>A boat being made ready.</summary>
/// <param name="Key">The run's own key: what is sent late, or twice, is known by it.</param>
/// <param name="StartedAt">When it began.</param>
/// <param name="FinishedAt">When it was done; null while it goes on.</param>
/// <param name="Boat">The boat's number; null for none named.</param>
/// <param name="Answers">What was said of each step, by the steps' keys.</param>
public sealed record RigUp(
    Guid Key,
    DateTimeOffset StartedAt,
    DateTimeOffset? FinishedAt,
    long? Boat,
    IReadOnlyDictionary<string, RigAnswer> Answers
)
{
    /// <summary>A run that stood open longer than this was given up: the next begins anew.</summary>
    public static readonly TimeSpan GivenUp = TimeSpan.FromHours(6);

    /// <summary>What is left out is told from so many runs on: of fewer it would be known whose.</summary>
    public const int FewestTold = 3;
}

/// <summary>How often a step was left out.</summary>
/// <param name="Step">The step's key.</param>
/// <param name="Skipped">In how many finished runs.</param>
/// <param name="Of">Of how many that answered it.</param>
public sealed record SkippedStep(string Step, int Skipped, int Of);
