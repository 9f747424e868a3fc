using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Regatta.Store;

namespace Regatta.Web.Pages;

/// <summary>The barest page with one query, for whoever watches over the server; for anybody.</summary>
[AllowAnonymous]
public sealed class PulseModel(Classes classes) : PageModel
{
    public long Classes { get; private set; }

    public async Task OnGetAsync() => Classes = await classes.CountAsync();
}
