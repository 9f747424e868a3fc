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
    /// <summary>How many are aboard; one or more.</summary>
    public int People { get; init; } = 1;

    /// <summary>How many of the crew it was tuned with are out on the trapeze.</summary>
    public int OnWire { get; init; }

    /// <summary>How much further out one works who is on the trapeze; zero where there is none.</summary>
    public Length Wire { get; init; }

    /// <summary>The height the arm is meant for: nobody said taller or shorter (ours).</summary>
    public static readonly Length UsualHeight = Length.FromMetres(1.75);

    /// <summary>Nothing is read beyond this, whatever a crew weighs: a slip in their weight.</summary>
    public static readonly Speed MostEffective = Speed.FromKnots(60);

    /// <summary>The righting moment of a crew, in kg·m. The middle of somebody who hikes lies half their height from their feet, so half of
    /// what they are taller than usual adds to the arm; each one on the trapeze has their part of the mass so much further out
    /// (ours).</summary>
    public double RightingMoment(CrewProfile crew)
    {
        var mass = (crew.Mass ?? Reference).Kilograms;
        var arm = Arm.Metres + (((crew.Height ?? UsualHeight).Metres - UsualHeight.Metres) / 2);
        return Hull + (mass * Math.Max(arm, Arm.Metres / 2)) + (Math.Min(crew.OnWire ?? OnWire, People) * mass / People * Wire.Metres);
    }

    /// <summary>How much stronger the wind is for this crew than for the reference.</summary>
    public double Factor(CrewProfile crew) => Math.Sqrt(RightingMoment(new(Reference)) / RightingMoment(crew));

    /// <summary>A heavy crew that is not at its limit yet reads the card so much below the rule's first band.</summary>
    public static readonly Speed JustBelow = Speed.FromKnots(0.1);

    /// <summary>The wind a crew should read the card at. In the bands below <see cref="FromBand"/> the wind itself. A crew that the rule
    /// carries below that band is not at its hiking limit, where weight matters through trim alone: it reads the lighter band, but no
    /// further down. Where the class has no such band any more the rule is silent.</summary>
    /// <param name="wind">The true wind.</param>
    /// <param name="crew">Who is aboard.</param>
    /// <param name="bands">The class's bands.</param>
    public Speed Effective(Speed wind, CrewProfile crew, WindBands bands)
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

    /// <summary>The true wind a crew reads the card at a given wind in: the inverse of <see cref="Effective"/>. A light crew passes over
    /// what lies between the first band's edge and what they read there; it is the edge then.</summary>
    /// <param name="effective">The wind the card is read at.</param>
    /// <param name="crew">Who is aboard.</param>
    /// <param name="bands">The class's bands.</param>
    public Speed ReadAs(Speed effective, CrewProfile crew, WindBands bands) =>
        bands.Find(FromBand) is not { From: var from } || effective < from
            ? effective
            : Speed.FromMetresPerSecond(Math.Max(from.MetresPerSecond, effective.MetresPerSecond / Factor(crew)));

    /// <summary>The rule with a trapeze; refuses what makes none.</summary>
    /// <param name="people">How many are aboard.</param>
    /// <param name="onWire">How many of the crew it was tuned with are out.</param>
    /// <param name="wire">How much further out one works there; zero for no trapeze.</param>
    public Parsed<CrewRule> With(int people, int onWire, Length wire) =>
        people is < 1 or > 20 || onWire < 0 || onWire > people || !(wire.Metres is >= 0 and <= 5)
            ? Parsed<CrewRule>.Bad(
                "1 to 20 are aboard, no more of them on the trapeze than aboard, and it carries them 0 to 5 m further out."
            )
            : Parsed<CrewRule>.Good(this with { People = people, OnWire = onWire, Wire = wire });

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
