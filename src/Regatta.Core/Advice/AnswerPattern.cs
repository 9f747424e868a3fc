namespace Regatta.Core.Advice;

/// <summary>What was seen: which question, and what makes answers to it alike.</summary>
public sealed record SeenAnswer(QuestionKey Question, string Alike)
{
    /// <summary>What a run says to it: whether the same, or null where it does not say.</summary>
    public bool? IsSaidBy(SessionEvidence run) =>
        run.Answers.TryGetValue(Question, out var answer) ? AnswerPattern.Kind(answer) == Alike : null;
}

/// <summary>Runs of a band that answered a question alike, and what that asks of the card. Common practice, no source: five alike, and
/// none that says the opposite.</summary>
/// <param name="Band">The band.</param>
/// <param name="Found">What was found, and asks for: counted from the card's marks.</param>
/// <param name="Alike">How many runs answered so.</param>
/// <param name="Answered">How many answered at all.</param>
public sealed record AnswerPattern(WindBand Band, LookFinding Found, int Alike, int Answered)
{
    /// <summary>So many runs that answer alike are a proposal.</summary>
    public const int Enough = 5;

    /// <summary>What may be missing of so many where some were measured: no reading is wholly sure.</summary>
    public const double AllButSure = 0.25;

    /// <summary>The control whose mark is asked for first.</summary>
    public Control Control => Found.Changes[0].Moves[0].Control;

    /// <summary>What was seen.</summary>
    public SeenAnswer Seen => new(Found.Question.Key, Kind(Found.Answer));

    /// <summary>It in a sentence: "6 of 7 runs answered “hooked” to “The leech at the top?”, and none the opposite."</summary>
    public string Sentence =>
        $"{Alike} of {Answered} runs answered “{Found.Answer.Said}” to “{Found.Question.Asks}”, and none the opposite.";

    /// <summary>The patterns of a plan and mode, band by band: of runs sailed at the card's own mark, with nothing broken off.</summary>
    /// <param name="definition">The class.</param>
    /// <param name="matrix">The card's marks.</param>
    /// <param name="planMode">With which sails, sailed how.</param>
    /// <param name="runs">The runs.</param>
    /// <param name="decided">When was decided on a mark in a band; only what was sailed since counts. Null for never.</param>
    public static IEnumerable<AnswerPattern> Of(
        ClassDefinition definition,
        Matrix matrix,
        PlanMode planMode,
        PlanModeRuns runs,
        Func<CellAddress, DateTimeOffset?> decided
    ) =>
        from band in matrix.Bands.All
        from question in definition.Questions
        let answered = runs.In(band.Id)
            .Where(run => run.Answers.ContainsKey(question.Key) && !IsBroken(run))
            .Select(run => (Run: run, Answer: run.Answers[question.Key]))
            .ToList()
        from off in answered.Where(run => run.Answer.IsOff).GroupBy(run => Kind(run.Answer))
        let found = Looks.Of(definition, question, off.First().Answer, planMode, key => Marked(matrix, definition, band, key))
        where found.Changes.Count > 0 && found.Changes[0].Moves[0].From is not null
        let since = decided(new(band.Id, found.Changes[0].Moves[0].Control.Key))
        let at = answered.Where(run => IsAt(run.Run, found.Changes[0].Moves[0]) && (since is null || run.Run.SailedAt > since)).ToList()
        let same = at.Where(run => Kind(run.Answer) == Kind(found.Answer)).Select(run => run.Answer).ToList()
        let alike = same.Count
        // What was measured counts by how sure it is: a reading at the edge of its word is half a look.
        where
            same.Sum(question.Certainty) >= Enough - AllButSure
            && 2 * alike > at.Count
            && !at.Exists(run => run.Answer.Means == Opposite(found.Answer.Means))
        select new AnswerPattern(band, found, alike, at.Count);

    /// <summary>What makes two answers alike: the same word, or numbers that mean the same.</summary>
    internal static string Kind(Answer answer) => answer.Number is null ? answer.Said : answer.Means.ToString();

    private static AnswerMeaning? Opposite(AnswerMeaning means) =>
        means switch
        {
            AnswerMeaning.TooLittle => AnswerMeaning.TooMuch,
            AnswerMeaning.TooMuch => AnswerMeaning.TooLittle,
            _ => null,
        };

    private static bool IsBroken(SessionEvidence run) => run.Check is { Gates: var gates } && (gates.Asked & ~gates.Held) != Gate.None;

    /// <summary>Whether a run was sailed at the mark that is to be changed, within half a step; one that says no mark was at the
    /// card's.</summary>
    private static bool IsAt(SessionEvidence run, CureMove move) =>
        !run.Marks.TryGetValue(move.Control.Key, out var mark) || mark.DistanceTo(move.From!.Value) <= move.Control.Scale.Step / 2;

    private static Mark? Marked(Matrix matrix, ClassDefinition definition, WindBand band, ControlKey key) =>
        definition.Find(key) is { } control ? matrix[band, control]?.Mark : null;
}
