namespace Regatta.Core.Sails;

/// <summary>Whether a sail may stand at a wind and an angle.</summary>
public enum LimitWord
{
    /// <summary>For whoever sails her.</summary>
    Open,

    /// <summary>For the experienced only.</summary>
    Experienced,

    /// <summary>Not for anybody.</summary>
    No,
}

/// <summary>Up to which wind a gennaker or kite stands between two true wind angles.</summary>
/// <param name="Sail">What sailors call it.</param>
/// <param name="From">The smaller true wind angle, 0 to 180°.</param>
/// <param name="To">The larger.</param>
/// <param name="Open">For everybody up to this.</param>
/// <param name="Most">For the experienced up to this; not below the other.</param>
/// <param name="BoatSpeed">About how fast she goes there then, for the wind it makes aboard.</param>
public sealed record SailLimit(string Sail, Angle From, Angle To, Speed Open, Speed Most, Speed BoatSpeed)
{
    /// <summary>What makes it no limit, in a sentence; null where it is one.</summary>
    public string? Problem =>
        Sail.Trim().Length is 0 or > PlanModes.LongestName ? $"A sail’s name has 1 to {PlanModes.LongestName} letters."
        : !(From.Degrees >= 0 && From.Degrees < To.Degrees && To.Degrees <= 180)
            ? $"{Sail}: the angles go from the smaller to the larger, 0 to 180°."
        : !(Open.MetresPerSecond > 0 && Open <= Most && Most.Knots <= 60)
            ? $"{Sail} at {From.Degrees:0}–{To.Degrees:0}°: open for everybody ends before it ends for the experienced, "
                + "and both below 60 kn."
        : !(BoatSpeed.Knots is >= 0 and <= 40) ? $"{Sail}: a boat goes up to 40 kn."
        : null;

    /// <summary>The middle of its angles.</summary>
    public Angle Middle => Angle.FromDegrees((From.Degrees + To.Degrees) / 2);

    /// <summary>Whether it speaks of an angle.</summary>
    public bool Covers(Angle angle) => angle.Degrees >= From.Degrees && angle.Degrees <= To.Degrees;
}

/// <summary>The limits that hold beside the class's own: the lowest wins.</summary>
/// <param name="Club">The club's; null for none.</param>
/// <param name="Own">The sailor's own; null for none.</param>
/// <param name="Newcomer">The share of every limit a newcomer or junior goes by; 1 for others.</param>
public sealed record LimitsBeside(Speed? Club, Speed? Own, double Newcomer)
{
    /// <summary>Nobody says more than the class.</summary>
    public static LimitsBeside None { get; } = new(null, null, 1);

    /// <summary>The lower of a class's limit and those beside it.</summary>
    public Speed Lowest(Speed ofTheClass) =>
        new[] { ofTheClass.Times(Newcomer), Club ?? ofTheClass, Own ?? ofTheClass }.MinBy(limit => limit.MetresPerSecond);
}

/// <summary>What the limits of a class say of a sail at a wind and an angle.</summary>
public static class LimitChart
{
    /// <summary>Whether a sail may stand: the strictest of what the class says at the angle. An angle nobody speaks of is no, and
    /// a newcomer has no zone for the experienced.</summary>
    /// <param name="limits">The class's limits of the sail.</param>
    /// <param name="wind">The true wind, at the class's height.</param>
    /// <param name="angle">The true wind angle, 0 to 180°.</param>
    /// <param name="beside">What holds beside them.</param>
    public static LimitWord Word(IEnumerable<SailLimit> limits, Speed wind, Angle angle, LimitsBeside beside) =>
        limits
            .Where(limit => limit.Covers(angle))
            .Select(limit =>
                wind.Exceeds(beside.Lowest(limit.Most)) ? LimitWord.No
                : !wind.Exceeds(beside.Lowest(limit.Open)) ? LimitWord.Open
                : beside.Newcomer < 1 ? LimitWord.No
                : LimitWord.Experienced
            )
            .DefaultIfEmpty(LimitWord.No)
            .Max();

    /// <summary>The wind aboard at the most a limit allows everybody, at the middle of its angles (models M3).</summary>
    public static Speed ApparentAtMost(SailLimit limit, LimitsBeside beside) =>
        ApparentWind.Of(beside.Lowest(limit.Open), limit.Middle, limit.BoatSpeed).Speed;
}
