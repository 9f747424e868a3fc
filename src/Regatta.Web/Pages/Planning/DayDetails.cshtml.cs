using System.Globalization;
using Regatta.Web.Station;

namespace Regatta.Web.Pages.Planning;

/// <summary>One day on the water: the wind it had, which boats have logged, and the way to the log. For members; the coordinator takes it
/// out.</summary>
[Authorize(Policies.ReadsClub)]
public sealed class DayDetailsModel(
    ClubContext here,
    IReadOutings outings,
    PlanDays plan,
    IReadClasses classes,
    IReadTrials trials,
    IReadAttendance comers,
    IReadBoats boats,
    IReadWindLog wind,
    StationStates stations,
    ClubClock clock
) : PageModel
{
    private IReadOnlyList<ClassName> fleet = [];
    private IReadOnlyList<BoatOut> all = [];

    public PlannedOuting Day { get; private set; } = null!;

    /// <summary>What the station measured in its time, at the station's height; null when it measured nothing.</summary>
    public WindRange? Measured { get; private set; }

    public int Blocks { get; private set; }

    public IReadOnlyList<BoatOut> Boats => Day.Outing.Kind == OutingKind.Marking ? [] : all;

    /// <summary>Who says they come.</summary>
    public IReadOnlyList<Attendee> Attendees { get; private set; } = [];

    /// <summary>Whether one comes oneself.</summary>
    public AttendanceForm Ask => new(Day, all, NameOf, Attendees.FirstOrDefault(attendee => attendee.Person == here.Actor.Person), null);

    /// <summary>What would teach most in each class in the wind that is forecast; of a day to come.</summary>
    public IReadOnlyList<(ClassDefinition Class, WindBand Band, TestChoice Choice)> ToTest { get; private set; } = [];

    /// <summary>The drills and procedures its plan names, of each class that sails, as sailors have them.</summary>
    public IReadOnlyList<(ClassDefinition Class, Procedure Drill)> Drills { get; private set; } = [];

    /// <summary>What is tried that day.</summary>
    public IReadOnlyList<PlannedTrial> Tried { get; private set; } = [];

    /// <summary>What the boats of each class lack, on a day for marking; none on another.</summary>
    public IReadOnlyList<(ClassDefinition Class, MarkingDay Day)> Marking { get; private set; } = [];

    public string TimeOf(DateTimeOffset time) => TimeZoneInfo.ConvertTime(time, clock.Zone).ToString("HH:mm", CultureInfo.InvariantCulture);

    public bool Over => Day.Outing.To < clock.Now;

    public string NameOf(string classKey) => fleet.FirstOrDefault(line => line.Key == classKey)?.Name ?? classKey;

    public async Task<IActionResult> OnGetAsync(long number)
    {
        if (await outings.FindAsync(here.Club.Ref, number) is not { } day)
        {
            return NotFound();
        }

        Day = day;
        fleet = await classes.NamesAsync(here.Club.Ref);
        all = await outings.BoatsAsync(here.Club.Ref, day);
        Attendees = await comers.AllAsync(here.Club.Ref, number);
        var views = (await here.ClassesAsync()).Classes.Where(view => day.Outing.Classes.Contains(view.Class.Key)).ToList();
        Marking = day.Outing.Kind == OutingKind.Marking ? await MarkingAsync(day.Outing, views) : [];
        ToTest =
            day.Outing is { Kind: OutingKind.Training, Forecast: not null } && !Over
                ?
                [
                    .. views
                        .Select(view => MostTeaching(view, day.Outing.ForecastAt(view.Class.WindHeight)!))
                        .OfType<(ClassDefinition, WindBand, TestChoice)>(),
                ]
                : [];
        Drills = [.. views.SelectMany(view => day.Outing.Named(view.OfSailors).Select(drill => (view.OfSailors, drill)))];
        Tried = await trials.OfDayAsync(here.Club.Ref, number);
        var blocks = await wind.BlocksAsync(here.Club.Ref, WindSummary.BlockOf(day.Outing.From), day.Outing.To);
        var height = stations.Of(here.Club.Ref).Height;
        (Measured, Blocks) = (Outing.WindOf(blocks, height, height), blocks.Count);
        return Page();
    }

    private static (ClassDefinition, WindBand, TestChoice)? MostTeaching(ClassView view, WindRange forecast)
    {
        var planMode = view.Set.PlanModes.Nearest(null, null);
        var (matrix, band) = (view.Set.AsSailed(planMode), view.Class.Bands.At(forecast.Mean));
        return NextTest.Of(view.On(planMode).Evidence, matrix, band) is [var choice, ..] ? (view.Class, band, choice) : null;
    }

    private async Task<IReadOnlyList<(ClassDefinition Class, MarkingDay Day)>> MarkingAsync(Outing day, IEnumerable<ClassView> views)
    {
        var marking = new List<(ClassDefinition, MarkingDay)>();
        foreach (var view in views)
        {
            marking.Add((view.Class, MarkingDay.Of(view.Class, [.. (await boats.AllAsync(view.Ref)).InUse()], day.From)));
        }

        return marking;
    }

    public async Task<IActionResult> OnPostAsync(long number)
    {
        if (await outings.FindAsync(here.Club.Ref, number) is { } day)
        {
            here.Note.Tell(day.Outing.Title, day.Outing.From.ToString("u"), "");
        }

        await plan.RemoveAsync(here.Actor, number);
        return Redirect(here.Path + "/calendar");
    }
}
