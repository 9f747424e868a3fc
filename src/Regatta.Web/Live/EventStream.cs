using System.Diagnostics;
using System.Net.ServerSentEvents;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Regatta.Web.Live;

/// <summary>Server-sent events that tell an open page that there is something new to look at. They say hardly more: the page asks for
/// itself.</summary>
internal static class EventStream
{
    /// <summary>The event nobody listens to, which keeps a silent line open.</summary>
    private const string StillHere = "still";

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
    public static ServerSentEventsResult<string> Of(
        HttpContext context,
        IHostApplicationLifetime life,
        string name,
        TimeSpan atMostEvery,
        Func<Task> next,
        Func<Task<string>> tell
    )
    {
        return TypedResults.ServerSentEvents(EventsAsync());

        async IAsyncEnumerable<SseItem<string>> EventsAsync()
        {
            using var gone = CancellationTokenSource.CreateLinkedTokenSource(context.RequestAborted, life.ApplicationStopping);
            var over = Over(context);
            var asked = Stopwatch.GetTimestamp();
            while (!gone.IsCancellationRequested)
            {
                var news = next();
                yield return new(await tell(), name);
                var said = Stopwatch.GetTimestamp();
                await Task.Delay(atMostEvery, gone.Token).ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
                var came = false;
                while (!came && !gone.IsCancellationRequested)
                {
                    came = await Task.WhenAny(news, over, Task.Delay(RightsHold, gone.Token)) == news;
                    if ((over.IsCompleted || Stopwatch.GetElapsedTime(asked) >= RightsHold) && !gone.IsCancellationRequested)
                    {
                        asked = Stopwatch.GetTimestamp();
                        over = Over(context);
                        if (!await context.StillMayAsync())
                        {
                            yield break;
                        }
                    }

                    if (!came && Stopwatch.GetElapsedTime(said) >= Heartbeat)
                    {
                        yield return new("", StillHere);
                        said = Stopwatch.GetTimestamp();
                    }
                }
            }
        }
    }

    /// <summary>Done when the sign-in of a request ends, or may have ended.</summary>
    private static Task Over(HttpContext context) =>
        context.User.Session() is { } session
            ? context.RequestServices.GetRequiredService<SignInWatch>().Next(session)
            : Task.Delay(Timeout.Infinite, context.RequestAborted);
}
