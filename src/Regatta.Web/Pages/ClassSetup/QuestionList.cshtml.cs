using Regatta.Web.Pages.Shared;

namespace Regatta.Web.Pages.ClassSetup;

/// <summary>What is looked at and answered in a class, in the order it is asked; for who may change the class.</summary>
[Authorize(Policies.EditsClass)]
public sealed class QuestionListModel(ClubContext here, DefinitionEditor editor) : PageModel
{
    public ClassDefinition Class { get; private set; } = null!;

    public DefinitionEditor Editor => editor;

    public async Task OnGetAsync() => Class = (await here.ClassAsync()).Class;

    public async Task<IActionResult> OnPostAsync(string? question, string? act)
    {
        await OnGetAsync();
        var key = new QuestionKey(question ?? "");
        ClassChange? change = act switch
        {
            "earlier" => new MoveQuestion(key, Earlier: true),
            "later" => new MoveQuestion(key, Earlier: false),
            "retire" => new RetireQuestion(key),
            "ask" when Class.RetiredQuestions.FirstOrDefault(question => question.Key == key) is { } retired => new PutQuestion(retired),
            _ => null,
        };
        return await editor.SaveAsync(change) ? RedirectToPage() : Page();
    }

    /// <summary>What each answer that is off asks for, as the sailors will read it.</summary>
    public IEnumerable<(string Word, string Asks)> Asks(Question question) =>
        from answer in question.Form.Possible()
        let found = Looks.Of(Class, question, answer, Class.PlanModes.First, _ => null)
        where answer.IsOff || found.LeadsSomewhere
        select (answer.Said, found.Says(control => control));

    /// <summary>Where a question is asked, in a few words.</summary>
    public string Where(Question question)
    {
        var when = question.When switch
        {
            AskedWhen.Ashore => "ashore, at set-up",
            AskedWhen.Afloat => "afloat",
            _ => "after the session",
        };
        var band = question.FromBand is { } from ? Class.Bands.Find(from) : null;
        var control = Class.Known.FirstOrDefault(known => known.Key == question.Control);
        string?[] parts =
        [
            when,
            .. question.Plans.Select(plan => Class.PlanModes.Find(plan)?.Name ?? plan.Name),
            .. question.Modes.Select(mode => Class.PlanModes.Find(mode)?.Name ?? mode.Name),
            band is null ? null : $"from {band.Name} on",
            control is null ? null : $"of the {control.Name.ToLowerInvariant()}",
        ];
        return string.Join(", ", parts.OfType<string>());
    }
}
