namespace Regatta.Core.Evidence;

/// <summary>The constants of the evidence, all of them, in one place. Our own choice unless it says otherwise. Source: models M7.</summary>
public static class EvidenceRules
{
    /// <summary>σ0, the scatter of one check in degrees of rudder believed before logs.</summary>
    public const double PriorScatter = 1.0;

    /// <summary>a0, how firmly that scatter is believed.</summary>
    public const double PriorShape = 3;

    /// <summary>Standard deviation in degrees of the belief that a class carries its target helm on the card.</summary>
    public const double InterceptDeviation = 3;

    /// <summary>Standard deviation in degrees a knot of the belief that wind alone changes nothing within a band.</summary>
    public const double WindDeviation = 0.3;

    /// <summary>Standard deviation in degrees of a band's own offset.</summary>
    public const double BandDeviation = 1;

    /// <summary>Standard deviation in degrees of a boat's own offset.</summary>
    public const double BoatDeviation = 0.7;

    /// <summary>Standard deviation in degrees a season of the belief that her helm does not drift: sails age, rigs creep.</summary>
    public const double DriftDeviation = 0.5;

    /// <summary>A season, as drift counts it.</summary>
    public static readonly TimeSpan Season = TimeSpan.FromDays(365);

    /// <summary>A control was learned where its doubt, in scatters of a check, is below this share of what it was before logs.</summary>
    public const double Learned = 0.9;

    /// <summary>Added to half the declared effect of a step, in degrees, to make its standard deviation.</summary>
    public const double EffectFloor = 0.0125;

    /// <summary>The heel believed of a run that did not note it, in degrees, before any did, and its variance.</summary>
    public const double UnnotedHeel = 3;

    /// <inheritdoc cref="UnnotedHeel"/>
    public const double UnnotedHeelVariance = 9;

    /// <summary>As so many noted runs the belief about heel counts.</summary>
    public const double UnnotedHeelRuns = 3;

    /// <summary>The share of runs that are believed to be sound; the others scatter by <see cref="WildVariance"/> times as much
    /// variance.</summary>
    public const double SoundShare = 0.95;

    /// <summary>k, by how much the variance of a wild run is larger.</summary>
    public const double WildVariance = 100;

    /// <summary>Below this share of its weight a run is named as wild.</summary>
    public const double WildShare = 0.1;

    /// <summary>The most rounds in which weights and scatter are sought; about six are needed.</summary>
    public const int MostRounds = 30;

    /// <summary>The scatter stands when a round changes it by less than this share.</summary>
    public const double RoundTolerance = 1e-10;

    /// <summary>Weights are sought anew when this share of the runs came, went or was corrected since they were.</summary>
    public const double Growth = 0.1;

    /// <summary>Of so many runs the weights are sought anew whenever one of them came, went or was corrected: the sums are those of a fit
    /// made anew.</summary>
    public const int WeighedAlways = 500;

    /// <summary>So many runs of a band are known one by one, the newest; all of them are counted.</summary>
    public const int Listed = 60;

    /// <summary>The model's own error of a cell in degrees: no number of logs takes it away.</summary>
    public const double ModelError = 0.3;

    /// <summary>The weight of a helm given in words: 1 / (1 + the variance of its rounding), words lying 3° apart. Variance 9/12.</summary>
    public const double WordWeight = 1 / 1.75;

    /// <summary>A reporter is constant from so many checks on,</summary>
    public const int ConstantReporterChecks = 8;

    /// <summary>that spread by less than this in degrees,</summary>
    public const double ConstantReporterSpread = 0.15;

    /// <summary>where more than this is expected of them,</summary>
    public const double ConstantReporterExpected = 0.5;

    /// <summary>and weighs so much, all their checks together: a tenth of each would still carry a class where a third of its boats write
    /// so.</summary>
    public const double ConstantReporterWeight = 0.1;

    /// <summary>So many valid runs in a band are needed before anything is said of it or proposed for it.</summary>
    public const int Enough = 3;

    /// <summary>A band is supported at this probability that its helm is within tolerance, and contested at one less this.</summary>
    public const double Supported = 0.8;

    /// <inheritdoc cref="Supported"/>
    public const double Contested = 0.2;

    /// <summary>Below this probability of better nothing is proposed.</summary>
    public const double LeastBetter = 0.8;

    /// <summary>A step is worth taking that moves the helm by this much, or into tolerance. Degrees.</summary>
    public const double LeastWorth = 0.5;

    /// <summary>No more steps than this at once: one small change at a time.</summary>
    public const int MostSteps = 2;

    /// <summary>Unless the helm is on the wrong side of neutral. Common practice for lee helm.</summary>
    public const int MostStepsOnTheWrongSide = 4;

    /// <summary>The probability an interval is shown for.</summary>
    public const double IntervalLevel = 0.95;
}
