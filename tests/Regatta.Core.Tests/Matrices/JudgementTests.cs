using CsCheck;
using Regatta.Core.Tests.Evidence;
using static Regatta.Core.Tests.Evidence.TestBoat;

namespace Regatta.Core.Tests.Matrices;

public sealed class JudgementTests
{
    [Fact]
    public void Pooling_gives_the_published_values()
    {
        // R 4.2.2, isoreg.
        double[] once = [1, 0, 4, 3, 3, 5, 4, 2, 0];
        Assert.Equal([0.5, 0.5, 3, 3, 3, 3, 3, 3, 3], Isotonic.Rising(once, Even(once)), (a, b) => Math.Abs(a - b) < 1e-12);
        double[] marks = [2, 3.5, 3, 6.5, 6, 7.5, 7, 9];
        Assert.Equal([2, 3.25, 3.25, 6.25, 6.25, 7.25, 7.25, 9], Isotonic.Rising(marks, Even(marks)), (a, b) => Math.Abs(a - b) < 1e-12);
    }

    [Fact]
    public void Pooling_never_falls_keeps_the_weighted_mean_and_leaves_what_rises() =>
        Gen.Select(Gen.Double[-50, 50].Array[1, 12], Gen.Double[0.1, 5])
            .Sample(
                (values, weight) =>
                {
                    var weights = values.Select((_, at) => at % 2 == 0 ? weight : 1).ToList();
                    var smooth = Isotonic.Rising(values, weights);
                    double Mean(IReadOnlyList<double> of) => of.Zip(weights, (value, by) => value * by).Sum();
                    return smooth.Zip(smooth.Skip(1)).All(pair => pair.First <= pair.Second + 1e-9)
                        && Math.Abs(Mean(smooth) - Mean(values)) < 1e-6
                        && Isotonic.Rising(smooth, weights).Zip(smooth).All(pair => Math.Abs(pair.First - pair.Second) < 1e-9);
                }
            );

    [Fact]
    public void What_was_sailed_counts_in_the_band_its_crew_read()
    {
        var heavy = Enumerable.Range(0, 3).Select(_ => Session(15, 90, 3) with { WindFactor = 0.8 });
        var unmarked = MatrixJudgement
            .Of(Matrix(60), Sailed(heavy))
            .Where(finding => finding.Kind == FindingKind.Unmarked && finding.Control.Key == Slide.Key);
        Assert.Equal([2], unmarked.Single().Bands.Select(band => band.Id.Number));
    }

    // models M7: a control that rises then falls is fitted up to its peak band and down from it.
    [Fact]
    public void What_rises_then_falls_is_fitted_up_to_the_peak_of_least_squares_and_down_from_it()
    {
        double[] marks = [2, 4, 3, 7, 6, 6.5, 1];
        var (values, peak) = Isotonic.RisingThenFalling(marks, Even(marks));
        Assert.Equal(3, peak);
        Assert.Equal([2, 3.5, 3.5, 7, 6.25, 6.25, 1], values);
        Gen.Double[-9, 9]
            .Array[1, 9]
            .Sample(any =>
            {
                var (fit, top) = Isotonic.RisingThenFalling(any, Even(any));
                double Off(IReadOnlyList<double> other) => other.Zip(any, (a, b) => (a - b) * (a - b)).Sum();
                return fit.Zip(fit.Skip(1))
                        .Select((pair, at) => (at < top) == (pair.First <= pair.Second + 1e-9) || at >= top)
                        .All(yes => yes)
                    && Off(fit) <= Off(Isotonic.Rising(any, Even(any))) + 1e-9
                    && Off(Isotonic.RisingThenFalling(fit, Even(any)).Values) >= Off(fit) - 1e-9;
            });
    }

    [Fact]
    public void A_mend_of_marks_and_ranges_ends_on_the_grid_and_in_order() =>
        Gen.Select(Gen.Int[0, 20].Array[6], Gen.Int[0, 7].Array[6], Gen.Int[1, 3])
            .Sample(
                (lows, widths, direction) =>
                {
                    var builds = (AsWindBuilds)direction;
                    var control = Slide with { AsWindBuilds = builds };
                    var bands = Regatta
                        .Core.Wind.WindBands.Of(Enumerable.Range(0, 6).Select(at => Wind.WindTests.Band(at + 1, at * 4, (at * 4) + 4)))
                        .Value;
                    var matrix = new Matrix(
                        bands,
                        [control],
                        bands
                            .All.Select(
                                (band, at) =>
                                    KeyValuePair.Create(
                                        new CellAddress(band.Id, control.Key),
                                        widths[at] is var wide && wide < 3
                                            ? Cell.Of(new Mark(lows[at] * 10), 10, "", "", CellSource.Entered).Value
                                            : Cell.Between(
                                                new(lows[at] * 10),
                                                new(Math.Min(200, (lows[at] + wide) * 10)),
                                                "",
                                                "",
                                                CellSource.Entered
                                            ).Value
                                    )
                            )
                            .ToDictionary()
                    );
                    var mended = MatrixJudgement
                        .Of(matrix, PlanModeRuns.None)
                        .Where(finding => finding.Kind == FindingKind.Reversal)
                        .Aggregate(matrix, (now, finding) => now.With(finding.Edits));
                    return MatrixJudgement
                            .Of(mended, PlanModeRuns.None)
                            .All(finding => finding.Kind is not (FindingKind.Reversal or FindingKind.OffStep))
                        && mended.Cells.Values.All(cell =>
                            control.Scale.IsOnStep(cell.Span!.Value.Low) && control.Scale.Reaches(cell.Span.Value.Low) || !cell.IsRange
                        );
                },
                iter: 2000
            );

    [Fact]
    public void A_mark_that_goes_back_is_found_told_and_smoothed()
    {
        var finding = Assert.Single(Of(Matrix(60, 100, 80)));
        Assert.Equal(FindingKind.Reversal, finding.Kind);
        Assert.Contains("goes up as wind builds", finding.Why, StringComparison.Ordinal);
        Assert.Contains("from 10 cm to 8 cm", finding.Why, StringComparison.Ordinal);
        Assert.Equal([90, 90], finding.Edits.Select(edit => edit.Cell!.Mark!.Value.Position));
        Assert.Empty(Of(Matrix(60, 100, 80).With(finding.Edits)));
    }

    [Fact]
    public void The_mark_that_more_sessions_stand_behind_moves_less()
    {
        var finding = MatrixJudgement
            .Of(Matrix(60, 100, 40), Sailed(Sessions(11, 100, 100, 100, 100, 100)))
            .Single(one => one.Kind == FindingKind.Reversal);
        Assert.Equal(90, finding.Edits[0].Cell!.Mark!.Value.Position); // (6 × 100 + 40) / 7 is 91; evenly it would be 67
    }

    [Fact]
    public void A_control_that_goes_either_way_or_down_is_judged_by_its_own_direction()
    {
        Assert.Empty(Of(Matrix(60, 100, 80) with { Controls = [Slide with { AsWindBuilds = AsWindBuilds.Either }] }));
        Assert.Empty(Of(Matrix(100, 80, 60) with { Controls = [Slide with { AsWindBuilds = AsWindBuilds.Down }] }));
        Assert.NotEmpty(Of(Matrix(60, 80, 100) with { Controls = [Slide with { AsWindBuilds = AsWindBuilds.Down }] }));
    }

    [Theory]
    [InlineData(65, FindingKind.OffStep)]
    [InlineData(-30, FindingKind.OffScale)]
    public void Marks_nobody_can_set_are_found_and_brought_to_the_nearest_step(double position, FindingKind kind)
    {
        var matrix = Matrix(position, 80, 100);
        var finding = Of(matrix).Single(one => one.Kind == kind);
        Assert.Empty(Of(matrix.With(finding.Edits)));
    }

    [Fact]
    public void A_tolerance_nobody_can_read_is_found_and_words_need_none()
    {
        var matrix = Matrix(60, 80, 100).With([new(new(new(2), Slide.Key), Cell.Of(new Mark(80), 0.2, "", "", CellSource.Entered).Value)]);
        var finding = Assert.Single(Of(matrix));
        Assert.Equal(FindingKind.Tolerance, finding.Kind);
        Assert.Empty(Of(matrix.With(finding.Edits)));
        var counted = Slide with { Scale = new CountScale(Counted.Hole, 1, 20, 1, "the bottom") };
        Assert.Empty(
            Of(
                new Matrix(
                    Bands,
                    [counted],
                    new Dictionary<CellAddress, Cell>
                    {
                        [new(new(1), counted.Key)] = Cell.Of(new Mark(3), 0, "", "", CellSource.Entered).Value,
                    }
                )
            )
        );
    }

    [Fact]
    public void A_gap_between_marks_is_offered_the_curve_and_a_band_without_sails_is_no_gap()
    {
        var gap = Matrix(60, 80, 100)
            .With([
                new(new(new(2), Slide.Key), null),
                new(new(new(2), Luff.Key), Cell.Of(new Mark(1), 0, "", "", CellSource.Entered).Value),
            ]);
        var finding = Of(gap).Single(one => one.Control == Slide);
        Assert.Equal((FindingKind.Gap, 2), (finding.Kind, finding.Bands[0].Id.Number));
        Assert.Equal(80, Assert.Single(finding.Edits).Cell!.Mark!.Value.Position);
        Assert.Empty(Of(Matrix(60, 80)));
    }

    [Fact]
    public void Beyond_the_last_mark_it_may_go_on_as_below_and_before_the_first_somebody_must_say()
    {
        var luffs = Bands.All.Select(band => new CellEdit(
            new(band.Id, Luff.Key),
            Cell.Of(new Mark(1), 0, "", "", CellSource.Entered).Value
        ));
        var after = Assert.Single(Of(Matrix(60, 80).With(luffs)));
        Assert.Equal("As below in band 3", after.Mend);
        Assert.Equal(80, Matrix(60, 80).With(luffs).With(after.Edits)[Bands.All[2], Slide]!.Mark!.Value.Position);
        var before = Assert.Single(Of(Matrix(60, 80, 100).With(luffs).With([new(new(new(1), Slide.Key), null)])));
        Assert.Equal((FindingKind.Gap, "", 0), (before.Kind, before.Mend, before.Edits.Count));
    }

    [Fact]
    public void Logs_without_a_mark_are_told_with_their_median()
    {
        var finding = MatrixJudgement
            .Of(Matrix(60), Sailed(Sessions(11, 90, 100, 120)))
            .Single(one => one.Kind == FindingKind.Unmarked && one.Control == Slide);
        Assert.Equal((2, 100.0), (finding.Bands[0].Id.Number, finding.Edits[0].Cell!.Mark!.Value.Position));
        Assert.DoesNotContain(MatrixJudgement.Of(Matrix(60), Sailed(Sessions(11, 90, 100))), one => one.Kind == FindingKind.Unmarked);
    }

    [Theory]
    // Common practice, no source: the car moves forward by about the length rolled away; 1 cm of outhaul with 1 to 2 cm of downhaul.
    [InlineData(1, 1, 60, 100, 100, 140, true)]
    [InlineData(1, 1, 60, 100, 100, 100, false)]
    [InlineData(1, 2, 60, 80, 100, 140, true)]
    [InlineData(1, 2, 60, 80, 100, 120, true)]
    [InlineData(1, 2, 60, 80, 100, 60, false)]
    [InlineData(1, 2, 60, 60, 100, 100, true)]
    public void What_is_changed_together_must_go_together(
        double least,
        double most,
        double from,
        double to,
        double otherFrom,
        double otherTo,
        bool fits
    )
    {
        var car = Slide with { Key = new("car"), Name = "Car", AsWindBuilds = AsWindBuilds.Either };
        var reef = Slide with
        {
            AsWindBuilds = AsWindBuilds.Either,
            Disturbs = [new(car.Key, "the foot is overloaded") { Follows = (least, most) }],
        };
        var matrix = new Matrix(
            Bands,
            [reef, car],
            new[] { (1, reef, from), (2, reef, to), (1, car, otherFrom), (2, car, otherTo) }.ToDictionary(
                one => new CellAddress(new(one.Item1), one.Item2.Key),
                one => Cell.Of(new Mark(one.Item3), 10, "", "", CellSource.Entered).Value
            )
        );
        var found = Of(matrix).Where(one => one.Kind == FindingKind.Coupling).ToList();
        Assert.Equal(fits, found.Count == 0);
        Assert.All(found, finding => Assert.Empty(Of(matrix.With(finding.Edits))));
    }

    private static IReadOnlyList<Finding> Of(Matrix matrix) => MatrixJudgement.Of(matrix, PlanModeRuns.None);

    private static double[] Even(double[] values) => [.. values.Select(_ => 1.0)];

    [Fact]
    public void A_mode_that_says_nothing_is_as_the_first_and_lacks_nothing()
    {
        // The draft of the radio kit has no cells; a class with one mode full and another saying one thing has gaps only in itself.
        var reach = new SailingMode(new("reach"), "reach");
        var planModes = PlanModes.Of([SailPlan.Full], [SailingMode.Upwind, reach]).Value;
        var definition = TestBoat.Class with { PlanModes = planModes };
        var upwind = definition.Bands.All.ToDictionary(
            band => new CellPlace(PlanMode.Usual, new(band.Id, TestBoat.Slide.Key)),
            _ => Cell.Of(new(100), 0, "", "", CellSource.Entered).Value
        );
        var own = new CellPlace(new(SailPlan.Full.Key, reach.Key), new(definition.Bands.All[0].Id, TestBoat.Slide.Key));
        upwind[own] = Cell.Of(new(60), 0, "", "", CellSource.Entered).Value;
        var set = new ClassState(definition, upwind).Set;
        var runs = new PlanModeRuns(definition.Bands, [], []);
        Assert.DoesNotContain(
            MatrixJudgement.Of(set[own.PlanMode], set.AsSailed(own.PlanMode), runs),
            finding => finding.Kind is FindingKind.Gap or FindingKind.Unmarked
        );
    }
}
