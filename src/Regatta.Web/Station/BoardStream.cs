using Regatta.Web.Live;

namespace Regatta.Web.Station;

/// <summary>Tells open boards that there is a new wind to look at.</summary>
internal static class BoardStream
{
    private static readonly TimeSpan AtMostEvery = TimeSpan.FromSeconds(5);

    public static void MapBoardStream(this WebApplication app) =>
        app.MapGet(
                "/{club}/today/stream",
                (HttpContext context, ClubContext here, StationStates stations, IHostApplicationLifetime life) =>
                {
                    var station = stations.Of(here.Club.Ref);
                    return EventStream.Of(context, life, "wind", AtMostEvery, () => station.NextAsync, () => Task.FromResult("new"));
                }
            )
            .RequireAuthorization(Policies.Member)
            .RequireRateLimiting(RequestLimits.Streams);
}
