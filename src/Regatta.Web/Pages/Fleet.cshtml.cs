using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Regatta.Application.Reading;
using Regatta.Store;
using Regatta.Web.Access;

namespace Regatta.Web.Pages;

/// <summary>The fleet of a club: one line a class.</summary>
[Authorize(Policies.Member)]
public sealed class FleetModel(ClubContext here, Classes classes, ClassCache cache) : PageModel
{
    public IReadOnlyList<FleetLine> Fleet { get; private set; } = [];

    /// <summary>Of each class that can be read, how many of its cells say something, and how many there are.</summary>
    public IReadOnlyDictionary<string, (int Filled, int All)> Cells { get; private set; } = new Dictionary<string, (int, int)>();

    public async Task OnGetAsync()
    {
        Fleet = await classes.FleetAsync(here.Club.Ref);
        Cells = (await cache.AllAsync(here.Club.Ref)).Classes.ToDictionary(view => view.Class.Key, view => view.Set.Fill);
    }
}
