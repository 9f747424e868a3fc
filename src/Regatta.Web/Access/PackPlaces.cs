using System.Threading.RateLimiting;

namespace Regatta.Web.Access;

/// <summary>Lets packs for phones be made one after the other: one at once for each person, and the others wait their turn. A pack is made
/// whole before it is sent, so that who reads slowly holds no place.</summary>
public sealed class PackPlaces
{
    private readonly PartitionedRateLimiter<HttpContext> places = RequestLimits.Places(
        RequestLimits.Who,
        (1, Limits.PacksOfPerson),
        (Limits.Packs, 100 * Limits.Packs)
    );

    /// <summary>A place, as soon as there is one; none is acquired where too many wait.</summary>
    public ValueTask<RateLimitLease> AcquireAsync(HttpContext context) => places.AcquireAsync(context, 1, context.RequestAborted);
}
