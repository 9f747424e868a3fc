namespace Regatta.Core.Gauges;

/// <summary>What several gauges ask to know, refuse and reckon alike.</summary>
internal static class GaugeParts
{
    public const string Upright = "Hold the phone upright, not tipped back; step back until all of it is in the picture.";

    public static readonly GaugeFact Mast = Length("mast", "From the lower to the upper mark on the mast");
    public static readonly GaugeFact Away = new("away", "From the mast to the phone", GaugeFactKind.Metres)
    {
        Least = 1,
        Most = 200,
        SdShare = 0.05,
        Usual = 10,
    };

    public static readonly GaugeFact Leeward = new("leeward", "Leeward in the picture is on the", GaugeFactKind.OneOfTwo)
    {
        Words = ("right", "left"),
        Usual = 1,
    };

    public static readonly GaugeFact Tack = new("tack", "She stands as on", GaugeFactKind.OneOfTwo)
    {
        Words = ("starboard tack", "port tack"),
        Usual = 1,
    };

    public static readonly GaugeFact From = new("from", "Seen from", GaugeFactKind.OneOfTwo) { Words = ("above", "below"), Usual = 1 };

    public static readonly GaugeFact OffSquare = new("off", "Off square to it, °", GaugeFactKind.Degrees)
    {
        Least = 0,
        Most = 30,
        Usual = 5,
        Beyond = "More than 30° off, depth and place are not what they look. Stand more square to it, or tap a rectangle in its plane.",
    };

    public static GaugeFact Beside =>
        new("beside", "How far in front of or behind it, at the most", GaugeFactKind.Metres) { Usual = 0, Most = 50 };

    public static GaugeFact Length(string key, string name) =>
        new(key, name, GaugeFactKind.Metres)
        {
            Least = 0.02,
            Most = 60,
            SdShare = 0.003,
            SdLeast = 0.002,
        };

    public static GaugeFact Chord => Length("chord", "The sail’s width at that batten") with { SdShare = 0.005, SdLeast = 0.005 };

    /// <summary>The variance of a length that lies in front of or behind what it is measured by: it looks larger or smaller by that share
    /// of the way to the phone.</summary>
    public static double InFront(double value, IReadOnlyDictionary<string, double> facts) =>
        Math.Pow(value * facts["beside"] / facts["away"], 2) / 3;

    public static double OffMiddle(IReadOnlyList<PicturePoint> at, double width)
    {
        var across = at[1] - at[0];
        return width * (((at[2] - at[0]).Dot(across) / across.Dot(across)) - 0.5);
    }

    public static double Along(IReadOnlyList<PicturePoint> at) => (at[2] - at[0]).Dot(at[1] - at[0]) / (at[1] - at[0]).Dot(at[1] - at[0]);

    public static (double Depth, double Place) BentSection(IReadOnlyList<PicturePoint> at)
    {
        if (at.Count == 3)
        {
            return GaugeGeometry.Camber(at[0], at[1], at[2]);
        }

        var (a, b) = GaugeGeometry.Section(at[0], at[1], [.. at.Skip(2)]);
        return GaugeGeometry.Deepest(a, b);
    }

    public static string? TooShort(PicturePoint from, PicturePoint to) =>
        (to - from).Length < GaugePicture.ShortestReference
            ? $"Two points of a line are nearer than {GaugePicture.ShortestReference} pixels: its direction cannot be told. Go nearer."
            : null;

    /// <summary>Points along a section tell its shape where so much of the chord lies between them.</summary>
    private const double Apart = 0.04;

    /// <summary>The points between two ends lie between them, in depth that can be.</summary>
    public static string? Between(IReadOnlyList<PicturePoint> at)
    {
        var places = at.Skip(2).Select(point => GaugeGeometry.Camber(at[0], at[1], point).Place).Order().ToList();
        if (places.Zip(places.Skip(1)).Any(pair => pair.Second - pair.First < Apart))
        {
            return "Two of the points between stand at one place. Tap them apart along the line.";
        }

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
