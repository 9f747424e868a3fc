namespace Regatta.Core.Evidence;

/// <summary>A run as it is kept beside the sums it is in.</summary>
/// <param name="Run">Its row and helm, with the weight it has in the sums.</param>
/// <param name="Belief">The share of its own weight that is left in that, 0 to 1.</param>
/// <param name="Heel">The heel it noted, in degrees; null where it noted none.</param>
public sealed record SummedRun(HelmRun Run, double Belief, double? Heel);

/// <summary>The sums of a plan and mode with what its columns are counted from. Immutable.</summary>
/// <param name="Sums">The sums.</param>
/// <param name="Heel">The heel its runs noted.</param>
/// <param name="Boats">Whose columns come last, in their order.</param>
/// <param name="Sailed">What a control that was never published is counted from.</param>
public sealed record PlanModeSums(HelmSums Sums, NotedHeel Heel, IReadOnlyList<long> Boats, IReadOnlyDictionary<ControlKey, Mark> Sailed)
{
    /// <summary>Who always wrote the same when weights were sought last.</summary>
    public IReadOnlyList<ConstantReporter> Reporters { get; init; } = [];

    /// <summary>What runs make of a plan and mode, from nothing: weights sought anew.</summary>
    /// <param name="basis">The class.</param>
    /// <param name="planMode">The plan and mode.</param>
    /// <param name="runs">Its runs that the basis takes, oldest first.</param>
    /// <returns>The sums, and each run that is in them.</returns>
    public static (PlanModeSums Kept, IReadOnlyList<FittedSession> Runs) Of(
        EvidenceBasis basis,
        PlanMode planMode,
        IReadOnlyList<SessionEvidence> runs
    )
    {
        var sailed = ReferenceCard.Middle(runs);
        long[] boats = [.. runs.Select(run => run.Boat).OfType<long>().Distinct()];
        var model = basis.ModelOf(planMode, sailed, boats);
        var (fitted, reporters) = HelmFit.Settle(model, runs);
        return (
            new(
                HelmSums.Of(model.Columns.Count, fitted.Select(run => run.Counted)),
                NotedHeel.Of(fitted.Select(run => run.Session.NotedHeel).OfType<double>()),
                boats,
                sailed
            )
            {
                Reporters = reporters,
            },
            fitted
        );
    }

    /// <summary>The plan and mode of no run yet.</summary>
    public static PlanModeSums Empty(EvidenceBasis basis, PlanMode planMode) => Before(basis, planMode, new Dictionary<ControlKey, Mark>());

    /// <summary>The plan and mode of no run yet, about to take a first one.</summary>
    public static PlanModeSums Before(EvidenceBasis basis, PlanMode planMode, SessionEvidence first) =>
        Before(basis, planMode, ReferenceCard.Middle([first]));

    private static PlanModeSums Before(EvidenceBasis basis, PlanMode planMode, IReadOnlyDictionary<ControlKey, Mark> sailed) =>
        new(HelmSums.None(basis.ModelOf(planMode, sailed, []).Columns.Count), default, [], sailed);

    /// <summary>With a run more, its weight from what is predicted of it now.</summary>
    /// <returns>The plan and mode with it, and the run as it is kept; null where its check tells nothing of the helm.</returns>
    public (PlanModeSums Kept, SummedRun? Run) With(EvidenceBasis basis, PlanMode planMode, SessionEvidence session)
    {
        IReadOnlyList<long> boats = session.Boat is { } boat && !Boats.Contains(boat) ? [.. Boats, boat] : Boats;
        var model = basis.ModelOf(planMode, Sailed, boats);
        if (model.Run(session, Heel.Unnoted) is not { } run)
        {
            return (this, null);
        }

        var sums = Sums.Widened(model.Columns.Count);
        var belief = HelmFit.Belief(run, HelmPosterior.After(model.Priors, sums));
        var share = Reporters.FirstOrDefault(reporter => reporter.Reporter == session.Reporter)?.Share(basis.Verdicts) ?? 1;
        var kept = new SummedRun(run with { Weight = run.Weight * share * belief }, belief, session.NotedHeel);
        return (this with { Sums = sums.With(kept.Run), Heel = Heel.With(kept.Heel), Boats = boats }, kept);
    }

    /// <summary>Without a run that is in.</summary>
    public PlanModeSums Without(SummedRun kept) => this with { Sums = Sums.Without(kept.Run), Heel = Heel.Without(kept.Heel) };
}
