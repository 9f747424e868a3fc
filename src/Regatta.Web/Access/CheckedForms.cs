using System.Collections.Concurrent;
using System.Reflection;
using Microsoft.AspNetCore.Mvc.Filters;

namespace Regatta.Web.Access;

/// <summary>What a page need not ask again of what was sent: that it is text a keyboard makes, that numbers are numbers, and that what a
/// handler must have is there. Control characters would be refused by the database and break drawings and files. No form of the app sends
/// anything of the kind; the answer names the field.</summary>
internal sealed class CheckedForms : IAsyncPageFilter
{
    private static readonly ConcurrentDictionary<ParameterInfo, bool> Needed = new();

    public Task OnPageHandlerSelectionAsync(PageHandlerSelectedContext context) => Task.CompletedTask;

    public async Task OnPageHandlerExecutionAsync(PageHandlerExecutingContext context, PageHandlerExecutionDelegate next)
    {
        if (context.HttpContext.IsToldOfTrouble())
        {
            await next();
        }
        else if (Controls(context.HttpContext.Request) is { } bad)
        {
            Refuse(context, $"The field “{PlainText.Shown(bad)}” holds a control character, which no keyboard makes. Type it anew.");
        }
        else if (Misread(context) is { } misread)
        {
            Refuse(context, $"The field “{misread}” is not understood.");
        }
        else if (Missing(context) is { } missing)
        {
            Refuse(context, $"The field “{missing}” is missing.");
        }
        else
        {
            await next();
        }
    }

    private static void Refuse(PageHandlerExecutingContext context, string sentence)
    {
        context.HttpContext.Explain(sentence);
        context.Result = new StatusCodeResult(StatusCodes.Status400BadRequest);
    }

    private static string? Controls(HttpRequest request) =>
        request
            .Query.Concat(request.HasFormContentType ? request.Form : [])
            .Where(field => PlainText.HasControls(field.Key) || field.Value.Any(PlainText.HasControls))
            .Select(field => field.Key)
            .FirstOrDefault();

    private static string? Misread(PageHandlerExecutingContext context) =>
        context
            .ModelState.Where(field => field.Value is { Errors.Count: > 0, AttemptedValue.Length: > 0 })
            .Select(field => field.Key)
            .FirstOrDefault();

    private static string? Missing(PageHandlerExecutingContext context) =>
        context
            .HandlerMethod?.Parameters.Where(parameter =>
                MustBeThere(parameter.ParameterInfo)
                && (!context.HandlerArguments.TryGetValue(parameter.Name, out var given) || given is null)
            )
            .Select(parameter => parameter.Name)
            .FirstOrDefault();

    private static bool MustBeThere(ParameterInfo parameter) =>
        Needed.GetOrAdd(
            parameter,
            one => one.ParameterType == typeof(string) && new NullabilityInfoContext().Create(one).WriteState == NullabilityState.NotNull
        );
}
