namespace Regatta.Web.Forms;

/// <summary>One field of a form as it goes back to the person: what they typed, and what was wrong with it beside it.</summary>
/// <param name="Name">The name it is sent under; also its id.</param>
/// <param name="Label">What it asks.</param>
/// <param name="Value">What was typed, or what is prefilled.</param>
public sealed record Field(string Name, string Label, string Value)
{
    /// <summary>The sentence beside it; null when nothing is wrong.</summary>
    public string? Problem { get; init; }

    /// <summary>What may be written, in small letters below.</summary>
    public string Hint { get; init; } = "";

    /// <summary>The kind of input.</summary>
    public string Type { get; init; } = "text";

    /// <summary>Which keys a phone offers.</summary>
    public string? InputMode { get; init; }

    /// <summary>What a browser may fill in.</summary>
    public string? Autocomplete { get; init; }

    /// <summary>Whether typing starts here.</summary>
    public bool TypingStarts { get; init; }

    /// <summary>Choices instead of free text.</summary>
    public IReadOnlyList<string>? Choices { get; init; }

    /// <summary>What the field would say now, where somebody changed it while this was typed; null where nobody did.</summary>
    public string? Now { get; init; }

    /// <summary>The field with what it would say now beside what was typed, where the two differ.</summary>
    public Field Beside(string now) => Value == now ? this : this with { Now = now };

    /// <summary>The field with what was typed and what was wrong; a password is never sent back.</summary>
    public Field Filled(IReadOnlyDictionary<string, string> typed, IReadOnlyDictionary<string, string> problems) =>
        this with
        {
            Value = Type == "password" ? "" : typed.GetValueOrDefault(Name, Value),
            Problem = problems.GetValueOrDefault(Name),
        };

    /// <summary>Where the hint and the problem stand, for screen readers.</summary>
    public string? DescribedBy =>
        (Hint.Length > 0, Problem) switch
        {
            (_, not null) => $"{Name}-problem",
            (true, _) => $"{Name}-hint",
            _ => null,
        };
}
