using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Regatta.Core.Fleet;
using Regatta.Core.Matrices;
using Regatta.Core.Units;
using Regatta.Core.Wind;
using Regatta.Store;
using Regatta.Web.Access;
using Regatta.Web.Benches;
using Regatta.Web.Station;

using Regatta.Web.Forms;

namespace Regatta.Web.Pages.Logging;

/// <summary>Logs a session, prefilled from the card; for members.</summary>
[Authorize(Policies.Member)]
public sealed class LogModel(BenchRoom room, ReadingRoom readings, Crews crews, Outings outings, WindLog windLog, StationDesk desk, Logs logs, ClubClock clock, Reader reader) : PageModel
{
    private Bench bench = null!;

    public BoatClass Class => bench.Class;

    public PublishedMatrix? Version => bench.Newest;

    /// <summary>The band the form was prefilled for.</summary>
    public WindBand Band { get; private set; } = null!;

    /// <summary>The boat it was sailed in, and those it could have been.</summary>
    public BoatChoice Choice { get; private set; } = null!;

    /// <summary>The class's controls as the boat and the sailor's hand read them.</summary>
    public IEnumerable<Control> Controls => Class.Marked.Select(Choice.Readings.AsRead);

    /// <summary>The address of this form for another boat.</summary>
    public string For(string boat) => $"/classes/{Class.Key}/log?wind={NumberText.Plain(Band.Middle.In(reader.Wind), 1)}&unit={Uri.EscapeDataString(reader.Wind.Symbol())}&boat={boat}&plan={Layer.Plan}&mode={Layer.Mode}";

    /// <summary>With which sails, sailed how.</summary>
    public Layer Layer { get; private set; }

    public Layers Layers => (Version?.Set ?? bench.Set).Layers;

    public LogForm Form { get; private set; } = new(new Dictionary<string, string>());

    public async Task<IActionResult> OnGetAsync(string key, string? wind, string? boat, string? plan, string? mode, long? outing)
    {
        if (!await LoadAsync(key, wind, boat, plan, mode))
        {
            return NotFound();
        }

        if (Version is { } version)
        {
            var own = await crews.OwnAsync(User.Id(), bench.Draft.Stamp.Id);
            var (sailed, at) = outing is { } number ? await OfOutingAsync(number) : (null, clock.Now);
            Band = sailed is null ? Band : version.Set.Bands.At(sailed.Mean);
            Form = LogForm.Prefilled(version.Set.AsSailed(Layer), Band, sailed ?? WindRange.Of(Band.From, Band.To, null).Value, version.Number, reader.Wind, await clock.FieldAsync(at), own?.Mass, reader.Mass, Choice);
        }

        return Page();
    }

    public async Task<IActionResult> OnPostAsync(string key)
    {
        var typed = Request.Typed();
        if (!await LoadAsync(key, typed.GetValueOrDefault("windFrom"), typed.GetValueOrDefault("boat", BoatChoice.OfTheClass), typed.GetValueOrDefault("plan"), typed.GetValueOrDefault("mode")) || Version is null)
        {
            return NotFound();
        }

        Form = new(typed);
        var log = Form.Read(Class, Layer, Choice.Readings, await clock.ReadAsync(Form["sailedAt"]), reader.Wind, reader.Mass);
        if (log is null)
        {
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        }

        var measured = Class.Marked.Where(control => log.Marks.TryGetValue(control.Key, out var mark) && Choice.Readings.TrustOf(control, mark) is ReadingTrust.Measured or ReadingTrust.NothingToCheck);
        var number = await logs.AddAsync(bench.Draft.Stamp.Id, User.Id(), new(Choice.Boat?.Number, measured.Select(control => control.Key).ToHashSet()), log);
        return Redirect($"/logbook/{number}?sent=true");
    }

    /// <summary>The wind of a day on the water at this class's height, and its middle; no wind where the station heard none.</summary>
    private async Task<(WindRange? Wind, DateTimeOffset At)> OfOutingAsync(long number)
    {
        if (await outings.FindAsync(number) is not { Outing: var day })
        {
            return (null, clock.Now);
        }

        var middle = day.From + ((day.To - day.From) / 2);
        var blocks = await windLog.BlocksAsync(Core.Station.WindSummary.BlockOf(day.From), day.To);
        return (Core.Outings.Outing.WindOf(blocks, desk.Height, Class.WindHeight), middle < clock.Now ? middle : clock.Now);
    }

    private async Task<bool> LoadAsync(string key, string? wind, string? boat, string? plan, string? mode)
    {
        if (await room.FindAsync(key) is not { } found)
        {
            return false;
        }

        bench = found;
        Choice = await readings.ForAsync(bench.Draft.Stamp.Id, User.Id(), boat);
        var set = Version?.Set ?? bench.Set;
        var bands = set.Bands;
        Band = bands.At(wind is not null && WindRange.ReadSpeed(wind, reader.Wind) is { Ok: true } read ? read.Value : Class.Helm.ReferenceWind);
        Layer = set.LayerIn(Band, plan, mode);
        return true;
    }
}
