using CsCheck;
using Regatta.Store;
using Regatta.Web.Drawings;

namespace Regatta.Web.Tests.Drawings;

public sealed class DrawingTests
{
    internal static readonly Control Slide = TestControls.Slide(
        new LengthScale(LengthUnit.Centimetre, Length.FromMillimetres(0), Length.FromMillimetres(200), Length.FromMillimetres(10))
    );

    private static readonly Control Look = TestControls.Look;

    internal static readonly WindBands Bands = WindBands
        .Of([
            new(new(1), "light", Speed.FromKnots(0), Speed.FromKnots(10)),
            new(new(2), "strong", Speed.FromKnots(10), Speed.FromKnots(20)),
        ])
        .Value;

    internal static readonly ClassDefinition Class = new(
        "t",
        "T",
        "f",
        "a",
        new(Angle.FromDegrees(3), Angle.FromDegrees(1), Speed.FromKnots(10), 0.1),
        Bands,
        [Slide, Look],
        []
    );

    [Theory]
    [InlineData("14 1/2 in", 9, "14 1/2 in")]
    [InlineData("14 1/2 in", 6, "14 1/2|in")]
    [InlineData("14 1/2 in", 3, "14|1/2|in", 3)]
    [InlineData("14 1/2 in", 3, "")]
    [InlineData("14.25", 4, "")]
    public void A_value_stands_whole_or_not_at_all(string text, int room, string lines, int most = 2) =>
        Assert.Equal(lines, string.Join('|', Svg.Whole(text, room, most)));

    [Fact]
    public void The_ruler_is_linear_from_calm_to_the_last_band()
    {
        var ruler = new WindRuler(100, 300, Bands);
        Assert.Equal(100, ruler.At(Speed.FromKnots(0)));
        Assert.Equal(200, ruler.At(Speed.FromKnots(10)), 9);
        Assert.Equal(300, ruler.At(Speed.FromKnots(45)), 9);
    }

    [Theory]
    [InlineData(SpeedUnit.Knot)]
    [InlineData(SpeedUnit.MetrePerSecond)]
    [InlineData(SpeedUnit.MilePerHour)]
    [InlineData(SpeedUnit.KilometrePerHour)]
    [InlineData(SpeedUnit.Beaufort)]
    public void Ticks_rise_stay_on_the_ruler_and_keep_apart_in_every_unit(SpeedUnit unit)
    {
        var ticks = new WindRuler(0, 300, Bands).Ticks(unit).ToList();
        Assert.InRange(ticks.Count, 3, 16);
        Assert.All(ticks.Zip(ticks.Skip(1)), pair => Assert.True(pair.Second.X > pair.First.X));
        Assert.InRange(ticks[^1].X, 0, 300);
    }

    [Fact]
    public void Beaufort_ticks_stand_where_each_force_begins()
    {
        var ruler = new WindRuler(0, 200, Bands);
        Assert.Equal([1, 2, 3, 4, 5], ruler.BeaufortTicks().Select(tick => tick.Force));
        Assert.Equal(ruler.At(Speed.FromKnots(11)), ruler.BeaufortTicks().Single(tick => tick.Force == 4).X);
    }

    [Fact]
    public void Tints_go_from_light_to_strong() => Assert.Equal([0, 1], Bands.All.Select(new WindRuler(0, 1, Bands).Depth));

    [Theory]
    [InlineData("creases just gone", 10, 3, new[] { "creases", "just gone" })]
    [InlineData("one two three four", 7, 2, new[] { "one two", "three…" })]
    [InlineData("incomprehensible", 6, 2, new[] { "incom…" })]
    [InlineData("", 6, 2, new string[0])]
    public void Words_wrap_into_their_band(string text, int letters, int lines, string[] wrapped) =>
        Assert.Equal(wrapped, Svg.Wrap(text, letters, lines));

    [Fact]
    public void Coordinates_are_short_and_speak_no_local_dialect()
    {
        Assert.Equal("12.3", Svg.N(12.3456));
        Assert.Equal("-0.5", Svg.N(-0.5));
        Assert.Equal("0.12", Svg.Opacity(0.1234));
    }

    [Fact]
    public void A_lane_steps_from_band_to_band_and_breaks_at_an_empty_cell()
    {
        var whole = Lanes(LayerOf(Matrix(50, 150), [])).Lanes[0];
        Assert.Single(whole.StepPath.Split('M', StringSplitOptions.RemoveEmptyEntries));
        Assert.Contains("V", whole.StepPath);
        Assert.True(whole.Cells[0].MarkY > whole.Cells[1].MarkY, "A higher mark stands higher.");
        var broken = Lanes(LayerOf(Matrix(null, 150), [])).Lanes[0];
        Assert.DoesNotContain("V", broken.StepPath);
        Assert.Null(broken.Cells[0].MarkY);
        Assert.Equal(["–"], broken.Cells[0].Lines);
    }

    [Fact]
    public void A_range_is_two_lines_and_no_step_between_them()
    {
        var range = Cell.Between(new(20), new(120), "", "", CellSource.Entered).Value;
        var mark = Cell.Of(new Mark(150), 10, "", "", CellSource.Entered).Value;
        Matrix matrix = new(
            Bands,
            Class.Controls,
            new Dictionary<CellAddress, Cell> { [new(new(1), Slide.Key)] = range, [new(new(2), Slide.Key)] = mark }
        );
        var lane = Lanes(LayerOf(matrix, [])).Lanes[0];
        var parts = lane.StepPath.Split('M', StringSplitOptions.RemoveEmptyEntries);
        Assert.Equal(3, parts.Length);
        Assert.DoesNotContain("V", lane.StepPath);
        double YOf(string part) => double.Parse(part.Split(' ')[1].Split('H')[0], System.Globalization.CultureInfo.InvariantCulture);
        Assert.Equal(lane.Cells[0].RibbonTop!.Value, YOf(parts[0]), 1);
        Assert.Equal(lane.Cells[0].RibbonTop!.Value + lane.Cells[0].RibbonHeight, YOf(parts[1]), 1);
    }

    [Fact]
    public void A_tolerance_is_a_ribbon_around_its_mark()
    {
        var cell = Lanes(LayerOf(Matrix(50, 150), [])).Lanes[0].Cells[0];
        Assert.InRange(cell.MarkY!.Value, cell.RibbonTop!.Value, cell.RibbonTop.Value + cell.RibbonHeight);
    }

    [Theory]
    [InlineData(4, 1)]
    [InlineData(-4, -1)]
    [InlineData(0, 0)]
    public void A_logged_session_leans_as_its_tiller_did(double helm, int way)
    {
        var lane = Lanes(LayerOf(Matrix(50, 150), [Session(5, 60, helm)])).Lanes[0];
        var sideways = double.Parse(lane.SureSessions.Split('l')[1].Split(' ')[0], System.Globalization.CultureInfo.InvariantCulture);
        Assert.Equal(way, Math.Sign(sideways));
        Assert.Empty(lane.PartSessions);
    }

    [Fact]
    public void Sessions_on_one_spot_share_one_stroke_so_that_thousands_stay_light()
    {
        var lane = Lanes(LayerOf(Matrix(50, 150), [.. Enumerable.Range(0, 2000).Select(_ => Session(5, 60, 4))])).Lanes[0];
        Assert.Single(lane.SureSessions.Split('M', StringSplitOptions.RemoveEmptyEntries));
    }

    [Fact]
    public void Sessions_that_count_in_part_are_drawn_apart_and_worthless_ones_not_at_all()
    {
        var half = Session(5, 60, 4) with { Check = new(Helm(4), CheckGates.AllHeld.Without(Gate.Trimmed), null) };
        var none = Session(5, 60, 4) with { Check = new(Helm(4), CheckGates.AllHeld.Without(Gate.SteadyFullSpeed), null) };
        var lane = Lanes(LayerOf(Matrix(50, 150), [half, none])).Lanes[0];
        Assert.Empty(lane.SureSessions);
        Assert.Single(lane.PartSessions.Split('M', StringSplitOptions.RemoveEmptyEntries));
    }

    [Fact]
    public void What_is_set_by_eye_has_words_and_no_line()
    {
        var lane = Lanes(LayerOf(Matrix(50, 150), [])).Lanes[1];
        Assert.Empty(lane.StepPath);
        Assert.All(lane.Cells, cell => Assert.Equal(CellStatus.Empty, cell.Trust.Status));
    }

    [Fact]
    public void A_set_aside_proposal_rests_until_three_new_logs_speak_for_it()
    {
        SessionEvidence[] sessions = [.. Enumerable.Range(0, 12).Select(at => Session(5, 40 + (at * 5), 7 - (0.05 * at)))];
        var address = new CellAddress(new(1), Slide.Key);
        var offered = LayerOf(Matrix(50, 150), sessions).Proposals[address];
        var aside = new Decision(
            new(PlanMode.Usual, address),
            DecisionKind.SetAside,
            offered.From,
            offered.To,
            "",
            "",
            sessions.Length,
            "Ann",
            sessions.Max(session => session.SailedAt)
        );
        IEnumerable<SessionEvidence> New(int count, double helm) =>
            Enumerable.Range(0, count).Select(_ => Session(5, 50, helm) with { SailedAt = aside.At.AddHours(1) });
        Assert.Empty(LayerOf(Matrix(50, 150), sessions, aside).Proposals);
        Assert.Empty(LayerOf(Matrix(50, 150), [.. sessions, .. New(2, 7)], aside).Proposals);
        Assert.Empty(LayerOf(Matrix(50, 150), [.. sessions, .. New(3, 3)], aside).Proposals);
        Assert.NotEmpty(LayerOf(Matrix(50, 150), [.. sessions, .. New(3, 7)], aside).Proposals);
        Assert.NotEmpty(LayerOf(Matrix(50, 150), sessions, aside with { Kind = DecisionKind.Accepted }).Proposals);
    }

    [Fact]
    public void A_fit_is_kept_for_the_same_beliefs_and_bands_alone()
    {
        var key = new EvidenceBasis(Class, []).Key;
        Assert.Equal(key, new EvidenceBasis(Class with { Cautions = [new("Another.")] }, []).Key);
        ClassDefinition[] others =
        [
            Class with
            {
                Helm = Class.Helm with { PerHeelDegree = 0.2 },
            },
            Class with
            {
                Controls = [Look],
            },
            Class with
            {
                Bands = WindBands.Of([Bands.All[0]]).Value,
            },
        ];
        Assert.All(others, other => Assert.NotEqual(key, new EvidenceBasis(other, []).Key));
    }

    [Fact]
    public void A_band_seen_large_fills_the_ruler_and_its_scale_closes_in_on_its_marks()
    {
        var view = LayerOf(Matrix(50, 150), [Session(5, 60, 3)]);
        var (whole, large) = (LaneDrawing.Kept(view, null, SpeedUnit.Knot), LaneDrawing.Kept(view, Bands.All[0], SpeedUnit.Knot));
        Assert.True(large.Lanes[0].Cells[0].Width > 1.2 * whole.Lanes[0].Cells[0].Width);
        Assert.True(large.Lanes[0].PerStep > 2 * whole.Lanes[0].PerStep);
        Assert.InRange(large.Lanes[0].Cells[0].MarkY!.Value, LaneSize.Tall.Top - 4, LaneSize.Tall.Bottom + 4);
        Assert.Same(whole, LaneDrawing.Kept(view, null, SpeedUnit.Knot));
    }

    [Fact]
    public void The_published_line_stays_behind_only_where_it_says_something_else()
    {
        var whole = LayerOf(Matrix(50, 150), []).Whole;
        Assert.Equal("", Lanes(new(whole, whole.Draft.State, PlanMode.Usual, Matrix(50, 150))).Lanes[0].Ghost);
        var other = Lanes(new(whole, whole.Draft.State, PlanMode.Usual, Matrix(80, 150))).Lanes[0];
        Assert.NotEqual(other.StepPath, other.Ghost);
        Assert.StartsWith("M", other.Ghost, StringComparison.Ordinal);
    }

    [Fact]
    public void Many_controls_stand_in_low_lanes_so_that_twelve_fit_on_one_screen()
    {
        var controls = Enumerable.Range(0, 12).Select(at => Slide with { Key = new($"slide-{at}") }).ToList();
        var whole = View(new(Class with { Controls = controls }, new Dictionary<CellPlace, Cell>()), [], null);
        Assert.Equal(LaneSize.Low, Lanes(whole.On(PlanMode.Usual)).Size);
        // A window of 800 less what stands above the lanes, at a scale of 877 to 900.
        Assert.True(12 * LaneSize.Low.Height * 877 / LaneDrawing.Width < 800 - 276);
    }

    /// <summary>A band split often enough is narrower than a letter; its class is drawn all the same.</summary>
    [Fact]
    public void Words_are_broken_into_whatever_room_there_is() =>
        Gen.Select(Gen.String[Gen.Char[" abcmn–½"], 0, 40], Gen.Int[-3, 30], Gen.Int[1, 4])
            .Sample(
                (text, room, lines) =>
                {
                    var wrapped = Svg.Wrap(text, room, lines);
                    Assert.True(wrapped.Count <= lines);
                    Assert.All(wrapped, line => Assert.InRange(line.Length, 1, Math.Max(room, 2)));
                    if (text.Trim().Length <= room)
                    {
                        Assert.Equal(string.Join(' ', text.Split(' ', StringSplitOptions.RemoveEmptyEntries)), string.Join(' ', wrapped));
                    }
                }
            );

    private static LaneDrawing Lanes(PlanModeView view) => LaneDrawing.Of(view, null, SpeedUnit.Knot);

    private static PlanModeView LayerOf(Matrix matrix, IReadOnlyList<SessionEvidence> sessions, Decision? decision = null) =>
        View(
                new(
                    Class with
                    {
                        Bands = matrix.Bands,
                    },
                    matrix.Cells.ToDictionary(cell => new CellPlace(PlanMode.Usual, cell.Key), cell => cell.Value)
                ),
                sessions,
                decision
            )
            .On(PlanMode.Usual);

    private static ClassView View(ClassState state, IReadOnlyList<SessionEvidence> sessions, Decision? decision) =>
        new(
            new(
                new(new(new(new(1), 1), "", 1, 1, 1, 1), state, new Dictionary<CellPlace, DraftCell>()),
                null,
                decision is null ? new Dictionary<CellPlace, Decision>() : new() { [decision.Place] = decision }
            ),
            Evidence(new(state.Definition, [state]), sessions),
            new(2026, 6, 1, 0, 0, 0, TimeSpan.Zero)
        );

    internal static ClassEvidence Evidence(EvidenceBasis basis, IReadOnlyList<SessionEvidence> sessions)
    {
        var based = new BasedEvidence(
            basis,
            sessions
                .GroupBy(session => session.PlanMode)
                .ToDictionary(
                    group => group.Key,
                    group => HelmFit.Of(basis.ModelOf(group.Key, ReferenceCard.Middle(group), []), [.. group])
                )
        );
        return new(based, based);
    }

    internal static Matrix Matrix(double? light, double? strong) =>
        new(
            Bands,
            Class.Controls,
            new[] { (1, light), (2, strong) }
                .Where(cell => cell.Item2 is not null)
                .ToDictionary(
                    cell => new CellAddress(new(cell.Item1), Slide.Key),
                    cell => Cell.Of(new Mark(cell.Item2!.Value), 10, "", "", CellSource.Entered).Value
                )
        );

    internal static SessionEvidence Session(double knots, double slide, double helm) =>
        new(
            1,
            new(2026, 5, 1, 0, 0, 0, TimeSpan.Zero),
            WindRange.Of(Speed.FromKnots(knots), Speed.FromKnots(knots), null).Value,
            new Dictionary<ControlKey, Mark> { [Slide.Key] = new(slide) },
            new(Helm(helm), CheckGates.AllHeld, null),
            Felt.Usual
        );

    private static HelmReading Helm(double degrees) => HelmReading.Of(Angle.FromDegrees(degrees), Angle.FromDegrees(degrees)).Value;
}
