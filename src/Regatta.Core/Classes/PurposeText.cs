namespace Regatta.Core.Classes;

/// <summary>A purpose as a captain writes it in a line: "learning (learning): sheet, boom". The word in brackets says how its card is told,
/// and what follows the colon which marks count.</summary>
public static class PurposeText
{
    private const string AboardWord = " aboard";

    /// <summary>The words in brackets.</summary>
    public static readonly IReadOnlyList<(PurposeCard Card, string Word)> Words =
    [
        (PurposeCard.Leisure, "leisure"),
        (PurposeCard.Learning, "learning"),
        (PurposeCard.Cruising, "cruising"),
    ];

    /// <summary>Writes a purpose.</summary>
    public static string Write(ClassDefinition definition, Purpose purpose) =>
        purpose.Name
        + Bracketed(purpose)
        + (
            purpose.Counts is { } counts
                ? ": " + string.Join(", ", counts.Select(key => definition.Known.FirstOrDefault(one => one.Key == key)?.Name ?? key.Name))
                : ""
        );

    private static string Bracketed(Purpose purpose)
    {
        string?[] said =
        [
            purpose.Card is { } card ? Words.First(word => word.Card == card).Word : null,
            purpose.Aboard is { } people ? $"{people}{AboardWord}" : null,
        ];
        return said.OfType<string>().ToList() is { Count: > 0 } parts ? $" ({string.Join(", ", parts)})" : "";
    }

    /// <summary>Reads a purpose. One that the class has already, by its name, keeps its key; a line that nobody changed stays what it
    /// is.</summary>
    /// <param name="definition">The class.</param>
    /// <param name="line">What was written.</param>
    /// <param name="keyOf">The key of a new one of a name.</param>
    public static Parsed<Purpose> Read(ClassDefinition definition, string line, Func<string, PurposeKey> keyOf)
    {
        if (definition.Purposes.FirstOrDefault(purpose => Write(definition, purpose) == line.Trim()) is { } untouched)
        {
            return Parsed<Purpose>.Good(untouched);
        }

        var (head, counts) = line.Split(':', 2) is [var before, var after] ? (before.Trim(), after) : (line.Trim(), null);
        PurposeCard? card = null;
        int? aboard = null;
        if (head.EndsWith(')') && head.LastIndexOf('(') is > 0 and var bracket)
        {
            foreach (var word in head[(bracket + 1)..^1].Split(',', StringSplitOptions.TrimEntries))
            {
                if (
                    word.EndsWith(AboardWord, StringComparison.OrdinalIgnoreCase)
                    && int.TryParse(word[..^AboardWord.Length], out var people)
                )
                {
                    if (people is < 1 or > Purpose.MostAboard)
                    {
                        return Parsed<Purpose>.Bad($"1 to {Purpose.MostAboard} are aboard for a purpose.");
                    }

                    aboard = people;
                }
                else if (
                    Words.FirstOrDefault(known => string.Equals(known.Word, word, StringComparison.OrdinalIgnoreCase)) is
                    { Word: not null } told
                )
                {
                    card = told.Card;
                }
                else
                {
                    return Parsed<Purpose>.Bad(
                        $"“{word}” says not how a card is told; {string.Join(", ", Words.Select(known => known.Word))} do, and how "
                            + "many are aboard, as in “2 aboard”."
                    );
                }
            }

            head = head[..bracket].Trim();
        }

        var controls = new List<ControlKey>();
        foreach (var name in counts?.Split(',', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries) ?? [])
        {
            if (definition.Controls.FirstOrDefault(control => control.IsCalled(name)) is not { } found)
            {
                return Parsed<Purpose>.Bad($"No control here is called “{name}”.");
            }

            controls.Add(found.Key);
        }

        var key = definition.Purposes.FirstOrDefault(purpose => purpose.Name == head)?.Key ?? keyOf(head);
        return Parsed<Purpose>.Good(
            new(key, head)
            {
                Card = card,
                Aboard = aboard,
                Counts = controls.Count > 0 ? [.. controls.Distinct()] : null,
            }
        );
    }
}
