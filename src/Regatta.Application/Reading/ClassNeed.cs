namespace Regatta.Application.Reading;

/// <summary>Something only its captain or the coordinator can do for a class, with the act itself.</summary>
/// <param name="Class">What the class is called.</param>
/// <param name="Says">What waits.</param>
/// <param name="Act">What is done about it.</param>
/// <param name="Path">Where: a path behind the club's.</param>
/// <param name="Weight">What is worth more comes first.</param>
public sealed record ClassNeed(string Class, string Says, string Act, string Path, int Weight)
{
    /// <summary>What a class needs, as who may edit it sees it.</summary>
    /// <param name="view">The class with its draft.</param>
    /// <param name="hasCaptain">Whether somebody is her captain; true where it is not for the reader to name one.</param>
    public static IEnumerable<ClassNeed> Of(ClassView view, bool hasCaptain)
    {
        var (name, key) = (view.Class.Name, view.Class.Key);
        var versions = $"/classes/{key}/versions";
        if (view.Newest is null)
        {
            yield return new(name, "Nothing is published yet.", "Publish", versions, 400);
        }
        else if (view.Changes.Count is > 0 and var changes)
        {
            yield return new(name, $"{changes} {(changes == 1 ? "change" : "changes")} in the draft.", "Publish", versions, 200);
        }

        if (ProposalsOf(view) is > 0 and var proposals)
        {
            var says = proposals == 1 ? "One proposal to decide." : $"{proposals} proposals to decide.";
            yield return new(name, says, "Decide", $"/proposals#{key}", 300 + proposals);
        }

        if (!hasCaptain)
        {
            yield return new(name, "Nobody is her captain.", "Name one", "/people", 100);
        }
    }

    /// <summary>How many proposals there are to decide.</summary>
    public static int ProposalsOf(ClassView view) => view.Set.PlanModes.All.Sum(planMode => view.On(planMode).BestProposals.Count());
}
