using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.RateLimiting;

namespace Regatta.Web.Pages.Account;

/// <summary>Takes an invitation into a club up, with the account one is signed in to or a new one. For anybody with its link.</summary>
[AllowAnonymous]
[EnableRateLimiting(RequestLimits.Doors)]
public sealed class InvitationModel(
    IReadInvitations invitations,
    InvitePeople invite,
    UserManager<Person> accounts,
    RegattaSignIn signIn,
    PasswordWords words,
    ActNote note
) : PageModel
{
    [BindProperty(SupportsGet = true)]
    public string Token { get; set; } = "";

    public Invitation? Invitation { get; private set; }

    public IReadOnlyList<Field> Fields { get; private set; } = [];

    public string Here => "/invitation?token=" + Uri.EscapeDataString(Token);

    /// <summary>Whether the person signed in can take it up: not as a demo's made-up person.</summary>
    public bool IsDemoPerson { get; private set; }

    /// <summary>What they will be, in words.</summary>
    public string As =>
        Invitation!.Who.Roles.Contains(Roles.Coordinator) ? "coordinator of the fleet"
        : Invitation.ClassName is { } name ? $"captain of {name}"
        : "sailor";

    public async Task<IActionResult> OnGetAsync()
    {
        await LoadAsync();
        Fields = Describe(new Dictionary<string, string>(), new FormReader());
        return Answer();
    }

    /// <summary>Takes it up with the account one is signed in to.</summary>
    public async Task<IActionResult> OnPostAsync()
    {
        await LoadAsync();
        if (User.Identity?.IsAuthenticated != true)
        {
            return Challenge();
        }

        return IsDemoPerson ? await OnGetAsync() : await TakeUpAsync(User.Id());
    }

    /// <summary>Opens an account and takes it up with that.</summary>
    public async Task<IActionResult> OnPostOpenAsync()
    {
        await LoadAsync();
        if (Invitation is not { } asked)
        {
            return Answer();
        }

        var typed = Request.Typed();
        var form = new FormReader();
        var name = form.Need("name", typed.GetValueOrDefault("name"), "Write your name.", PersonName.Read);
        // A group's address says nobody's: they may say their own.
        var email =
            !asked.Who.IsGroup ? asked.Who.Email
            : string.IsNullOrWhiteSpace(typed.GetValueOrDefault("email")) ? null
            : form.Need("email", typed["email"], "", PersonName.ReadEmail);
        var person = new Person
        {
            SignInName = typed.GetValueOrDefault("signin", "").Trim(),
            DisplayName = asked.Who.IsJunior && name is not null ? PersonName.Shorten(name) : name ?? "",
            FullName = asked.Who.IsJunior ? name : null,
            IsJunior = asked.Who.IsJunior,
            GuardianEmail = asked.Who.GuardianEmail,
            Email = email,
        };
        words.Further.AddRange(asked.ClubName.Split(' '));
        await accounts.OpenAsync(person, typed.GetValueOrDefault("password", ""), form);
        if (!form.Ok)
        {
            Fields = Describe(typed, form);
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        }

        note.Of(person.Id);
        await signIn.SignInAsync(person, isPersistent: true);
        return await TakeUpAsync(person.Id);
    }

    private async Task<IActionResult> TakeUpAsync(Guid person)
    {
        if (Invitation is not { } asked || !await invite.AcceptAsync(asked, person))
        {
            Invitation = null;
            return Answer();
        }

        note.Tell($"{asked.ClubName}, as {As}");
        return Redirect($"/{asked.ClubKey}/sails");
    }

    private async Task LoadAsync()
    {
        Invitation = await invitations.FindAsync(Token);
        IsDemoPerson = (await accounts.GetUserAsync(User))?.IsDemo == true;
    }

    private PageResult Answer()
    {
        Response.StatusCode = Invitation is null ? StatusCodes.Status410Gone : StatusCodes.Status200OK;
        return Page();
    }

    private Field[] Describe(IReadOnlyDictionary<string, string> typed, FormReader form) =>
        Invitation is { } asked
            ?
            [
                new Field("name", "Your name", asked.Who.IsGroup ? "" : asked.Who.Name)
                {
                    Autocomplete = "name",
                    Hint = asked.Who.IsJunior ? $"Others read “{PersonName.Shorten(asked.Who.Name)}”" : "",
                }.Filled(typed, form.Problems),
                new Field("signin", "Name you sign in with", "")
                {
                    Autocomplete = "username",
                    Hint = "Letters and digits, no spaces.",
                }.Filled(typed, form.Problems),
                .. asked.Who.IsGroup
                    ? (Field[])
                        [
                            new Field("email", "Mail address, if you like", "")
                            {
                                Type = "email",
                                Autocomplete = "email",
                                Hint = "For a new password, should you forget yours. Seen by your coordinator.",
                            }.Filled(typed, form.Problems),
                        ]
                    : [],
                new Field("password", "Password", "")
                {
                    Type = "password",
                    Autocomplete = "new-password",
                    Hint = "Ten letters or more; four or five words are easy to keep.",
                }.Filled(typed, form.Problems),
            ]
            : [];
}
