namespace Regatta.Core.Gauges;

/// <summary>A point about a boat, in metres: aft of the mast's foot, to leeward of the centreline, up from the deck.</summary>
public readonly record struct SpacePoint(double Aft, double Leeward, double Up)
{
    /// <summary>The vector from one point to another.</summary>
    public static SpacePoint operator -(SpacePoint to, SpacePoint from) =>
        new(to.Aft - from.Aft, to.Leeward - from.Leeward, to.Up - from.Up);

    /// <summary>How far two vectors point the same way.</summary>
    public double Dot(SpacePoint other) => (Aft * other.Aft) + (Leeward * other.Leeward) + (Up * other.Up);

    /// <summary>A vector square to two others.</summary>
    public SpacePoint Cross(SpacePoint other) =>
        new(
            (Leeward * other.Up) - (Up * other.Leeward),
            (Up * other.Aft) - (Aft * other.Up),
            (Aft * other.Leeward) - (Leeward * other.Aft)
        );

    /// <summary>The same way, one metre long.</summary>
    public SpacePoint Unit => Math.Sqrt(Dot(this)) is var length ? new(Aft / length, Leeward / length, Up / length) : default;
}

/// <summary>A sail as she stands: what a gauge should read of her, and what is drawn beside a look.</summary>
/// <param name="Luff">Along the mast, in metres.</param>
/// <param name="Foot">Along the boom, in metres.</param>
/// <param name="BoomAngle">The boom off the centreline, in degrees.</param>
/// <param name="Twist">How much further the head is open than the boom, in degrees; grows evenly with height.</param>
/// <param name="Camber">The depth of each section as a share of its chord.</param>
/// <param name="Draft">Where it is deepest, from the luff; between 0.25 and 0.75.</param>
public sealed record SailShape(double Luff, double Foot, double BoomAngle, double Twist, double Camber, double Draft)
{
    /// <summary>The chord at the head as a share of the foot.</summary>
    public double Head { get; init; } = 0.15;

    /// <summary>The tack above the deck, in metres.</summary>
    public double Tack { get; init; } = 0.8;

    /// <summary>The boat's heel to leeward, in degrees.</summary>
    public double Heel { get; init; }

    /// <summary>The mast's rake aft, in degrees.</summary>
    public double Rake { get; init; }

    /// <summary>How far the mast bends forward between foot and head, as a share of its length.</summary>
    public double Bend { get; init; }

    /// <summary>The chord at a height, in metres.</summary>
    /// <param name="height">0 at the boom, 1 at the head.</param>
    public double Chord(double height) => Foot * (1 - ((1 - Head) * height) + (0.35 * height * (1 - height)));

    /// <summary>How far a section is off the centreline, in degrees.</summary>
    public double Angle(double height) => BoomAngle + (Twist * height);

    /// <summary>A point of the mast.</summary>
    /// <param name="height">0 at the boom, 1 at the head; below 0 towards the deck.</param>
    public SpacePoint Mast(double height) => Posed(OnMast(height));

    /// <summary>A point of the sail.</summary>
    /// <param name="height">0 at the boom, 1 at the head.</param>
    /// <param name="across">0 at the luff, 1 at the leech.</param>
    public SpacePoint At(double height, double across)
    {
        var (chord, angle, luff) = (Chord(height), Angle(height) * Math.PI / 180, OnMast(height));
        var (sin, cos) = (Math.Sin(angle), Math.Cos(angle));
        var deep = chord * Depth(across);
        return Posed(new(luff.Aft + (chord * across * cos) - (deep * sin), luff.Leeward + (chord * across * sin) + (deep * cos), luff.Up));
    }

    /// <summary>A point of the boat, moved as she heels.</summary>
    public SpacePoint Posed(SpacePoint point)
    {
        var heel = Heel * Math.PI / 180;
        return new(
            point.Aft,
            (point.Leeward * Math.Cos(heel)) + (point.Up * Math.Sin(heel)),
            (point.Up * Math.Cos(heel)) - (point.Leeward * Math.Sin(heel))
        );
    }

    /// <summary>The depth of a section at a place, as a share of the chord.</summary>
    private double Depth(double s)
    {
        var (even, odd) = (1 - (2 * Draft), 1 - (6 * Draft) + (6 * Draft * Draft));
        var ratio = -even / odd;
        var a = Camber / (Draft * (1 - Draft) * (1 + (ratio * even)));
        return s * (1 - s) * (a + (ratio * a * (1 - (2 * s))));
    }

    private SpacePoint OnMast(double height)
    {
        var rake = Rake * Math.PI / 180;
        var (along, share) = (Tack + (Luff * height), Math.Clamp(height, 0, 1));
        var forward = 4 * Bend * Luff * share * (1 - share);
        return new((along * Math.Sin(rake)) - (forward * Math.Cos(rake)), 0, (along * Math.Cos(rake)) + (forward * Math.Sin(rake)));
    }
}
