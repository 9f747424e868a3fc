using CsCheck;
using Regatta.Core.Tests.Evidence;
using static Regatta.Core.Tests.Evidence.TestBoat;

namespace Regatta.Core.Tests.Classes;

/// <summary>Controls that move as one, belong to some sails or modes, have marks by purpose, or are measured from elsewhere.</summary>
public sealed class BindingTests
{
    private static readonly Control Pivot = Slide with { Key = new("pivot"), Name = "Pivot", HelmPerUnit = null };

    private static readonly ClassDefinition Two = Class with { Controls = [Slide, Pivot, Luff] };

    private static readonly Gear Both = new("Foot and pivot", [new(Slide.Key, 1), new(Pivot.Key, -2)], Loosened: false);

    [Fact]
    public void One_step_of_a_gear_moves_the_others_by_their_own_steps()
    {
        var matrix = With(100, 100);
        var edit = Assert.Single(Both.Follow(matrix, Bands.All[0], Slide.Key, matrix[Bands.All[0], Slide]!.At(new(110))));
        Assert.Equal((Pivot.Key, 80.0), (edit.Address.Control, edit.Cell!.Mark!.Value.Position));
        Assert.Empty(Both.Follow(matrix, Bands.All[0], Slide.Key, null));
        Assert.Empty((Both with { Loosened = true }).Follow(matrix, Bands.All[0], Slide.Key, matrix[Bands.All[0], Slide]!.At(new(110))));
        Assert.Empty(Both.Follow(matrix, Bands.All[0], Luff.Key, Cell.Of(new(2), 0, "", "", CellSource.Entered).Value));
    }

    [Fact]
    public void A_gear_moved_there_and_back_within_the_scales_stands_where_it_stood() =>
        Gen.Select(Gen.Int[6, 14], Gen.Int[-3, 3])
            .Sample(
                (at, steps) =>
                {
                    var matrix = With(at * 10, 100);
                    var band = Bands.All[0];
                    var moved = matrix[band, Slide]!.Moved(Slide.Scale, steps * 10);
                    var there = matrix.With([new(new(band.Id, Slide.Key), moved), .. Both.Follow(matrix, band, Slide.Key, moved)]);
                    var home = there[band, Slide]!.Moved(Slide.Scale, -steps * 10);
                    var back = there.With([new(new(band.Id, Slide.Key), home), .. Both.Follow(there, band, Slide.Key, home)]);
                    return back[band, Pivot]!.Mark == matrix[band, Pivot]!.Mark && back[band, Slide]!.Mark == matrix[band, Slide]!.Mark;
                }
            );

    [Fact]
    public void A_gear_without_a_common_step_or_with_a_control_twice_is_refused()
    {
        var state = new ClassState(Two, new Dictionary<CellPlace, Cell>());
        string Problem(params Gear[] gears) => new SetGears(gears).On(state, ClassUse.None).Problem!;
        Assert.Contains(
            "no step in common",
            Problem(Both with { Members = [new(Slide.Key, 1), new(Luff.Key, 1)] }),
            StringComparison.Ordinal
        );
        Assert.Contains(
            "no common step",
            Problem(Both with { Members = [new(Slide.Key, 1), new(Pivot.Key, 0)] }),
            StringComparison.Ordinal
        );
        Assert.Contains(
            "no common step",
            Problem(Both with { Members = [new(Slide.Key, 1), new(Pivot.Key, 99)] }),
            StringComparison.Ordinal
        );
        Assert.Contains("two controls or more", Problem(Both with { Members = [new(Slide.Key, 1)] }), StringComparison.Ordinal);
        Assert.Contains("two gears", Problem(Both, Both with { Name = "Again" }), StringComparison.Ordinal);
        Assert.Contains(
            "no such control",
            Problem(Both with { Members = [new(Slide.Key, 1), new(new("mast"), 1)] }),
            StringComparison.Ordinal
        );
        Assert.True(new SetGears([Both]).On(state, ClassUse.None).Ok);
    }

    [Fact]
    public void A_control_stands_only_where_it_belongs_and_its_cells_elsewhere_are_kept_out_of_sight()
    {
        var reach = new SailingMode(new("reach"), "reach");
        var planModes = PlanModes.Of([SailPlan.Full], [SailingMode.Upwind, reach]).Value;
        var kite = Slide with { Key = new("kite"), Modes = [reach.Key] };
        var definition = Class with { Controls = [Slide, kite], PlanModes = planModes };
        var cell = Cell.Of(new(100), 0, "", "", CellSource.Entered).Value;
        CellPlace In(ModeKey mode) => new(new(SailPlan.Full.Key, mode), new(Bands.All[0].Id, kite.Key));
        var state = new ClassState(
            definition,
            new Dictionary<CellPlace, Cell> { [In(reach.Key)] = cell, [In(SailingMode.Upwind.Key)] = cell }
        );
        Assert.Equal([Slide.Key], state.Set[PlanMode.Usual].Controls.Select(control => control.Key));
        Assert.Equal([Slide.Key, kite.Key], state.Set[new PlanMode(SailPlan.Full.Key, reach.Key)].Controls.Select(control => control.Key));
        Assert.Equal(In(reach.Key), Assert.Single(state.Cells).Key);
        Assert.Equal(2, state.Kept.Count);
        Assert.Equal(2, state.With(definition with { Controls = [Slide, kite with { Modes = [] }] }).Cells.Count);
    }

    [Fact]
    public void A_purpose_sets_its_mark_in_every_wind_and_says_what_to_beware_of()
    {
        var fun = new Purpose(new("fun"), "fun");
        var slide = Slide with { ByPurpose = [new(fun.Key, new(150), "Not in strong wind.")] };
        var definition = Class with { Controls = [slide, Luff], Purposes = [new(new("racing"), "racing"), fun] };
        Assert.Empty(definition.Problems());
        var version = new PublishedVersion(1, Today, "", "", State(Matrix(60, 80, 100)).With(definition));
        CardReading At(double knots, PurposeKey? purpose) =>
            CardReading.Of(version, new(Speed.FromKnots(knots)), null, null, CardReader.OfTheClass with { Purpose = purpose });
        Assert.Equal(80, At(10, null).MarkOf(Slide.Key)!.Value.Position);
        Assert.All(new double[] { 5, 10, 18 }, knots => Assert.Equal(150, At(knots, fun.Key).MarkOf(Slide.Key)!.Value.Position));
        Assert.Equal(["Not in strong wind."], At(10, fun.Key).PurposeCautions);
        Assert.Empty(At(10, null).PurposeCautions);
        // A purpose nobody knows reads the card as it stands.
        Assert.Equal(80, At(10, new("flying")).MarkOf(Slide.Key)!.Value.Position);
        Assert.Contains((definition with { Purposes = [fun] }).Problems(), problem => problem.Contains("2 to 8", StringComparison.Ordinal));
    }

    [Fact]
    public void A_boat_measured_from_the_other_datum_reads_so_much_more_and_is_logged_as_the_class_length()
    {
        var slide = Slide with { OtherDatum = new("end of the cap", Length.FromMillimetres(30)) };
        var boat = new Boat(1, "B", "", new Dictionary<ControlKey, IReadOnlyList<CalibrationPair>>())
        {
            Fittings = new Dictionary<ControlKey, Fitting> { [Slide.Key] = new(FittingKind.NotSaid, OtherDatum: true) },
        };
        var read = new Readings(boat, new Dictionary<BodyMeasure, Length>()).AsRead(slide);
        Assert.Equal("13 cm", read.Scale.Show(new(100)));
        Assert.Equal(100, read.Scale.Read("13 cm").Value.Position, 6);
        Assert.Equal("10 cm", Readings.OfTheClass.AsRead(slide).Scale.Show(new(100)));
    }

    [Fact]
    public void Coupled_controls_go_together_from_one_plan_to_the_next_smaller_too()
    {
        // Common practice, no source: the car moves forward by about the length rolled away, 40 cm for the first reef.
        var roll = Slide with
        {
            Disturbs = [new(Pivot.Key, "the car goes with the sail") { Follows = (0.75, 1.25) }],
        };
        var reef = new SailPlan(new("reef-1"), "reef 1");
        var planModes = PlanModes.Of([SailPlan.Full, reef], [SailingMode.Upwind]).Value;
        var definition = Class with { Controls = [roll, Pivot], PlanModes = planModes };
        ClassState Set(double rolled, double car) =>
            new ClassState(
                definition,
                new Dictionary<CellPlace, Cell>
                {
                    [new(PlanMode.Usual, new(Bands.All[1].Id, roll.Key))] = At(0),
                    [new(PlanMode.Usual, new(Bands.All[1].Id, Pivot.Key))] = At(20),
                    [new(new(reef.Key, SailingMode.Upwind.Key), new(Bands.All[2].Id, roll.Key))] = At(rolled),
                    [new(new(reef.Key, SailingMode.Upwind.Key), new(Bands.All[2].Id, Pivot.Key))] = At(car),
                }
            );
        var reefed = new PlanMode(reef.Key, SailingMode.Upwind.Key);
        Assert.Empty(PlanJudgement.Of(Set(40, 60), reefed));
        var finding = Assert.Single(PlanJudgement.Of(Set(40, 20), reefed));
        Assert.Contains("From full sail to reef 1", finding.Why, StringComparison.Ordinal);
        Assert.Equal(50, Assert.Single(finding.Edits).Cell!.Mark!.Value.Position, 6);
        Assert.Empty(PlanJudgement.Of(Set(40, 20), PlanMode.Usual));

        static Cell At(double position) => Cell.Of(new(position), 0, "", "", CellSource.Entered).Value;
    }

    [Fact]
    public void A_new_sail_is_to_be_checked_until_the_boat_has_said_something_with_it_in_that_band()
    {
        var sail = new BoatSail("Red", SailPlan.Full.Key, 7.2, new(2026, 5, 1), []);
        bool IsNew(params SessionEvidence[] runs) => SailCheck.IsNew(sail, 7, PlanMode.Usual, Bands.All[1], Class, runs);
        var before = Session(11, 100, 3, daysAgo: 90) with { Boat = 7 };
        var since = Session(11, 100, 3, daysAgo: 3) with { Boat = 7 };
        Assert.True(IsNew(before));
        Assert.False(IsNew(before, since));
        Assert.True(IsNew(before, since with { Boat = 8 }));
        Assert.True(IsNew(before, Session(18, 100, 3, daysAgo: 3) with { Boat = 7 }));
        Assert.True(IsNew(before, since with { Check = null, Felt = Felt.NotSaid }));
        // A boat that never logged an older sail has nothing to check again.
        Assert.False(IsNew());
    }

    private static Matrix With(double slide, double pivot) =>
        new(
            Bands,
            [Slide, Pivot],
            new Dictionary<CellAddress, Cell>
            {
                [new(Bands.All[0].Id, Slide.Key)] = Cell.Of(new(slide), 0, "", "", CellSource.Entered).Value,
                [new(Bands.All[0].Id, Pivot.Key)] = Cell.Of(new(pivot), 0, "", "", CellSource.Entered).Value,
            }
        );
}
