namespace Regatta.Core.Gauges;

/// <summary>A gauge's number as a person reads and types it.</summary>
public static class GaugeText
{
    /// <summary>The symbol of a unit as it is shown; empty for a strip's numbers.</summary>
    public static string Symbol(GaugeUnit unit) =>
        unit switch
        {
            GaugeUnit.Degrees => "°",
            GaugeUnit.Share => "%",
            GaugeUnit.Metres => "mm",
            _ => "",
        };

    /// <summary>How many of what is shown one of a unit is.</summary>
    public static double Factor(GaugeUnit unit) =>
        unit switch
        {
            GaugeUnit.Share => 100,
            GaugeUnit.Metres => 1000,
            _ => 1,
        };

    /// <summary>A number with its unit.</summary>
    public static string Show(GaugeUnit unit, double value) =>
        WithSymbol(unit, NumberText.Plain(value * Factor(unit), Decimals(unit, value)));

    /// <summary>A number with what holds it nineteen times of twenty: "8.6° ± 0.5°".</summary>
    public static string Show(GaugeUnit unit, double value, double sd)
    {
        var within = GaugeReading.Ninety5 * sd * Factor(unit);
        // No digit is shown that the doubt swallows.
        var decimals = within >= 9.5 ? 0 : Math.Max(Decimals(unit, value), within < 0.095 ? 2 : 1);
        return $"{WithSymbol(unit, NumberText.Plain(value * Factor(unit), decimals))} ± "
            + WithSymbol(unit, NumberText.Plain(Math.Max(within, Math.Pow(10, -decimals)), decimals));
    }

    private static int Decimals(GaugeUnit unit, double value) =>
        unit switch
        {
            GaugeUnit.Metres => value >= 0.1 ? 0 : 1,
            _ => 1,
        };

    private static string WithSymbol(GaugeUnit unit, string number) =>
        unit switch
        {
            GaugeUnit.Degrees => number + "°",
            GaugeUnit.Number => number,
            _ => $"{number} {Symbol(unit)}",
        };
}
