using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Regatta.Application.Logbook;
using Regatta.Application.Reading;
using Regatta.Core.Fleet;
using Regatta.Core.Matrices;
using Regatta.Core.Outings;
using Regatta.Core.Station;
using Regatta.Core.Units;
using Regatta.Core.Wind;
using Regatta.Store;
using Regatta.Web.Access;
using Regatta.Web.Forms;
using Regatta.Web.Station;

namespace Regatta.Web.Pages.Logging;

/// <summary>Logs a session, prefilled from the card; for members. The form speaks of one version and is read on that version's
/// scales.</summary>
[Authorize(Policies.Member)]
public sealed class LogModel(
    ClubContext here,
    BoatReadings readings,
    Crews crews,
    Outings outings,
    WindLog windLog,
    StationStates stations,
    Versions versions,
    LogSession session,
    ClubClock clock,
    UnitPreferences units
) : PageModel
{
    /// <summary>The class as the version has it; as the draft has it before there is one.</summary>
    public ClassDefinition Class { get; private set; } = null!;

    /// <summary>The version the form speaks of; null before anything is published.</summary>
    public PublishedVersion? Version { get; private set; }

    /// <summary>The band the form was prefilled for.</summary>
    public WindBand Band { get; private set; } = null!;

    /// <summary>The boat it was sailed in, and those it could have been.</summary>
    public BoatChoice Choice { get; private set; } = null!;

    /// <summary>The class's controls as the boat and the sailor's hand read them.</summary>
    public IEnumerable<Control> Controls => Class.Marked.Select(Choice.Readings.AsRead);

    /// <summary>With which sails, sailed how.</summary>
    public Layer Layer { get; private set; }

    public Layers Layers => Class.Layers;

    public LogForm Form { get; private set; } = new(new Dictionary<string, string>());

    /// <summary>The address of this form for another boat.</summary>
    public string For(string boat) =>
        $"{here.ClassPath}/log?wind={NumberText.Plain(Band.Middle.In(units.Wind), 1)}&unit={Uri.EscapeDataString(units.Wind.Symbol())}"
        + $"&boat={boat}&plan={Layer.Plan}&mode={Layer.Mode}";

    public async Task OnGetAsync(string? wind, string? boat, string? plan, string? mode, long? outing)
    {
        await LoadAsync((await here.ClassAsync()).Newest, wind, boat, plan, mode);
        if (Version is { } version)
        {
            var own = await crews.OwnAsync(here.Class.Class, User.Id());
            var (sailed, at) = outing is { } number ? await OfOutingAsync(number) : (null, clock.Now);
            Band = sailed is null ? Band : version.Set.Bands.At(sailed.Mean);
            Form = LogForm.Prefilled(
                version.Set.AsSailed(Layer),
                Band,
                sailed ?? WindRange.Of(Band.From, Band.To, null).Value,
                version.Number,
                units.Wind,
                clock.Field(at),
                own?.Mass,
                units.Mass,
                Choice
            );
        }
    }

    public async Task<IActionResult> OnPostAsync()
    {
        var typed = Request.Typed();
        // A phone may send a form of a version that is no longer the newest: it is read on the scales it was filled in on.
        var newest = (await here.ClassAsync()).Newest;
        var version =
            int.TryParse(typed.GetValueOrDefault("version"), out var number) && number != newest?.Number
                ? await versions.FindAsync(here.Class.Class, number) ?? newest
                : newest;
        await LoadAsync(
            version,
            typed.GetValueOrDefault("windFrom"),
            typed.GetValueOrDefault("boat", BoatChoice.OfTheClass),
            typed.GetValueOrDefault("plan"),
            typed.GetValueOrDefault("mode")
        );
        if (Version is null)
        {
            return NotFound();
        }

        Form = new(typed);
        var log = Form.Read(Class, Layer, Choice.Readings, clock.Read(Form["sailedAt"]), units.Wind, units.Mass);
        if (log is null)
        {
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        }

        var measured = Class.Marked.Where(control =>
            log.Marks.TryGetValue(control.Key, out var mark)
            && Choice.Readings.TrustOf(control, mark) is ReadingTrust.Measured or ReadingTrust.NothingToCheck
        );
        var sailed = new SailedMarks(Choice.Boat?.Number, measured.Select(control => control.Key).ToHashSet());
        var kept = await session.AddAsync(here.Actor, here.Class.Class, sailed, log with { Version = Version.Number });
        return Redirect($"{here.Path}/logbook/{kept}?sent=true");
    }

    /// <summary>The wind of a day on the water at this class's height, and its middle; no wind where the station heard none.</summary>
    private async Task<(WindRange? Wind, DateTimeOffset At)> OfOutingAsync(long number)
    {
        if (await outings.FindAsync(here.Club.Ref, number) is not { Outing: var day })
        {
            return (null, clock.Now);
        }

        var middle = day.From + ((day.To - day.From) / 2);
        var blocks = await windLog.BlocksAsync(here.Club.Ref, WindSummary.BlockOf(day.From), day.To);
        return (Outing.WindOf(blocks, stations.Of(here.Club.Ref).Height, Class.WindHeight), middle < clock.Now ? middle : clock.Now);
    }

    private async Task LoadAsync(PublishedVersion? version, string? wind, string? boat, string? plan, string? mode)
    {
        Version = version;
        Class = version?.Class ?? (await here.ClassAsync()).Class;
        Choice = await readings.ForAsync(here.Class.Class, User.Id(), boat);
        Band = Class.Bands.At(
            wind is not null && WindRange.ReadSpeed(wind, units.Wind) is { Ok: true } read ? read.Value : Class.Helm.ReferenceWind
        );
        Layer = version?.Set.LayerIn(Band, plan, mode) ?? Class.Layers.First;
    }
}
