using System.Globalization;

namespace Regatta.Formats.Nmea;

/// <summary>What a station said: a wind, or the time.</summary>
/// <param name="Wind">How strong; null when the sentence told the time.</param>
/// <param name="From">From where, degrees from north; null when it did not say.</param>
/// <param name="Time">The station's clock; null when the sentence told the wind.</param>
public sealed record StationSaying(Speed? Wind, Angle? From, DateTimeOffset? Time);

/// <summary>Wind and time sentences of a fixed station: MWV (its angle counts from north, for the station does not turn), MWD, ZDA. Others
/// are passed over.</summary>
public static class WindSentence
{
    /// <summary>More wind than any cup or sonic head reads.</summary>
    private const double MostMetresPerSecond = 90;

    /// <summary>Understands a sentence.</summary>
    /// <returns>What it says; null for a sentence of another kind; or why it is refused.</returns>
    public static Parsed<StationSaying?> Read(NmeaSentence sentence) =>
        (sentence.Type, sentence.Fields) switch
        {
            ("MWV", [_, _, _, _, "V", ..]) => Parsed<StationSaying?>.Bad("The station says itself that it is not valid."),
            ("MWV", [var angle, "R" or "T", var speed, var unit, "A", ..]) => Wind(speed, unit, angle),
            ("MWV", _) => Parsed<StationSaying?>.Bad("A wind sentence of another shape."),
            ("MWD", [var angle, "T", _, _, var knots, "N", ..]) when knots.Length > 0 => Wind(knots, "N", angle),
            ("MWD", [var angle, "T", _, _, _, _, var metres, "M", ..]) => Wind(metres, "M", angle),
            ("MWD", _) => Parsed<StationSaying?>.Bad("A wind sentence of another shape."),
            ("ZDA", [var time, var day, var month, var year, ..]) => Clock($"{year}{month}{day}{time}"),
            _ => Parsed<StationSaying?>.Good(null),
        };

    /// <summary>A wind as MWD says it, in knots and m/s.</summary>
    public static NmeaSentence Mwd(Speed wind, Angle from) =>
        new("WI", "MWD", [N(from.Degrees, "0.0"), "T", "", "M", N(wind.Knots, "0.00"), "N", N(wind.MetresPerSecond, "0.00"), "M"]);

    /// <summary>A wind as MWV says it, in m/s.</summary>
    public static NmeaSentence Mwv(Speed wind, Angle from) =>
        new("WI", "MWV", [N(from.Degrees, "0.0"), "T", N(wind.MetresPerSecond, "0.00"), "M", "A"]);

    /// <summary>A time as ZDA says it.</summary>
    public static NmeaSentence Zda(DateTimeOffset at)
    {
        var utc = at.ToUniversalTime();
        return new(
            "WI",
            "ZDA",
            [utc.ToString("HHmmss.ff", CultureInfo.InvariantCulture), $"{utc:dd}", $"{utc:MM}", $"{utc:yyyy}", "00", "00"]
        );
    }

    private static Parsed<StationSaying?> Wind(string speed, string unit, string angle)
    {
        var factor = unit switch
        {
            "N" => SpeedUnit.Knot,
            "M" => SpeedUnit.MetrePerSecond,
            "K" => SpeedUnit.KilometrePerHour,
            _ => (SpeedUnit?)null,
        };
        if (factor is not { } known)
        {
            return Parsed<StationSaying?>.Bad("A unit of wind that is none.");
        }

        var from = Number(angle);
        return
            Number(speed) is not { } number
            || number < 0
            || Speed.From(number, known).MetresPerSecond > MostMetresPerSecond
            || from is < 0 or > 360
            ? Parsed<StationSaying?>.Bad("A wind that cannot be.")
            : Parsed<StationSaying?>.Good(
                new(Speed.From(number, known), from is { } degrees ? Angle.FromDegrees(degrees % 360) : null, null)
            );
    }

    private static Parsed<StationSaying?> Clock(string text) =>
        DateTimeOffset.TryParseExact(
            text,
            ["yyyyMMddHHmmss.ff", "yyyyMMddHHmmss.fff", "yyyyMMddHHmmss"],
            CultureInfo.InvariantCulture,
            DateTimeStyles.AssumeUniversal,
            out var at
        )
            ? Parsed<StationSaying?>.Good(new(null, null, at))
            : Parsed<StationSaying?>.Bad("A time that is none.");

    private static double? Number(string text) =>
        double.TryParse(text, NumberStyles.AllowDecimalPoint | NumberStyles.AllowLeadingSign, CultureInfo.InvariantCulture, out var number)
        && double.IsFinite(number)
            ? number
            : null;

    private static string N(double number, string format) => number.ToString(format, CultureInfo.InvariantCulture);
}
