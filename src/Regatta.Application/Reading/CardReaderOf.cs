namespace Regatta.Application.Reading;

/// <summary>A card's reader with the boats they may choose from.</summary>
/// <param name="Choice">The boat, and those it could be.</param>
/// <param name="Reader">Who reads, for what.</param>
/// <param name="Own">What they said of themselves; null for nothing.</param>
public sealed record ReaderChoice(BoatChoice Choice, CardReader Reader, OwnCrew? Own);

/// <summary>Finds out who reads a card: their crew, boat, hands, own offsets, and what they read lengths in. The card on the screen and the
/// log that is filled in from it ask here; what is printed for a boat is read as everybody reads her.</summary>
public sealed class CardReaderOf(BoatReadings readings, Crews crews)
{
    /// <summary>The reader of a card.</summary>
    /// <param name="one">The class.</param>
    /// <param name="person">Who reads.</param>
    /// <param name="boat">The boat asked for; null for the one sailed last.</param>
    /// <param name="purpose">The purpose asked for; null for the class's first.</param>
    public async Task<ReaderChoice> ForAsync(ClassRef one, Guid person, string? boat, string? purpose)
    {
        var found = await readings.ForAsync(one, person, boat);
        var ways = await crews.WaysAsync(one, person);
        var choice = found with { Readings = found.Readings with { Measures = ways.Measures } };
        var own = await crews.OwnAsync(one, person);
        return new(
            choice,
            new(own?.Profile ?? CrewProfile.Unknown, choice.Readings)
            {
                Own = ways.Offsets,
                Purpose = string.IsNullOrEmpty(purpose) ? null : new PurposeKey(purpose),
            },
            own
        );
    }
}
