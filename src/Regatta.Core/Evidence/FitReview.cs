using MathNet.Numerics.Distributions;

namespace Regatta.Core.Evidence;

/// <summary>How far a run's helm lies from what is expected of it.</summary>
/// <param name="Run">The run.</param>
/// <param name="Band">Its band.</param>
/// <param name="Degrees">Carried less expected; + is more weather helm than expected.</param>
public sealed record Residual(SessionEvidence Run, WindBand Band, double Degrees);

/// <summary>How much more helm a boat carries than the class, the same marks on.</summary>
/// <param name="Boat">The boat's number.</param>
/// <param name="Offset">+ is more weather helm.</param>
public sealed record BoatOffset(long Boat, HelmPrediction Offset)
{
    /// <summary>Whether she differs: by half a degree or more, and her interval of nine in ten leaves zero out (ours).</summary>
    public bool Differs => Math.Abs(Offset.Mean) >= 0.5 && Offset.Interval(FitReview.Level) is (> 0, _) or (_, < 0);
}

/// <summary>What the logs could learn of a control.</summary>
public enum Learned
{
    /// <summary>More than was believed before.</summary>
    Something,

    /// <summary>Hardly anything: nobody moved it enough.</summary>
    Nothing,

    /// <summary>That it works the other way than the class believes, four to one.</summary>
    TheOtherWay,
}

/// <summary>A control's or gear's effect as it was believed and as the logs have it, in degrees a step.</summary>
/// <param name="Column">Which.</param>
/// <param name="Believed">Before logs.</param>
/// <param name="Now">With logs.</param>
/// <param name="Learned">What that is.</param>
public sealed record ControlReview(HelmColumn Column, HelmPrediction Believed, HelmPrediction Now, Learned Learned);

/// <summary>How helm went with time beside all that is known of it.</summary>
/// <param name="PerSeason">Degrees a year, + more weather helm.</param>
/// <param name="Deviation">Its standard deviation.</param>
public sealed record Drift(double PerSeason, double Deviation)
{
    /// <summary>Whether there is one: its interval of nineteen in twenty leaves zero out.</summary>
    public bool IsThere => Math.Abs(PerSeason) > 1.96 * Deviation;
}

/// <summary>How far a fit can be believed: what is left over, which boats differ, which controls nobody moved, what cannot be told
/// apart. Of the newest runs of each band.</summary>
public sealed class FitReview
{
    /// <summary>How surely the intervals hold that are told: nine times in ten.</summary>
    public const double Level = 0.9;

    /// <summary>Two controls whose learned effects go together more than this cannot be told apart (ours).</summary>
    public const double TooAlike = 0.8;

    /// <summary>A doubt that is still more than this share of what it was has learned nothing (ours).</summary>
    public const double HardlyLess = 0.9;

    private const int EnoughForDrift = 12;
    private const int EnoughForBand = 5;

    private FitReview(IReadOnlyList<Residual> residuals) => Residuals = residuals;

    /// <summary>The residual of each run, oldest first.</summary>
    public IReadOnlyList<Residual> Residuals { get; }

    /// <summary>Each boat that logged, the one that differs most first.</summary>
    public IReadOnlyList<BoatOffset> Boats { get; private init; } = [];

    /// <summary>Each control or gear that balances her.</summary>
    public IReadOnlyList<ControlReview> Controls { get; private init; } = [];

    /// <summary>Pairs that were always moved together.</summary>
    public IReadOnlyList<(HelmColumn One, HelmColumn Other)> Alike { get; private init; } = [];

    /// <summary>How helm went with time; null with too few runs, or too short a time.</summary>
    public Drift? Drift { get; private init; }

    /// <summary>Bands in which the runs lie to one side of what is expected, with how far on average: the model does not fit
    /// there.</summary>
    public IReadOnlyList<(WindBand Band, double Degrees)> OffBands { get; private init; } = [];

    /// <summary>Bands with fewer valid runs than are needed to say anything.</summary>
    public IReadOnlyList<WindBand> Unsaid { get; private init; } = [];

    /// <summary>Looks a fit over.</summary>
    public static FitReview Of(HelmFit fit)
    {
        var definition = fit.Model.Class;
        var unnoted = NotedHeel.Of(fit.Runs.Listed.Select(run => run.NotedHeel).OfType<double>()).Unnoted;
        List<Residual> residuals =
        [
            .. from session in fit.Runs.Listed
            let run = fit.Model.Run(session, unnoted)
            where run is not null
            select new Residual(session, definition.Bands.At(session.EffectiveWind.Mean), run.Helm - fit.Posterior.Value(run.Row)),
        ];
        return new(residuals)
        {
            Boats =
            [
                .. fit
                    .Model.BoatColumns.Select(column =>
                    {
                        var row = new double[fit.Model.Columns.Count];
                        row[column.Column] = 1;
                        return new BoatOffset(column.Boat, fit.Posterior.Predict(row));
                    })
                    .OrderByDescending(boat => Math.Abs(boat.Offset.Mean)),
            ],
            Controls = [.. fit.Model.HelmColumns.Select(column => Review(fit, column))],
            Alike = [.. Pairs(fit)],
            Drift = DriftOf(residuals),
            OffBands =
            [
                .. residuals
                    .GroupBy(residual => residual.Band)
                    .Where(band => band.Count() >= EnoughForBand && IsOneSided([.. band.Select(residual => residual.Degrees)]))
                    .Select(band => (band.Key, band.Average(residual => residual.Degrees))),
            ],
            Unsaid = [.. definition.Bands.All.Where(band => fit.Runs.ValidIn(band.Id).Count < EvidenceRules.Enough)],
        };
    }

    private static ControlReview Review(HelmFit fit, HelmColumn column)
    {
        var now = fit.Posterior.Predict(fit.Model.Step(column));
        var (believed, doubt) = (column.PerStep, column.Deviation / column.UnitSteps);
        var otherWay = StudentT.CDF(0, 1, now.Freedom, -Math.Sign(believed) * now.Mean / now.Deviation);
        return new(
            column,
            new(believed, doubt, double.PositiveInfinity),
            now,
            otherWay >= EvidenceRules.Supported ? Learned.TheOtherWay
                : now.Deviation / fit.Posterior.Scatter > HardlyLess * doubt / EvidenceRules.PriorScatter ? Learned.Nothing
                : Learned.Something
        );
    }

    private static IEnumerable<(HelmColumn, HelmColumn)> Pairs(HelmFit fit)
    {
        var columns = fit.Model.HelmColumns;
        for (var one = 0; one < columns.Count; one++)
        {
            for (var other = one + 1; other < columns.Count; other++)
            {
                var (a, b) = (fit.Model.Step(columns[one]), fit.Model.Step(columns[other]));
                var alike = fit.Posterior.Covariance(a, b) / Math.Sqrt(fit.Posterior.Covariance(a, a) * fit.Posterior.Covariance(b, b));
                if (Math.Abs(alike) >= TooAlike)
                {
                    yield return (columns[one], columns[other]);
                }
            }
        }
    }

    /// <summary>The slope of what is left over against time, by least squares.</summary>
    private static Drift? DriftOf(List<Residual> residuals)
    {
        if (residuals.Count < EnoughForDrift)
        {
            return null;
        }

        var times = residuals.Select(residual => residual.Run.SailedAt.ToUnixTimeSeconds() / BandHelm.Season.TotalSeconds).ToList();
        var (mean, level) = (times.Average(), residuals.Average(residual => residual.Degrees));
        var spread = times.Sum(time => (time - mean) * (time - mean));
        if (Math.Sqrt(spread / times.Count) < 0.05)
        {
            return null;
        }

        var slope = times.Zip(residuals, (time, one) => (time - mean) * (one.Degrees - level)).Sum() / spread;
        var left = times.Zip(residuals, (time, one) => one.Degrees - level - (slope * (time - mean))).Sum(rest => rest * rest);
        return new(slope, Math.Sqrt(left / (times.Count - 2) / spread));
    }

    private static bool IsOneSided(IReadOnlyList<double> degrees)
    {
        var mean = degrees.Average();
        var scatter = Math.Sqrt(degrees.Sum(degree => (degree - mean) * (degree - mean)) / (degrees.Count - 1));
        return Math.Abs(mean) > EvidenceRules.LeastWorth && Math.Abs(mean) > 2 * scatter / Math.Sqrt(degrees.Count);
    }
}
