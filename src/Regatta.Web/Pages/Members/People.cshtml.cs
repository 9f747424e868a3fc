using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Regatta.Core;
using Regatta.Store;
using Regatta.Web.Access;
using Regatta.Web.Forms;

namespace Regatta.Web.Pages.Members;

/// <summary>Who has an account and what they may do; for the coordinator.</summary>
[Authorize(Policies.Coordinator)]
public sealed class PeopleModel(People people, Classes classes, UserManager<Person> accounts) : PageModel
{
    private const string NoClass = "no class";

    public IReadOnlyList<Member> Members { get; private set; } = [];

    public IReadOnlyList<Field> Fields { get; private set; } = [];

    public async Task OnGetAsync() => await LoadAsync(new Dictionary<string, string>(), new FormReader());

    public async Task<IActionResult> OnPostAsync()
    {
        var typed = Request.Typed();
        var form = new FormReader();
        var name = form.Need("name", typed.GetValueOrDefault("name"), "Write their name.", Parsed<string>.Good);
        var captained = (await classes.FleetAsync()).FirstOrDefault(line => line.Name == typed.GetValueOrDefault("captain"));
        var person = new Person { SignInName = typed.GetValueOrDefault("signin", "").Trim(), DisplayName = name?.Trim() ?? "" };
        await accounts.OpenAsync(person, typed.GetValueOrDefault("password", ""), form);
        if (!form.Ok)
        {
            await LoadAsync(typed, form);
            return Page();
        }

        await people.SetRolesAsync(person.Id, captained is null ? [Roles.Sailor] : [Roles.Captain, Roles.Sailor], captained is null ? [] : [captained.Key]);
        return RedirectToPage();
    }

    private async Task LoadAsync(IReadOnlyDictionary<string, string> typed, FormReader form)
    {
        Members = await people.AllAsync();
        Field[] fields =
        [
            new("name", "Name", ""),
            new("signin", "Name they sign in with", "") { Hint = "Letters and digits, no spaces." },
            new("password", "First password", "") { Type = "password", Autocomplete = "new-password", Hint = "Ten letters or more; tell them in person." },
            new("captain", "Captain of", NoClass) { Choices = [NoClass, .. (await classes.FleetAsync()).Select(line => line.Name)] },
        ];
        Fields = [.. fields.Filled(typed, form)];
    }
}
