using CsCheck;
using Regatta.Formats.Bundles;

namespace Regatta.Core.Tests.Balance;

/// <summary>From the drawing of a boat to her helm: models M5, computed independently.</summary>
public sealed class BoatBalanceTests
{
    private static readonly SideShape Main = Shape("main", "2.35 .95, .05 1.05, .5 3.2, 1.15 4.9, 2.2 6");
    private static readonly SideShape Jib = Shape("jib", "3.85 .6, 2.55 .75, 2.5 4.3");

    private static readonly BoatDrawing Worked = new(
        Length.FromMetres(4.1),
        Point(2.45, 0.4),
        Shape("hull", "0 0, 4.1 0, 3.6 -.13, 2 -.17, .3 -.08"),
        Shape("board", "2.15 -.15, 1.75 -.15, 1.6 -1.05, 1.9 -1.1"),
        Shape("rudder", "-.02 -.05, -.25 -.05, -.28 -.7, -.08 -.7")
    )
    {
        BoardMoves = BoardKind.Pivoting,
        BoardPin = Point(1.95, -0.15),
    };

    private static readonly LateenSpars Spars = new(
        Angle.FromDegrees(62),
        Length.FromMetres(4),
        Length.FromMetres(3.7),
        Length.FromMetres(2.6),
        Length.FromMetres(3.2),
        Length.FromMetres(0.4)
    );

    [Fact]
    public void Areas_centres_and_lead_of_the_worked_boat()
    {
        var balance = BoatBalance.Of(Worked, [Main, Jib], BoatPose.AsDrawn)!;
        Assert.Equal((7.5325, 2.30375), (Math.Round(Main.Area, 5), Math.Round(Jib.Area, 5)));
        AssertAt(1.41754, 2.93032, Main.Centroid);
        AssertAt(2.96667, 1.88333, Jib.Centroid);
        AssertAt(1.78036, 2.68510, balance.Effort);
        AssertAt(1.69095, -0.40607, balance.Resistance);
        Assert.Equal(0.08942, balance.Lead.Metres, 5);
        Assert.Equal(2.181, balance.LeadShare * 100, 3);
        Assert.Equal(1, balance.Below.Sum(part => part.Share), 12);
    }

    [Fact]
    public void Rake_moves_effort_aft_and_a_swung_board_moves_resistance_aft()
    {
        var drawn = BoatBalance.Of(Worked, [Main, Jib], BoatPose.AsDrawn)!;
        var raked = BoatBalance.Of(Worked, [Main, Jib], BoatPose.AsDrawn.Moved(DrawnMove.Rake, 2))!;
        var swung = BoatBalance.Of(Worked, [Main, Jib], BoatPose.AsDrawn.Moved(DrawnMove.BoardAft, 30))!;
        Assert.Equal(-0.07934, raked.Effort.X.Metres - drawn.Effort.X.Metres, 5);
        Assert.Equal(-0.12002, swung.Resistance.X.Metres - drawn.Resistance.X.Metres, 5);
    }

    [Theory]
    [InlineData(-10, -0.2535)]
    [InlineData(0, -0.0894)]
    [InlineData(5, -0.0070)]
    [InlineData(10, 0.0747)]
    [InlineData(20, 0.2338)]
    [InlineData(30, 0.3831)]
    public void Heel_alone_turns_the_arm_round(double heel, double arm) =>
        Assert.Equal(
            arm,
            HelmArm.Of(BoatBalance.Of(Worked, [Main, Jib], BoatPose.AsDrawn)!, Angle.FromDegrees(heel), HelmArm.CloseHauled).Metres,
            4
        );

    [Theory]
    [InlineData(9.83625, 9.149)]
    [InlineData(8, 7.441)]
    public void Degrees_of_rudder_for_each_metre_of_arm(double area, double perMetre) =>
        Assert.Equal(perMetre, HelmArm.RudderPerMetre(area, 0.15, Length.FromMetres(1.9)), 3);

    // Models M5: κ goes with the ratio of wind and boat speed squared.
    [Fact]
    public void A_radio_yacht_in_her_own_wind_at_her_own_speed_has_her_own_degrees_a_metre()
    {
        double At(double wind, double speed) =>
            HelmArm.RudderPerMetre(8, 0.15, Length.FromMetres(1.9), Speed.FromMetresPerSecond(wind), Speed.FromMetresPerSecond(speed));
        Assert.Equal(At(8, 2.3), HelmArm.RudderPerMetre(8, 0.15, Length.FromMetres(1.9)), 9);
        Assert.Equal(4 * At(4, 0.8), At(8, 0.8), 9);
        Assert.Equal(At(4, 0.8) / 4, At(4, 1.6), 9);
    }

    // Models M5: ± 40 % of nearly nothing is no doubt at all.
    [Theory]
    [InlineData(0, 1, 0.2)]
    [InlineData(1, 1, 0.4472136)]
    [InlineData(-2, 2, 0.8944272)]
    public void A_drawn_effect_is_doubted_by_its_size_and_by_each_step(double degrees, double steps, double deviation) =>
        Assert.Equal(deviation, HelmArm.Deviation(degrees, steps), 6);

    [Theory]
    [InlineData(2.6, 0.30, 21.852, -1.0091, 2.3997)]
    [InlineData(2.6, 0.40, 19.670, -0.9779, 2.3618)]
    [InlineData(2.6, 0.50, 17.427, -0.9443, 2.3242)]
    [InlineData(2.6, 0.60, 15.128, -0.9084, 2.2870)]
    [InlineData(2.2, 0.40, 18.045, -1.0228, 2.7284)]
    public void A_lateen_hangs_by_its_closed_form(double halyard, double gooseneck, double boom, double x, double z)
    {
        var spars = Spars with { Halyard = Length.FromMetres(halyard) };
        Assert.Equal(boom, spars.BoomAngle(Length.FromMetres(gooseneck)).Degrees, 3);
        AssertAt(x, z, spars.Sail(Length.FromMetres(gooseneck), default).Centroid, 4);
    }

    // Common practice, no source: a bigger number puts the centre of effort lower and further forward.
    [Fact]
    public void A_lateens_centre_goes_lower_and_forward_as_its_boom_slides_forward() =>
        Gen.Double[0.1, 1.2]
            .Select(Gen.Double[0.01, 0.3])
            .Sample(
                (gooseneck, more) =>
                {
                    var before = Spars.Sail(Length.FromMetres(gooseneck), default).Centroid;
                    var after = Spars.Sail(Length.FromMetres(gooseneck + more), default).Centroid;
                    return after.X.Metres > before.X.Metres && after.Z.Metres < before.Z.Metres;
                }
            );

    [Fact]
    public void Any_rake_aft_moves_effort_aft_and_down_any_board_aft_moves_resistance_aft_and_a_board_up_lifts_it() =>
        Gen.Double[0.1, 12]
            .Select(Gen.Double[0, 40])
            .Sample(
                (rake, swing) =>
                {
                    BoatBalance At(DrawnMove move, double by) => BoatBalance.Of(Worked, [Main, Jib], BoatPose.AsDrawn.Moved(move, by))!;
                    var (less, more) = (At(DrawnMove.Rake, rake), At(DrawnMove.Rake, rake + 1));
                    var (down, aft) = (At(DrawnMove.BoardAft, swing), At(DrawnMove.BoardAft, swing + 1));
                    var sliding = Worked with { BoardMoves = BoardKind.Sliding };
                    var up = BoatBalance.Of(sliding, [Main, Jib], BoatPose.AsDrawn.Moved(DrawnMove.BoardUp, rake / 15))!;
                    return more.Effort.X.Metres < less.Effort.X.Metres
                        && more.Effort.Z.Metres < less.Effort.Z.Metres
                        && aft.Resistance.X.Metres < down.Resistance.X.Metres
                        && up.Resistance.Z.Metres > less.Resistance.Z.Metres;
                }
            );

    [Fact]
    public void Nothing_changes_when_all_of_her_is_moved_or_drawn_the_other_way_round() =>
        Gen.Double[-20, 20]
            .Select(Gen.Double[-5, 5])
            .Sample(
                (x, z) =>
                {
                    var (dx, dz) = (Length.FromMetres(x), Length.FromMetres(z));
                    SideShape Turned(SideShape shape) => shape with { Outline = [.. shape.Moved(dx, dz).Outline.Reverse()] };
                    var moved = Worked with
                    {
                        MastFoot = Point(2.45 + x, 0.4 + z),
                        Hull = Turned(Worked.Hull),
                        Board = Turned(Worked.Board!),
                        Rudder = Turned(Worked.Rudder!),
                        BoardPin = Point(1.95 + x, -0.15 + z),
                    };
                    var pose = BoatPose.AsDrawn.Moved(DrawnMove.Rake, 3).Moved(DrawnMove.BoardAft, 10);
                    var (one, other) = (
                        BoatBalance.Of(Worked, [Main, Jib], pose)!,
                        BoatBalance.Of(moved, [Turned(Main), Turned(Jib)], pose)!
                    );
                    return Math.Abs(one.Lead.Metres - other.Lead.Metres) < 1e-9 && Math.Abs(one.Height.Metres - other.Height.Metres) < 1e-9;
                }
            );

    [Fact]
    public void A_measured_rig_is_raked_by_its_holes_once_even_where_the_drawing_says_so_too()
    {
        var definition = BundleReader
            .Read(File.ReadAllBytes("Data/wenlow.json"), new(2026, 11, 23, 12, 0, 0, TimeSpan.Zero))
            .Bundle!.Classes.Select(one => one.Class)
            .Single(one => one.Key == "ferrin-16");
        var drawing = definition.Drawing! with { Effects = [new(definition.Rake!.Holes, DrawnMove.Rake, -5, 7)] };
        static Mark? Hole(ControlKey key) => new Mark(3);
        Assert.Equal(
            definition.Rake.RakeIn(3)!.Value.Degrees,
            BoatPose.Of(definition.Controls, definition.Rake, drawing, Hole).Rake.Degrees,
            9
        );
        Assert.Equal(-5, BoatPose.Of(definition.Controls, null, drawing, _ => new(8)).Rake.Degrees, 9);
    }

    [Fact]
    public void A_drawing_that_is_none_any_more_is_not_computed_and_remarks_on_nothing()
    {
        var definition = BundleReader
            .Read(File.ReadAllBytes("Data/wenlow.json"), new(2026, 11, 23, 12, 0, 0, TimeSpan.Zero))
            .Bundle!.Classes.Select(one => one.Class)
            .Single(one => one.Key == "tandry");
        var broken = definition with { Drawing = definition.Drawing! with { Hull = new("hull", []) } };
        Assert.NotNull(HelmSteps.Of(definition, new("full"), _ => null));
        Assert.Null(HelmSteps.Of(broken, new("full"), _ => null));
        Assert.Empty(BalanceRules.Remarks(broken));
    }

    [Fact]
    public void A_jib_let_go_leaves_the_mains_centre_and_both_let_go_leave_none()
    {
        var eased = BoatBalance.Of(Worked, [Main, Jib], BoatPose.AsDrawn with { Trims = [1, 0] })!;
        AssertAt(1.41754, 2.93032, eased.Effort);
        Assert.Null(BoatBalance.Of(Worked, [Main, Jib], BoatPose.AsDrawn with { Trims = [0, 0] }));
    }

    [Theory]
    [InlineData("0 0, 1 0, 2 0", "encloses nothing")]
    [InlineData("0 0, 1 1, 1 0, 0 1", "crosses itself")]
    [InlineData("0 0, 1 0", "3 to 200 corners")]
    public void What_is_no_outline_is_said_in_a_sentence(string corners, string says) =>
        Assert.Contains(says, (Worked with { Board = Raw(corners) }).Problem);

    [Fact]
    public void A_boat_without_board_and_rudder_is_held_by_nothing() =>
        Assert.Contains("nothing holds her", (Worked with { Board = null, Rudder = null, BoardMoves = BoardKind.Fixed }).Problem);

    // From memory of the handbooks: a drawn lead of a few per cent of the waterline up to a fifth for yachts; a lateen board boat sails
    // with next to none. Worth of a step: some hundredths of a degree, for half an
    // inch of a lateen’s boom, to a few degrees.
    [Fact]
    public void The_demo_boats_stand_where_handbooks_have_such_boats_and_their_steps_turn_them_the_way_the_class_says()
    {
        var bundle = BundleReader.Read(File.ReadAllBytes("Data/wenlow.json"), new(2026, 11, 23, 12, 0, 0, TimeSpan.Zero)).Bundle!;
        var drawn = bundle.Classes.Select(one => one.Draft.Definition).Where(one => one.Drawing is not null).ToList();
        Assert.True(drawn.Count >= 4);
        foreach (var definition in drawn)
        {
            var sails = definition.PlanModes.Plans[0].Sails;
            var steps = HelmSteps.Of(definition, definition.PlanModes.First.Plan, _ => null)!;
            Assert.InRange(BoatBalance.Of(definition.Drawing!, sails, BoatPose.AsDrawn)!.LeadShare, -0.05, 0.25);
            var heel = steps.All().Single(step => step.Name.Contains("heel", StringComparison.Ordinal));
            Assert.InRange(heel.Degrees, 0.2, 6);
            foreach (var step in steps.All().Where(step => step.Control?.HelmPerUnit is not null))
            {
                Assert.Equal(
                    (definition.Key, step.Name, Math.Sign(step.Control!.HelmPerUnit!.Value)),
                    (definition.Key, step.Name, Math.Sign(step.Degrees))
                );
                Assert.InRange(Math.Abs(step.Degrees), 0.02, 5);
            }
        }
    }

    private static SideShape Shape(string name, string corners) => SideShape.Read(name, corners).Value!;

    private static SideShape Raw(string corners) =>
        new(
            "board",
            [.. corners.Split(", ").Select(one => one.Split(' ')).Select(one => Point(double.Parse(one[0]), double.Parse(one[1])))]
        );

    private static SidePoint Point(double x, double z) => new(Length.FromMetres(x), Length.FromMetres(z));

    private static void AssertAt(double x, double z, SidePoint point, int digits = 5)
    {
        Assert.Equal(x, point.X.Metres, digits);
        Assert.Equal(z, point.Z.Metres, digits);
    }
}
