using Regatta.Application;

namespace Regatta.Web.Forms;

/// <summary>A group of chips, one of them taken.</summary>
/// <param name="Legend">What it asks.</param>
/// <param name="Name">The name it is sent under.</param>
/// <param name="Offered">Each word with what is sent for it.</param>
/// <param name="Said">What is sent now; empty for nothing yet.</param>
public sealed record Chips(string Legend, string Name, IReadOnlyList<(string Word, string Value)> Offered, string Said)
{
    /// <summary>Whether the legend is for screen readers alone, a head above says it.</summary>
    public bool UnderHead { get; init; }

    /// <summary>Whether its words stand in one row on a phone, each as wide as a thumb.</summary>
    public bool AsRow { get; init; }
}

/// <summary>How a choice is offered in a form.</summary>
public static class Choices
{
    /// <summary>As a list that says one value's word.</summary>
    public static Field Field<T>(this Choice<T> choice, string name, string label, T value) =>
        new(name, label, choice.WordOf(value)) { Choices = choice.Words };

    /// <summary>As chips.</summary>
    public static Chips Chips<T>(this Choice<T> choice, string legend, string name, string said) =>
        new(legend, name, [.. choice.All.Select(offered => (offered.Word, offered.Value?.ToString() ?? ""))], said);
}
