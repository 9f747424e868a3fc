namespace Regatta.Core.Evidence;

/// <summary>What the logs say of the helm of a band.</summary>
public enum HelmVerdict
{
    /// <summary>Fewer valid runs than are needed.</summary>
    TooFew,

    /// <summary>Nobody sailed it for a season.</summary>
    Stale,

    /// <summary>Within tolerance, surely enough.</summary>
    Supported,

    /// <summary>Off, surely enough.</summary>
    Contested,

    /// <summary>Neither.</summary>
    CannotTell,
}

/// <summary>The helm of one band at the marks of a matrix: there is one helm in a band, whatever the controls.</summary>
/// <param name="Band">The band.</param>
/// <param name="Expected">The helm to expect, sailed flat in its middle.</param>
/// <param name="Aim">What the class aims at.</param>
/// <param name="Valid">The runs in the band whose check counts.</param>
/// <param name="Listed">The newest of them, newest first.</param>
/// <param name="Verdict">What they say.</param>
public sealed record BandHelm(
    WindBand Band,
    HelmPrediction Expected,
    HelmAim Aim,
    RunCount Valid,
    IReadOnlyList<SessionEvidence> Listed,
    HelmVerdict Verdict
)
{
    /// <summary>How the class tells balance.</summary>
    public BalanceCheck Balance { get; init; } = BalanceCheck.Usual;

    /// <summary>Whether the runs are being read anew, so that nothing is said of the band for a moment.</summary>
    public bool IsBeingRead { get; init; }

    /// <summary>A season: a band nobody logged for longer is stale.</summary>
    public static readonly TimeSpan Season = EvidenceRules.Season;

    /// <summary>How much her helm drifts in a season, in degrees, where the logs are sure that it does; null else. Then only runs of the
    /// last season support a band.</summary>
    public double? Drift { get; private init; }

    /// <summary>Probability that the helm lies within tolerance.</summary>
    public double WithinTolerance => Expected.Within(Aim.Target.Degrees, Aim.Tolerance.Degrees);

    /// <summary>Whether the expected helm lies outside the tolerance.</summary>
    public bool IsOff => Math.Abs(Expected.Mean - Aim.Target.Degrees) > Aim.Tolerance.Degrees;

    /// <summary>Judges a band.</summary>
    /// <param name="band">The band.</param>
    /// <param name="expected">The helm to expect.</param>
    /// <param name="aim">What the class aims at.</param>
    /// <param name="runs">The runs of its plan and mode.</param>
    /// <param name="today">The time to judge staleness by.</param>
    /// <param name="drift">Her drift in degrees a season, where the logs are sure of it.</param>
    public static BandHelm Judge(
        WindBand band,
        HelmPrediction expected,
        HelmAim aim,
        PlanModeRuns runs,
        DateTimeOffset today,
        double? drift = null
    )
    {
        var valid = runs.ValidIn(band.Id);
        var judged = new BandHelm(
            band,
            expected,
            aim,
            valid,
            [.. runs.In(band.Id).Where(run => run.IsValid).OrderByDescending(run => run.SailedAt)],
            HelmVerdict.CannotTell
        );
        return judged with
        {
            IsBeingRead = runs.AreBeingRead,
            Drift = drift,
            Verdict =
                valid.Count < EvidenceRules.Enough ? HelmVerdict.TooFew
                : today - valid.Newest > Season ? HelmVerdict.Stale
                : drift is not null && judged.Listed.Count(run => today - run.SailedAt <= Season) < EvidenceRules.Enough ? HelmVerdict.Stale
                : judged.WithinTolerance >= EvidenceRules.Supported ? HelmVerdict.Supported
                : judged.WithinTolerance <= EvidenceRules.Contested ? HelmVerdict.Contested
                : HelmVerdict.CannotTell,
        };
    }

    /// <summary>The verdict in one sentence.</summary>
    public string Sentence =>
        Verdict switch
        {
            HelmVerdict.TooFew when IsBeingRead => "The logs are being read anew; what they say comes in a moment.",
            HelmVerdict.TooFew => $"{Counted} here; {EvidenceRules.Enough} are needed before the logs can tell.",
            HelmVerdict.Stale when Drift is { } drift =>
                $"{Counted} here, but fewer than {EvidenceRules.Enough} of this season, and her helm drifts by "
                    + $"{NumberText.Signed(drift, 1)}° a season.",
            HelmVerdict.Stale => $"{Counted} here, but none for a season.",
            HelmVerdict.Supported => $"{Carried}: {OfHundred} of 100 that it is {Aimed}.",
            HelmVerdict.Contested => $"{Carried}: only {OfHundred} of 100 that it is {Aimed}.",
            _ => $"The logs cannot tell yet. {Carried}: {OfHundred} of 100 that it is {Aimed}.",
        };

    private string Counted => Valid.Count == 1 ? "1 valid helm check" : $"{Valid.Count} valid helm checks";

    private string Carried =>
        $"{Counted} here say {Balance.Describe(Angle.FromDegrees(Expected.Mean))} ± {NumberText.Plain(Expected.Deviation, 1)}";

    private string Aimed =>
        $"within {NumberText.Plain(Aim.Tolerance.Degrees, 1)}° of the {NumberText.Plain(Aim.Target.Degrees, 1)}° the class aims at";

    private int OfHundred => (int)Math.Clamp(Math.Round(WithinTolerance * 100), 1, 99);
}
