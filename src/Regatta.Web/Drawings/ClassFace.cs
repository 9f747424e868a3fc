namespace Regatta.Web.Drawings;

/// <summary>A class as one knows her from afar: her largest plan over hull, board and rudder, small, bow to the right.</summary>
/// <param name="Water">Where the waterline is.</param>
/// <param name="Sails">Her sails.</param>
/// <param name="Hull">What floats.</param>
/// <param name="Below">What hangs below it.</param>
public sealed record ClassFace(double Water, IReadOnlyList<string> Sails, string Hull, IReadOnlyList<string> Below)
{
    /// <summary>The side of the square she is drawn in.</summary>
    public const double Size = 64;

    private const double Edge = 3;

    /// <summary>How high her side is drawn, of her length.</summary>
    private const double Side = 0.06;

    /// <summary>Draws a class; null where she has no outline yet.</summary>
    public static ClassFace? Of(ClassDefinition boatClass)
    {
        var boat = boatClass.Drawing is { Problem: null } drawing ? drawing : null;
        var sails =
            boatClass
                .PlanModes.Plans.Where(plan => plan.Sails.Count > 0 && plan.Sails.All(sail => sail.Problem is null))
                .MaxBy(plan => plan.Sails.Sum(sail => sail.Area))
                ?.Sails
            ?? [];
        SideShape[] below = boat is null ? [] : [.. new[] { boat.Hull, boat.Board, boat.Rudder }.OfType<SideShape>()];
        var corners = sails.Concat(below).SelectMany(part => part.Outline).ToList();
        if (sails.Count == 0 || corners.Count == 0)
        {
            return null;
        }

        var length = boat?.Waterline.Metres ?? corners.Max(corner => corner.X.Metres);
        var (least, most) = (Math.Min(0, corners.Min(corner => corner.X.Metres)), Math.Max(length, corners.Max(corner => corner.X.Metres)));
        var (low, high) = (Math.Min(0, corners.Min(corner => corner.Z.Metres)), corners.Max(corner => corner.Z.Metres));
        var scale = (Size - (2 * Edge)) / Math.Max(most - least, high - low);
        var left = (Size - ((most - least) * scale)) / 2;
        var water = Size - Edge + (low * scale);
        return new(
            water,
            [.. sails.Select(Path)],
            Path(new("hull", [At(0, 0), At(length * 0.96, 0), At(length * 1.02, length * Side), At(-0.02 * length, length * Side * 0.8)])),
            [.. below.Select(Path)]
        );

        static SidePoint At(double x, double z) => new(Length.FromMetres(x), Length.FromMetres(z));
        string Path(SideShape part) =>
            "M"
            + string.Join(
                "L",
                part.Outline.Select(point =>
                    $"{Svg.N(left + ((point.X.Metres - least) * scale))} {Svg.N(water - (point.Z.Metres * scale))}"
                )
            )
            + "Z";
    }
}
