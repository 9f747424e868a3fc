using static Regatta.Core.Gauges.GaugeParts;

namespace Regatta.Core.Gauges;

/// <summary>Where boom and mast stand, and how the boat lies.</summary>
internal static class SparGauges
{
    /// <summary>The gauges, in the order they are offered.</summary>
    public static IReadOnlyList<Gauge> All { get; } =
    [
        new(
            new("boom-angle"),
            "Boom off the centreline",
            GaugeUnit.Degrees,
            "more is further off the centreline",
            [
                new("Transom, one corner", "or any two points of her as far from the centreline"),
                new("Transom, other corner", "the same on the other side"),
                new("Boom end", "the middle of its end"),
            ],
            (at, facts) => Math.Abs(GaugeGeometry.Off(OffMiddle(at, facts["width"]), facts["boom"]))
        )
        {
            Stand = "Straight behind her or straight above the boom’s end.",
            Facts = [Length("width", "From corner to corner"), Length("boom", "From the mast to the boom’s end"), Beside, Away],
            StandSd = (value, facts) => Math.Sqrt(0.06 + InFront(value, facts)),
            Lines = [(0, 1)],
        },
        new(
            new("boom-off"),
            "Boom end off the centreline",
            GaugeUnit.Metres,
            "more is further off the centreline",
            [
                new("Deck edge, one side", "or any two points of her as far from the centreline"),
                new("Deck edge, other side", "the same on the other side"),
                new("Boom end", "the middle of its end"),
            ],
            (at, facts) => Math.Abs(OffMiddle(at, facts["width"]))
        )
        {
            Stand = "Straight above or straight behind the boom’s end.",
            Facts = [Length("width", "From edge to edge"), Beside, Away],
            InOnePlane = true,
            StandSd = (value, facts) => Math.Sqrt(Math.Pow(0.01 * value, 2) + InFront(value, facts)),
            Lines = [(0, 1)],
        },
        new(
            new("heel"),
            "Heel",
            GaugeUnit.Degrees,
            "+ is to leeward",
            [
                new("Mast, low", "where it comes out of the sail or deck"),
                new("Mast, high", "its head"),
                new("Horizon, one end", "or any level line: the far shore, a wall’s row of blocks"),
                new("Horizon, other end", "as far away as the picture goes"),
            ],
            (at, facts) => facts["leeward"] * (GaugeGeometry.Lean(at[0], at[1]) - GaugeGeometry.LevelLean(at[2], at[3]))
        )
        {
            Stand = "Straight behind or ahead of her, phone upright, the horizon in the picture. Whoever takes it is not helming.",
            Facts = [Leeward],
            Check = at => TooShort(at[2], at[3]),
            StandSd = (value, _) => 0.035 + (0.008 * Math.Abs(value)),
            Lines = [(0, 1), (2, 3)],
        },
        new(
            new("rake"),
            "Mast rake",
            GaugeUnit.Degrees,
            "+ is aft",
            [
                new("Mast, low", "its after edge at the deck"),
                new("Mast, high", "its after edge at the head"),
                new("Level, at the bow’s side", "the horizon, or her waterline with the phone held at the deck’s height"),
                new("Level, at the stern’s side", "its other end"),
            ],
            (at, facts) =>
                GaugeGeometry.Squared(
                    Math.Sign(at[3].X - at[2].X) * (GaugeGeometry.Lean(at[0], at[1]) - GaugeGeometry.LevelLean(at[2], at[3])),
                    facts["beam"]
                )
        )
        {
            Stand = "Straight abeam, as far off as the boat is long or more, phone upright; she floats or stands on her lines.",
            Facts =
            [
                new("beam", "Off the beam, °", GaugeFactKind.Degrees)
                {
                    Least = 0,
                    Most = 25,
                    SdLeast = 5,
                    Usual = 0,
                    Beyond = "More than 25° off the beam a rake reads too little to be put right. Stand abeam.",
                },
            ],
            Check = at => TooShort(at[2], at[3]),
            StandSd = (value, _) => 0.15 + (0.01 * Math.Abs(value)),
            Lines = [(0, 1), (2, 3)],
        },
        new(
            new("pre-bend"),
            "Mast bend",
            GaugeUnit.Metres,
            "more is more bent",
            [
                new("Mast, low", "its after edge at the foot or the boom"),
                new("Mast, high", "its after edge at the head"),
                new("Mast, where it bends most", "its after edge"),
            ],
            (at, facts) => BentSection(at).Depth * facts["mast"]
        )
        {
            Stand = "Abeam, phone upright, the mast in the middle of the picture.",
            Facts = [Length("mast", "From the low to the high point")],
            Check = Between,
            MorePoints = 3,
            StandSd = (value, _) => 0.03 * Math.Abs(value),
            Further = ("deepest at", GaugeUnit.Share, at => BentSection(at).Place),
            Lines = [(0, 1)],
        },
    ];
}
