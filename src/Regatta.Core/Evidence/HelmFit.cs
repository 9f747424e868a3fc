namespace Regatta.Core.Evidence;

/// <summary>A session in the fit, with what came of its weight.</summary>
/// <param name="Session">The session.</param>
/// <param name="Run">As it was counted.</param>
/// <param name="Belief">The share of its weight that is left beside all others, 0 to 1.</param>
public sealed record FittedSession(SessionEvidence Session, HelmRun Run, double Belief)
{
    /// <summary>Whether it lies so far off that it hardly counts.</summary>
    public bool IsWild => Belief < EvidenceRules.WildShare;
}

/// <summary>What the logs of a layer say of its helm.</summary>
/// <param name="Model">The columns.</param>
/// <param name="Posterior">The belief after the logs.</param>
/// <param name="Sessions">The sessions that took part.</param>
public sealed record HelmFit(HelmModel Model, HelmPosterior Posterior, IReadOnlyList<FittedSession> Sessions)
{
    /// <summary>Those that lie so far off that they hardly count, for the captain to look at.</summary>
    public IEnumerable<FittedSession> Wild => Sessions.Where(session => session.IsWild);

    /// <summary>Fits a model to sessions.</summary>
    public static HelmFit Of(HelmModel model, IReadOnlyList<SessionEvidence> sessions)
    {
        var unnoted = UnnotedHeel([.. sessions.Where(one => one.IsValid).Select(one => one.Check!.Heel?.Degrees).OfType<double>()]);
        var runs = (
            from session in sessions
            let run = model.Run(session, unnoted)
            where run is not null
            select (Session: session, Run: run)
        ).ToList();
        var (posterior, beliefs) = Settle(model.Priors, [.. runs.Select(one => one.Run)]);
        return new(model, posterior, [.. runs.Zip(beliefs, (one, belief) => new FittedSession(one.Session, one.Run, belief))]);
    }

    /// <summary>The heel believed of runs that did not note it, from those that did: h̄ = (m·h0 + Σh)/(m + n), s² = (m·v0 + Σ(h −
    /// h̄)²)/(m + n). Source: models M7.</summary>
    /// <param name="noted">Degrees to leeward.</param>
    public static (double Mean, double Variance) UnnotedHeel(IReadOnlyList<double> noted)
    {
        var runs = EvidenceRules.UnnotedHeelRuns + noted.Count;
        var mean = ((EvidenceRules.UnnotedHeelRuns * EvidenceRules.UnnotedHeel) + noted.Sum()) / runs;
        var spread = noted.Sum(heel => (heel - mean) * (heel - mean));
        return (mean, ((EvidenceRules.UnnotedHeelRuns * EvidenceRules.UnnotedHeelVariance) + spread) / runs);
    }

    /// <summary>Fits runs of which some may be wild (a contaminated normal): z = w·r²/s², g = q·e^(−z/2)/(q·e^(−z/2) + (1 −
    /// q)·k^(−½)·e^(−z/2k)), w* = w(g + (1 − g)/k), from the plain fit with s = σ0 until s = √(bn/an) stands. Source: models M7.</summary>
    /// <param name="priors">One for each column.</param>
    /// <param name="runs">The runs.</param>
    /// <returns>The belief, and for each run the share w*/w that is left of its weight.</returns>
    public static (HelmPosterior Posterior, IReadOnlyList<double> Beliefs) Settle(
        IReadOnlyList<CoefficientPrior> priors,
        IReadOnlyList<HelmRun> runs
    )
    {
        var posterior = HelmPosterior.After(priors, runs);
        var beliefs = runs.Select(_ => 1.0).ToList();
        var scatter = EvidenceRules.PriorScatter;
        for (var round = 0; round < EvidenceRules.MostRounds && runs.Count > 0; round++)
        {
            beliefs = [.. runs.Select(run => Belief(run, run.Helm - posterior.Value(run.Row), scatter))];
            posterior = HelmPosterior.After(priors, runs.Zip(beliefs, (run, belief) => run with { Weight = run.Weight * belief }));
            var before = scatter;
            scatter = posterior.Scatter;
            if (round > 0 && Math.Abs(scatter - before) < EvidenceRules.RoundTolerance * before)
            {
                break;
            }
        }

        return (posterior, beliefs);
    }

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
