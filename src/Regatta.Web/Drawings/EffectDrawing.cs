using static Regatta.Web.Drawings.Svg;

namespace Regatta.Web.Drawings;

/// <summary>What more of a mark does, drawn small: the boat in thin lines, what moves, and which way. The bow is to the right.</summary>
/// <param name="Boat">The boat from her side or from above, as a path.</param>
/// <param name="Part">What moves, as it stands then, as a path.</param>
/// <param name="Arrow">Which way, as a path.</param>
/// <param name="Label">The same in words.</param>
public sealed record EffectDrawing(string Boat, string Part, string Arrow, string Label)
{
    private const string Main = "M44 8V40H14Q28 26 44 8Z";
    private const string Headsail = "M47 15L69 42 50 39Z";
    private const string Board = "M37 51L39 61H45L46 52";
    private const string Side = "M6 44H74Q40 58 6 44ZM44 44V5L73 44" + Main + Headsail + Board;
    private const string Above = "M6 32Q38 10 74 32Q38 54 6 32ZM6 32H74";
    private const string Stern = "M18 40H62Q58 58 40 58 22 58 18 40Z";
    private const string Chord = "M4 6H32";

    /// <summary>One picture for each pair of opposites, of the first of them.</summary>
    public static IReadOnlyList<EffectDrawing> Pairs { get; } =
    [.. Enum.GetValues<MarkEffect>().Where(effect => (int)effect % 2 == 0).Select(effect => Of(effect, both: true))];

    /// <summary>Of one effect.</summary>
    public static EffectDrawing Of(MarkEffect effect) => Of(effect, both: false);

    private static EffectDrawing Of(MarkEffect effect, bool both)
    {
        var other = MarkEffects.Opposite(effect);
        // The first of a pair goes from the one place to the other, the second back.
        var first = (int)effect % 2 == 0;
        var (boat, then, from, to) = Parts(effect);
        var (tail, tip) = first ? (from, to) : (to, from);
        return new(
            boat,
            then,
            Line(tail, tip) + Head(tail, tip) + (both ? Head(tip, tail) : ""),
            both ? $"{MarkEffects.Words(effect)}, or {MarkEffects.Words(other)}" : MarkEffects.Words(effect)
        );
    }

    /// <summary>The boat, what moves as it stands after the effect, and where the arrow of the pair's first goes from and to.</summary>
    private static (string Boat, string Part, (double X, double Y) From, (double X, double Y) To) Parts(MarkEffect effect) =>
        effect switch
        {
            MarkEffect.SailForward or MarkEffect.SailAft => (Side, Main, (20, 16), (36, 16)),
            MarkEffect.SailDown or MarkEffect.SailUp => (Side, Main, (10, 14), (10, 34)),
            MarkEffect.TwistMore => (Side, "M44 8Q16 20 14 40", (34, 18), (18, 14)),
            MarkEffect.TwistLess => (Side, "M44 8Q36 26 14 40", (34, 18), (18, 14)),
            MarkEffect.Flatter => (Side + Chord, "M4 6Q18 12 32 6" + Main, (18, 18), (18, 10)),
            MarkEffect.Fuller => (Side + Chord, "M4 6Q18 30 32 6" + Main, (18, 18), (18, 10)),
            MarkEffect.LuffTighter or MarkEffect.LuffLooser => (Side, "M44 8V40", (39, 22), (39, 37)),
            MarkEffect.BoomOut => (Above, "M46 32L16 46", (14, 36), (18, 50)),
            MarkEffect.BoomIn => (Above, "M46 32L13 35", (14, 36), (18, 50)),
            MarkEffect.LeadForward or MarkEffect.LeadAft => (Side, Headsail, (50, 34), (64, 34)),
            MarkEffect.LeadOut => (Above, "M72 32Q60 42 48 45", (46, 34), (50, 48)),
            MarkEffect.LeadIn => (Above, "M72 32Q60 36 46 36", (46, 34), (50, 48)),
            MarkEffect.HeadsailTwistMore => (Side, "M47 15Q36 28 50 39", (54, 22), (40, 20)),
            MarkEffect.HeadsailTwistLess => (Side, "M47 15Q53 28 50 39", (54, 22), (40, 20)),
            MarkEffect.HeadsailFlatter => (Side + Chord, "M4 6Q18 12 32 6" + Headsail, (18, 18), (18, 10)),
            MarkEffect.HeadsailFuller => (Side + Chord, "M4 6Q18 30 32 6" + Headsail, (18, 18), (18, 10)),
            MarkEffect.BoardUp or MarkEffect.BoardDown => (Side, Board, (53, 62), (53, 53)),
            MarkEffect.BoardAft or MarkEffect.BoardForward => (Side, Board, (60, 58), (24, 58)),
            MarkEffect.RigTighter => (Side, "M44 5L73 44", (55, 30), (64, 24)),
            MarkEffect.RigLooser => (Side, "M44 5Q50 30 73 44", (55, 30), (64, 24)),
            MarkEffect.SailLess => (Side, "M44 20V40H20Q30 32 44 20Z", (52, 6), (52, 20)),
            MarkEffect.SailMore => (Side, Main, (52, 6), (52, 20)),
            MarkEffect.CrewAft or MarkEffect.CrewForward => (Above, "M36 20A4 4 0 1 0 36.1 20", (46, 12), (22, 12)),
            MarkEffect.CrewOut or MarkEffect.CrewIn => (Above, "M40 18A4 4 0 1 0 40.1 18", (52, 28), (52, 12)),
            MarkEffect.HeelMore => (Stern, "M40 44L58 8", (40, 10), (60, 16)),
            MarkEffect.HeelLess => (Stern, "M40 44V8", (40, 10), (60, 16)),
            _ => (Side, "M44 28L16 32M30 28V32", (38, 24), (22, 26)),
        };

    private static string Line((double X, double Y) from, (double X, double Y) to) => $"M{N(from.X)} {N(from.Y)}L{N(to.X)} {N(to.Y)}";

    /// <summary>The head of an arrow at where it goes to.</summary>
    private static string Head((double X, double Y) from, (double X, double Y) to)
    {
        var (x, y) = (to.X - from.X, to.Y - from.Y);
        var length = Math.Sqrt((x * x) + (y * y));
        var (along, across) = ((X: 5 * x / length, Y: 5 * y / length), (X: -3 * y / length, Y: 3 * x / length));
        return $"M{N(to.X - along.X + across.X)} {N(to.Y - along.Y + across.Y)}L{N(to.X)} {N(to.Y)}"
            + $"L{N(to.X - along.X - across.X)} {N(to.Y - along.Y - across.Y)}";
    }
}
