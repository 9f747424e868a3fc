using static Regatta.Core.Tests.Evidence.TestBoat;

namespace Regatta.Core.Tests.Evidence;

/// <summary>Trust of marks that do not balance the helm, and of observed targets: by what runs said, and by nothing else.</summary>
public sealed class RunFeedbackTests
{
    private static readonly Control Sheet = new(
        new("sheet"),
        "Sheet",
        [],
        new TargetScale(),
        "corner",
        "boom end",
        "In.",
        WhenChanged.Racing,
        AsWindBuilds.Either,
        null
    );

    private static readonly Question AboutLuff = new(
        new("creases"),
        "Creases gone?",
        new WordAnswer([new("left", AnswerMeaning.TooLittle), new("gone", AnswerMeaning.Fine)], true)
    )
    {
        Control = Luff.Key,
    };

    private static readonly ClassDefinition Asking = Class with { Controls = [Slide, Luff, Sheet], Questions = [AboutLuff] };

    private static readonly Cell Target = Cell.Of(null, 0, "boom over the corner", "", CellSource.Entered).Value;

    private static readonly Cell Snug = Cell.Of(new(2), 0, "", "", CellSource.Entered).Value;

    private static readonly QuestionKey Met = ClassQuestions.KeyOfTarget(Sheet.Key);

    [Fact]
    public void An_observed_target_is_supported_or_contested_by_its_answers()
    {
        Assert.Equal(CellStatus.Supported, Judge(Sheet, Target, Said(3, Met, AnswerMeaning.Fine)).Status);
        Assert.Equal(CellStatus.Contested, Judge(Sheet, Target, Said(3, Met, AnswerMeaning.TooLittle)).Status);
        // Met, and slow all the same.
        Assert.Equal(CellStatus.Contested, Judge(Sheet, Target, Said(3, Met, AnswerMeaning.Fine, Felt.Slow)).Status);
        Assert.Contains("3 runs that looked for it", Judge(Sheet, Target, Said(3, Met, AnswerMeaning.Fine)).Why, StringComparison.Ordinal);
    }

    // What must not count.
    [Fact]
    public void Feel_without_a_look_other_questions_and_silence_say_nothing_of_a_target()
    {
        Assert.Equal(CellStatus.Entered, Judge(Sheet, Target, Said(5, null, AnswerMeaning.Fine, Felt.Fast)).Status);
        Assert.Equal(CellStatus.Entered, Judge(Sheet, Target, Said(5, AboutLuff.Key, AnswerMeaning.TooMuch)).Status);
        Assert.Equal(CellStatus.Entered, Judge(Sheet, Target, Said(5, new("nobody-asks"), AnswerMeaning.Fine)).Status);
        Assert.Equal(CellStatus.Entered, Judge(Sheet, Target, Said(2, Met, AnswerMeaning.Fine)).Status);
        Assert.Equal(CellStatus.Stale, Judge(Sheet, Target, Said(3, Met, AnswerMeaning.Fine, daysAgo: 400)).Status);
    }

    [Fact]
    public void A_mark_is_judged_by_feel_without_a_helm_check_and_an_answer_on_its_control_outweighs_feel()
    {
        Assert.Equal(CellStatus.Supported, Judge(Luff, Snug, Said(3, null, AnswerMeaning.Fine, Felt.Fast)).Status);
        Assert.Equal(CellStatus.Contested, Judge(Luff, Snug, Said(3, null, AnswerMeaning.Fine, Felt.Slow)).Status);
        Assert.Equal(CellStatus.Contested, Judge(Luff, Snug, Said(3, AboutLuff.Key, AnswerMeaning.TooLittle, Felt.Fast)).Status);
        Assert.Equal(CellStatus.Supported, Judge(Luff, Snug, Said(3, AboutLuff.Key, AnswerMeaning.Fine, Felt.Slow)).Status);
    }

    [Fact]
    public void Runs_at_another_mark_that_said_nothing_or_spoke_of_another_control_do_not_count_for_it()
    {
        var elsewhere = Said(5, AboutLuff.Key, AnswerMeaning.Fine)
            .Select(run => run with { Marks = new Dictionary<ControlKey, Mark> { [Luff.Key] = new(3) } });
        Assert.Equal(CellStatus.Entered, Judge(Luff, Snug, elsewhere).Status);
        Assert.Equal(CellStatus.Entered, Judge(Luff, Snug, Said(5, null, AnswerMeaning.Fine)).Status);
        Assert.Equal(CellStatus.Entered, Judge(Luff, Snug, Said(5, Met, AnswerMeaning.TooMuch)).Status);
    }

    [Fact]
    public void A_retired_question_still_says_what_it_said()
    {
        var retired = Asking with { Questions = [], RetiredQuestions = [AboutLuff] };
        Assert.Equal(CellStatus.Contested, Judge(Luff, Snug, Said(3, AboutLuff.Key, AnswerMeaning.TooLittle), retired).Status);
    }

    private static CellTrust Judge(Control control, Cell cell, IEnumerable<SessionEvidence> runs, ClassDefinition? definition = null)
    {
        var one = definition ?? Asking;
        var all = runs.ToList();
        var matrix = new Matrix(Bands, one.Controls, new Dictionary<CellAddress, Cell> { [new(Bands.All[1].Id, control.Key)] = cell });
        var proposer = new Proposer(one, matrix, HelmFit.Of(new(one, Bands, Published(100, 100, 100), []), all), Today);
        return CellTrust.Judge(proposer, matrix, Bands.All[1], control);
    }

    /// <summary>Runs without a helm check, each with one answer or none.</summary>
    private static IEnumerable<SessionEvidence> Said(
        int count,
        QuestionKey? question,
        AnswerMeaning means,
        Felt felt = Felt.NotSaid,
        int daysAgo = 10
    ) =>
        Enumerable
            .Range(0, count)
            .Select(_ =>
                Session(11, 100, 3, felt, daysAgo: daysAgo) with
                {
                    Check = null,
                    Answers = question is { } key
                        ? new Dictionary<QuestionKey, Answer> { [key] = new("said", null, means) }
                        : new Dictionary<QuestionKey, Answer>(),
                }
            );
}
