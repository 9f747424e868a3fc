using CsCheck;
using NetTopologySuite.Geometries;
using Regatta.Formats.Kits;

namespace Regatta.Core.Tests.Sails;

/// <summary>Up to where sails are carried: models M6, and what is common practice of it.</summary>
public sealed class ReefTests
{
    private static readonly ClassDefinition Trimaran = StarterKits.Find("trimaran-with-reefs")!.Class;

    // Models M6, computed independently.
    [Theory]
    [InlineData(20, 62, 8.1, 50, 7.0, 23.957)]
    [InlineData(20, 62, 8.1, 38, 6.1, 29.438)]
    [InlineData(18, 10, 3.2, 7.8, 2.8, 21.788)]
    public void The_limit_of_a_plan_follows_from_the_full_plans(double full, double a0, double h0, double a, double h, double limit) =>
        Assert.Equal(limit, ReefPoints.Limit(Speed.FromKnots(full), a0, Length.FromMetres(h0), a, Length.FromMetres(h)).Knots, 3);

    // Common practice, no source: full sail to about 20 kn, newcomers reef at 17 to 18, to 22 in a gust that can be feathered.
    [Fact]
    public void Twenty_knots_are_seventeen_to_eighteen_for_a_newcomer_and_twenty_two_in_a_gust_where_heel_gives_no_warning()
    {
        var definition = With(Plan("full", 20, 54, 7.4), Plan("reef-1", null, 44, 6.5));
        var point = ReefPoints.Of(definition, CrewProfile.Unknown)[0];
        Assert.Equal((20, 22), (Math.Round(point.Mean!.Value.Knots, 6), Math.Round(point.Gust!.Value.Knots, 6)));
        Assert.InRange(ReefPoints.Of(definition, new(null) { Skill = Skill.Learner })[0].Mean!.Value.Knots, 17, 18);
        Assert.InRange(ReefPoints.Of(definition, new(null) { Junior = true })[0].Mean!.Value.Knots, 17, 18);
    }

    // Common practice, no source: 7 to 10 cm of freeboard left, and a short squall against wind that lasts.
    [Fact]
    public void Signs_and_the_two_answers_stand_beside_the_number()
    {
        Assert.False(Trimaran.Reefing.HeelWarns);
        Assert.Contains(Trimaran.Reefing.Signs, sign => sign.Contains("7 to 10 cm", StringComparison.Ordinal));
        Assert.Contains("headsail", Trimaran.Reefing.Squall, StringComparison.Ordinal);
        Assert.Contains("main", Trimaran.Reefing.Lasting, StringComparison.Ordinal);
    }

    // Common practice, no source: a beam reach to some 10 kn for everybody, 15 to 20 kn only deeper, 20 to 24 only deep and for the experienced.
    [Theory]
    [InlineData(9, 90, LimitWord.Open)]
    [InlineData(10, 90, LimitWord.Open)]
    [InlineData(12, 90, LimitWord.No)]
    [InlineData(16, 90, LimitWord.No)]
    [InlineData(14, 140, LimitWord.Open)]
    [InlineData(18, 140, LimitWord.Experienced)]
    [InlineData(19, 170, LimitWord.Open)]
    [InlineData(22, 170, LimitWord.Experienced)]
    [InlineData(25, 170, LimitWord.No)]
    [InlineData(5, 45, LimitWord.No)]
    public void A_gennaker_stands_the_deeper_the_more_it_blows(double wind, double angle, LimitWord word) =>
        Assert.Equal(word, LimitChart.Word(Trimaran.SailLimits, Speed.FromKnots(wind), Angle.FromDegrees(angle), LimitsBeside.None));

    [Fact]
    public void The_lowest_limit_wins_and_a_newcomer_has_no_zone_for_the_experienced() =>
        Gen.Select(Gen.Double[1, 30], Gen.Double[0, 180], Gen.Double[5, 30], Gen.Double[0.5, 1])
            .Sample(
                (wind, angle, ceiling, newcomer) =>
                {
                    LimitWord Word(LimitsBeside beside) =>
                        LimitChart.Word(Trimaran.SailLimits, Speed.FromKnots(wind), Angle.FromDegrees(angle), beside);
                    var alone = Word(LimitsBeside.None);
                    var clubs = Word(new(Speed.FromKnots(ceiling), null, 1));
                    var careful = Word(new(null, null, newcomer));
                    return clubs >= alone
                        && careful >= alone
                        && (newcomer == 1 || careful != LimitWord.Experienced)
                        && (wind <= ceiling || clubs == LimitWord.No)
                        && Word(new(null, Speed.FromKnots(ceiling), 1)) == clubs;
                }
            );

    [Fact]
    public void Less_sail_or_a_shorter_arm_is_carried_longer_and_units_do_not_matter() =>
        Gen.Select(Gen.Double[5, 80], Gen.Double[1, 10], Gen.Double[0.3, 0.99], Gen.Double[0.3, 0.99], Gen.Double[5, 30])
            .Sample(
                (area, arm, less, shorter, knots) =>
                {
                    var full = Speed.FromKnots(knots);
                    var limit = ReefPoints.Limit(full, area, Length.FromMetres(arm), area * less, Length.FromMetres(arm * shorter));
                    var inches = ReefPoints.Limit(
                        full,
                        area,
                        Length.From(arm / 0.0254, LengthUnit.Inch),
                        area * less,
                        Length.From(arm * shorter / 0.0254, LengthUnit.Inch)
                    );
                    return limit > full && Math.Abs(limit.Knots - inches.Knots) < 1e-9 * limit.Knots;
                }
            );

    [Fact]
    public void A_plan_lives_from_a_newcomers_limit_of_the_larger_one_so_that_two_overlap()
    {
        var points = ReefPoints.Of(With(Plan("full", 20, 54, 7.4), Plan("reef-1", null, 44, 6.5)), CrewProfile.Unknown);
        Assert.Equal(17.5, points[1].From.Knots, 6);
        Assert.True(points[1].From < points[0].Mean && points[1].Mean > points[0].Mean);
        Assert.Equal((true, false), (points[0].Measured, points[1].Measured));
    }

    [Fact]
    public void What_is_missing_is_told_and_nothing_is_made_up()
    {
        var points = ReefPoints.Of(With(Plan("full", null, 54, 7.4), Plan("reef-1", null, null, null)), CrewProfile.Unknown);
        Assert.All(points, point => Assert.Null(point.Mean));
        Assert.Contains("nobody has measured", points[0].Why, StringComparison.Ordinal);
    }

    [Fact]
    public void What_an_older_version_holds_and_no_rule_of_today_lets_in_computes_nothing_and_breaks_nothing()
    {
        var empty = Plan("full", 20, null, null) with { Sails = [new("main", [])] };
        Assert.Null(empty.Arm);
        Assert.All(ReefPoints.Of(With(empty, Plan("reef-1", null, 0, 0)), CrewProfile.Unknown).Skip(1), point => Assert.Null(point.Mean));
    }

    [Fact]
    public void Zero_areas_and_limits_are_refused_and_contradictions_are_remarks()
    {
        var state = new ClassState(With(Plan("full", 20, 54, 7.4), Plan("reef-1", null, 44, 6.5)), new Dictionary<CellPlace, Cell>());
        string? Refused(params SailPlan[] plans) => new SetReefing(plans, ReefRules.Usual, []).On(state, ClassUse.None).Problem;
        Assert.Contains("above zero", Refused(Plan("full", 20, 0, 7.4), Plan("reef-1", null, 44, 6.5)), StringComparison.Ordinal);
        Assert.Contains("meanwhile", Refused(Plan("full", 20, 54, 7.4)), StringComparison.Ordinal);
        Assert.Contains(
            "1 to 2 times",
            new SetReefing(state.Definition.PlanModes.Plans, ReefRules.Usual with { GustAllowance = 0.5 }, [])
                .On(state, ClassUse.None)
                .Problem,
            StringComparison.Ordinal
        );
        var wrong = SailRules.Remarks(With(Plan("full", 20, 40, 7.4), Plan("reef-1", 18, 44, 6.5))).ToList();
        Assert.Contains(wrong, remark => remark.Contains("more area than", StringComparison.Ordinal));
        Assert.Contains(wrong, remark => remark.Contains("too much earlier", StringComparison.Ordinal));
        var limit = Trimaran.SailLimits[0];
        Assert.Contains(
            SailRules.Remarks(Trimaran with { SailLimits = [limit with { Most = Speed.FromKnots(30) }, Trimaran.SailLimits[1]] }),
            remark => remark.Contains("other way round", StringComparison.Ordinal)
        );
        Assert.Contains(
            SailRules.Remarks(Trimaran with { Procedures = [new("x", "Loose", "", [new("Go.", "crew", "")])] }),
            remark => remark.Contains("no gate", StringComparison.Ordinal)
        );
        Assert.NotNull((limit with { Open = Speed.FromKnots(16), Most = Speed.FromKnots(15) }).Problem);
    }

    // Reference library: NetTopologySuite on random star-shaped polygons.
    [Fact]
    public void Area_and_centre_of_an_outline_are_those_of_another_library() =>
        Gen.Select(Gen.Double[0.2, 5].Array[3, 40], Gen.Double[-20, 20], Gen.Double[-20, 20])
            .Sample(
                (radii, x, z) =>
                {
                    var corners = radii
                        .Select((radius, at) => (At: 2 * Math.PI * at / radii.Length, radius))
                        .Select(one => (X: x + (one.radius * Math.Cos(one.At)), Z: z + (one.radius * Math.Sin(one.At))))
                        .ToList();
                    var sail = new SideShape(
                        "sail",
                        [.. corners.Select(corner => new SidePoint(Length.FromMetres(corner.X), Length.FromMetres(corner.Z)))]
                    );
                    var ring = corners.Append(corners[0]).Select(corner => new Coordinate(corner.X, corner.Z)).ToArray();
                    var polygon = new GeometryFactory().CreatePolygon(ring);
                    return Math.Abs(sail.Area - polygon.Area) < 1e-9 * polygon.Area
                        && Math.Abs(sail.Centroid.X.Metres - polygon.Centroid.X) < 1e-9 * (20 + Math.Abs(x))
                        && Math.Abs(sail.Centroid.Z.Metres - polygon.Centroid.Y) < 1e-9 * (20 + Math.Abs(z));
                }
            );

    // Models M5, computed independently.
    [Fact]
    public void A_mainsail_and_a_jib_have_their_areas_and_centres()
    {
        var main = Shape(2.35, 0.95, 0.05, 1.05, 0.5, 3.2, 1.15, 4.9, 2.2, 6.0);
        Assert.Equal((7.5325, 1.41754, 2.93032), (Rounded(main.Area), Rounded(main.Centroid.X.Metres), Rounded(main.Centroid.Z.Metres)));
        var jib = Shape(3.85, 0.6, 2.55, 0.75, 2.5, 4.3);
        Assert.Equal((2.30375, 2.96667, 1.88333), (Rounded(jib.Area), Rounded(jib.Centroid.X.Metres), Rounded(jib.Centroid.Z.Metres)));
        static double Rounded(double number) => Math.Round(number, 5);
    }

    [Theory]
    [InlineData("crosses itself", "0 0 2 2 2 0 0 2")]
    [InlineData("encloses nothing", "0 0 1 1 2 2")]
    [InlineData("3 to 200 corners", "0 0 1 1")]
    [InlineData("within 60 m", "0 0 1 1 900 0")]
    public void What_is_no_sail_is_told(string why, string corners) =>
        Assert.Contains(
            why,
            Shape([
                .. corners.Split(' ').Select(number => double.Parse(number, System.Globalization.CultureInfo.InvariantCulture)),
            ]).Problem,
            StringComparison.Ordinal
        );

    private static SideShape Shape(params double[] corners) =>
        new("main", [.. corners.Chunk(2).Select(corner => new SidePoint(Length.FromMetres(corner[0]), Length.FromMetres(corner[1])))]);

    private static SailPlan Plan(string key, double? limit, double? area, double? arm) =>
        new(new(key), key.Replace('-', ' '))
        {
            MeasuredLimit = limit is { } knots ? Speed.FromKnots(knots) : null,
            StatedArea = area,
            StatedArm = arm is { } metres ? Length.FromMetres(metres) : null,
        };

    private static ClassDefinition With(params SailPlan[] plans) =>
        Trimaran with
        {
            PlanModes = PlanModes.Stored(plans, Trimaran.PlanModes.Modes),
        };
}
