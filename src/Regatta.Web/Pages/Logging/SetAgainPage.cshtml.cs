namespace Regatta.Web.Pages.Logging;

/// <summary>What to change on a boat so that it stands as in a run that is found again; for members. Names nobody.</summary>
[Authorize(Policies.Member)]
public sealed class SetAgainPageModel(ClubContext here, CardReaderOf readers, IReadLogs logs) : PageModel
{
    public ClassDefinition Class { get; private set; } = null!;

    public SessionEvidence Run { get; private set; } = null!;

    public BoatChoice Choice { get; private set; } = null!;

    public IReadOnlyList<SetStep> Steps { get; private set; } = [];

    /// <summary>Where the boat stands now, in words.</summary>
    public string Stands { get; private set; } = "";

    public string For(string boat) => $"{here.ClassPath}/set-again?log={Run.Number}&run={Run.Run}&boat={boat}";

    public async Task<IActionResult> OnGetAsync(long log, int? run, string? boat)
    {
        var view = await here.ClassAsync();
        Class = view.Class;
        if (await logs.RunAsync(view.Ref, log, run ?? 1) is not { } found)
        {
            return NotFound();
        }

        Run = found;
        var who = await readers.ForAsync(view.Ref, User.Id(), boat, found.Purpose?.Name);
        Choice = who.Choice;
        var now = await LastAsync(view, found) ?? OfTheCard(view, who, found);
        Steps = SetAgain.Steps(Class, Choice.Readings, now, found.Marks);
        return Page();
    }

    /// <summary>The marks the boat was logged with last, apart from the run itself.</summary>
    private async Task<IReadOnlyDictionary<ControlKey, Mark>?> LastAsync(ClassView view, SessionEvidence found)
    {
        if (Choice.Boat is not { } boat)
        {
            return null;
        }

        var last = (await logs.OfBoatAsync(view.Ref, boat.Number, Limits.RunsOfBoat))
            .Where(run => run.Marks.Count > 0 && (run.Number, run.Run) != (found.Number, found.Run))
            .MaxBy(run => (run.SailedAt, run.Run));
        Stands = last is null ? "" : $"as {boat.Name} was last logged, {last.SailedAt:d MMM yyyy}";
        return last?.Marks;
    }

    /// <summary>Else the marks of the card in that wind.</summary>
    private IReadOnlyDictionary<ControlKey, Mark> OfTheCard(ClassView view, ReaderChoice who, SessionEvidence found)
    {
        if (view.Newest is not { } newest)
        {
            Stands = "not known";
            return new Dictionary<ControlKey, Mark>();
        }

        Stands = "as your card says in that wind";
        var card = CardReading.Of(
            newest,
            new(found.Wind.Mean, found.Wind.Gust),
            found.PlanMode.Plan.Name,
            found.PlanMode.Mode.Name,
            who.Reader
        );
        return card.Lines.Where(line => line.Cell?.Mark is not null).ToDictionary(line => line.Control.Key, line => line.Cell!.Mark!.Value);
    }
}
