using Regatta.Web.Station;

namespace Regatta.Web.Pages;

/// <summary>A step of a new club's way to its first log.</summary>
/// <param name="Does">What is done.</param>
/// <param name="Done">Whether it is.</param>
/// <param name="Path">Where; null where a step before it must be done first.</param>
public sealed record FirstStep(string Does, bool Done, string? Path);

/// <summary>The fleet of a club under one wind ruler: how far each card can be trusted, and what needs whoever looks.</summary>
[Authorize(Policies.Member)]
public sealed class FleetModel(
    ClubContext here,
    IReadClasses classes,
    IReadSails sails,
    IReadBoats boats,
    IReadMembers members,
    StationStates stations
) : PageModel
{
    public IReadOnlyList<FleetLine> Fleet { get; private set; } = [];

    /// <summary>Each class that can be read, as its reader may see it.</summary>
    public IReadOnlyDictionary<string, ClassView> Views { get; private set; } = new Dictionary<string, ClassView>();

    /// <summary>Each class that can be read at a glance.</summary>
    public IReadOnlyDictionary<string, ClassCover> Covers { get; private set; } = new Dictionary<string, ClassCover>();

    /// <summary>The ruler they share; null without a class that can be read.</summary>
    public WindAxis? Ruler { get; private set; }

    /// <summary>The station's wind now, at the height of a class's bands; null where there is none.</summary>
    public Speed? NowAt(Length height) => stations.Of(here.Club.Ref).At(height)?.Mean;

    /// <summary>How many proposals there are for whoever looks to decide.</summary>
    public int Waiting { get; private set; }

    /// <summary>What needs whoever looks, what is worth most first; empty for who decides nothing.</summary>
    public IReadOnlyList<ClassNeed> Needs { get; private set; } = [];

    /// <summary>The way to the first log, for the coordinator of a club that has none yet; else empty.</summary>
    public IReadOnlyList<FirstStep> FirstSteps { get; private set; } = [];

    public async Task OnGetAsync()
    {
        var own = await sails.OfAsync(here.Club.Ref, here.Actor.Person);
        // First what is one's own.
        Fleet = [.. (await classes.FleetAsync(here.Club.Ref)).OrderByDescending(line => own.Sails(line.Key))];
        var views = (await here.ClassesAsync()).Classes;
        Views = views.ToDictionary(view => view.Class.Key);
        Covers = views.ToDictionary(view => view.Class.Key, ClassCover.Of);
        Ruler = Covers.Count > 0 ? CoverDrawing.AxisOf(Covers.Values) : null;
        Waiting = views.Where(view => here.MayEditClass(view.Ref)).Sum(ClassNeed.ProposalsOf);
        if (here.IsCoordinator && Fleet.Sum(line => line.Logs) == 0)
        {
            FirstSteps = await StepsAsync(views.Count > 0 ? views[0] : null);
        }

        Needs = [.. Fleet.SelectMany(NeedsOf).OrderByDescending(need => need.Weight)];
    }

    private async Task<IReadOnlyList<FirstStep>> StepsAsync(ClassView? first)
    {
        string? At(string page) => first is null ? null : here.AddressOf(first.Class.Key).ToString() + page;
        return
        [
            new("Make a class: from a kit, your own table, or nothing", first is not null, here.Path + "/new-class"),
            new("Add her boats", first is not null && (await boats.AllAsync(first.Ref)).Count > 0, At("/boats")),
            new("Write the marks you know", first?.Set.Fill.Filled > 0, At("")),
            new("Publish them, with a reason", first?.Newest?.Set.Fill.Filled > 0, At("/versions")),
            new("Invite people", (await members.AllAsync(here.Club.Ref)).Count > 1, here.Path + "/people"),
            new("Log the first session", false, At("/log")),
        ];
    }

    /// <summary>Whether whoever looks decides what becomes of a class.</summary>
    public bool Decides(FleetLine line) => Views.TryGetValue(line.Key, out var view) && here.MayEditClass(view.Ref);

    private IEnumerable<ClassNeed> NeedsOf(FleetLine line) =>
        Views.TryGetValue(line.Key, out var view) && here.MayEditClass(view.Ref)
            ? ClassNeed.Of(view, hasCaptain: line.Captains.Length > 0 || !here.IsCoordinator)
            : [];
}
