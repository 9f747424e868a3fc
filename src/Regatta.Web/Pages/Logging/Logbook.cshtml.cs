using System.Text;
using Microsoft.AspNetCore.RateLimiting;
using Regatta.Formats.Tables;

namespace Regatta.Web.Pages.Logging;

/// <summary>A run that was found: of one's own log, or of somebody's whom it does not name.</summary>
/// <param name="Run">The run.</param>
/// <param name="ClassKey">Its class.</param>
/// <param name="ClassName">What that is called.</param>
/// <param name="Class">The class; null where runs of several are shown.</param>
/// <param name="IsOwn">Whether it is the reader's.</param>
public sealed record FoundRun(SessionEvidence Run, string ClassKey, string ClassName, ClassDefinition? Class, bool IsOwn);

/// <summary>A member's own sessions, and the nameless ones of a class: looked through, ranked, taken away and brought in.</summary>
[Authorize(Policies.Member)]
[RequestSizeLimit(Limits.BundleBytes + Limits.FormBytes)]
[EnableRateLimiting(RequestLimits.Uploads)]
public sealed class LogbookModel(
    ClubContext here,
    IReadLogs logs,
    LogSession own,
    ClassCache cache,
    IReadCrews crews,
    IReadSailorNotes notes,
    ClubClock clock,
    UnitPreferences units
) : PageModel
{
    /// <summary>The most runs a page shows.</summary>
    private const int Most = 200;

    private const int MostNotes = 30;

    public IReadOnlyList<FoundRun> Found { get; private set; } = [];

    /// <summary>What sailors wrote for the captain of the class looked through; for its captain and the coordinator.</summary>
    public IReadOnlyList<SailorNote> Notes { get; private set; } = [];

    /// <summary>How many runs there are, found or not.</summary>
    public int All { get; private set; }

    /// <summary>The classes to look through.</summary>
    public IReadOnlyList<ClassView> Classes { get; private set; } = [];

    /// <summary>The class looked through; null for all of one's own.</summary>
    public ClassView? Class { get; private set; }

    public RunFilterForm Filter { get; private set; } = null!;

    public bool Everybodys { get; private set; }

    /// <summary>Whether the fastest in a wind like the one named come first.</summary>
    public bool Ranked { get; private set; }

    /// <summary>What was wrong with a table that was brought in.</summary>
    public FormReader Import { get; } = new();

    [TempData]
    public string? Done { get; set; }

    /// <summary>Those removed within a season, which can be brought back.</summary>
    public IReadOnlyList<OwnLog> Removed { get; private set; } = [];

    public Task OnGetAsync() => LoadAsync();

    /// <summary>The reader's own logs as a table; of the class looked through, or all.</summary>
    public async Task<IActionResult> OnGetCsvAsync()
    {
        await LoadAsync();
        var mine = (await logs.OwnAsync(here.Club.Ref, User.Id())).Where(log => Class is null || log.ClassKey == Class.Class.Key);
        return File(
            Encoding.UTF8.GetBytes(CsvText.Write(LogTable.Head, mine.SelectMany(log => LogTable.Rows(new(log.ClassKey, log.Log))))),
            "text/csv; charset=utf-8",
            "logbook.csv"
        );
    }

    /// <summary>Brings logs of a class in from a table; each counts once, however often it comes.</summary>
    public async Task<IActionResult> OnPostImportAsync(IFormFile? table)
    {
        await LoadAsync();
        if (Class is not { } view)
        {
            Import.Refuse("table", "Choose the class first: a table is read on its scales.");
        }
        else if (table is null || table.Length is 0 or > Limits.TableLetters)
        {
            Import.Refuse("table", table is null || table.Length == 0 ? "Choose a file first." : "It is too large for a logbook.");
        }
        else
        {
            using var text = new StreamReader(table.OpenReadStream());
            if (
                Import.Take("table", LogTable.Read(await text.ReadToEndAsync(), view.Class, clock.Now)) is { } read
                && Import.Take("table", await own.ImportAsync(here.Actor, view.Ref, read)) is var added
                && Import.Ok
            )
            {
                Done = $"{added} logs imported; {read.Count - added} were there and stay as they are.";
                return Redirect($"{here.Path}/logbook?class={view.Class.Key}");
            }
        }

        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return Page();
    }

    public async Task<IActionResult> OnPostBringBackAsync(long number) =>
        await own.BringBackAsync(here.Actor, number) ? RedirectToPage() : NotFound();

    private async Task LoadAsync()
    {
        var asked = Request.Query.ToDictionary(pair => pair.Key, pair => pair.Value.ToString());
        Classes = (await here.ClassesAsync()).Classes;
        Class = Classes.FirstOrDefault(view => view.Class.Key == asked.GetValueOrDefault("class"));
        Everybodys = Class is not null && asked.GetValueOrDefault("whose") == "class";
        Filter = new(asked, Class?.Class, units.Wind);
        var filter = Filter.Read();
        var mine = await logs.OwnAsync(here.Club.Ref, User.Id());
        var numbers = mine.Select(log => log.Number).ToHashSet();
        var runs = Everybodys
            ? (await cache.RunsAsync(Class!.Stamp)).Select(run => new FoundRun(
                run,
                Class.Class.Key,
                Class.Class.Name,
                Class.Class,
                numbers.Contains(run.Number)
            ))
            : mine.Where(log => Class is null || log.ClassKey == Class.Class.Key)
                .SelectMany(log =>
                    log.Log.Evidence(log.Number, log.Boat)
                        .Select(run => new FoundRun(run, log.ClassKey, log.ClassName, ClassOf(log.ClassKey), true))
                );
        var all = runs.ToList();
        All = all.Count;
        Ranked = asked.GetValueOrDefault("sort") == "fast" && Class is not null && filter.Wind is not null;
        Found = Ranked ? await RankAsync(all, filter) : [.. Holding(all, filter).OrderByDescending(found => found.Run.SailedAt).Take(Most)];
        Notes = Everybodys ? await notes.ForAsync(Class!.Ref, User.Id(), MostNotes) : [];
        Removed = await logs.RemovedAsync(here.Club.Ref, User.Id());
    }

    private ClassDefinition? ClassOf(string key) => Classes.FirstOrDefault(view => view.Class.Key == key)?.Class;

    private IEnumerable<FoundRun> Holding(IEnumerable<FoundRun> runs, RunFilter filter) =>
        runs.Where(run => filter.Holds(run.Run, Class is null ? null : run.Class));

    /// <summary>Wind and crew rank here, so that they filter no more.</summary>
    private async Task<IReadOnlyList<FoundRun>> RankAsync(IReadOnlyList<FoundRun> all, RunFilter filter)
    {
        var wind = filter.Wind!.Value;
        var crew = (await crews.OwnAsync(Class!.Ref, User.Id()))?.Profile;
        var wanted = Holding(all, filter with { Wind = null }).ToDictionary(found => (found.Run.Number, found.Run.Run));
        return
        [
            .. FastRuns
                .Rank(wanted.Values.Select(found => found.Run), wind, Class.Class.Crew.Factor(wind, crew, Class.Class.Bands), clock.Now)
                .Take(Most)
                .Select(found => wanted[(found.Run.Number, found.Run.Run)]),
        ];
    }
}
