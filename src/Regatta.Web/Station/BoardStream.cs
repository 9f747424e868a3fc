using Regatta.Web.Access;

namespace Regatta.Web.Station;

/// <summary>Tells open boards that there is a new wind to look at.</summary>
internal static class BoardStream
{
    private static readonly TimeSpan AtMostEvery = TimeSpan.FromSeconds(5);

    public static void MapBoardStream(this WebApplication app) => app
        .MapGet("/today/stream", (HttpContext context, StationDesk desk, IHostApplicationLifetime life) =>
            EventStream.TellAsync(context, life, "wind", AtMostEvery, () => desk.NextAsync, () => Task.FromResult("new")))
        .RequireAuthorization(Policies.Member);
}
