namespace Regatta.Application.Publishing;

/// <summary>What is new in a version as a few plain lines, for wherever a class's sailors talk.</summary>
public static class NewsText
{
    private const int Shown = 8;

    /// <summary>The lines, the last of which leads to the card.</summary>
    /// <param name="name">What the class is called.</param>
    /// <param name="version">The version.</param>
    /// <param name="changes">What it says otherwise than the one before; null for the first.</param>
    /// <param name="planModes">For the names of plans and modes.</param>
    /// <param name="card">Where the card is.</param>
    public static string Of(string name, PublishedVersion version, IReadOnlyList<MatrixChange>? changes, PlanModes planModes, string card)
    {
        var marks = (changes ?? []).Where(change => change is { Control: not null, Band: not null }).ToList();
        return string.Join(
            '\n',
            [
                $"{name}, version {version.Number}: {version.Reason}",
                .. marks.Take(Shown).Select(change => $"– {ChangeText.What(change, planModes)}: {ChangeText.FromTo(change)}"),
                .. marks.Count > Shown ? [$"– and {marks.Count - Shown} more"] : (string[])[],
                card,
            ]
        );
    }
}
