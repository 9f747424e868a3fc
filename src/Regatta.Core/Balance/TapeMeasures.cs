namespace Regatta.Core.Balance;

/// <summary>A few lengths a tape takes on the trailer, from which a boat of usual proportions is drawn (ours): a start, to be corrected
/// corner by corner.</summary>
/// <param name="Waterline">Her length at the waterline.</param>
/// <param name="Mast">How far forward of the transom the mast stands.</param>
/// <param name="Board">How far forward of the transom the board's front edge is; null without one.</param>
/// <param name="Depth">How deep board or keel reach below the hull.</param>
/// <param name="Luff">The mainsail's luff; null for sails that are drawn already.</param>
/// <param name="Foot">Its foot.</param>
public sealed record TapeMeasures(Length Waterline, Length Mast, Length? Board, Length Depth, Length? Luff, Length? Foot)
{
    /// <summary>The headsail's luff; null where she has none, or its sails are drawn already.</summary>
    public Length? JibLuff { get; init; }

    /// <summary>Its foot.</summary>
    public Length? JibFoot { get; init; }

    /// <summary>The forestay is so much longer than the headsail's luff.</summary>
    private const double Stay = 1.15;
    private const double Bow = 0.97;
    private const double Deck = 0.13;
    private const double Bottom = -0.04;
    private const double Boom = 0.22;

    /// <summary>What makes them no boat, in a sentence; null where they are one.</summary>
    public string? Problem =>
        !(Waterline.Metres is > 0.1 and <= SideShape.FurthestMetres) ? "A waterline is 0.1 to 60 m long."
        : !(Mast.Metres > 0 && Mast.Metres < Waterline.Metres) ? "The mast stands between transom and bow."
        : Board is { } front
        && !(front.Metres > 0 && front.Metres < Waterline.Metres && Depth.Metres > 0 && Depth.Metres < Waterline.Metres)
            ? "The board stands below the hull, and is shorter than she is long."
        : (Luff is null) != (Foot is null) ? "A mainsail has a luff and a foot: measure both, or neither."
        : Luff is { } luff && !(luff.Metres > 0 && Foot!.Value.Metres > 0 && luff.Metres < 5 * Waterline.Metres)
            ? "Luff and foot are above zero."
        : (JibLuff is null) != (JibFoot is null) ? "A headsail has a luff and a foot: measure both, or neither."
        : JibLuff is not null && Luff is null ? "Measure the main too: a headsail alone is no plan."
        : JibLuff is { } stay && !(JibFoot!.Value.Metres > 0 && Stay * stay.Metres > (Bow * Waterline.Metres) - Mast.Metres)
            ? "A headsail’s luff reaches from the bow up the mast: it is longer than from bow to mast."
        : null;

    /// <summary>The boat of usual proportions.</summary>
    public BoatDrawing Draw()
    {
        var waterline = Waterline.Metres;
        return new(
            Waterline,
            Part(Mast.Metres / waterline, 0.08),
            Shape("hull", (0, 0), (1, 0), (0.88, -0.03), (0.5, Bottom), (0.07, -0.02)),
            Board is { } front
                ? Shape(
                    "board",
                    (front.Metres / waterline, Bottom),
                    ((front.Metres / waterline) - 0.1, Bottom),
                    ((front.Metres / waterline) - 0.12, Bottom - (Depth.Metres / waterline)),
                    ((front.Metres / waterline) - 0.04, Bottom - (Depth.Metres / waterline))
                )
                : null,
            Shape("rudder", (-0.005, -0.01), (-0.06, -0.01), (-0.065, -0.17), (-0.02, -0.17))
        );

        SideShape Shape(string name, params (double X, double Z)[] corners) =>
            new(name, [.. corners.Select(corner => Part(corner.X, corner.Z))]);
        SidePoint Part(double x, double z) => Rounded(x * waterline, z * waterline);
    }

    /// <summary>Her mainsail by luff and foot; null where neither was measured.</summary>
    private SideShape? Main()
    {
        if (Luff is not { } luff || Foot is not { } foot)
        {
            return null;
        }

        var boom = Boom * Waterline.Metres;
        // The sail begins behind the mast, and its boom rises a little.
        var (x, head, little) = (Mast.Metres - (0.012 * Waterline.Metres), boom + luff.Metres, 0.012 * Waterline.Metres);
        return new(
            "main",
            [
                Rounded(x, boom),
                Rounded(x - foot.Metres, boom + little),
                // The roach of a usual leech.
                Rounded(x - (0.68 * foot.Metres), boom + (0.45 * luff.Metres)),
                Rounded(x - little, head),
            ]
        );
    }

    /// <summary>Her sails, the main first; none where nothing was measured.</summary>
    public IReadOnlyList<SideShape> Sails() => [.. new[] { Main(), Jib() }.OfType<SideShape>()];

    /// <summary>Her headsail by luff and foot, on a forestay from the bow to the mast; null where neither was measured.</summary>
    private SideShape? Jib()
    {
        if (JibLuff is not { } luff || JibFoot is not { } foot)
        {
            return null;
        }

        var (x, z) = (Bow * Waterline.Metres, Deck * Waterline.Metres);
        var (back, stay) = (x - Mast.Metres, Stay * luff.Metres);
        var up = Math.Sqrt((stay * stay) - (back * back));
        return new(
            "jib",
            [Rounded(x, z), Rounded(x - foot.Metres, z + (0.02 * Waterline.Metres)), Rounded(x - (back / Stay), z + (up / Stay))]
        );
    }

    private static SidePoint Rounded(double x, double z) => new(Length.FromMetres(Math.Round(x, 3)), Length.FromMetres(Math.Round(z, 3)));
}
