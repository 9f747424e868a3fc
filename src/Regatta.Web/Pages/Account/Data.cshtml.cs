using System.Text;
using Microsoft.AspNetCore.Identity;
using Regatta.Formats.Tables;

namespace Regatta.Web.Pages.Account;

/// <summary>What the installation keeps of a person: to take away, to consent to, to remove.</summary>
[Authorize(Policies.Member)]
[NeedsProof]
public sealed class DataModel(
    UserManager<Person> accounts,
    RegattaSignIn signIn,
    IReadClubs clubs,
    ManageMembers manage,
    IReadPersonalData data,
    IReadLogs logs,
    ActNote note
) : PageModel
{
    public Person Me { get; private set; } = new();

    public FormReader Form { get; } = new();

    public string Email { get; private set; } = "";

    /// <summary>The clubs that would have no coordinator without this person.</summary>
    public IReadOnlyList<string> Needed { get; private set; } = [];

    [TempData]
    public string? Done { get; set; }

    public async Task OnGetAsync()
    {
        await LoadAsync();
        Email = Me.Email ?? "";
    }

    /// <summary>All that is kept of the person.</summary>
    public async Task<IActionResult> OnGetJsonAsync() =>
        File(Encoding.UTF8.GetBytes(await data.JsonAsync(User.Id())), "application/json", "my-data.json");

    /// <summary>Their logs as a table.</summary>
    public async Task<IActionResult> OnGetLogsAsync() =>
        File(
            Encoding.UTF8.GetBytes(
                CsvText.Write(
                    LogTable.Head,
                    (await logs.OfPersonAsync(User.Id())).SelectMany(own => LogTable.Rows(new(own.ClassKey, own.Log)))
                )
            ),
            "text/csv; charset=utf-8",
            "my-logs.csv"
        );

    public async Task<IActionResult> OnPostAsync(string? email, bool shares)
    {
        await LoadAsync();
        Email = email ?? "";
        var address = Email.Trim().Length == 0 ? null : Form.Take("email", PersonName.ReadEmail(Email));
        if (!Form.Ok)
        {
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        }

        note.Tell("consent and mail address", $"notes shared: {Me.SharesNotes}", $"notes shared: {shares}");
        (Me.Email, Me.SharesNotes) = (address, shares);
        await accounts.UpdateAsync(Me);
        Done = "Saved.";
        return RedirectToPage();
    }

    public async Task<IActionResult> OnPostRemoveAsync(bool sure)
    {
        await LoadAsync();
        if (!sure)
        {
            Form.Refuse("sure", "Tick that you are sure.");
        }

        if (Needed.Count > 0)
        {
            Form.Refuse("sure", $"You are the only coordinator of {string.Join(" and ", Needed)}. Hand over first.");
        }

        if (Form.Ok && await manage.LeaveAsync(Me.Id) is { } refused)
        {
            Form.Refuse("sure", refused);
        }

        if (!Form.Ok)
        {
            note.Refuse(Form.Problems["sure"]);
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        }

        await signIn.SignOutAsync();
        Response.ForgetSite();
        return Redirect("/sign-in");
    }

    private async Task LoadAsync()
    {
        Me = await accounts.GetUserAsync(User) ?? throw new InvalidOperationException("The account is gone.");
        Needed = [.. (await clubs.OnlyCoordinatedByAsync(Me.Id)).Select(club => club.Name)];
    }
}
