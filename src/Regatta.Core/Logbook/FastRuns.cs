namespace Regatta.Core.Logbook;

/// <summary>Which runs were fast in a wind like this one, with a crew like this one. A ranking to look things up by; it proves
/// nothing.</summary>
public static class FastRuns
{
    /// <summary>A wind that is off by so much counts about six tenths (ours).</summary>
    public static readonly Speed WindWidth = Speed.FromKnots(2);

    /// <summary>A crew for whom the wind is so many times as strong counts about six tenths (ours).</summary>
    public const double CrewWidth = 0.1;

    /// <summary>A run so old counts three quarters of a new one; the oldest still count half (ours).</summary>
    public static readonly TimeSpan Fading = TimeSpan.FromDays(500);

    /// <summary>The runs that felt at least as usual, the likeliest to be worth setting again first.</summary>
    /// <param name="runs">The runs.</param>
    /// <param name="wind">The wind now.</param>
    /// <param name="factor">How much stronger it is for the crew now.</param>
    /// <param name="today">The time now.</param>
    public static IReadOnlyList<(SessionEvidence Run, double Score)> Rank(
        IEnumerable<SessionEvidence> runs,
        Speed wind,
        double factor,
        DateTimeOffset today
    ) =>
        [
            .. runs.Select(run => (run, Score(run, wind, factor, today)))
                .Where(run => run.Item2 > 0)
                .OrderByDescending(run => run.Item2)
                .ThenByDescending(run => run.run.SailedAt),
        ];

    private static double Score(SessionEvidence run, Speed wind, double factor, DateTimeOffset today)
    {
        var feel = run.Felt switch
        {
            Felt.Fast => 1,
            Felt.RatherFast => 0.7,
            Felt.Usual => 0.3,
            _ => 0,
        };
        var off = (run.EffectiveWind.Mean.Knots - (wind.Knots * factor)) / WindWidth.Knots;
        var crew = Math.Log(run.WindFactor / factor) / CrewWidth;
        var age = Math.Max(0, (today - run.SailedAt) / Fading);
        return feel * Math.Exp(-((off * off) + (crew * crew)) / 2) * (0.5 + (0.5 * Math.Pow(0.5, age)));
    }
}
