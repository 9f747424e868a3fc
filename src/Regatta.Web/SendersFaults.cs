namespace Regatta.Web;

/// <summary>What senders do wrong, in the server's log: one line a minute at most, with how many there were, so that nobody rolls the log
/// over by sending nonsense.</summary>
public sealed class SendersFaults(TimeProvider clock, ILogger<SendersFaults> log)
{
    private static readonly TimeSpan Pause = TimeSpan.FromMinutes(1);
    private readonly Lock counting = new();
    private DateTimeOffset written = DateTimeOffset.MinValue;
    private int unwritten;

    /// <summary>The status that answers a request which broke.</summary>
    public static int StatusOf(Exception trouble) =>
        trouble switch
        {
            BadHttpRequestException bad => bad.StatusCode,
            // What the platform throws for a form with too many or too long fields, or one broken off.
            InvalidDataException => StatusCodes.Status400BadRequest,
            _ => StatusCodes.Status500InternalServerError,
        };

    /// <summary>Whether what broke a request is its sender's fault; then it is counted here.</summary>
    public bool Count(Exception trouble)
    {
        if (StatusOf(trouble) == StatusCodes.Status500InternalServerError)
        {
            return false;
        }

        int since;
        lock (counting)
        {
            unwritten++;
            var now = clock.GetUtcNow();
            if (now - written < Pause)
            {
                return true;
            }

            (written, since, unwritten) = (now, unwritten, 0);
        }

        log.LogWarning("Requests that cannot be read: {Count} since this was said last. The newest: {Trouble}", since, trouble.Message);
        return true;
    }
}
