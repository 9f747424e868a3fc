using System.Collections.Immutable;

namespace Regatta.Core.Gauges;

/// <summary>The gauges there are. Formulas: models M9; where to stand is common practice, no source; the doubts of standing are what
/// sails of known shape showed, seen from forty places within what each says (`./bench gauge`).</summary>
public static class KnownGauges
{
    private const string Upright = "Hold the phone upright, not tipped back; step back until all of it is in the picture.";

    private static readonly GaugeFact Mast = Length("mast", "From the lower to the upper mark on the mast");
    private static readonly GaugeFact Away = new("away", "From the mast to the phone", GaugeFactKind.Metres)
    {
        Least = 1,
        Most = 200,
        SdShare = 0.05,
        Usual = 10,
    };

    private static readonly GaugeFact Leeward = new("leeward", "Leeward in the picture is on the", GaugeFactKind.OneOfTwo)
    {
        Words = ("right", "left"),
        Usual = 1,
    };

    private static readonly GaugeFact Tack = new("tack", "She stands as on", GaugeFactKind.OneOfTwo)
    {
        Words = ("starboard tack", "port tack"),
        Usual = 1,
    };

    private static readonly GaugeFact From = new("from", "Seen from", GaugeFactKind.OneOfTwo) { Words = ("above", "below"), Usual = 1 };

    private static readonly GaugeFact OffSquare = new("off", "Off square to it, °", GaugeFactKind.Degrees)
    {
        Least = 0,
        Most = 30,
        Usual = 5,
        Beyond = "More than 30° off, depth and place are not what they look. Stand more square to it, or tap a rectangle in its plane.",
    };

    /// <summary>The gauges, in the order they are offered.</summary>
    public static ImmutableArray<Gauge> All { get; } =
    [
        new(
            new("leech"),
            "Leech against the centreline",
            GaugeUnit.Degrees,
            "+ is open to leeward, − is hooked to windward",
            [
                new("Lower mark on the mast", "a band, or where the boom meets it"),
                new("Upper mark on the mast", "a band, or the head"),
                new("Leech", "at the batten you judge"),
            ],
            (at, facts) => facts["leeward"] * LeechAngle(at[0], at[1], at[2], facts["mast"], facts["away"], facts["chord"])
        )
        {
            Stand = "Straight behind her, on the centreline; for a headsail take its stay as the mast. " + Upright,
            Facts = [Mast, Chord, Away, Leeward],
            StandSd = (_, _) => 0.95,
            Lines = [(0, 1)],
        },
        new(
            new("twist"),
            "Twist",
            GaugeUnit.Degrees,
            "more is more open at the top",
            [
                new("Lower mark on the mast", "a band, or where the boom meets it"),
                new("Upper mark on the mast", "a band, or the head"),
                new("Boom end", "the middle of its end"),
                new("Leech", "at the batten you judge"),
            ],
            (at, facts) =>
                facts["leeward"]
                * (
                    LeechAngle(at[0], at[1], at[3], facts["mast"], facts["away"], facts["chord"])
                    - LeechAngle(at[0], at[1], at[2], facts["mast"], facts["away"], facts["boom"])
                )
        )
        {
            Stand = "Behind her; a few degrees to one side change nothing. " + Upright,
            Facts = [Mast, Length("boom", "From the mast to the boom’s end"), Chord, Away, Leeward],
            StandSd = (value, _) => 0.1 + (0.015 * Math.Abs(value)),
            Lines = [(0, 1)],
        },
        new(
            new("twist-above"),
            "Twist from above",
            GaugeUnit.Degrees,
            "+ is more open at the top",
            [
                new("Foot, at the mast", "the front end of the boom or lowest stripe"),
                new("Foot, at the leech", "its after end"),
                new("Top, at the mast", "the front end of the stripe you judge"),
                new("Top, at the leech", "its after end"),
            ],
            (at, facts) => facts["tack"] * facts["from"] * (at[1] - at[0]).To(at[3] - at[2]).Degrees
        )
        {
            Stand = "Look along the mast: from above her on a pier or a chair, or lying under the boom.",
            Facts = [Tack, From],
            Check = at => TooShort(at[2], at[3]),
            StandSd = (value, _) => 0.06 + (0.012 * Math.Abs(value)),
            Lines = [(0, 1), (2, 3)],
        },
        new(
            new("twist-pair"),
            "Twist of main less twist of headsail",
            GaugeUnit.Degrees,
            "+ is the main more twisted, − the headsail",
            [
                new("Main: boom, at the mast", "its front end"),
                new("Main: boom end", "its after end"),
                new("Main: top, at the mast", "the front end of a high stripe or batten"),
                new("Main: top, at the leech", "its after end"),
                new("Headsail: foot, at the tack", "its front end"),
                new("Headsail: clew", "its after end"),
                new("Headsail: top, at the stay", "the front end of a stripe at the same share of its height"),
                new("Headsail: top, at the leech", "its after end"),
            ],
            (at, facts) =>
                facts["tack"] * facts["from"] * ((at[1] - at[0]).To(at[3] - at[2]).Degrees - (at[5] - at[4]).To(at[7] - at[6]).Degrees)
        )
        {
            Stand = "Look straight down on her along the mast, or up from under the boom: both sails in one picture.",
            Facts = [Tack, From],
            Check = at => TooShort(at[2], at[3]) ?? TooShort(at[4], at[5]) ?? TooShort(at[6], at[7]),
            StandSd = (value, _) => 0.3 + (0.03 * Math.Abs(value)),
            Lines = [(0, 1), (2, 3), (4, 5), (6, 7)],
        },
        Section("camber", "Camber at a stripe", "more is fuller", deep: true),
        Section("draft", "Draft position at a stripe", "more is further aft", deep: false),
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

    private static GaugeFact Beside =>
        new("beside", "How far in front of or behind it, at the most", GaugeFactKind.Metres) { Usual = 0, Most = 50 };

    /// <summary>The gauge of a key; null where there is none.</summary>
    public static Gauge? Find(GaugeKey key) => All.FirstOrDefault(gauge => gauge.Key == key);

    private static GaugeFact Length(string key, string name) =>
        new(key, name, GaugeFactKind.Metres)
        {
            Least = 0.02,
            Most = 60,
            SdShare = 0.003,
            SdLeast = 0.002,
        };

    private static GaugeFact Chord => Length("chord", "The sail’s width at that batten") with { SdShare = 0.005, SdLeast = 0.005 };

    /// <summary>The variance of a length that lies in front of or behind what it is measured by: it looks larger or smaller by that share
    /// of the way to the phone.</summary>
    private static double InFront(double value, IReadOnlyDictionary<string, double> facts) =>
        Math.Pow(value * facts["beside"] / facts["away"], 2) / 3;

    /// <summary>The angle of a leech or boom to the centreline, positive to the right, seen from behind.</summary>
    private static double LeechAngle(PicturePoint low, PicturePoint high, PicturePoint end, double mast, double away, double length)
    {
        var scale = mast / (high - low).Length;
        return GaugeGeometry.Off(GaugeGeometry.Nearer(scale * end.RightOf(low, high), length, away), length);
    }

    private static double OffMiddle(IReadOnlyList<PicturePoint> at, double width)
    {
        var across = at[1] - at[0];
        return width * (((at[2] - at[0]).Dot(across) / across.Dot(across)) - 0.5);
    }

    private static double Along(IReadOnlyList<PicturePoint> at) => (at[2] - at[0]).Dot(at[1] - at[0]) / (at[1] - at[0]).Dot(at[1] - at[0]);

    private static (double Depth, double Place) BentSection(IReadOnlyList<PicturePoint> at)
    {
        if (at.Count == 3)
        {
            return GaugeGeometry.Camber(at[0], at[1], at[2]);
        }

        var (a, b) = GaugeGeometry.Section(at[0], at[1], [.. at.Skip(2)]);
        return GaugeGeometry.Deepest(a, b);
    }

    private static Gauge Section(string key, string name, string means, bool deep) =>
        new(
            new(key),
            name,
            GaugeUnit.Share,
            means,
            [
                new("Luff", "where the stripe begins"),
                new("Leech", "where it ends"),
                new("Deepest", "the stripe’s point furthest from the line between them"),
            ],
            (at, _) => deep ? BentSection(at).Depth : BentSection(at).Place
        )
        {
            Stand = "Under the middle of the stripe, looking straight up at it; the stripe fills the picture. Sail full and drawing.",
            Facts = [OffSquare],
            Check = Between,
            MorePoints = 3,
            InOnePlane = true,
            StandSd = (value, facts) =>
                deep
                    ? Math.Abs(value) * (0.003 + (0.8 * (1 - Math.Cos(facts["off"] * Math.PI / 180))))
                    : 0.003 + (0.06 * Math.Sin(facts["off"] * Math.PI / 180)),
            Further = deep
                ? ("deepest at", GaugeUnit.Share, at => BentSection(at).Place)
                : ("depth", GaugeUnit.Share, at => BentSection(at).Depth),
            Lines = [(0, 1)],
        };

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

    private static string? TooShort(PicturePoint from, PicturePoint to) =>
        (to - from).Length < GaugePicture.ShortestReference
            ? $"Two points of a line are nearer than {GaugePicture.ShortestReference} pixels: its direction cannot be told. Go nearer."
            : null;

    /// <summary>The points between two ends lie between them, in depth that can be.</summary>
    private static string? Between(IReadOnlyList<PicturePoint> at)
    {
        foreach (var point in at.Skip(2))
        {
            var (depth, place) = GaugeGeometry.Camber(at[0], at[1], point);
            if (place is < 0.02 or > 0.98)
            {
                return "A point between lies beyond the ends. Tap the front end first, then the after end, then those between.";
            }

            if (depth > 0.4)
            {
                return "That is deeper than any sail or mast. Look at the points again.";
            }
        }

        return null;
    }
}
