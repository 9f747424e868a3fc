namespace Regatta.Web.Drawings;

/// <summary>A plan's sails as they stand, to the scale all plans of a class are drawn in.</summary>
/// <param name="Plan">The plan.</param>
/// <param name="Left">Where it begins.</param>
/// <param name="Sails">For each sail its name and its path.</param>
/// <param name="CentreX">Where the centre of its sails stands.</param>
/// <param name="CentreY">How far down.</param>
public sealed record PlanDrawing(
    SailPlan Plan,
    double Left,
    IReadOnlyList<(string Name, string Path)> Sails,
    double CentreX,
    double CentreY
);

/// <summary>The plans of a class side by side at their real shapes.</summary>
/// <param name="Width">In drawing units.</param>
/// <param name="Height">In drawing units, with room for names below.</param>
/// <param name="Water">Where the waterline is.</param>
/// <param name="Plans">The plans that have outlines.</param>
public sealed record SailDrawing(double Width, double Height, double Water, IReadOnlyList<PlanDrawing> Plans)
{
    /// <summary>The height the tallest plan is drawn at.</summary>
    private const double Tall = 200;

    private const double Gap = 24;
    private const double Below = 64;

    /// <summary>Draws the plans; null where none has an outline.</summary>
    public static SailDrawing? Of(IReadOnlyList<SailPlan> plans)
    {
        // An older version may hold what no rule of today lets in.
        var drawn = plans.Where(plan => plan.Sails.Count > 0 && plan.Sails.All(sail => sail.Problem is null)).ToList();
        if (drawn.Count == 0)
        {
            return null;
        }

        var corners = drawn.SelectMany(plan => plan.Sails).SelectMany(sail => sail.Outline).ToList();
        var (least, most) = (corners.Min(corner => corner.X.Metres), corners.Max(corner => corner.X.Metres));
        var top = corners.Max(corner => corner.Z.Metres);
        var scale = Math.Min(Tall / top, 150 / Math.Max(0.01, most - least));
        var (wide, water) = (((most - least) * scale) + Gap, (top * scale) + 8);
        return new((wide * drawn.Count) + Gap, water + Below, water, [.. drawn.Select((plan, at) => Draw(plan, Gap + (at * wide)))]);

        // The bow is to the right, as in the side view of a drawing board.
        double X(double left, SidePoint point) => left + ((point.X.Metres - least) * scale);
        double Y(SidePoint point) => water - (point.Z.Metres * scale);
        PlanDrawing Draw(SailPlan plan, double left)
        {
            var area = plan.Sails.Sum(sail => sail.Area);
            return new(
                plan,
                left,
                [
                    .. plan.Sails.Select(sail =>
                        (
                            sail.Name,
                            "M" + string.Join("L", sail.Outline.Select(point => $"{Svg.N(X(left, point))} {Svg.N(Y(point))}")) + "Z"
                        )
                    ),
                ],
                plan.Sails.Sum(sail => sail.Area * X(left, sail.Centroid)) / area,
                plan.Sails.Sum(sail => sail.Area * Y(sail.Centroid)) / area
            );
        }
    }
}
