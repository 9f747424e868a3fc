using System.Globalization;
using Regatta.Web.Station;

namespace Regatta.Web.Pages.Today;

/// <summary>The fleet in this wind: for members, on a desk, a phone or the clubhouse screen.</summary>
[Authorize(Policies.Member)]
public sealed class TodayModel(
    ClubContext here,
    TodayBoards boards,
    IReadCrews crews,
    IReadSails sails,
    OwnBoard ownBoard,
    TellNews news,
    StationStates stations,
    ClubClock clock,
    UnitPreferences units
) : PageModel
{
    public TodayBoard Board { get; private set; } = null!;

    /// <summary>The board's lines, each for the reader's own crew where they said who sails with them.</summary>
    public IReadOnlyList<TodayLine> Lines { get; private set; } = [];

    /// <summary>What the reader sails; not shown on the clubhouse screen.</summary>
    public OwnSails Sails { get; private set; } = new(true, []);

    /// <summary>The reader's own classes, before everybody's.</summary>
    public IReadOnlyList<OwnLine> Own { get; private set; } = [];

    /// <summary>What changed in one's own classes since one last looked, by their keys.</summary>
    public Dictionary<string, ClassNews> News { get; } = [];

    /// <summary>What the last minutes and the last hour say of a line's class; none for an asked wind.</summary>
    public IReadOnlyList<string> AdviceOf(TodayLine line) => Board.AdviceOf(line, units.Carry);

    /// <summary>The card of a line's class, in the wind asked about.</summary>
    public ClassAddress CardOf(TodayLine line) => PageOf(line.Class.Key, "card", line.Wind);

    /// <summary>A page of one of the reader's own classes, in the wind asked about.</summary>
    public ClassAddress CardOf(OwnLine line, string page) => PageOf(line.View.Class.Key, page, line.Reading?.Wind);

    private ClassAddress PageOf(string sailed, string page, Speed? wind) =>
        Asked is not null && wind is { } asked ? here.AddressOf(sailed, page).At(asked, units.Wind) : here.AddressOf(sailed, page);

    /// <summary>The wind asked about with the slider, or assumed; null for the wind now.</summary>
    public Speed? Asked { get; private set; }

    /// <summary>Where a wind comes from that nobody asked about, where there is no station; empty for none.</summary>
    public string AssumedFrom { get; private set; } = "";

    public bool Big { get; private set; }

    /// <summary>When this was looked at.</summary>
    public DateTimeOffset LookedAt => clock.Now;

    public ClubStation Station => stations.Of(here.Club.Ref);

    /// <summary>The address of this board, for the next look.</summary>
    public string Address => Request.Path + Request.QueryString;

    public string Clock(DateTimeOffset at) => TimeZoneInfo.ConvertTime(at, clock.Zone).ToString("HH:mm", CultureInfo.InvariantCulture);

    /// <summary>Where no station says it, the board begins at what is forecast for the day, else at the usual wind of what its reader
    /// sails.</summary>
    private async Task AssumeAsync()
    {
        if (Board.OnTheWater.Select(day => day.Outing).FirstOrDefault(day => day.Forecast is not null) is { } day)
        {
            (Asked, AssumedFrom) = (day.ForecastAt(Station.Height)!.Mean, $"the forecast of {day.Title}");
        }
        else if (
            (await sails.OfAsync(here.Club.Ref, here.Actor.Person)).Classes is [var own, ..]
            && (await here.ClassesAsync()).Classes.FirstOrDefault(view => view.Class.Key == own.Class) is { } view
        )
        {
            var sailed = view.OfSailors;
            Asked = WindProfile.At(sailed.Helm.ReferenceWind, sailed.WindHeight, Station.Height);
            AssumedFrom = $"the usual wind of {sailed.Name}";
        }

        Board = Asked is null ? Board : await boards.FindAsync(here.Club.Ref, Asked);
    }

    public async Task OnGetAsync(string? wind, string? screen)
    {
        Big = screen == "big";
        Asked = wind is not null && WindRange.ReadSpeed(wind, units.Wind) is { Ok: true } read ? read.Value : null;
        Board = await boards.FindAsync(here.Club.Ref, Asked);
        if (Asked is null && !Station.Exists)
        {
            await AssumeAsync();
        }

        var own = await crews.OfPersonAsync(here.Club.Ref, here.Actor.Person);
        Lines = [.. Board.Lines.Select(line => own.TryGetValue(line.Class.Key, out var crew) ? line.For(crew) : line)];
        if (Big)
        {
            return;
        }

        Sails = await sails.OfAsync(here.Club.Ref, here.Actor.Person);
        Own = await ownBoard.LinesAsync(here.Actor.Person, Sails, (await here.ClassesAsync()).Classes, Board);
        foreach (var mine in Own)
        {
            if (await news.FindAsync(mine.View, here.Actor.Person) is { } unseen)
            {
                News[mine.View.Class.Key] = unseen;
            }
        }

        Lines = [.. Lines.Where(line => Own.All(mine => mine.View.Class.Key != line.Class.Key))];
    }
}
