namespace Regatta.Core.Station;

/// <summary>One second of wind at the station.</summary>
/// <param name="At">When.</param>
/// <param name="Speed">How strong.</param>
/// <param name="From">Where it blew from, degrees from north; null when the station did not say.</param>
public readonly record struct WindSample(DateTimeOffset At, Speed Speed, Angle? From);

/// <summary>What a stretch of samples says. Means, gusts and lulls by WMO-No. 8: the mean of the stretch, the highest and the lowest
/// running mean of three seconds, the mean direction on the circle.</summary>
/// <param name="From">When the stretch begins.</param>
/// <param name="To">When it ends.</param>
/// <param name="Mean">The mean.</param>
/// <param name="Gust">The highest running mean of three seconds; never below the mean.</param>
/// <param name="Lull">The lowest; never above the mean.</param>
/// <param name="Direction">The mean direction; null when none was said, or it blew from everywhere alike.</param>
/// <param name="Spread">The circular standard deviation of the direction; null with the direction.</param>
/// <param name="Samples">How many samples it stands on.</param>
public sealed record WindSummary(
    DateTimeOffset From,
    DateTimeOffset To,
    Speed Mean,
    Speed Gust,
    Speed Lull,
    Angle? Direction,
    Angle? Spread,
    int Samples
)
{
    /// <summary>The stretch a mean is taken over.</summary>
    public static readonly TimeSpan Stretch = TimeSpan.FromMinutes(10);

    /// <summary>How much of the stretch the samples speak for: a station that says something each two or three seconds speaks for all of
    /// them.</summary>
    public TimeSpan Covered { get; init; } = TimeSpan.FromSeconds(Samples);

    /// <summary>Whether nine tenths of the ten minutes were heard: less is no ten-minute mean and is not called one (ours).</summary>
    public bool IsWhole => Covered >= Stretch * 0.9;

    /// <summary>The stretch a gust is a mean of.</summary>
    public static readonly TimeSpan GustStretch = TimeSpan.FromSeconds(3);

    /// <summary>Below this length of the mean vector no direction stands out (ours).</summary>
    public const double LeastResultant = 0.05;

    /// <summary>Sums up samples.</summary>
    /// <param name="samples">In the order of time.</param>
    /// <returns>Null without a sample.</returns>
    public static WindSummary? Of(IReadOnlyList<WindSample> samples)
    {
        if (samples.Count == 0)
        {
            return null;
        }

        var covers = Covers(samples);
        var (gust, lull) = RunningMeans(samples, covers);
        var mean = samples.Average(sample => sample.Speed.MetresPerSecond);
        var (direction, spread) = Circle(samples);
        return new(
            samples[0].At,
            samples[^1].At,
            Speed.FromMetresPerSecond(mean),
            Speed.FromMetresPerSecond(Math.Max(mean, gust ?? mean)),
            Speed.FromMetresPerSecond(Math.Min(mean, lull ?? mean)),
            direction,
            spread,
            samples.Count
        )
        {
            Covered = TimeSpan.FromSeconds(covers.Sum()),
        };
    }

    /// <summary>The block of the clock a moment lies in: ten minutes from a full ten minutes on.</summary>
    public static DateTimeOffset BlockOf(DateTimeOffset at) => new(at.UtcTicks - (at.UtcTicks % Stretch.Ticks), TimeSpan.Zero);

    /// <summary>The seconds each sample speaks for: until the next one, and no longer than half as much again as is usual between
    /// two.</summary>
    private static double[] Covers(IReadOnlyList<WindSample> samples)
    {
        var gaps = samples.Zip(samples.Skip(1), (one, next) => (next.At - one.At).TotalSeconds).ToList();
        var usual = gaps.Count == 0 ? 1 : Math.Clamp(gaps.Order().ElementAt(gaps.Count / 2), 1, GustStretch.TotalSeconds);
        return [.. gaps.Append(usual).Select(gap => Math.Min(gap, Math.Min(1.5 * usual, GustStretch.TotalSeconds)))];
    }

    /// <summary>The highest and lowest mean of the samples that speak for three seconds together; null where no three seconds are
    /// whole.</summary>
    private static (double? Gust, double? Lull) RunningMeans(IReadOnlyList<WindSample> samples, double[] covers)
    {
        double? gust = null;
        double? lull = null;
        for (var last = 0; last < samples.Count; last++)
        {
            // Summed anew each time: a sum carried along would drift.
            var (first, covered, sum) = (last, covers[last], samples[last].Speed.MetresPerSecond);
            while (
                (covered < GustStretch.TotalSeconds - Rounding || first == last)
                && first > 0
                && samples[first].At - samples[first - 1].At <= TimeSpan.FromSeconds(covers[first - 1] + Rounding)
            )
            {
                first--;
                covered += covers[first];
                sum += samples[first].Speed.MetresPerSecond;
            }

            // One sentence alone is no gust.
            if (covered >= GustStretch.TotalSeconds - Rounding && last > first)
            {
                var mean = sum / (last - first + 1);
                (gust, lull) = (Math.Max(gust ?? mean, mean), Math.Min(lull ?? mean, mean));
            }
        }

        return (gust, lull);
    }

    /// <summary>Samples are dated to the second, so three seconds may look a little shorter.</summary>
    private const double Rounding = 0.01;

    /// <summary>Mean direction and circular standard deviation √(−2 ln R). Source: WMO-No. 8 for the mean; the deviation as in directional
    /// statistics, from memory.</summary>
    private static (Angle? Direction, Angle? Spread) Circle(IReadOnlyList<WindSample> samples)
    {
        var radians = samples
            .Where(sample => sample.From is not null)
            .Select(sample => sample.From!.Value.Degrees * Math.PI / 180)
            .ToList();
        if (radians.Count == 0)
        {
            return (null, null);
        }

        var (north, east) = (radians.Average(Math.Cos), radians.Average(Math.Sin));
        var resultant = Math.Sqrt((north * north) + (east * east));
        var degrees = Math.Atan2(east, north) * 180 / Math.PI;
        return resultant < LeastResultant
            ? (null, null)
            : (
                Angle.FromDegrees(degrees < 0 ? degrees + 360 : degrees),
                Angle.FromDegrees(Math.Sqrt(-2 * Math.Log(Math.Min(1, resultant))) * 180 / Math.PI)
            );
    }
}
