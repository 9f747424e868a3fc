using Regatta.Web.Station;

namespace Regatta.Web.Pages.Publishing;

/// <summary>What the logs of the whole club propose, what is worth most first, and what became of what was decided; for members. It is
/// decided in the matrix, where it can be seen whole.</summary>
[Authorize(Policies.Member)]
public sealed class ProposalsModel(ClubContext here, IReadDecisions decisions, IReadWindLog wind, StationStates stations, ClubClock clock)
    : PageModel
{
    private static readonly TimeSpan Looked = TimeSpan.FromDays(90);

    public IReadOnlyList<QueuedProposal> Queue { get; private set; } = [];

    /// <summary>What was seen alike again and again, and asks for a change, over all classes.</summary>
    public IReadOnlyList<(ClassView View, PlanMode PlanMode, AnswerPattern Seen)> SeenAlike { get; private set; } = [];

    /// <summary>The names of classes whose logs are being read anew, so that nothing is proposed for them for a moment.</summary>
    public IReadOnlyList<string> BeingRead { get; private set; } = [];

    /// <summary>What became of the decisions, the newest first.</summary>
    public IReadOnlyList<FollowedDecision> Followed { get; private set; } = [];

    /// <summary>Of what was promised between so many and so many of 100, how many came true of how many that can be told.</summary>
    public IEnumerable<(int From, int To, int True, int Of)> Kept =>
        from step in Enumerable.Range(0, 2)
        let least = 80 + (step * 10)
        let told = Followed
            .Where(one =>
                one is { CameTrue: not null, Decision.Expected: { } expected }
                && expected.Better * 100 >= least
                && expected.Better * 100 < least + 10 + (step == 1 ? 1 : 0)
            )
            .ToList()
        where told.Count > 0
        select (least, least + 10, told.Count(proposal => proposal.CameTrue == true), told.Count);

    public async Task OnGetAsync()
    {
        var views = (await here.ClassesAsync()).Classes;
        var blocks = await wind.BlocksAsync(here.Club.Ref, clock.Now - Looked, clock.Now);
        Queue = ProposalQueue.Of(views, [.. blocks.Where(block => block.IsWhole)], stations.Of(here.Club.Ref).Height);
        SeenAlike =
        [
            .. from view in views
            from planMode in view.Set.PlanModes.All
            from seen in view.On(planMode).SeenAlike
            orderby seen.Alike descending
            select (view, planMode, seen),
        ];
        BeingRead = [.. views.Where(view => view.Evidence.IsBeingRead).Select(view => view.Class.Name)];
        var followed = new List<FollowedDecision>();
        foreach (var view in views.Where(view => view.Decisions.Count > 0))
        {
            followed.AddRange(ProposalQueue.Follow(view, await decisions.AllAsync(view.Ref)));
        }

        Followed = [.. followed.OrderByDescending(proposal => proposal.Decision.At)];
    }
}
