using static Regatta.Core.Tests.Evidence.TestBoat;

namespace Regatta.Core.Tests.Evidence;

/// <summary>Controls that move as one are fitted, proposed and tried as one. Source: models M7, 15.</summary>
public sealed class GearColumnTests
{
    /// <summary>Goes back half as much a step as the slide goes forward, and takes as much helm away as it does.</summary>
    private static readonly Control Clew = Slide with { Key = new("clew"), Name = "Clew", HelmPerUnit = 0.25 };

    private static readonly Gear Trim = new("Trim", [new(Slide.Key, 1), new(Clew.Key, -2)], false);

    private static readonly ClassDefinition Geared = Class with { Controls = [Slide, Clew, Luff], Gears = [Trim] };

    [Fact]
    public void A_gear_is_one_column_in_its_own_steps_and_a_loosened_one_is_none()
    {
        var column = Assert.Single(HelmColumn.Of(Geared));
        // −0.5° of the slide and 2 × −0.25° of the clew for one step.
        Assert.Equal(("Trim", -1.0, -1.0), (column.Name, column.PerStep, column.PerUnit));
        Assert.Equal(0.5 + EvidenceRules.EffectFloor, column.Deviation, 12);
        Assert.Equal(2, HelmColumn.Of(Geared with { Gears = [Trim with { Loosened = true }] }).Count);
        // Controls that work against each other are told apart or not at all.
        Assert.Equal(2, HelmColumn.Of(Geared with { Gears = [Trim with { Members = [new(Slide.Key, 1), new(Clew.Key, 2)] }] }).Count);
        // One that alone balances the helm is a control as any other.
        Assert.False(HelmColumn.Of(Geared with { Controls = [Slide, Clew with { HelmPerUnit = null }, Luff] }).Single().IsGear);
    }

    [Theory]
    [InlineData(120.0, 60.0, 2.0)]
    [InlineData(120.0, null, 2.0)]
    [InlineData(null, 60.0, 2.0)]
    [InlineData(120.0, 100.0, 1.0)]
    [InlineData(100.0, 100.0, 0.0)]
    [InlineData(null, null, null)]
    public void It_is_read_by_what_is_known_of_it(double? slide, double? clew, double? steps)
    {
        var column = Assert.Single(HelmColumn.Of(Geared));
        Assert.Equal(
            steps,
            column.Amount(control => (control.Key == Slide.Key ? slide : clew) - 100) is { } amount ? Math.Round(amount, 9) : null
        );
    }

    [Fact]
    public void Its_runs_teach_what_one_control_of_the_same_effect_would_learn()
    {
        var runs = Enumerable.Range(0, 30).ToList();
        int Steps(int at) => (at % 5) - 2;
        double Helm(int at) => 3 - (0.8 * Steps(at)) + (at % 2 == 0 ? 0.3 : -0.3);
        var alone = Class with { Controls = [Slide with { HelmPerUnit = -1 }, Luff] };
        var one = HelmFit.Of(
            new(alone, Bands, Published(100, 100, 100), []),
            [.. runs.Select(at => Session(11, 100 + (10 * Steps(at)), Helm(at)))]
        );
        var two = HelmFit.Of(Model(), [.. runs.Select(at => Run(100 + (10 * Steps(at)), 100 - (20 * Steps(at)), Helm(at)))]);
        Assert.Equal(one.Posterior.Mean.Count, two.Posterior.Mean.Count);
        Assert.All(one.Posterior.Mean.Zip(two.Posterior.Mean), pair => Assert.Equal(pair.First, pair.Second, 9));
        // Both would have gone together, and nobody could have told them apart.
        Assert.Empty(FitReview.Of(two).Alike);
        Assert.Equal("slide +1 cm, clew −2 cm", Assert.Single(FitReview.Of(two).Controls).Column.ShowStep());
    }

    [Fact]
    public void It_is_proposed_and_tried_whole()
    {
        var matrix = Whole(100, 100);
        // Six degrees where three are aimed at, and as many for each step as the gear believes.
        List<SessionEvidence> runs = [.. Enumerable.Range(0, 12).Select(at => Run(100, 100, 5 + (at % 2 * 0.2)))];
        var proposer = new Proposer(Geared, matrix, HelmFit.Of(Model(), runs), Today);
        var proposal = Assert.Single(proposer.In(Bands.All[1]));
        Assert.InRange(proposal.After, 3.5, 4.5);
        Assert.Equal(10, Math.Abs(proposal.To.Position - 100), 9);
        var choice = Assert.Single(NextTest.Of(HelmFit.Of(Model(), []), matrix, Bands.All[1]));
        var trial = new Trial(PlanMode.Usual, Bands.All[1].Id, choice.Control.Key, choice.Card, choice.At, TrialDesign.Ladder, [1]);
        var tried = trial.Moved(Geared, matrix, Setting.B);
        Assert.Equal(-2 * (tried[Slide.Key].Position - 100), tried[Clew.Key].Position - 100, 9);
        Assert.Equal([Slide.Key], trial.Moved(Geared, matrix, Setting.A).Keys);
    }

    [Fact]
    public void Sums_of_a_gear_fit_no_class_that_moves_otherwise()
    {
        var runs = Enumerable.Range(0, 40).Select(at => Run(100 + (10 * (at % 5)), 100 - (20 * (at % 5)), 3)).ToList();
        var fit = HelmFit.Of(Model(), runs);
        var filled = Enumerable.Repeat(40, fit.Model.Columns.Count).ToList();
        var shared = SharedSums.Of(PlanMode.Usual, fit, filled).Value;
        Assert.Null(shared.Problem(Geared));
        Assert.NotNull(shared.Problem(Geared with { Gears = [] }));
        Assert.NotNull(shared.Problem(Geared with { Gears = [Trim with { Members = [new(Slide.Key, 1), new(Clew.Key, -1)] }] }));
    }

    private static Matrix Whole(double slide, double clew) =>
        new(
            Bands,
            Geared.Controls,
            (
                from band in Bands.All
                from cell in ((ControlKey, double)[])[(Slide.Key, slide), (Clew.Key, clew)]
                select (new CellAddress(band.Id, cell.Item1), Cell.Of(new Mark(cell.Item2), 0, "", "", CellSource.Entered).Value)
            ).ToDictionary()
        );

    private static HelmModel Model() =>
        new(
            Geared,
            Bands,
            new(
                PlanMode.Usual,
                [new(Geared, Whole(100, 100).Cells.ToDictionary(cell => new CellPlace(PlanMode.Usual, cell.Key), cell => cell.Value))]
            ),
            []
        );

    private static SessionEvidence Run(double slide, double clew, double helm) =>
        Session(11, slide, helm) with
        {
            Marks = new Dictionary<ControlKey, Mark> { [Slide.Key] = new(slide), [Clew.Key] = new(clew) },
            Asked = new Dictionary<ControlKey, AskedMark>
            {
                [Slide.Key] = new(AskedBy.Trial, new Mark(100)),
                [Clew.Key] = new(AskedBy.Trial, new Mark(100)),
            },
        };
}
