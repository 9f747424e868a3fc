namespace Regatta.Core.Tests.Sails;

/// <summary>What a plan, a mode, a trigger and a limit may say, at each of their ends and a step beyond.</summary>
public sealed class SailBoundTests
{
    private static readonly SailPlan Plan = new(new("full"), "full sail");

    private static SideShape Square(double low, double side = 2) =>
        new("main", [Corner(0, low), Corner(side, low), Corner(side, low + side), Corner(0, low + side)]);

    private static SidePoint Corner(double x, double z) => new(Length.FromMetres(x), Length.FromMetres(z));

    private static Speed Kn(double knots) => Speed.FromKnots(knots);

    [Fact]
    public void A_plan_without_outlines_has_no_area_and_one_with_has_that_of_its_outlines_and_their_height()
    {
        Assert.Null(Plan.Area);
        Assert.Null(Plan.Arm);
        var two = Plan with { Sails = [Square(1), Square(3, 1)] };
        Assert.Equal(5, two.Area!.Value, 9);
        // By area: four square metres at 2 m, one at 3.5 m.
        Assert.Equal(((4 * 2) + (1 * 3.5)) / 5, two.Arm!.Value.Metres, 9);
        Assert.Equal(3, (two with { StatedArea = 3 }).Area);
        Assert.Equal(7, (two with { StatedArm = Length.FromMetres(7) }).Arm!.Value.Metres, 9);
    }

    [Fact]
    public void A_plan_holds_up_to_the_ends_and_no_further()
    {
        Assert.All(
            [
                Plan with
                {
                    StatedArea = 1000,
                },
                Plan with
                {
                    StatedArm = Length.FromMetres(40),
                },
                Plan with
                {
                    MeasuredLimit = Kn(80),
                },
                Plan with
                {
                    Sails = [.. Enumerable.Range(0, Limits.PlanParts).Select(_ => Square(1))],
                },
                Plan with
                {
                    Marks = [.. Enumerable.Range(0, Limits.PlanParts).Select(_ => new PlanMark("car", "20"))],
                },
            ],
            plan => Assert.Null(plan.Problem)
        );
        Assert.All(
            [
                Plan with
                {
                    StatedArea = 0,
                },
                Plan with
                {
                    StatedArea = 1000.1,
                },
                Plan with
                {
                    StatedArm = default(Length),
                },
                Plan with
                {
                    StatedArm = Length.FromMetres(40.1),
                },
                Plan with
                {
                    MeasuredLimit = default(Speed),
                },
                Plan with
                {
                    MeasuredLimit = Kn(80.1),
                },
                Plan with
                {
                    Sails = [.. Enumerable.Range(0, Limits.PlanParts + 1).Select(_ => Square(1))],
                },
                Plan with
                {
                    Marks = [.. Enumerable.Range(0, Limits.PlanParts + 1).Select(_ => new PlanMark("car", "20"))],
                },
                Plan with
                {
                    Sails = [Square(1), new("jib", [])],
                },
            ],
            plan => Assert.NotNull(plan.Problem)
        );
    }

    [Fact]
    public void Plans_differ_in_whatever_they_say()
    {
        var all = new[]
        {
            Plan,
            Plan with
            {
                Name = "other",
            },
            Plan with
            {
                StatedArea = 9,
            },
            Plan with
            {
                StatedArm = Length.FromMetres(3),
            },
            Plan with
            {
                MeasuredLimit = Kn(20),
            },
            Plan with
            {
                Sails = [Square(1)],
            },
            Plan with
            {
                Marks = [new("car", "20")],
            },
        };
        Assert.Equal(all.Length, all.Distinct().Count());
        Assert.All(all, plan => Assert.Equal(plan, plan with { Sails = [.. plan.Sails], Marks = [.. plan.Marks] }));
    }

    [Theory]
    [InlineData(12, 10, true)]
    [InlineData(12, 12, true)]
    [InlineData(60, 10, true)]
    [InlineData(60.1, 10, false)]
    [InlineData(0, 0, false)]
    [InlineData(12, 12.1, false)]
    public void A_trigger_goes_in_above_calm_and_back_at_or_below_it(double at, double back, bool holds) =>
        Assert.Equal(holds, new ModeTrigger(TriggerWind.Mean, Kn(at), Kn(back)).Problem is null);

    [Fact]
    public void A_trigger_of_gusts_looks_at_gusts_and_at_the_mean_where_nobody_measured_any()
    {
        var (gusty, steady) = (new WindConditions(Kn(10), Kn(15)), new WindConditions(Kn(10)));
        Assert.Equal(15, new ModeTrigger(TriggerWind.Gust, Kn(12), Kn(10)).Of(gusty).Knots, 9);
        Assert.Equal(10, new ModeTrigger(TriggerWind.Gust, Kn(12), Kn(10)).Of(steady).Knots, 9);
        Assert.Equal(10, new ModeTrigger(TriggerWind.Mean, Kn(12), Kn(10)).Of(gusty).Knots, 9);
    }

    [Theory]
    [InlineData(20, true)]
    [InlineData(60, true)]
    [InlineData(60.1, false)]
    [InlineData(12, false)]
    public void A_mode_ends_above_where_it_begins(double ends, bool holds)
    {
        var mode = SailingMode.Upwind with { Trigger = new(TriggerWind.Mean, Kn(12), Kn(10)), Ends = Kn(ends) };
        Assert.Equal(holds, mode.Problem is null);
        Assert.NotNull((SailingMode.Upwind with { Sail = " " }).Problem);
        Assert.Null((SailingMode.Upwind with { Sail = new string('k', PlanModes.LongestName) }).Problem);
        Assert.NotNull((SailingMode.Upwind with { Sail = new string('k', PlanModes.LongestName + 1) }).Problem);
    }

    [Theory]
    [InlineData(0, 180, 10, 12, 6, true)]
    [InlineData(-1, 90, 10, 12, 6, false)]
    [InlineData(90, 90, 10, 12, 6, false)]
    [InlineData(90, 180.5, 10, 12, 6, false)]
    [InlineData(90, 150, 0, 12, 6, false)]
    [InlineData(90, 150, 12, 12, 0, true)]
    [InlineData(90, 150, 13, 12, 6, false)]
    [InlineData(90, 150, 10, 60, 40, true)]
    [InlineData(90, 150, 10, 61, 6, false)]
    [InlineData(90, 150, 10, 12, 41, false)]
    public void A_limit_holds_together(double from, double to, double open, double most, double speed, bool holds) =>
        Assert.Equal(holds, Limit(from, to, open, most, speed).Problem is null);

    [Fact]
    public void A_limit_speaks_of_both_its_angles_and_of_none_beyond()
    {
        var limit = Limit(90, 150, 10, 14, 6);
        Assert.Equal(
            [false, true, true, true, false],
            new[] { 89.9, 90, 120, 150, 150.1 }.Select(at => limit.Covers(Angle.FromDegrees(at)))
        );
        Assert.Equal(120, limit.Middle.Degrees, 9);
        Assert.NotNull((limit with { Sail = "" }).Problem);
    }

    [Theory]
    [InlineData(9, 100, 1, LimitWord.Open)]
    [InlineData(10, 100, 1, LimitWord.Open)]
    [InlineData(10.1, 100, 1, LimitWord.Experienced)]
    [InlineData(14.1, 100, 1, LimitWord.No)]
    [InlineData(9, 80, 1, LimitWord.No)]
    [InlineData(8.9, 100, 0.9, LimitWord.Open)]
    [InlineData(9.1, 100, 0.9, LimitWord.No)]
    // Where two limits speak of an angle the stricter holds.
    [InlineData(8, 140, 1, LimitWord.Experienced)]
    public void A_sail_stands_by_the_strictest_that_speaks_of_the_angle(double wind, double angle, double newcomer, LimitWord word) =>
        Assert.Equal(
            word,
            LimitChart.Word(
                [Limit(90, 150, 10, 14, 6), Limit(130, 160, 7, 12, 6)],
                Kn(wind),
                Angle.FromDegrees(angle),
                new(null, null, newcomer)
            )
        );

    [Fact]
    public void The_lowest_of_class_club_and_sailor_holds()
    {
        Assert.Equal(10, LimitsBeside.None.Lowest(Kn(10)).Knots, 9);
        Assert.Equal(8, new LimitsBeside(Kn(8), Kn(9), 1).Lowest(Kn(10)).Knots, 9);
        Assert.Equal(7, new LimitsBeside(Kn(8), Kn(7), 1).Lowest(Kn(10)).Knots, 9);
        Assert.Equal(5, new LimitsBeside(Kn(8), Kn(7), 0.5).Lowest(Kn(10)).Knots, 9);
    }

    [Fact]
    public void Plans_and_modes_are_named_only_where_there_is_a_choice()
    {
        SailPlan reef = new(new("reef"), "reef");
        SailingMode reach = new(new("reach"), "reach");
        string Said(SailPlan[] plans, SailingMode[] modes) =>
            PlanModes.Stored(plans, modes).Describe(new(Plan.Key, SailingMode.Upwind.Key));
        Assert.Equal("", Said([Plan], [SailingMode.Upwind]));
        Assert.Equal("full sail", Said([Plan, reef], [SailingMode.Upwind]));
        Assert.Equal("upwind", Said([Plan], [SailingMode.Upwind, reach]));
        Assert.Equal("full sail, upwind", Said([Plan, reef], [SailingMode.Upwind, reach]));
        Assert.NotEqual(PlanModes.Stored([Plan, reef], [reach]), PlanModes.Stored([Plan], [reach]));
        Assert.NotEqual(PlanModes.Stored([Plan], [SailingMode.Upwind, reach]), PlanModes.Stored([Plan], [reach]));
        Assert.Equal(PlanModes.Stored([Plan, reef], [reach]), PlanModes.Stored([Plan, reef], [reach]));
    }

    [Fact]
    public void A_name_of_plans_and_modes_is_some_letters_long_and_its_own()
    {
        static bool Holds(params string[] names) =>
            PlanModes.Of([.. names.Select((name, at) => new SailPlan(new($"p{at}"), name))], [SailingMode.Upwind]).Ok;
        Assert.True(Holds(new string('n', PlanModes.LongestName)));
        Assert.False(Holds(new string('n', PlanModes.LongestName + 1)));
        Assert.False(Holds("full", " "));
        Assert.False(Holds("Reef", "reef"));
        Assert.False(Holds());
        Assert.False(PlanModes.Of([Plan, Plan], [SailingMode.Upwind]).Ok);
        Assert.Throws<ArgumentException>(() => PlanModes.Stored([], [SailingMode.Upwind]));
    }

    private static SailLimit Limit(double from, double to, double open, double most, double speed) =>
        new("kite", Angle.FromDegrees(from), Angle.FromDegrees(to), Kn(open), Kn(most), Kn(speed));
}
