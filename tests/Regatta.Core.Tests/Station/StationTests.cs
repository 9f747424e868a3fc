using System.Text;
using CsCheck;
using Regatta.Formats.Nmea;
using Regatta.Instruments;

namespace Regatta.Core.Tests.Station;

public sealed class StationTests
{
    private static readonly DateTimeOffset Start = new(2026, 6, 1, 8, 0, 0, TimeSpan.Zero);

    // Published: WMO-No. 8: a gust is the highest mean of three seconds, the lull the lowest, the mean that of ten minutes.
    [Fact]
    public void A_gust_is_three_seconds_long_and_so_is_a_lull()
    {
        var summary = Of(10, 10, 10, 16, 10, 10, 10, 4, 4, 4, 10);
        Assert.Equal(98.0 / 11, summary.Mean.MetresPerSecond, 9);
        Assert.Equal(12, summary.Gust.MetresPerSecond, 9);
        Assert.Equal(4, summary.Lull.MetresPerSecond, 9);
        Assert.Equal(5, Of(3, 7).Gust.MetresPerSecond, 9);
    }

    // A station that speaks each two or three seconds: the mean of all it said, a gust of no less than three seconds, ten minutes whole.
    [Theory]
    [InlineData(2)]
    [InlineData(2.5)]
    [InlineData(3)]
    public void A_sparse_station_has_an_honest_mean_and_gust(double every)
    {
        var random = new Random(3);
        WindSample[] samples =
        [
            .. Enumerable
                .Range(0, (int)(600 / every))
                .Select(at => new WindSample(Start.AddSeconds(at * every), Speed.FromMetresPerSecond(6 + random.NextDouble()), null)),
        ];
        samples[50] = samples[50] with { Speed = Speed.FromMetresPerSecond(12) };
        var summary = WindSummary.Of(samples)!;
        Assert.True(summary.IsWhole);
        Assert.Equal(samples.Average(sample => sample.Speed.MetresPerSecond), summary.Mean.MetresPerSecond, 9);
        Assert.InRange(summary.Gust.MetresPerSecond, 8.5, 9.6);
        Assert.False(WindSummary.Of([.. samples.Where((_, at) => at % 20 < 15)])!.IsWhole);
    }

    [Fact]
    public void A_gust_is_never_below_the_mean_nor_a_lull_above_it() =>
        Gen.Select(Gen.Double[0, 30], Gen.Int[1, 7])
            .Array[1, 40]
            .Sample(said =>
            {
                var (at, samples) = (Start, new List<WindSample>());
                foreach (var (speed, after) in said)
                {
                    samples.Add(new(at += TimeSpan.FromSeconds(after), Speed.FromMetresPerSecond(speed), null));
                }

                var summary = WindSummary.Of(samples)!;
                return summary.Gust >= summary.Mean && summary.Lull <= summary.Mean;
            });

    [Fact]
    public void Wind_of_the_future_is_refused_and_never_the_newest()
    {
        var watch = new WindWatch();
        Assert.Single(watch.Take(Sample(0, 6, 200), Start).Believed);
        Assert.Empty(watch.Take(Sample(3600, 9, 200), Start.AddSeconds(1)).Believed);
        Assert.Empty(watch.Take(new(Start.AddYears(10), Speed.FromMetresPerSecond(9), null), Start.AddSeconds(2)).Believed);
        Assert.Single(watch.Take(Sample(3, 6, 200), Start.AddSeconds(3)).Believed);
        Assert.Equal((2, Start.AddSeconds(3)), (watch.OfTheFuture, watch.Newest!.Value.At));
    }

    // A sentence a second that comes early or late by a third of one.
    [Fact]
    public void Jitter_of_arrival_loses_no_second()
    {
        var (stream, random) = (new StationStream(byStationClock: false), new Random(5));
        var heard = Enumerable
            .Range(0, 1000)
            .SelectMany(second =>
                stream.Take(
                    Encoding.Latin1.GetBytes(WindSentence.Mwd(Speed.FromMetresPerSecond(6), Angle.FromDegrees(200)).ToString() + "\r\n"),
                    Start.AddSeconds(second + 0.5 + (0.6 * (random.NextDouble() - 0.5)) + (second % 7 == 0 ? 0.19 : 0))
                )
            )
            .ToList();
        Assert.InRange(heard.Count, 998, 1000);
        Assert.Equal(heard.Select(sample => sample.At).Distinct().Count(), heard.Count);
    }

    [Fact]
    public void Directions_are_averaged_on_the_circle()
    {
        var across = Summary([Sample(0, 5, 350), Sample(1, 5, 10)]);
        Assert.Equal(0, Math.Abs(((across.Direction!.Value.Degrees + 180) % 360) - 180), 9);
        Assert.Equal(10, across.Spread!.Value.Degrees, 0);
        Assert.Null(Summary([Sample(0, 5, 0), Sample(1, 5, 180)]).Direction);
        Assert.Null(Summary([Sample(0, 5, null)]).Direction);
        Assert.Equal("SW", Compass.Point(Angle.FromDegrees(223)));
        Assert.Equal("N", Compass.Point(Angle.FromDegrees(359)));
    }

    [Fact]
    public void Turning_the_station_turns_the_direction_and_nothing_else() =>
        Gen.Select(Gen.Double[0, 30].Array[4, 40], Gen.Double[0, 40], Gen.Double[0, 360])
            .Sample(
                (speeds, first, turn) =>
                {
                    var plain = Summary([.. speeds.Select((speed, at) => Sample(at, speed, first + (at * 0.5)))]);
                    var turned = Summary([.. speeds.Select((speed, at) => Sample(at, speed, first + (at * 0.5) + turn))]);
                    var apart = (turned.Direction!.Value.Degrees - plain.Direction!.Value.Degrees - turn) % 360;
                    return Math.Abs(Math.Sin(apart * Math.PI / 180)) < 1e-6
                        && Math.Abs(turned.Spread!.Value.Degrees - plain.Spread!.Value.Degrees) < 1e-6
                        && plain.Gust.MetresPerSecond >= plain.Mean.MetresPerSecond - 1e-9
                            == turned.Gust.MetresPerSecond >= turned.Mean.MetresPerSecond - 1e-9
                        && turned.Gust == plain.Gust;
                }
            );

    [Fact]
    public void A_day_replayed_through_the_line_gives_the_aggregates_of_a_direct_computation()
    {
        var day = new WindDay(11, Start, WindDay.Ordinary);
        var samples = Enumerable.Range(0, 86_400).Select(_ => Through(day.Next())).ToList();
        var stream = new StationStream(byStationClock: true);
        var watch = new WindWatch();
        var blocks = new List<WindSummary>();
        foreach (var minute in samples.Chunk(61))
        {
            var bytes = Encoding.Latin1.GetBytes(string.Concat(minute.Select(Lines)));
            foreach (var sample in bytes.Chunk(700).SelectMany(piece => stream.Take(piece, Start)))
            {
                if (watch.Take(sample).Ended is { } ended)
                {
                    blocks.Add(ended);
                }
            }
        }

        var direct = samples.GroupBy(sample => WindSummary.BlockOf(sample.At)).Select(group => WindSummary.Of([.. group])!).ToList();
        Assert.Equal(144, direct.Count);
        Assert.Equal(0, watch.Spikes);
        Assert.Equal(direct.Take(143), blocks);
        Assert.Equal(WindSummary.Of([.. samples.TakeLast(600)]), watch.Now);
    }

    [Fact]
    public void Ten_percent_garbage_leaves_fewer_seconds_and_no_wrong_one()
    {
        var day = new WindDay(12, Start, WindDay.Ordinary);
        var truth = Enumerable.Range(0, 7200).Select(_ => Through(day.Next())).ToDictionary(sample => sample.At);
        var faults = Faults.Parse("checksum=0.03,cut=0.03,garbage=0.1,unit=0.02,spike=0.01");
        var random = new Random(8); // with no three spikes in a row, which nobody could tell from a squall
        var stream = new StationStream(byStationClock: true);
        var watch = new WindWatch();
        var believed = new List<WindSample>();
        foreach (var sample in truth.Values)
        {
            var spoilt = sample with { Speed = faults.Spoil(sample.Speed, random) };
            var line = string.Concat(
                ((NmeaSentence[])[WindSentence.Zda(sample.At), WindSentence.Mwd(spoilt.Speed, sample.From!.Value)]).Select(sentence =>
                    faults.Spoil(sentence.ToString(), random)
                )
            );
            foreach (var heard in stream.Take(Encoding.Latin1.GetBytes(line), Start))
            {
                believed.AddRange(watch.Take(heard).Believed);
            }
        }

        Assert.True(stream.Count.Refused > 500);
        Assert.True(watch.Spikes > 40);
        Assert.InRange(believed.Count, 5500, 7199);

        // A time sentence lost puts a sample a second late at most; no speed is one the day did not have.
        bool WasThere(DateTimeOffset at, Speed speed) =>
            truth.TryGetValue(at, out var known) && Math.Abs(known.Speed.MetresPerSecond - speed.MetresPerSecond) < 0.01;
        Assert.All(believed, sample => Assert.Contains(Enumerable.Range(0, 4), late => WasThere(sample.At.AddSeconds(late), sample.Speed)));
    }

    [Fact]
    public void A_jump_waits_until_it_is_borne_out()
    {
        var watch = new WindWatch();
        watch.Take(Sample(0, 6, 200));
        Assert.Empty(watch.Take(Sample(1, 30, 200)).Believed);
        Assert.Single(watch.Take(Sample(2, 6, 200)).Believed);
        Assert.Equal(1, watch.Spikes);
        Assert.Empty(watch.Take(Sample(3, 16, 200)).Believed);
        Assert.Empty(watch.Take(Sample(4, 17, 200)).Believed);
        Assert.Equal(3, watch.Take(Sample(5, 16, 200)).Believed.Count);
        Assert.Equal(1, watch.Spikes);
        Assert.Empty(watch.Take(Sample(5, 17, 200)).Believed);
        Assert.Equal(1, watch.OutOfOrder);
    }

    [Fact]
    public void A_clock_that_was_set_back_is_believed_after_a_minute_and_a_late_sample_never()
    {
        var watch = new WindWatch();
        watch.Take(Sample(10_000, 6, 200));
        for (var second = 0; second < WindWatch.ClockSetBackAfter - 1; second++)
        {
            Assert.Empty(watch.Take(Sample(second, 7, 200)).Believed);
        }

        Assert.Single(watch.Take(Sample(100, 7, 200)).Believed);
        Assert.Equal(1, watch.Now!.Samples);
        Assert.Empty(watch.Take(Sample(99, 7, 200)).Believed);
        Assert.Single(watch.Take(Sample(101, 7, 200)).Believed);
    }

    [Fact]
    public void The_last_ten_minutes_are_no_longer_than_that_and_part_of_them_is_not_called_whole()
    {
        var watch = new WindWatch();
        for (var second = 0; second < 700; second++)
        {
            watch.Take(Sample(second, second < 100 ? 3 : 8, 200));
        }

        Assert.Equal(600, watch.Now!.Samples);
        Assert.Equal(8, watch.Now.Mean.MetresPerSecond, 9);
        Assert.True(watch.Now.IsWhole);
        Assert.False(Of(5, 5, 5).IsWhole);
    }

    [Fact]
    public void A_day_is_the_same_for_the_same_seed_and_plausible()
    {
        var (one, two) = (new WindDay(5, Start, WindDay.Ordinary), new WindDay(5, Start, WindDay.Ordinary));
        var samples = Enumerable.Range(0, 7200).Select(_ => (One: one.Next(), Two: two.Next())).ToList();
        Assert.All(samples, pair => Assert.Equal(pair.One, pair.Two));
        Assert.InRange(samples.Average(pair => pair.One.Speed.Knots), 8, 18);
        Assert.All(samples, pair => Assert.InRange(pair.One.From!.Value.Degrees, 0, 360));
    }

    [Theory]
    [InlineData("wobble=1", "no fault")]
    [InlineData("silence", "write name=part")]
    public void A_fault_that_is_none_is_told(string text, string says) =>
        Assert.Contains(says, Assert.Throws<FormatException>(() => Faults.Parse(text)).Message);

    [Fact]
    public void Silence_comes_when_it_was_asked_for()
    {
        var faults = Faults.Parse("silence=30/600");
        Assert.Equal(30, Enumerable.Range(0, 600).Count(second => faults.SilentAt(second)));
        Assert.DoesNotContain(Enumerable.Range(0, 600), second => Faults.None.SilentAt(second));
    }

    private static string Lines(WindSample sample) =>
        $"{WindSentence.Zda(sample.At)}\r\n{WindSentence.Mwd(sample.Speed, sample.From!.Value)}\r\n{WindSentence.Mwv(sample.Speed, sample.From.Value)}\r\n";

    /// <summary>A sample as it is after its sentence rounded it.</summary>
    private static WindSample Through(WindSample sample)
    {
        var said = WindSentence.Read(NmeaSentence.Read(WindSentence.Mwd(sample.Speed, sample.From!.Value).ToString()).Value).Value!;
        return new(sample.At, said.Wind!.Value, said.From);
    }

    private static WindSample Sample(double second, double metresPerSecond, double? degrees) =>
        new(Start.AddSeconds(second), Speed.FromMetresPerSecond(metresPerSecond), degrees is { } known ? Angle.FromDegrees(known) : null);

    private static WindSummary Of(params double[] speeds) => Summary([.. speeds.Select((speed, at) => Sample(at, speed, 200))]);

    private static WindSummary Summary(IReadOnlyList<WindSample> samples) => WindSummary.Of(samples)!;
}
