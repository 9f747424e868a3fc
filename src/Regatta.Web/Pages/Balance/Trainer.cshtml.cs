namespace Regatta.Web.Pages.Balance;

/// <summary>Find the balance: a drawn boat with something wrong, sliders, and the tiller that tells; for members. Nothing is
/// kept.</summary>
[Authorize(Policies.Member)]
public sealed class TrainerModel(ClubContext here) : PageModel
{
    private const int MostSteps = 6;
    private const double MostHeel = 24;

    public ClassDefinition Class { get; private set; } = null!;

    public IReadOnlyList<Exercise> Exercises { get; private set; } = [];

    /// <summary>The one that is sailed; null where the class cannot be sailed here.</summary>
    public Exercise? Now { get; private set; }

    public BalanceDrawing? Drawing { get; private set; }

    public IReadOnlyList<DrawingSlider> Sliders { get; private set; } = [];

    /// <summary>Where the trainee's changes have brought her; null where the class cannot be sailed here.</summary>
    public ExerciseTry? Trial { get; private set; }

    public async Task OnGetAsync(int? exercise)
    {
        Class = (await here.ClassAsync()).OfSailors;
        if (HelmSteps.Of(Class, Class.PlanModes.First.Plan, _ => null) is not { } boat)
        {
            return;
        }

        Exercises = Exercise.Of(Class, boat);
        Now = Exercises.FirstOrDefault(known => known.Number == exercise) ?? Exercises.FirstOrDefault();
        if (Now is null)
        {
            return;
        }

        List<Shift> movable =
        [
            Shift.OfHeel(0),
            .. boat.Sails.Select((sail, at) => new Shift(sail.Name, null, at, 0)),
            .. Class.Marked.Where(boat.Moves).Select(control => new Shift(control.Name, control, null, 0)),
        ];
        List<Shift> shifts =
        [
            .. movable.Select((shift, at) => shift with { By = DrawingSlider.Asked(Request, $"s{at}", -Ends(shift), Ends(shift)) ?? 0 }),
        ];
        Sliders = [.. shifts.Select(Of)];
        Trial = Now.Try(Class, boat, shifts);
        Drawing = boat.Balance(Trial.Pose) is { } balance ? BalanceDrawing.Of(boat.Drawing, boat.Sails, balance, Trial.Pose) : null;
    }

    private static DrawingSlider Of(Shift shift, int at) =>
        new(
            $"s{at}",
            shift switch
            {
                { Control: { } control } => control.Name,
                { Sail: not null } => $"Ease or trim the {shift.Name}",
                _ => "Crew: in, or out to windward",
            },
            -Ends(shift),
            Ends(shift),
            shift switch
            {
                { Control: not null } => 1,
                { Sail: not null } => 0.1,
                _ => 2,
            },
            shift.By,
            shift.By == 0 ? "as she is" : shift.Says
        );

    private static double Ends(Shift shift) =>
        shift switch
        {
            { Control: not null } => MostSteps,
            { Sail: not null } => 1,
            _ => MostHeel,
        };
}
