using MathNet.Numerics.Statistics;

namespace Regatta.Core.Evidence;

/// <summary>What a captain decided of a reporter who always writes the same.</summary>
public enum ReporterVerdict
{
    /// <summary>Their checks count as everybody's.</summary>
    LetIn,

    /// <summary>Their checks count for nothing.</summary>
    LeftOut,
}

/// <summary>A reporter whose checks all say the same though the runs differed. Source: models M7.</summary>
/// <param name="Reporter">Who, without a name.</param>
/// <param name="Checks">How many checks that count.</param>
/// <param name="Helm">What they say, in degrees of rudder, + weather.</param>
/// <param name="Expected">By how much their helm is expected to differ from run to run by what all others wrote: a standard deviation in
/// degrees.</param>
/// <param name="Boats">The boats they were of, as far as named.</param>
/// <param name="First">The first of them.</param>
/// <param name="Last">The last of them.</param>
public sealed record ConstantReporter(
    Reporter Reporter,
    int Checks,
    double Helm,
    double Expected,
    IReadOnlyList<long> Boats,
    DateTimeOffset First,
    DateTimeOffset Last
)
{
    /// <summary>The share of its weight that each of their checks keeps, by what the captain decided.</summary>
    public double Share(IReadOnlyDictionary<Reporter, ReporterVerdict> verdicts) =>
        verdicts.TryGetValue(Reporter, out var verdict)
            ? verdict == ReporterVerdict.LetIn
                ? 1
                : 0
            : EvidenceRules.ConstantReporterWeight / Checks;

    /// <summary>Those who wrote <see cref="EvidenceRules.ConstantReporterChecks"/> checks or more that spread by less than
    /// <see cref="EvidenceRules.ConstantReporterSpread"/> where the fit without them expects more than
    /// <see cref="EvidenceRules.ConstantReporterExpected"/>.</summary>
    /// <param name="priors">One for each column.</param>
    /// <param name="runs">All runs of the fit.</param>
    public static IReadOnlyList<ConstantReporter> Among(
        IReadOnlyList<CoefficientPrior> priors,
        IReadOnlyList<(SessionEvidence Session, HelmRun Run)> runs
    )
    {
        var alike = runs.Where(run => run.Session.Reporter is not null)
            .GroupBy(run => run.Session.Reporter!.Value)
            .Where(own =>
                own.Count() >= EvidenceRules.ConstantReporterChecks
                && own.Select(run => run.Run.Helm).StandardDeviation() < EvidenceRules.ConstantReporterSpread
            )
            .ToList();
        if (alike.Count == 0)
        {
            return [];
        }

        var suspects = alike.Select(own => own.Key).ToHashSet();
        var (without, _) = HelmFit.Settle(
            priors,
            [.. runs.Where(run => run.Session.Reporter is not { } by || !suspects.Contains(by)).Select(run => run.Run)]
        );
        return
        [
            .. from own in alike
            let expected = own.Select(run => without.Value(run.Run.Row)).StandardDeviation()
            where expected > EvidenceRules.ConstantReporterExpected
            select new ConstantReporter(
                own.Key,
                own.Count(),
                own.Average(run => run.Run.Helm),
                expected,
                [.. own.Select(run => run.Session.Boat).OfType<long>().Distinct()],
                own.Min(run => run.Session.SailedAt),
                own.Max(run => run.Session.SailedAt)
            ),
        ];
    }
}
