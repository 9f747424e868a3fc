namespace Regatta.Core.Evidence;

/// <summary>A session in the fit, with what came of its weight.</summary>
/// <param name="Session">The session.</param>
/// <param name="Run">As it was, at its own weight.</param>
/// <param name="Belief">The share of its weight that is left beside all others, 0 to 1.</param>
public sealed record FittedSession(SessionEvidence Session, HelmRun Run, double Belief)
{
    /// <summary>Whether it lies so far off that it hardly counts.</summary>
    public bool IsWild => Belief < EvidenceRules.WildShare;

    /// <summary>The run as it counts.</summary>
    public HelmRun Counted => Run with { Weight = Run.Weight * Belief };
}

/// <summary>What the logs of a plan and mode say of its helm.</summary>
/// <param name="Model">The columns.</param>
/// <param name="Posterior">The belief after the logs.</param>
/// <param name="Runs">All runs of the plan and mode, counted, whether their check counts or not.</param>
/// <param name="Wild">Those that lie so far off that they hardly count, for the captain to look at; the newest first.</param>
public sealed record HelmFit(HelmModel Model, HelmPosterior Posterior, PlanModeRuns Runs, IReadOnlyList<SessionEvidence> Wild)
{
    /// <summary>How much her helm drifts in a season, in degrees; + to weather.</summary>
    public HelmPrediction Drift
    {
        get
        {
            var row = new double[Model.Columns.Count];
            row[Model.Drift] = 1;
            return Posterior.Predict(row);
        }
    }

    /// <summary>Whether the drift's interval leaves out none at all.</summary>
    public bool Drifts => Drift.Interval(EvidenceRules.IntervalLevel) is (> 0, _) or (_, < 0);

    /// <summary>Whether the logs have taught something of a control: its doubt, in scatters of a check, is well below what it was. Source:
    /// models M7.</summary>
    public bool HasLearned(Control control) =>
        Model.ColumnOf(control) is { } column
        && Posterior.Deviations[column] / Posterior.Scatter
            < EvidenceRules.Learned * Model.Priors[column].Deviation / EvidenceRules.PriorScatter;

    /// <summary>Who always wrote the same, for the captain to leave out or let in.</summary>
    public IReadOnlyList<ConstantReporter> Reporters { get; init; } = [];

    /// <summary>The sums of the club's own runs.</summary>
    public HelmSums Sums { get; init; } = HelmSums.None(0);

    /// <summary>Fits a model to sessions, from nothing.</summary>
    public static HelmFit Of(HelmModel model, IReadOnlyList<SessionEvidence> sessions, IReadOnlyList<ConstantReporter>? known = null)
    {
        var (fitted, reporters) = Settle(model, sessions, known);
        var sums = HelmSums.Of(model.Columns.Count, fitted.Select(run => run.Counted));
        return Of(model, sums, PlanModeRuns.Of(model.Class, sessions), WildOf(fitted)) with { Reporters = reporters };
    }

    /// <summary>What kept sums say, without looking at the runs again.</summary>
    public static HelmFit Of(HelmModel model, HelmSums sums, PlanModeRuns runs, IReadOnlyList<SessionEvidence> wild) =>
        new(model, HelmPosterior.After(model.Priors, sums), runs, wild) { Sums = sums };

    /// <summary>The same with what other clubs gave: what a step, wind and heel do is learned together, where each club's helm lies apart.
    /// Source: models M7, a hierarchical fit.</summary>
    public HelmFit Borrowing(IReadOnlyList<BorrowedSums> borrowed)
    {
        if (borrowed.Count == 0)
        {
            return this;
        }

        var model = Model.Borrowing([.. borrowed.Select(sums => sums.From)]);
        var (width, own) = (model.Columns.Count, Model.Columns.Count);
        var each = 1 + Model.Class.Bands.All.Count;
        var all = borrowed
            .Select((one, at) => (one.Weight, Sums: one.Shared.In(width, own + (at * each), Model.Class.Bands)))
            .Aggregate(Sums.Widened(width), (sums, one) => sums.And(one.Sums, one.Weight));
        return this with { Model = model, Posterior = HelmPosterior.After(model.Priors, all) };
    }

    /// <summary>The same in the words of another definition, whose basis is the same.</summary>
    public HelmFit Over(ClassDefinition definition) => this with { Model = Model.Over(definition) };

    /// <summary>Whether the runs since a change alone, with the belief from before any log, say that the helm lies nearer the aim than it
    /// was expected before: asking all runs again says yes to most of what made it worse. Source: models M7.</summary>
    /// <param name="since">The runs since, of the band.</param>
    /// <param name="row">The cell as it stands now.</param>
    /// <param name="before">The helm expected before, in degrees.</param>
    /// <param name="aim">The helm aimed at, in degrees.</param>
    public bool IsNearer(IReadOnlyList<SessionEvidence> since, IReadOnlyList<double> row, double before, double aim) =>
        Of(Model, since, Reporters).Posterior.PredictCell(row).Within(aim, Math.Abs(before - aim)) >= 0.5;

    /// <summary>The newest of those that hardly count.</summary>
    public static IReadOnlyList<SessionEvidence> WildOf(IEnumerable<FittedSession> fitted) =>
        [.. fitted.Where(run => run.IsWild).Select(run => run.Session).OrderByDescending(run => run.SailedAt).Take(MostWild)];

    /// <summary>More wild ones than this are not named.</summary>
    public const int MostWild = 20;

    /// <summary>The sessions that tell of the helm, with the weights that stand beside each other, and who of their reporters always writes
    /// the same.</summary>
    /// <param name="model">The columns.</param>
    /// <param name="sessions">The sessions.</param>
    /// <param name="known">Reporters that are known to always write the same; null to look for them among these sessions.</param>
    public static (IReadOnlyList<FittedSession> Runs, IReadOnlyList<ConstantReporter> Reporters) Settle(
        HelmModel model,
        IReadOnlyList<SessionEvidence> sessions,
        IReadOnlyList<ConstantReporter>? known = null
    )
    {
        var unnoted = NotedHeel.Of(sessions.Select(session => session.NotedHeel).OfType<double>()).Unnoted;
        var runs = (
            from session in sessions
            let run = model.Run(session, unnoted)
            where run is not null
            select (Session: session, Run: run)
        ).ToList();
        var reporters = known ?? ConstantReporter.Among(model.Priors, runs);
        var shares = reporters.ToDictionary(reporter => reporter.Reporter, reporter => reporter.Share(model.Verdicts));
        double[] share = [.. runs.Select(one => one.Session.Reporter is { } by ? shares.GetValueOrDefault(by, 1) : 1)];
        var (_, beliefs) = Settle(model.Priors, [.. runs.Select(run => run.Run)], share);
        return (
            [
                .. runs.Select(
                    (one, at) => new FittedSession(one.Session, one.Run with { Weight = one.Run.Weight * share[at] }, beliefs[at])
                ),
            ],
            reporters
        );
    }

    /// <summary>Fits runs of which some may be wild (a contaminated normal): z = w·r²/s², g = q·e^(−z/2)/(q·e^(−z/2) + (1 −
    /// q)·k^(−½)·e^(−z/2k)), w* = w(g + (1 − g)/k), from the plain fit with s = σ0 until s = √(bn/an) stands. Source: models M7.</summary>
    /// <param name="priors">One for each column.</param>
    /// <param name="runs">The runs.</param>
    /// <param name="shares">The share of its weight each run counts with whether it is wild or not, which is judged by the whole; null for
    /// all.</param>
    /// <returns>The belief, and for each run the share w*/w that is left of its weight.</returns>
    public static (HelmPosterior Posterior, IReadOnlyList<double> Beliefs) Settle(
        IReadOnlyList<CoefficientPrior> priors,
        IReadOnlyList<HelmRun> runs,
        IReadOnlyList<double>? shares = null
    )
    {
        double Share(int at) => shares?[at] ?? 1;
        var posterior = HelmPosterior.After(priors, runs.Select((run, at) => run with { Weight = run.Weight * Share(at) }));
        var beliefs = runs.Select(_ => 1.0).ToList();
        var scatter = EvidenceRules.PriorScatter;
        for (var round = 0; round < EvidenceRules.MostRounds && runs.Count > 0; round++)
        {
            beliefs = [.. runs.Select(run => Belief(run, run.Helm - posterior.Value(run.Row), scatter))];
            posterior = HelmPosterior.After(priors, runs.Select((run, at) => run with { Weight = run.Weight * Share(at) * beliefs[at] }));
            var before = scatter;
            scatter = posterior.Scatter;
            if (round > 0 && Math.Abs(scatter - before) < EvidenceRules.RoundTolerance * before)
            {
                break;
            }
        }

        return (posterior, beliefs);
    }

    /// <summary>The share of its weight a further run keeps beside what is believed without it.</summary>
    public static double Belief(HelmRun run, HelmPosterior before) => Belief(run, run.Helm - before.Value(run.Row), before.Scatter);

    private static double Belief(HelmRun run, double residual, double scatter)
    {
        const double k = EvidenceRules.WildVariance;
        var z = run.Weight * residual * residual / (scatter * scatter);
        // Both parts are divided by the larger, so that the farthest run does not end in 0/0.
        var sound = Math.Log(EvidenceRules.SoundShare) - (z / 2);
        var wild = Math.Log(1 - EvidenceRules.SoundShare) - (0.5 * Math.Log(k)) - (z / (2 * k));
        var g = 1 / (1 + Math.Exp(wild - sound));
        return g + ((1 - g) / k);
    }
}
