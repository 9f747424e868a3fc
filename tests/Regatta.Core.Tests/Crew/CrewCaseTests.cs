using CsCheck;

namespace Regatta.Core.Tests.Crew;

/// <summary>The crews people know, on a board boat's card. Common practice, no source; the card itself is invented around it.</summary>
public sealed class CrewCaseTests
{
    private static readonly Control Gooseneck = new(
        new("gooseneck"),
        "Gooseneck",
        [],
        new LengthScale(
            LengthUnit.Inch,
            Length.FromMillimetres(13 * 25.4),
            Length.FromMillimetres(26 * 25.4),
            Length.FromMillimetres(12.7)
        ),
        "cap",
        "ring",
        "Lower.",
        WhenChanged.Ashore,
        AsWindBuilds.Up,
        -0.8
    );

    private static readonly (double FromMph, string Mark)[] Card = [(0, "14"), (10, "15"), (14, "17"), (18, "19"), (21, "21"), (24, "23")];

    private static readonly PublishedVersion Version = Publish(
        CrewReading.By(CrewRule.Of(Pounds(155), 0, Length.FromMetres(1), new(2)).Value) with
        {
            Steps = [new(CrewTrait.Junior, Gooseneck.Key, 2), new(CrewTrait.Learner, Gooseneck.Key, 1)],
            Columns = new(Pounds(130), Pounds(200), BySkill: true),
        }
    );

    [Theory]
    [InlineData(200, 10.5, "14 in")] // the heavy crew holds the light setting
    [InlineData(140, 10.5, "15 in")] // where the light one starts at 15
    [InlineData(130, 10.5, "15 in")]
    [InlineData(155, 12, "15 in")] // the average: 15, then 15 to 17
    [InlineData(155, 15, "17 in")]
    [InlineData(155, 25, "23 in")] // 22 to 24 in the mid-20s
    [InlineData(155, 28, "23 in")]
    public void Weights_in_pounds_find_the_marks_people_know(double pounds, double mph, string mark) =>
        Assert.Equal(mark, At(new(Pounds(pounds)), mph));

    [Theory]
    [InlineData(120)]
    [InlineData(155)]
    [InlineData(210)]
    public void A_gear_up_or_down_is_the_next_band_as_the_crew_reads_it(double pounds)
    {
        var reader = new CardReader(new(Pounds(pounds)), Readings.OfTheClass);
        CardReading At(Speed wind) => CardReading.Of(Version, new(wind), null, null, reader);
        var passed = 0;
        for (var knots = 2.0; knots < 26; knots += 0.5)
        {
            var reading = At(Speed.FromKnots(knots));
            Assert.Equal(reading.Wind, reading.WindOf(reading.Card.Band));
            foreach (var stronger in new[] { true, false })
            {
                if (reading.Next(stronger) is not var (band, wind))
                {
                    var bands = Version.Set.Bands.All;
                    Assert.Equal(stronger ? bands[^1] : bands[0], reading.Card.Band);
                    continue;
                }

                var geared = At(wind);
                Assert.Equal(band, geared.Card.Band);
                Assert.Equal(stronger, geared.Wind > reading.Wind);
                // And back again it is the band one came from.
                Assert.Equal(reading.Card.Band, At(geared.Next(!stronger)!.Value.Wind).Card.Band);
                passed++;
            }
        }

        Assert.True(passed > 60, $"{passed} gears.");
    }

    [Fact]
    public void Juniors_set_fifteen_to_sixteen_in_light_and_up()
    {
        Assert.Equal("15 in", At(new(Pounds(155)) { Junior = true }, 8));
        Assert.Equal("16 in", At(new(Pounds(155)) { Junior = true }, 11));
        // 21 suits juniors and the less able where others still carry less.
        Assert.Equal("20 in", At(new(Pounds(155)) { Junior = true }, 19));
        Assert.Equal("20 1/2 in", At(new(Pounds(155)) { Junior = true, Skill = Skill.Learner }, 19));
    }

    [Fact]
    public void A_taller_crew_and_one_on_the_wire_stand_up_to_more_and_a_shorter_to_less()
    {
        var rule = CrewRule.Of(Mass.FromKilograms(140), 0, Length.FromMetres(1.1), new(1)).Value.With(2, 1, Length.FromMetres(0.6)).Value;
        double Factor(CrewProfile crew) => rule.Factor(crew);
        Assert.Equal(1, Factor(Mass.FromKilograms(140)), 9);
        Assert.True(Factor(new(Mass.FromKilograms(140)) { Height = Length.FromMetres(1.95) }) < 1);
        Assert.True(Factor(new(Mass.FromKilograms(140)) { Height = Length.FromMetres(1.55) }) > 1);
        Assert.True(Factor(new(Mass.FromKilograms(140)) { OnWire = 2 }) < 1);
        Assert.True(Factor(new(Mass.FromKilograms(140)) { OnWire = 0 }) > 1);
        // R = 140·1.1 + 140/2·0.6 with one on the wire, 140·1.1 with none.
        Assert.Equal(Math.Sqrt((154 + 42) / 154.0), Factor(new(Mass.FromKilograms(140)) { OnWire = 0 }), 9);
    }

    [Fact]
    public void More_crew_never_reads_a_stronger_wind_whatever_their_height_and_place() =>
        Gen.Select(Gen.Double[40, 120], Gen.Double[1, 60], Gen.Double[1.4, 2.1], Gen.Int[0, 2], Gen.Double[2, 30])
            .Sample(
                (kilograms, more, height, wire, knots) =>
                {
                    var rule = CrewRule
                        .Of(Mass.FromKilograms(80), 20, Length.FromMetres(1.1), new(1))
                        .Value.With(2, 1, Length.FromMetres(0.5))
                        .Value;
                    CrewProfile Of(double mass) => new(Mass.FromKilograms(mass)) { Height = Length.FromMetres(height), OnWire = wire };
                    var bands = Version.Set.Bands;
                    var wind = Speed.FromKnots(knots);
                    return rule.Effective(wind, Of(kilograms + more), bands).Knots
                        <= rule.Effective(wind, Of(kilograms), bands).Knots + 1e-9;
                }
            );

    [Fact]
    public void A_profile_that_would_read_more_than_sixty_knots_is_refused_with_both_numbers()
    {
        var crew = Version.Class.Crew;
        var problem = crew.Problem(new(Mass.FromKilograms(5)), Version.Set.Bands);
        Assert.Contains("nobody sails in more than 60", problem, StringComparison.Ordinal);
        Assert.Null(crew.Problem(new(Pounds(120)), Version.Set.Bands));
        Assert.True(crew.Effective(Speed.FromKnots(30), new CrewProfile(Mass.FromKilograms(1)), Version.Set.Bands).Knots <= 60);
    }

    [Fact]
    public void The_cards_columns_say_what_each_crew_sets_and_rows_by_skill_only_where_skill_matters()
    {
        var table = CrewTable.Of(Version, PlanMode.Usual, Speed.From(10.5, SpeedUnit.MilePerHour))!;
        Assert.Equal([Pounds(130), null, Pounds(200)], table.Heads);
        Assert.Equal(["learning", ""], table.Rows.Select(row => row.Skill));
        Assert.Equal(["15 in", "15 in", "14 in"], table.Rows[1].Cells);
        Assert.Equal(["15 1/2 in", "15 1/2 in", "14 1/2 in"], table.Rows[0].Cells);
        Assert.Null(CrewTable.Of(Publish(CrewReading.None), PlanMode.Usual, Speed.FromKnots(9)));
    }

    [Theory]
    [InlineData("175", 1.75)]
    [InlineData("1.75 m", 1.75)]
    [InlineData("70 in", 1.778)]
    public void A_height_is_read_as_people_write_it(string text, double metres) =>
        Assert.Equal(metres, CrewProfile.ReadHeight(text).Value.Metres, 6);

    [Theory]
    [InlineData("17")]
    [InlineData("6 ft")]
    [InlineData("tall")]
    public void Other_heights_are_refused(string text) => Assert.False(CrewProfile.ReadHeight(text).Ok);

    private static string At(CrewProfile crew, double mph)
    {
        var reading = CardReading.Of(
            Version,
            new(Speed.From(mph, SpeedUnit.MilePerHour)),
            null,
            null,
            CardReader.OfTheClass with
            {
                Crew = crew,
            }
        );
        return Gooseneck.Scale.Show(reading.MarkOf(Gooseneck.Key)!.Value);
    }

    private static PublishedVersion Publish(CrewReading crew)
    {
        var bands = WindBands
            .Of([
                .. Card.Select(
                    (one, at) =>
                        new WindBand(
                            new(at + 1),
                            $"band {at + 1}",
                            Speed.From(one.FromMph, SpeedUnit.MilePerHour),
                            Speed.From(at + 1 < Card.Length ? Card[at + 1].FromMph : 32, SpeedUnit.MilePerHour)
                        )
                ),
            ])
            .Value;
        var definition = new ClassDefinition(
            "board",
            "Board",
            "lateen",
            "",
            new(Angle.FromDegrees(3), Angle.FromDegrees(1), Speed.FromKnots(10), 0.1),
            bands,
            [Gooseneck],
            []
        )
        {
            Crew = crew,
            LastBand = Card.Length,
        };
        var cells = Card.Select(
                (one, at) =>
                    KeyValuePair.Create(
                        new CellPlace(PlanMode.Usual, new(new(at + 1), Gooseneck.Key)),
                        Cell.Of(Gooseneck.Scale.Read(one.Mark).Value, 0, "", "", CellSource.Entered).Value
                    )
            )
            .ToDictionary();
        return new(1, DateTimeOffset.UnixEpoch, "", "", new(definition, cells));
    }

    private static Mass Pounds(double pounds) => Mass.From(pounds, MassUnit.Pound);
}
