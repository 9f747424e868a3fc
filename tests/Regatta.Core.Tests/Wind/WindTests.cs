using CsCheck;

namespace Regatta.Core.Tests.Wind;

public sealed class WindTests
{
    private static readonly WindBands Bands = WindBands.Of([Band(1, 0, 6), Band(2, 6, 12), Band(3, 12, 20)]).Value;

    [Fact]
    public void A_band_holds_its_lower_edge_and_not_its_upper()
    {
        Assert.Equal(2, Bands.At(Speed.FromKnots(6)).Id.Number);
        Assert.Equal(3, Bands.At(Speed.FromKnots(12)).Id.Number);
        Assert.Equal(1, Bands.At(Speed.FromKnots(5.999)).Id.Number);
    }

    [Fact]
    public void Every_wind_inside_lies_in_exactly_one_band() =>
        Gen.Double[0, 19.99].Sample(knots => Bands.All.Count(band => band.Contains(Speed.FromKnots(knots))) == 1);

    [Fact]
    public void Overlaps_and_gaps_are_refused_by_name()
    {
        Assert.Contains("“band 1” and “band 2” overlap", WindBands.Of([Band(1, 0, 7), Band(2, 6, 12)]).Problem);
        Assert.Contains("gap between “band 1” and “band 2”", WindBands.Of([Band(2, 6, 12), Band(1, 0, 5)]).Problem);
        Assert.False(WindBands.Of([]).Ok);
        Assert.Throws<ArgumentException>(() => Band(1, 6, 6));
    }

    [Fact]
    public void A_session_counts_in_each_band_by_its_share()
    {
        var shares = Bands.Shares(WindRange.Of(Speed.FromKnots(9), Speed.FromKnots(15), null).Value);
        Assert.Equal([0, 0.5, 0.5], shares.Select(share => Math.Round(share, 9)));
    }

    [Fact]
    public void Shares_sum_to_one_wherever_the_wind_was() =>
        Gen.Select(Gen.Double[0, 40], Gen.Double[0, 20])
            .Sample(
                (from, span) =>
                    Math.Abs(Bands.Shares(WindRange.Of(Speed.FromKnots(from), Speed.FromKnots(from + span), null).Value).Sum() - 1) < 1e-9
            );

    [Fact]
    public void Impossible_winds_get_a_sentence()
    {
        var (ten, twelve) = (Speed.FromKnots(10), Speed.FromKnots(12));
        Assert.Contains("below its lower end", WindRange.Of(twelve, ten, null).Problem);
        Assert.Contains("gust is below the mean", WindRange.Of(ten, twelve, Speed.FromKnots(10.5)).Problem);
        Assert.True(WindRange.Of(ten, twelve, Speed.FromKnots(11)).Ok);
        Assert.Contains("never below zero", WindRange.ReadSpeed("-3", SpeedUnit.Knot).Problem);
        Assert.Contains("not a unit", WindRange.ReadSpeed("12 leagues", SpeedUnit.Knot).Problem);
        Assert.Contains("Check the number", WindRange.ReadSpeed("120", SpeedUnit.Knot).Problem);
    }

    [Fact]
    public void Wind_is_read_in_the_unit_written_or_else_the_readers()
    {
        Assert.Equal(10, WindRange.ReadSpeed("36 km/h", SpeedUnit.Knot).Value.MetresPerSecond, 9);
        Assert.Equal(10, WindRange.ReadSpeed("10", SpeedUnit.MetrePerSecond).Value.MetresPerSecond, 9);
    }

    [Theory]
    [InlineData(6, true)]
    [InlineData(0, false)]
    [InlineData(14, false)]
    public void An_edge_moves_between_its_neighbours_and_no_further(double knots, bool moves)
    {
        var bands = WindBands.Of([Band(1, 0, 8), Band(2, 8, 14), Band(3, 14, 22)]).Value;
        var moved = bands.WithEdge(bands.All[0], Speed.FromKnots(knots));
        Assert.Equal(moves, moved is not null);
        Assert.Equal(moves ? knots : 8, (moved ?? bands).All[1].From.Knots, 9);
        Assert.Null(bands.WithEdge(bands.All[2], Speed.FromKnots(18)));
    }

    internal static WindBand Band(int number, double from, double to) =>
        new(new(number), $"band {number}", Speed.FromKnots(from), Speed.FromKnots(to));

    [Theory]
    [InlineData(8, 14, "light steady")]
    // A tenth of it in the third band is a touch, a fifth is not.
    [InlineData(6, 16.5, "light steady")]
    [InlineData(10, 17.5, "steady fresh")]
    [InlineData(12, 12, "steady")]
    [InlineData(30, 40, "fresh")]
    public void A_wind_lies_in_the_bands_it_more_than_touches(double from, double to, string names)
    {
        var bands = WindBands
            .Of([
                new(new(1), "light", Speed.FromKnots(0), Speed.FromKnots(10)),
                new(new(2), "steady", Speed.FromKnots(10), Speed.FromKnots(16)),
                new(new(3), "fresh", Speed.FromKnots(16), Speed.FromKnots(24)),
            ])
            .Value;
        var wind = WindRange.Of(Speed.FromKnots(from), Speed.FromKnots(to), null).Value;
        Assert.Equal(names, string.Join(' ', bands.Reached(wind).Select(band => band.Name)));
    }
}
