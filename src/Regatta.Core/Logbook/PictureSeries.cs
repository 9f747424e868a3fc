namespace Regatta.Core.Logbook;

/// <summary>One thing measured again and again on one boat: a camber, a bend, a leech.</summary>
/// <param name="Gauge">By which gauge.</param>
/// <param name="Question">For which question; null for none.</param>
/// <param name="Boat">On which boat; null for none named.</param>
/// <param name="Readings">The readings, the oldest first.</param>
public sealed record PictureSeries(GaugeKey Gauge, QuestionKey? Question, long? Boat, IReadOnlyList<PictureReading> Readings)
{
    /// <summary>A drift is told from so many readings on.</summary>
    public const int Enough = 4;

    /// <summary>The readings of somebody, a series for each thing, the one measured last first.</summary>
    public static IReadOnlyList<PictureSeries> Of(IEnumerable<PictureReading> readings) =>
        [
            .. readings
                .GroupBy(reading => (reading.Gauge, reading.Question, reading.Boat))
                .Select(of => new PictureSeries(of.Key.Gauge, of.Key.Question, of.Key.Boat, [.. of.OrderBy(reading => reading.At)]))
                .OrderByDescending(series => series.Readings[^1].At),
        ];

    /// <summary>All of them pooled by their doubts; null where they drift, or lie further apart than their doubts say: then they are not of
    /// one number.</summary>
    public Measured? Pooled
    {
        get
        {
            var (value, sd) = Spread.Pooled([.. Readings.Select(reading => (reading.Value, reading.Sd))]);
            var apart = Readings.Sum(reading => Math.Pow((reading.Value - value) / reading.Sd, 2));
            return Drift is null && apart <= MostApart * Math.Max(1, Readings.Count - 1) ? new(Gauge, value, sd) : null;
        }
    }

    /// <summary>Readings of one number lie apart by no more than this for each beyond the first: squares of their doubts. Twice what is
    /// expected of them.</summary>
    private const double MostApart = 2;

    /// <summary>How it changed from the first reading to the last, where that is more than its doubt: "fuller by 1.2 % since 3 May"; null
    /// where nothing is told yet.</summary>
    public Measured? Drift
    {
        get
        {
            var first = Readings[0].At;
            return
                Readings.Count >= Enough
                && Spread.Drift([.. Readings.Select(reading => ((reading.At - first).TotalDays, reading.Value, reading.Sd))])
                    is var (perDay, sd)
                && Math.Abs(perDay) > GaugeReading.Ninety5 * sd
                ? new(Gauge, perDay * (Readings[^1].At - first).TotalDays, sd * (Readings[^1].At - first).TotalDays)
                : null;
        }
    }
}
