using Regatta.Core;
using Regatta.Core.Crew;
using Regatta.Core.Units;

namespace Regatta.Formats.Bundles;

/// <summary>How a class reads its card for other crews, to and from its JSON.</summary>
internal static class CrewJson
{
    internal static CrewDocument? ToDocument(CrewReading crew) =>
        crew switch
        {
            { Rule: { } rule } => new(rule.Reference.Kilograms, rule.Hull, rule.Arm.Metres, rule.FromBand.Number),
            { Offsets.Count: > 0 } => new(
                Offsets:
                [
                    .. crew.Offsets.Select(offset => new CrewOffsetDocument(
                        offset.From.Kilograms,
                        offset.To.Kilograms,
                        offset.Control.Name,
                        offset.Steps
                    )),
                ]
            ),
            _ => null,
        };

    internal static Parsed<CrewReading> FromDocument(CrewDocument? document) =>
        document switch
        {
            null => Parsed<CrewReading>.Good(CrewReading.None),
            { Reference: { } reference and > 0, Hull: { } hull, Arm: { } arm, FromBand: { } band, Offsets: null } => CrewRule
                .Of(Mass.FromKilograms(reference), hull, Length.FromMetres(arm), new(band))
                .Then(rule => Parsed<CrewReading>.Good(CrewReading.By(rule))),
            { Reference: null, Offsets: { } offsets }
                when offsets.All(offset => offset.From >= 0 && offset.To > offset.From && Math.Abs(offset.Steps) <= 50) =>
                Parsed<CrewReading>.Good(
                    CrewReading.By([
                        .. offsets.Select(offset => new CrewOffset(
                            Mass.FromKilograms(offset.From),
                            Mass.FromKilograms(offset.To),
                            new(offset.Control),
                            offset.Steps
                        )),
                    ])
                ),
            _ => Parsed<CrewReading>.Bad("A crew needs reference, hull, arm and fromBand, or a table of offsets with from below to."),
        };
}
