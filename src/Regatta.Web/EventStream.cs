namespace Regatta.Web;

/// <summary>Server-sent events that tell an open page that there is something new to look at. They say hardly more: the page asks for itself.</summary>
internal static class EventStream
{
    /// <summary>Tells one page until it goes, or the app stops: at once, and then whenever there is news.</summary>
    /// <param name="name">The event's name.</param>
    /// <param name="atMostEvery">News that come faster are told together.</param>
    /// <param name="next">What is done when the next news come; asked for before each telling, so that none slip through.</param>
    /// <param name="tell">What is said.</param>
    public static async Task TellAsync(HttpContext context, IHostApplicationLifetime life, string name, TimeSpan atMostEvery, Func<Task> next, Func<Task<string>> tell)
    {
        context.Response.ContentType = "text/event-stream";
        context.Response.Headers.CacheControl = "no-store";
        using var gone = CancellationTokenSource.CreateLinkedTokenSource(context.RequestAborted, life.ApplicationStopping);
        try
        {
            while (!gone.IsCancellationRequested)
            {
                var news = next();
                await context.Response.WriteAsync($"event: {name}\ndata: {await tell()}\n\n", gone.Token);
                await context.Response.Body.FlushAsync(gone.Token);
                await Task.Delay(atMostEvery, gone.Token);
                await news.WaitAsync(gone.Token);
            }
        }
        catch (OperationCanceledException)
        {
        }
    }
}
