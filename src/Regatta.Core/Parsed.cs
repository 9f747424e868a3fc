namespace Regatta.Core;

/// <summary>What came of reading something a person wrote: a value, or one plain sentence that says what was wrong and what would be
/// right.</summary>
/// <typeparam name="T">The value that was wanted.</typeparam>
public readonly record struct Parsed<T>
{
    private readonly T? value;

    private Parsed(T? value, string? problem) => (this.value, Problem) = (value, problem);

    /// <summary>The sentence for the person, or null when the text was understood.</summary>
    public string? Problem { get; }

    /// <summary>True when <see cref="Value"/> may be used.</summary>
    public bool Ok => Problem is null;

    /// <summary>The value.</summary>
    /// <exception cref="InvalidOperationException">The text was not understood; look at <see cref="Problem"/> first.</exception>
    public T Value => Problem is null ? value! : throw new InvalidOperationException(Problem);

    /// <summary>An understood value.</summary>
    public static Parsed<T> Good(T value) => new(value, null);

    /// <summary>A refusal with its sentence.</summary>
    public static Parsed<T> Bad(string problem) => new(default, problem);

    /// <summary>Carries on with the value, or hands the problem through.</summary>
    public Parsed<TNext> Then<TNext>(Func<T, Parsed<TNext>> next) => Ok ? next(value!) : Parsed<TNext>.Bad(Problem!);
}
