using Regatta.Core.Units;
using Regatta.Core.Wind;

namespace Regatta.Core.Crew;

/// <summary>How a class reads its card for a crew lighter or heavier than the one it was tuned with. At the hiking limit overturning goes
/// with V², so a crew of righting moment R sails in V as the reference crew does in V·√(R_ref/R), R = hull + mass·arm. Source: models
/// M4.</summary>
/// <param name="Reference">The crew the matrix was tuned with; above zero.</param>
/// <param name="Hull">The hull's own part of the righting moment in kg·m; zero or more.</param>
/// <param name="Arm">How far out the crew's weight works; above zero.</param>
/// <param name="FromBand">The rule holds from this band on; below it weight matters through trim alone.</param>
public sealed record CrewRule(Mass Reference, double Hull, Length Arm, BandId FromBand)
{
    /// <summary>The righting moment of a crew, in kg·m.</summary>
    public double RightingMoment(Mass crew) => Hull + (crew.Kilograms * Arm.Metres);

    /// <summary>How much stronger the wind is for this crew than for the reference.</summary>
    public double Factor(Mass crew) => Math.Sqrt(RightingMoment(Reference) / RightingMoment(crew));

    /// <summary>A heavy crew that is not at its limit yet reads the card so much below the rule's first band.</summary>
    public static readonly Speed JustBelow = Speed.FromKnots(0.1);

    /// <summary>The wind a crew should read the card at. In the bands below <see cref="FromBand"/> the wind itself. A crew that the rule
    /// carries below that band is not at its hiking limit, where weight matters through trim alone: it reads the lighter band, but no
    /// further down. Where the class has no such band any more the rule is silent.</summary>
    /// <param name="wind">The true wind.</param>
    /// <param name="crew">All aboard; above zero.</param>
    /// <param name="bands">The class's bands.</param>
    public Speed Effective(Speed wind, Mass crew, WindBands bands)
    {
        if (bands.Find(FromBand) is not { From: var from })
        {
            return wind;
        }

        var effective = wind < from ? wind.MetresPerSecond : wind.MetresPerSecond * Factor(crew);
        var edge = Math.Max(0, from.MetresPerSecond - JustBelow.MetresPerSecond);
        return Speed.FromMetresPerSecond(
            (Factor(crew) < 1, wind < from, effective < from.MetresPerSecond) switch
            {
                (true, true, _) => Math.Min(effective, edge),
                (true, false, true) => edge,
                _ => effective,
            }
        );
    }

    /// <summary>Joins the parts; refuses what makes no rule.</summary>
    public static Parsed<CrewRule> Of(Mass reference, double hull, Length arm, BandId fromBand) =>
        (reference.Kilograms, hull, arm.Metres) switch
        {
            (<= 0, _, _) => Parsed<CrewRule>.Bad("The reference crew weighs more than nothing."),
            (_, < 0 or > 100_000, _) => Parsed<CrewRule>.Bad("The hull’s part is zero or more, in kg·m."),
            (_, _, <= 0 or > 10) => Parsed<CrewRule>.Bad("The arm lies between 0 and 10 m."),
            _ when !double.IsFinite(hull) => Parsed<CrewRule>.Bad("The hull’s part is a number."),
            _ => Parsed<CrewRule>.Good(new(reference, hull, arm, fromBand)),
        };
}
