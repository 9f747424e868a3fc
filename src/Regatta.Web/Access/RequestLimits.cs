using System.Threading.RateLimiting;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.RateLimiting;

namespace Regatta.Web.Access;

/// <summary>How often and how many at once one may ask, by the platform's limiter. What is turned away is told to wait.</summary>
public static class RequestLimits
{
    /// <summary>Sending to the pages at which one comes in: a few a minute from one address.</summary>
    public const string Doors = nameof(Doors);

    /// <summary>Sending files: one at once for each person. <see cref="UploadPlaces"/> says how many of a club and of all.</summary>
    public const string Uploads = nameof(Uploads);

    /// <summary>Taking a class away as a file: some a minute for each person, a few at once for all.</summary>
    public const string Exports = nameof(Exports);

    /// <summary>Live pages: a few open at once for each person, and for each network address.</summary>
    public const string Streams = nameof(Streams);

    public static void AddRequestLimits(this IServiceCollection services, RegattaSettings settings) =>
        services.AddRateLimiter(options =>
        {
            options.OnRejected = (context, _) => new(TurnAwayAsync(context.HttpContext, context.Lease));
            options.AddPolicy(
                Doors,
                context =>
                    Sends(context) && !IsDemo(context, settings)
                        ? RateLimitPartition.GetFixedWindowLimiter(
                            Door(context),
                            _ => new FixedWindowRateLimiterOptions { PermitLimit = settings.DoorsAMinute, Window = TimeSpan.FromMinutes(1) }
                        )
                        : RateLimitPartition.GetNoLimiter("")
            );
            options.AddPolicy(Uploads, context => Sends(context) ? AtOnce(Who(context), 1, 1) : RateLimitPartition.GetNoLimiter(""));
            options.AddPolicy(
                Exports,
                context =>
                    RateLimitPartition.GetFixedWindowLimiter(
                        Who(context),
                        _ => new FixedWindowRateLimiterOptions { PermitLimit = Limits.ExportsOfPerson, Window = TimeSpan.FromMinutes(1) }
                    )
            );
            options.AddPolicy(Streams, context => AtOnce(Who(context), Limits.StreamsOfPerson, 0));
            options.GlobalLimiter = PartitionedRateLimiter.Create<HttpContext, string>(context =>
                PolicyOf(context) switch
                {
                    Streams => AtOnce(context.Network(), Limits.StreamsOfAddress, 0),
                    Exports => AtOnce(Exports, Limits.Exports, 10 * Limits.Exports),
                    _ => RateLimitPartition.GetNoLimiter(""),
                }
            );
        });

    /// <summary>Tells who was turned away how long to wait.</summary>
    public static Task TurnAwayAsync(HttpContext context, RateLimitLease lease)
    {
        var wait = lease.TryGetMetadata(MetadataName.RetryAfter, out var after) ? after : TimeSpan.FromSeconds(10);
        context.Response.StatusCode = StatusCodes.Status429TooManyRequests;
        context.Response.Headers.RetryAfter = Math.Ceiling(wait.TotalSeconds).ToString(System.Globalization.CultureInfo.InvariantCulture);
        // A page gets a page; whoever else asks, such as a live page's script, a word.
        return context.Request.Headers.Accept.ToString().Contains("text/html", StringComparison.Ordinal)
            ? Task.CompletedTask
            : context.Response.WriteAsync("Too many at once. Wait a minute.", CancellationToken.None);
    }

    /// <summary>So many at once, and so many waiting their turn, of one kind.</summary>
    public static RateLimitPartition<string> AtOnce(string of, int most, int waiting) =>
        RateLimitPartition.GetConcurrencyLimiter(of, _ => new ConcurrencyLimiterOptions { PermitLimit = most, QueueLimit = waiting });

    /// <summary>Places for work that is taken in or made whole, so that nobody holds one by a slow line: so many at once of each, and so
    /// many of all.</summary>
    public static PartitionedRateLimiter<HttpContext> Places(Func<HttpContext, string> of, (int Most, int Waiting) each, (int, int) all) =>
        PartitionedRateLimiter.CreateChained(
            PartitionedRateLimiter.Create<HttpContext, string>(context => AtOnce(of(context), each.Most, each.Waiting)),
            PartitionedRateLimiter.Create<HttpContext, string>(_ => AtOnce("", all.Item1, all.Item2))
        );

    /// <summary>Who asks: the person, or the network where nobody is signed in.</summary>
    public static string Who(HttpContext context) =>
        context.User.Identity?.IsAuthenticated == true ? context.User.Id().ToString() : context.Network();

    /// <summary>Each door counts by itself, so that a flood at one closes no other; a browser that was signed in before counts by
    /// itself, so that others of its network do not keep it out.</summary>
    private static string Door(HttpContext context) =>
        $"{context.GetEndpoint()?.Metadata.GetMetadata<PageActionDescriptor>()?.ViewEnginePath} "
        + (context.RequestServices.GetRequiredService<SignInThrottle>().KnownBrowser(context) ?? context.Network());

    private static string? PolicyOf(HttpContext context) =>
        context.GetEndpoint()?.Metadata.GetMetadata<EnableRateLimitingAttribute>()?.PolicyName;

    /// <summary>Coming in as one of the demo's people guesses nothing.</summary>
    private static bool IsDemo(HttpContext context, RegattaSettings settings) =>
        settings.Demo != DemoChoice.Never
        && context.GetEndpoint()?.Metadata.GetMetadata<PageActionDescriptor>()?.ViewEnginePath == "/Account/SignIn"
        && context.Request.Query["handler"] == "Demo";

    private static bool Sends(HttpContext context) => HttpMethods.IsPost(context.Request.Method);
}
