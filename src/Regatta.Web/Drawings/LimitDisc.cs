namespace Regatta.Web.Drawings;

/// <summary>A zone of the disc.</summary>
/// <param name="Path">Its outline.</param>
/// <param name="Word">Whom it is for.</param>
/// <param name="Says">What it says, for whoever does not see it.</param>
public sealed record DiscZone(string Path, LimitWord Word, string Says);

/// <summary>A half disc of wind and angle: the wind comes from above, the boat stands in the middle, further out it blows harder. Angles
/// run
/// from dead to windward at the top to dead downwind at the bottom.</summary>
/// <param name="Zones">Where a sail stands, for whom.</param>
/// <param name="Rings">Circles at round winds, with their radius.</param>
/// <param name="Most">The wind at the rim.</param>
public sealed record LimitDisc(IReadOnlyList<DiscZone> Zones, IReadOnlyList<(double Radius, string Text)> Rings, Speed Most)
{
    /// <summary>The rim, in drawing units.</summary>
    public const double Rim = 150;

    /// <summary>Where the boat stands.</summary>
    public const double BoatX = 16;

    /// <summary>Where the boat stands.</summary>
    public const double BoatY = 164;

    /// <summary>The disc of a sail.</summary>
    /// <param name="limits">The class's limits of the sail.</param>
    /// <param name="beside">What holds beside them.</param>
    /// <param name="unit">The reader's unit.</param>
    public static LimitDisc Of(IReadOnlyList<SailLimit> limits, LimitsBeside beside, SpeedUnit unit)
    {
        var most = Speed.FromKnots(Math.Ceiling((limits.Max(limit => limit.Most.Knots) - 1e-6) / 5) * 5);
        double Radius(Speed wind) => Rim * Math.Min(1, wind.MetresPerSecond / most.MetresPerSecond);
        var zones = new List<DiscZone>();
        foreach (var limit in limits)
        {
            var (open, hard) = (beside.Lowest(limit.Open), beside.Lowest(limit.Most));
            var angles = $"{limit.From.Degrees:0}–{limit.To.Degrees:0}°";
            zones.Add(
                new(
                    Sector(limit.From, limit.To, 0, Radius(open)),
                    LimitWord.Open,
                    $"{angles}: for everybody up to {CarryText.Show(open, unit)}"
                )
            );
            if (beside.Newcomer >= 1 && hard > open)
            {
                zones.Add(
                    new(
                        Sector(limit.From, limit.To, Radius(open), Radius(hard)),
                        LimitWord.Experienced,
                        $"{angles}: for the experienced up to {CarryText.Show(hard, unit)}"
                    )
                );
            }
        }

        return new(
            zones,
            [
                .. Enumerable
                    .Range(1, (int)(most.Knots / 5))
                    .Select(step => Speed.FromKnots(step * 5))
                    .Select(wind => (Radius(wind), NumberText.Plain(wind.In(unit), 0))),
            ],
            most
        );
    }

    /// <summary>The point at an angle and a radius.</summary>
    public static (double X, double Y) At(Angle angle, double radius)
    {
        var (sin, cos) = Math.SinCos(angle.Degrees * Math.PI / 180);
        return (BoatX + (radius * sin), BoatY - (radius * cos));
    }

    private static string Sector(Angle from, Angle to, double inner, double outer)
    {
        string Point(Angle angle, double radius) => At(angle, radius) is var (x, y) ? $"{Svg.N(x)} {Svg.N(y)}" : "";
        return inner <= 0
            ? $"M{Svg.N(BoatX)} {Svg.N(BoatY)}L{Point(from, outer)}A{Svg.N(outer)} {Svg.N(outer)} 0 0 1 {Point(to, outer)}Z"
            : $"M{Point(from, inner)}L{Point(from, outer)}A{Svg.N(outer)} {Svg.N(outer)} 0 0 1 {Point(to, outer)}"
                + $"L{Point(to, inner)}A{Svg.N(inner)} {Svg.N(inner)} 0 0 0 {Point(from, inner)}Z";
    }
}
