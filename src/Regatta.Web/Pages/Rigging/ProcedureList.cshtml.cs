namespace Regatta.Web.Pages.Rigging;

/// <summary>How things are done aboard that must be done in order; for members.</summary>
[Authorize(Policies.Member)]
public sealed class ProcedureListModel(ClubContext here, RigBoat rig) : PageModel
{
    public ClassDefinition Class { get; private set; } = null!;

    /// <summary>Each procedure with the club's best time.</summary>
    public IReadOnlyList<(Procedure Procedure, BestDrill? Best)> Procedures { get; private set; } = [];

    /// <summary>What is written in the draft and not published yet, for who may change the class.</summary>
    public IReadOnlyList<Procedure> InDraft { get; private set; } = [];

    public async Task OnGetAsync()
    {
        var view = await here.ClassAsync();
        Class = view.OfSailors;
        InDraft = here.MayEdit ? [.. view.Class.Procedures.Where(procedure => !Class.Procedures.Contains(procedure))] : [];
        var best = (await rig.BestAsync(view.Ref)).ToDictionary(run => run.Procedure);
        Procedures = [.. Class.Procedures.Select(procedure => (procedure, best.GetValueOrDefault(procedure.Key)))];
    }
}
