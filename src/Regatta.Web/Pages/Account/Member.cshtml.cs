namespace Regatta.Web.Pages.Account;

/// <summary>One member: roles, suspension, removal, handing over; for the coordinator, who has just shown a password.</summary>
[Authorize(Policies.Coordinator)]
[NeedsProof]
public sealed class MemberModel(
    ClubContext here,
    IReadMembers members,
    ManageMembers manage,
    IReadClasses classes,
    PasswordLetters letters,
    TellCoordinators others,
    RegattaSettings settings,
    ActNote note
) : PageModel
{
    public Member Member { get; private set; } = null!;

    public IReadOnlyList<ClassName> Fleet { get; private set; } = [];

    public bool IsSelf => Member.Id == User.Id();

    public bool Coordinates => Member.Roles.Contains(Roles.Coordinator, StringComparison.Ordinal);

    public string? Problem { get; private set; }

    [TempData]
    public string? Done { get; set; }

    public string Name => Member.FullName ?? Member.DisplayName;

    public bool IsCaptainOf(ClassName one) => Member.CaptainOfKeys.Split(',').Contains(one.Key);

    public async Task<IActionResult> OnGetAsync(Guid person) => await LoadAsync(person) ? Page() : NotFound();

    public Task<IActionResult> OnPostAsync(Guid person, bool coordinates, string[] captain)
    {
        var after = $"{(coordinates ? "coordinator, " : "")}captain of {string.Join(", ", captain)}";
        return DoAsync(
            person,
            async () =>
            {
                var problem = await manage.ChangeRolesAsync(here.Club.Ref, person, coordinates, captain);
                if (problem is null)
                {
                    await others.RunAsync(here.Actor, $"changed the roles of {Name}: {after}");
                }

                return problem;
            },
            after,
            "The roles are changed."
        );
    }

    public Task<IActionResult> OnPostSuspendAsync(Guid person) =>
        DoAsync(person, () => manage.SuspendAsync(here.Club.Ref, person, suspended: true), "suspended", "They are suspended.");

    public Task<IActionResult> OnPostLetAsync(Guid person) =>
        DoAsync(person, () => manage.SuspendAsync(here.Club.Ref, person, suspended: false), "let in", "They may come in again.");

    public async Task<IActionResult> OnPostRemoveAsync(Guid person)
    {
        var answer = await DoAsync(person, () => manage.RemoveAsync(here.Club.Ref, person), "removed", "");
        return answer is RedirectToPageResult ? Redirect(here.Path + "/people") : answer;
    }

    public async Task<IActionResult> OnPostHandOverAsync(Guid person)
    {
        var answer = await DoAsync(
            person,
            async () =>
            {
                var problem = await manage.HandOverAsync(here.Actor, person);
                if (problem is null)
                {
                    await others.RunAsync(here.Actor, $"handed the club over to {Name}");
                }

                return problem;
            },
            "coordinator",
            ""
        );
        return answer is RedirectToPageResult ? Redirect(here.Path) : answer;
    }

    /// <summary>Sends the member the address at which to set a new password.</summary>
    public async Task<IActionResult> OnPostPasswordAsync(Guid person) =>
        await DoAsync(
            person,
            async () =>
            {
                note.About(person);
                return Member.Email is null ? "They have no mail address here."
                    // A coordinator who reads the folder must not come into other clubs by it.
                    : await letters.SendAsync(
                        person,
                        settings.AddressOf(Request),
                        await members.ElsewhereAsync(here.Club.Ref, person) == 0 ? here.Club.Id : null,
                        $"{User.Id()}"
                    )
                        ? null
                    : $"The letter could not be sent, or you have sent them {Limits.LettersOfDay} within a day. Try again later.";
            },
            "address for a new password sent",
            "A letter with the address is on its way."
        );

    private async Task<IActionResult> DoAsync(Guid person, Func<Task<string?>> act, string after, string done)
    {
        if (!await LoadAsync(person))
        {
            return NotFound();
        }

        note.Tell(Name, Member.CaptainOf.Length > 0 ? $"{Member.Roles} of {Member.CaptainOf}" : Member.Roles, after);
        if (here.Club.IsDemo)
        {
            Problem = "The demo club’s people stay as they are: others try the demo too.";
        }
        else
        {
            Problem = await act();
        }

        if (Problem is null)
        {
            Done = done;
            return RedirectToPage(new { person });
        }

        note.Refuse(Problem);
        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return Page();
    }

    private async Task<bool> LoadAsync(Guid person)
    {
        Fleet = await classes.NamesAsync(here.Club.Ref);
        if ((await members.AllAsync(here.Club.Ref)).FirstOrDefault(member => member.Id == person) is not { } found)
        {
            return false;
        }

        Member = found;
        return true;
    }
}
