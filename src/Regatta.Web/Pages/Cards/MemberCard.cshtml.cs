using Regatta.Web.Live;
using Regatta.Web.Pages.Logging;
using Regatta.Web.Station;

namespace Regatta.Web.Pages.Cards;

/// <summary>The published card of a class, for members; beside it what only its reader sees: their crew, their own offsets, and what they
/// note afloat.</summary>
[Authorize(Policies.Member)]
public sealed class MemberCardModel(
    ClubContext here,
    CardRequests cards,
    LogSession session,
    TellNews news,
    SailedWinds winds,
    StationStates stations,
    ClubClock clock,
    UnitPreferences units
) : PageModel
{
    private static readonly TimeSpan Lately = TimeSpan.FromMinutes(10);

    public ClassDefinition Class { get; private set; } = null!;

    public CardView? Card { get; private set; }

    /// <summary>What changed since the reader last looked; null for nothing.</summary>
    public ClassNews? News { get; private set; }

    /// <summary>Who the reader sails as.</summary>
    public CrewForm Crew { get; private set; } = null!;

    /// <summary>What the reader always sets otherwise; null before anything is published.</summary>
    public OffsetsForm? Offsets { get; private set; }

    /// <summary>What was done, for the next look at the card.</summary>
    [TempData]
    public string? Done { get; set; }

    public async Task OnGetAsync([FromQuery] CardQuery ask, string? boat)
    {
        await LoadAsync(ask, boat);
        // A page that is kept would tell it still when it has been seen.
        News = Card is null || InnerPages.IsFor(Request) ? null : await news.FindAsync(await here.ClassAsync(), here.Actor.Person);
    }

    /// <summary>The reader has seen what changed up to a version.</summary>
    public async Task<IActionResult> OnPostSeenAsync(int version, string? back)
    {
        await news.SeeAsync(await here.ClassAsync(), here.Actor.Person, version);
        return Redirect(Url.IsLocalUrl(back) ? back : here.ClassPath + "/card");
    }

    /// <summary>Keeps who the reader sails as; a form that says nothing forgets it.</summary>
    public async Task<IActionResult> OnPostCrewAsync([FromQuery] CardQuery ask, string? boat)
    {
        var typed = Request.Typed();
        var who = await LoadAsync(ask, boat);
        Crew = new(Card?.Class ?? Class, who.Own, units.Mass, units.Wind, typed);
        if (Crew.Read() is not { } crew)
        {
            return Refused();
        }

        await session.SaveCrewAsync(here.Actor, here.Class.Class, crew, Crew.CaptainMaySee);
        return Redirect(Request.Path + Request.QueryString.Without("handler"));
    }

    /// <summary>Keeps what the reader always sets otherwise.</summary>
    public async Task<IActionResult> OnPostOffsetsAsync([FromQuery] CardQuery ask, string? boat)
    {
        var typed = Request.Typed();
        var who = await LoadAsync(ask, boat);
        if (Card is null)
        {
            return NotFound();
        }

        Offsets = new(Card.Version, new(who.Reader.Own, who.Choice.Readings.Measures), typed);
        if (Offsets.Read() is not { } ways)
        {
            return Refused();
        }

        await session.SaveWaysAsync(here.Actor, here.Class.Class, ways);
        return Redirect(Request.Path + Request.QueryString.Without("handler"));
    }

    /// <summary>Notes what is set now: time, boat, what differs from the card, the station's wind.</summary>
    public async Task<IActionResult> OnPostNoteAsync([FromQuery] CardQuery ask, string? boat, string? back)
    {
        await LoadAsync(ask, boat);
        if (Card is not { } card)
        {
            return NotFound();
        }

        var note = new NoteForm(card.Reading, Request.Typed());
        var differs = note.Read();
        if (!note.Reader.Ok)
        {
            Card = card with { Note = note };
            return Refused();
        }

        // A note that waited for a line is of when it was made.
        var now = clock.Now - OutboxAnswers.Age(Request);
        var wind = await winds.BetweenAsync(now - Lately, now, card.Class.WindHeight);
        await session.NoteAsync(
            here.Actor,
            here.Class.Class,
            note.Key,
            new(now, card.Choice.Boat?.Number, card.PlanMode, card.Reading.Purpose?.Key, wind ?? NowAt(card), differs)
            {
                CardWind = card.Wind,
                Felt = note.Felt,
            }
        );
        Done = "Noted. It waits in your log.";
        return BackTo(back);
    }

    /// <summary>Takes one note back.</summary>
    public async Task<IActionResult> OnPostTakeBackAsync(Guid noted, string? back)
    {
        await session.TakeBackAsync(here.Actor, here.Class.Class, noted);
        Done = "Taken back.";
        return BackTo(back);
    }

    /// <summary>Forgets what was noted.</summary>
    public async Task<IActionResult> OnPostForgetAsync(string? back)
    {
        await session.ForgetNotesAsync(here.Actor, here.Class.Class);
        Done = "Forgotten.";
        return BackTo(back);
    }

    private RedirectResult BackTo(string? page) =>
        Redirect(
            (page == AfloatModel.Name ? $"{here.ClassPath}/{AfloatModel.Name}" : Request.Path) + Request.QueryString.Without("handler")
        );

    private WindRange? NowAt(CardView card) =>
        stations.Of(here.Club.Ref).At(card.Class.WindHeight) is { } now ? WindRange.Of(now.Mean, now.Mean, now.Gust).Value : null;

    private PageResult Refused()
    {
        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return Page();
    }

    private async Task<ReaderChoice> LoadAsync(CardQuery ask, string? boat)
    {
        var member = await cards.OfAsync(ask, boat);
        Class = member.View.Class;
        Crew = new(member.View.OfSailors, member.Who.Own, units.Mass, units.Wind, null);
        if (member.Card is { } card)
        {
            Card = card with
            {
                Note = new(card.Reading, new Dictionary<string, string>()),
                Advice = ask.Wind is null ? await cards.AdviceAsync(card) : [],
            };
            Offsets = new(card.Version, new(member.Who.Reader.Own, member.Who.Choice.Readings.Measures), null);
        }

        return member.Who;
    }
}
