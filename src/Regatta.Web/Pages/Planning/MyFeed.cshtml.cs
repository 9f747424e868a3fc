namespace Regatta.Web.Pages.Planning;

/// <summary>A member's own address of the club's days: made, shown once, made anew, withdrawn.</summary>
[Authorize(Policies.Member)]
public sealed class MyFeedModel(ClubContext here, IReadCalendarFeeds feeds, OwnFeed own, RegattaSettings settings) : PageModel
{
    /// <summary>Since when there is an address; null when there is none.</summary>
    public DateTimeOffset? MadeAt { get; private set; }

    /// <summary>The address, shown this once; null unless it was made just now.</summary>
    public string? Address { get; private set; }

    public async Task OnGetAsync() => MadeAt = await feeds.MadeAtAsync(here.Club.Ref, User.Id());

    public async Task<IActionResult> OnPostAsync()
    {
        Address = $"{settings.AddressOf(Request)}/calendar/{await own.MakeAsync(here.Actor)}.ics";
        await OnGetAsync();
        return Page();
    }

    public async Task<IActionResult> OnPostWithdrawAsync()
    {
        await own.WithdrawAsync(here.Actor);
        return RedirectToPage();
    }
}
