namespace Regatta.Web.Pages;

/// <summary>Keeps the theme somebody chose on this device; for anybody.</summary>
[AllowAnonymous]
public sealed class ThemeModel : PageModel
{
    public IActionResult OnGet() => Redirect("/");

    public IActionResult OnPost(string theme, string? back)
    {
        if (UnitPreferences.Themes.Contains(theme))
        {
            Response.Cookies.Append(
                UnitPreferences.ThemeCookie,
                theme,
                new()
                {
                    MaxAge = TimeSpan.FromDays(365),
                    HttpOnly = true,
                    SameSite = SameSiteMode.Lax,
                    IsEssential = true,
                }
            );
        }

        return LocalRedirect(Url.IsLocalUrl(back) ? back : "/");
    }
}
