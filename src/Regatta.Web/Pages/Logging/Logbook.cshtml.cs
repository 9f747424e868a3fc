using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Regatta.Application.Logbook;
using Regatta.Store;
using Regatta.Web.Access;

namespace Regatta.Web.Pages.Logging;

/// <summary>A member's own sessions.</summary>
[Authorize(Policies.Member)]
public sealed class LogbookModel(ClubContext here, Logs logs, LogSession own) : PageModel
{
    public IReadOnlyList<OwnLog> Logs { get; private set; } = [];

    /// <summary>Those removed within a season, which can be brought back.</summary>
    public IReadOnlyList<OwnLog> Removed { get; private set; } = [];

    public async Task OnGetAsync() =>
        (Logs, Removed) = (await logs.OwnAsync(here.Club.Ref, User.Id()), await logs.RemovedAsync(here.Club.Ref, User.Id()));

    public async Task<IActionResult> OnPostBringBackAsync(long number) =>
        await own.BringBackAsync(here.Actor, number) ? RedirectToPage() : NotFound();
}
