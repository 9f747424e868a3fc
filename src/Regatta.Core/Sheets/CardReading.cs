using Regatta.Core.Fleet;
using Regatta.Core.Marks;
using Regatta.Core.Matrices;
using Regatta.Core.Units;
using Regatta.Core.Wind;

namespace Regatta.Core.Sheets;

/// <summary>What one sailor's card says in a wind: the published version as their crew reads it, on their boat, with what they carry. The
/// card on the screen and the log that is filled in from it are both this.</summary>
/// <param name="Version">What is published.</param>
/// <param name="Wind">The wind.</param>
/// <param name="Effective">The wind their crew reads the card at; band and sails follow from it.</param>
/// <param name="Layer">With which sails, sailed how.</param>
/// <param name="Card">What it says.</param>
public sealed record CardReading(PublishedVersion Version, Speed Wind, Speed Effective, Layer Layer, Card Card)
{
    /// <summary>Reads a card.</summary>
    /// <param name="version">What is published.</param>
    /// <param name="wind">The wind, at the class's height.</param>
    /// <param name="plan">The key of the sails asked for; null for what the class carries then.</param>
    /// <param name="mode">The key of the mode asked for; null for the class's first.</param>
    /// <param name="crew">All aboard; null where nobody said.</param>
    /// <param name="readings">The boat and the hand it is read on.</param>
    public static CardReading Of(PublishedVersion version, Speed wind, string? plan, string? mode, Mass? crew, Readings readings)
    {
        var effective = version.Class.Crew.Effective(wind, crew, version.Set.Bands);
        var layer = version.Set.LayerIn(version.Set.Bands.At(effective), plan, mode);
        var matrix = version.Class.Crew.AsSet(version.Set.AsSailed(layer), crew);
        return new(version, wind, effective, layer, Card.For(readings.AsRead(matrix), effective));
    }

    /// <summary>The band as this crew meets it: the true winds that they read the card at within it.</summary>
    public WindRange BandAsMet =>
        WindRange
            .Of(Card.Band.From, Card.Band.To, null)
            .Value.Times(Effective.MetresPerSecond > 0 ? Wind.MetresPerSecond / Effective.MetresPerSecond : 1);

    /// <summary>The lines in set-up order, ashore before afloat.</summary>
    public IEnumerable<CardLine> Lines => Card.Ashore.Concat(Card.Afloat);

    /// <summary>The mark of a control; null where the card has none.</summary>
    public Mark? MarkOf(ControlKey control) => Lines.FirstOrDefault(line => line.Control.Key == control)?.Cell?.Mark;
}
