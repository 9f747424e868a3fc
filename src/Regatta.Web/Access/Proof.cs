using Microsoft.AspNetCore.Mvc.Filters;

namespace Regatta.Web.Access;

/// <summary>A page for grave acts: whoever opens it must have shown password or passkey within the last minutes, else does so
/// first.</summary>
[AttributeUsage(AttributeTargets.Class)]
public sealed class NeedsProofAttribute : Attribute, IAsyncPageFilter
{
    /// <summary>How long a proof holds.</summary>
    public static readonly TimeSpan Holds = TimeSpan.FromMinutes(10);

    public Task OnPageHandlerSelectionAsync(PageHandlerSelectedContext context) => Task.CompletedTask;

    public async Task OnPageHandlerExecutionAsync(PageHandlerExecutingContext context, PageHandlerExecutionDelegate next)
    {
        var services = context.HttpContext.RequestServices;
        var now = services.GetRequiredService<TimeProvider>().GetUtcNow();
        var proved =
            context.HttpContext.User.Session() is { } session
            && await services.GetRequiredService<SignIns>().FindAsync(session) is { } signIn
            && signIn.ProvedAt > now - Holds;
        if (proved)
        {
            await next();
            return;
        }

        services.GetRequiredService<ActNote>().Refuse("the password was not shown lately");
        context.Result = new RedirectResult("/prove?back=" + Uri.EscapeDataString(context.HttpContext.Request.Path));
    }
}
