using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Regatta.Core;
using Regatta.Core.Fleet;
using Regatta.Formats.Bundles;
using Regatta.Formats.Kits;
using Regatta.Store;
using Regatta.Web.Access;
using Regatta.Web.Forms;

namespace Regatta.Web.Pages.FittingOut;

/// <summary>Makes a class from a starter kit; for the coordinator.</summary>
[Authorize(Policies.Coordinator)]
public sealed class NewClassModel(Bundles bundles) : PageModel
{
    private const int LongestName = 40;

    private IReadOnlyDictionary<string, string> typed = new Dictionary<string, string>();

    public FormReader Form { get; } = new();

    public IReadOnlyList<BundledClass> Kits => StarterKits.All;

    public string Chosen => typed.GetValueOrDefault("kit", "");

    public IEnumerable<Field> Fields =>
        ((Field[])[new("name", "What is the class called?", ""), new("about", "One sentence on the boat", "") { Hint = "Empty: the kit’s own." }]).Filled(typed, Form);

    public async Task<IActionResult> OnPostAsync()
    {
        typed = Request.Typed();
        var kit = Form.Need("kit", Chosen, "Choose the kind of boat first.", key => StarterKits.Find(key) is { } found ? Parsed<BundledClass>.Good(found) : Parsed<BundledClass>.Bad("There is no such kit."));
        var name = Form.Need("name", typed.GetValueOrDefault("name"), "A class needs a name.", text => text.Trim().Length <= LongestName
            ? Parsed<string>.Good(text.Trim())
            : Parsed<string>.Bad($"Keep it under {LongestName} letters."));
        var about = typed.GetValueOrDefault("about", "").Trim();
        if (about.Length > Control.LongestText)
        {
            Form.Refuse("about", $"Keep it under {Control.LongestText} letters.");
        }

        if (Form.Ok)
        {
            var made = kit!.Class with { Key = ControlEditorModel.KeyOf(name!).Name, Name = name!, About = about.Length > 0 ? about : kit.Class.About };
            if ((await bundles.ImportAsync(new(null, [], [kit with { Class = made }]), new Dictionary<string, Guid>())).Added.Count > 0)
            {
                return Redirect($"/classes/{made.Key}/controls");
            }

            Form.Refuse("name", "The club has a class of that name.");
        }

        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return Page();
    }
}
