using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Regatta.Core.Fleet;
using Regatta.Core.Fleet.Changes;
using Regatta.Web.Access;
using Regatta.Web.Forms;
using Regatta.Web.Pages.Shared;

namespace Regatta.Web.Pages.Balance;

/// <summary>Draws the boat from the side, by typing or by dragging; for who may change the class.</summary>
[Authorize(Policies.EditsClass)]
public sealed class EditDrawingModel(ClubContext here, DefinitionEditor editor) : PageModel
{
    public ClassDefinition Class { get; private set; } = null!;

    public DefinitionEditor Editor => editor;

    public DrawingForm Form { get; private set; } = null!;

    /// <summary>For a boat nobody drew yet, by a few lengths.</summary>
    public TapeForm Tape { get; private set; } = new(new Dictionary<string, string>());

    public async Task OnGetAsync() => await LoadAsync(new Dictionary<string, string>());

    public async Task<IActionResult> OnPostAsync()
    {
        await LoadAsync(Request.Typed());
        var saved = await editor.SaveAsync(Form.Read());
        editor.TellBeside(Form.Reader, "hull");
        return saved ? Redirect($"{here.ClassPath}/balance") : Page();
    }

    /// <summary>Draws a boat of usual proportions from a few lengths.</summary>
    public async Task<IActionResult> OnPostTapeAsync()
    {
        var typed = Request.Typed();
        await LoadAsync(new Dictionary<string, string>());
        Tape = new(typed);
        var measures = Tape.Read();
        var saved = await editor.SaveAsync(measures is null ? null : new SetDrawing(measures.Draw()) { Main = measures.Main() });
        editor.TellBeside(Tape.Reader, "tape-waterline");
        return saved ? Redirect($"{here.ClassPath}/balance/edit") : Page();
    }

    private async Task LoadAsync(IReadOnlyDictionary<string, string> typed)
    {
        Class = (await here.ClassAsync()).Class;
        Form = new(Class, typed, field => editor.Fill(field, typed, Form.Reader));
    }
}
