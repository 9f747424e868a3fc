using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Regatta.Core.Fleet;
using Regatta.Core.Fleet.Changes;
using Regatta.Web.Access;
using Regatta.Web.Forms;
using Regatta.Web.Pages.Shared;

namespace Regatta.Web.Pages.Rigging;

/// <summary>Says up to where plans and sails are carried; for who may change the class.</summary>
[Authorize(Policies.EditsClass)]
public sealed class EditReefsModel(ClubContext here, DefinitionEditor editor, UnitPreferences units) : PageModel
{
    public ClassDefinition Class { get; private set; } = null!;

    public DefinitionEditor Editor => editor;

    public ReefForm Form { get; private set; } = null!;

    /// <summary>What does not fit together as it stands.</summary>
    public IEnumerable<string> Remarks => SailRules.Remarks(Class);

    public async Task OnGetAsync() => await LoadAsync(new Dictionary<string, string>());

    public async Task<IActionResult> OnPostAsync()
    {
        await LoadAsync(Request.Typed());
        var change = Form.Read();
        var saved = await editor.SaveAsync(change);
        editor.TellBeside(Form.Reader, "limit-" + Class.Layers.Plans[0].Key);
        return saved ? Redirect($"{here.ClassPath}/reefs") : Page();
    }

    private async Task LoadAsync(IReadOnlyDictionary<string, string> typed)
    {
        Class = (await here.ClassAsync()).Class;
        Form = new(Class, editor, units.Wind, typed);
    }
}
