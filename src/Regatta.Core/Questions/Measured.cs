using System.Globalization;

namespace Regatta.Core.Questions;

/// <summary>What a gauge read for an answer: the number and its doubt, however the answer was rounded to a word or a step.</summary>
/// <param name="Gauge">The gauge.</param>
/// <param name="Value">In the gauge's unit: degrees, a share, metres or a strip's number.</param>
/// <param name="Sd">Its standard deviation; above zero.</param>
public sealed record Measured(GaugeKey Gauge, double Value, double Sd)
{
    /// <summary>Whether a gauge can have read it.</summary>
    public bool IsSound => Slug.IsKey(Gauge.Name) && Math.Abs(Value) < GaugeReading.Beyond && Sd is > 0 and < GaugeReading.Beyond;

    /// <summary>Half the width of what holds the truth nineteen times of twenty.</summary>
    public double Within => GaugeReading.Ninety5 * Sd;

    /// <summary>What was measured with its doubt, in words; the bare number where nobody knows the gauge any more.</summary>
    public string Says => KnownGauges.Find(Gauge) is { } gauge ? GaugeText.Show(gauge.Unit, Value, Sd) : NumberText.Plain(Value, 3);

    /// <summary>It as a form keeps it.</summary>
    public string InForm => string.Create(CultureInfo.InvariantCulture, $"{Gauge} {Value:R} {Sd:R}");

    /// <summary>Reads what a form kept; null where that is nothing.</summary>
    public static Measured? Of(string text) =>
        text.Split(' ') is [var gauge, var value, var sd]
        && double.TryParse(value, NumberStyles.Float, CultureInfo.InvariantCulture, out var read)
        && double.TryParse(sd, NumberStyles.Float, CultureInfo.InvariantCulture, out var doubt)
        && new Measured(new(gauge), read, doubt) is { IsSound: true } measured
            ? measured
            : null;
}
