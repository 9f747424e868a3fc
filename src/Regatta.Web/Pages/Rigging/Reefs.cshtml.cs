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

    public LimitsBeside Beside => member.Beside;

    /// <summary>The wind now at the class's height; null where the station is silent.</summary>
    public Speed? Now { get; private set; }

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

    /// <summary>What the limits say of a sail in the wind now, at the middle of an angle; null where the station is silent.</summary>
    public string? WordNow(IReadOnlyList<SailLimit> limits, SailLimit at) =>
        Now is not { } wind ? null
        : LimitChart.Word(limits, wind, at.Middle, Beside) is var word && word == LimitWord.Open ? "open"
        : word == LimitWord.Experienced ? "for the experienced"
        : "no";

    public async Task OnGetAsync([FromQuery] CardQuery ask, string? boat)
    {
        member = await cards.OfAsync(ask, boat);
        Class = member.View.Published;
        var crew = member.Who.Reader.Crew;
        Points = ReefPoints.Of(Class, crew);
        Careful = ReefPoints.Of(Class, crew with { Skill = Core.Crew.Skill.Learner });
        Drawing = SailDrawing.Of(Class.PlanModes.Plans);
        Now = stations.Of(here.Club.Ref).MeanAt(Class.WindHeight);
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
        Whose =
            crew.IsEmpty ? "for the crew the class is tuned with"
            : crew.IsNewcomer ? "for you, as a newcomer or junior"
            : "for your crew";
    }
}
