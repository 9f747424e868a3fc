using Regatta.Core.Units;

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
/// <param name="Gust">The highest running mean of three seconds; at least the mean where there are three seconds at all.</param>
/// <param name="Lull">The lowest.</param>
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

    /// <summary>Whether nine tenths of the ten minutes were heard: less is no ten-minute mean and is not called one (ours).</summary>
    public bool IsWhole => Samples >= Stretch.TotalSeconds * 0.9;

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

        var (gust, lull) = RunningMeans(samples);
        var mean = samples.Average(sample => sample.Speed.MetresPerSecond);
        var (direction, spread) = Circle(samples);
        return new(
            samples[0].At,
            samples[^1].At,
            Speed.FromMetresPerSecond(mean),
            Speed.FromMetresPerSecond(gust ?? mean),
            Speed.FromMetresPerSecond(lull ?? mean),
            direction,
            spread,
            samples.Count
        );
    }

    /// <summary>The block of the clock a moment lies in: ten minutes from a full ten minutes on.</summary>
    public static DateTimeOffset BlockOf(DateTimeOffset at) => new(at.UtcTicks - (at.UtcTicks % Stretch.Ticks), TimeSpan.Zero);

    /// <summary>The highest and lowest mean of the samples of three seconds; null where no three seconds are whole.</summary>
    private static (double? Gust, double? Lull) RunningMeans(IReadOnlyList<WindSample> samples)
    {
        var first = 0;
        double? gust = null;
        double? lull = null;
        for (var last = 0; last < samples.Count; last++)
        {
            while (samples[last].At - samples[first].At >= GustStretch)
            {
                first++;
            }

            // Three samples of a second each; after a gap there are fewer, and one second is no gust.
            if (last - first >= 2)
            {
                // Summed anew each time: a sum carried along would drift.
                var mean = Enumerable.Range(first, last - first + 1).Average(at => samples[at].Speed.MetresPerSecond);
                (gust, lull) = (Math.Max(gust ?? mean, mean), Math.Min(lull ?? mean, mean));
            }
        }

        return (gust, lull);
    }

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
