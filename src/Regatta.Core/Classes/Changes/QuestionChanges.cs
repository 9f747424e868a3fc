namespace Regatta.Core.Classes.Changes;

/// <summary>Adds a question behind the others, or writes one anew; a retired one is asked again.</summary>
/// <param name="Question">The question; its key names which.</param>
public sealed record PutQuestion(Question Question) : ClassChange
{
    /// <inheritdoc/>
    public override string What(ClassState before) =>
        before.Definition.Questions.Any(question => question.Key == Question.Key)
            ? $"question “{Question.Asks}” edited"
            : $"question “{Question.Asks}” added";

    private protected override Parsed<ClassState> Apply(ClassState before, ClassUse use)
    {
        var definition = before.Definition;
        var asked = definition.Questions.Any(question => question.Key == Question.Key);
        return Good(
            before.With(
                definition with
                {
                    Questions = asked
                        ? [.. definition.Questions.Select(question => question.Key == Question.Key ? Question : question)]
                        : [.. definition.Questions, Question],
                    RetiredQuestions = [.. definition.RetiredQuestions.Where(question => question.Key != Question.Key)],
                }
            )
        );
    }
}

/// <summary>Stops asking a question. Its answers stay readable.</summary>
/// <param name="Key">Which.</param>
public sealed record RetireQuestion(QuestionKey Key) : ClassChange
{
    /// <inheritdoc/>
    public override string What(ClassState before) =>
        $"question “{before.Definition.Questions.FirstOrDefault(question => question.Key == Key)?.Asks}” retired";

    private protected override Parsed<ClassState> Apply(ClassState before, ClassUse use) =>
        before.Definition.Questions.FirstOrDefault(question => question.Key == Key) is not { } question
            ? Bad("That question is not asked any more.")
            : Good(
                before.With(
                    before.Definition with
                    {
                        Questions = [.. before.Definition.Questions.Where(question => question.Key != Key)],
                        RetiredQuestions = [.. before.Definition.RetiredQuestions, question],
                    }
                )
            );
}

/// <summary>Moves a question one place earlier or later.</summary>
/// <param name="Key">Which.</param>
/// <param name="Earlier">Towards the front.</param>
public sealed record MoveQuestion(QuestionKey Key, bool Earlier) : ClassChange
{
    /// <inheritdoc/>
    public override string What(ClassState before)
    {
        var moved = before.Definition.Questions.FirstOrDefault(question => question.Key == Key);
        return $"question “{moved?.Asks}” asked {(Earlier ? "earlier" : "later")}";
    }

    private protected override Parsed<ClassState> Apply(ClassState before, ClassUse use)
    {
        var questions = before.Definition.Questions.ToList();
        var at = questions.FindIndex(question => question.Key == Key);
        var to = Earlier ? at - 1 : at + 1;
        if (at < 0 || to < 0 || to >= questions.Count)
        {
            return Bad(at < 0 ? "That question is not asked any more." : $"It is the {(Earlier ? "first" : "last")} already.");
        }

        (questions[at], questions[to]) = (questions[to], questions[at]);
        return Good(before.With(before.Definition with { Questions = questions }));
    }
}

/// <summary>Says which controls move as one.</summary>
/// <param name="Gears">The gears as they are to be.</param>
public sealed record SetGears(IReadOnlyList<Gear> Gears) : ClassChange
{
    /// <inheritdoc/>
    public override string What(ClassState before) => Told(before.Definition, before.Definition with { Gears = Gears });

    private protected override Parsed<ClassState> Apply(ClassState before, ClassUse use) =>
        Good(before.With(before.Definition with { Gears = Gears }));
}
