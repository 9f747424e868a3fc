using Regatta.Core.Tests.Wind;
using static Regatta.Core.Tests.Evidence.TestBoat;

namespace Regatta.Core.Tests.Evidence;

/// <summary>How a session becomes a row of the fit.</summary>
public sealed class HelmModelTests
{
    private static readonly (double, double) Unnoted = (3, 9);

    private static readonly Control Gooseneck = Slide with
    {
        Key = new("gooseneck"),
        Scale = new LengthScale(
            LengthUnit.Inch,
            Length.FromMillimetres(14 * 25.4),
            Length.FromMillimetres(24 * 25.4),
            Length.FromMillimetres(12.7)
        ),
        HelmPerUnit = -0.8,
    };

    // models M7, 1: card 18 and 19½ in, middles 7 and 10.5 kn, shares ½ ½, sailed 19 in at 9 kn. Bands 5–9 and 9–12 kn, sailed in 8–10.
    [Fact]
    public void A_run_is_counted_from_the_card_of_its_bands()
    {
        var bands = WindBands.Of([WindTests.Band(1, 5, 9), WindTests.Band(2, 9, 12)]).Value;
        var lateen = Class with { Bands = bands, Controls = [Gooseneck] };
        var card = new Matrix(
            bands,
            lateen.Controls,
            new Dictionary<CellAddress, Cell> { [new(new(1), Gooseneck.Key)] = Inches(18), [new(new(2), Gooseneck.Key)] = Inches(19.5) }
        );
        var state = new ClassState(lateen, card.Cells.ToDictionary(cell => new CellPlace(PlanMode.Usual, cell.Key), cell => cell.Value));
        var session = Session(9, 0, 4) with
        {
            Wind = WindRange.Of(Speed.FromKnots(8), Speed.FromKnots(10), null).Value,
            Marks = new Dictionary<ControlKey, Mark> { [Gooseneck.Key] = new(19 * 25.4) },
            Asked = new Dictionary<ControlKey, AskedMark> { [Gooseneck.Key] = new(AskedBy.Trial, null) },
        };
        var model = new HelmModel(lateen, bands, new(PlanMode.Usual, [state]), []);
        var run = model.Run(session, Unnoted)!;
        Assert.Equal([1, 0.25, 0, 0.25, 0, 0.5, 0.5], run.Row.Take(model.Drift).Select(value => Math.Round(value, 9)));
    }

    // models M7, 11: a column of time; a cell is predicted for today, and with no log every cell expects the target exactly, whatever the day.
    [Fact]
    public void Sails_age_and_a_cell_is_predicted_for_today()
    {
        HelmFit Fit(DateTimeOffset today, IReadOnlyList<SessionEvidence> runs) =>
            HelmFit.Of(new HelmModel(Class, Bands, Published(100, 100, 100), [], today), runs);
        double At(HelmFit fit) => fit.Posterior.PredictCell(fit.Model.Row(Bands.All[1], _ => null)).Mean;
        Assert.All([Today, Today.AddYears(9)], day => Assert.Equal(Class.Helm.Target.Degrees, At(Fit(day, [])), 9));
        Assert.Equal(
            Fit(Today, []).Posterior.PredictCell(Fit(Today, []).Model.Row(Bands.All[1], _ => null)).Deviation,
            Fit(Today.AddYears(9), []).Posterior.PredictCell(Fit(Today.AddYears(9), []).Model.Row(Bands.All[1], _ => null)).Deviation,
            9
        );

        // A degree more each season, for three of them.
        List<SessionEvidence> aging =
        [
            .. from season in Enumerable.Range(0, 4)
            from run in Enumerable.Range(0, 12)
            select Session(11, 100, 3 + season) with
            {
                SailedAt = Today.AddDays((365 * (season - 3)) - run),
            },
        ];
        var fit = Fit(Today, aging);
        Assert.True(fit.Drifts);
        Assert.InRange(fit.Drift.Mean, 0.7, 1.1);
        Assert.InRange(At(fit), 5.4, 6.2);
        Assert.False(Fit(Today, [.. aging.Select(run => run with { SailedAt = Today })]).Drifts);
        // What is believed does not depend on the day seasons are counted from: only rows of today are asked.
        Assert.Equal(At(fit) + fit.Drift.Mean, At(Fit(Today.AddDays(365), aging)), 1);
    }

    // models M7, 14: learned is what left less than nine tenths of its doubt, in scatters of a check.
    [Fact]
    public void A_control_was_learned_where_logs_took_a_tenth_of_its_doubt()
    {
        HelmFit Fit(IReadOnlyList<SessionEvidence> runs) =>
            HelmFit.Of(new HelmModel(Class, Bands, Published(100, 100, 100), [], Today), runs);
        Assert.False(Fit([]).HasLearned(Slide));
        // Runs all on one mark teach the helm there, and nothing of the control, however much they scatter.
        Assert.False(Fit([.. Enumerable.Range(0, 40).Select(at => Session(11, 100, 3 + (at % 2)))]).HasLearned(Slide));
        Assert.True(Fit([.. Sessions(11, 40, 160, 40, 160, 40, 160, 40, 160).Select(AsTried)]).HasLearned(Slide));
        Assert.False(Fit([]).HasLearned(Luff));

        static SessionEvidence AsTried(SessionEvidence run) =>
            run with
            {
                Asked = new Dictionary<ControlKey, AskedMark> { [Slide.Key] = new(AskedBy.Trial, null) },
            };
    }

    // models M7, 13: the run's own interval has the scatter of a check in it, the cell's has not.
    [Fact]
    public void The_interval_of_a_run_is_wider_than_that_of_its_cell_by_the_scatter_of_a_check()
    {
        var fit = HelmFit.Of(
            new HelmModel(Class, Bands, Published(100, 100, 100), [], Today),
            [.. Sessions(11, 100, 100, 100, 100, 100, 100)]
        );
        var row = fit.Model.Row(Bands.All[1], _ => null);
        var (cell, run) = (fit.Posterior.PredictCell(row), fit.Posterior.PredictRun(row, 1));
        Assert.Equal(cell.Mean, run.Mean, 9);
        Assert.Equal((cell.Deviation * cell.Deviation) + (fit.Posterior.Scatter * fit.Posterior.Scatter), run.Deviation * run.Deviation, 9);
        Assert.True(fit.Posterior.PredictRun(row, 0.5).Deviation > run.Deviation);
    }

    // models M7, 2: gooseneck −0.4 ± 0.2125 a half-inch step in any unit.
    [Fact]
    public void The_belief_about_a_control_is_held_by_the_step()
    {
        var prior = new HelmModel(Class with { Controls = [Gooseneck] }, Bands, new(PlanMode.Usual, []), []).Priors[3];
        Assert.Equal((-0.4, 0.2125), (prior.Mean / 2, Math.Round(prior.Deviation / 2, 9)));
    }

    [Fact]
    public void A_missing_mark_counts_as_the_cards_and_takes_its_weight()
    {
        var model = new HelmModel(Class, Bands, Published(100, 100, 100), []);
        var run = model.Run(Session(11, 100, 4) with { Marks = new Dictionary<ControlKey, Mark>() }, Unnoted)!;
        Assert.Equal(0, run.Row[3]);
        // One step of the slide is believed to be worth half a degree.
        Assert.Equal(1 / (1 + (0.5 * 0.5)), run.Weight, 9);
    }

    [Fact]
    public void What_sailors_chose_themselves_has_a_column_of_its_own()
    {
        var model = new HelmModel(Class, Bands, Published(100, 100, 100), []);
        (double Asked, double Own) Of(AskedBy? by, double? card)
        {
            var session = Session(11, 130, 4) with
            {
                Asked = by is { } one
                    ? new Dictionary<ControlKey, AskedMark> { [Slide.Key] = new(one, card is { } said ? new Mark(said) : null) }
                    : new Dictionary<ControlKey, AskedMark>(),
            };
            var row = model.Run(session, Unnoted)!.Row;
            return (row[3], row[4]);
        }

        Assert.Equal((3, 0), Of(AskedBy.Card, 130));
        Assert.Equal((3, 0), Of(AskedBy.Proposal, 100));
        Assert.Equal((3, 0), Of(AskedBy.Trial, 100));
        Assert.Equal((0, 3), Of(AskedBy.Sailor, 100));
        // The card had moved by 1 cm since it was first published, and the sailor added 2.
        Assert.Equal((1, 2), Of(AskedBy.Sailor, 110));
        Assert.Equal((0, 3), Of(AskedBy.Sailor, null));
        Assert.Equal((0, 3), Of(null, null));
    }

    // A sailor who moves the mark because she pulls makes moving it look harmless; the effect of the control itself stays as believed.
    [Fact]
    public void Sailors_who_move_a_mark_because_of_the_helm_do_not_teach_the_wrong_sign()
    {
        var random = new Random(4);
        var reacting = Enumerable
            .Range(0, 60)
            .Select(at =>
            {
                var pull = 4 * (random.NextDouble() - 0.5);
                var slide = Math.Round(100 + (10 * pull * 1.5));
                return Session(11, slide, 3 + pull - (0.04 * (slide - 100)) + (0.5 * pull)) with
                {
                    Asked = new Dictionary<ControlKey, AskedMark> { [Slide.Key] = new(AskedBy.Sailor, new Mark(100)) },
                };
            })
            .ToList();
        double Effect(IReadOnlyList<SessionEvidence> sessions) => Fit(sessions).Posterior.Mean[3];
        Assert.InRange(Effect(reacting), -0.75, -0.25);
        var asked = reacting.Select(session =>
            session with
            {
                Asked = new Dictionary<ControlKey, AskedMark> { [Slide.Key] = new(AskedBy.Trial, null) },
            }
        );
        Assert.True(Effect([.. asked]) > Effect(reacting) + 0.15);
    }

    [Fact]
    public void The_wind_counts_as_it_was_for_the_crew()
    {
        var model = new HelmModel(Class, Bands, Published(60, 100, 140), []);
        var heavy = model.Run(Session(15, 100, 3) with { WindFactor = 0.8 }, Unnoted)!;
        Assert.Equal(
            model.Run(Session(12, 100, 3), Unnoted)!.Row.Select(at => Math.Round(at, 9)),
            heavy.Row.Select(at => Math.Round(at, 9))
        );
    }

    [Fact]
    public void A_cell_is_predicted_for_no_boat_and_a_boat_that_is_off_does_not_move_it()
    {
        var fair = Enumerable.Range(0, 20).Select(at => Session(11, 100, 3) with { Boat = at % 4 });
        var off = Enumerable.Range(0, 20).Select(_ => Session(11, 100, 5) with { Boat = 9 });
        var (named, nameless) = (Fit([.. fair, .. off]), Fit([.. fair.Concat(off).Select(session => session with { Boat = null })]));
        double Cell(HelmFit fit) => fit.Posterior.PredictCell(fit.Model.Row(Bands.All[1], _ => new(100))).Mean;
        Assert.True(Cell(named) < Cell(nameless) - 0.15);
    }

    [Fact]
    public void A_control_the_model_does_not_know_is_never_another_column()
    {
        var model = new HelmModel(Class, Bands, Published(60, 100, 140), []);
        Assert.Throws<ArgumentException>(() => model.Change(Gooseneck, 10));
        Assert.Throws<ArgumentException>(() => model.Change(Luff, 1));
    }

    [Fact]
    public void The_card_counted_from_is_the_first_published_one_that_has_the_band()
    {
        var split = WindBands
            .Of([WindTests.Band(1, 0, 8), WindTests.Band(2, 8, 11), WindTests.Band(4, 11, 14), WindTests.Band(3, 14, 22)])
            .Value;
        var session = Session(11, 170, 3);
        var card = new ReferenceCard(
            PlanMode.Usual,
            [State(Matrix(60)), State(Matrix(70, 100, 140)), State(Matrix(80, 110, 150))],
            ReferenceCard.Middle([session])
        );
        Assert.Equal(60, card[Bands.All[0], Slide]!.Value.Position);
        Assert.Equal(100, card[Bands.All[1], Slide]!.Value.Position);
        // A part split off since is counted from what the newest version says in its wind.
        Assert.Equal(110, card[split.All[2], Slide]!.Value.Position);
        // A control that was never published, from the middle one of the marks sailed.
        Assert.Equal(2, card[Bands.All[0], Luff]!.Value.Position);
        Assert.Null(new ReferenceCard(PlanMode.Usual, [])[Bands.All[0], Slide]);
    }

    private static Cell Inches(double inches) => Cell.Of(new Mark(inches * 25.4), 0, "", "", CellSource.Entered).Value;
}
