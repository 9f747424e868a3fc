namespace Regatta.Core.Tests.Logbook;

/// <summary>What was measured goes to the run it was measured in, is pooled, drifts, and is laid over what was right.</summary>
public sealed class PictureReadingTests
{
    private static readonly DateTimeOffset Start = new(2026, 7, 1, 10, 0, 0, TimeSpan.Zero);
    private static readonly QuestionKey Leech = new("leech-top");

    private static PictureReading Reading(double minutes, double value, double sd, QuestionKey? question) =>
        new(
            Guid.NewGuid(),
            Start.AddMinutes(minutes),
            new("leech"),
            question,
            null,
            new(1000, 1000, [], new Dictionary<string, double>()),
            value,
            sd
        );

    [Fact]
    public void A_run_has_the_last_of_its_own_and_those_of_the_same_look_are_pooled()
    {
        PictureReading[] readings = [Reading(2, 9, 1, Leech), Reading(30, 2, 1, Leech), Reading(34, 5, 2, Leech), Reading(31, 1, 1, null)];
        Assert.Equal(9, PictureReading.Within(readings, null, Start.AddMinutes(10))[Leech].Value);
        var second = PictureReading.Within(readings, Start.AddMinutes(10), null)[Leech];
        Assert.Equal(2.6, second.Value, 9);
        Assert.Equal(Math.Sqrt(0.8), second.Sd, 9);
        Assert.Empty(PictureReading.Within(readings, Start.AddMinutes(60), null));
    }

    [Fact]
    public void A_drift_is_told_where_it_is_more_than_its_doubt()
    {
        const double Day = 24 * 60;
        PictureReading[] fuller = [.. Enumerable.Range(0, 6).Select(at => Reading(at * 10 * Day, 0.10 + (0.0025 * at), 0.002, null))];
        var drift = PictureSeries.Of(fuller).Single().Drift!;
        Assert.Equal(0.0125, drift.Value, 9);
        // What drifts, or lies further apart than it may, is not of one number.
        Assert.Null(PictureSeries.Of(fuller).Single().Pooled);
        PictureReading[] apart = [Reading(0, 2, 0.5, Leech), Reading(60, 9, 0.5, Leech)];
        Assert.Null(PictureSeries.Of(apart).Single().Pooled);
        PictureReading[] near = [Reading(0, 2, 0.5, Leech), Reading(60, 2.5, 0.5, Leech)];
        Assert.Equal(2.25, PictureSeries.Of(near).Single().Pooled!.Value, 9);
        PictureReading[] steady = [.. fuller.Select((reading, at) => reading with { Value = at % 2 == 0 ? 0.10 : 0.104 })];
        Assert.Null(PictureSeries.Of(steady).Single().Drift);
        Assert.Null(PictureSeries.Of(fuller.Take(3)).Single().Drift);
        Assert.Equal(2, PictureSeries.Of([.. fuller, Reading(0, 1, 1, Leech)]).Count);
    }

    [Fact]
    public void A_picture_that_was_turned_scaled_and_moved_is_laid_over_exactly()
    {
        PicturePoint[] from = [new(100, 900), new(120, 80), new(400, 300)];
        var known = new PictureMatch(12, 1.4, new(30, -50));
        var match = PictureMatch.Of(from, [.. from.Select(known.At)])!;
        Assert.Equal((12, 1.4), (Math.Round(match.Turn, 9), Math.Round(match.Scale, 9)));
        Assert.All(from, point => Assert.Equal(0, (match.At(point) - known.At(point)).Length, 6));
        Assert.Null(PictureMatch.Of([new(1, 1), new(1, 1)], [new(5, 5), new(9, 9)]));
        Assert.Null(PictureMatch.Of([new(1, 1)], from));
    }
}
