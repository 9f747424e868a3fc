namespace Regatta.Web.Pages.Shared;

/// <summary>The plans and modes to choose from, as a page shows them; a choice of one is not shown.</summary>
/// <param name="PlanModes">What there is.</param>
/// <param name="Here">What is shown now.</param>
/// <param name="At">The address of a plan and a mode; without a plan, of the mode alone.</param>
public sealed record PlanModeChoice(PlanModes PlanModes, PlanMode Here, Func<PlanKey?, ModeKey, string> At)
{
    public string PlanLabel { get; init; } = "Sail plan";

    public string ModeLabel { get; init; } = "Mode";
}
