namespace Regatta.Web;

/// <summary>The words of a question to tap, each with what it asks for once it is tapped: the same in the log, the check and while a boat
/// is made ready.</summary>
/// <param name="Name">The field.</param>
/// <param name="Question">The question; answered in words.</param>
/// <param name="Given">What was answered; empty for nothing.</param>
/// <param name="Card">The card she is sailed by; null where there is none.</param>
/// <param name="Read">A control as it is read on the reader's boat.</param>
public sealed record AnswerChips(string Name, Question Question, string Given, CardReading? Card, Func<Control, Control> Read)
{
    /// <summary>The words.</summary>
    public IReadOnlyList<AnswerWord> Words => Question.Form.Words ?? [];

    /// <summary>What a word asks for; empty for nothing.</summary>
    public string AskOf(AnswerWord word) =>
        Card is null ? "" : Looks.Of(Card.Version.Class, Question, new(word.Text, null, word.Means), Card.PlanMode, Card.MarkOf).Says(Read);
}
