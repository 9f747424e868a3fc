namespace Regatta.Core.Units;

/// <summary>A wind or boat speed. Stored in metres per second; zero or more.</summary>
public readonly record struct Speed : IComparable<Speed>
{
    private Speed(double metresPerSecond) =>
        MetresPerSecond =
            double.IsFinite(metresPerSecond) && metresPerSecond >= 0
                ? metresPerSecond
                : throw new ArgumentOutOfRangeException(nameof(metresPerSecond), metresPerSecond, "A speed is zero or more.");

    /// <summary>Metres per second.</summary>
    public double MetresPerSecond { get; }

    /// <summary>Knots.</summary>
    public double Knots => In(SpeedUnit.Knot);

    /// <summary>The number in a unit; for Beaufort the force as a real number from the fit v = 0.836 B^1.5 (WMO-No. 306, code table
    /// 1100).</summary>
    public double In(SpeedUnit unit) =>
        unit == SpeedUnit.Beaufort
            ? Math.Pow(MetresPerSecond / Beaufort.Coefficient, 2.0 / 3.0)
            : MetresPerSecond / unit.InMetresPerSecond();

    /// <summary>From metres per second.</summary>
    /// <exception cref="ArgumentOutOfRangeException">Negative or not finite.</exception>
    public static Speed FromMetresPerSecond(double metresPerSecond) => new(metresPerSecond);

    /// <summary>From knots.</summary>
    public static Speed FromKnots(double knots) => From(knots, SpeedUnit.Knot);

    /// <summary>From a number in a unit.</summary>
    public static Speed From(double number, SpeedUnit unit) =>
        unit == SpeedUnit.Beaufort ? new(Beaufort.Coefficient * Math.Pow(number, 1.5)) : new(number * unit.InMetresPerSecond());

    /// <summary>So many times as fast; a factor of zero or more.</summary>
    public Speed Times(double factor) => new(MetresPerSecond * factor);

    /// <summary>Two winds nearer than a thousandth of a knot are one where a limit is judged: 10 kn written as 5.144444 m/s is
    /// 10 kn.</summary>
    private const double Same = 0.001 * 1852 / 3600;

    /// <summary>Whether it is as much as a limit, or more.</summary>
    public bool Reaches(Speed limit) => MetresPerSecond > limit.MetresPerSecond - Same;

    /// <summary>Whether it is more than a limit.</summary>
    public bool Exceeds(Speed limit) => MetresPerSecond > limit.MetresPerSecond + Same;

    /// <summary>The speed half-way between two.</summary>
    public static Speed Between(Speed a, Speed b) => new((a.MetresPerSecond + b.MetresPerSecond) / 2);

    /// <inheritdoc/>
    public int CompareTo(Speed other) => MetresPerSecond.CompareTo(other.MetresPerSecond);

    /// <summary>Slower than.</summary>
    public static bool operator <(Speed a, Speed b) => a.MetresPerSecond < b.MetresPerSecond;

    /// <summary>Faster than.</summary>
    public static bool operator >(Speed a, Speed b) => a.MetresPerSecond > b.MetresPerSecond;

    /// <summary>As slow as or slower.</summary>
    public static bool operator <=(Speed a, Speed b) => a.MetresPerSecond <= b.MetresPerSecond;

    /// <summary>As fast as or faster.</summary>
    public static bool operator >=(Speed a, Speed b) => a.MetresPerSecond >= b.MetresPerSecond;
}

/// <summary>The units sailors speak of wind in.</summary>
public enum SpeedUnit
{
    /// <summary>Knot, 1852 m an hour.</summary>
    Knot,

    /// <summary>Metre per second.</summary>
    MetrePerSecond,

    /// <summary>Statute mile per hour.</summary>
    MilePerHour,

    /// <summary>Kilometre per hour.</summary>
    KilometrePerHour,

    /// <summary>Beaufort force.</summary>
    Beaufort,
}

/// <summary>Factors and symbols of the speed units.</summary>
public static class SpeedUnits
{
    /// <summary>Metres per second in one of the unit. Source: NIST SP 811.</summary>
    /// <exception cref="ArgumentOutOfRangeException">Beaufort, which has no factor.</exception>
    public static double InMetresPerSecond(this SpeedUnit unit) =>
        unit switch
        {
            SpeedUnit.Knot => 1852.0 / 3600.0,
            SpeedUnit.MetrePerSecond => 1,
            SpeedUnit.MilePerHour => 0.44704,
            SpeedUnit.KilometrePerHour => 1 / 3.6,
            _ => throw new ArgumentOutOfRangeException(nameof(unit), unit, "Beaufort is no multiple of a speed."),
        };

    /// <summary>The symbol shown after a number.</summary>
    public static string Symbol(this SpeedUnit unit) =>
        unit switch
        {
            SpeedUnit.Knot => "kn",
            SpeedUnit.MetrePerSecond => "m/s",
            SpeedUnit.MilePerHour => "mph",
            SpeedUnit.KilometrePerHour => "km/h",
            SpeedUnit.Beaufort => "Bft",
            _ => throw new ArgumentOutOfRangeException(nameof(unit)),
        };

    /// <summary>The unit as it is read aloud.</summary>
    public static string Name(this SpeedUnit unit) =>
        unit switch
        {
            SpeedUnit.Knot => "knots",
            SpeedUnit.MetrePerSecond => "metres a second",
            SpeedUnit.MilePerHour => "miles an hour",
            SpeedUnit.KilometrePerHour => "kilometres an hour",
            SpeedUnit.Beaufort => "Beaufort",
            _ => throw new ArgumentOutOfRangeException(nameof(unit)),
        };

    /// <summary>Finds a unit by what a person may write; null when it is none of ours.</summary>
    public static SpeedUnit? Named(string text) =>
        text.Trim().TrimEnd('.').ToLowerInvariant() switch
        {
            "kn" or "kt" or "kts" or "knot" or "knots" => SpeedUnit.Knot,
            "m/s" or "mps" or "ms" => SpeedUnit.MetrePerSecond,
            "mph" => SpeedUnit.MilePerHour,
            "km/h" or "kmh" or "kph" => SpeedUnit.KilometrePerHour,
            "bft" or "f" or "force" or "beaufort" => SpeedUnit.Beaufort,
            _ => null,
        };
}
