using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.RateLimiting;

namespace Regatta.Web.Pages.Account;

/// <summary>Founds a club with its coordinator: the first page of an empty database, and later for whom the installation lets. For
/// anybody.</summary>
[AllowAnonymous]
[EnableRateLimiting(RequestLimits.Doors)]
public sealed class FoundModel(
    FoundClub found,
    IReadClubs clubs,
    UserManager<Person> accounts,
    RegattaSignIn signIn,
    PasswordWords words,
    ActNote note,
    RegattaSettings settings
) : PageModel
{
    public IReadOnlyList<Field> Fields { get; private set; } = [];

    /// <summary>The code of an invitation; empty without one.</summary>
    [BindProperty(SupportsGet = true)]
    public string Code { get; set; } = "";

    /// <summary>Whether there is no club yet and the code that the start printed is not in the address.</summary>
    public bool NeedsCode { get; private set; }

    private bool HasAccount { get; set; }

    public async Task<IActionResult> OnGetAsync()
    {
        HasAccount = await OwnAsync() is not null;
        Fields = Describe(new Dictionary<string, string>(), new Dictionary<string, string>());
        return await MayAsync() ? Page() : await AwayAsync();
    }

    public async Task<IActionResult> OnPostAsync()
    {
        if (!await MayAsync())
        {
            return await AwayAsync();
        }

        var own = await OwnAsync();
        HasAccount = own is not null;
        var typed = Request.Typed();
        var form = new FormReader();
        var club = form.Need("clubName", typed.GetValueOrDefault("clubName"), "A club needs a name.", PersonName.Read);
        var zone = form.Need(ZoneField.Name, typed.GetValueOrDefault(ZoneField.Name), "Pick the time zone.", ZoneField.Read);
        var person = own ?? await OpenAsync(typed, form);
        if (form.Ok)
        {
            // The account holds whatever becomes of the club, so nobody opens one twice.
            if (own is null)
            {
                await signIn.SignInAsync(person, isPersistent: true);
            }

            var made = await found.RunAsync(club!, zone!, person.Id, Code);
            if (made.Ok)
            {
                note.Tell(made.Value.Name);
                return Redirect("/" + made.Value.Key);
            }

            form.Refuse("clubName", made.Problem!);
            HasAccount = true;
        }

        Fields = Describe(typed, form.Problems);
        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return Page();
    }

    /// <summary>Until the app has an address of its own, its first club is founded at this machine alone.</summary>
    private async Task<bool> MayAsync() =>
        await found.MayAsync(Code) && (settings.Address is not null || HttpContext.IsLocal() || await clubs.CountAsync() > 0);

    /// <summary>Whoever may not found signs in; where there is no club yet, they are told how to come by the code.</summary>
    private async Task<IActionResult> AwayAsync()
    {
        if (await clubs.CountAsync() > 0)
        {
            return Redirect("/sign-in");
        }

        NeedsCode = true;
        Response.StatusCode = StatusCodes.Status403Forbidden;
        return Page();
    }

    /// <summary>The account one is signed in to; a demo's, whose password everybody knows, is nobody's own.</summary>
    private async Task<Person?> OwnAsync() => await accounts.GetUserAsync(User) is { IsDemo: false } own ? own : null;

    private async Task<Person> OpenAsync(IReadOnlyDictionary<string, string> typed, FormReader form)
    {
        var name = form.Need("name", typed.GetValueOrDefault("name"), "Write your name.", PersonName.Read);
        var person = new Person { SignInName = typed.GetValueOrDefault("signin", "").Trim(), DisplayName = name ?? "" };
        words.Further.AddRange(typed.GetValueOrDefault("clubName", "").Split(' '));
        note.Of(person.Id);
        await accounts.OpenAsync(person, typed.GetValueOrDefault("password", ""), form);
        return person;
    }

    private IReadOnlyList<Field> Describe(IReadOnlyDictionary<string, string> typed, IReadOnlyDictionary<string, string> problems)
    {
        Field[] club = [new("clubName", "Name of the club", ""), ZoneField.Of("UTC")];
        Field[] account =
        [
            new("name", "Your name", "") { Autocomplete = "name" },
            new("signin", "Name you sign in with", "") { Autocomplete = "username", Hint = "Letters and digits, no spaces." },
            new("password", "Password", "")
            {
                Type = "password",
                Autocomplete = "new-password",
                Hint = "Ten letters or more; four or five words are easy to keep.",
            },
        ];
        return [.. club.Concat(HasAccount ? [] : account).Select(field => field.Filled(typed, problems))];
    }
}
