namespace Regatta.Web.Pages.Shared;

/// <summary>The one way a page changes the definition of its class: names the revision its editor saw, and shows what came of it. A page
/// keeps what was typed, and <c>_Stale</c> tells who changed what meanwhile.</summary>
public sealed class DefinitionEditor(EditClass edit, ClubContext here, IHttpContextAccessor request)
{
    /// <summary>The field that carries the revision.</summary>
    public const string RevisionField = "revision";

    /// <summary>The revision the next save names. A form that comes back for a slip is still of the revision its editor saw; only one
    /// that was told what others did is of the newest.</summary>
    public long Revision => !IsStale && Seen is { } seen ? seen : here.Class.Revision;

    /// <summary>Whether the definition has another revision than the editor saw, so that nothing was written.</summary>
    public bool IsStale { get; private set; }

    /// <summary>What was done since the editor's page was made, newest first.</summary>
    public IReadOnlyList<ClassEdit> Since { get; private set; } = [];

    /// <summary>Why the change was refused; null when it was not.</summary>
    public string? Problem { get; private set; }

    /// <summary>What was done, for the next page's status line.</summary>
    public string Done { get; private set; } = "";

    private HttpContext Context => request.HttpContext!;

    private long? Seen =>
        Context.Request.HasFormContentType && long.TryParse(Context.Request.Form[RevisionField], out var seen) ? seen : null;

    /// <summary>Makes the change; false leaves the answer's status at 409 or 422 and the reason here.</summary>
    /// <param name="change">The change; null where the form could not be read as one, which is told after what others did.</param>
    public async Task<bool> SaveAsync(ClassChange? change)
    {
        if (change is not null)
        {
            return Take(await edit.RunAsync(here.Actor, here.Class.Class, Seen ?? 0, change));
        }

        if (Seen != here.Class.Revision)
        {
            return Take(new EditOutcome.Stale(await edit.SinceAsync(here.Class.Class, Seen ?? 0)));
        }

        Context.Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return false;
    }

    /// <summary>Brings back what was taken away, by its name.</summary>
    public async Task<bool> BringBackAsync(string name) =>
        Take(await edit.BringBackAsync(here.Actor, here.Class.Class, (await here.ClassAsync()).Class, Seen ?? 0, name));

    /// <summary>A field with what was typed in it and what was wrong; where others changed the class meanwhile, what it says now stands
    /// beside, and what they added is shown as it is.</summary>
    /// <param name="field">The field as the class has it now.</param>
    /// <param name="typed">What was typed; nothing where nobody typed yet.</param>
    /// <param name="form">What was wrong.</param>
    public Field Fill(Field field, IReadOnlyDictionary<string, string> typed, FormReader form) =>
        !IsStale ? field.Filled(typed, form.Problems)
        : typed.ContainsKey(field.Name) ? field.Filled(typed, form.Problems).Beside(field.Value)
        : field;

    /// <summary>Moves the reason of a refusal beside the field it speaks of.</summary>
    public void TellBeside(FormReader form, string field)
    {
        if (Problem is { } problem)
        {
            form.Refuse(field, problem);
            Problem = null;
        }
    }

    private bool Take(EditOutcome outcome)
    {
        switch (outcome)
        {
            case EditOutcome.Done done:
                Done = done.What;
                here.Note.Tell(
                    $"{here.ClassKey}: {done.What}",
                    done.Parts?.Before.ToJsonString(ClassValues.Options),
                    done.Parts?.After.ToJsonString(ClassValues.Options)
                );
                return true;
            case EditOutcome.Stale stale:
                (IsStale, Since, Context.Response.StatusCode) = (true, stale.Since, StatusCodes.Status409Conflict);
                return false;
            default:
                (Problem, Context.Response.StatusCode) = (((EditOutcome.Refused)outcome).Why, StatusCodes.Status422UnprocessableEntity);
                return false;
        }
    }
}
