using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Regatta.Store;
using Regatta.Web.Access;

namespace Regatta.Web.Pages;

/// <summary>The fleet: one line a class.</summary>
[Authorize(Policies.Member)]
public sealed class IndexModel(Classes classes) : PageModel
{
    public IReadOnlyList<FleetLine> Fleet { get; private set; } = [];

    public async Task OnGetAsync() => Fleet = await classes.FleetAsync();
}
