namespace Regatta.Core.Classes;

/// <summary>A question that practitioners answer differently. A class follows one answer; what belongs to the others is set aside, not
/// lost. Which one it follows is not said anywhere else: it is whichever holds in the class.</summary>
/// <param name="Key">Its name for good: lower-case letters, digits and hyphens.</param>
/// <param name="Asks">The question.</param>
/// <param name="Answers">The schools; at least two.</param>
public sealed record School(string Key, string Asks, IReadOnlyList<SchoolAnswer> Answers)
{
    /// <summary>The answer a class follows; null where none of them holds wholly.</summary>
    public SchoolAnswer? FollowedBy(ClassDefinition definition) => Answers.FirstOrDefault(answer => Holds(definition, answer));

    /// <summary>The class as it follows an answer. What it only has by another answer is set aside: questions are retired, a crew rule or a
    /// table is put by, a gear is loosened or bound. Marks and logs are not touched.</summary>
    /// <param name="definition">The class.</param>
    /// <param name="answer">One of the answers.</param>
    /// <returns>The class, or the sentence that says what it lacks for that.</returns>
    public Parsed<ClassDefinition> Follow(ClassDefinition definition, SchoolAnswer answer)
    {
        var asked = definition.KnownQuestions.Where(question => answer.Questions.Contains(question.Key)).ToList();
        if (asked.Count < answer.Questions.Count)
        {
            return Parsed<ClassDefinition>.Bad("A question of this school is not in the class any more. Write it anew under Questions.");
        }

        if (answer.Gears.FirstOrDefault(bound => definition.Gears.All(gear => gear.Name != bound.Name)) is { } gone)
        {
            return Parsed<ClassDefinition>.Bad(
                $"There is no gear called {PlainText.Shown(gone.Name)} any more. Make it under Controls, Gears."
            );
        }

        if (answer.Crews is { } crews && !definition.Crew.Knows(crews))
        {
            return Parsed<ClassDefinition>.Bad(
                crews == CrewSchool.Wind
                    ? "There is no rule for crews yet. Write it under Crews."
                    : "There is no table for crews yet. Write it under Crews."
            );
        }

        return Parsed<ClassDefinition>.Good(
            definition with
            {
                Helm = definition.Helm with { Target = answer.Helm ?? definition.Helm.Target },
                Depower = answer.Depower ?? definition.Depower,
                LooksFirst = answer.LooksFirst ?? definition.LooksFirst,
                Crew = answer.Crews is { } by ? definition.Crew.Followed(by) : definition.Crew,
                Gears =
                [
                    .. definition.Gears.Select(gear =>
                        answer.Gears.FirstOrDefault(bound => bound.Name == gear.Name) is { } bound
                            ? gear with
                            {
                                Loosened = bound.Loosened,
                            }
                            : gear
                    ),
                ],
                Questions = Asked(definition, answer, asked),
                RetiredQuestions =
                [
                    .. definition.KnownQuestions.Where(question =>
                        !answer.Questions.Contains(question.Key)
                        && (IsOfAnother(answer, question.Key) || definition.RetiredQuestions.Any(retired => retired.Key == question.Key))
                    ),
                ],
            }
        );
    }

    // Where the first question of another answer was asked, so that a way there and back asks in the same order.
    private List<Question> Asked(ClassDefinition definition, SchoolAnswer answer, List<Question> asked)
    {
        var stay = definition.Questions.Where(question => !IsOfAnother(answer, question.Key)).ToList();
        var at = definition.Questions.TakeWhile(question => !IsOfAnother(answer, question.Key)).Count();
        stay.InsertRange(Math.Min(at, stay.Count), asked.Where(question => stay.All(there => there.Key != question.Key)));
        return stay;
    }

    private bool Holds(ClassDefinition definition, SchoolAnswer answer) =>
        (answer.Helm is not { } helm || Math.Abs(helm.Degrees - definition.Helm.Target.Degrees) < 1e-9)
        && (answer.Depower is not { } depower || depower == definition.Depower)
        && (answer.LooksFirst is not { } looks || looks == definition.LooksFirst)
        && (answer.Crews is not { } crews || crews == definition.Crew.School)
        && answer.Gears.All(bound => definition.Gears.Any(gear => (gear.Name, gear.Loosened) == (bound.Name, bound.Loosened)))
        && answer.Questions.All(key => definition.Questions.Any(question => question.Key == key))
        && definition.Questions.All(question => !IsOfAnother(answer, question.Key));

    private bool IsOfAnother(SchoolAnswer answer, QuestionKey question) =>
        !answer.Questions.Contains(question) && Answers.Any(other => other.Questions.Contains(question));

    /// <inheritdoc/>
    public bool Equals(School? other) =>
        other is not null && (Key, Asks) == (other.Key, other.Asks) && Answers.SequenceEqual(other.Answers);

    /// <inheritdoc/>
    public override int GetHashCode() => HashCode.Combine(Key, Answers.Count);
}

/// <summary>How a school has a gear.</summary>
/// <param name="Name">The gear's name.</param>
/// <param name="Loosened">Whether each of its controls is set by itself.</param>
public sealed record SchoolGear(string Name, bool Loosened);

/// <summary>One school: what it does, why, and what a class has by it. What it says nothing of stays as it is.</summary>
/// <param name="Name">What it does, in a few words.</param>
/// <param name="Why">Its reason, in a sentence.</param>
public sealed record SchoolAnswer(string Name, string Why)
{
    /// <summary>The helm aimed at.</summary>
    public Angle? Helm { get; init; }

    /// <summary>What goes first against too much power.</summary>
    public DepowerFirst? Depower { get; init; }

    /// <summary>Whether a card has its looks before its marks.</summary>
    public bool? LooksFirst { get; init; }

    /// <summary>By what other crews read the card.</summary>
    public CrewSchool? Crews { get; init; }

    /// <summary>Gears that are bound or loosened.</summary>
    public IReadOnlyList<SchoolGear> Gears { get; init; } = [];

    /// <summary>Questions that are asked by this school, and by none of the others that does not name them.</summary>
    public IReadOnlyList<QuestionKey> Questions { get; init; } = [];

    /// <inheritdoc/>
    public bool Equals(SchoolAnswer? other) =>
        other is not null
        && (Name, Why, Helm, Depower, LooksFirst, Crews)
            == (other.Name, other.Why, other.Helm, other.Depower, other.LooksFirst, other.Crews)
        && Gears.SequenceEqual(other.Gears)
        && Questions.SequenceEqual(other.Questions);

    /// <inheritdoc/>
    public override int GetHashCode() => HashCode.Combine(Name, Why);
}
