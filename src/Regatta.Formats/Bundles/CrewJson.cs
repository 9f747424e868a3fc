using System.Text.Json;
using Regatta.Core;
using Regatta.Core.Crew;
using Regatta.Core.Units;

namespace Regatta.Formats.Bundles;

/// <summary>How a class reads its card for other crews, to and from its JSON, alone (as the store keeps it) or inside a bundle.</summary>
public static class CrewJson
{
    /// <summary>As JSON text; null when the class reads it alike for every crew.</summary>
    public static string? Write(CrewReading crew) => crew.Matters ? JsonSerializer.Serialize(ToDocument(crew), BundleDocument.Options) : null;

    /// <summary>From JSON text this format wrote.</summary>
    /// <exception cref="InvalidOperationException">It breaks a rule of crews.</exception>
    public static CrewReading Read(string? json) => json is null ? CrewReading.None : FromDocument(JsonSerializer.Deserialize<CrewDocument>(json, BundleDocument.Options)).Value;

    internal static CrewDocument? ToDocument(CrewReading crew) => crew switch
    {
        { Rule: { } rule } => new(rule.Reference.Kilograms, rule.Hull, rule.Arm.Metres, rule.FromBand.Number),
        { Offsets.Count: > 0 } => new(Offsets: [.. crew.Offsets.Select(offset => new CrewOffsetDocument(offset.From.Kilograms, offset.To.Kilograms, offset.Control.Name, offset.Steps))]),
        _ => null,
    };

    internal static Parsed<CrewReading> FromDocument(CrewDocument? document) => document switch
    {
        null => Parsed<CrewReading>.Good(CrewReading.None),
        { Reference: { } reference and > 0, Hull: { } hull, Arm: { } arm, FromBand: { } band, Offsets: null } =>
            CrewRule.Of(Mass.FromKilograms(reference), hull, Length.FromMetres(arm), new(band)).Then(rule => Parsed<CrewReading>.Good(CrewReading.By(rule))),
        { Reference: null, Offsets: { } offsets } when offsets.All(offset => offset.From >= 0 && offset.To > offset.From && Math.Abs(offset.Steps) <= 50) =>
            Parsed<CrewReading>.Good(CrewReading.By([.. offsets.Select(offset => new CrewOffset(Mass.FromKilograms(offset.From), Mass.FromKilograms(offset.To), new(offset.Control), offset.Steps))])),
        _ => Parsed<CrewReading>.Bad("A crew needs reference, hull, arm and fromBand, or a table of offsets with from below to."),
    };
}
