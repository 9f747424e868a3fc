using CsCheck;

namespace Regatta.Core.Tests.Units;

/// <summary>Numbers, winds and helm as people write them on a beach. Common practice, no source.</summary>
public sealed class AsPeopleWriteTests
{
    [Theory]
    [InlineData(".5", 0.5)]
    [InlineData("-.25", -0.25)]
    [InlineData(",5", 0.5)]
    [InlineData("14-1/2", 14.5)]
    [InlineData("14 - 1/2", null)]
    [InlineData("14-½", 14.5)]
    [InlineData("0,125", 0.125)]
    [InlineData("12,5", 12.5)]
    public void A_number_is_read_as_it_is_meant(string text, double? number)
    {
        var read = NumberText.Read(text);
        Assert.Equal(number, read.Ok && read.Value.Tail == "" ? read.Value.Number : null);
    }

    [Theory]
    [InlineData("1,250 mm", "1.250 or 1250")]
    [InlineData("-12,500", "12.500 or 12500")]
    public void A_comma_that_may_mean_either_is_asked_about(string text, string says) =>
        Assert.Contains(says, NumberText.Read(text).Problem);

    [Theory]
    [InlineData("F4", 11, 16)]
    [InlineData("force 4", 11, 16)]
    [InlineData("Bft 4", 11, 16)]
    [InlineData("4 Bft", 11, 16)]
    public void A_force_may_stand_before_its_number(string text, double least, double most) =>
        Assert.InRange(WindRange.ReadSpeed(text, SpeedUnit.Knot).Value.Knots, least, most);

    [Theory]
    [InlineData("10-12 kn", SpeedUnit.MetrePerSecond, 10, 12)]
    [InlineData("10–12", SpeedUnit.Knot, 10, 12)]
    [InlineData("8 to 14 kn", SpeedUnit.Knot, 8, 14)]
    [InlineData("8 – 14", SpeedUnit.Knot, 8, 14)]
    [InlineData("9", SpeedUnit.Knot, 9, 9)]
    public void A_wind_has_two_ends_and_one_unit(string text, SpeedUnit assumed, double from, double to)
    {
        var read = WindRange.Read(text, assumed).Value;
        Assert.Equal((from, to), (Math.Round(read.From.Knots, 6), Math.Round(read.To.Knots, 6)));
    }

    [Fact]
    public void Two_ends_the_wrong_way_round_are_told() =>
        Assert.Contains("below its lower end", WindRange.Read("12-10 kn", SpeedUnit.Knot).Problem);

    [Theory]
    [InlineData("3 lee", -3)]
    [InlineData("lee 3", -3)]
    [InlineData("-3 lee", -3)]
    [InlineData("3 weather", 3)]
    [InlineData("weather helm 2.5°", 2.5)]
    [InlineData("lee helm", -3)]
    [InlineData("−2", -2)]
    public void Helm_is_read_with_its_side_in_words(string text, double degrees) =>
        Assert.Equal(degrees, HelmReading.Read(text).Value.Degrees, 9);

    [Fact]
    public void Any_plain_number_is_read_back_from_both_decimal_signs() =>
        Gen.Select(Gen.Int[0, 999], Gen.Int[0, 99])
            .Sample(
                (whole, part) =>
                    Assert.Equal(NumberText.Read($"{whole}.{part:00}").Value.Number, NumberText.Read($"{whole},{part:00}").Value.Number)
            );
}
