using System.Threading.RateLimiting;
using Microsoft.AspNetCore.RateLimiting;

namespace Regatta.Web.Access;

/// <summary>How often and how many at once one may ask, by the platform's limiter. What is turned away is told to wait.</summary>
internal static class RequestLimits
{
    /// <summary>Sending to the pages at which one comes in: a few a minute from one address.</summary>
    public const string Doors = nameof(Doors);

    /// <summary>Sending files: a few at once for all, one at once for each person.</summary>
    public const string Uploads = nameof(Uploads);

    private const int UploadsAtOnce = 4;
    private const int UploadsWaiting = 8;

    public static void AddRequestLimits(this IServiceCollection services, RegattaSettings settings) =>
        services.AddRateLimiter(options =>
        {
            options.RejectionStatusCode = StatusCodes.Status429TooManyRequests;
            options.OnRejected = (context, _) =>
            {
                var wait = context.Lease.TryGetMetadata(MetadataName.RetryAfter, out var after) ? after : TimeSpan.FromSeconds(10);
                context.HttpContext.Response.Headers.RetryAfter = Math.Ceiling(wait.TotalSeconds)
                    .ToString(System.Globalization.CultureInfo.InvariantCulture);
                return ValueTask.CompletedTask;
            };
            options.AddPolicy(
                Doors,
                context =>
                    Sends(context) && !IsDemo(context)
                        ? RateLimitPartition.GetFixedWindowLimiter(
                            context.Address(),
                            _ => new FixedWindowRateLimiterOptions { PermitLimit = settings.DoorsAMinute, Window = TimeSpan.FromMinutes(1) }
                        )
                        : RateLimitPartition.GetNoLimiter("")
            );
            options.AddPolicy(
                Uploads,
                context =>
                    Sends(context)
                        ? RateLimitPartition.GetConcurrencyLimiter(
                            context.User.Identity?.IsAuthenticated == true ? context.User.Id().ToString() : context.Address(),
                            _ => new ConcurrencyLimiterOptions { PermitLimit = 1, QueueLimit = 1 }
                        )
                        : RateLimitPartition.GetNoLimiter("")
            );
            options.GlobalLimiter = PartitionedRateLimiter.Create<HttpContext, string>(context =>
                Sends(context) && context.GetEndpoint()?.Metadata.GetMetadata<EnableRateLimitingAttribute>()?.PolicyName == Uploads
                    ? RateLimitPartition.GetConcurrencyLimiter(
                        Uploads,
                        _ => new ConcurrencyLimiterOptions { PermitLimit = UploadsAtOnce, QueueLimit = UploadsWaiting }
                    )
                    : RateLimitPartition.GetNoLimiter("")
            );
        });

    /// <summary>Coming in as one of the demo's people guesses nothing.</summary>
    private static bool IsDemo(HttpContext context) => context.Request.Query["handler"] == "Demo";

    private static bool Sends(HttpContext context) => HttpMethods.IsPost(context.Request.Method);
}
