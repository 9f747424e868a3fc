using Regatta.Web.Access;

namespace Regatta.Web.Station;

/// <summary>Tells open boards that there is something new to look at, as server-sent events. Says nothing of what: a board asks for itself.</summary>
internal static class BoardStream
{
    private static readonly TimeSpan AtMostEvery = TimeSpan.FromSeconds(5);

    public static void MapBoardStream(this WebApplication app) =>
        app.MapGet("/today/stream", (HttpContext context, StationDesk desk, IHostApplicationLifetime life) => TellAsync(context, desk, life)).RequireAuthorization(Policies.Member);

    private static async Task TellAsync(HttpContext context, StationDesk desk, IHostApplicationLifetime life)
    {
        context.Response.ContentType = "text/event-stream";
        context.Response.Headers.CacheControl = "no-store";
        using var gone = CancellationTokenSource.CreateLinkedTokenSource(context.RequestAborted, life.ApplicationStopping);
        try
        {
            while (!gone.IsCancellationRequested)
            {
                await context.Response.WriteAsync("event: wind\ndata: new\n\n", gone.Token);
                await context.Response.Body.FlushAsync(gone.Token);
                await Task.Delay(AtMostEvery, gone.Token);
                await desk.NextAsync.WaitAsync(gone.Token);
            }
        }
        catch (OperationCanceledException)
        {
        }
    }
}
