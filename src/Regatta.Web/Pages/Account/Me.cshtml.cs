using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Regatta.Core.Units;
using Regatta.Store;
using Regatta.Web.Access;

namespace Regatta.Web.Pages.Account;

/// <summary>A member's own units, and the way out.</summary>
[Authorize(Policies.Member)]
public sealed class MeModel(SignInManager<Person> signIn, UserManager<Person> accounts) : PageModel
{
    public static readonly IReadOnlyList<string> WindUnits = [.. Enum.GetValues<SpeedUnit>().Select(unit => unit.Symbol())];

    public static readonly IReadOnlyList<string> MassUnits = [.. Enum.GetValues<MassUnit>().Select(unit => unit.Symbol())];

    public async Task<IActionResult> OnPostAsync(string wind, string mass)
    {
        if (SpeedUnits.Named(wind) is not { } speedUnit || Core.Units.MassUnits.Named(mass) is not { } massUnit || await accounts.GetUserAsync(User) is not { } person)
        {
            return BadRequest();
        }

        (person.SpeedUnit, person.MassUnit) = (speedUnit, massUnit);
        await accounts.UpdateAsync(person);
        await signIn.RefreshSignInAsync(person);
        return RedirectToPage();
    }

    public async Task<IActionResult> OnPostSignOutAsync()
    {
        await signIn.SignOutAsync();
        return Redirect("/sign-in");
    }
}
