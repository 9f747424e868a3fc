using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Regatta.Core.Fleet;
using Regatta.Core.Measuring;
using Regatta.Store;
using Regatta.Web.Access;
using Regatta.Web.Benches;
using Regatta.Web.Forms;

namespace Regatta.Web.Pages.FittingOut;

/// <summary>One boat: what is measured on her, and what is still to do. Who may change the class renames her and starts the measuring.</summary>
[Authorize(Policies.ReadsClass)]
public sealed class OneBoatModel(BenchRoom room, Boats boats) : PageModel
{
    private Bench bench = null!;
    private readonly FormReader form = new();
    private IReadOnlyDictionary<string, string> typed = new Dictionary<string, string>();

    public BoatClass Class => bench.Class;

    public Boat Boat { get; private set; } = null!;

    /// <summary>Each control a tape can check, with this boat alone.</summary>
    public IReadOnlyList<FleetSurvey> Surveys { get; private set; } = [];

    public int Measured => Surveys.Count(survey => survey.Boats[0].Survey.Calibration is not null);

    /// <summary>The first control that is not measured yet.</summary>
    public Control? Next => Surveys.FirstOrDefault(survey => survey.Boats[0].Survey.Calibration is null)?.Control;

    public string? RemoveProblem { get; private set; }

    public IEnumerable<Field> Fields =>
        ((Field[])[new("name", "Name or sail number", Boat.Name), new("note", "Note", Boat.Note)]).Filled(typed, form);

    public async Task<IActionResult> OnGetAsync(string key, long boat) => await LoadAsync(key, boat) ? Page() : NotFound();

    public async Task<IActionResult> OnPostAsync(string key, long boat)
    {
        if (!await LoadAsync(key, boat))
        {
            return NotFound();
        }

        typed = Request.Typed();
        var name = BoatNaming.Read(typed, form);
        if (form.Ok && await boats.RenameAsync(bench.Draft.Stamp.Id, boat, name, typed.GetValueOrDefault("note", "").Trim()))
        {
            return RedirectToPage(new { key, boat });
        }

        form.Refuse("name", "Another boat of the class has that name.");
        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return Page();
    }

    public async Task<IActionResult> OnPostRemoveAsync(string key, long boat)
    {
        if (!await LoadAsync(key, boat))
        {
            return NotFound();
        }

        if (await boats.RemoveAsync(bench.Draft.Stamp.Id, boat))
        {
            return Redirect($"/classes/{key}/boats");
        }

        RemoveProblem = "She was measured or sailed, and that would be lost. Give her a note instead.";
        Response.StatusCode = StatusCodes.Status409Conflict;
        return Page();
    }

    private async Task<bool> LoadAsync(string key, long boat)
    {
        if (await room.FindAsync(key) is not { } found || (await boats.AllAsync(found.Draft.Stamp.Id)).FirstOrDefault(one => one.Number == boat) is not { } known)
        {
            return false;
        }

        (bench, Boat) = (found, known);
        Surveys = [.. Class.Marked.Where(ControlSurvey.CanBeTaped).Select(control => FleetSurvey.Of(control, [known]))];
        return true;
    }
}
