using Regatta.Web.Pages.Shared;

namespace Regatta.Web.Pages.ClassSetup;

/// <summary>Adds a control to a class, or changes one; for who may change the class.</summary>
[Authorize(Policies.EditsClass)]
public sealed class ControlEditorModel(ClubContext here, DefinitionEditor editor) : PageModel
{
    /// <summary>What the address says for a control that is still to be made.</summary>
    public const string NewControl = "new";

    private static readonly Dictionary<string, string> Nothing = [];

    public ClassDefinition Class { get; private set; } = null!;

    public DefinitionEditor Editor => editor;

    public ControlForm Form { get; private set; } = null!;

    /// <summary>The control as it stands; null when it is new.</summary>
    public Control? Before { get; private set; }

    public bool IsNew => Before is null;

    public async Task<IActionResult> OnGetAsync(string control)
    {
        if (!await LoadAsync(control))
        {
            return NotFound();
        }

        var typed = Before is null ? new() { ["kind"] = ScaleForm.Kinds[0] } : ControlForm.Typed(Before);
        Form = new(Class, Before, typed, Nothing);
        return Page();
    }

    /// <summary>Shows the fields of another kind of scale; nothing is kept yet.</summary>
    public Task<IActionResult> OnPostKindAsync(string control) => ShowAsync(control, "_ScaleFields");

    /// <summary>Draws what is picked; nothing is kept yet.</summary>
    public Task<IActionResult> OnPostMeansAsync(string control) => ShowAsync(control, "_MeansFields");

    private async Task<IActionResult> ShowAsync(string control, string fields)
    {
        if (!await LoadAsync(control))
        {
            return NotFound();
        }

        Form = new(Class, Before, Request.Typed(), Nothing);
        return Request.ByFragment() ? Partial(fields, this) : Page();
    }

    public async Task<IActionResult> OnPostAsync(string control)
    {
        if (!await LoadAsync(control))
        {
            return NotFound();
        }

        var typed = Request.Typed();
        Form = new(Class, Before, typed, Nothing);
        var read = Form.Read();
        ClassChange? change =
            read is null ? null
            : Before is null ? new AddControl(read)
            : new EditControl(read);
        if (await editor.SaveAsync(change))
        {
            return Redirect($"{here.ClassPath}/controls#{read!.Key}");
        }

        // What was typed stays; where the class says something else now, that stands beside it.
        if (editor.IsStale && Before is not null)
        {
            Form = new(Class, Before, typed, ControlForm.Typed(Before));
        }

        if (read is not null)
        {
            editor.TellBeside(Form.Reader, FieldOf(read));
        }

        return Page();
    }

    /// <summary>The field a refusal speaks of.</summary>
    private string FieldOf(Control read)
    {
        if (Before is null)
        {
            return "name";
        }

        return Before.Scale.SameTerms(read.Scale) ? "max" : "kind";
    }

    private async Task<bool> LoadAsync(string control)
    {
        Class = (await here.ClassAsync()).Class;
        Before = Class.Find(new(control));
        return Before is not null || control == NewControl;
    }
}
