using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Regatta.Core;
using Regatta.Core.Checks;
using Regatta.Core.Fleet;
using Regatta.Core.Station;
using Regatta.Core.Tracks;
using Regatta.Core.Units;
using Regatta.Formats.Gpx;
using Regatta.Store;
using Regatta.Web.Access;
using Regatta.Web.Benches;
using Regatta.Web.Forms;

namespace Regatta.Web.Pages.Logging;

/// <summary>One of a member's own sessions; another's is as if it were not there.</summary>
[Authorize(Policies.Member)]
public sealed class OneLogModel(Logs logs, BenchRoom room, ReadingRoom readings, WindLog wind) : PageModel
{
    [BindProperty(SupportsGet = true)]
    public bool Sent { get; set; }

    public OwnLog Entry { get; private set; } = null!;

    public BoatClass Class { get; private set; } = null!;

    /// <summary>The marks as sailed, read on the boat they were sailed on; those of controls the class has given up too.</summary>
    public IReadOnlyList<(string Control, string Mark)> Marks { get; private set; } = [];

    public CheckWeight? Weight { get; private set; }

    public async Task<IActionResult> OnGetAsync(long number)
    {
        if (await logs.OwnAsync(User.Id(), number) is not { } entry)
        {
            return NotFound();
        }

        Entry = entry;
        var bench = (await room.FindAsync(entry.ClassKey))!;
        Class = bench.Class;
        var choice = await readings.ForAsync(bench.Draft.Stamp.Id, User.Id(), entry.Boat?.ToString(System.Globalization.CultureInfo.InvariantCulture) ?? BoatChoice.OfTheClass);
        Marks = [.. Class.Known.Where(control => entry.Log.Marks.ContainsKey(control.Key)).Select(control =>
            (control.Name + (Class.Find(control.Key) is null ? ", no longer used" : ""), choice.Readings.AsRead(control).Scale.Show(entry.Log.Marks[control.Key])))];
        Track = await logs.TrackAsync(number);
        Weight = entry.Log.Check is { } check ? CheckValidity.Weigh(check) : null;
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
        var points = track is null || track.Length is 0 or > GpxTrack.MostBytes
            ? TrackForm.Take("track", Parsed<IReadOnlyList<TrackPoint>>.Bad(track is null || track.Length == 0 ? "Choose a GPX file first." : $"It is larger than {GpxTrack.MostBytes / 1024 / 1024} MiB."))
            : TrackForm.Take("track", GpxTrack.Read(track.OpenReadStream()));
        var from = TrackForm.May("direction", direction, text => NumberText.Read(text).Then(read => read.Number is < 0 or > 360
            ? Parsed<Angle>.Bad("A direction lies between 0 and 360 degrees from north.")
            : Parsed<Angle>.Good(Angle.FromDegrees(read.Number))));
        if (TrackForm.Ok && points is { } known)
        {
            from ??= (await wind.BlocksAsync(WindSummary.BlockOf(known[0].At), known[^1].At)).Select(block => block.Direction).FirstOrDefault(one => one is not null);
            if (from is not { } blew)
            {
                TrackForm.Refuse("direction", "The station knows no direction for that time. Write where the wind came from.");
            }
            else if (TrackForm.Take("track", TrackSummary.Of(known, blew)) is { } summary)
            {
                await logs.KeepTrackAsync(User.Id(), number, blew, summary);
                return RedirectToPage(new { number });
            }
        }

        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return page;
    }

    public async Task<IActionResult> OnPostAsync(long number) =>
        await logs.RemoveOwnAsync(User.Id(), number) ? Redirect("/logbook") : NotFound();
}
