using Microsoft.AspNetCore.Diagnostics;

namespace Regatta.Web;

/// <summary>How what went wrong is answered: what a sender did wrong as that, and never without a page.</summary>
internal static class RequestError
{
    private static readonly object Sentence = new();

    /// <summary>Keeps the sentence that says what was wrong with a request, for the page that tells of it.</summary>
    public static void Explain(this HttpContext context, string sentence) => context.Items[Sentence] = sentence;

    /// <summary>The sentence that says what was wrong; null where nobody said.</summary>
    public static string? Explanation(this HttpContext context) => context.Items[Sentence] as string;

    /// <summary>Whether the request was answered with trouble already, and this is the page that tells of it.</summary>
    public static bool IsToldOfTrouble(this HttpContext context) =>
        context.Features.Get<IExceptionHandlerFeature>() is not null || context.Features.Get<IStatusCodeReExecuteFeature>() is not null;

    /// <summary>Answers in plain text when the page that tells of trouble fails as well, and pages for the rest.</summary>
    public static void UseTroublePages(this WebApplication app)
    {
        app.Use(
            async (context, next) =>
            {
                try
                {
                    await next(context);
                }
                catch (Exception trouble) when (!context.Response.HasStarted && trouble is not OperationCanceledException)
                {
                    app.Logger.LogError(trouble, "The page that tells of trouble failed too");
                    context.Response.Clear();
                    context.Response.StatusCode = SendersFaults.StatusOf(trouble);
                    context.Response.ContentType = "text/plain; charset=utf-8";
                    await context.Response.WriteAsync(
                        "Something broke on our side. Nothing was half-saved. Go back and try again in a moment."
                    );
                }
            }
        );
        var faults = app.Services.GetRequiredService<SendersFaults>();
        app.UseExceptionHandler(
            new ExceptionHandlerOptions
            {
                ExceptionHandlingPath = "/trouble",
                StatusCodeSelector = SendersFaults.StatusOf,
                SuppressDiagnosticsCallback = answered => faults.Count(answered.Exception),
            }
        );
        app.UseStatusCodePagesWithReExecute("/trouble", "?status={0}");
        app.UseMiddleware<DatabaseAway>();
    }
}
