using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Regatta.Store;

namespace Regatta.Web.Pages.Account;

/// <summary>Sign-in, for anybody; with the demo club loaded, one account of each role is offered.</summary>
[AllowAnonymous]
public sealed class SignInModel(SignInManager<Person> signIn, UserManager<Person> accounts, People people, Clubs clubs) : PageModel
{
    [BindProperty(SupportsGet = true)]
    public string? Back { get; set; }

    public string Name { get; private set; } = "";

    public string? Problem { get; private set; }

    public IReadOnlyList<DemoAccount> DemoAccounts { get; private set; } = [];

    public async Task<IActionResult> OnGetAsync()
    {
        if (await clubs.CountAsync() == 0)
        {
            return Redirect("/found");
        }

        DemoAccounts = await people.DemoAccountsAsync();
        return Page();
    }

    public async Task<IActionResult> OnPostAsync(string? name, string? password)
    {
        var result = await signIn.PasswordSignInAsync((name ?? "").Trim(), password ?? "", isPersistent: true, lockoutOnFailure: true);
        if (result.Succeeded)
        {
            return GoBack();
        }

        Name = name ?? "";
        Problem = result.IsLockedOut ? "Too many tries. Wait five minutes, then try again." : "No account has that name and password.";
        DemoAccounts = await people.DemoAccountsAsync();
        return Page();
    }

    public async Task<IActionResult> OnPostDemoAsync(string? name)
    {
        var offered = (await people.DemoAccountsAsync()).FirstOrDefault(account => account.SignInName == name);
        if (offered is null || await accounts.FindByNameAsync(offered.SignInName) is not { } person)
        {
            return NotFound();
        }

        await signIn.SignInAsync(person, isPersistent: true);
        return GoBack();
    }

    private LocalRedirectResult GoBack() => LocalRedirect(Url.IsLocalUrl(Back) ? Back : "/");
}
