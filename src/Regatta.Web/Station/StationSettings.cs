using System.Globalization;
using Regatta.Core.Units;
using Regatta.Core.Wind;

namespace Regatta.Web.Station;

/// <summary>Where the club's wind station is and how it measures. Anything that speaks NMEA 0183 over TCP will do.</summary>
/// <param name="Host">Its address; null when the club has none.</param>
/// <param name="Port">Its port.</param>
/// <param name="Height">How high above the water it measures.</param>
/// <param name="ByItsClock">Whether its own time counts; otherwise the time of arrival does.</param>
public sealed record StationSettings(string? Host, int Port, Length Height, bool ByItsClock)
{
    /// <summary>Reads REGATTA_STATION (host:port), REGATTA_STATION_HEIGHT (m) and REGATTA_STATION_CLOCK (station or arrival).</summary>
    public static StationSettings From(IConfiguration configuration)
    {
        var address = configuration["REGATTA_STATION"];
        var height = configuration["REGATTA_STATION_HEIGHT"] is { Length: > 0 } text ? WindProfile.ReadHeight(text).Value : Length.FromMetres(10);
        return address is { Length: > 0 } && address.LastIndexOf(':') is var colon and > 0
            ? new(address[..colon], int.Parse(address[(colon + 1)..], CultureInfo.InvariantCulture), height, configuration["REGATTA_STATION_CLOCK"] == "station")
            : new(null, 0, height, false);
    }
}
