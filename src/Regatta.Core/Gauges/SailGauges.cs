using static Regatta.Core.Gauges.GaugeParts;

namespace Regatta.Core.Gauges;

/// <summary>Leech, twist, camber and draft.</summary>
internal static class SailGauges
{
    /// <summary>The gauges, in the order they are offered.</summary>
    public static IReadOnlyList<Gauge> All { get; } =
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
    ];

    /// <summary>The angle of a leech or boom to the centreline, positive to the right, seen from behind.</summary>
    private static double LeechAngle(PicturePoint low, PicturePoint high, PicturePoint end, double mast, double away, double length)
    {
        var scale = mast / (high - low).Length;
        return GaugeGeometry.Off(GaugeGeometry.Nearer(scale * end.RightOf(low, high), length, away), length);
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
}
