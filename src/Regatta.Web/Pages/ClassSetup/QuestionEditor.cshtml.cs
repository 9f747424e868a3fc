using Regatta.Web.Pages.Shared;

namespace Regatta.Web.Pages.ClassSetup;

/// <summary>Adds a question to a class, or changes one; for who may change the class.</summary>
[Authorize(Policies.EditsClass)]
public sealed class QuestionEditorModel(ClubContext here, DefinitionEditor editor) : PageModel
{
    /// <summary>What the address says for a question that is still to be made.</summary>
    public const string NewQuestion = "new";

    private static readonly Dictionary<string, string> Nothing = [];

    public ClassDefinition Class { get; private set; } = null!;

    public DefinitionEditor Editor => editor;

    public QuestionForm Form { get; private set; } = null!;

    /// <summary>The question as it stands; null when it is new.</summary>
    public Question? Before { get; private set; }

    public async Task<IActionResult> OnGetAsync(string question)
    {
        if (!await LoadAsync(question))
        {
            return NotFound();
        }

        Form = new(Class, Before, Before is null ? Nothing : QuestionForm.Typed(Class, Before), Nothing);
        return Page();
    }

    /// <summary>Shows the fields of another kind of answer; nothing is kept yet.</summary>
    public Task<IActionResult> OnPostKindAsync(string question) => ShowAsync(question, "_AnswerFields");

    /// <summary>Shows what each answer would be told; nothing is kept yet.</summary>
    public Task<IActionResult> OnPostToldAsync(string question) => ShowAsync(question, "_AnswersTold");

    private async Task<IActionResult> ShowAsync(string question, string part)
    {
        if (!await LoadAsync(question))
        {
            return NotFound();
        }

        Form = new(Class, Before, Request.Typed(), Nothing);
        return Request.ByFragment() ? Partial(part, this) : Page();
    }

    public async Task<IActionResult> OnPostAsync(string question)
    {
        if (!await LoadAsync(question))
        {
            return NotFound();
        }

        var typed = Request.Typed();
        Form = new(Class, Before, typed, Nothing);
        var read = Form.Read();
        if (await editor.SaveAsync(read is null ? null : new PutQuestion(read)))
        {
            return Redirect($"{here.ClassPath}/questions");
        }

        // What was typed stays; where the class says something else now, that stands beside it.
        if (editor.IsStale && Before is not null)
        {
            Form = new(Class, Before, typed, QuestionForm.Typed(Class, Before));
        }

        if (read is not null)
        {
            editor.TellBeside(Form.Reader, "asks");
        }

        return Page();
    }

    private async Task<bool> LoadAsync(string question)
    {
        Class = (await here.ClassAsync()).Class;
        Before = Class.KnownQuestions.FirstOrDefault(known => known.Key.Name == question);
        return Before is not null || question == NewQuestion;
    }
}
