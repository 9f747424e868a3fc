using CsCheck;
using MathNet.Numerics.Interpolation;
using Regatta.Core.Tests.Wind;
using static Regatta.Core.Tests.Evidence.TestBoat;

namespace Regatta.Core.Tests.Matrices;

public sealed class BuildingTests
{
    private static readonly WindBands Six = WindBands
        .Of([.. Enumerable.Range(0, 6).Select(at => WindTests.Band(at + 1, at * 4, (at * 4) + 4))])
        .Value;

    [Fact]
    public void Three_known_marks_fill_six_bands_by_the_reference_curve_on_whole_steps()
    {
        var matrix = Known((1, 60), (3, 80), (6, 170));
        var edits = Building.Interpolate(matrix, Slide);
        // Reference library: MathNet.Numerics PCHIP over the bands' middles, 2, 10 and 22 kn.
        var reference = CubicSpline.InterpolatePchip([2, 10, 22], [60, 80, 170]);
        Assert.Equal([2, 4, 5], edits.Select(edit => edit.Address.Band.Number));
        Assert.All(
            edits,
            edit =>
            {
                var exact = reference.Interpolate(Six.Find(edit.Address.Band)!.Middle.Knots);
                Assert.True(Slide.Scale.IsOnStep(edit.Cell!.Mark!.Value));
                Assert.True(Math.Abs(edit.Cell.Mark!.Value.Position - exact) <= (Slide.Scale.Step / 2) + 1e-9);
                Assert.Equal(CellSource.Interpolated, edit.Cell.Source);
            }
        );
    }

    [Fact]
    public void Nothing_is_worked_out_beyond_what_is_known_or_from_one_mark()
    {
        Assert.Empty(Building.Interpolate(Known((3, 80)), Slide));
        Assert.DoesNotContain(Building.Interpolate(Known((2, 60), (4, 80)), Slide), edit => edit.Address.Band.Number is 1 or 5 or 6);
    }

    [Fact]
    public void Interpolated_marks_follow_a_changed_mark_until_they_are_confirmed()
    {
        var filled = Known((1, 60), (3, 100)).With(Building.Interpolate(Known((1, 60), (3, 100)), Slide));
        Assert.Equal(80, At(filled, 2));
        var moved = filled.With([Entered(3, 160)]);
        Assert.Equal(110, At(moved.With(Building.Interpolate(moved, Slide)), 2));
        var confirmed = moved.With(Building.Confirm(moved, [Address(2)]));
        Assert.Empty(Building.Interpolate(confirmed, Slide));
        Assert.Equal(CellSource.Entered, confirmed[Address(2)]!.Source);
    }

    [Fact]
    public void Between_marks_that_rise_no_interpolated_mark_falls() =>
        Gen.Int[0, 20]
            .Array[3]
            .Sample(steps =>
            {
                var sorted = steps.Order().Select(step => step * 10.0).ToList();
                var matrix = Known((1, sorted[0]), (4, sorted[1]), (6, sorted[2]));
                var all = matrix.With(Building.Interpolate(matrix, Slide));
                var marks = Six.All.Select(band => all[band, Slide]!.Mark!.Value.Position).ToList();
                return marks.Zip(marks.Skip(1)).All(pair => pair.First <= pair.Second + 1e-9);
            });

    [Fact]
    public void Filling_gives_the_first_cell_to_the_others()
    {
        var edits = Building.FillAcross(Known((1, 60), (2, 60), (3, 90)), Slide, Six.All);
        Assert.Equal([3, 4, 5, 6], edits.Select(edit => edit.Address.Band.Number));
        Assert.All(edits, edit => Assert.Equal(60, edit.Cell!.Mark!.Value.Position));
    }

    [Fact]
    public void A_row_shifts_by_a_step_and_stops_at_the_end_of_the_scale()
    {
        var edits = Building.Shift(Known((1, 60), (2, 200)), Six.All.Select(band => new CellAddress(band.Id, Slide.Key)), 1);
        Assert.Equal((1, 70.0), (Assert.Single(edits).Address.Band.Number, edits[0].Cell!.Mark!.Value.Position));
    }

    [Theory]
    [InlineData(60, 90, 10, 70, 100)]
    [InlineData(60, 90, -200, 0, 30)]
    [InlineData(60, 90, 200, 170, 200)]
    [InlineData(60, 90, 4, 60, 90)]
    public void A_range_moves_by_whole_steps_with_both_ends_on_marks_one_can_set(
        double low,
        double high,
        double by,
        double thenLow,
        double thenHigh
    )
    {
        var moved = Cell.Between(new(low), new(high), "", "", CellSource.Entered).Value.Moved(Slide.Scale, by);
        Assert.Equal((thenLow, thenHigh), (moved.Span!.Value.Low.Position, moved.Span.Value.High.Position));
        Assert.Empty(MatrixJudgement.Of(Known().With([new(Address(1), moved)]), PlanModeRuns.None));
    }

    [Fact]
    public void A_tolerance_widens_by_half_steps_and_ends_at_nothing()
    {
        var cell = Cell.Of(new Mark(60), 10, "", "", CellSource.Measured).Value;
        Assert.Equal((15.0, 0.0), (cell.Widened(Slide.Scale, 1).Tolerance, cell.Widened(Slide.Scale, -9).Tolerance));
        Assert.Equal(CellSource.Measured, cell.Widened(Slide.Scale, 1).Source);
    }

    [Fact]
    public void Shifting_up_and_down_again_changes_nothing_inside_the_scale() =>
        Gen.Select(Gen.Int[1, 19].Array[6], Gen.Bool)
            .Sample(
                (steps, up) =>
                {
                    var matrix = Known([.. steps.Select((step, at) => (at + 1, step * 10.0))]);
                    var all = Six.All.Select(band => new CellAddress(band.Id, Slide.Key)).ToList();
                    var there = matrix.With(Building.Shift(matrix, all, up ? 1 : -1));
                    return Building.Towards(there.With(Building.Shift(there, all, up ? -1 : 1)), matrix).Count == 0;
                }
            );

    [Fact]
    public void A_mark_goes_from_one_scale_to_another_by_its_length()
    {
        var inches = Slide with
        {
            Key = new("boom"),
            Name = "Boom",
            Scale = new LengthScale(LengthUnit.Inch, Length.FromMillimetres(0), Length.FromMillimetres(254), Length.FromMillimetres(12.7)),
        };
        var carried = Transfer.To(Cell.Of(new Mark(130), 10, "", "by eye", CellSource.Entered).Value, Slide, inches).Value;
        Assert.Equal("5 in", carried.Show(inches.Scale));
        Assert.Equal("by eye", carried.Note);
        Assert.Contains("ends before", Transfer.To(Cell.Of(new Mark(250), 10, "", "", CellSource.Entered).Value, inches, Slide).Problem);
        Assert.Contains("read otherwise", Transfer.To(Cell.Of(new Mark(130), 10, "", "", CellSource.Entered).Value, Slide, Luff).Problem);
    }

    [Fact]
    public void Stops_are_carried_by_their_names_and_words_as_they_are()
    {
        var other = Luff with { Key = new("downhaul"), Scale = new StopScale(["none", "off", "snug"]) };
        Assert.Equal(new Mark(3), Transfer.To(Cell.Of(new Mark(2), 0, "", "", CellSource.Entered).Value, Luff, other).Value.Mark);
        Assert.False(Transfer.To(Cell.Of(new Mark(3), 0, "", "", CellSource.Entered).Value, Luff, other).Ok);
        Assert.Equal(
            "creases just gone",
            Transfer.To(Cell.Of(null, 0, "creases just gone", "", CellSource.Entered).Value, Luff, Slide).Value.Target
        );
    }

    [Fact]
    public void Another_class_lends_by_synonym_and_by_wind_and_says_what_it_could_not()
    {
        var kicker = Slide with { Key = new("kicker"), Name = "Kicker", Synonyms = ["slide"] };
        var theirs = new Matrix(
            Bands,
            [kicker],
            Bands
                .All.Zip([50.0, 70, 90])
                .ToDictionary(
                    one => new CellAddress(one.First.Id, kicker.Key),
                    one => Cell.Of(new Mark(one.Second), 10, "", "", CellSource.Entered).Value
                )
        );
        var lent = Transfer.All(
            theirs,
            new Matrix(Six, Class.Controls, new Dictionary<CellAddress, Cell>()),
            "Other class",
            overwrite: false
        );
        Assert.Equal([50, 50, 70, 90, 90], lent.Edits.Select(edit => edit.Cell!.Mark!.Value.Position)); // 22 kn lies beyond their bands
        Assert.All(lent.Edits, edit => Assert.Equal((CellSource.Borrowed, "Other class"), (edit.Cell!.Source, edit.Cell.Origin)));
        Assert.Contains("Luff", Assert.Single(lent.Left));
    }

    [Fact]
    public void Copying_spares_what_is_there_unless_told_otherwise()
    {
        var matrix = Known((1, 60), (2, 90));
        Assert.Empty(Transfer.Band(matrix, Six.All[0], Six.All[1], overwrite: false));
        Assert.Equal(60, Assert.Single(Transfer.Band(matrix, Six.All[0], Six.All[1], overwrite: true)).Cell!.Mark!.Value.Position);
    }

    private static Matrix Known(params (int Band, double Position)[] marks) =>
        new(
            Six,
            Class.Controls,
            marks.ToDictionary(mark => Address(mark.Band), mark => Cell.Of(new Mark(mark.Position), 10, "", "", CellSource.Entered).Value)
        );

    private static CellEdit Entered(int band, double position) =>
        new(Address(band), Cell.Of(new Mark(position), 10, "", "", CellSource.Entered).Value);

    private static CellAddress Address(int band) => new(new(band), Slide.Key);

    private static double At(Matrix matrix, int band) => matrix[Address(band)]!.Mark!.Value.Position;
}
