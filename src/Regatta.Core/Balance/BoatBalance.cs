namespace Regatta.Core.Balance;

/// <summary>One part as it stands, and how much it weighs in the common point.</summary>
/// <param name="Shape">Where it stands.</param>
/// <param name="Share">Its part of the whole, 0 to 1.</param>
public sealed record BalancePart(SideShape Shape, double Share);

/// <summary>Where the wind takes hold of the sails and where the water holds the boat. Source: models M5.</summary>
/// <param name="Sails">The sails as they stand.</param>
/// <param name="Below">Hull, board and rudder as they stand.</param>
/// <param name="Effort">CE = Σ t·A·c / Σ t·A over the sails, t their trim.</param>
/// <param name="Resistance">CLR = Σ w·A·c / Σ w·A over the parts below.</param>
/// <param name="Waterline">Her length at the waterline.</param>
/// <param name="Area">What draws of the sails, Σ t·A, in m².</param>
public sealed record BoatBalance(
    IReadOnlyList<BalancePart> Sails,
    IReadOnlyList<BalancePart> Below,
    SidePoint Effort,
    SidePoint Resistance,
    Length Waterline,
    double Area
)
{
    /// <summary>How far the centre of effort stands forward of the centre of lateral resistance.</summary>
    public Length Lead => Length.FromMetres(Effort.X.Metres - Resistance.X.Metres);

    /// <summary>The lead as a part of the waterline.</summary>
    public double LeadShare => Lead.Metres / Waterline.Metres;

    /// <summary>How high effort stands above resistance: the arm that heels her.</summary>
    public Length Height => Length.FromMetres(Effort.Z.Metres - Resistance.Z.Metres);

    /// <summary>How far heel puts the pull out to leeward of where she is held: H·sin φ.</summary>
    public Length Outward(Angle heel) => Length.FromMetres(Height.Metres * Math.Sin(heel.Degrees * Math.PI / 180));

    /// <summary>How she stands, balanced; null where no sail draws.</summary>
    public static BoatBalance? Of(BoatDrawing drawing, IReadOnlyList<SideShape> sails, BoatPose pose)
    {
        var hung = drawing.Lateen is { } spars ? [spars.Sail(Clamped(spars, pose), drawing.MastFoot.X), .. sails.Skip(1)] : sails;
        var above = hung.Select((sail, at) => (Shape: Stand(drawing, sail, pose), Weight: at < pose.Trims.Count ? pose.Trims[at] : 1))
            .ToList();
        (SideShape Shape, double Weight)[] below =
        [
            (drawing.Hull, BoatDrawing.HullWeight),
            .. Board(drawing, pose) is { } board ? [(board, BoatDrawing.BoardWeight)] : Array.Empty<(SideShape, double)>(),
            .. drawing.Rudder is { } rudder ? [(rudder, BoatDrawing.RudderWeight)] : Array.Empty<(SideShape, double)>(),
        ];
        return Weighed(above) is var (effort, parts, area) && Weighed(below) is var (resistance, held, _)
            ? new(parts, held, effort, resistance, drawing.Waterline, area)
            : null;
    }

    private static Length Clamped(LateenSpars spars, BoatPose pose) =>
        Length.FromMetres(Math.Clamp(spars.Gooseneck.Metres + pose.Gooseneck.Metres, 0, spars.Boom.Metres * 0.9));

    private static SideShape Stand(BoatDrawing drawing, SideShape sail, BoatPose pose) =>
        sail.Turned(drawing.MastFoot, pose.Rake).Moved(pose.RigForward, pose.SailsUp);

    /// <summary>The board as it stands: a pivoting one swings with its tip going aft, a sliding one goes up into the hull and what is above
    /// its case holds nothing. Null for none, or for one that is all the way up.</summary>
    private static SideShape? Board(BoatDrawing drawing, BoatPose pose) =>
        drawing switch
        {
            { Board: { } board, BoardMoves: BoardKind.Pivoting } => board.Turned(
                drawing.BoardPin,
                Angle.FromDegrees(-pose.BoardAft.Degrees)
            ),
            { Board: { } board, BoardMoves: BoardKind.Sliding } => board
                .Moved(default, Length.FromMetres(Math.Max(0, pose.BoardUp.Metres)))
                .Below(board.Outline.Max(point => point.Z.Metres)),
            _ => drawing.Board,
        };

    private static (SidePoint Point, IReadOnlyList<BalancePart> Parts, double Whole)? Weighed(
        IReadOnlyList<(SideShape Shape, double Weight)> parts
    )
    {
        var weights = parts.Select(part => Math.Max(0, part.Weight) * part.Shape.Area).ToList();
        var whole = weights.Sum();
        if (!(whole > 1e-9))
        {
            return null;
        }

        var centroids = parts.Select(part => part.Shape.Centroid).ToList();
        return (
            new(
                Length.FromMetres(centroids.Zip(weights).Sum(centroid => centroid.First.X.Metres * centroid.Second) / whole),
                Length.FromMetres(centroids.Zip(weights).Sum(centroid => centroid.First.Z.Metres * centroid.Second) / whole)
            ),
            [.. parts.Zip(weights).Select(part => new BalancePart(part.First.Shape, part.Second / whole))],
            whole
        );
    }
}
