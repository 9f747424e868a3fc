using Regatta.Core;
using Regatta.Core.Checks;
using Regatta.Core.Fleet;
using Regatta.Core.Questions;
using Regatta.Core.Units;

namespace Regatta.Formats.Bundles;

/// <summary>Balance checks, questions, purposes and gears to and from their JSON.</summary>
internal static class QuestionJson
{
    public static BalanceDocument? ToDocument(BalanceCheck balance) =>
        balance == BalanceCheck.Usual ? null : new(Spelling.Of(balance.Kind), balance.Heel?.Degrees);

    public static QuestionDocument ToDocument(Question question)
    {
        var meanings = (question.Form as NumberAnswer)?.Meanings ?? (question.Form as ScaleAnswer)?.Meanings;
        return new(
            question.Key.Name,
            question.Asks,
            Spelling.Of(question.When),
            question.Form.Words is { } words ? [.. words.Select(word => new AnswerWordDocument(word.Text, Spelling.Of(word.Means)))] : null,
            question.Form is WordAnswer { Ordered: true } ? true : null,
            question.Form is NumberAnswer number
                ? new(number.Least, number.Most, number.Step, number.Unit.Length > 0 ? number.Unit : null)
                : null,
            question.Form is ScaleAnswer scale ? Core.Marks.ScaleSpec.Of(scale.Scale) : null,
            meanings is null ? null : [.. meanings.Select(one => new MeaningDocument(one.From, Spelling.Of(one.Means)))],
            question.Plans.Count > 0 ? [.. question.Plans.Select(plan => plan.Name)] : null,
            question.Modes.Count > 0 ? [.. question.Modes.Select(mode => mode.Name)] : null,
            question.FromBand?.Number,
            question.Control?.Name,
            question.Teaches.Length > 0 ? question.Teaches : null
        );
    }

    public static GearDocument ToDocument(Gear gear) =>
        new(
            gear.Name,
            [.. gear.Members.Select(member => new GearMemberDocument(member.Control.Name, member.Steps))],
            gear.Loosened ? true : null
        );

    public static Parsed<BalanceCheck> FromDocument(BalanceDocument? document) =>
        document is null
            ? Parsed<BalanceCheck>.Good(BalanceCheck.Usual)
            : Spelling
                .Read<BalanceKind>(document.Kind)
                .Then(kind =>
                    document.Heel is { } heel && !(Math.Abs(heel) <= BalanceCheck.MostHeel.Degrees)
                        ? Parsed<BalanceCheck>.Bad($"A class aims at a heel of at most {BalanceCheck.MostHeel.Degrees}°.")
                        : Parsed<BalanceCheck>.Good(new(kind, document.Heel is { } degrees ? Angle.FromDegrees(degrees) : null))
                );

    public static Parsed<IReadOnlyList<Question>> FromDocuments(IReadOnlyList<QuestionDocument>? documents)
    {
        var questions = new List<Question>();
        foreach (var document in documents ?? [])
        {
            var question = FromDocument(document);
            if (!question.Ok)
            {
                return Parsed<IReadOnlyList<Question>>.Bad($"The question “{PlainText.Shown(document.Key)}”: {question.Problem}");
            }

            questions.Add(question.Value);
        }

        return Parsed<IReadOnlyList<Question>>.Good(questions);
    }

    public static IReadOnlyList<Gear> FromDocuments(IReadOnlyList<GearDocument>? documents) =>
        [
            .. (documents ?? []).Select(gear => new Gear(
                gear.Name,
                [.. gear.Members.Select(member => new GearMember(new(member.Control), member.Steps))],
                gear.Loosened ?? false
            )),
        ];

    private static Parsed<Question> FromDocument(QuestionDocument document) =>
        !ControlJson.KeyShape().IsMatch(document.Key)
            ? Parsed<Question>.Bad("its key is lower-case letters, digits and hyphens.")
            : ReadForm(document)
                .Then(form =>
                    Spelling
                        .Read<AskedWhen>(document.When)
                        .Then(when =>
                            form.Problem() is { } problem
                                ? Parsed<Question>.Bad(problem)
                                : Parsed<Question>.Good(
                                    new(new(document.Key), document.Asks, form)
                                    {
                                        When = when,
                                        Plans = [.. (document.Plans ?? []).Select(plan => new PlanKey(plan))],
                                        Modes = [.. (document.Modes ?? []).Select(mode => new ModeKey(mode))],
                                        FromBand = document.FromBand is { } band ? new(band) : null,
                                        Control = document.Control is { } control ? new(control) : null,
                                        Teaches = document.Teaches ?? "",
                                    }
                                )
                        )
                );

    private static Parsed<AnswerForm> ReadForm(QuestionDocument document) =>
        document switch
        {
            { Words: { } words, Number: null, Scale: null } => Each(words, word => Meaning(word.Means))
                .Then(means =>
                    Parsed<AnswerForm>.Good(
                        new WordAnswer([.. words.Zip(means, (word, one) => new AnswerWord(word.Text, one))], document.Ordered ?? false)
                    )
                ),
            { Words: null, Number: { } number, Scale: null } => Meanings(document)
                .Then(means => Parsed<AnswerForm>.Good(new NumberAnswer(number.Unit ?? "", number.Least, number.Most, number.Step, means))),
            { Words: null, Number: null, Scale: { } scale } => scale
                .ToScale()
                .Then(known => Meanings(document).Then(means => Parsed<AnswerForm>.Good(new ScaleAnswer(known, means)))),
            _ => Parsed<AnswerForm>.Bad("it is answered in words, by a number, or on a scale: one of the three."),
        };

    private static Parsed<IReadOnlyList<MeaningFrom>> Meanings(QuestionDocument document) =>
        Each(document.Meanings ?? [], one => Meaning(one.Means))
            .Then(means =>
                Parsed<IReadOnlyList<MeaningFrom>>.Good([
                    .. (document.Meanings ?? []).Zip(means, (one, mean) => new MeaningFrom(one.From, mean)),
                ])
            );

    private static Parsed<AnswerMeaning> Meaning(string text) => Spelling.Read<AnswerMeaning>(text);

    private static Parsed<IReadOnlyList<TTo>> Each<TFrom, TTo>(IReadOnlyList<TFrom> all, Func<TFrom, Parsed<TTo>> read)
    {
        var values = new List<TTo>();
        foreach (var one in all)
        {
            var value = read(one);
            if (!value.Ok)
            {
                return Parsed<IReadOnlyList<TTo>>.Bad(value.Problem!);
            }

            values.Add(value.Value);
        }

        return Parsed<IReadOnlyList<TTo>>.Good(values);
    }
}
