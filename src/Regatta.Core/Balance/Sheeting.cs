namespace Regatta.Core.Balance;

/// <summary>Targets beside marks: how far a boom stands off, how much twist the wind's gradient asks for, at which heel a lateen hangs over
/// her hull.</summary>
public static class Sheeting
{
    /// <summary>How close to the true wind a boat sails upwind (ours).</summary>
    public static readonly Angle Upwind = Angle.FromDegrees(45);

    /// <summary>The angle a boom stands at: asin(its end off the centreline / its length). Source: models M5.</summary>
    /// <param name="off">Off the centreline; zero or more, and no longer than the boom.</param>
    /// <param name="boom">Above zero.</param>
    public static Angle AngleOf(Length off, Length boom) =>
        Angle.FromDegrees(Math.Asin(Math.Clamp(off.Metres / boom.Metres, -1, 1)) * 180 / Math.PI);

    /// <summary>The length of the boom a sail is set on: how far its outline reaches fore and aft.</summary>
    public static Length BoomOf(SideShape sail) =>
        Length.FromMetres(sail.Outline.Max(point => point.X.Metres) - sail.Outline.Min(point => point.X.Metres));

    /// <summary>By how much the wind aboard comes from further aft at the head of a sail than at its foot, upwind: there it blows harder,
    /// and her own way bends it less. By the profile over open water, her speed the hull's (1.25·√L, in m and m/s; ours).</summary>
    /// <param name="wind">The true wind.</param>
    /// <param name="at">The height it is meant at.</param>
    /// <param name="foot">The foot's height.</param>
    /// <param name="head">The head's height.</param>
    /// <param name="waterline">Her length.</param>
    public static Angle Twist(Speed wind, Length at, Length foot, Length head, Length waterline)
    {
        // Below a hand's breadth of water the profile says nothing.
        var (low, high) = (Held(foot), Held(head));
        var speed = Math.Min(1.25 * Math.Sqrt(waterline.Metres), wind.MetresPerSecond);
        return Angle.FromDegrees(Aboard(high) - Aboard(low));

        double Aboard(Length height)
        {
            var (sin, cos) = Math.SinCos(Upwind.Degrees * Math.PI / 180);
            var there = WindProfile.At(wind, at, height).MetresPerSecond;
            return Math.Atan2(there * sin, (there * cos) + speed) * 180 / Math.PI;
        }

        static Length Held(Length height) => Length.FromMetres(Math.Max(WindProfile.Heights.Lowest.Metres, height.Metres));
    }

    /// <summary>The heel to windward at which a sail that stands square to the boat, downwind, has its centre over her middle.</summary>
    /// <param name="sail">The sail from the side, sheeted in.</param>
    /// <param name="mast">Where it turns.</param>
    public static Angle OverTheHull(SideShape sail, SidePoint mast)
    {
        var centre = sail.Centroid;
        return Angle.FromDegrees(Math.Atan2(mast.X.Metres - centre.X.Metres, centre.Z.Metres) * 180 / Math.PI);
    }
}
