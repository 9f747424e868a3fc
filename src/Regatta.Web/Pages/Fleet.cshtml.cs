namespace Regatta.Web.Pages;

/// <summary>The fleet of a club: one line a class.</summary>
[Authorize(Policies.Member)]
public sealed class FleetModel(ClubContext here, IReadClasses classes, IReadSails sails) : PageModel
{
    public IReadOnlyList<FleetLine> Fleet { get; private set; } = [];

    /// <summary>Each class that can be read at a glance.</summary>
    public IReadOnlyDictionary<string, ClassCover> Covers { get; private set; } = new Dictionary<string, ClassCover>();

    /// <summary>How many proposals there are to decide.</summary>
    public int Waiting { get; private set; }

    public async Task OnGetAsync()
    {
        var own = await sails.OfAsync(here.Club.Ref, here.Actor.Person);
        // First what is one's own.
        Fleet = [.. (await classes.FleetAsync(here.Club.Ref)).OrderByDescending(line => own.Sails(line.Key))];
        var views = (await here.ClassesAsync()).Classes;
        Covers = views.ToDictionary(view => view.Class.Key, ClassCover.Of);
        Waiting = views.Sum(view => view.Set.PlanModes.All.Sum(planMode => view.On(planMode).BestProposals.Count()));
    }
}
