using Regatta.Store;
using Regatta.Web.Drawings;
using static Regatta.Web.Tests.Drawings.DrawingTests;

namespace Regatta.Web.Tests.Drawings;

/// <summary>The fleet at a glance, the queue, what became of decisions, and the drawings of both.</summary>
public sealed class FleetDrawingTests
{
    private static readonly DateTimeOffset Today = new(2026, 6, 1, 0, 0, 0, TimeSpan.Zero);

    [Fact]
    public void What_to_do_next_goes_from_publishing_to_deciding_to_logging_to_sailing_on()
    {
        var matrix = Matrix(50, 150);
        Assert.Contains("Nothing is published", ClassCover.Of(View(matrix, [], published: false)).Next);
        var off = Season(5, 7);
        Assert.Equal("Decide: light, slide.", ClassCover.Of(View(matrix, off)).Next);
        Assert.Equal("3 helm checks more in strong, and the logs can tell.", ClassCover.Of(View(matrix, Season(5, 3))).Next);
        Assert.Equal(
            "One helm check more in strong, and the logs can tell.",
            ClassCover.Of(View(matrix, [.. Season(5, 3), .. Season(15, 3).Take(2)])).Next
        );
        var all = ClassCover.Of(View(matrix, [.. Season(5, 3), .. Season(15, 3)]));
        Assert.Equal(("Well covered. Sail on, and log.", "/evidence"), (all.Next, all.At));
        var changed = View(matrix, [.. Season(5, 3), .. Season(15, 3)], Matrix(51, 150));
        Assert.Equal("1 change waits to be published.", ClassCover.Of(changed).Next);
        var unmarked = ClassCover.Of(View(Matrix(50, null), [.. Season(5, 3), .. Season(15, 3)]));
        Assert.StartsWith("Slide has no mark in strong", unmarked.Next, StringComparison.Ordinal);
    }

    [Fact]
    public void What_is_covered_is_the_share_of_runs_on_supported_marks()
    {
        Assert.Null(ClassCover.Of(View(Matrix(50, 150), [])).Covered);
        var cover = ClassCover.Of(View(Matrix(50, 150), [.. Season(5, 3), .. Season(15, 3).Take(2)]));
        Assert.Equal([12, 2], cover.Bands.Select(band => band.Runs));
        // Of two controls the one without a mark is empty: half of the light band's cells are supported, none of the strong one's.
        Assert.Equal([0.5, 0], cover.Bands.Select(band => band.Supported));
        Assert.Equal(12 * 0.5 / 14, cover.Covered!.Value, 9);
        var drawing = CoverDrawing.Of(cover, CoverDrawing.AxisOf([cover]), SpeedUnit.Knot);
        Assert.Equal(2, drawing.Bands.Count);
        Assert.True(drawing.Bands[0].Runs > drawing.Bands[1].Runs);
        Assert.All(drawing.Blocks, block => Assert.InRange(block.Y + block.Height, 0, CoverDrawing.Height + 1e-9));
        Assert.Equal((CoverDrawing.Height - 14) * 2, drawing.Blocks.Sum(block => block.Height), 6);
        Assert.Contains("light, 0 to 10 knots: 1 empty, 1 supported, 12 runs", drawing.Label, StringComparison.Ordinal);
    }

    [Fact]
    public void The_queue_puts_first_what_gains_most_in_wind_that_blows_and_for_most_boats()
    {
        var little = View(Matrix(50, 150), [.. Season(5, 5.5)]);
        var much = View(Matrix(50, 150), [.. Season(5, 7)]);
        var queue = ProposalQueue.Of([little, much], [], Length.FromMetres(10));
        Assert.Equal(2, queue.Count);
        Assert.True(queue[1].Gain > 0 && queue[0].Worth >= queue[1].Worth);
        // Without a station what was sailed stands for what blows: one of two bands, 13 of 14.
        Assert.Equal(13.0 / 14, queue[0].Blows, 9);
        // With one it is what was measured, at the class's height.
        var blocks = Enumerable.Range(0, 200).Select(at => Block(at, at < 20 ? 5 : 18)).ToList();
        var measured = ProposalQueue.Of([much], blocks, much.Class.WindHeight);
        Assert.Equal(0.1, Assert.Single(measured).Blows, 9);
    }

    [Fact]
    public void A_decision_came_true_or_not_by_what_was_sailed_since_and_too_few_runs_tell_nothing()
    {
        var address = new CellAddress(new(1), Slide.Key);
        Decision Taken(double from, double to, DateTimeOffset at) =>
            new(new(PlanMode.Usual, address), DecisionKind.Accepted, new(from), new(to), "", "", 3, "Ann", at);
        var runs = Season(5, 7).ToList();
        var before = runs.Min(run => run.SailedAt).AddDays(-1);
        var view = View(Matrix(60, 150), runs);
        // More slide means less weather helm in this class, and she carries too much.
        Assert.True(Assert.Single(ProposalQueue.Follow(view, [Taken(50, 60, before)])).CameTrue);
        Assert.False(Assert.Single(ProposalQueue.Follow(view, [Taken(60, 50, before)])).CameTrue);
        Assert.Null(Assert.Single(ProposalQueue.Follow(view, [Taken(50, 60, Today)])).CameTrue);
        Assert.Empty(ProposalQueue.Follow(view, [Taken(50, 60, before) with { Kind = DecisionKind.SetAside }]));
        var gone = Taken(50, 60, before) with { Place = new(PlanMode.Usual, new(new(9), Slide.Key)) };
        Assert.Empty(ProposalQueue.Follow(view, [gone]));
    }

    [Fact]
    public void Where_a_proposal_was_taken_nothing_further_is_proposed_before_it_was_sailed()
    {
        var runs = Season(5, 7).ToList();
        var address = new CellAddress(new(1), Slide.Key);
        var offered = View(Matrix(50, 150), runs).On(PlanMode.Usual).Proposals[address];
        var taken = new Decision(
            new(PlanMode.Usual, address),
            DecisionKind.Accepted,
            offered.From,
            offered.To,
            "",
            "",
            3,
            "Ann",
            runs.Max(run => run.SailedAt).AddDays(1)
        );
        var now = Matrix(offered.To.Position, 150);
        Assert.NotEmpty(View(now, runs).On(PlanMode.Usual).Proposals);
        Assert.Empty(View(now, runs, decision: taken).On(PlanMode.Usual).Proposals);
        List<SessionEvidence> more =
        [
            .. runs,
            .. Enumerable.Range(0, 3).Select(_ => Session(5, offered.To.Position, 7) with { SailedAt = taken.At.AddDays(1) }),
        ];
        Assert.NotEmpty(View(now, more, decision: taken).On(PlanMode.Usual).Proposals);
    }

    [Fact]
    public void What_was_set_aside_until_a_day_comes_back_on_it_and_not_before()
    {
        var runs = Season(5, 7).ToList();
        var address = new CellAddress(new(1), Slide.Key);
        var offered = View(Matrix(50, 150), runs).On(PlanMode.Usual).Proposals[address];
        Decision Aside(DateOnly? until) =>
            new(new(PlanMode.Usual, address), DecisionKind.SetAside, offered.From, offered.To, "", "new sail", 3, "Ann", Today)
            {
                AsideUntil = until,
            };
        bool Comes(DateOnly? until) => View(Matrix(50, 150), runs, decision: Aside(until)).On(PlanMode.Usual).Proposals.Count > 0;
        Assert.False(Comes(null));
        Assert.False(Comes(DateOnly.FromDateTime(Today.UtcDateTime).AddDays(1)));
        Assert.True(Comes(DateOnly.FromDateTime(Today.UtcDateTime)));
    }

    [Fact]
    public void Rows_of_one_axis_are_compared_at_a_look_whatever_they_hold()
    {
        foreach (var furthest in new[] { 0, 0.013, 0.21, 0.79, 3.9, 47, 90 })
        {
            var axis = DegreeAxis.Of([-furthest / 3, furthest]);
            Assert.True(axis.Reach >= furthest);
            var ticks = axis.Ticks.ToList();
            Assert.InRange(ticks.Count, 3, 5);
            Assert.Equal(ticks.Select(tick => tick.X).Order(), ticks.Select(tick => tick.X));
            Assert.Equal((DegreeAxis.Width / 2, 0.0), ticks[ticks.Count / 2]);
            Assert.All(ticks, tick => Assert.InRange(tick.X, 0, DegreeAxis.Width));
            Assert.Equal(axis.X(axis.Reach), axis.X(2 * axis.Reach));
            Assert.Equal(DegreeAxis.Width, axis.X(furthest / 2) + axis.X(-furthest / 2), 9);
        }

        var row = new EffectRow("Gooseneck", new(-0.4, 0.1, double.PositiveInfinity), new(-0.2, 0.2, double.PositiveInfinity), "");
        Assert.Equal([-0.5645, -0.2355, -0.529, 0.129], row.Ends.Select(end => Math.Round(end, 4)));
    }

    [Fact]
    public void What_is_left_over_lies_along_the_axis_and_its_mean_among_it()
    {
        var band = Bands.All[0];
        List<Residual> residuals = [.. new[] { -1.0, 0, 0.5, 9 }.Select(degrees => new Residual(Session(5, 50, 3), band, degrees))];
        var strip = ResidualStrip.Of("Wren", residuals);
        Assert.InRange(strip.Mean, strip.Degrees.Min(), strip.Degrees.Max());
        Assert.Equal("Wren: 4 runs, on average +2.1° of what is expected", strip.Label);
        Assert.Equal(4, strip.Path(DegreeAxis.Of(strip.Degrees)).Count(letter => letter == 'M'));
    }

    [Fact]
    public void From_above_the_boom_stands_to_leeward_and_the_head_further_out()
    {
        SidePoint At(double x, double z) => new(Length.FromMetres(x), Length.FromMetres(z));
        var hull = new SideShape("hull", [At(0, 0), At(0, -0.2), At(4, -0.2), At(4, 0)]);
        var board = new SideShape("board", [At(2, -0.2), At(2, -1), At(2.4, -1), At(2.4, -0.2)]);
        var main = new SideShape("main", [At(0.3, 1), At(2.6, 1), At(2.6, 6)]);
        var jib = new SideShape("jib", [At(2.7, 0.8), At(3.9, 0.6), At(2.7, 4)]);
        var boat = new BoatDrawing(Length.FromMetres(4), At(2.6, 0.3), hull, board, null);
        var balance = BoatBalance.Of(boat, [main, jib], BoatPose.AsDrawn)!;
        var top = TopDrawing.Of(boat, balance, Angle.FromDegrees(10), Angle.FromDegrees(8));
        double Across(string line) =>
            double.Parse(line.Split('L', ' ')[2], System.Globalization.CultureInfo.InvariantCulture) - (TopDrawing.Width / 2);
        Assert.True(Across(top.Boom) > 0);
        // The head's line is shorter and stands further out for its length.
        Assert.True(Across(top.Head!) / 0.8 > Across(top.Boom));
        Assert.True(Across(top.Headsail!) > 0);
        Assert.Equal(0, Across(TopDrawing.Of(boat, balance, default, null).Boom), 6);
        Assert.Null(TopDrawing.Of(boat, balance, default, null).Head);
        Assert.Null(TopDrawing.Of(boat, BoatBalance.Of(boat, [main], BoatPose.AsDrawn)!, default, null).Headsail);
    }

    private static WindSummary Block(int at, double knots) =>
        new(
            Today.AddMinutes(10 * at),
            Today.AddMinutes(10 * (at + 1)),
            Speed.FromKnots(knots),
            Speed.FromKnots(knots + 3),
            Speed.FromKnots(knots - 2),
            null,
            null,
            600
        );

    /// <summary>Twelve runs in a wind, about a helm, at slides that tell what one does.</summary>
    private static IEnumerable<SessionEvidence> Season(double knots, double helm) =>
        Enumerable
            .Range(0, 12)
            .Select(at =>
                Session(knots, (knots < 10 ? 40 : 140) + (at % 3 * 10), helm + (at % 2 == 0 ? 0.2 : -0.2)) with
                {
                    SailedAt = Today.AddDays(at - 30),
                    Number = at + 1,
                }
            );

    private static ClassView View(
        Matrix matrix,
        IEnumerable<SessionEvidence> sessions,
        Matrix? draft = null,
        bool published = true,
        Decision? decision = null
    )
    {
        ClassState State(Matrix of) =>
            new(
                Class with
                {
                    Bands = of.Bands,
                },
                of.Cells.ToDictionary(cell => new CellPlace(PlanMode.Usual, cell.Key), cell => cell.Value)
            );
        var state = State(matrix);
        return new(
            new(
                new(new(new(new(1), 1), "", 1, 1, 1, 1), State(draft ?? matrix), new Dictionary<CellPlace, DraftCell>()),
                published ? new(1, Today.AddDays(-100), "Ann", "", state) : null,
                decision is null ? new Dictionary<CellPlace, Decision>() : new() { [decision.Place] = decision }
            ),
            Evidence(new(state.Definition, [state]), [.. sessions]),
            Today
        );
    }
}
