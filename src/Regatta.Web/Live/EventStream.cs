using System.Diagnostics;

namespace Regatta.Web.Live;

/// <summary>Server-sent events that tell an open page that there is something new to look at. They say hardly more: the page asks for
/// itself.</summary>
internal static class EventStream
{
    /// <summary>A line that says nothing for longer is cut by what stands between.</summary>
    private static readonly TimeSpan Heartbeat = TimeSpan.FromSeconds(20);

    /// <summary>So often a stream asks again whether its person may still hear it.</summary>
    private static readonly TimeSpan RightsHold = TimeSpan.FromSeconds(10);

    /// <summary>Tells one page until it goes, or the app stops: at once, and then whenever there is news.</summary>
    /// <param name="context">The page's request.</param>
    /// <param name="life">Ends the stream when the app stops.</param>
    /// <param name="name">The event's name.</param>
    /// <param name="atMostEvery">News that come faster are told together.</param>
    /// <param name="next">What is done when the next news come; asked for before each telling, so that none slip through.</param>
    /// <param name="tell">What is said.</param>
    public static async Task TellAsync(
        HttpContext context,
        IHostApplicationLifetime life,
        string name,
        TimeSpan atMostEvery,
        Func<Task> next,
        Func<Task<string>> tell
    )
    {
        context.Response.ContentType = "text/event-stream";
        context.Response.Headers.CacheControl = "no-store";
        using var gone = CancellationTokenSource.CreateLinkedTokenSource(context.RequestAborted, life.ApplicationStopping);
        try
        {
            var (asked, said) = (Stopwatch.GetTimestamp(), Stopwatch.GetTimestamp());
            while (!gone.IsCancellationRequested)
            {
                var news = next();
                await SayAsync($"event: {name}\ndata: {await tell()}\n\n");
                said = Stopwatch.GetTimestamp();
                await Task.Delay(atMostEvery, gone.Token);
                while (await Task.WhenAny(news, Task.Delay(RightsHold, gone.Token)) != news)
                {
                    gone.Token.ThrowIfCancellationRequested();
                    if (!await MayAsync())
                    {
                        return;
                    }

                    if (Stopwatch.GetElapsedTime(said) >= Heartbeat)
                    {
                        await SayAsync(": still here\n\n");
                        said = Stopwatch.GetTimestamp();
                    }
                }

                if (!await MayAsync())
                {
                    return;
                }
            }

            async Task<bool> MayAsync()
            {
                if (Stopwatch.GetElapsedTime(asked) < RightsHold)
                {
                    return true;
                }

                asked = Stopwatch.GetTimestamp();
                return await context.StillMayAsync();
            }
        }
        catch (OperationCanceledException) { }

        async Task SayAsync(string text)
        {
            await context.Response.WriteAsync(text, gone.Token);
            await context.Response.Body.FlushAsync(gone.Token);
        }
    }
}
