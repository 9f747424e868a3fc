using Microsoft.AspNetCore.Mvc.Filters;

namespace Regatta.Web.Access;

/// <summary>No browser or proxy keeps a file that was downloaded: whoever comes after at a club's machine finds none.</summary>
internal sealed class PrivateDownloads : IAlwaysRunResultFilter
{
    public void OnResultExecuting(ResultExecutingContext context)
    {
        if (context.Result is FileResult)
        {
            context.HttpContext.Response.Headers.CacheControl = "no-store";
        }
    }

    public void OnResultExecuted(ResultExecutedContext context) { }
}
