using static Regatta.Core.Gauges.GaugeParts;

namespace Regatta.Core.Gauges;

/// <summary>Lengths beside a known one, and what stands between two ends.</summary>
internal static class LengthGauges
{
    /// <summary>The gauges, in the order they are offered.</summary>
    public static IReadOnlyList<Gauge> All { get; } =
    [
        LengthBeside(
            "gap",
            "Gap between boom and beam",
            "more is further apart",
            "Boom, lower edge",
            "Beam or deck below it",
            "Abeam of the gap."
        ),
        LengthBeside(
            "freeboard",
            "Freeboard of the float",
            "more is drier",
            "Deck at the float",
            "Water below it",
            "From the helm’s seat or a boat abeam."
        ),
        LengthBeside(
            "leech-off",
            "Leech off the spreader",
            "more is further off",
            "Spreader tip",
            "Leech beside it",
            "From below, looking up along the shroud."
        ),
        LengthBeside(
            "past-mast",
            "Batten past the mast",
            "more is further past",
            "Mast, after edge",
            "Batten’s front end",
            "Abeam of the batten, square to the sail."
        ),
        LengthBeside("slot", "Slot", "more is wider", "Headsail’s leech", "Main, beside it", "From behind, square to the slot."),
        LengthBeside("length", "A length", "more is longer", "One end", "Other end", "Square to both, from as far as the picture allows."),
        new(
            new("part-way"),
            "How far across",
            GaugeUnit.Share,
            "0 is the first end, 100 % the second",
            [new("From", "such as the centreline"), new("To", "such as the deck’s edge"), new("The end", "what stands between them")],
            (at, _) => Along(at)
        )
        {
            Stand = "Square to the line between both, straight above where you can.",
            InOnePlane = true,
            StandSd = (_, _) => 0.01,
            Lines = [(0, 1)],
        },
        new(
            new("strip"),
            "Reading of a strip",
            GaugeUnit.Number,
            "in the strip’s own numbers",
            [
                new("A number on the strip", "low, well away from the other"),
                new("A higher number on the strip", "the further the better"),
                new("The pointer", "the edge that is read"),
            ],
            (at, facts) => facts["low"] + ((facts["high"] - facts["low"]) * Along(at))
        )
        {
            Stand = "From the seat, as square to the strip as you get.",
            Facts =
            [
                new("low", "The lower number", GaugeFactKind.Number)
                {
                    Usual = 0,
                    Least = -1000,
                    Most = 1000,
                },
                new("high", "The higher number", GaugeFactKind.Number)
                {
                    Usual = 10,
                    Least = -1000,
                    Most = 1000,
                },
            ],
            InOnePlane = true,
            StandSd = (_, _) => 0.12,
            Lines = [(0, 1)],
        },
    ];

    /// <summary>A length beside a known one.</summary>
    private static Gauge LengthBeside(string key, string name, string means, string one, string other, string stand) =>
        new(
            new(key),
            name,
            GaugeUnit.Metres,
            means,
            [
                new("Known length, one end", "anything you have measured, close beside it"),
                new("Known length, other end", "its other end"),
                new(one, "where it is measured"),
                new(other, "where it is measured"),
            ],
            (at, facts) => facts["known"] * (at[3] - at[2]).Length / (at[1] - at[0]).Length
        )
        {
            Stand = stand + " The known length lies in the same plane, close beside it.",
            Facts = [Length("known", "The known length"), Beside, Away],
            InOnePlane = true,
            StandSd = (value, facts) => Math.Sqrt(Math.Pow(0.011 * value, 2) + InFront(value, facts)),
            Lines = [(0, 1), (2, 3)],
        };
}
