using System.Globalization;

namespace Regatta.Web.Live;

/// <summary>Tells open matrices how often their class and its logs have changed, so that they look when they are behind.</summary>
internal static class ClassStream
{
    private static readonly TimeSpan AtMostEvery = TimeSpan.FromMilliseconds(250);

    public static void MapClassStream(this WebApplication app) =>
        app.MapGet(
                "/{club}/classes/{key}/stream",
                (HttpContext context, ClubContext here, Classes classes, ClassWatch watch, IHostApplicationLifetime life) =>
                    EventStream.Of(
                        context,
                        life,
                        "class",
                        AtMostEvery,
                        () => watch.Next(here.Class.Class),
                        async () =>
                            await classes.StampAsync(here.Class.Class) is { } stamp
                                ? (stamp.MatrixRevision + stamp.LogRevision).ToString(CultureInfo.InvariantCulture)
                                : "gone"
                    )
            )
            .RequireAuthorization(Policies.Member)
            .RequireRateLimiting(RequestLimits.Streams);
}
