using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Regatta.Web.Pages;

/// <summary>Keeps the look somebody chose on this device; for anybody.</summary>
[AllowAnonymous]
public sealed class LookModel : PageModel
{
    public IActionResult OnGet() => Redirect("/");

    public IActionResult OnPost(string look, string? back)
    {
        if (Reader.Looks.Contains(look))
        {
            Response.Cookies.Append(Reader.LookCookie, look, new() { MaxAge = TimeSpan.FromDays(365), HttpOnly = true, SameSite = SameSiteMode.Lax, IsEssential = true });
        }

        return LocalRedirect(Url.IsLocalUrl(back) ? back : "/");
    }
}
