using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Regatta.Core.Units;
using Regatta.Core.Wind;
using Regatta.Store;
using Regatta.Web.Access;
using Regatta.Web.Forms;

namespace Regatta.Web.Pages.Rigging;

/// <summary>The club's own limit and cautions, for all its classes; for the coordinator.</summary>
[Authorize(Policies.Coordinator)]
public sealed class ClubSafetyModel(ClubContext here, ClubRules rules, UnitPreferences units) : PageModel
{
    private IReadOnlyDictionary<string, string> typed = new Dictionary<string, string>();
    private ClubSays says = null!;

    public CautionForm Form { get; private set; } = null!;

    [TempData]
    public string? Done { get; set; }

    public Field Limit =>
        Filled(
            new("limit", $"No gennaker or kite above, {units.Wind.Symbol()}", Shown)
            {
                InputMode = "decimal",
                Hint = "At ten metres. Empty for none of the club’s own. The lowest of class, club and sailor holds.",
            }
        );

    private string Shown => says.Limit is { } limit ? NumberText.Plain(limit.In(units.Wind), 1) : "";

    public async Task OnGetAsync() => await LoadAsync();

    public async Task<IActionResult> OnPostAsync()
    {
        typed = Request.Typed();
        await LoadAsync();
        var limit = Form.Reader.May(
            "limit",
            typed.GetValueOrDefault("limit"),
            FormReader.Kept(Shown, says.Limit ?? default, text => WindRange.ReadSpeed(text, units.Wind))
        );
        var cautions = Form.Read();
        foreach (var (caution, at) in (cautions ?? []).Select((caution, at) => (caution, at)))
        {
            if (caution.Text.Length > Core.Fleet.Control.LongestText)
            {
                Form.Reader.Refuse($"text-{at}", $"Keep a caution under {Core.Fleet.Control.LongestText} letters.");
            }
        }

        if (!Form.Reader.Ok || cautions is null)
        {
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        }

        await rules.SaveAsync(here.Club.Ref, new(limit, cautions));
        here.Note.Tell($"the club’s limit {(limit is { } known ? units.Show(known) : "none")}, {cautions.Count} cautions");
        Done = "Saved. They stand beside every class from now on.";
        return Redirect(Request.Path);
    }

    private async Task LoadAsync()
    {
        says = await rules.FindAsync(here.Club.Ref);
        Form = new(null, says.Cautions, units.Wind, typed, Filled);
    }

    private Field Filled(Field field) => typed.Count == 0 ? field : field.Filled(typed, Form.Reader.Problems);
}
