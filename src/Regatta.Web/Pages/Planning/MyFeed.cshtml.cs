namespace Regatta.Web.Pages.Planning;

/// <summary>A member's own address of the club's days: made, shown once, made anew, withdrawn.</summary>
[Authorize(Policies.Member)]
public sealed class MyFeedModel(
    ClubContext here,
    IReadCalendarFeeds feeds,
    IReadSails sails,
    IReadClasses classes,
    OwnFeed own,
    RegattaSettings settings
) : PageModel
{
    /// <summary>Since when there is an address; null when there is none.</summary>
    public DateTimeOffset? MadeAt { get; private set; }

    /// <summary>What is followed at which address, shown this once; empty unless it was made just now.</summary>
    public IReadOnlyList<(string What, string Address)> Addresses { get; private set; } = [];

    public async Task OnGetAsync() => MadeAt = await feeds.MadeAtAsync(here.Club.Ref, User.Id());

    public async Task<IActionResult> OnPostAsync()
    {
        var (at, token) = (settings.AddressOf(Request), await own.MakeAsync(here.Actor));
        var days = $"{at}/calendar/{token}.ics";
        var sailed = await sails.OfAsync(here.Club.Ref, here.Actor.Person);
        Addresses =
        [
            ("All days, for a calendar", days),
            .. (await classes.NamesAsync(here.Club.Ref))
                .Where(line => sailed.Sails(line.Key))
                .Select(line => ($"The days of {line.Name} alone", $"{days}?class={line.Key}")),
            ("New versions of what you sail, for a feed reader (Atom)", $"{at}/news/{token}.atom"),
        ];
        await OnGetAsync();
        return Page();
    }

    public async Task<IActionResult> OnPostWithdrawAsync()
    {
        await own.WithdrawAsync(here.Actor);
        return RedirectToPage();
    }
}
