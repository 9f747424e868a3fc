using CsCheck;
using Regatta.Core.Tests.Evidence;

namespace Regatta.Core.Tests.Carrying;

/// <summary>What may be carried in a wind: one judgement for every page. Models M6, with its worked numbers.</summary>
public sealed class CarryTests
{
    private static readonly CarryText Text = new(SpeedUnit.Knot);
    private static readonly SailingMode Gennaker = new(new("gennaker"), "gennaker");

    private static Speed Kn(double knots) => Speed.FromKnots(knots);

    private static SailPlan Rig(string name, double knots) => new(new(name), name) { MeasuredLimit = Kn(knots) };

    /// <summary>Three rigs with the limits of M6, and a gennaker with the limits of a trimaran.</summary>
    private static readonly ClassDefinition Class = TestBoat.Class with
    {
        PlanModes = PlanModes.Of([Rig("large", 17), Rig("middle", 20.6), Rig("small", 24.2)], [SailingMode.Upwind, Gennaker]).Value,
        SailLimits =
        [
            new("gennaker", Angle.FromDegrees(90), Angle.FromDegrees(120), Kn(10), Kn(10), Kn(10)),
            new("gennaker", Angle.FromDegrees(120), Angle.FromDegrees(180), Kn(15), Kn(20), Kn(11)),
        ],
    };

    private static Carry At(double knots, double? gust = null, double? angle = null, CrewProfile? crew = null, string? plan = null) =>
        Carry.Of(
            Class,
            new ClassState(Class, new Dictionary<CellPlace, Cell>()).Set,
            new(Kn(knots), gust is { } blows ? Kn(blows) : null, angle is { } degrees ? Angle.FromDegrees(degrees) : null),
            new(crew ?? CrewProfile.Unknown, null),
            plan is null ? null : new PlanKey(plan)
        );

    // Models M6: limits 17, 20.6, 24.2 kn; 24 kn asks for the third, at 25 kn none holds.
    [Theory]
    [InlineData(16.9, "large")]
    [InlineData(17, "middle")]
    [InlineData(24, "small")]
    [InlineData(25, null)]
    public void The_largest_plan_whose_limits_hold_is_recommended(double knots, string? name)
    {
        var carry = At(knots);
        Assert.Equal(name, carry.Recommended?.Name);
        Assert.Equal(name is null, carry.StayAshore);
        Assert.Equal(name is null ? CarryText.StayAshore : $"carry {name}", Text.Now(carry));
    }

    [Fact]
    public void What_comes_next_is_never_too_much_itself()
    {
        Assert.Equal("Too much for large from 17 kn on. Carry small.", Text.TooMuch(At(24, plan: "large")));
        Assert.Equal("Too much for small from 24 kn on. " + CarryText.StayAshore, Text.TooMuch(At(25)));
        Assert.Null(Text.TooMuch(At(24)));
        Assert.Equal("Reef before 20 kn, or gusts of 25 kn: then small.", Text.Before(At(18)));
    }

    [Fact]
    public void A_measured_gust_counts_and_an_allowed_one_does_not()
    {
        Assert.Equal("large", At(16, 21).Recommended?.Name);
        Assert.Equal("middle", At(16, 21.3).Recommended?.Name);
        Assert.Contains("gusts of 21 kn", Text.TooMuch(At(16, 21.3, plan: "large")), StringComparison.Ordinal);
    }

    [Fact]
    public void A_newcomer_is_told_whose_limit_it_is()
    {
        var carry = At(15, crew: CrewProfile.Unknown with { Skill = Skill.Learner }, plan: "large");
        Assert.Equal("Too much for large from 14 kn on for you, as a newcomer or junior. Carry middle.", Text.TooMuch(carry));
    }

    // Models M6: a gennaker closed above 10 kn at 90 to 120° is closed there in 9 kn with gusts of 14, which is beyond 10 × 1.25.
    [Theory]
    [InlineData(9, 12.0, 100, ModeClosed.Not)]
    [InlineData(9, 14.0, 100, ModeClosed.Gust)]
    [InlineData(10, null, 100, ModeClosed.Not)]
    [InlineData(10.1, null, 100, ModeClosed.Mean)]
    [InlineData(9, null, 60, ModeClosed.Angle)]
    [InlineData(14, 16.0, 150, ModeClosed.Not)]
    [InlineData(17, 17.0, 150, ModeClosed.ReefDue)]
    [InlineData(26, 30.0, 150, ModeClosed.NothingHolds)]
    public void A_sail_is_closed_by_its_angle_its_wind_its_gust_or_a_reef(double knots, double? gust, double angle, ModeClosed why) =>
        Assert.Equal(why, At(knots, gust, angle).Of(Gennaker.Key)!.Closed);

    [Fact]
    public void Without_an_angle_a_sail_says_where_it_still_stands()
    {
        Assert.Null(Text.Mode(At(9).Of(Gennaker.Key)!));
        Assert.Equal("Gennaker only, at 120–180°.", Text.Mode(At(12).Of(Gennaker.Key)!));
        Assert.Equal("Gennaker for the experienced only, at 120–180°.", Text.Mode(At(16.5).Of(Gennaker.Key)!));
        Assert.Equal("No gennaker: this is a wind to reef in.", Text.Mode(At(18).Of(Gennaker.Key)!));
    }

    // 5.144444 m/s is how a file writes 10 kn; the seventh digit is no wind.
    [Fact]
    public void A_limit_of_ten_knots_includes_ten_knots_as_files_write_it()
    {
        var written = Speed.FromMetresPerSecond(5.144444);
        Assert.False(Kn(10).Exceeds(written));
        Assert.True(written.Reaches(Kn(10)));
        Assert.Equal("10 kn", CarryText.Show(written, SpeedUnit.Knot));
        Assert.True(Kn(10.01).Exceeds(written));
        Assert.False(Kn(9.99).Reaches(written));
    }

    [Fact]
    public void A_limit_is_shown_rounded_down_in_every_unit() =>
        Gen.Select(Gen.Double[0.1, 35], Gen.Enum<SpeedUnit>())
            .Sample(
                (metres, unit) =>
                {
                    var limit = Speed.FromMetresPerSecond(metres);
                    var shown = double.Parse(CarryText.Number(limit, unit), System.Globalization.CultureInfo.InvariantCulture);
                    return shown <= limit.In(unit) + 0.0011 && shown > limit.In(unit) - 1;
                }
            );

    [Fact]
    public void More_wind_never_opens_more() =>
        Gen.Select(Gen.Double[0, 30], Gen.Double[0, 5], Gen.Double[1, 1.8], Gen.Double[0, 180])
            .Sample(
                (knots, more, gusts, angle) =>
                {
                    var (less, stronger) = (At(knots, knots * gusts, angle), At(knots + more, (knots + more) * gusts, angle));
                    return stronger.Plans.Count(plan => !plan.TooMuch) <= less.Plans.Count(plan => !plan.TooMuch)
                        && stronger.Of(Gennaker.Key)!.Word >= less.Of(Gennaker.Key)!.Word;
                }
            );

    public static TheoryData<string> Keys => [.. CarrySweep.Classes.Select(version => version.Class.Key).Distinct()];

    [Theory]
    [MemberData(nameof(Keys))]
    public void No_page_contradicts_the_limits(string key) =>
        Assert.All(
            CarrySweep.Classes.Where(version => version.Class.Key == key),
            version => Assert.Empty(CarrySweep.Run(version, stepKnots: 5).Wrong.Take(5))
        );
}
