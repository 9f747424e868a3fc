using System.Threading.RateLimiting;
using Microsoft.AspNetCore.RateLimiting;

namespace Regatta.Web.Access;

/// <summary>Lets files be worked on a few at once: some of each club, so that one club never keeps the others waiting. A file is taken in
/// whole before it gets a place, so that who sends slowly holds none; what is small needs none.</summary>
public sealed class UploadPlaces(RequestDelegate next, TimeProvider clock)
{
    /// <summary>What a form without a file comes to at most.</summary>
    private const int Small = 64 * 1024;

    private const int HeldInMemory = 256 * 1024;

    /// <summary>So long a file may take to arrive: eight megabytes over the slowest line that still opens a page.</summary>
    public static readonly TimeSpan Patience = TimeSpan.FromMinutes(5);

    private readonly PartitionedRateLimiter<HttpContext> places = RequestLimits.Places(
        context => context.Request.RouteValues["club"]?.ToString() ?? "",
        (Limits.UploadsOfClub, 3 * Limits.UploadsOfClub),
        (Limits.Uploads, 4 * Limits.Uploads)
    );

    public async Task InvokeAsync(HttpContext context)
    {
        var takesFiles = context.GetEndpoint()?.Metadata.GetMetadata<EnableRateLimitingAttribute>()?.PolicyName == RequestLimits.Uploads;
        if (!takesFiles || !HttpMethods.IsPost(context.Request.Method) || context.Request.ContentLength <= Small)
        {
            await next(context);
            return;
        }

        if (!await ArrivesAsync(context))
        {
            context.Explain("The file took too long to arrive. Nothing of it was kept.");
            context.Response.StatusCode = StatusCodes.Status408RequestTimeout;
            return;
        }

        using var place = await places.AcquireAsync(context, 1, context.RequestAborted);
        if (place.IsAcquired)
        {
            await next(context);
        }
        else
        {
            await RequestLimits.TurnAwayAsync(context, place);
        }
    }

    private async Task<bool> ArrivesAsync(HttpContext context)
    {
        using var late = new CancellationTokenSource(Patience, clock);
        using var either = CancellationTokenSource.CreateLinkedTokenSource(late.Token, context.RequestAborted);
        context.Request.EnableBuffering(HeldInMemory);
        try
        {
            await context.Request.Body.CopyToAsync(Stream.Null, either.Token);
        }
        catch (OperationCanceledException) when (late.IsCancellationRequested)
        {
            return false;
        }

        context.Request.Body.Position = 0;
        return true;
    }
}
