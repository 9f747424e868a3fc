using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Regatta.Core.Fleet;
using Regatta.Core.Fleet.Changes;
using Regatta.Web.Access;
using Regatta.Web.Forms;
using Regatta.Web.Pages.Shared;

namespace Regatta.Web.Pages.Balance;

/// <summary>What cures what in a class, in the captain's order; for who may change the class.</summary>
[Authorize(Policies.EditsClass)]
public sealed class EditCuresModel(ClubContext here, DefinitionEditor editor) : PageModel
{
    public ClassDefinition Class { get; private set; } = null!;

    public DefinitionEditor Editor => editor;

    public CureForm Form { get; private set; } = null!;

    public async Task OnGetAsync() => await LoadAsync(new Dictionary<string, string>());

    public async Task<IActionResult> OnPostAsync()
    {
        await LoadAsync(Request.Typed());
        var saved = await editor.SaveAsync(Form.Read());
        editor.TellBeside(Form.Reader, "why-0");
        return saved ? Redirect($"{here.ClassPath}/wrong") : Page();
    }

    /// <summary>Goes back to the usual cures.</summary>
    public async Task<IActionResult> OnPostUsualAsync()
    {
        await LoadAsync(Request.Typed());
        var saved = await editor.SaveAsync(new SetCures([]));
        editor.TellBeside(Form.Reader, "why-0");
        return saved ? Redirect($"{here.ClassPath}/wrong") : Page();
    }

    private async Task LoadAsync(IReadOnlyDictionary<string, string> typed)
    {
        Class = (await here.ClassAsync()).Class;
        Form = new(Class, typed, field => editor.Fill(field, typed, Form.Reader));
    }
}
