using System.Text;
using Microsoft.AspNetCore.RateLimiting;
using Regatta.Formats.Calendars;
using Regatta.Web.Drawings;
using Regatta.Web.Live;

namespace Regatta.Web.Pages.Planning;

/// <summary>The club's days on the water, for members; the coordinator plans them and brings calendar files in.</summary>
[Authorize(Policies.ReadsClub)]
[RequestSizeLimit(Limits.CalendarBytes + Limits.FormBytes)]
[EnableRateLimiting(RequestLimits.Uploads)]
public sealed class CalendarPageModel(
    ClubContext here,
    IReadOutings outings,
    PlanDays plan,
    IReadClasses classes,
    IReadSails sails,
    ClubClock clock,
    UnitPreferences units
) : PageModel
{
    private static readonly TimeSpan Past = TimeSpan.FromDays(14);
    private static readonly TimeSpan Ahead = TimeSpan.FromDays(60);
    private const int MostMonths = 4;

    public FormReader Form { get; } = new();

    /// <summary>The form of a further day.</summary>
    public DayForm Plan { get; private set; } = null!;

    /// <summary>The days of the last two weeks and the next two months.</summary>
    public IReadOnlyList<PlannedOuting> Days { get; private set; } = [];

    public IReadOnlyList<ClassName> Fleet { get; private set; } = [];

    /// <summary>The months of those days, this one at the least.</summary>
    public IReadOnlyList<CalendarMonth> Months { get; private set; } = [];

    /// <summary>The classes that can be read, those the reader sails first.</summary>
    private IReadOnlyList<ClassDefinition> Classes { get; set; } = [];

    /// <summary>How a day stands to today, for the style sheet; nothing on a page that a phone keeps, for it is looked at on other
    /// days.</summary>
    public string WhenOf(DateOnly day) =>
        InnerPages.IsFor(Request) ? ""
        : day == Today ? "is-today"
        : day < Today ? "is-past"
        : "";

    private DateOnly Today => here.Club.Today(clock.Time);

    /// <summary>What begins on a day, in the club's time.</summary>
    public IEnumerable<PlannedOuting> On(DateOnly day) => Days.Where(planned => DayOf(planned) == day);

    /// <summary>The day it begins; what began long ago and is not over stands on the first day there is.</summary>
    private DateOnly DayOf(PlannedOuting planned)
    {
        var begins = planned.Outing.From < clock.Now - Past ? clock.Now - Past : planned.Outing.From;
        return DateOnly.FromDateTime(TimeZoneInfo.ConvertTime(begins, here.Club.Zone()).DateTime);
    }

    /// <summary>A day's forecast in the bands of the class its reader sails then, else of the first that does; null without
    /// either.</summary>
    public (string Class, ForecastDrawing Wind)? ForecastOf(Outing day) =>
        Classes.FirstOrDefault(one => day.Classes.Count == 0 || day.Classes.Contains(one.Key)) is { } sailed
        && day.ForecastAt(sailed.WindHeight) is { } forecast
            ? (sailed.Name, ForecastDrawing.Of(sailed.Bands, forecast))
            : null;

    /// <summary>The classes of a day, in words.</summary>
    public string NamesOf(Outing day) => string.Join(", ", day.Classes.Select(NameOf));

    private string NameOf(string classKey) => Fleet.FirstOrDefault(line => line.Key == classKey)?.Name ?? classKey;

    public async Task OnGetAsync() => await LoadAsync(new Dictionary<string, string>());

    public async Task<IActionResult> OnPostAsync()
    {
        await LoadAsync(Request.Typed());
        if (Plan.Read(clock) is not { } day)
        {
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        }

        here.Note.Tell($"{day.Title}, {clock.Field(day.From)}");
        await plan.AddAsync(here.Actor, day);
        return RedirectToPage();
    }

    public async Task<IActionResult> OnPostFileAsync(IFormFile? file)
    {
        await LoadAsync(new Dictionary<string, string>());
        if (file is null || file.Length is 0 or > Limits.CalendarBytes)
        {
            Form.Refuse(
                "file",
                file is null || file.Length == 0
                    ? "Choose a calendar file first."
                    : $"It is larger than {Limits.CalendarBytes / 1024 / 1024} MiB."
            );
        }
        else
        {
            using var text = new StreamReader(file.OpenReadStream(), Encoding.UTF8);
            var read = await plan.ImportAsync(here.Club, await text.ReadToEndAsync(), KeyOf);
            Form.Take("file", read);
            if (read.Ok)
            {
                here.Note.Tell($"{read.Value} days");
                return RedirectToPage();
            }
        }

        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return Page();
    }

    /// <summary>A file names a class by its key, or by its name where only one class has that.</summary>
    private string? KeyOf(string name) =>
        Fleet.FirstOrDefault(line => line.Key == name.Trim())?.Key
        ?? (
            Fleet.Where(line => string.Equals(line.Name, name.Trim(), StringComparison.OrdinalIgnoreCase)).ToList() is [var only]
                ? only.Key
                : null
        );

    private async Task LoadAsync(IReadOnlyDictionary<string, string> typed)
    {
        Fleet = await classes.NamesAsync(here.Club.Ref);
        Plan = new(Fleet, units.Wind, typed);
        Days = [.. (await outings.EndingAfterAsync(here.Club.Ref, clock.Now - Past)).Where(day => day.Outing.From < clock.Now + Ahead)];
        var own = await sails.OfAsync(here.Club.Ref, here.Actor.Person);
        Classes =
        [
            .. (await here.ClassesAsync())
                .Classes.Select(view => view.OfSailors)
                .OrderByDescending(definition => own.Sails(definition.Key)),
        ];
        var all = Days.Select(DayOf).Append(Today).ToList();
        Months = [.. CalendarMonth.Between(all.Min(), all.Max(), MostMonths)];
    }
}
