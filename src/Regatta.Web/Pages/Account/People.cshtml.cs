namespace Regatta.Web.Pages.Account;

/// <summary>Who is in the club and who is asked in; for the coordinator.</summary>
[Authorize(Policies.Coordinator)]
[NeedsProof("POST", "POST Again", "POST Factor", "POST Group", "POST InviteClub", "POST List")]
public sealed partial class PeopleModel(
    ClubContext here,
    IReadMembers members,
    IReadInvitations invitations,
    InvitePeople invite,
    IReadClasses classes,
    FoundClub clubs,
    TellCoordinators others,
    IMail mail,
    ActNote note,
    RegattaSettings settings,
    TimeProvider clock
) : PageModel
{
    private IReadOnlyDictionary<string, string> typed = new Dictionary<string, string>();

    public FormReader Form { get; } = new();

    public IReadOnlyList<Member> Members { get; private set; } = [];

    /// <summary>Invitations nobody took up yet.</summary>
    public IReadOnlyList<Invitation> Asked { get; private set; } = [];

    /// <summary>The classes somebody may be captain of; two may share a name, so they are chosen by key.</summary>
    public IReadOnlyList<ClassName> Fleet { get; private set; } = [];

    /// <summary>What somebody is asked to be: <c>sailor</c>, <c>coordinator</c>, or <c>captain/</c> and a class's key.</summary>
    public string As => typed.GetValueOrDefault("as", Roles.Sailor);

    public bool IsJunior => typed.ContainsKey("junior");

    /// <summary>Whether clubs are founded by invitation here.</summary>
    public bool Invites => settings.Founding == Founding.ByInvitation;

    /// <summary>Whether letters lie in a folder that this page shows.</summary>
    public bool ShowsLetters => !mail.Delivers && HttpContext.IsLocal();

    /// <summary>The address a further club is founded at, shown once; null before one was made.</summary>
    public string? FoundingAddress { get; private set; }

    /// <summary>The invitation made just now.</summary>
    public MadeInvitation? Made { get; private set; }

    public string Invited { get; private set; } = "";

    public IEnumerable<Field> Fields =>
        ((Field[])[new("name", "Whole name", ""), new("email", "Mail address", "") { Type = "email" }]).Filled(typed, Form);

    public Field Guardian =>
        new Field("guardian", "A junior’s guardian’s mail address", "")
        {
            Type = "email",
            Hint = "For juniors only. Others read a junior’s first name and one letter.",
        }.Filled(typed, Form.Problems);

    public Task OnGetAsync() => LoadAsync();

    public async Task<IActionResult> OnPostAsync()
    {
        typed = Request.Typed();
        await LoadAsync();
        var name = Form.Need("name", typed.GetValueOrDefault("name"), "Write their name.", PersonName.Read);
        var email = Form.Need("email", typed.GetValueOrDefault("email"), "Write where the invitation goes.", PersonName.ReadEmail);
        var guardian = IsJunior
            ? Form.Need("guardian", typed.GetValueOrDefault("guardian"), "A junior needs a guardian’s address.", PersonName.ReadEmail)
            : null;
        var captainOf = As.StartsWith("captain/", StringComparison.Ordinal) ? As["captain/".Length..] : null;
        if (As is not (Roles.Sailor or Roles.Coordinator) && Fleet.All(line => line.Key != captainOf))
        {
            Form.Refuse("as", "The club has no such class.");
        }

        if (Form.Ok)
        {
            var who = new Invited(name!, email!, IsJunior, guardian, Roles.Of(As == Roles.Coordinator, captainOf is not null), captainOf);
            Made = Form.Take("email", await invite.RunAsync(here.Actor, who, settings.AddressOf(Request)));
            note.Tell($"{name}, {email}, as {As}{(IsJunior ? ", junior" : "")}");
            if (Form.Ok && As != Roles.Sailor)
            {
                await others.RunAsync(
                    here.Actor,
                    $"invited {name} as {(captainOf is null ? As : "captain of " + Fleet.First(line => line.Key == captainOf).Name)}"
                );
            }
        }

        if (!Form.Ok)
        {
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        }

        Invited = name!;
        typed = new Dictionary<string, string>();
        await LoadAsync();
        return Page();
    }

    /// <summary>Sends an invitation again that did not arrive.</summary>
    public async Task<IActionResult> OnPostAgainAsync(Guid id)
    {
        await LoadAsync();
        if (
            Asked.FirstOrDefault(asked => asked.Id == id && !asked.Who.IsGroup) is not { } lost
            || await invite.AgainAsync(here.Actor, lost, settings.AddressOf(Request)) is not { } sent
        )
        {
            return NotFound();
        }

        note.Tell($"{lost.Who.Name}, {lost.Who.Email}");
        (Made, Invited) = (Form.Take("email", sent), lost.Who.Name);
        await LoadAsync();
        return Page();
    }

    public async Task<IActionResult> OnPostWithdrawAsync(Guid id)
    {
        note.Tell(id.ToString());
        return await invite.WithdrawAsync(here.Actor, id) ? RedirectToPage() : NotFound();
    }

    /// <summary>Says whether coordinators need more than a password.</summary>
    public async Task<IActionResult> OnPostFactorAsync(bool required)
    {
        note.Tell("second factor for coordinators", Said(here.Club.SecondFactorRequired), Said(required));
        await clubs.RequireSecondFactorAsync(here.Actor, required);
        await others.RunAsync(here.Actor, required ? "asks coordinators for more than a password" : "lets a password be enough");
        return RedirectToPage();

        static string Said(bool required) => required ? "required" : "as each likes";
    }

    /// <summary>Makes the address at which somebody founds another club.</summary>
    public async Task<IActionResult> OnPostInviteClubAsync()
    {
        if (!Invites)
        {
            return NotFound();
        }

        await LoadAsync();
        await others.RunAsync(here.Actor, "made an address at which another club is founded");
        FoundingAddress = $"{settings.AddressOf(Request)}/found?code={await clubs.InviteAsync(here.Actor)}";
        return Page();
    }

    private async Task LoadAsync() =>
        (Members, Fleet, Asked) = (
            await members.AllAsync(here.Club.Ref),
            await classes.NamesAsync(here.Club.Ref),
            await invitations.OpenAsync(here.Club.Ref)
        );
}
