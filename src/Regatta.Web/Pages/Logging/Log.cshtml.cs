using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Regatta.Core.Fleet;
using Regatta.Core.Matrices;
using Regatta.Core.Wind;
using Regatta.Store;
using Regatta.Web.Access;
using Regatta.Web.Benches;

namespace Regatta.Web.Pages.Logging;

/// <summary>Logs a session, prefilled from the card; for members.</summary>
[Authorize(Policies.Member)]
public sealed class LogModel(BenchRoom room, Logs logs, ClubClock clock, Reader reader) : PageModel
{
    private Bench bench = null!;

    public BoatClass Class => bench.Class;

    public PublishedMatrix? Version => bench.Newest;

    /// <summary>The band the form was prefilled for.</summary>
    public WindBand Band { get; private set; } = null!;

    public LogForm Form { get; private set; } = new(new Dictionary<string, string>());

    public async Task<IActionResult> OnGetAsync(string key, string? wind)
    {
        if (!await LoadAsync(key, wind))
        {
            return NotFound();
        }

        if (Version is { } version)
        {
            var lastMass = (await logs.OwnAsync(User.Id())).FirstOrDefault(log => log.ClassKey == key && log.Log.CrewMass is not null)?.Log.CrewMass;
            Form = LogForm.Prefilled(version.Matrix, Band, version.Number, reader.Wind, await clock.FieldAsync(clock.Now), lastMass, reader.Mass);
        }

        return Page();
    }

    public async Task<IActionResult> OnPostAsync(string key)
    {
        var typed = Request.Form.ToDictionary(field => field.Key, field => field.Value.ToString());
        if (!await LoadAsync(key, typed.GetValueOrDefault("windFrom")) || Version is null)
        {
            return NotFound();
        }

        Form = new(typed);
        var log = Form.Read(Class, await clock.ReadAsync(Form["sailedAt"]), reader.Wind, reader.Mass);
        if (log is null)
        {
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        }

        var number = await logs.AddAsync(bench.Draft.Stamp.Id, User.Id(), log);
        return Redirect($"/logbook/{number}?sent=true");
    }

    private async Task<bool> LoadAsync(string key, string? wind)
    {
        if (await room.FindAsync(key) is not { } found)
        {
            return false;
        }

        bench = found;
        var bands = Version?.Matrix.Bands ?? bench.Matrix.Bands;
        Band = bands.At(wind is not null && WindRange.ReadSpeed(wind, reader.Wind) is { Ok: true } read ? read.Value : Class.Helm.ReferenceWind);
        return true;
    }
}
