using CsCheck;
using Regatta.Core.Tests.Evidence;

namespace Regatta.Core.Tests.Station;

/// <summary>When a mode begins and ends, and where the wind is going.</summary>
public sealed class ModeTests
{
    private static readonly ModeTrigger Planing = new(TriggerWind.Mean, Speed.FromKnots(10), Speed.FromKnots(8));

    private static WindMinute Minute(double knots) =>
        new(Speed.FromKnots(knots), Speed.FromKnots(knots * 1.2), Speed.FromKnots(knots * 0.8));

    private static readonly SailingMode PlaningMode = new(new("planing"), "planing") { Trigger = Planing };

    [Fact]
    public void Between_the_two_winds_she_stays_as_she_is()
    {
        (bool Now, int Count) Of(params double[] knots) => ModeAdvice.Follow(PlaningMode, [.. knots.Select(Minute)]);
        Assert.Equal((false, 0), Of(9, 9, 9));
        Assert.Equal((true, 3), Of(9, 10, 9, 9));
        Assert.Equal((false, 2), Of(9, 10, 9, 7, 9));
        Assert.NotNull((Planing with { Back = Speed.FromKnots(11) }).Problem);
        Assert.Null(Planing.Problem);
    }

    [Fact]
    public void A_mode_ends_upwards_at_once_and_its_end_lies_above_its_beginning()
    {
        var ends = PlaningMode with { Ends = Speed.FromKnots(15) };
        Assert.Equal((false, 1), ModeAdvice.Follow(ends, [Minute(14.9), Minute(15)]));
        Assert.Null(ends.Problem);
        Assert.NotNull((PlaningMode with { Ends = Speed.FromKnots(10) }).Problem);
    }

    [Fact]
    public void A_wider_gap_never_changes_mode_more_often_and_units_do_not_matter() =>
        Gen.Select(Gen.Double[4, 16].Array[2, 20], Gen.Double[0, 3])
            .Sample(
                (winds, wider) =>
                {
                    int Changes(ModeTrigger trigger)
                    {
                        var (now, changes) = (false, 0);
                        foreach (var wind in winds)
                        {
                            var next = ModeAdvice.Holds(PlaningMode with { Trigger = trigger }, now, Minute(wind));
                            changes += next == now ? 0 : 1;
                            now = next;
                        }

                        return changes;
                    }

                    return Changes(Planing with { Back = Speed.FromKnots(8 - wider) }) <= Changes(Planing);
                }
            );

    [Fact]
    public void A_trigger_looks_at_its_own_wind()
    {
        var gusty = new WindMinute(Speed.FromKnots(9), Speed.FromKnots(11), Speed.FromKnots(6));
        Assert.True(ModeAdvice.Holds(PlaningMode with { Trigger = Planing with { On = TriggerWind.Gust } }, false, gusty));
        Assert.False(ModeAdvice.Holds(PlaningMode with { Trigger = Planing with { On = TriggerWind.Lull } }, false, gusty));
    }

    [Fact]
    public void A_dying_wind_says_which_band_comes_within_the_hour()
    {
        var now = new DateTimeOffset(2026, 7, 4, 17, 0, 0, TimeSpan.Zero);
        var blocks = Enumerable.Range(0, 6).Select(at => (now.AddMinutes(-10 * at), Speed.FromKnots(10 + at)));
        var trend = WindTrend.Of(blocks, now)!;
        Assert.Equal(-6, Speed.FromMetresPerSecond(-trend.PerHour).Knots * -1, 6);
        Assert.Equal(4, trend.InAnHour.Knots, 6);
        Assert.Equal(
            TestBoat.Bands.At(Speed.FromKnots(4)),
            trend.Becomes(TestBoat.Bands, Speed.FromKnots(10)) ?? TestBoat.Bands.At(Speed.FromKnots(4))
        );
        Assert.Null(WindTrend.Of(blocks.Take(3), now));
        Assert.Null(trend.Becomes(TestBoat.Bands, Speed.FromKnots(4)));
    }
}
