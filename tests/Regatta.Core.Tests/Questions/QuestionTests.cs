using CsCheck;
using Regatta.Core.Tests.Evidence;
using Regatta.Formats.Kits;

namespace Regatta.Core.Tests.Questions;

public sealed class QuestionTests
{
    private static readonly WordAnswer Words = new([new("low", AnswerMeaning.TooLittle), new("right", AnswerMeaning.Fine)], true);

    [Fact]
    public void A_word_is_answered_as_it_is_offered_and_others_are_told_what_there_is()
    {
        Assert.Equal(new Answer("right", null, AnswerMeaning.Fine), Words.Read(" Right ").Value);
        Assert.Contains("none of the answers: low, right", Words.Read("left").Problem, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("9", AnswerMeaning.Stop, "9 cm")]
    [InlineData("11 cm", AnswerMeaning.TooLittle, "11 cm")]
    [InlineData("10.6", AnswerMeaning.TooLittle, "11 cm")]
    [InlineData("25", AnswerMeaning.Fine, "25 cm")]
    public void A_number_means_what_its_range_means_and_goes_by_its_step(string text, AnswerMeaning means, string said)
    {
        // Common practice, no source: 7 to 10 cm of freeboard left is the sign to reef.
        var freeboard = new NumberAnswer(
            "cm",
            0,
            80,
            1,
            [new(0, AnswerMeaning.Stop), new(11, AnswerMeaning.TooLittle), new(20, AnswerMeaning.Fine)]
        );
        Assert.Equal((means, said), (freeboard.Read(text).Value.Means, freeboard.Read(text).Value.Said));
    }

    [Fact]
    public void A_number_off_its_ends_or_of_another_unit_is_refused()
    {
        var clicks = new NumberAnswer("clicks", 0, 8, 1, [new(0, AnswerMeaning.Fine), new(3, AnswerMeaning.TooMuch)]);
        Assert.Contains("between 0 clicks and 8 clicks", clicks.Read("9").Problem, StringComparison.Ordinal);
        Assert.Contains("not understood", clicks.Read("3 cm").Problem, StringComparison.Ordinal);
        Assert.Equal(AnswerMeaning.Fine, clicks.Read("2").Value.Means); // two clicks at the most: common practice
    }

    /// <summary>What is shown of an answer reads back as that answer, for every kit's every question.</summary>
    [Fact]
    public void What_an_answer_said_reads_back_as_the_same_answer() =>
        Gen.Select(Gen.OneOfConst([.. StarterKits.All.SelectMany(kit => kit.Class.Questions)]), Gen.Double[0, 1])
            .Sample(
                (question, at) =>
                {
                    var answer = question.Form switch
                    {
                        WordAnswer words => words.Read(words.Offered[(int)(at * (words.Offered.Count - 1))].Text).Value,
                        NumberAnswer number => number
                            .Read(NumberText.Exact(Math.Round(number.Least + (at * (number.Most - number.Least)))))
                            .Value,
                        ScaleAnswer scale => scale
                            .Read(
                                scale.Scale.Show(
                                    scale.Scale.Snap(
                                        new(scale.Scale.Min.Position + (at * (scale.Scale.Max.Position - scale.Scale.Min.Position)))
                                    )
                                )
                            )
                            .Value,
                        _ => throw new InvalidOperationException(),
                    };
                    return question.Form.Read(answer.Said).Value == answer;
                },
                iter: 3000
            );

    [Fact]
    public void A_question_with_one_answer_or_twice_the_same_is_refused_and_leaves_the_class_as_it_was()
    {
        var state = new ClassState(TestBoat.Class, new Dictionary<CellPlace, Cell>());
        ClassChange Put(params AnswerWord[] words) => new PutQuestion(new(new("slot"), "Slot even?", new WordAnswer(words, false)));
        Assert.Contains("one answer asks nothing", Put(new AnswerWord("yes", AnswerMeaning.Fine)).On(state, ClassUse.None).Problem);
        Assert.Contains(
            "are the same",
            Put(new AnswerWord("yes", AnswerMeaning.Fine), new("Yes", AnswerMeaning.Stop)).On(state, ClassUse.None).Problem
        );
        var asked = Put(new AnswerWord("yes", AnswerMeaning.Fine), new("no", AnswerMeaning.TooMuch)).On(state, ClassUse.None).Value;
        Assert.Equal("slot", Assert.Single(asked.Definition.Questions).Key.Name);
        var retired = new RetireQuestion(new("slot")).On(asked, ClassUse.None).Value;
        Assert.Empty(retired.Definition.Questions);
        Assert.NotNull(retired.Definition.FindQuestion(new("slot")));
        var again = new PutQuestion(retired.Definition.RetiredQuestions[0]).On(retired, ClassUse.None).Value;
        Assert.Empty(again.Definition.RetiredQuestions);
    }

    [Fact]
    public void A_question_is_asked_with_its_sails_in_its_mode_from_its_band_on()
    {
        var bands = TestBoat.Bands;
        var question = new Question(new("q"), "Q?", Words) { Modes = [new("reach")], FromBand = bands.All[1].Id };
        PlanMode In(string mode) => new(new("full"), new(mode));
        Assert.True(question.IsAsked(In("reach"), bands.All[1], bands));
        Assert.True(question.IsAsked(In("reach"), bands.All[2], bands));
        Assert.False(question.IsAsked(In("reach"), bands.All[0], bands));
        Assert.False(question.IsAsked(In("upwind"), bands.All[2], bands));
        // A band that is gone no longer holds it back.
        Assert.True((question with { FromBand = new(99) }).IsAsked(In("reach"), bands.All[0], bands));
    }

    [Fact]
    public void Whether_a_target_is_met_is_asked_wherever_a_cell_names_one()
    {
        var matrix = TestBoat.Matrix(60, 80, 100);
        var looking = matrix.With([
            new(
                new(TestBoat.Bands.All[1].Id, TestBoat.Slide.Key),
                matrix[TestBoat.Bands.All[1], TestBoat.Slide]!.Looking("blocks apart").Value
            ),
        ]);
        var asked = TestBoat.Class.Asked(looking, PlanMode.Usual, TestBoat.Bands.All[1]);
        Assert.Contains("blocks apart", Assert.Single(asked).Asks, StringComparison.Ordinal);
        Assert.Equal(TestBoat.Slide.Key, TestBoat.Class.Subject(asked[0].Key));
        Assert.Empty(TestBoat.Class.Asked(looking, PlanMode.Usual, TestBoat.Bands.All[0]));
    }

    // Common practice, no source: what each kind of boat looks at.
    [Theory]
    [InlineData("radio-yacht", BalanceKind.Radio, "clicks", "tops", "sheet-eased", "twist-equal")]
    [InlineData("sailboard", BalanceKind.Sailboard, "sleeve", "one-hand", "forearms", "strap-fit")]
    [InlineData("catamaran-with-skegs", BalanceKind.TwoRudders, "bears-away", "rudders-heavy", "block-to-block", "beam-gap")]
    [InlineData("trimaran-with-reefs", BalanceKind.Tiller, "freeboard", "flutter", "nose", "car")]
    [InlineData("keelboat", BalanceKind.Tiller, "lookout", "boom", "jib-gap", "telltales")]
    [InlineData("lateen-board-boat", BalanceKind.Tiller, "head-line", "clearance", "luffing", "sail-over-hull")]
    [InlineData("una-rig", BalanceKind.Tiller, "block-to-block", "battens", "windward-heel", "strap")]
    [InlineData("sloop-dinghy", BalanceKind.Tiller, "slot", "leech-top", "backing", "luffing")]
    [InlineData("asymmetric", BalanceKind.Tiller, "kite-luff", "soak-heel", "kite-pull", "bears-away")]
    public void Each_kit_brings_its_own_check_and_questions(string kit, BalanceKind kind, params string[] keys)
    {
        var definition = StarterKits.Find(kit)!.Class;
        Assert.Equal(kind, definition.Balance.Kind);
        Assert.Empty(keys.Except(definition.Questions.Select(question => question.Key.Name)));
        Assert.All(definition.Questions, question => Assert.Null(question.Form.Problem()));
        Assert.Contains(definition.Questions, question => question.Teaches.Length > 0);
    }

    [Fact]
    public void Kinds_of_check_have_their_own_gates_and_close_hauled_is_asked_where_she_is_sailed_to_windward()
    {
        foreach (var kind in Enum.GetValues<BalanceKind>())
        {
            var check = new BalanceCheck(kind, null);
            Assert.Contains(check.Gates(upwind: true), gate => gate.Gate == Gate.CloseHauled);
            Assert.DoesNotContain(check.Gates(upwind: false), gate => gate.Gate == Gate.CloseHauled);
        }

        Assert.DoesNotContain(new BalanceCheck(BalanceKind.Sailboard, null).Gates(true), gate => gate.Gate == Gate.RudderCentred);
        Assert.Contains(new BalanceCheck(BalanceKind.Radio, null).Gates(true), gate => gate.Gate == Gate.HandsOff);
        Assert.Contains(
            "15° of heel",
            new BalanceCheck(BalanceKind.Tiller, Angle.FromDegrees(15)).Gates(true).Single(gate => gate.Gate == Gate.Flat).Words
        );
        Assert.Equal("2 of back-hand pull", new BalanceCheck(BalanceKind.Sailboard, null).Describe(Angle.FromDegrees(2)));
    }

    [Fact]
    public void A_gate_that_was_asked_and_did_not_hold_takes_weight_and_one_nobody_asked_takes_none()
    {
        var helm = HelmReading.Of(Angle.FromDegrees(3), Angle.FromDegrees(3)).Value;
        double Weight(Gate asked, Gate held) => CheckValidity.Weigh(new(helm, new(asked, held), null)).Weight;
        Assert.Equal(1, Weight(CheckGates.Usual, CheckGates.Usual));
        Assert.Equal(0, Weight(CheckGates.Usual | Gate.CloseHauled, CheckGates.Usual));
        Assert.Equal(0.5, Weight(Gate.RigUpright | Gate.SteadyFullSpeed, Gate.SteadyFullSpeed));
        Assert.Equal(0.5, Weight(Gate.DraftSteady | Gate.SteadyFullSpeed, Gate.SteadyFullSpeed));
        Assert.Equal(0.5, Weight(CheckGates.Usual | Gate.HandsOff, CheckGates.Usual));
    }
}
