namespace Regatta.Core.Units;

/// <summary>A length along a boat, a spar or a strip. Stored in metres; any finite value, negative means the other way from the
/// datum.</summary>
public readonly record struct Length : IComparable<Length>
{
    /// <summary>Metres in an inch, exact. Source: NIST SP 811.</summary>
    public const double MetresPerInch = 0.0254;

    /// <summary>Both as they were given: a number of millimetres comes back as it went in.</summary>
    private Length(double metres, double millimetres) =>
        (Metres, Millimetres) =
            double.IsFinite(metres) && double.IsFinite(millimetres)
                ? (metres, millimetres)
                : throw new ArgumentOutOfRangeException(nameof(metres), metres, "A length is a finite number.");

    /// <summary>Metres.</summary>
    public double Metres { get; }

    /// <summary>Millimetres.</summary>
    public double Millimetres { get; }

    /// <summary>The same length, in whatever unit it was given.</summary>
    public bool Equals(Length other) => Metres.Equals(other.Metres);

    /// <inheritdoc/>
    public override int GetHashCode() => Metres.GetHashCode();

    /// <summary>The number in a unit.</summary>
    public double In(LengthUnit unit) => Metres / unit.InMetres();

    /// <summary>From metres.</summary>
    /// <exception cref="ArgumentOutOfRangeException">Not a finite number.</exception>
    public static Length FromMetres(double metres) => new(metres, metres * 1000);

    /// <summary>From millimetres.</summary>
    public static Length FromMillimetres(double millimetres) => new(millimetres / 1000, millimetres);

    /// <summary>From a number in a unit.</summary>
    public static Length From(double number, LengthUnit unit) =>
        unit switch
        {
            LengthUnit.Millimetre => FromMillimetres(number),
            LengthUnit.Centimetre => FromMillimetres(number * 10),
            _ => FromMillimetres(number * MetresPerInch * 1000),
        };

    /// <inheritdoc/>
    public int CompareTo(Length other) => Metres.CompareTo(other.Metres);
}

/// <summary>The length units marks are read in.</summary>
public enum LengthUnit
{
    /// <summary>Millimetre.</summary>
    Millimetre,

    /// <summary>Centimetre.</summary>
    Centimetre,

    /// <summary>Inch of 25.4 mm, shown with fractions.</summary>
    Inch,

    /// <summary>Inch of 25.4 mm, shown with tenths, as some tapes are marked.</summary>
    DecimalInch,
}

/// <summary>Factors and symbols of the length units.</summary>
public static class LengthUnits
{
    /// <summary>How many metres one of the unit is. Source: NIST SP 811.</summary>
    public static double InMetres(this LengthUnit unit) =>
        unit switch
        {
            LengthUnit.Millimetre => 0.001,
            LengthUnit.Centimetre => 0.01,
            LengthUnit.Inch or LengthUnit.DecimalInch => Length.MetresPerInch,
            _ => throw new ArgumentOutOfRangeException(nameof(unit)),
        };

    /// <summary>The symbol shown after a number.</summary>
    public static string Symbol(this LengthUnit unit) =>
        unit switch
        {
            LengthUnit.Millimetre => "mm",
            LengthUnit.Centimetre => "cm",
            LengthUnit.Inch or LengthUnit.DecimalInch => "in",
            _ => throw new ArgumentOutOfRangeException(nameof(unit)),
        };

    /// <summary>The decimals a length is usually shown with: whole millimetres, tenths of a centimetre, hundredths of an inch.</summary>
    public static int UsualDecimals(this LengthUnit unit) =>
        unit switch
        {
            LengthUnit.Millimetre => 0,
            LengthUnit.Centimetre => 1,
            _ => 2,
        };

    /// <summary>A length with its symbol and the usual decimals; inches as fractions where they are thirty-seconds, or in
    /// tenths.</summary>
    public static string Show(this LengthUnit unit, Length length) => unit.Show(length, unit.UsualDecimals());

    /// <summary>A length with its symbol and some decimals; inches as fractions where they are thirty-seconds.</summary>
    public static string Show(this LengthUnit unit, Length length, int decimals)
    {
        var number = length.In(unit);
        return $"{(unit == LengthUnit.Inch ? NumberText.Fraction(number, decimals) : NumberText.Plain(number, decimals))} {unit.Symbol()}";
    }

    /// <summary>Reads a length; without a unit behind it, this unit counts.</summary>
    public static Parsed<Length> Read(this LengthUnit unit, string text) =>
        NumberText.ReadWithUnit(text, unit, Named, "mm, cm or in").Then(read => Parsed<Length>.Good(Length.From(read.Number, read.Unit)));

    /// <summary>Finds a unit by what a person may write behind a number; null when it is none of ours.</summary>
    public static LengthUnit? Named(string text) =>
        text.Trim().TrimEnd('.').ToLowerInvariant() switch
        {
            "mm" or "millimetre" or "millimetres" or "millimeter" or "millimeters" => LengthUnit.Millimetre,
            "cm" or "centimetre" or "centimetres" or "centimeter" or "centimeters" => LengthUnit.Centimetre,
            "in" or "inch" or "inches" or "\"" or "″" or "''" => LengthUnit.Inch,
            _ => null,
        };
}
