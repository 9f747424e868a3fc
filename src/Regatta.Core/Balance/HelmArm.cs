namespace Regatta.Core.Balance;

/// <summary>From the balance of the boat to her helm. Source: models M5; κ's numbers are ours.</summary>
public static class HelmArm
{
    /// <summary>The angle the wind aboard comes from, close-hauled (ours).</summary>
    public static readonly Angle CloseHauled = Angle.FromDegrees(28);

    /// <summary>How far the sails' force leans back from square to the wind (ours).</summary>
    public static readonly Angle Drag = Angle.FromDegrees(11);

    /// <summary>How far off the size of κ may be, as a standard deviation (ours): water, foils and crews differ by about as much.</summary>
    public const double RelativeDeviation = 0.4;

    private const double AirDensity = 1.225;
    private const double WaterDensity = 1025;
    private const double SideForce = 1.1;

    /// <summary>The wind aboard upwind where a class has not said: a dinghy's (ours).</summary>
    public static readonly Speed WindAboard = Speed.FromMetresPerSecond(8);

    /// <summary>How fast she goes upwind where a class has not said: a dinghy's (ours).</summary>
    public static readonly Speed BoatSpeed = Speed.FromMetresPerSecond(2.3);

    /// <summary>What a step of any control may be off by that is drawn as moving nothing, in degrees, as a standard deviation
    /// (ours).</summary>
    public const double LeastDeviation = 0.2;
    private const double LiftPerDegree = 0.06;

    /// <summary>The arm that turns her, in metres, + to windward: a = −lead + tan(β − ε)·H·sin φ.</summary>
    /// <param name="balance">How she stands.</param>
    /// <param name="heel">+ to leeward.</param>
    /// <param name="wind">The angle of the wind aboard.</param>
    public static Length Of(BoatBalance balance, Angle heel, Angle wind) =>
        Length.FromMetres(-balance.Lead.Metres + (Math.Tan((wind.Degrees - Drag.Degrees) * Math.PI / 180) * balance.Outward(heel).Metres));

    /// <summary>How far a drawn effect is to be trusted: √((0.4·δ)² + (0.2·n)²) for n steps, in degrees. ± 40 % of nearly nothing is no
    /// doubt at all.</summary>
    /// <param name="degrees">The drawn effect.</param>
    /// <param name="steps">Of how many steps of its control.</param>
    public static double Deviation(double degrees, double steps) =>
        Math.Sqrt((RelativeDeviation * degrees * RelativeDeviation * degrees) + (LeastDeviation * steps * LeastDeviation * steps));

    /// <summary>κ: degrees of rudder for each metre of arm, ½ρ·AWS²·A·C / (½ρ·V²·Ar·C′·l).</summary>
    /// <param name="sails">What draws, in m².</param>
    /// <param name="rudder">The rudder's area, in m²; above zero.</param>
    /// <param name="behind">How far the rudder stands behind the centre of lateral resistance; above zero.</param>
    /// <param name="wind">The wind aboard, close-hauled; null for a dinghy's.</param>
    /// <param name="speed">How fast she goes then; above zero, null for a dinghy's.</param>
    public static double RudderPerMetre(double sails, double rudder, Length behind, Speed? wind = null, Speed? speed = null) =>
        AirDensity
        * Square(wind ?? WindAboard)
        * sails
        * SideForce
        / (WaterDensity * Square(speed ?? BoatSpeed) * rudder * LiftPerDegree * behind.Metres);

    private static double Square(Speed speed) => speed.MetresPerSecond * speed.MetresPerSecond;
}
