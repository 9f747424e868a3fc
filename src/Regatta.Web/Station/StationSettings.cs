using System.Globalization;

namespace Regatta.Web.Station;

/// <summary>Where the clubs' wind stations are, as the environment says. Anything that speaks NMEA 0183 over TCP will do.</summary>
/// <param name="Addresses">Each station's club by key, empty for the first club, with its host and port.</param>
/// <param name="Height">How high above the water they measure.</param>
/// <param name="ByTheirClock">Whether their own time counts; otherwise the time of arrival does.</param>
public sealed record StationSettings(IReadOnlyList<(string Club, string Host, int Port)> Addresses, Length Height, bool ByTheirClock)
{
    /// <summary>Reads REGATTA_STATION (<c>host:port</c> for the first club, or <c>club=host:port;club=host:port</c>),
    /// REGATTA_STATION_HEIGHT (m) and REGATTA_STATION_CLOCK (station or arrival).</summary>
    public static StationSettings From(IConfiguration configuration) =>
        new(
            [
                .. (configuration["REGATTA_STATION"] ?? "")
                    .Split(';', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)
                    .Select(Read),
            ],
            configuration["REGATTA_STATION_HEIGHT"] is { Length: > 0 } text ? WindProfile.ReadHeight(text).Value : Length.FromMetres(10),
            configuration["REGATTA_STATION_CLOCK"] == "station"
        );

    /// <summary>Writes the stations down for all instances; a club that is not named keeps what it has.</summary>
    public async Task KeepAsync(Clubs clubs, Stations stations)
    {
        var known = (await clubs.AllAsync()).OrderBy(club => club.Id).ToList();
        foreach (var (key, host, port) in Addresses)
        {
            if (known.Find(club => key.Length == 0 || club.Key == key) is { } club)
            {
                await stations.SetAsync(club.Ref, new(club.Ref, host, port, Height, ByTheirClock));
            }
        }
    }

    private static (string Club, string Host, int Port) Read(string text)
    {
        var (club, address) = text.Split('=', 2) is [var named, var there] ? (named, there) : ("", text);
        return
            address.LastIndexOf(':') is var colon and > 0
            && int.TryParse(address[(colon + 1)..], CultureInfo.InvariantCulture, out var port)
            ? (club, address[..colon], port)
            : throw new StartRefusedException(
                $"REGATTA_STATION holds “{text}”; it is host:port, or club=host:port with semicolons between."
            );
    }
}
