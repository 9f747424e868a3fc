using System.Text;
using Microsoft.AspNetCore.RateLimiting;
using Regatta.Formats.Calendars;

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
    ClubClock clock,
    UnitPreferences units
) : PageModel
{
    private static readonly TimeSpan Past = TimeSpan.FromDays(14);
    private static readonly TimeSpan Ahead = TimeSpan.FromDays(60);

    private IReadOnlyDictionary<string, string> typed = new Dictionary<string, string>();

    public FormReader Form { get; } = new();

    /// <summary>The days of the last two weeks and the next two months.</summary>
    public IReadOnlyList<PlannedOuting> Days { get; private set; } = [];

    public IReadOnlyList<ClassName> Fleet { get; private set; } = [];

    public IEnumerable<Field> Fields =>
        (
            (Field[])
                [
                    new("title", "What is it called?", ""),
                    new("kind", "What is it for?", "training") { Choices = [.. OutingKinds.Words.Select(word => word.Word)] },
                    new("venue", "Where?", ""),
                    new("from", "From", "") { Type = "datetime-local" },
                    new("to", "To", "") { Type = "datetime-local" },
                    new("forecast", $"Forecast wind, {Core.Units.SpeedUnits.Symbol(units.Wind)}", "")
                    {
                        Hint = "As you read it somewhere, such as 8–14; leave it empty if nobody knows.",
                    },
                    new("notes", "Notes for the duty officer", "") { Type = "textarea" },
                ]
        ).Filled(typed, Form);

    public bool Ticked(string classKey) => typed.ContainsKey("class-" + classKey);

    public string NameOf(string classKey) => Fleet.FirstOrDefault(line => line.Key == classKey)?.Name ?? classKey;

    public async Task OnGetAsync() => await LoadAsync();

    public async Task<IActionResult> OnPostAsync()
    {
        typed = Request.Typed();
        await LoadAsync();
        var from = Form.Take("from", clock.ReadPlanned(typed.GetValueOrDefault("from", "")));
        var to = Form.Take("to", clock.ReadPlanned(typed.GetValueOrDefault("to", "")));
        var forecast = string.IsNullOrWhiteSpace(typed.GetValueOrDefault("forecast"))
            ? null
            : Form.Take("forecast", WindRange.Read(typed["forecast"], units.Wind));
        if (Form.Ok)
        {
            var read = Outing.Check(
                new(
                    Guid.CreateVersion7().ToString(),
                    OutingKinds.Read([typed.GetValueOrDefault("kind", "")]),
                    typed.GetValueOrDefault("title", "").Trim(),
                    typed.GetValueOrDefault("venue", "").Trim(),
                    from,
                    to,
                    [.. Fleet.Where(line => Ticked(line.Key)).Select(line => line.Key)],
                    forecast,
                    typed.GetValueOrDefault("notes", "").Trim()
                )
            );
            if (Form.Take(typed.GetValueOrDefault("title", "").Trim().Length == 0 ? "title" : "to", read) is { } outing)
            {
                here.Note.Tell($"{outing.Title}, {clock.Field(outing.From)}");
                await plan.AddAsync(here.Actor, outing);
                return RedirectToPage();
            }
        }

        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return Page();
    }

    public async Task<IActionResult> OnPostFileAsync(IFormFile? file)
    {
        await LoadAsync();
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

    private async Task LoadAsync()
    {
        Fleet = await classes.NamesAsync(here.Club.Ref);
        Days = [.. (await outings.EndingAfterAsync(here.Club.Ref, clock.Now - Past)).Where(day => day.Outing.From < clock.Now + Ahead)];
    }
}
