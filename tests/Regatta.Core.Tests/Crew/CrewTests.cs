using CsCheck;
using Regatta.Core.Tests.Evidence;
using Regatta.Core.Tests.Wind;

namespace Regatta.Core.Tests.Crew;

public sealed class CrewTests
{
    private static readonly WindBands Bands = WindBands
        .Of([WindTests.Band(1, 0, 9), WindTests.Band(2, 9, 14), WindTests.Band(3, 14, 30)])
        .Value;

    // Worked numbers of models M4, evaluated independently.
    [Theory]
    [InlineData(11, 91, 63.5, 0, 1, 13.168)]
    [InlineData(12, 150, 110, 0, 1, 14.013)]
    [InlineData(12, 150, 180, 0, 1, 10.954)]
    [InlineData(14, 80, 60, 40, 1.1, 15.384)]
    public void A_crew_sails_in_this_wind_as_the_reference_does_in_that(
        double knots,
        double reference,
        double crew,
        double hull,
        double arm,
        double effective
    ) => Assert.Equal(effective, Rule(reference, hull, arm, 1).Effective(Speed.FromKnots(knots), Kg(crew), Bands).Knots, 3);

    // Common practice, no source: about 200 lb holds the light setting in 10 to 11 mph where 130 to 150 lb is one inch on already.
    [Fact]
    public void The_light_helm_reads_the_next_band_where_the_heavy_one_holds_the_light()
    {
        var bands = WindBands.Of([WindTests.Band(1, 0, 5), WindTests.Band(2, 5, 10), WindTests.Band(3, 10, 15)]).Value;
        var wind = Speed.From(10.5, SpeedUnit.MilePerHour);
        var rule = CrewRule.Of(Mass.From(200, MassUnit.Pound), 0, Length.FromMetres(1), new(1)).Value;
        Assert.Equal(2, bands.At(rule.Effective(wind, Mass.From(200, MassUnit.Pound), bands)).Id.Number);
        Assert.Equal(3, bands.At(rule.Effective(wind, Mass.From(140, MassUnit.Pound), bands)).Id.Number);
    }

    [Fact]
    public void Lighter_crews_read_stronger_winds_and_the_reference_its_own() =>
        Gen.Select(Gen.Double[40, 200], Gen.Double[40, 200], Gen.Double[0, 300], Gen.Double[9, 25])
            .Sample(
                (a, b, hull, knots) =>
                {
                    var rule = Rule(90, hull, 1.2, 2);
                    var wind = Speed.FromKnots(knots);
                    var (light, heavy) = (rule.Effective(wind, Kg(Math.Min(a, b)), Bands), rule.Effective(wind, Kg(Math.Max(a, b)), Bands));
                    return light >= heavy && Math.Abs(rule.Effective(wind, Kg(90), Bands).Knots - knots) < 1e-9;
                }
            );

    [Fact]
    public void Below_its_first_band_the_rule_is_silent_and_a_heavy_crew_reads_one_band_lighter_at_the_most()
    {
        var rule = Rule(75, 0, 1, 2);
        Assert.Equal(8, rule.Effective(Speed.FromKnots(8), Kg(40), Bands).Knots, 9);
        Assert.Equal(8.9, rule.Effective(Speed.FromKnots(9.2), Kg(160), Bands).Knots, 9);
        Assert.Equal(1, Bands.At(rule.Effective(Speed.FromKnots(9.4), Kg(91), Bands)).Id.Number);
        Assert.Equal(2, Bands.At(rule.Effective(Speed.FromKnots(9.4), Kg(75), Bands)).Id.Number);
    }

    [Fact]
    public void A_rule_whose_first_band_is_gone_says_nothing_instead_of_holding_everywhere() =>
        Assert.Equal(12, Rule(75, 0, 1, 7).Effective(Speed.FromKnots(12), Kg(50), Bands).Knots, 9);

    [Fact]
    public void More_wind_is_never_read_as_less() =>
        Gen.Select(Gen.Double[30, 250], Gen.Double[0, 30], Gen.Double[0, 5])
            .Sample(
                (crew, knots, more) =>
                    Rule(75, 20, 1, 2).Effective(Speed.FromKnots(knots + more), Kg(crew), Bands)
                    >= Rule(75, 20, 1, 2).Effective(Speed.FromKnots(knots), Kg(crew), Bands)
            );

    [Theory]
    [InlineData(0, 0, 1)]
    [InlineData(80, -1, 1)]
    [InlineData(80, 0, 0)]
    [InlineData(80, double.NaN, 1)]
    public void A_rule_that_is_none_is_refused(double reference, double hull, double arm) =>
        Assert.False(CrewRule.Of(Kg(reference), hull, Length.FromMetres(arm), new(1)).Ok);

    [Fact]
    public void A_table_moves_marks_by_steps_for_its_crews_alone_and_never_past_the_end()
    {
        CrewOffset[] table = [new(Kg(0), Kg(65), TestBoat.Slide.Key, 3), new(Kg(85), Kg(200), TestBoat.Slide.Key, -2)];
        var matrix = TestBoat.Matrix(60, 80, 190);
        double At(double crew, int band) =>
            CrewReading.By(table).AsSet(matrix, Kg(crew))[new CellAddress(new(band), TestBoat.Slide.Key)]!.Mark!.Value.Position;
        Assert.Equal([90, 60, 40], ((double[])[60, 70, 85]).Select(crew => At(crew, 1)));
        Assert.Equal(200, At(60, 3));
        Assert.Equal(60, At(65, 1));
    }

    [Fact]
    public void A_class_uses_one_school_or_none()
    {
        var matrix = TestBoat.Matrix(60, 80, 100);
        var wind = Speed.FromKnots(12);
        var (rule, table) = (CrewReading.By(Rule(75, 0, 1, 1)), CrewReading.By([new(Kg(0), Kg(60), TestBoat.Slide.Key, 1)]));
        Assert.Equal(wind, CrewReading.None.Effective(wind, Kg(50), Bands));
        Assert.Equal(wind, rule.Effective(wind, null, Bands));
        Assert.True(rule.Effective(wind, Kg(50), Bands) > wind);
        Assert.Equal(Math.Sqrt(1.5), rule.Factor(wind, Kg(50), Bands), 9);
        Assert.Same(matrix, rule.AsSet(matrix, Kg(50)));
        Assert.Equal(wind, table.Effective(wind, Kg(50), Bands));
        Assert.NotEqual(matrix, table.AsSet(matrix, Kg(50)));
    }

    private static CrewRule Rule(double reference, double hull, double arm, int band) =>
        CrewRule.Of(Kg(reference), hull, Length.FromMetres(arm), new(band)).Value;

    private static Mass Kg(double kilograms) => Mass.FromKilograms(kilograms);
}
