using System.Text;
using System.Text.Encodings.Web;
using Microsoft.Extensions.Diagnostics.HealthChecks;
using Npgsql;

namespace Regatta.Web;

/// <summary>Answers while the database is away or busy: 503 with when to ask again, and a form that was sent comes back as it was typed, to
/// be sent again. The answer asks nothing of the database, the keys or the account.</summary>
public sealed class DatabaseAway(RequestDelegate next, ILogger<DatabaseAway> log)
{
    private const string RetryAfterSeconds = "5";
    private const int NoSpaceLeft = 28;
    private const string Token = "__RequestVerificationToken";

    public async Task InvokeAsync(HttpContext context)
    {
        try
        {
            await next(context);
        }
        catch (Exception trouble) when (!context.Response.HasStarted && IsAway(trouble))
        {
            log.LogError("The database is away: {Trouble}", trouble.GetBaseException().Message);
            context.Response.Clear();
            context.Response.StatusCode = StatusCodes.Status503ServiceUnavailable;
            context.Response.Headers.RetryAfter = RetryAfterSeconds;
            context.Response.Headers.CacheControl = "no-store";
            context.Response.ContentType = "text/html; charset=utf-8";
            await context.Response.WriteAsync(await PageAsync(context.Request));
        }
    }

    /// <summary>Whether an error says that the database cannot be asked now, and may be soon.</summary>
    public static bool IsAway(Exception trouble) =>
        trouble switch
        {
            // Connection troubles, no resources left, a full disk among them, going down or starting up, what its machine could not do, and
            // one that takes no connections now.
            PostgresException broken => broken.IsTransient
                || broken.SqlState[..2] is "08" or "53" or "57" or "58"
                || broken.SqlState is PostgresErrorCodes.ObjectNotInPrerequisiteState or PostgresErrorCodes.LockNotAvailable,
            NpgsqlException => true,
            TimeoutException => true,
            // What is sent is laid on the disk of this machine first, where it is large.
            IOException { HResult: NoSpaceLeft } => true,
            _ => trouble.InnerException is { } inner && IsAway(inner),
        };

    private static async Task<string> PageAsync(HttpRequest request)
    {
        var page = new StringBuilder(
            """
            <!DOCTYPE html><html lang="en" data-theme="paper"><head><meta charset="utf-8">
            <meta name="viewport" content="width=device-width, initial-scale=1"><title>Back in a moment – Regatta</title>
            <link rel="stylesheet" href="/dist/site.css"></head><body><main id="main"><div class="narrow">
            <h1>The club’s records are away for a moment</h1>
            """
        );
        if (!HttpMethods.IsPost(request.Method))
        {
            page.Append("<p>Nothing is lost. Reload the page in a few seconds.</p>");
        }
        else if (request.HasFormContentType)
        {
            AppendForm(page, request, await request.ReadFormAsync());
        }
        else
        {
            page.Append("<p>What you sent was not kept. Go back and send it again in a few seconds.</p>");
        }

        return page.Append("</div></main></body></html>").ToString();
    }

    private static void AppendForm(StringBuilder page, HttpRequest request, IFormCollection form)
    {
        page.Append("<p role=\"alert\">It could not be saved just now. What you typed is here; send it again in a few seconds.");
        page.Append(
            form.Files.Count > 0 || form.Keys.Any(SecretFields.Is)
                ? " Files and passwords are to be given once more: go back for those.</p>"
                : "</p>"
        );
        page.Append($"<form method=\"post\" class=\"stack\" action=\"{Encoded(request.Path + request.QueryString)}\">");
        var typed = form.Where(field => !SecretFields.Is(field.Key))
            .SelectMany(field => field.Value.Select(value => (field.Key, Value: value ?? "")));
        foreach (var (name, value) in typed)
        {
            page.Append($"<input type=\"hidden\" name=\"{Encoded(name)}\" value=\"{Encoded(value)}\">");
        }

        page.Append("<button class=\"btn btn-act\">Send it again</button></form><dl class=\"facts\">");
        foreach (var (name, value) in typed.Where(field => field.Key != Token && field.Value.Length > 0))
        {
            page.Append($"<div><dt>{Encoded(name)}</dt><dd>{Encoded(value)}</dd></div>");
        }

        page.Append("</dl>");
    }

    private static string Encoded(string text) => HtmlEncoder.Default.Encode(text);
}

/// <summary>Whether the database answers; an instance whose does not is alive, and not ready.</summary>
internal sealed class DatabaseHealth(NpgsqlDataSource database) : IHealthCheck
{
    public async Task<HealthCheckResult> CheckHealthAsync(HealthCheckContext context, CancellationToken cancellationToken = default)
    {
        try
        {
            await using var connection = await database.OpenConnectionAsync(cancellationToken);
            return HealthCheckResult.Healthy();
        }
        catch (Exception trouble) when (DatabaseAway.IsAway(trouble))
        {
            return HealthCheckResult.Unhealthy();
        }
    }
}
