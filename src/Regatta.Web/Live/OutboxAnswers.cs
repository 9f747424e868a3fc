using Regatta.Web.Access;

namespace Regatta.Web.Live;

/// <summary>Answers what is sent from a phone's outbox so that the phone can tell the club's answer from anybody else's, and a form that
/// was taken from one that waits for a sign-in: its key comes back; where it leads to stands in a header, for a script cannot read a
/// redirect.</summary>
public sealed class OutboxAnswers(RequestDelegate next)
{
    /// <summary>The key of what is sent.</summary>
    public const string Key = "X-Outbox";

    /// <summary>Where it leads to.</summary>
    public const string To = "X-Outbox-To";

    /// <summary>How many milliseconds it lay on the phone, by the phone's own watch.</summary>
    public const string AgeHeader = "X-Outbox-Age";

    private const int LongestKey = 64;

    /// <summary>Nothing lies on a phone longer, as far as a time is told from it (ours).</summary>
    public static readonly TimeSpan LongestAge = TimeSpan.FromDays(30);

    public Task InvokeAsync(HttpContext context)
    {
        if (context.Request.Headers[Key].ToString() is { Length: > 0 and <= LongestKey } key && Guid.TryParse(key, out _))
        {
            context.Response.OnStarting(() =>
            {
                Answer(context.Response, key);
                return Task.CompletedTask;
            });
        }

        return next(context);
    }

    /// <summary>How long ago what is sent was done: a phone that had no line sends it later. Two times of one watch differ rightly, however
    /// wrong the watch is.</summary>
    public static TimeSpan Age(HttpRequest request) =>
        long.TryParse(request.Headers[AgeHeader].ToString(), System.Globalization.CultureInfo.InvariantCulture, out var age) && age > 0
            ? TimeSpan.FromMilliseconds(Math.Min(age, LongestAge.TotalMilliseconds))
            : TimeSpan.Zero;

    private static void Answer(HttpResponse response, string key)
    {
        response.Headers[Key] = key;
        if (response.StatusCode is not (StatusCodes.Status302Found or StatusCodes.Status303SeeOther))
        {
            return;
        }

        var to = response.Headers.Location.ToString();
        response.StatusCode =
            to.Contains("/sign-in", StringComparison.Ordinal) || to.Contains("/prove", StringComparison.Ordinal)
                ? StatusCodes.Status401Unauthorized
            : to.Contains("/not-yours", StringComparison.Ordinal) ? StatusCodes.Status403Forbidden
            : StatusCodes.Status204NoContent;
        response.Headers.Remove("Location");
        response.Headers[To] = to;
    }
}
