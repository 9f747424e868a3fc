using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Regatta.Application.Membership;
using Regatta.Core;
using Regatta.Store;
using Regatta.Web.Access;
using Regatta.Web.Forms;

namespace Regatta.Web.Pages.Account;

/// <summary>Who is in the club and what they may do there; for the coordinator.</summary>
[Authorize(Policies.Coordinator)]
public sealed class PeopleModel(
    ClubContext here,
    Members members,
    ManageMembers manage,
    Classes classes,
    UserManager<Person> accounts,
    Clubs clubs,
    RegattaSettings settings
) : PageModel
{
    private const string NoClass = "";

    private IReadOnlyDictionary<string, string> typed = new Dictionary<string, string>();

    public FormReader Form { get; } = new();

    public IReadOnlyList<Member> Members { get; private set; } = [];

    /// <summary>The classes somebody may be captain of; two may share a name, so they are chosen by key.</summary>
    public IReadOnlyList<FleetLine> Fleet { get; private set; } = [];

    public string Captain => typed.GetValueOrDefault("captain", NoClass);

    /// <summary>Whether clubs are founded by invitation here.</summary>
    public bool Invites => settings.Founding == Founding.ByInvitation;

    /// <summary>The address a further club is founded at, shown once; null before one was made.</summary>
    public string? FoundingAddress { get; private set; }

    public IEnumerable<Field> Fields =>
        (
            (Field[])
                [
                    new("name", "Name", ""),
                    new("signin", "Name they sign in with", "") { Hint = "Letters and digits, no spaces." },
                    new("password", "First password", "")
                    {
                        Type = "password",
                        Autocomplete = "new-password",
                        Hint = "Ten letters or more; tell them in person.",
                    },
                ]
        ).Filled(typed, Form);

    public Task OnGetAsync() => LoadAsync();

    public async Task<IActionResult> OnPostAsync()
    {
        typed = Request.Typed();
        await LoadAsync();
        var name = Form.Need("name", typed.GetValueOrDefault("name"), "Write their name.", Parsed<string>.Good);
        if (Captain != NoClass && Fleet.All(line => line.Key != Captain))
        {
            Form.Refuse("captain", "The club has no such class.");
        }

        var person = new Person { SignInName = typed.GetValueOrDefault("signin", "").Trim(), DisplayName = name?.Trim() ?? "" };
        await accounts.OpenAsync(person, typed.GetValueOrDefault("password", ""), Form);
        if (!Form.Ok)
        {
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        }

        await manage.AddAsync(here.Club.Ref, person.Id, Captain == NoClass ? null : Captain);
        return RedirectToPage();
    }

    /// <summary>Makes the address at which somebody founds another club.</summary>
    public async Task<IActionResult> OnPostInviteClubAsync()
    {
        if (!Invites)
        {
            return NotFound();
        }

        await LoadAsync();
        FoundingAddress = $"{settings.AddressOf(Request)}/found?code={await clubs.MakeFoundingCodeAsync(User.Id())}";
        return Page();
    }

    private async Task LoadAsync() => (Members, Fleet) = (await members.AllAsync(here.Club.Ref), await classes.FleetAsync(here.Club.Ref));
}
