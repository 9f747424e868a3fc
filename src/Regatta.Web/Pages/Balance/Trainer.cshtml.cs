using System.Globalization;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Regatta.Core.Balance;
using Regatta.Core.Fleet;
using Regatta.Core.Units;
using Regatta.Web.Access;
using Regatta.Web.Drawings;

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

    /// <summary>What the trainee changed, each with what it alone does in degrees.</summary>
    public IReadOnlyList<(Shift Shift, double Turns)> Changes { get; private set; } = [];

    /// <summary>The helm as it is now, in degrees.</summary>
    public double Helm { get; private set; }

    public bool Balanced => Math.Abs(Helm - Class.Helm.Target.Degrees) <= Class.Helm.Tolerance.Degrees;

    public async Task OnGetAsync(int? exercise)
    {
        Class = (await here.ClassAsync()).Published;
        var plan = Class.Layers.Plans[0];
        if (Class.Drawing is not { } drawing)
        {
            return;
        }

        var boat = new HelmSteps(Class, drawing, plan.Sails, _ => null);
        Exercises = Exercise.Of(Class, boat);
        Now = Exercises.FirstOrDefault(one => one.Number == exercise) ?? Exercises.FirstOrDefault();
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
        List<Shift> shifts = [.. movable.Select((shift, at) => shift with { By = Asked(at, shift) })];
        Sliders = [.. shifts.Select(Of)];
        Changes =
        [
            .. shifts
                .Where(shift => shift.By != 0)
                .Select(shift =>
                    (
                        shift,
                        (boat.TurnedBy([.. Now.Hidden, .. shifts]) ?? 0)
                            - (boat.TurnedBy([.. Now.Hidden, .. shifts.Where(other => other != shift)]) ?? 0)
                    )
                ),
        ];
        var (pose, _) = boat.Shifted([.. Now.Hidden, .. shifts]);
        Helm = Class.Helm.Target.Degrees + (boat.TurnedBy([.. Now.Hidden, .. shifts]) ?? 0);
        Drawing = BoatBalance.Of(drawing, boat.Sails, pose) is { } balance ? BalanceDrawing.Of(drawing, boat.Sails, balance, pose) : null;
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

    /// <summary>A slider's number of the address, held to its ends; zero where there is none.</summary>
    private double Asked(int at, Shift shift) =>
        double.TryParse(Request.Query[$"s{at}"], NumberStyles.Float, CultureInfo.InvariantCulture, out var number)
        && double.IsFinite(number)
            ? Math.Clamp(number, -Ends(shift), Ends(shift))
            : 0;
}
