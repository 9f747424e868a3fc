using Microsoft.AspNetCore.RateLimiting;
using Regatta.Formats.Gpx;

namespace Regatta.Web.Pages.Logging;

/// <summary>One of a member's own sessions; another's is as if it were not there.</summary>
[Authorize(Policies.Member)]
[RequestSizeLimit(Limits.TrackBytes + Limits.FormBytes)]
[EnableRateLimiting(RequestLimits.Uploads)]
public sealed class LogDetailsModel(
    ClubContext here,
    IReadLogs logs,
    IReadEarlierLogs earlierLogs,
    IReadLogTracks tracks,
    LogSession own,
    IReadVersions versions,
    BoatReadings readings,
    IReadWindLog wind,
    UnitPreferences units,
    ClubClock clock
) : PageModel
{
    [BindProperty(SupportsGet = true)]
    public LogOutcome? Sent { get; set; }

    /// <summary>What it said before each correction, of what was corrected; the newest correction first.</summary>
    public IReadOnlyList<(DateTimeOffset CorrectedAt, IReadOnlyList<(string What, string Said)> Before)> Corrections { get; private set; } =
    [];

    public OwnLog Entry { get; private set; } = null!;

    public ClassDefinition Class { get; private set; } = null!;

    /// <summary>What it says, its marks read on the boat they were sailed on; those of controls the class has given up too.</summary>
    public IReadOnlyList<(string What, string Said)> Facts { get; private set; } = [];

    /// <summary>Of each run what it says, and how far its check counts.</summary>
    public IReadOnlyList<(Run Run, IReadOnlyList<(string What, string Said)> Facts, CheckWeight? Weight)> Runs { get; private set; } = [];

    /// <summary>What each run tells its sailor.</summary>
    public IReadOnlyList<RunAdvice> Advice { get; private set; } = [];

    /// <summary>A control as it is read on the boat she was sailed on.</summary>
    public Func<Control, Control> Read { get; private set; } = control => control;

    /// <summary>Whether it may still be corrected.</summary>
    public bool MayCorrect { get; private set; }

    public async Task<IActionResult> OnGetAsync(long number)
    {
        if (await logs.OwnAsync(here.Club.Ref, User.Id(), number) is not { } entry || await here.ClassAsync(entry.Class) is not { } view)
        {
            return NotFound();
        }

        Entry = entry;
        Class = view.Class;
        var boat = entry.Boat?.ToString(System.Globalization.CultureInfo.InvariantCulture) ?? BoatChoice.OfTheClass;
        var choice = await readings.ForAsync(view.Ref, User.Id(), boat);
        // A log is read on the scales of the version its card was of; a control that came later, on its own.
        var read = entry.Log.Version is { } version ? (await versions.FindAsync(view.Ref, version))?.Class : null;
        var then = read?.Known.ToList() ?? [];
        var known = then.Concat(Class.Known.Where(control => then.TrueForAll(old => old.Key != control.Key)))
            .Select(choice.Readings.AsRead)
            .ToList();
        // What was asked then and is not now stays readable by its own words.
        var asked = read is null
            ? Class
            : Class with
            {
                RetiredQuestions =
                [
                    .. read
                        .KnownQuestions.Concat(Class.RetiredQuestions)
                        .Where(question => Class.Questions.All(now => now.Key != question.Key))
                        .DistinctBy(question => question.Key),
                ],
            };
        var words = new LogWords(asked, known, units, clock);
        Facts = words.Of(entry.Log, entry.BoatName);
        Runs = [.. entry.Log.Runs.Select(run => (run, words.Of(run), run.Check is { } check ? CheckValidity.Weigh(check) : null))];
        (Advice, Read) = ([.. entry.Log.Runs.Select(run => RunAdvice.Of(view, entry.Log, run, entry.Boat))], choice.Readings.AsRead);
        MayCorrect = entry.Log.MayBeCorrected(clock.Now);
        var said = words.Whole(entry.Log);
        foreach (var earlier in await earlierLogs.OfAsync(here.Club.Ref, User.Id(), number))
        {
            var before = words.Whole(earlier.Log);
            Corrections =
            [
                .. Corrections,
                (
                    earlier.ReplacedAt,
                    [
                        .. before
                            .Keys.Union(said.Keys)
                            .Where(what => before.GetValueOrDefault(what) != said.GetValueOrDefault(what))
                            .Select(what => (what, before.GetValueOrDefault(what, "nothing"))),
                    ]
                ),
            ];
            said = before;
        }

        Track = await tracks.FindAsync(here.Club.Ref, number);
        return Page();
    }

    /// <summary>What her track said, and the wind it was read against; null without one.</summary>
    public (Angle WindFrom, TrackSummary Track)? Track { get; private set; }

    /// <summary>What was typed with a track, and what was wrong.</summary>
    public FormReader TrackForm { get; } = new();

    public string WindTyped { get; private set; } = "";

    /// <summary>Reads a track beside the log. Without a direction typed, the station's of that time counts.</summary>
    public async Task<IActionResult> OnPostTrackAsync(long number, IFormFile? track, string? direction)
    {
        if (await OnGetAsync(number) is not PageResult page)
        {
            return NotFound();
        }

        WindTyped = direction ?? "";
        var points =
            track is null || track.Length is 0 or > Limits.TrackBytes
                ? TrackForm.Take(
                    "track",
                    Parsed<IReadOnlyList<TrackPoint>>.Bad(
                        track is null || track.Length == 0
                            ? "Choose a GPX file first."
                            : $"It is larger than {Limits.TrackBytes / 1024 / 1024} MiB."
                    )
                )
                : TrackForm.Take("track", GpxTrack.Read(track.OpenReadStream()));
        var from = TrackForm.May(
            "direction",
            direction,
            text =>
                NumberText
                    .Read(text)
                    .Then(read =>
                        read.Number is < 0 or > 360
                            ? Parsed<Angle>.Bad("A direction lies between 0 and 360 degrees from north.")
                            : Parsed<Angle>.Good(Angle.FromDegrees(read.Number))
                    )
        );
        if (TrackForm.Ok && points is { } known)
        {
            from ??= (await wind.BlocksAsync(here.Club.Ref, WindSummary.BlockOf(known[0].At), known[^1].At))
                .Select(block => block.Direction)
                .FirstOrDefault(place => place is not null);
            if (from is not { } blew)
            {
                TrackForm.Refuse("direction", "The station knows no direction for that time. Write where the wind came from.");
            }
            else if (TrackForm.Take("track", TrackSummary.Of(known, blew)) is { } summary)
            {
                await own.KeepTrackAsync(here.Actor, number, blew, summary);
                return RedirectToPage(new { number });
            }
        }

        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return page;
    }

    public async Task<IActionResult> OnPostAsync(long number) =>
        await own.RemoveAsync(here.Actor, number) ? Redirect(here.Path + "/logbook") : NotFound();
}
