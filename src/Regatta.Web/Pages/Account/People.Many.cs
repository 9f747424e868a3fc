namespace Regatta.Web.Pages.Account;

/// <summary>Many at once: a group by one address, or a pasted list by an address each.</summary>
public sealed partial class PeopleModel
{
    /// <summary>The address of a group made just now; null for none.</summary>
    public MadeInvitation? MadeGroup { get; private set; }

    /// <summary>What is asked of a group's invitation.</summary>
    public GroupForm Group => new(here.Club, clock, typed, Form);

    /// <summary>Who was invited by a list just now; empty where none was sent.</summary>
    public IReadOnlyList<(string Name, MadeInvitation Made)> MadeList { get; private set; } = [];

    public Field List =>
        new Field("list", "One name and mail address a line", "")
        {
            Type = "textarea",
            Hint = "Such as: Noor Hale, noor@club.example. From a table or a letter; all join as sailors. Juniors are invited by name.",
        }.Filled(typed, Form.Problems);

    /// <summary>Makes the address by which a whole group joins.</summary>
    public async Task<IActionResult> OnPostGroupAsync()
    {
        typed = Request.Typed();
        await LoadAsync();
        if (Group.Read() is { } read)
        {
            MadeGroup = Form.Take("group", await invite.GroupAsync(here.Actor, read.Who, read.Until, settings.AddressOf(Request)));
            note.Tell($"{read.Who.Name}, {read.Who.Places} places, until {read.Until:d MMM yyyy}");
        }

        if (!Form.Ok)
        {
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        }

        typed = new Dictionary<string, string>();
        await LoadAsync();
        return Page();
    }

    /// <summary>Invites everybody of a pasted list, or nobody where a line is not understood.</summary>
    public async Task<IActionResult> OnPostListAsync()
    {
        typed = Request.Typed();
        await LoadAsync();
        var people = Form.Need(
            "list",
            typed.GetValueOrDefault("list"),
            "Paste one name and mail address a line.",
            text => PersonList.Read(text, Limits.GroupPlaces),
            Limits.FormValueLetters
        );
        if (Form.Ok && Form.Take("list", await invite.ListAsync(here.Actor, people!, settings.AddressOf(Request))) is { } made)
        {
            MadeList = made;
            note.Tell(string.Join("; ", people!.Select(person => $"{person.Name}, {person.Email}")));
            typed = new Dictionary<string, string>();
            await LoadAsync();
            return Page();
        }

        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return Page();
    }
}
