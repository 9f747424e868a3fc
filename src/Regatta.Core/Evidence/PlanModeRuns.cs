namespace Regatta.Core.Evidence;

/// <summary>How many runs tell something, and when the last of them was sailed; the last is null where there are none.</summary>
/// <param name="Count">How many.</param>
/// <param name="Newest">When.</param>
public readonly record struct RunCount(int Count, DateTimeOffset? Newest)
{
    internal static RunCount Of(IEnumerable<FactTally> tallies)
    {
        var (count, newest) = (0, (DateTimeOffset?)null);
        foreach (var tally in tallies)
        {
            count += tally.Count;
            newest = newest is null || tally.Newest > newest ? tally.Newest : newest;
        }

        return new(count, newest);
    }
}

/// <summary>The runs of a plan and mode: all of them counted, and the newest of each band one by one.</summary>
public sealed class PlanModeRuns
{
    private readonly ILookup<(BandId, FactKind, ControlKey?), FactTally> tallies;
    private readonly ILookup<BandId, SessionEvidence> listed;

    /// <summary>Joins what was counted with what is listed.</summary>
    /// <param name="bands">The bands they lie in.</param>
    /// <param name="tallies">All of them, counted.</param>
    /// <param name="newest">Those known one by one.</param>
    public PlanModeRuns(WindBands bands, IEnumerable<FactTally> tallies, IEnumerable<SessionEvidence> newest)
        : this(run => bands.At(run.EffectiveWind.Mean).Id, tallies, newest) { }

    private PlanModeRuns(Func<SessionEvidence, BandId> bandOf, IEnumerable<FactTally> tallies, IEnumerable<SessionEvidence> newest)
    {
        this.tallies = tallies.ToLookup(tally => (tally.Fact.Band, tally.Fact.Kind, tally.Fact.Control));
        Listed = [.. newest.OrderBy(run => run.SailedAt).ThenBy(run => run.Number).ThenBy(run => run.Run)];
        listed = Listed.ToLookup(bandOf);
        var all = this.tallies.Where(group => group.Key.Item2 == FactKind.Run).SelectMany(group => group).ToList();
        (Count, Valid) = (
            all.Sum(tally => tally.Count),
            all.Where(tally => tally.Fact.Feedback == Feedback.Well).Sum(tally => tally.Count)
        );
    }

    /// <summary>No runs.</summary>
    public static PlanModeRuns None { get; } = new(_ => default, [], []);

    /// <summary>Runs that are being read anew: nothing is known of them for a moment.</summary>
    public static PlanModeRuns BeingRead { get; } = new(_ => default, [], []) { AreBeingRead = true };

    /// <summary>Whether they are being read anew, so that nothing is said of them.</summary>
    public bool AreBeingRead { get; private init; }

    /// <summary>Counts runs and lists the newest of each band.</summary>
    public static PlanModeRuns Of(ClassDefinition definition, IReadOnlyList<SessionEvidence> runs) =>
        new(
            definition.Bands,
            RunFacts.Count(definition, runs),
            runs.GroupBy(run => definition.Bands.At(run.EffectiveWind.Mean).Id)
                .SelectMany(band =>
                    band.OrderByDescending(run => run.SailedAt).ThenByDescending(run => run.Number).Take(EvidenceRules.Listed)
                )
        );

    /// <summary>How many runs.</summary>
    public int Count { get; }

    /// <summary>How many of them have a helm check that counts.</summary>
    public int Valid { get; }

    /// <summary>The newest of each band, oldest first.</summary>
    public IReadOnlyList<SessionEvidence> Listed { get; }

    /// <summary>The newest of a band, oldest first.</summary>
    public IEnumerable<SessionEvidence> In(BandId band) => listed[band];

    /// <summary>The runs of a band.</summary>
    public RunCount CountIn(BandId band) => RunCount.Of(tallies[(band, FactKind.Run, null)]);

    /// <summary>The runs of a band whose helm check counts.</summary>
    public RunCount ValidIn(BandId band) =>
        RunCount.Of(tallies[(band, FactKind.Run, null)].Where(tally => tally.Fact.Feedback == Feedback.Well));

    /// <summary>What the runs of a band said of a control at some marks.</summary>
    public IReadOnlyList<FactTally> At(BandId band, ControlKey control, Func<Mark, bool> marks) =>
        [.. tallies[(band, FactKind.Mark, control)].Where(tally => marks(new(tally.Fact.Position)))];

    /// <summary>What the runs of a band said of a control's target.</summary>
    public IReadOnlyList<FactTally> OfTarget(BandId band, ControlKey control) => [.. tallies[(band, FactKind.Target, control)]];
}
