using CsCheck;

namespace Regatta.Core.Tests.Units;

public sealed class UnitTests
{
    // Published: NIST SP 811, exact factors.
    [Fact]
    public void Factors_are_exact()
    {
        Assert.Equal(25.4, Length.From(1, LengthUnit.Inch).Millimetres, 12);
        Assert.Equal(1852.0 / 3600, Speed.FromKnots(1).MetresPerSecond, 15);
        Assert.Equal(0.44704, Speed.From(1, SpeedUnit.MilePerHour).MetresPerSecond, 15);
        Assert.Equal(10, Speed.From(36, SpeedUnit.KilometrePerHour).MetresPerSecond, 12);
        Assert.Equal(0.45359237, Mass.From(1, MassUnit.Pound).Kilograms, 15);
    }

    // Published: WMO-No. 306, code table 1100.
    [Theory]
    [InlineData(0.4, 0)]
    [InlineData(1, 1)]
    [InlineData(3, 1)]
    [InlineData(4, 2)]
    [InlineData(10, 3)]
    [InlineData(11, 4)]
    [InlineData(16, 4)]
    [InlineData(17, 5)]
    [InlineData(21, 5)]
    [InlineData(27, 6)]
    [InlineData(33, 7)]
    [InlineData(34, 8)]
    [InlineData(40, 8)]
    public void Beaufort_follows_its_table(double knots, int force) => Assert.Equal(force, Beaufort.Force(Speed.FromKnots(knots)));

    [Fact]
    public void The_fit_behind_the_table_lies_inside_each_force()
    {
        for (var force = 1; force <= 8; force++)
        {
            Assert.Equal(force, Beaufort.Force(Speed.From(force, SpeedUnit.Beaufort)));
        }
    }

    [Fact]
    public void A_speed_survives_every_unit() =>
        Gen.Select(Gen.Double[0.01, 60], Gen.Enum<SpeedUnit>())
            .Sample(
                (metres, unit) =>
                {
                    var speed = Speed.FromMetresPerSecond(metres);
                    return Math.Abs(Speed.From(speed.In(unit), unit).MetresPerSecond - metres) < 1e-9;
                }
            );

    [Fact]
    public void Fractions_of_an_inch_read_back_as_they_are_shown() =>
        Gen.Int[-2000, 2000]
            .Sample(sixteenths => NumberText.Read(NumberText.Fraction(sixteenths / 16.0)).Value.Number == sixteenths / 16.0);

    [Theory]
    [InlineData("14 1/2", 14.5)]
    [InlineData("14½", 14.5)]
    [InlineData("14 ½ in", 14.5)]
    [InlineData("1/4", 0.25)]
    [InlineData("-3/8", -0.375)]
    [InlineData("14,5", 14.5)]
    [InlineData(" 14.5 cm", 14.5)]
    public void Numbers_read_as_people_write_them(string text, double number) => Assert.Equal(number, NumberText.Read(text).Value.Number);

    [Theory]
    [InlineData("14 3/7", "no mark on a rule")]
    [InlineData("12/2", "no mark on a rule")]
    [InlineData("1.5 1/2", "no mark on a rule")]
    [InlineData("14 3", "not a number")]
    [InlineData("about ten", "not a number")]
    [InlineData("", "not a number")]
    public void Other_numbers_are_refused_with_a_sentence(string text, string says) => Assert.Contains(says, NumberText.Read(text).Problem);

    [Fact]
    public void Impossible_quantities_cannot_be_made()
    {
        Assert.Throws<ArgumentOutOfRangeException>(() => Speed.FromKnots(-1));
        Assert.Throws<ArgumentOutOfRangeException>(() => Mass.FromKilograms(double.NaN));
        Assert.Throws<ArgumentOutOfRangeException>(() => Length.FromMetres(double.PositiveInfinity));
    }
}
