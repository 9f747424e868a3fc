using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Regatta.Application.Logbook;
using Regatta.Application.Reading;
using Regatta.Core.Evidence;
using Regatta.Core.Fleet;
using Regatta.Core.Matrices;
using Regatta.Core.Sheets;
using Regatta.Core.Units;
using Regatta.Core.Wind;
using Regatta.Store;
using Regatta.Web.Access;
using Regatta.Web.Forms;

namespace Regatta.Web.Pages.Logging;

/// <summary>Logs a session, prefilled from the card; for members. The form speaks of one version and is read on that version's
/// scales.</summary>
[Authorize(Policies.Member)]
public sealed class LogModel(
    ClubContext here,
    BoatReadings readings,
    Crews crews,
    SailedWinds winds,
    Versions versions,
    Logs logs,
    LogSession session,
    ClubClock clock,
    UnitPreferences units
) : PageModel
{
    /// <summary>The class as the version has it; as the draft has it before there is one.</summary>
    public ClassDefinition Class { get; private set; } = null!;

    /// <summary>The version the form speaks of; null before anything is published.</summary>
    public PublishedVersion? Version { get; private set; }

    /// <summary>The card the form was filled in from; null before anything is published.</summary>
    public CardReading? Card { get; private set; }

    /// <summary>Whether the form says what a log said that is to be corrected.</summary>
    public bool Corrects { get; private set; }

    /// <summary>Where the wind in the form came from, in a sentence.</summary>
    public string WindCameFrom { get; private set; } = "";

    /// <summary>The boat it was sailed in, and those it could have been.</summary>
    public BoatChoice Choice { get; private set; } = null!;

    /// <summary>The class's controls as the boat and the sailor's hand read them.</summary>
    public IEnumerable<Control> Controls => Class.Marked.Select(Choice.Readings.AsRead);

    /// <summary>With which sails, sailed how.</summary>
    public Layer Layer => Card?.Layer ?? Class.Layers.First;

    public Layers Layers => Class.Layers;

    public LogForm Form { get; private set; } = new(new Dictionary<string, string>());

    /// <summary>Where the marks in the form came from.</summary>
    public string MarksCameFrom =>
        Card is not { } card ? ""
        : Corrects ? "As you sent them" + (Choice.Boat is { } sailed ? $", on {sailed.Name}" : "")
        : $"As your card says for {Said(card.Wind)}, {card.Card.Band.Name}"
            + (card.Effective == card.Wind ? "" : $", read as {Said(card.Effective)} for your crew")
            + (Choice.Boat is { } boat ? $", on {boat.Name}" : "");

    private string Said(Speed wind) => $"{NumberText.Plain(wind.In(units.Wind), 1)} {units.Wind.Symbol()}";

    /// <summary>The address of this form for another boat.</summary>
    public string For(string boat) =>
        $"{here.ClassPath}/log?wind={NumberText.Plain(Card!.Wind.In(units.Wind), 1)}&unit={Uri.EscapeDataString(units.Wind.Symbol())}"
        + $"&boat={boat}&plan={Layer.Plan}&mode={Layer.Mode}";

    /// <summary>Opens the form: a fresh one, or a log of one's own to correct.</summary>
    public async Task<IActionResult> OnGetAsync(string? wind, string? boat, string? plan, string? mode, long? outing, long? correct)
    {
        if (correct is { } logged)
        {
            return await OpenAgainAsync(logged) ? Page() : NotFound();
        }

        var own = await crews.OwnAsync(here.Class.Class, User.Id());
        var version = (await here.ClassAsync()).Newest;
        var height = (version?.Class ?? (await here.ClassAsync()).Class).WindHeight;
        var (sailed, at, source) = outing is { } number ? await winds.OfOutingAsync(number, height) : await winds.OfStationAsync(height);
        await LoadAsync(version, Asked(wind) ?? sailed?.Mean, own?.Mass, boat, plan, mode);
        if (Version is not null)
        {
            WindCameFrom = source;
            Form = new(LogPrefill.Fresh(Card!, sailed, units.Wind, clock.Field(at), own?.Mass, units.Mass, Choice));
        }

        return Page();
    }

    /// <summary>A log as it was sent, under its own key, so that what is sent now corrects it.</summary>
    private async Task<bool> OpenAgainAsync(long number)
    {
        if (await logs.OwnAsync(here.Club.Ref, User.Id(), number) is not { } own || own.Class != here.Class.Class)
        {
            return false;
        }

        var newest = (await here.ClassAsync()).Newest;
        var version = own.Log.Version is { } seen ? await versions.FindAsync(own.Class, seen) ?? newest : newest;
        var boat = own.Boat?.ToString(System.Globalization.CultureInfo.InvariantCulture) ?? BoatChoice.OfTheClass;
        var layer = own.Log.Layer;
        await LoadAsync(version, own.Log.Wind.Mean, own.Log.CrewMass, boat, layer.Plan.Name, layer.Mode.Name);
        if (Card is { } card)
        {
            Corrects = true;
            Form = new(LogPrefill.Again(own.Log, card, units.Wind, clock.Field(own.Log.SailedAt), units.Mass, Choice));
        }

        return Version is not null;
    }

    public async Task<IActionResult> OnPostAsync()
    {
        var typed = Request.Typed();
        // A phone may send a form of a version that is no longer the newest: it is read on the scales it was filled in on.
        var view = await here.ClassAsync();
        var version =
            int.TryParse(typed.GetValueOrDefault("version"), out var number) && number != view.Newest?.Number
                ? await versions.FindAsync(here.Class.Class, number) ?? view.Newest
                : view.Newest;
        await LoadAsync(
            version,
            Asked(typed.GetValueOrDefault(LogForm.CardWind)) ?? Asked(typed.GetValueOrDefault("windFrom")),
            (await crews.OwnAsync(here.Class.Class, User.Id()))?.Mass,
            typed.GetValueOrDefault("boat", BoatChoice.OfTheClass),
            typed.GetValueOrDefault("plan"),
            typed.GetValueOrDefault("mode")
        );
        if (Version is null)
        {
            return NotFound();
        }

        Form = new(typed);
        var proposals = view.Set.Layers.Has(Layer) ? view.On(Layer).Proposals : new Dictionary<CellAddress, Proposal>();
        var log = Form.Read(Version, Layer, Choice.Readings, proposals, clock.Read(Form["sailedAt"]), units.Wind, units.Mass);
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
        var kept = await session.AddAsync(here.Actor, here.Class.Class, sailed, log);
        return Redirect($"{here.Path}/logbook/{kept.Number}?sent={kept.Outcome}");
    }

    private Speed? Asked(string? wind) =>
        wind is not null && WindRange.ReadSpeed(wind, units.Wind) is { Ok: true } read ? read.Value : null;

    private async Task LoadAsync(PublishedVersion? version, Speed? wind, Mass? crew, string? boat, string? plan, string? mode)
    {
        Version = version;
        Class = version?.Class ?? (await here.ClassAsync()).Class;
        Choice = await readings.ForAsync(here.Class.Class, User.Id(), boat);
        Card = version is null ? null : CardReading.Of(version, wind ?? Class.Helm.ReferenceWind, plan, mode, crew, Choice.Readings);
    }
}
