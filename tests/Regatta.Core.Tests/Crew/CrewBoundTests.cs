using Regatta.Core.Tests.Wind;

namespace Regatta.Core.Tests.Crew;

/// <summary>Who a crew is and what a rule takes, at each end and a step beyond.</summary>
public sealed class CrewBoundTests
{
    private static readonly WindBands Bands = WindBands
        .Of([WindTests.Band(1, 0, 9), WindTests.Band(2, 9, 14), WindTests.Band(3, 14, 30)])
        .Value;

    private static readonly CrewRule Rule = CrewRule.Of(Mass.FromKilograms(80), 0, Length.FromMetres(1), new(2)).Value;

    private static Speed Kn(double knots) => Speed.FromKnots(knots);

    [Theory]
    [InlineData("100", true)]
    [InlineData("99.9", false)]
    [InlineData("230", true)]
    [InlineData("230.1 cm", false)]
    [InlineData("1.8 m", true)]
    [InlineData("70 in", true)]
    [InlineData("39 in", false)]
    [InlineData("6 ft", false)]
    public void A_height_lies_between_a_child_and_the_tallest(string text, bool read) =>
        Assert.Equal(read, CrewProfile.ReadHeight(text).Ok);

    [Fact]
    public void A_crew_has_the_traits_it_was_given_and_no_others()
    {
        static CrewTrait[] Of(CrewProfile crew) => [.. crew.Traits];
        Assert.Empty(Of(CrewProfile.Unknown));
        Assert.Equal([CrewTrait.HikesWeakly], Of(CrewProfile.Unknown with { Hiking = Hiking.Weak }));
        Assert.Equal([CrewTrait.HikesStrongly], Of(CrewProfile.Unknown with { Hiking = Hiking.Strong }));
        Assert.Equal([CrewTrait.Learner], Of(CrewProfile.Unknown with { Skill = Skill.Learner }));
        Assert.Equal([CrewTrait.Racer, CrewTrait.Junior], Of(CrewProfile.Unknown with { Skill = Skill.Racer, Junior = true }));
        Assert.True((CrewProfile.Unknown with { Junior = true }).IsNewcomer);
        Assert.False((CrewProfile.Unknown with { Skill = Skill.Racer }).IsNewcomer);
    }

    [Fact]
    public void Half_of_what_somebody_is_taller_adds_to_the_arm()
    {
        var tall = new CrewProfile(Mass.FromKilograms(80)) { Height = Length.FromMetres(CrewRule.UsualHeight.Metres + 0.2) };
        Assert.Equal(80 * 1.1, Rule.RightingMoment(tall), 9);
        // However short, half of the arm stays.
        var shortArm = CrewRule.Of(Mass.FromKilograms(80), 0, Length.FromMetres(0.2), new(2)).Value;
        Assert.Equal(80 * 0.1, shortArm.RightingMoment(tall with { Height = CrewProfile.Heights.Least }), 9);
    }

    [Fact]
    public void A_heavy_crew_falls_into_the_lighter_band_and_no_further()
    {
        CrewProfile heavy = Mass.FromKilograms(160);
        var edge = 9 - CrewRule.JustBelow.Knots;
        Assert.Equal(edge, Rule.Effective(Kn(9), heavy, Bands).Knots, 6);
        Assert.Equal(edge, Rule.Effective(Kn(8.99), heavy, Bands).Knots, 6);
        Assert.Equal(5, Rule.Effective(Kn(5), heavy, Bands).Knots, 6);
        Assert.Equal(20 / Math.Sqrt(2), Rule.Effective(Kn(20), heavy, Bands).Knots, 6);
        // From calm on there is no lighter band to fall into.
        Assert.Equal(0, (Rule with { FromBand = new(1) }).Effective(Kn(0), heavy, Bands).Knots, 6);
        Assert.Equal(12, (Rule with { FromBand = new(9) }).Effective(Kn(12), heavy, Bands).Knots, 6);
        // As heavy as the crew it was tuned with, it is the wind itself.
        Assert.Equal(9, Rule.Effective(Kn(9), Mass.FromKilograms(80), Bands).Knots, 9);
    }

    [Fact]
    public void Nothing_is_read_beyond_the_most_and_nothing_where_nobody_said_who_they_are()
    {
        var reading = CrewReading.By(Rule);
        Assert.Equal(CrewRule.MostEffective, reading.Effective(Kn(59), Mass.FromKilograms(20), Bands));
        Assert.Equal(61, reading.Effective(Kn(61), Mass.FromKilograms(80), Bands).Knots, 6);
        Assert.Equal(CrewRule.MostEffective.Knots, reading.Effective(Kn(60), Mass.FromKilograms(80), Bands).Knots, 6);
        Assert.Equal(12, reading.Effective(Kn(12), CrewProfile.Unknown, Bands).Knots, 9);
        Assert.Equal(12, CrewReading.None.Effective(Kn(12), Mass.FromKilograms(20), Bands).Knots, 9);
        Assert.Equal(1, reading.Factor(Kn(0), Mass.FromKilograms(40), Bands));
        Assert.Equal(Math.Sqrt(2), reading.Factor(Kn(12), Mass.FromKilograms(40), Bands), 6);
    }

    [Fact]
    public void Crews_matter_where_there_is_a_rule_a_table_or_a_step()
    {
        CrewOffset offset = new(Mass.FromKilograms(0), Mass.FromKilograms(60), new("vang"), 1);
        CrewStep step = new(CrewTrait.Junior, new("vang"), 1);
        Assert.False(CrewReading.None.Matters);
        Assert.True(CrewReading.By(Rule).Matters);
        Assert.True(CrewReading.By([offset]).Matters);
        Assert.True((CrewReading.None with { Steps = [step] }).Matters);
        var all = new[]
        {
            CrewReading.None,
            CrewReading.By(Rule),
            CrewReading.By([offset]),
            CrewReading.None with
            {
                Steps = [step],
            },
            CrewReading.None with
            {
                Columns = new(Mass.FromKilograms(60), Mass.FromKilograms(90), false),
            },
            CrewReading.None with
            {
                RuleAside = Rule,
            },
            CrewReading.None with
            {
                OffsetsAside = [offset],
            },
        };
        Assert.Equal(all.Length, all.Distinct().Count());
        // A mass nobody weighs asks for no step of the table.
        Assert.Empty(CrewReading.By([offset]).StepsFor(Mass.FromKilograms(0)));
        Assert.Equal([(new ControlKey("vang"), 1)], CrewReading.By([offset]).StepsFor(Mass.FromKilograms(50)));
    }

    [Theory]
    [InlineData(1, 0, 0, true)]
    [InlineData(20, 20, 5, true)]
    [InlineData(0, 0, 0, false)]
    [InlineData(21, 0, 0, false)]
    [InlineData(2, 3, 1, false)]
    [InlineData(2, -1, 1, false)]
    [InlineData(2, 1, 5.1, false)]
    [InlineData(2, 1, -0.1, false)]
    public void A_trapeze_carries_no_more_than_are_aboard(int people, int onWire, double wire, bool holds) =>
        Assert.Equal(holds, Rule.With(people, onWire, Length.FromMetres(wire)).Ok);

    [Theory]
    [InlineData(80, 0, 10, true)]
    [InlineData(80, 100_000, 1, true)]
    [InlineData(0, 0, 1, false)]
    [InlineData(80, -1, 1, false)]
    [InlineData(80, 100_001, 1, false)]
    [InlineData(80, 0, 0, false)]
    [InlineData(80, 0, 10.1, false)]
    public void A_rule_is_of_a_crew_a_hull_and_an_arm(double kilograms, double hull, double arm, bool holds) =>
        Assert.Equal(holds, CrewRule.Of(Mass.FromKilograms(kilograms), hull, Length.FromMetres(arm), new(1)).Ok);
}
