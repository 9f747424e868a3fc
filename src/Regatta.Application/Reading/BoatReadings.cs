using System.Globalization;

namespace Regatta.Application.Reading;

/// <summary>The boats a reader may choose from, and the readings of the one chosen, with the reader's own hand.</summary>
public sealed record BoatChoice(IReadOnlyList<Boat> Boats, Readings Readings)
{
    /// <summary>What an address says for the class's own readings.</summary>
    public const string OfTheClass = "class";

    public Boat? Boat => Readings.Boat;

    /// <summary>The choice as addresses say it.</summary>
    public string InAddress => Boat?.Number.ToString(CultureInfo.InvariantCulture) ?? OfTheClass;
}

/// <summary>Finds out whose readings a page speaks in.</summary>
public sealed class BoatReadings(Boats boats, People people, BoatLogs logs)
{
    /// <summary>The boat the address asks for; without one, the boat the reader sailed last in this class.</summary>
    public async Task<BoatChoice> ForAsync(ClassRef one, Guid reader, string? asked)
    {
        var all = await boats.AllAsync(one);
        var number = asked switch
        {
            null => await logs.LastBoatAsync(one, reader),
            _ => long.TryParse(asked, out var wanted) ? wanted : null,
        };
        // A retired boat is spoken of where an address names her: an old log, her own page.
        var chosen = all.FirstOrDefault(boat => boat.Number == number && (boat.RetiredOn is null || asked is not null));
        return new([.. all.Where(boat => boat.RetiredOn is null || boat == chosen)], new(chosen, await people.HandsAsync(reader)));
    }
}
