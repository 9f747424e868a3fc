using static Regatta.Core.Tests.Evidence.TestBoat;

namespace Regatta.Core.Tests.Evidence;

/// <summary>What tracks say of marks: the better half beside the other, and boats beside each other.</summary>
public sealed class MarkBySpeedTests
{
    [Fact]
    public void Where_the_quicker_half_sailed_is_told_though_the_quick_ones_had_less_wind()
    {
        // Speed goes with the wind, and a quarter of a knot with the mark at 120 against 90; those at 120 had the less wind.
        var runs = Enumerable
            .Range(0, 24)
            .Select(at => at % 2 == 0 ? Tracked(at, 9 + (at % 5 * 0.3), 120, 0.25) : Tracked(at, 9.5 + (at % 5 * 0.3), 90, 0))
            .ToList();
        var quick = MarkBySpeed.OfSpeed(Slide, runs)!;
        Assert.Equal((120, 90, true), (quick.Better.Median.Position, quick.Other.Median.Position, quick.Differs));
        Assert.Equal((12, 12), (quick.Better.Runs, quick.Other.Runs));
    }

    [Fact]
    public void Where_marks_say_nothing_of_speed_both_halves_meet()
    {
        var random = new Random(3);
        var runs = Enumerable
            .Range(0, 40)
            .Select(at => Tracked(at, 9 + random.NextDouble(), 90 + (10 * random.Next(4)), random.NextDouble()))
            .ToList();
        Assert.False(MarkBySpeed.OfSpeed(Slide, runs)!.Differs);
    }

    [Fact]
    public void Height_is_the_smaller_angle_and_counts_where_it_is_known()
    {
        var runs = Enumerable.Range(0, 20).Select(at => Tracked(at, 10, at < 10 ? 110 : 90, 0, offWind: at < 10 ? 41 : 46)).ToList();
        Assert.Equal(110, MarkBySpeed.OfHeight(Slide, runs)!.Better.Median.Position);
        Assert.Null(MarkBySpeed.OfHeight(Slide, runs.Select(run => run with { Track = run.Track!.Value with { OffWind = null } })));
    }

    [Fact]
    public void Too_few_tracks_say_nothing()
    {
        var runs = Enumerable.Range(0, 9).Select(at => Tracked(at, 10, 90 + (10 * at), at)).ToList();
        Assert.Null(MarkBySpeed.OfSpeed(Slide, runs));
        Assert.Null(MarkBySpeed.OfSpeed(Slide, Enumerable.Range(0, 30).Select(at => Tracked(at, 10, 90, 0) with { Track = null })));
        Assert.Null(PairedBoats.Of(Slide, Pairs(4)));
    }

    [Fact]
    public void Boats_beside_each_other_say_what_a_step_is_worth_in_any_wind()
    {
        var worth = PairedBoats.Of(Slide, Pairs(6))!;
        // Two steps of 10 more were worth 0.1 knots, whatever the wind of the day.
        Assert.Equal(6, worth.Pairs);
        Assert.Equal(Speed.FromKnots(0.05).MetresPerSecond, worth.Mean, 6);
        Assert.True(worth.IsSettled);
        // The same boat twice is no pair, nor are runs an hour apart, nor the same mark.
        Assert.Null(PairedBoats.Of(Slide, Pairs(6).Select(run => run with { Boat = 1 })));
        Assert.Null(PairedBoats.Of(Slide, Pairs(6).Select(run => run.Boat == 2 ? run with { SailedAt = run.SailedAt.AddHours(1) } : run)));
        Assert.Null(PairedBoats.Of(Slide, Pairs(6, apart: 0)));
    }

    private static List<SessionEvidence> Pairs(int pairs, double apart = 20) =>
        [
            .. Enumerable
                .Range(0, pairs)
                .SelectMany(at =>
                    (SessionEvidence[])
                        [
                            Tracked(at, 8 + at, 100, 0) with
                            {
                                Boat = 1,
                            },
                            Tracked(at, 8 + at, 100 + apart, 0.1 + (at % 2 * 1e-6)) with
                            {
                                Boat = 2,
                                Number = 100 + at,
                            },
                        ]
                ),
        ];

    /// <summary>A run that makes a fifth of the wind good to windward, and more.</summary>
    private static SessionEvidence Tracked(int at, double knots, double slide, double more, double? offWind = null) =>
        Session(knots, slide, 3, daysAgo: at) with
        {
            Number = at,
            Track = new(Speed.FromKnots((knots / 5) + more), offWind is { } degrees ? Angle.FromDegrees(degrees) : null),
        };
}
