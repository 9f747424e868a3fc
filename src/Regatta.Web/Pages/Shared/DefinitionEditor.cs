using Regatta.Application.Editing;
using Regatta.Core.Fleet.Changes;
using Regatta.Store;
using Regatta.Web.Access;
using Regatta.Web.Forms;

namespace Regatta.Web.Pages.Shared;

/// <summary>The one way a page changes the definition of its class: names the revision its editor saw, and shows what came of it. A page
/// keeps what was typed, and <c>_Stale</c> tells who changed what meanwhile.</summary>
public sealed class DefinitionEditor(EditClass edit, ClubContext here)
{
    /// <summary>The field that carries the revision.</summary>
    public const string RevisionField = "revision";

    /// <summary>The revision the next save names: of the definition as this page shows it.</summary>
    public long Revision => here.Class.Revision;

    /// <summary>Whether the definition has another revision than the editor saw, so that nothing was written.</summary>
    public bool IsStale { get; private set; }

    /// <summary>What was done since the editor's page was made, newest first.</summary>
    public IReadOnlyList<ClassEdit> Since { get; private set; } = [];

    /// <summary>Why the change was refused; null when it was not.</summary>
    public string? Problem { get; private set; }

    /// <summary>What was done, for the next page's status line.</summary>
    public string Done { get; private set; } = "";

    /// <summary>Makes the change; false leaves the answer's status at 409 or 422 and the reason here.</summary>
    public async Task<bool> SaveAsync(HttpContext context, ClassChange change) =>
        Take(context, await edit.RunAsync(here.Actor, here.Class.Class, SeenIn(context), change));

    /// <summary>Brings back what was taken away, by its name.</summary>
    public async Task<bool> BringBackAsync(HttpContext context, string name) =>
        Take(context, await edit.BringBackAsync(here.Actor, here.Class.Class, (await here.ClassAsync()).Class, SeenIn(context), name));

    /// <summary>Moves the reason of a refusal beside the field it speaks of.</summary>
    public void TellBeside(FormReader form, string field)
    {
        if (Problem is { } problem)
        {
            form.Refuse(field, problem);
            Problem = null;
        }
    }

    private static long SeenIn(HttpContext context) => long.TryParse(context.Request.Form[RevisionField], out var revision) ? revision : 0;

    private bool Take(HttpContext context, EditOutcome outcome)
    {
        switch (outcome)
        {
            case EditOutcome.Done done:
                Done = done.What;
                return true;
            case EditOutcome.Stale stale:
                (IsStale, Since, context.Response.StatusCode) = (true, stale.Since, StatusCodes.Status409Conflict);
                return false;
            default:
                (Problem, context.Response.StatusCode) = (((EditOutcome.Refused)outcome).Why, StatusCodes.Status422UnprocessableEntity);
                return false;
        }
    }
}
