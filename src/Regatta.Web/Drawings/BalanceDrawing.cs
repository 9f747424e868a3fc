namespace Regatta.Web.Drawings;

/// <summary>A part of the boat as it is drawn.</summary>
/// <param name="Name">What it is.</param>
/// <param name="Path">Its outline.</param>
/// <param name="X">Where its centre stands.</param>
/// <param name="Y">How far down.</param>
/// <param name="Dot">How large its centre is drawn: its area is its share of the whole.</param>
/// <param name="Share">Its share, 0 to 1.</param>
public sealed record DrawnPart(string Name, string Path, double X, double Y, double Dot, double Share);

/// <summary>The boat from the side, bow to the right, with the centres of what drives and what holds her.</summary>
/// <param name="Height">In drawing units.</param>
/// <param name="Water">Where the waterline is.</param>
/// <param name="Sails">Her sails.</param>
/// <param name="Below">Hull, board and rudder.</param>
/// <param name="Mast">The line of the mast.</param>
/// <param name="Effort">The centre of effort.</param>
/// <param name="Resistance">The centre of lateral resistance.</param>
public sealed record BalanceDrawing(
    double Height,
    double Water,
    IReadOnlyList<DrawnPart> Sails,
    IReadOnlyList<DrawnPart> Below,
    string Mast,
    (double X, double Y) Effort,
    (double X, double Y) Resistance
)
{
    /// <summary>In drawing units; the size stays while sliders move, so that nothing jumps.</summary>
    public const double Width = 360;

    private const double Edge = 14;
    private const double BiggestDot = 9;

    /// <summary>Draws a boat.</summary>
    /// <param name="boat">Her side view.</param>
    /// <param name="sails">What she carries, as drawn: it sets the scale.</param>
    /// <param name="balance">How she stands.</param>
    /// <param name="pose">The same, for the mast.</param>
    public static BalanceDrawing Of(BoatDrawing boat, IReadOnlyList<SideShape> sails, BoatBalance balance, BoatPose pose)
    {
        var still = BoatBalance.Of(boat, sails, BoatPose.AsDrawn) ?? balance;
        var corners = still.Sails.Concat(still.Below).SelectMany(part => part.Shape.Outline).ToList();
        var (least, most) = (corners.Min(corner => corner.X.Metres), corners.Max(corner => corner.X.Metres));
        var (low, high) = (corners.Min(corner => corner.Z.Metres), corners.Max(corner => corner.Z.Metres));
        // Room for a raked mast and a board that swings.
        var scale = Math.Min((Width - (2 * Edge)) / ((most - least) * 1.12), 400 / (high - low));
        var (left, water) = (Edge + ((most - least) * 0.06 * scale), Edge + (high * scale));
        var mastTop = still.Sails.SelectMany(part => part.Shape.Outline).MaxBy(point => point.Z.Metres);
        var mast = new SideShape("mast", [boat.MastFoot, new(boat.MastFoot.X, mastTop.Z)])
            .Turned(boat.MastFoot, pose.Rake)
            .Moved(pose.RigForward, default);
        return new(
            water - (low * scale) + Edge,
            water,
            [.. balance.Sails.Select(Draw)],
            [.. balance.Below.Select(Draw)],
            Path(mast.Outline),
            (X(balance.Effort), Y(balance.Effort)),
            (X(balance.Resistance), Y(balance.Resistance))
        );

        double X(SidePoint point) => left + ((point.X.Metres - least) * scale);
        double Y(SidePoint point) => water - (point.Z.Metres * scale);
        string Path(IEnumerable<SidePoint> points) =>
            "M" + string.Join("L", points.Select(point => $"{Svg.N(X(point))} {Svg.N(Y(point))}"));
        DrawnPart Draw(BalancePart part)
        {
            var centre = part.Shape.Centroid;
            return new(
                part.Shape.Name,
                Path(part.Shape.Outline) + "Z",
                X(centre),
                Y(centre),
                BiggestDot * Math.Sqrt(part.Share),
                part.Share
            );
        }
    }
}

/// <summary>The boat from behind, heeled: how far the drive stands out to leeward of what holds her.</summary>
/// <param name="Mast">The mast's line.</param>
/// <param name="Hull">The hull's line.</param>
/// <param name="Effort">Where the sails pull.</param>
/// <param name="Out">How far out that is of the centreline at rest.</param>
public sealed record HeelDrawing(string Mast, string Hull, (double X, double Y) Effort, Length Out)
{
    /// <summary>The side of the square it is drawn in.</summary>
    public const double Size = 150;

    /// <summary>Draws her at a heel, + to leeward, which is to the right.</summary>
    public static HeelDrawing Of(BoatBalance balance, Angle heel)
    {
        const double X = Size / 2;
        const double Y = Size - 25;
        var (sin, cos) = Math.SinCos(heel.Degrees * Math.PI / 180);
        var (mast, effort) = (Size - 40, (Size - 40) * 0.42);
        (double X, double Y) At(double along, double across) => (X + (along * sin) + (across * cos), Y - (along * cos) + (across * sin));
        var (top, one, other, keel) = (At(mast, 0), At(8, -26), At(8, 26), At(-12, 0));
        return new(
            $"M{Svg.N(X)} {Svg.N(Y)}L{Svg.N(top.X)} {Svg.N(top.Y)}",
            $"M{Svg.N(one.X)} {Svg.N(one.Y)}Q{Svg.N(keel.X)} {Svg.N(keel.Y)} {Svg.N(other.X)} {Svg.N(other.Y)}Z",
            At(effort, 0),
            balance.Outward(heel)
        );
    }
}
