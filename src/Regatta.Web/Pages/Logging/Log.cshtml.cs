using Regatta.Web.Live;

namespace Regatta.Web.Pages.Logging;

/// <summary>Logs a session, prefilled from the card; for members. The form speaks of one version and is read on that version's
/// scales.</summary>
[Authorize(Policies.Member)]
public sealed partial class LogModel(
    ClubContext here,
    CardReaderOf readers,
    SailedWinds winds,
    LogRuns runs,
    IReadVersions versions,
    IReadLogs logs,
    LogSession session,
    ClubClock clock,
    UnitPreferences units
) : PageModel
{
    private IReadOnlyList<CardReading> cards = [];
    private string windCameFrom = "";

    /// <summary>The class as the version has it; as the draft has it before there is one.</summary>
    public ClassDefinition Class { get; private set; } = null!;

    /// <summary>The version the form speaks of; null before anything is published.</summary>
    public PublishedVersion? Version { get; private set; }

    /// <summary>Whether the form says what a log said that is to be corrected.</summary>
    public bool Corrects => Form[LogForm.Corrects].Length > 0;

    /// <summary>Whether notes made afloat cut it into runs.</summary>
    public bool IsCut => Form[LogForm.NotedUntil].Length > 0;

    /// <summary>Who logs, and the boats it could have been.</summary>
    public ReaderChoice Who { get; private set; } = null!;

    public BoatChoice Choice => Who.Choice;

    public LogForm Form { get; private set; } = new(new Dictionary<string, string>());

    /// <summary>Its runs as they are shown.</summary>
    public IEnumerable<RunView> Runs =>
        cards.Select(
            (card, at) =>
                new RunView(
                    at + 1,
                    card,
                    Form.Run(at + 1),
                    Class,
                    [.. Class.Marked.Where(control => control.BelongsTo(card.PlanMode)).Select(Choice.Readings.AsRead)],
                    CameFrom(card),
                    IsCut ? "The station’s of these minutes, where it heard any." : windCameFrom,
                    cards.Count > 1
                )
        );

    /// <summary>What this form was asked for, to ask the same of another boat.</summary>
    public IEnumerable<(string Name, string Value)> BoatQuery =>
        here.Address("log").At(cards[0].Wind, units.Wind).In(cards[0].PlanMode).For(cards[0].Purpose).Query;

    /// <summary>Opens the form: a fresh one, or a log of one's own to correct.</summary>
    public async Task<IActionResult> OnGetAsync(
        string? wind,
        string? boat,
        string? plan,
        string? mode,
        string? purpose,
        long? outing,
        long? correct
    )
    {
        if (correct is { } logged)
        {
            return await OpenAgainAsync(logged);
        }

        await LoadAsync((await here.ClassAsync()).Newest, boat, purpose);
        if (Version is not { } version)
        {
            return Page();
        }

        var cut = outing is null ? await runs.CutAsync() : [];
        if (cut.Count > 0)
        {
            await LoadAsync(version, cut[0].Note.Boat?.ToString(System.Globalization.CultureInfo.InvariantCulture) ?? boat, purpose);
        }

        var (sailed, at, source) = outing is { } number
            ? await winds.OfOutingAsync(number, Class.WindHeight)
            : await winds.OfStationAsync(Class.WindHeight);
        var opened =
            cut.Count > 0
                ? await runs.OpenAsync(version, cut, Who.Reader)
                : [LogRuns.AsTheCardSays(version, Asked(wind), plan, mode, sailed, Who.Reader)];
        opened = outing is null ? await runs.WithPicturesAsync(opened, cut, Choice.Boat?.Number) : opened;
        windCameFrom = source;
        cards = [.. opened.Select(run => run.Card)];
        var filled = cut.Count > 0 ? cut[0].Note.At : at;
        var fields = new LogPrefill(units.Wind, units.Mass, Choice).Fresh(
            opened,
            clock.Field(filled),
            Who.Own?.Profile.Mass is null ? null : Who.Reader.Crew.Mass,
            cards[0].Purpose?.Key
        );
        if (Request.Query["checked"] == "yes")
        {
            LogPrefill.AddCheck(fields, Class, cards[0], Request.Query);
        }

        fields[LogForm.FilledAt] = clock.OffsetField(filled);
        fields[LogForm.NotedUntil] = cut.Count > 0 ? cut[^1].NotedAt.ToString("O", System.Globalization.CultureInfo.InvariantCulture) : "";
        Form = new(fields);
        return Page();
    }

    /// <summary>A log kept without a line, whose time nobody wrote, was sailed when it was kept.</summary>
    private Dictionary<string, string> SailedAsItWasKept(IReadOnlyDictionary<string, string> typed)
    {
        var at = clock.Now - OutboxAnswers.Age(Request);
        return new(typed) { ["sailedAt"] = clock.Field(at), [LogForm.FilledAt] = clock.OffsetField(at) };
    }

    public async Task<IActionResult> OnPostAsync(string? act)
    {
        var typed = Request.Typed();
        // A phone may send a form of a version that is no longer the newest: it is read on the scales it was filled in on.
        var view = await here.ClassAsync();
        var version =
            int.TryParse(typed.GetValueOrDefault("version"), out var number) && number != view.Newest?.Number
                ? await versions.FindAsync(here.Class.Class, number) ?? view.Newest
                : view.Newest;
        await LoadAsync(version, typed.GetValueOrDefault("boat", BoatChoice.OfTheClass), typed.GetValueOrDefault("purpose"));
        if (Version is null)
        {
            return NotFound();
        }

        Form = new(typed.GetValueOrDefault("sailedNow") == "yes" ? SailedAsItWasKept(typed) : typed);
        Form = act switch
        {
            "addRun" => new(Form.WithAnotherRun(clock.Field(clock.Now))),
            "dropRun" => new(Form.WithoutLastRun()),
            _ => Form,
        };
        cards = [.. Enumerable.Range(1, Form.Runs).Select(run => CardOf(Form.Run(run)))];
        if (act is "addRun" or "dropRun")
        {
            return Page();
        }

        var context = new LogFormContext(
            Version,
            Who.Reader,
            planMode => view.Set.PlanModes.Has(planMode) ? view.On(planMode).Proposals : new Dictionary<CellAddress, Proposal>(),
            units.Wind,
            units.Mass,
            text => clock.Read(text, Form[LogForm.FilledAt])
        );
        if (Form.Read(context, cards) is not { } log)
        {
            return Refused();
        }

        var measured = Class.Marked.Where(control =>
            log.Runs.Where(run => run.Marks.ContainsKey(control.Key))
                .All(run =>
                    Choice.Readings.TrustOf(control, run.Marks[control.Key]) is ReadingTrust.Measured or ReadingTrust.NothingToCheck
                )
        );
        var sailed = new SailedMarks(Choice.Boat?.Number, measured.Select(control => control.Key).ToHashSet());
        var until = DateTimeOffset.TryParse(Form[LogForm.NotedUntil], out var noted) ? noted : (DateTimeOffset?)null;
        var kept = await session.AddAsync(here.Actor, here.Class.Class, sailed, log, until);
        if (!kept.Ok)
        {
            Form.Refuse("sailedAt", kept.Problem!);
            return Refused();
        }

        return Redirect($"{here.Path}/logbook/{kept.Value.Number}?sent={kept.Value.Outcome}");
    }
}
