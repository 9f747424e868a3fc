namespace Regatta.Store;

/// <summary>A run of a trial as it was read: both tacks in degrees, the wind in metres a second, what the first boat gained in
/// lengths.</summary>
public sealed record TrialReading(
    int Number,
    int Boat,
    double HelmPort,
    double HelmStarboard,
    double Wind,
    DateTimeOffset SailedAt,
    double? Gained = null
)
{
    /// <summary>As the analysis counts it.</summary>
    public TrialRun Run => new(Number, Boat, (HelmPort + HelmStarboard) / 2) { Gained = Gained };
}

/// <summary>A planned trial with what was sailed of it.</summary>
/// <param name="Number">Its number in the club's records.</param>
/// <param name="ClassKey">The class.</param>
/// <param name="Trial">What is tried.</param>
/// <param name="Outing">The day it is planned for; null for any.</param>
/// <param name="Plan">When it begins, who does what, and what to mind.</param>
/// <param name="PlannedAt">When it was planned.</param>
/// <param name="EndedAt">When it was ended; null while it goes on.</param>
/// <param name="Runs">What was sailed, in order.</param>
/// <param name="Revision">Another one whenever it was changed.</param>
public sealed record PlannedTrial(
    long Number,
    string ClassKey,
    Trial Trial,
    long? Outing,
    TrialPlan Plan,
    DateTimeOffset PlannedAt,
    DateTimeOffset? EndedAt,
    IReadOnlyList<TrialReading> Runs,
    long Revision
);

/// <summary>Somebody who does something in a trial; whose name nobody but members reads.</summary>
public sealed record TrialHand(TrialRole Role, Guid Person, string Name);

/// <summary>How a trial is to go.</summary>
/// <param name="BeginsAt">When it begins; null where nobody said.</param>
/// <param name="Hands">Who does what; may be empty.</param>
/// <param name="Note">What to mind; may be empty.</param>
public sealed record TrialPlan(DateTimeOffset? BeginsAt, IReadOnlyList<TrialHand> Hands, string Note)
{
    /// <summary>Nothing said.</summary>
    public static TrialPlan None { get; } = new(null, [], "");
}
