using Regatta.Web.Access;
using Regatta.Web.Forms;
using Regatta.Web.Pages.Logging;
using Regatta.Web.Pages.Tuning;

namespace Regatta.Web.Tests.Forms;

public sealed class FormTests
{
    private static readonly Control Slide = TestControls.Slide(
        new LengthScale(
            LengthUnit.Inch,
            Length.From(10, LengthUnit.Inch),
            Length.From(20, LengthUnit.Inch),
            Length.From(0.5, LengthUnit.Inch)
        )
    );

    private static readonly Control Look = TestControls.Look;

    private static readonly ClassDefinition Class = new(
        "t",
        "T",
        "f",
        "a",
        new(Angle.FromDegrees(3), Angle.FromDegrees(1), Speed.FromKnots(10), 0.1),
        WindBands.Of([new(new(1), "light", Speed.FromKnots(0), Speed.FromKnots(10))]).Value,
        [Slide, Look],
        []
    )
    {
        Questions = [ClassQuestions.Luffing],
    };

    private static readonly Dictionary<string, string> Whole = new()
    {
        ["logKey"] = "3b784919-f3c3-22fd-9509-d1890d4957a1",
        ["version"] = "2",
        ["windFrom"] = "10",
        ["windTo"] = "12 kn",
        ["gust"] = "15",
        ["crewMass"] = "160 lb",
        ["mark-slide"] = "14 1/2",
        ["helmPort"] = "4",
        ["helmStarboardWord"] = "light tug",
        ["heel"] = "5",
        ["rudderCentred"] = "held",
        ["steadyFullSpeed"] = "held",
        ["trimmed"] = "held",
        ["answer-luffing"] = "together",
        ["closeHauled"] = "held",
        ["felt"] = "Fast",
        ["note"] = " chop ",
    };

    [Fact]
    public void A_form_reader_keeps_the_first_sentence_of_each_field()
    {
        var form = new FormReader();
        form.Refuse("a", "first");
        form.Refuse("a", "second");
        Assert.Equal("first", form.Problems["a"]);
        Assert.False(form.Ok);
    }

    [Fact]
    public void A_field_that_may_be_empty_is_null_and_one_that_must_not_is_refused()
    {
        var form = new FormReader();
        Assert.Null(form.May("may", "  ", text => Parsed<int>.Good(1)));
        Assert.True(form.Ok);
        form.Need("need", "", "Write it.", text => Parsed<int>.Good(1));
        Assert.Equal("Write it.", form.Problems["need"]);
    }

    [Fact]
    public void A_password_is_never_sent_back()
    {
        var typed = new Dictionary<string, string> { ["password"] = "secret", ["name"] = "Ann" };
        Assert.Equal(
            "",
            (new Field("password", "Password", "") { Type = "password" }).Filled(typed, new Dictionary<string, string>()).Value
        );
        Assert.Equal("Ann", new Field("name", "Name", "").Filled(typed, new Dictionary<string, string>()).Value);
    }

    [Fact]
    public void A_whole_log_form_becomes_a_log()
    {
        var log = Read(Whole)!;
        Assert.Equal(Guid.Parse(Whole["logKey"]), log.Key);
        Assert.Equal((10, 12, 15), (log.Wind.From.Knots, log.Wind.To.Knots, log.Wind.Gust!.Value.Knots));
        Assert.Equal(72.57, log.CrewMass!.Value.Kilograms, 2);
        Assert.Equal(14.5 * 25.4, log.First.Marks[Slide.Key].Position, 6);
        Assert.Equal(3.5, log.First.Check!.Helm.Mean.Degrees);
        Assert.True(log.First.Check.Gates.Broken(Gate.Flat));
        Assert.Equal(CheckGates.Usual | Gate.CloseHauled, log.First.Check.Gates.Asked);
        Assert.Equal(5, log.First.Check.Heel!.Value.Degrees);
        Assert.Equal(
            new Core.Questions.Answer("together", null, Core.Questions.AnswerMeaning.Fine),
            log.First.Answers[ClassQuestions.Luffing.Key]
        );
        Assert.Equal((Felt.Fast, "chop", 2), (log.First.Felt, log.Note, log.Version));
    }

    [Fact]
    public void Typed_degrees_win_over_a_picked_word() =>
        Assert.Equal(4, Read(new(Whole) { ["helmPortWord"] = "heavy" })!.First.Check!.Helm.Port!.Value.Degrees);

    // The page writes the degrees of a picked word into the field beside it.
    [Theory]
    [InlineData("", "pull", "", "light tug", true)]
    [InlineData("6", "pull", "3", "light tug", true)]
    [InlineData("6", "pull", "", "", true)]
    [InlineData("6", "", "3", "", false)]
    [InlineData("5.5", "pull", "3", "light tug", false)]
    [InlineData("6", "pull", "4", "", false)]
    [InlineData("light tug", "", "", "", true)]
    public void A_helm_told_in_words_is_known_as_such(string port, string portWord, string starboard, string starboardWord, bool inWords)
    {
        var typed = new Dictionary<string, string>(Whole)
        {
            ["helmPort"] = port,
            ["helmPortWord"] = portWord,
            ["helmStarboard"] = starboard,
            ["helmStarboardWord"] = starboardWord,
        };
        Assert.Equal(inWords, Read(typed)!.First.Check!.InWords);
    }

    [Fact]
    public void A_log_without_helm_has_no_check_and_one_with_one_tack_has_half()
    {
        Assert.Null(Read(new(Whole) { ["helmPort"] = "", ["helmStarboardWord"] = "" })!.First.Check);
        Assert.False(Read(new(Whole) { ["helmPort"] = "" })!.First.Check!.Helm.BothTacks);
    }

    [Fact]
    public void A_log_may_hold_a_mark_between_two_steps_but_none_off_the_scale()
    {
        Assert.Equal(14.3 * 25.4, Read(new(Whole) { ["mark-slide"] = "14.3" })!.First.Marks[Slide.Key].Position, 6);
        Assert.Contains("off the scale", Problem(new(Whole) { ["mark-slide"] = "9" }, "mark-slide"));
        Assert.Empty(Read(new(Whole) { ["mark-slide"] = "" })!.First.Marks);
    }

    [Theory]
    [InlineData("windFrom", "", "at the least")]
    [InlineData("windTo", "", "at the most")]
    [InlineData("windTo", "8", "below its lower end")]
    [InlineData("gust", "9", "below the mean")]
    [InlineData("crewMass", "-4", "between 0 and")]
    [InlineData("crewMass", "9000", "between 0 and")]
    [InlineData("crewMass", "11 stone", "not a unit")]
    [InlineData("heel", "5 ft", "in degrees")]
    [InlineData("helmPort", "46", "more than any rudder")]
    [InlineData("helmStarboardWord", "loads", "not a number")]
    public void What_is_wrong_is_said_beside_its_field(string field, string typed, string says) =>
        Assert.Contains(says, Problem(new(Whole) { [field] = typed }, field.Replace("Word", "", StringComparison.Ordinal)));

    [Theory]
    [InlineData("9", "9", null)]
    [InlineData("12", "9", 12.0)]
    [InlineData("15", "15", 15.0)]
    public void A_gust_the_log_opened_with_does_not_stand_in_the_way_of_a_stronger_wind(string gust, string heard, double? counts)
    {
        var wind = Read(new(Whole) { ["gust"] = gust, ["gustHeard"] = heard })!.Wind;
        Assert.Equal(counts, wind.Gust is { } kept ? Math.Round(kept.Knots, 6) : null);
    }

    [Fact]
    public void Wind_by_sight_is_a_range_whatever_was_prefilled()
    {
        var wind = Read(new(Whole) { ["sight"] = "3" })!.Wind;
        Assert.Equal((7, 11), (Math.Round(wind.From.Knots, 6), Math.Round(wind.To.Knots, 6)));
        Assert.NotEqual(wind, Read(new(Whole) { ["sight"] = "" })!.Wind);
    }

    [Fact]
    public void A_note_too_long_is_refused_with_its_length() =>
        Assert.Contains("it has 1001", Problem(new(Whole) { ["note"] = new string('x', 1001) }, "note"));

    [Theory]
    [InlineData("4", "", -1, 96)]
    [InlineData("4", "", 1, 144)]
    [InlineData("", "lee helm", 1, 102)]
    [InlineData("nonsense", "", 1, 120)]
    [InlineData("40", "", 1, 210)]
    public void Weather_helm_holds_the_tiller_to_windward(string typed, string word, int windward, double tip) =>
        Assert.Equal(tip, new TillerField(BalanceCheck.Usual, "f", "tack", windward, typed, word, null).TipX);

    [Fact]
    public void A_cell_form_reads_back_the_cell_it_was_filled_from()
    {
        var cell = new CellForm("14 1/2 in", "1/2 in", "", "mind the end cap", false, new Dictionary<string, string>())
            .Read(Slide, null)
            .Cell!;
        var (again, _) = CellForm.Of(cell, Slide).Read(Slide, cell);
        Assert.Equal(cell, again);
        Assert.Equal(12.7, cell.Tolerance, 9);
    }

    [Fact]
    public void A_mark_nobody_touched_stays_where_it_is_even_between_two_steps()
    {
        var between = Cell.Of(new(15.25 * 25.4), 12.7, "", "", CellSource.Entered).Value;
        Assert.Equal(between.Mark, (CellForm.Of(between, Slide) with { Note = "seen again" }).Read(Slide, between).Cell!.Mark);
        Assert.Contains(
            "between two steps",
            (CellForm.Of(between, Slide) with { Mark = "15 3/4" }).Read(Slide, between).Form.Problems["mark"]
        );
    }

    [Fact]
    public void A_cell_set_by_eye_asks_for_words_alone()
    {
        Assert.Equal(["target", "note"], CellForm.Of(null, Look).Fields(Look).Select(field => field.Name));
        var (cell, form) = new CellForm("", "", "", "", false, new Dictionary<string, string>()).Read(Look, null);
        Assert.Null(cell);
        Assert.Contains("Write a mark", form.Fields(Look).First().Problem);
        Assert.Equal(
            "top opens first",
            new CellForm("", "", "top opens first", "", false, new Dictionary<string, string>()).Read(Look, null).Cell!.Target
        );
    }

    [Theory]
    [InlineData("3.gooseneck", 3, "gooseneck")]
    [InlineData("12.jib-tack", 12, "jib-tack")]
    public void Cells_are_named_in_addresses_and_read_back(string name, int band, string control)
    {
        var address = CellNames.Read(name)!.Value;
        Assert.Equal((band, control), (address.Band.Number, address.Control.Name));
        Assert.Equal(name, address.Name());
    }

    [Theory]
    [InlineData(null)]
    [InlineData("gooseneck")]
    [InlineData("x.gooseneck")]
    public void Other_names_are_no_cells(string? name) => Assert.Null(CellNames.Read(name));

    private static readonly PublishedVersion Version = new(
        2,
        DateTimeOffset.UnixEpoch,
        "",
        "",
        new(Class, new Dictionary<CellPlace, Cell>())
    );

    private static readonly LogFormContext Context = new(
        Version,
        CardReader.OfTheClass,
        _ => new Dictionary<CellAddress, Proposal>(),
        SpeedUnit.Knot,
        MassUnit.Kilogram,
        text =>
            text.Length > 0 && DateTimeOffset.TryParse(text, System.Globalization.CultureInfo.InvariantCulture, out var at)
                ? Parsed<DateTimeOffset>.Good(at)
                : Parsed<DateTimeOffset>.Good(DateTimeOffset.UnixEpoch)
    );

    private static IReadOnlyList<CardReading> Cards(int runs) =>
        [.. Enumerable.Repeat(CardReading.Of(Version, new(Speed.FromKnots(9)), null, null, CardReader.OfTheClass), runs)];

    private static SessionLog? Read(Dictionary<string, string> typed) => new LogForm(typed).Read(Context, Cards(new LogForm(typed).Runs));

    private static string Problem(Dictionary<string, string> typed, string field)
    {
        var form = new LogForm(typed);
        Assert.Null(form.Read(Context, Cards(form.Runs)));
        return form.Problem(field) ?? "";
    }

    private static Dictionary<string, string> TwoRuns { get; } =
        new(Whole)
        {
            ["runs"] = "2",
            ["from"] = "2026-05-31T14:30:00Z",
            ["sailedAt"] = "2026-05-31T14:30:00Z",
            ["run2-from"] = "2026-05-31T15:10:00Z",
            ["run2-windFrom"] = "14",
            ["run2-windTo"] = "15",
            ["run2-mark-slide"] = "15",
            ["run2-felt"] = "Slow",
        };

    [Fact]
    public void Each_run_has_its_own_wind_marks_helm_answers_and_feel()
    {
        var log = Read(TwoRuns)!;
        Assert.Equal([11, 14.5], log.Runs.Select(run => run.Wind.Mean.Knots));
        Assert.Equal([368.3, 381], log.Runs.Select(run => Math.Round(run.Marks[Slide.Key].Position, 1)));
        Assert.Equal([Felt.Fast, Felt.Slow], log.Runs.Select(run => run.Felt));
        Assert.Equal([1, 0], log.Runs.Select(run => run.Answers.Count));
        Assert.Null(log.Runs[1].Check);
        Assert.Equal((10, 15, 15), (log.Wind.From.Knots, log.Wind.To.Knots, log.Wind.Gust!.Value.Knots));
    }

    [Theory]
    [InlineData("run2-from", "2026-05-31T14:30:00Z", "two runs cannot overlap")]
    [InlineData("run2-from", "2026-06-04T14:30:00Z", "on another day")]
    [InlineData("run2-windFrom", "", "at the least")]
    [InlineData("run2-mark-slide", "9", "off the scale")]
    [InlineData("answer-luffing", "sideways", "none of the answers")]
    public void What_is_wrong_in_a_run_is_said_beside_its_own_field(string field, string typed, string says) =>
        Assert.Contains(says, Problem(new(TwoRuns) { [field] = typed }, field));

    [Fact]
    public void A_further_run_takes_wind_and_marks_over_but_not_what_was_found()
    {
        var more = new LogForm(new LogForm(Whole).WithAnotherRun("2026-05-31T15:10"));
        Assert.Equal(2, more.Runs);
        Assert.Equal(("10", "14 1/2", "2026-05-31T15:10"), (more["run2-windFrom"], more["run2-mark-slide"], more["run2-from"]));
        Assert.Equal(("", "", ""), (more["run2-felt"], more["run2-helmPort"], more["run2-answer-luffing"]));
        var fewer = new LogForm(more.WithoutLastRun());
        Assert.Equal((1, "", "10"), (fewer.Runs, fewer["run2-windFrom"], fewer["windFrom"]));
    }

    [Fact]
    public void A_log_that_is_corrected_is_asked_the_gates_it_was_asked_then()
    {
        var typed = new Dictionary<string, string>(Whole) { ["gatesAsked"] = "rudderCentred steadyFullSpeed flat trimmed" };
        Assert.Equal(CheckGates.Usual, Read(typed)!.First.Check!.Gates.Asked);
        Assert.Equal(CheckGates.Usual | Gate.CloseHauled, Read(Whole)!.First.Check!.Gates.Asked);
    }
}
