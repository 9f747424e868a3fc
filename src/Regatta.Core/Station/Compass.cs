namespace Regatta.Core.Station;

/// <summary>Directions in words.</summary>
public static class Compass
{
    private static readonly string[] Points =
    [
        "N",
        "NNE",
        "NE",
        "ENE",
        "E",
        "ESE",
        "SE",
        "SSE",
        "S",
        "SSW",
        "SW",
        "WSW",
        "W",
        "WNW",
        "NW",
        "NNW",
    ];

    /// <summary>The nearest of the sixteen points.</summary>
    public static string Point(Angle from) => Points[(int)Math.Round((((from.Degrees % 360) + 360) % 360) / 22.5) % 16];
}
