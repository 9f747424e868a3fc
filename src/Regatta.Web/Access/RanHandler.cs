using Microsoft.AspNetCore.Mvc.Filters;

namespace Regatta.Web.Access;

/// <summary>Leaves the name of the handler that runs for the trail: an act is called by what was done, never by what the address
/// says.</summary>
internal sealed class RanHandler : IPageFilter
{
    public void OnPageHandlerSelected(PageHandlerSelectedContext context) =>
        context.HttpContext.Items[AuditWords.Ran] = context.HandlerMethod?.Name ?? "";

    public void OnPageHandlerExecuting(PageHandlerExecutingContext context) { }

    public void OnPageHandlerExecuted(PageHandlerExecutedContext context) { }
}
