namespace Regatta.Core.Questions;

/// <summary>An answer as it was given. It keeps its own words and meaning, so that it says the same when its question is changed or
/// retired.</summary>
/// <param name="Said">The word picked, or the number as it was shown.</param>
/// <param name="Number">The number, or the position on the question's scale; null for a word.</param>
/// <param name="Means">What it said of what was looked at.</param>
public sealed record Answer(string Said, double? Number, AnswerMeaning Means)
{
    /// <summary>The longest answer that is kept, in letters.</summary>
    public const int Longest = 100;

    /// <summary>What was measured in a picture for it; null for what was judged by eye or read.</summary>
    public Measured? Measured { get; init; }

    /// <summary>Whether it says that something is not as it should be.</summary>
    public bool IsOff => Means != AnswerMeaning.Fine;
}
