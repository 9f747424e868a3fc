namespace Regatta.Core.Station;

/// <summary>Where the wind is going: the straight line of least squares through the last ten-minute means, carried on for an hour (ours;
/// it knows nothing of weather).</summary>
/// <param name="PerHour">How much it changes in an hour; negative for dying.</param>
/// <param name="InAnHour">Where the line is in an hour; not below zero.</param>
public sealed record WindTrend(double PerHour, Speed InAnHour)
{
    /// <summary>Fewer blocks than this show no trend.</summary>
    public const int FewestBlocks = 4;

    /// <summary>Blocks older than this say nothing of the next hour.</summary>
    public static readonly TimeSpan Window = TimeSpan.FromMinutes(90);

    /// <summary>The trend of means by their times; null of too few.</summary>
    /// <param name="blocks">The ends of blocks and their means.</param>
    /// <param name="now">The time the hour begins.</param>
    public static WindTrend? Of(IEnumerable<(DateTimeOffset At, Speed Mean)> blocks, DateTimeOffset now)
    {
        var lately = blocks.Where(block => block.At <= now && now - block.At <= Window).ToList();
        if (lately.Count < FewestBlocks)
        {
            return null;
        }

        var hours = lately.Select(block => (block.At - now).TotalHours).ToList();
        var (meanHour, mean) = (hours.Average(), lately.Average(block => block.Mean.MetresPerSecond));
        var spread = hours.Sum(hour => (hour - meanHour) * (hour - meanHour));
        if (spread <= 0)
        {
            return null;
        }

        var slope = lately.Zip(hours).Sum(one => (one.Second - meanHour) * (one.First.Mean.MetresPerSecond - mean)) / spread;
        return new(slope, Speed.FromMetresPerSecond(Math.Max(0, mean + (slope * (1 - meanHour)))));
    }

    /// <summary>Which band the wind will be in within the hour, where that is another than now; null where it stays.</summary>
    public WindBand? Becomes(WindBands bands, Speed now) => bands.At(InAnHour) is var then && then.Id != bands.At(now).Id ? then : null;
}
