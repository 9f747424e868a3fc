using Regatta.Web.Access;
using Serilog.Context;

namespace Regatta.Web;

/// <summary>Gives every line of the server's log the request's id and the account's.</summary>
internal sealed class RequestLog(RequestDelegate next)
{
    public async Task InvokeAsync(HttpContext context)
    {
        using (LogContext.PushProperty("Request", context.TraceIdentifier))
        using (LogContext.PushProperty("Account", context.User.Identity?.IsAuthenticated == true ? context.User.Id() : null))
        {
            await next(context);
        }
    }
}
