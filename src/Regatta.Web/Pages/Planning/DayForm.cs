using Regatta.Core.Outings;

namespace Regatta.Web.Pages.Planning;

/// <summary>The form of a day on the water, to plan one or to change one.</summary>
/// <param name="Fleet">The classes that may sail.</param>
/// <param name="Wind">What the forecast is written in.</param>
/// <param name="Typed">What stands in its fields.</param>
public sealed record DayForm(IReadOnlyList<ClassName> Fleet, SpeedUnit Wind, IReadOnlyDictionary<string, string> Typed)
{
    private const string ClassField = "class-";

    public FormReader Form { get; } = new();

    public IEnumerable<Field> Fields =>
        (
            (Field[])
                [
                    new("title", "What is it called?", ""),
                    new("kind", "What is it for?", OutingKind.Training.Word())
                    {
                        Choices = [.. OutingKinds.Words.Select(word => word.Word)],
                    },
                    new("venue", "Where?", ""),
                    new("from", "From", "") { Type = "datetime-local" },
                    new("to", "To", "") { Type = "datetime-local" },
                    new("forecast", $"Forecast wind, {Wind.Symbol()}", "")
                    {
                        Hint = "As you read it somewhere, such as 8–14; leave it empty if nobody knows.",
                    },
                    new("notes", "Notes for the duty officer", "")
                    {
                        Type = "textarea",
                        Hint = "Name a drill, such as “tack by weight”, and the day leads to it.",
                    },
                ]
        ).Filled(Typed, Form);

    public bool Ticked(string classKey) => Typed.ContainsKey(ClassField + classKey);

    public static string FieldOf(string classKey) => ClassField + classKey;

    /// <summary>The form with a day in its fields.</summary>
    public static DayForm Of(IReadOnlyList<ClassName> fleet, SpeedUnit wind, Outing day, ClubClock clock) =>
        new(
            fleet,
            wind,
            new Dictionary<string, string>(day.Classes.Select(key => KeyValuePair.Create(FieldOf(key), "yes")))
            {
                ["title"] = day.Title,
                ["kind"] = day.Kind.Word(),
                ["venue"] = day.Venue,
                ["from"] = clock.Field(day.From),
                ["to"] = clock.Field(day.To),
                ["forecast"] = Written(day.Forecast, wind),
                ["notes"] = day.Notes,
            }
        );

    private static string Written(WindRange? forecast, SpeedUnit wind) =>
        forecast is { } range ? $"{NumberText.Plain(range.From.In(wind), 1)}–{NumberText.Plain(range.To.In(wind), 1)}" : "";

    /// <summary>Reads the day; null when something is wrong, with a sentence beside it. A forecast that was left as it stood is what it
    /// was, gusts and all.</summary>
    /// <param name="clock">The club's clock.</param>
    /// <param name="before">The day that is changed; null for a further one.</param>
    public Outing? Read(ClubClock clock, Outing? before = null)
    {
        string Said(string field) => Typed.GetValueOrDefault(field, "").Trim();
        var from = Form.Take("from", clock.ReadPlanned(Said("from")));
        var to = Form.Take("to", clock.ReadPlanned(Said("to")));
        var untouched = FormReader.Kept(Written(before?.Forecast, Wind), before?.Forecast!, text => WindRange.Read(text, Wind));
        var forecast = Said("forecast") is { Length: > 0 } written ? Form.Take("forecast", untouched(written)) : null;
        if (!Form.Ok)
        {
            return null;
        }

        var day = new Outing(
            before?.Uid ?? Guid.CreateVersion7().ToString(),
            OutingKinds.Read([Said("kind")]),
            Said("title"),
            Said("venue"),
            from,
            to,
            [.. Fleet.Where(line => Ticked(line.Key)).Select(line => line.Key)],
            forecast,
            Said("notes")
        );
        return Form.Take(
            day.Title.Length is 0 or > Outing.LongestText ? "title"
                : day.Venue.Length > Outing.LongestText ? "venue"
                : day.Notes.Length > Outing.LongestText ? "notes"
                : "to",
            Outing.Check(day)
        );
    }
}
