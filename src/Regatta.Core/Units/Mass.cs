namespace Regatta.Core.Units;

/// <summary>A mass, of a crew for instance. Stored in kilograms; zero or more.</summary>
public readonly record struct Mass
{
    private Mass(double kilograms) =>
        Kilograms =
            double.IsFinite(kilograms) && kilograms >= 0
                ? kilograms
                : throw new ArgumentOutOfRangeException(nameof(kilograms), kilograms, "A mass is zero or more.");

    /// <summary>Kilograms.</summary>
    public double Kilograms { get; }

    /// <summary>The number in a unit.</summary>
    public double In(MassUnit unit) => Kilograms / unit.InKilograms();

    /// <summary>From kilograms.</summary>
    public static Mass FromKilograms(double kilograms) => new(kilograms);

    /// <summary>From a number in a unit.</summary>
    public static Mass From(double number, MassUnit unit) => new(number * unit.InKilograms());
}

/// <summary>The units of mass.</summary>
public enum MassUnit
{
    /// <summary>Kilogram.</summary>
    Kilogram,

    /// <summary>Avoirdupois pound of 0.45359237 kg.</summary>
    Pound,
}

/// <summary>Factors and symbols of the mass units.</summary>
public static class MassUnits
{
    /// <summary>Kilograms in one of the unit. Source: NIST SP 811.</summary>
    public static double InKilograms(this MassUnit unit) => unit == MassUnit.Kilogram ? 1 : 0.45359237;

    /// <summary>The symbol shown after a number.</summary>
    public static string Symbol(this MassUnit unit) => unit == MassUnit.Kilogram ? "kg" : "lb";

    /// <summary>Finds a unit by what a person may write; null when it is none of ours.</summary>
    public static MassUnit? Named(string text) =>
        text.Trim().TrimEnd('.').ToLowerInvariant() switch
        {
            "kg" or "kilo" or "kilos" => MassUnit.Kilogram,
            "lb" or "lbs" or "pound" or "pounds" => MassUnit.Pound,
            _ => null,
        };
}
