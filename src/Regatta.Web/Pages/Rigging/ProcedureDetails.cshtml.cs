using Regatta.Web.Live;

namespace Regatta.Web.Pages.Rigging;

/// <summary>One procedure, to read aloud or to drill against the watch; for members. A time that is kept names nobody.</summary>
[Authorize(Policies.Member)]
public sealed class ProcedureDetailsModel(ClubContext here, RigBoat rig, ClubClock clock) : PageModel
{
    public ClassDefinition Class { get; private set; } = null!;

    public Procedure Procedure { get; private set; } = null!;

    /// <summary>The club's best time; null before a drill.</summary>
    public BestDrill? Best { get; private set; }

    /// <summary>What to mind: the class's grave cautions that belong to what is done here, or stand everywhere.</summary>
    public IEnumerable<Caution> Cautions =>
        Class.Cautions.Where(caution =>
            caution.Grave
            && (caution.Control is not { } control || Mentions(Class.Find(control)?.Name))
            && (caution.Mode is not { } mode || Mentions(Class.PlanModes.Find(mode)?.Name))
        );

    /// <summary>Whether the procedure speaks of something by its name, or the last word of it.</summary>
    private bool Mentions(string? name) =>
        name?.Split(' ')[^1] is { } word
        && Procedure
            .Steps.Select(step => step.Does)
            .Append(Procedure.Name)
            .Any(text => text.Contains(word, StringComparison.OrdinalIgnoreCase));

    public FormReader Form { get; } = new();

    public string Typed { get; private set; } = "";

    /// <summary>The field that names a time, so that one sent twice is one.</summary>
    public const string KeyField = "drillKey";

    public Guid Key { get; private set; } = Guid.NewGuid();

    [TempData]
    public string? Done { get; set; }

    public async Task<IActionResult> OnGetAsync([FromRoute] string procedure) => await LoadAsync(procedure) ? Page() : NotFound();

    /// <summary>Keeps a drill's time.</summary>
    public async Task<IActionResult> OnPostAsync([FromRoute] string procedure)
    {
        if (!await LoadAsync(procedure))
        {
            return NotFound();
        }

        var typed = Request.Typed();
        Typed = typed.GetValueOrDefault("seconds", "");
        Key = Guid.TryParse(typed.GetValueOrDefault(KeyField), out var key) ? key : Key;
        var took = Form.Need(
            "seconds",
            Typed,
            "How many seconds did it take?",
            text =>
                NumberText
                    .Read(text)
                    .Then(read =>
                        read.Tail is "" or "s" && read.Number is > 0 and < 86400
                            ? Parsed<TimeSpan>.Good(TimeSpan.FromSeconds(read.Number))
                            : Parsed<TimeSpan>.Bad("Write the seconds it took.")
                    )
        );
        if (Form.Ok && !await rig.DrilledAsync(here.Class.Class, Key, Procedure, took, clock.Now - OutboxAnswers.Age(Request)))
        {
            Form.Refuse(
                "seconds",
                $"A drill takes {Procedure.ShortestDrill.TotalSeconds:0} seconds to {Procedure.LongestDrill.TotalMinutes:0} minutes."
            );
        }

        if (!Form.Ok)
        {
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        }

        Done = $"Kept: {NumberText.Plain(took.TotalSeconds, 1)} s.";
        return Redirect(Request.Path);
    }

    private async Task<bool> LoadAsync(string name)
    {
        var view = await here.ClassAsync();
        Class = view.OfSailors;
        if (Class.Procedures.FirstOrDefault(procedure => procedure.Key == name) is not { } found)
        {
            return false;
        }

        Procedure = found;
        Best = (await rig.BestAsync(view.Ref)).FirstOrDefault(run => run.Procedure == name);
        return true;
    }
}
