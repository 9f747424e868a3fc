using Microsoft.AspNetCore.Mvc.RazorPages.Infrastructure;

namespace Regatta.Web.Access;

/// <summary>What the act of this request was about, as whoever does it tells the trail.</summary>
public sealed class ActNote
{
    /// <summary>What it was about; empty where the act says all.</summary>
    public string What { get; private set; } = "";

    /// <summary>What was there before.</summary>
    public string? Before { get; private set; }

    /// <summary>What is there now.</summary>
    public string? After { get; private set; }

    /// <summary>Whose account it is about, where nobody is signed in.</summary>
    public Guid? Person { get; private set; }

    /// <summary>Whose account it changed, where somebody else did it.</summary>
    public Guid? Subject { get; private set; }

    /// <summary>Whether it was refused although the answer's status does not say so.</summary>
    public bool IsRefused { get; private set; }

    /// <summary>Tells what it was about.</summary>
    public void Tell(string what, string? before = null, string? after = null) => (What, Before, After) = (what, before, after);

    /// <summary>Tells whose account it is about.</summary>
    public void Of(Guid? person) => Person = person;

    /// <summary>Tells whose account it changes, where somebody else does it.</summary>
    public void About(Guid person) => Subject = person;

    /// <summary>Tells that it was refused, and why; then there is nothing after it.</summary>
    public void Refuse(string why) => (What, After, IsRefused) = (What.Length > 0 ? $"{What}: {why}" : why, null, true);
}

/// <summary>The act of this request, held in the transaction that keeps it: an app that ends between keeping and telling leaves a line
/// all the same.</summary>
internal sealed class ActInHand(AuditTrail trail, ActNote note, ClubContext here)
{
    private HttpContext? acting;

    /// <summary>What holds it; null while nothing was kept.</summary>
    public Guid? Id { get; private set; }

    /// <summary>From here on what is kept is this request's act.</summary>
    public void Begin(HttpContext context) => acting = context;

    /// <summary>Holds it with what is being kept.</summary>
    public async Task HoldAsync(DbSession session)
    {
        if (acting is { } context)
        {
            Id ??= Guid.CreateVersion7();
            await trail.HoldAsync(session, Entry(context, AuditOutcome.Done));
        }
    }

    /// <summary>The act as far as it is known by now.</summary>
    public AuditEntry Entry(HttpContext context, AuditOutcome outcome) =>
        new(
            here.HasClub ? here.Club.Ref : null,
            context.User.Identity?.IsAuthenticated == true ? context.User.Id() : note.Person,
            context.Address(),
            context.Network(),
            context.TraceIdentifier,
            AuditWords.Of(context),
            AuditWords.Kind(context),
            note.What.Length > 0 ? note.What : AuditWords.Subject(context),
            note.Before,
            note.After,
            outcome,
            note.Subject,
            Id
        );
}

/// <summary>Writes every act into the trail: whatever is sent, and whatever is refused. It stands around everything that can refuse, so a
/// new page is in the trail without doing anything for it.</summary>
internal sealed class Auditing(RequestDelegate next, ILogger<Auditing> log)
{
    private static readonly object Written = new();

    public async Task InvokeAsync(HttpContext context, AuditTrail trail, ActNote note, ActInHand act)
    {
        // An answer to what broke runs through here once more.
        if (!context.Items.TryAdd(Written, true))
        {
            await next(context);
            return;
        }

        if (IsAct(context) && !AuditWords.IsOfNoWeight(context))
        {
            act.Begin(context);
        }

        var broke = true;
        try
        {
            await next(context);
            broke = false;
        }
        finally
        {
            var outcome =
                broke ? AuditOutcome.Broken
                : note.IsRefused || context.Response.StatusCode >= 400 ? AuditOutcome.Refused
                : AuditOutcome.Done;
            if (act.Id is not null || IsKept(context, note, outcome))
            {
                await WriteAsync(context, trail, act.Entry(context, outcome));
            }
        }
    }

    private async Task WriteAsync(HttpContext context, AuditTrail trail, AuditEntry line)
    {
        try
        {
            await trail.AddAsync(line);
        }
        catch (Exception trouble) when (trouble is Npgsql.NpgsqlException or TimeoutException)
        {
            // While the database is away the request has told so already.
            if (context.Response.StatusCode != StatusCodes.Status503ServiceUnavailable)
            {
                log.LogError(
                    "An act is not in the trail: {Act} by {Person}: {Trouble}",
                    line.Act,
                    line.Person,
                    trouble.GetBaseException().Message
                );
            }
        }
    }

    /// <summary>Acts are kept, and what those who are known were refused. What strangers send where only members may, and a client that
    /// asks too often for the limiter, could fill the trail.</summary>
    private static bool IsKept(HttpContext context, ActNote note, AuditOutcome outcome)
    {
        var isForAnybody = context.GetEndpoint()?.Metadata.GetMetadata<IAllowAnonymous>() is not null;
        return (IsKnown(context) || (isForAnybody && AuditWords.IsAct(context)))
            && (note.IsRefused || context.Response.StatusCode != StatusCodes.Status429TooManyRequests)
            && (IsAct(context) ? !AuditWords.IsOfNoWeight(context) : outcome == AuditOutcome.Refused);
    }

    private static bool IsAct(HttpContext context) =>
        !HttpMethods.IsGet(context.Request.Method) && !HttpMethods.IsHead(context.Request.Method);

    private static bool IsKnown(HttpContext context) => context.User.Identity?.IsAuthenticated == true;
}
