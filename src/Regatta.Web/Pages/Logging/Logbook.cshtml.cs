using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Regatta.Store;
using Regatta.Web.Access;

namespace Regatta.Web.Pages.Logging;

/// <summary>A member's own sessions.</summary>
[Authorize(Policies.Member)]
public sealed class LogbookModel(Logs logs) : PageModel
{
    public IReadOnlyList<OwnLog> Logs { get; private set; } = [];

    public async Task OnGetAsync() => Logs = await logs.OwnAsync(User.Id());
}
