using Microsoft.AspNetCore.Identity;

namespace Regatta.Web.Pages.Account;

/// <summary>A member's own units, and the way out.</summary>
[Authorize(Policies.Member)]
public sealed class MeModel(
    RegattaSignIn signIn,
    UserManager<Person> accounts,
    IReadPeople people,
    IReadDailyLetters letters,
    OwnAccount account
) : PageModel
{
    public static readonly IReadOnlyList<string> WindUnits = [.. Enum.GetValues<SpeedUnit>().Select(unit => unit.Symbol())];

    public static readonly IReadOnlyList<string> MassUnits = [.. Enum.GetValues<MassUnit>().Select(unit => unit.Symbol())];

    /// <summary>The member's own body measures as fields.</summary>
    public IReadOnlyList<Field> Hands { get; private set; } = [];

    /// <summary>When letters come.</summary>
    public static readonly Choice<bool> Letters = new(("never", false), ("once a day, when something is new", true));

    /// <summary>Whether a letter a day comes.</summary>
    public bool GetsLetters { get; private set; }

    /// <summary>Where letters go; null where no address is known.</summary>
    public string? Email { get; private set; }

    public async Task OnGetAsync()
    {
        await LoadLettersAsync();
        var own = await people.HandsAsync(User.Id());
        Hands =
        [
            .. Fields(measure => own.TryGetValue(measure, out var length) ? LengthUnit.Millimetre.Show(length) : "", new FormReader()),
        ];
    }

    public async Task<IActionResult> OnPostHandsAsync()
    {
        var form = new FormReader();
        var own = new Dictionary<BodyMeasure, Length>();
        foreach (var measure in Enum.GetValues<BodyMeasure>())
        {
            if (
                form.May(measure.ToString(), Request.Form[measure.ToString()], text => BodyMeasures.Read(text, LengthUnit.Millimetre)) is
                { } length
            )
            {
                own[measure] = length;
            }
        }

        if (!form.Ok)
        {
            await LoadLettersAsync();
            Hands = [.. Fields(measure => Request.Form[measure.ToString()].ToString(), form)];
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        }

        await account.SaveHandsAsync(User.Id(), own);
        return RedirectToPage();
    }

    public async Task<IActionResult> OnPostAsync(string wind, string mass)
    {
        if (
            SpeedUnits.Named(wind) is not { } speedUnit
            || Core.Units.MassUnits.Named(mass) is not { } massUnit
            || await accounts.GetUserAsync(User) is not { } person
        )
        {
            return BadRequest();
        }

        (person.SpeedUnit, person.MassUnit) = (speedUnit, massUnit);
        await accounts.UpdateAsync(person);
        await signIn.RefreshSignInAsync(person);
        return RedirectToPage();
    }

    public async Task<IActionResult> OnPostLettersAsync(string letters)
    {
        if (!Letters.TryRead(letters, out var daily))
        {
            return BadRequest();
        }

        await account.ChooseLettersAsync(User.Id(), daily);
        return Redirect("/me#letters");
    }

    public async Task<IActionResult> OnPostSignOutAsync()
    {
        await signIn.SignOutAsync();
        Response.ForgetPages();
        return Redirect("/sign-in");
    }

    private async Task LoadLettersAsync() =>
        (GetsLetters, Email) = (await letters.WantsAsync(User.Id()), (await accounts.GetUserAsync(User))?.Email);

    private static IEnumerable<Field> Fields(Func<BodyMeasure, string> value, FormReader form) =>
        Enum.GetValues<BodyMeasure>()
            .Select(measure => new Field(measure.ToString(), measure.Describe(), value(measure))
            {
                Problem = form.Problems.GetValueOrDefault(measure.ToString()),
            });
}
