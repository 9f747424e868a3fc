using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Regatta.Core.Fleet;
using Regatta.Core.Fleet.Changes;
using Regatta.Web.Access;
using Regatta.Web.Forms;
using Regatta.Web.Pages.Shared;

namespace Regatta.Web.Pages.Rigging;

/// <summary>What to beware of with a class, and where each caution belongs; for who may change the class.</summary>
[Authorize(Policies.EditsClass)]
public sealed class CautionListModel(ClubContext here, DefinitionEditor editor, UnitPreferences units) : PageModel
{
    public ClassDefinition Class { get; private set; } = null!;

    public DefinitionEditor Editor => editor;

    public CautionForm Form { get; private set; } = null!;

    public async Task OnGetAsync() => await LoadAsync(new Dictionary<string, string>());

    public async Task<IActionResult> OnPostAsync()
    {
        await LoadAsync(Request.Typed());
        var cautions = Form.Read();
        var saved = await editor.SaveAsync(cautions is null ? null : new SetCautions(cautions));
        editor.TellBeside(Form.Reader, "text-0");
        return saved ? Redirect($"{here.ClassPath}/cautions") : Page();
    }

    private async Task LoadAsync(IReadOnlyDictionary<string, string> typed)
    {
        Class = (await here.ClassAsync()).Class;
        Form = new(Class, () => Class.Cautions, units.Wind, typed, field => editor.Fill(field, typed, Form.Reader));
    }
}
