using Regatta.Core.Fleet;
using Regatta.Core.Marks;
using Regatta.Core.Questions;
using Regatta.Core.Wind;

namespace Regatta.Store.Storage;

/// <summary>A question as the database keeps it: of its form the members its kind has.</summary>
internal sealed record StoredQuestion(
    QuestionKey Key,
    string Asks,
    AskedWhen When,
    IReadOnlyList<PlanKey> Plans,
    IReadOnlyList<ModeKey> Modes,
    BandId? FromBand,
    ControlKey? Control,
    string Teaches,
    IReadOnlyList<AnswerWord>? Words,
    bool? Ordered,
    string? Unit,
    double? Least,
    double? Most,
    double? Step,
    Scale? Scale,
    IReadOnlyList<MeaningFrom>? Meanings
)
{
    public static StoredQuestion Of(Question question)
    {
        var (words, number, scale) = (question.Form as WordAnswer, question.Form as NumberAnswer, question.Form as ScaleAnswer);
        return new(
            question.Key,
            question.Asks,
            question.When,
            question.Plans,
            question.Modes,
            question.FromBand,
            question.Control,
            question.Teaches,
            words?.Offered,
            words?.Ordered,
            number?.Unit,
            number?.Least,
            number?.Most,
            number?.Step,
            scale?.Scale,
            number?.Meanings ?? scale?.Meanings
        );
    }

    public Question ToQuestion() =>
        new(
            Key,
            Asks,
            (Words, Scale) switch
            {
                ({ } words, _) => new WordAnswer(words, Ordered ?? false),
                (_, { } scale) => new ScaleAnswer(scale, Meanings!),
                _ => new NumberAnswer(Unit ?? "", Least!.Value, Most!.Value, Step!.Value, Meanings!),
            }
        )
        {
            When = When,
            Plans = Plans,
            Modes = Modes,
            FromBand = FromBand,
            Control = Control,
            Teaches = Teaches,
        };
}
