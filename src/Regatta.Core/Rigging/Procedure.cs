namespace Regatta.Core.Rigging;

/// <summary>One step of a procedure.</summary>
/// <param name="Does">What is done.</param>
/// <param name="Who">Who does it; empty for whoever is free.</param>
/// <param name="Gate">What somebody else answers yes to before it goes on; empty for none.</param>
public sealed record ProcedureStep(string Does, string Who, string Gate);

/// <summary>How a thing is done aboard that can hurt or break something if done in another order: taking in a reef, moving a loaded
/// halyard.</summary>
/// <param name="Key">Its name for good: lower-case letters, digits and hyphens.</param>
/// <param name="Name">What sailors call it.</param>
/// <param name="When">When it is done, in a sentence.</param>
/// <param name="Steps">What is done, in this order.</param>
public sealed record Procedure(string Key, string Name, string When, IReadOnlyList<ProcedureStep> Steps)
{
    /// <summary>Whether it is done for practice: an exercise, not what a moment asks for.</summary>
    public bool Drill { get; init; }

    /// <summary>The first step that speaks of something by the last word of its name, counted from 0; null where none does, or the word is
    /// too short to mean one thing.</summary>
    /// <param name="name">Such as "Jib halyard".</param>
    public int? StepOf(string name)
    {
        const int ShortestWord = 4;
        var word = name.Split(' ')[^1];
        var at =
            word.Length < ShortestWord
                ? -1
                : Steps.ToList().FindIndex(step => step.Does.Contains(word, StringComparison.OrdinalIgnoreCase));
        return at < 0 ? null : at;
    }

    /// <summary>The longest name, in characters.</summary>
    public const int LongestName = 60;

    /// <summary>A drill longer than this was left running.</summary>
    public static readonly TimeSpan LongestDrill = TimeSpan.FromMinutes(30);

    /// <summary>Nobody does a procedure in less.</summary>
    public static readonly TimeSpan ShortestDrill = TimeSpan.FromSeconds(3);

    /// <summary>Whether somebody else must answer something on the way.</summary>
    public bool HasGate => Steps.Any(step => step.Gate.Length > 0);

    /// <summary>Whether it lacks a gate: more than one is aboard, and nobody is asked anything.</summary>
    public bool LacksGate => !HasGate && Steps.Any(step => step.Who.Length > 0);

    /// <summary>The same steps in the same order.</summary>
    public bool Equals(Procedure? other) =>
        other is not null
        && (Key, Name, When, Drill) == (other.Key, other.Name, other.When, other.Drill)
        && Steps.SequenceEqual(other.Steps);

    /// <inheritdoc/>
    public override int GetHashCode() => HashCode.Combine(Key, Steps.Count);
}
