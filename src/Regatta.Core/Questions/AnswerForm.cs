namespace Regatta.Core.Questions;

/// <summary>How a question is answered. A closed family: one of a few words, a number with its unit, or a mark on a scale.</summary>
public abstract record AnswerForm
{
    private protected AnswerForm() { }

    /// <summary>The words to choose from; null where a number is written.</summary>
    public virtual IReadOnlyList<AnswerWord>? Words => null;

    /// <summary>What may be written, for a hint beside the field; empty for words.</summary>
    public virtual string Hint => "";

    /// <summary>The form as plain data.</summary>
    public abstract AnswerSpec Spec { get; }

    /// <summary>Reads an answer as it was picked or written.</summary>
    /// <returns>The answer, or what would be one in a sentence.</returns>
    public abstract Parsed<Answer> Read(string text);

    /// <summary>One answer of each kind that can be given: every word, or the first number of each meaning.</summary>
    public abstract IEnumerable<Answer> Possible();

    /// <summary>What no answer form may say, in a sentence; null where it holds together.</summary>
    public abstract string? Problem();
}

/// <summary>A word to answer with.</summary>
/// <param name="Text">As it is offered.</param>
/// <param name="Means">What it says.</param>
public sealed record AnswerWord(string Text, AnswerMeaning Means)
{
    /// <summary>What the captain says it asks for first, and free; null where nothing was said.</summary>
    public string? Act { get; init; }

    /// <summary>The effect on the boat the captain says it asks for; null where nothing was said.</summary>
    public MarkEffect? Wants { get; init; }
}

/// <summary>From a number on, an answer means this.</summary>
/// <param name="From">In the form's unit, inside.</param>
/// <param name="Means">What it says from there on.</param>
public sealed record MeaningFrom(double From, AnswerMeaning Means);

/// <summary>One of two to five words, a tap each.</summary>
/// <param name="Offered">The words.</param>
/// <param name="Ordered">Whether they go from least to most.</param>
public sealed record WordAnswer(IReadOnlyList<AnswerWord> Offered, bool Ordered) : AnswerForm
{
    /// <summary>The fewest words there is a choice of.</summary>
    public const int Fewest = 2;

    /// <summary>The most that are taken in at a glance.</summary>
    public const int Most = 5;

    /// <summary>The longest word, in letters.</summary>
    public const int LongestWord = 40;

    /// <summary>The longest act an answer asks for, in letters.</summary>
    public const int LongestAct = 200;

    /// <inheritdoc/>
    public override IReadOnlyList<AnswerWord> Words => Offered;

    /// <inheritdoc/>
    public override AnswerSpec Spec => new(Words: Offered, Ordered: Ordered);

    /// <inheritdoc/>
    public override Parsed<Answer> Read(string text) =>
        Offered.FirstOrDefault(word => word.Text.Equals(text.Trim(), StringComparison.OrdinalIgnoreCase)) is { } word
            ? Parsed<Answer>.Good(new(word.Text, null, word.Means))
            : Parsed<Answer>.Bad(
                $"“{PlainText.Shown(text)}” is none of the answers: {string.Join(", ", Offered.Select(offer => offer.Text))}."
            );

    /// <inheritdoc/>
    public override IEnumerable<Answer> Possible() => Offered.Select(word => new Answer(word.Text, null, word.Means));

    /// <inheritdoc/>
    public override string? Problem() =>
        Offered switch
        {
            { Count: < Fewest } => "A question with one answer asks nothing. Give it two to five.",
            { Count: > Most } => $"A question has at most {Most} answers to tap.",
            _ when Offered.Any(word => word.Text.Trim().Length is 0 or > LongestWord) => $"An answer has 1 to {LongestWord} letters.",
            _ when Offered.Any(word => word.Act?.Length > LongestAct) => $"What an answer asks for has at most {LongestAct} letters.",
            _ when Offered.Select(word => word.Text.ToLowerInvariant()).Distinct().Count() < Offered.Count =>
                "Two of its answers are the same.",
            _ => null,
        };

    /// <summary>The same words.</summary>
    public bool Equals(WordAnswer? other) => other is not null && Ordered == other.Ordered && Offered.SequenceEqual(other.Offered);

    /// <inheritdoc/>
    public override int GetHashCode() => HashCode.Combine(Ordered, Offered.Count);
}

/// <summary>A number with a unit of the captain's own.</summary>
/// <param name="Unit">Such as <c>clicks</c>; may be empty.</param>
/// <param name="Least">The lowest number there is.</param>
/// <param name="Most">The highest.</param>
/// <param name="Step">The smallest difference worth telling; more than zero.</param>
/// <param name="Meanings">What numbers mean, ascending; below the first, as the first.</param>
public sealed record NumberAnswer(string Unit, double Least, double Most, double Step, IReadOnlyList<MeaningFrom> Meanings) : AnswerForm
{
    /// <inheritdoc/>
    public override string Hint => $"{Shown(Least)} to {Shown(Most)}".Trim();

    /// <inheritdoc/>
    public override AnswerSpec Spec => new(Unit: Unit, Least: Least, Most: Most, Step: Step, Meanings: Meanings);

    /// <inheritdoc/>
    public override Parsed<Answer> Read(string text) =>
        NumberText
            .Read(text)
            .Then(read =>
                read.Tail.Length > 0 && !read.Tail.Equals(Unit, StringComparison.OrdinalIgnoreCase)
                    ? Parsed<Answer>.Bad($"“{PlainText.Shown(read.Tail)}” is not understood here. Write a number, {Hint}.")
                : read.Number < Least || read.Number > Most ? Parsed<Answer>.Bad($"It lies between {Shown(Least)} and {Shown(Most)}.")
                : Parsed<Answer>.Good(At(Least + (Math.Round((read.Number - Least) / Step) * Step)))
            );

    /// <inheritdoc/>
    public override IEnumerable<Answer> Possible() => Meanings.Select(meaning => At(Math.Max(Least, meaning.From)));

    /// <inheritdoc/>
    public override string? Problem() =>
        !(Most > Least) || !(Step > 0) || !double.IsFinite(Least) || !double.IsFinite(Most) || (Most - Least) / Step > Limits.Steps
            ? "A number needs a highest above its lowest, and a step that fits between."
        : Unit.Length > WordAnswer.LongestWord ? $"A unit has at most {WordAnswer.LongestWord} letters."
        : MeaningProblem(Meanings);

    internal static string? MeaningProblem(IReadOnlyList<MeaningFrom> meanings) =>
        meanings.Count is 0 or > WordAnswer.Most ? $"Say what 1 to {WordAnswer.Most} ranges of numbers mean."
        : meanings.Zip(meanings.Skip(1)).Any(pair => !(pair.First.From < pair.Second.From)) ? "What numbers mean goes from the lowest up."
        : meanings.Any(meaning => !double.IsFinite(meaning.From)) ? "What numbers mean begins at a number."
        : null;

    internal static AnswerMeaning Meaning(IReadOnlyList<MeaningFrom> meanings, double number) =>
        (meanings.LastOrDefault(meaning => number >= meaning.From - 1e-9) ?? meanings[0]).Means;

    /// <summary>The same numbers with the same meanings.</summary>
    public bool Equals(NumberAnswer? other) =>
        other is not null
        && (Unit, Least, Most, Step) == (other.Unit, other.Least, other.Most, other.Step)
        && Meanings.SequenceEqual(other.Meanings);

    /// <inheritdoc/>
    public override int GetHashCode() => HashCode.Combine(Unit, Least, Most, Step);

    private Answer At(double number) => new(Shown(number), number, Meaning(Meanings, number));

    private string Shown(double number) => $"{NumberText.Exact(Math.Round(number, 6))} {Unit}".Trim();
}

/// <summary>A length, a count or an angle, read on a scale as marks are.</summary>
/// <param name="Scale">The scale.</param>
/// <param name="Meanings">What positions mean, ascending; below the first, as the first.</param>
public sealed record ScaleAnswer(Scale Scale, IReadOnlyList<MeaningFrom> Meanings) : AnswerForm
{
    /// <inheritdoc/>
    public override string Hint => Scale.Hint;

    /// <inheritdoc/>
    public override AnswerSpec Spec => new(Scale: Scale, Meanings: Meanings);

    /// <inheritdoc/>
    public override Parsed<Answer> Read(string text) =>
        Scale
            .Read(text)
            .Then(mark => Parsed<Answer>.Good(new(Scale.Show(mark), mark.Position, NumberAnswer.Meaning(Meanings, mark.Position))));

    /// <inheritdoc/>
    public override IEnumerable<Answer> Possible() =>
        Meanings.Select(meaning => new Answer(Scale.Show(Scale.Snap(new(meaning.From))), meaning.From, meaning.Means));

    /// <inheritdoc/>
    public override string? Problem() =>
        !Scale.HasMarks ? "An observed target has no marks to answer with."
        : Scale.Unprintable() is { } unprintable ? unprintable
        : NumberAnswer.MeaningProblem(Meanings);

    /// <summary>The same scale with the same meanings.</summary>
    public bool Equals(ScaleAnswer? other) => other is not null && Scale == other.Scale && Meanings.SequenceEqual(other.Meanings);

    /// <inheritdoc/>
    public override int GetHashCode() => Scale.GetHashCode();
}
