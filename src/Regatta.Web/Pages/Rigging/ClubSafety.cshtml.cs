using System.Globalization;

namespace Regatta.Web.Pages.Rigging;

/// <summary>The club's own limit and cautions, for all its classes; for the coordinator.</summary>
[Authorize(Policies.Coordinator)]
public sealed class ClubSafetyModel(ClubContext here, IReadSafetyRules rules, SetClubSafety save, UnitPreferences units) : PageModel
{
    /// <summary>The field that carries the revision the editor saw.</summary>
    public const string RevisionField = "revision";

    private IReadOnlyDictionary<string, string> typed = new Dictionary<string, string>();
    private SafetyRow kept = null!;

    public CautionForm Form { get; private set; } = null!;

    /// <summary>Whether somebody else changed it since the editor's page was made, so that nothing was written.</summary>
    public bool IsStale { get; private set; }

    /// <summary>The revision the next save names: what the editor saw, or the newest once they were told what others did.</summary>
    public long Revision => IsStale ? kept.Revision : Seen ?? kept.Revision;

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

    private string Shown => kept.Safety.Limit is { } limit ? NumberText.Plain(limit.In(units.Wind), 1) : "";

    private long? Seen =>
        long.TryParse(typed.GetValueOrDefault(RevisionField), NumberStyles.None, CultureInfo.InvariantCulture, out var seen) ? seen : null;

    public Task OnGetAsync() => LoadAsync();

    public async Task<IActionResult> OnPostAsync()
    {
        typed = Request.Typed();
        await LoadAsync();
        var limit = Form.Reader.May(
            "limit",
            typed.GetValueOrDefault("limit"),
            FormReader.Kept(Shown, kept.Safety.Limit ?? default, text => ClubSafety.ReadLimit(text, units.Wind))
        );
        var cautions = Form.Read(ClubSafety.Problem);
        if (cautions is null || !Form.Reader.Ok)
        {
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        }

        if (!await save.RunAsync(here.Actor, new(limit, cautions), Seen ?? -1))
        {
            (IsStale, kept, Response.StatusCode) = (true, await rules.FindAsync(here.Club.Ref), StatusCodes.Status409Conflict);
            return Page();
        }

        here.Note.Tell($"the club’s limit {(limit is { } known ? units.Show(known) : "none")}, {cautions.Count} cautions");
        Done = "Saved. They stand beside every class from now on.";
        return Redirect(Request.Path);
    }

    private async Task LoadAsync()
    {
        kept = await rules.FindAsync(here.Club.Ref);
        Form = new(null, () => kept.Safety.Cautions, units.Wind, typed, Filled);
    }

    private Field Filled(Field field) =>
        typed.Count == 0 ? field
        : IsStale ? field.Filled(typed, Form.Reader.Problems).Beside(field.Value)
        : field.Filled(typed, Form.Reader.Problems);
}
