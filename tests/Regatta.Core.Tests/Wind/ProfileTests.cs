using CsCheck;

namespace Regatta.Core.Tests.Wind;

public sealed class ProfileTests
{
    // Published: log profile over open water, z0 = 0.0002 m, WMO-No. 8 roughness classes; ratios evaluated independently.
    [Theory]
    [InlineData(0.6, 0.7400)]
    [InlineData(1.5, 0.8247)]
    [InlineData(2, 0.8513)]
    [InlineData(3, 0.8887)]
    [InlineData(6, 0.9528)]
    [InlineData(8, 0.9794)]
    public void The_wind_at_a_height_is_so_much_of_that_at_ten_metres(double metres, double ratio) =>
        Assert.Equal(ratio, WindProfile.Ratio(M(10), M(metres)), 4);

    // Published: Hsu, Meindl & Gilhousen 1994, power law with exponent 0.11 over sea, within 1.5 % of the wind at 10 m from 0.6 to 10 m.
    [Fact]
    public void The_log_law_lies_within_one_and_a_half_percent_of_the_power_law() =>
        Gen.Double[0.6, 10].Sample(metres => Math.Abs(WindProfile.Ratio(M(10), M(metres)) - Math.Pow(metres / 10, 0.11)) < 0.015);

    [Fact]
    public void Converting_there_and_back_changes_nothing_and_higher_is_stronger() =>
        Gen.Select(Gen.Double[0.1, 60], Gen.Double[0.1, 60], Gen.Double[0, 30])
            .Sample(
                (a, b, wind) =>
                {
                    var there = WindProfile.At(Speed.FromMetresPerSecond(wind), M(a), M(b));
                    return Math.Abs(WindProfile.At(there, M(b), M(a)).MetresPerSecond - wind) < 1e-9
                        && (b >= a ? there.MetresPerSecond >= wind - 1e-12 : there.MetresPerSecond <= wind + 1e-12);
                }
            );

    // Worked numbers of models M3, evaluated independently.
    [Theory]
    [InlineData(12, 45, 5, 15.933, 32.179)]
    [InlineData(10, 90, 6, 11.662, 59.036)]
    [InlineData(15, 150, 7, 9.599, 128.615)]
    [InlineData(8, 40, 4, 11.359, 26.918)]
    public void Apparent_wind_is_the_sum_of_true_wind_and_the_boats_own(
        double knots,
        double angle,
        double boat,
        double apparent,
        double from
    )
    {
        var felt = ApparentWind.Of(Speed.FromKnots(knots), Angle.FromDegrees(angle), Speed.FromKnots(boat));
        Assert.Equal(apparent, felt.Speed.Knots, 3);
        Assert.Equal(from, felt.Angle.Degrees, 3);
    }

    [Theory]
    [InlineData(10, 45, 4.5, 1.0, 6.0, 2.004)]
    [InlineData(6, 42, 1.2, 0.15, 0.90, 1.758)]
    public void The_gradient_asks_for_so_much_twist(double knots, double angle, double boat, double boom, double head, double twist) =>
        Assert.Equal(
            twist,
            ApparentWind
                .TwistAskedFor(Speed.FromKnots(knots), M(10), Angle.FromDegrees(angle), Speed.FromKnots(boat), M(boom), M(head))
                .Degrees,
            3
        );

    [Theory]
    [InlineData("0.6", 0.6)]
    [InlineData("3 m", 3)]
    [InlineData("60 cm", 0.6)]
    public void A_height_is_read_in_metres_unless_it_says(string text, double metres) =>
        Assert.Equal(metres, WindProfile.ReadHeight(text).Value.Metres, 9);

    [Theory]
    [InlineData("0", "between 0.1 and 60")]
    [InlineData("900", "between 0.1 and 60")]
    [InlineData("3 storeys", "no unit for a height")]
    public void A_height_that_is_none_is_refused(string text, string says) => Assert.Contains(says, WindProfile.ReadHeight(text).Problem);

    [Fact]
    public void No_wind_is_known_below_the_roughness() =>
        Assert.Throws<ArgumentOutOfRangeException>(() => WindProfile.Ratio(M(10), M(0.0002)));

    // Published: WMO-No. 306, code table 1100: scattered whitecaps at force 3, 7 to 10 knots.
    [Fact]
    public void A_sign_of_the_sea_is_a_range_of_wind()
    {
        var range = SightedWind.Signs.Single(sign => sign.Sign == "scattered whitecaps").Range;
        Assert.Equal((7, 11), (Math.Round(range.From.Knots, 9), Math.Round(range.To.Knots, 9)));
        Assert.All(
            SightedWind.Signs.Zip(SightedWind.Signs.Skip(1)),
            pair => Assert.Equal(pair.First.Range.To.Knots, pair.Second.Range.From.Knots, 9)
        );
    }

    private static Length M(double metres) => Length.FromMetres(metres);
}
