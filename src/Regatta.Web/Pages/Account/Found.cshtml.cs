using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Regatta.Core;
using Regatta.Store;
using Regatta.Web.Access;
using Regatta.Web.Forms;

namespace Regatta.Web.Pages.Account;

/// <summary>The first page of an empty database: names the club and its coordinator. For anybody, once.</summary>
[AllowAnonymous]
public sealed class FoundModel(Bundles bundles, People people, UserManager<Person> accounts, SignInManager<Person> signIn, ClubClock clock) : PageModel
{
    public IReadOnlyList<Field> Fields { get; private set; } = [];

    public async Task<IActionResult> OnGetAsync()
    {
        Fields = Describe(new Dictionary<string, string>(), new Dictionary<string, string>());
        return await clock.ClubAsync() is null ? Page() : Redirect("/sign-in");
    }

    public async Task<IActionResult> OnPostAsync()
    {
        if (await clock.ClubAsync() is not null)
        {
            return Redirect("/sign-in");
        }

        var typed = Request.Typed();
        var form = new FormReader();
        var club = form.Need("club", typed.GetValueOrDefault("club"), "A club needs a name.", Parsed<string>.Good);
        var zone = form.Need("zone", typed.GetValueOrDefault("zone"), "Write the time zone, such as UTC.", ReadZone);
        var name = form.Need("name", typed.GetValueOrDefault("name"), "Write your name.", Parsed<string>.Good);
        var person = new Person { SignInName = typed.GetValueOrDefault("signin", "").Trim(), DisplayName = name ?? "" };
        await accounts.OpenAsync(person, typed.GetValueOrDefault("password", ""), form);
        if (!form.Ok)
        {
            Fields = Describe(typed, form.Problems);
            return Page();
        }

        await people.SetRolesAsync(person.Id, [Roles.Coordinator, Roles.Sailor], []);
        await bundles.FoundClubAsync(club!, zone!, isDemo: false);
        clock.Forget();
        await signIn.SignInAsync(person, isPersistent: true);
        return Redirect("/");
    }

    private static Parsed<string> ReadZone(string text) => TimeZoneInfo.TryFindSystemTimeZoneById(text.Trim(), out _)
        ? Parsed<string>.Good(text.Trim())
        : Parsed<string>.Bad("That time zone is not known here. Use its name from the time-zone database, or UTC.");

    private static IReadOnlyList<Field> Describe(IReadOnlyDictionary<string, string> typed, IReadOnlyDictionary<string, string> problems)
    {
        Field[] fields =
        [
            new("club", "Name of the club", ""),
            new("zone", "Its time zone", "UTC") { Hint = "Its name in the time-zone database, such as UTC." },
            new("name", "Your name", "") { Autocomplete = "name" },
            new("signin", "Name you sign in with", "") { Autocomplete = "username", Hint = "Letters and digits, no spaces." },
            new("password", "Password", "") { Type = "password", Autocomplete = "new-password", Hint = "Ten letters or more." },
        ];
        return [.. fields.Select(field => field.Filled(typed, problems))];
    }
}
