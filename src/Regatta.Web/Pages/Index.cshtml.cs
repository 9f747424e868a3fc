using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Regatta.Store;
using Regatta.Web.Access;

namespace Regatta.Web.Pages;

/// <summary>The clubs of whoever is signed in; the only one opens by itself.</summary>
[Authorize(Policies.Member)]
public sealed class IndexModel(Clubs clubs) : PageModel
{
    public IReadOnlyList<Club> Clubs { get; private set; } = [];

    public async Task<IActionResult> OnGetAsync()
    {
        Clubs = await clubs.OfAsync(User.Id());
        return Clubs is [var only] ? Redirect("/" + only.Key) : Page();
    }
}
