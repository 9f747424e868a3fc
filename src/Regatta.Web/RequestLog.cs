using Serilog.Core;
using Serilog.Events;

namespace Regatta.Web;

/// <summary>Gives every line of the server's log the request's id and the account's.</summary>
internal sealed class RequestLog(IHttpContextAccessor http) : ILogEventEnricher
{
    public void Enrich(LogEvent logEvent, ILogEventPropertyFactory propertyFactory)
    {
        if (http.HttpContext is not { } context)
        {
            return;
        }

        logEvent.AddPropertyIfAbsent(propertyFactory.CreateProperty("Request", context.TraceIdentifier));
        if (context.User.Identity?.IsAuthenticated == true)
        {
            logEvent.AddPropertyIfAbsent(propertyFactory.CreateProperty("Account", context.User.Id()));
        }
    }
}
