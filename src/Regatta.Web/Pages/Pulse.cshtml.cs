namespace Regatta.Web.Pages;

/// <summary>The barest page with one query, for whoever watches over the server; for anybody.</summary>
[AllowAnonymous]
public sealed class PulseModel(IReadClubs clubs) : PageModel
{
    public long Clubs { get; private set; }

    public async Task OnGetAsync() => Clubs = await clubs.CountAsync();
}
