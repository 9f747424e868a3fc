namespace Regatta.Core.Classes;

/// <summary>Which questions are asked: the class's own, and whether each observed target was met.</summary>
public static class ClassQuestions
{
    private const string TargetPrefix = "target-";

    /// <summary>How it is answered whether a target was met.</summary>
    public static WordAnswer Met { get; } =
        new(
            [new("not yet", AnswerMeaning.TooLittle), new("met", AnswerMeaning.Fine), new("past it", AnswerMeaning.TooMuch)],
            Ordered: true
        );

    /// <summary>What every log asked before classes had questions of their own.</summary>
    public static Question Luffing { get; } =
        new(
            new("luffing"),
            "Heading up slowly, what broke first?",
            new WordAnswer(
                [
                    new("headsail or head first", AnswerMeaning.TooMuch),
                    new("together", AnswerMeaning.Fine),
                    new("main or foot first", AnswerMeaning.TooLittle),
                ],
                Ordered: true
            )
        );

    /// <summary>The question whether a control's observed target was met.</summary>
    /// <param name="control">The control.</param>
    /// <param name="target">What is to be seen.</param>
    public static Question OfTarget(Control control, string target) =>
        new(KeyOfTarget(control.Key), $"{control.Name}: {target}. Met?", Met)
        {
            When = AskedWhen.Afloat,
            Control = control.Key,
            Gauge = control.Gauge,
        };

    /// <summary>The key of the question whether a control's target was met.</summary>
    public static QuestionKey KeyOfTarget(ControlKey control) => new(TargetPrefix + control);

    /// <summary>Whether a key is that of a target's question, which no captain writes.</summary>
    public static bool IsOfTarget(QuestionKey key) => key.Name.StartsWith(TargetPrefix, StringComparison.Ordinal);

    /// <summary>The control an answer speaks of: the question's own, or that of the target; null for none, and for a question nobody
    /// knows any more.</summary>
    public static ControlKey? Subject(this ClassDefinition definition, QuestionKey key) =>
        IsOfTarget(key)
            ? new ControlKey(key.Name[TargetPrefix.Length..])
            : definition.KnownQuestions.FirstOrDefault(question => question.Key == key)?.Control;

    /// <summary>What is asked in a band of a plan and mode: the class's questions in their order, then a question for each observed
    /// target of the
    /// band that no question of its own speaks of.</summary>
    public static IReadOnlyList<Question> Asked(this ClassDefinition definition, Matrix matrix, PlanMode planMode, WindBand band)
    {
        var own = definition.Questions.Where(question => question.IsAsked(planMode, band, definition.Bands)).ToList();
        var targets =
            from control in matrix.Controls
            where control.BelongsTo(planMode)
            let target = matrix[band, control]?.Target
            where target is { Length: > 0 }
            select OfTarget(control, target);
        return [.. own, .. targets];
    }

    /// <summary>The question of a key as it is asked somewhere in the class; null when nobody asks it any more.</summary>
    public static Question? FindQuestion(this ClassDefinition definition, QuestionKey key) =>
        definition.KnownQuestions.FirstOrDefault(question => question.Key == key)
        ?? (
            IsOfTarget(key) && definition.Known.FirstOrDefault(control => KeyOfTarget(control.Key) == key) is { } subject
                ? OfTarget(subject, "as the card says")
                : null
        );
}
