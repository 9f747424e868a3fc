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
    private const double WindAboard = 8;
    private const double SideForce = 1.1;
    private const double BoatSpeed = 2.3;
    private const double LiftPerDegree = 0.06;

    /// <summary>The arm that turns her, in metres, + to windward: a = −lead + tan(β − ε)·H·sin φ.</summary>
    /// <param name="balance">How she stands.</param>
    /// <param name="heel">+ to leeward.</param>
    /// <param name="wind">The angle of the wind aboard.</param>
    public static Length Of(BoatBalance balance, Angle heel, Angle wind) =>
        Length.FromMetres(-balance.Lead.Metres + (Math.Tan((wind.Degrees - Drag.Degrees) * Math.PI / 180) * balance.Outward(heel).Metres));

    /// <summary>κ: degrees of rudder for each metre of arm, ½ρ·AWS²·A·C / (½ρ·V²·Ar·C′·l).</summary>
    /// <param name="sails">What draws, in m².</param>
    /// <param name="rudder">The rudder's area, in m²; above zero.</param>
    /// <param name="behind">How far the rudder stands behind the centre of lateral resistance; above zero.</param>
    public static double RudderPerMetre(double sails, double rudder, Length behind) =>
        AirDensity
        * WindAboard
        * WindAboard
        * sails
        * SideForce
        / (WaterDensity * BoatSpeed * BoatSpeed * rudder * LiftPerDegree * behind.Metres);
}
