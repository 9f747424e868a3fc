using Regatta.Web.Pages.Cards;
using Regatta.Web.Station;

namespace Regatta.Web.Pages.Rigging;

/// <summary>Which sails in which wind, and up to where gennaker and kite stand; for members, each with their own limits.</summary>
[Authorize(Policies.Member)]
public sealed class ReefsModel(ClubContext here, CardRequests cards, StationStates stations, UnitPreferences units) : PageModel
{
    private MemberClass member = null!;

    /// <summary>The class as it is published, else its draft.</summary>
    public ClassDefinition Class { get; private set; } = null!;

    /// <summary>The reader's reef points.</summary>
    public IReadOnlyList<ReefPoint> Points { get; private set; } = [];

    /// <summary>The reader's points as a newcomer's.</summary>
    public IReadOnlyList<ReefPoint> Careful { get; private set; } = [];

    public SailDrawing? Drawing { get; private set; }

    public LimitsBeside Beside => member.Crew.Beside(Class.Reefing);

    /// <summary>What may be carried now; null where the station is silent, or nothing is published.</summary>
    public Carry? Now { get; private set; }

    /// <summary>The cautions that belong to sails and wind here.</summary>
    public IReadOnlyList<Caution> Cautions { get; private set; } = [];

    /// <summary>Each sail that has limits, with its disc.</summary>
    public IReadOnlyList<(string Sail, IReadOnlyList<SailLimit> Limits, LimitDisc Disc)> Discs { get; private set; } = [];

    /// <summary>The ruler plans are hung from: from calm to beyond the last limit.</summary>
    public WindAxis Axis { get; private set; } = null!;

    /// <summary>For each plan the winds it was carried in, as logs say.</summary>
    public ILookup<PlanKey, Speed> Carried { get; private set; } = null!;

    /// <summary>Whose limits are shown, in a sentence.</summary>
    public string Whose { get; private set; } = "";

    /// <summary>What a limit of a sail says in the wind now; null where the station is silent, or no mode has the sail.</summary>
    public string? WordNow(SailLimit at) =>
        Now?.Modes.FirstOrDefault(mode => mode.Zones.Any(zone => zone.Limit == at)) is { } judged ? CarryText.Word(judged, at) : null;

    public async Task OnGetAsync([FromQuery] CardQuery ask, string? boat)
    {
        member = await cards.OfAsync(ask, boat);
        Class = member.View.OfSailors;
        var crew = member.Who.Reader.Crew;
        Points = ReefPoints.Of(Class, crew);
        Careful = ReefPoints.Of(Class, crew with { Skill = Core.Crew.Skill.Learner });
        Drawing = SailDrawing.Of(Class.PlanModes.Plans);
        Now =
            member.View.Newest is { } newest && stations.Of(here.Club.Ref).At(Class.WindHeight) is { } wind
                ? Carry.Of(newest.Class, newest.Set, wind, member.Crew)
                : null;
        Cautions = member.Card?.CautionsHere.ToList() ?? [.. Class.Cautions];
        Discs =
        [
            .. Class
                .SailLimits.GroupBy(limit => limit.Sail)
                .Select(same =>
                    (
                        same.Key,
                        (IReadOnlyList<SailLimit>)[.. same.OrderBy(limit => limit.From)],
                        LimitDisc.Of([.. same], Beside, units.Wind)
                    )
                ),
        ];
        Carried = member.View.Evidence.Listed.Where(run => run.Marks.Count > 0).ToLookup(run => run.PlanMode.Plan, run => run.Wind.Mean);
        var most = Points.Select(point => point.Gust ?? default).Append(Class.Bands.To).Max();
        Axis = new(8, 352, most);
        Whose = member.Crew.Whose;
    }
}
