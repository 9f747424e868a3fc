using Microsoft.AspNetCore.RateLimiting;
using Regatta.Formats.Kits;
using Regatta.Formats.Tables;

namespace Regatta.Web.Pages.ClassSetup;

/// <summary>Makes a class out of somebody's own table of marks: read, looked over, and only then made; for the coordinator.</summary>
[Authorize(Policies.Coordinator)]
[RequestFormLimits(ValueLengthLimit = MostBytes)]
[RequestSizeLimit(MostBytes + Limits.FormBytes)]
[EnableRateLimiting(RequestLimits.Uploads)]
public sealed class NewClassTableModel(ClubContext here, ImportClasses import, UnitPreferences units) : PageModel
{
    private const int MostLetters = 100_000;
    private const int MostBytes = 4 * MostLetters;

    /// <summary>Before the number of a row: the field of its kind.</summary>
    public const string KindField = "kind-";

    private IReadOnlyDictionary<string, string> typed = new Dictionary<string, string>();

    public FormReader Form { get; } = new();

    public string Text => typed.GetValueOrDefault("text", "");

    /// <summary>The class as it was understood; null before there is one.</summary>
    public PastedClass? Pasted { get; private set; }

    public IEnumerable<Field> Fields =>
        (
            (Field[])
                [
                    new("name", "What is the class called?", ""),
                    new("about", "One sentence on the boat", ""),
                    new("wind", "Winds in the headings are in, where they do not say", units.Wind.Symbol())
                    {
                        Choices = [.. Enum.GetValues<SpeedUnit>().Select(unit => unit.Symbol())],
                    },
                ]
        ).Filled(typed, Form);

    /// <summary>Looks the table over; nothing is made.</summary>
    public void OnPost()
    {
        typed = Request.Typed();
        Read();
        if (!Form.Ok)
        {
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        }
    }

    /// <summary>Makes the class, with the cells that were understood.</summary>
    public async Task<IActionResult> OnPostMakeAsync()
    {
        typed = Request.Typed();
        Read();
        var name = Form.Need("name", typed.GetValueOrDefault("name"), "A class needs a name.", ClassDefinition.ReadName);
        if (Form.Ok && Pasted is { } pasted)
        {
            var draft = pasted.Draft(name!, typed.GetValueOrDefault("about", "").Trim(), StarterKits.Usual.Helm);
            var made = await import.FromDraftAsync(here.Club.Ref, draft);
            if (made.Ok)
            {
                here.Note.Tell(name!);
                return Redirect($"{here.Path}/classes/{made.Value}");
            }

            Form.Refuse(draft.Definition.Problems().Contains(made.Problem) ? "text" : "name", made.Problem!);
        }

        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return Page();
    }

    private void Read()
    {
        var unit = Enum.GetValues<SpeedUnit>().Where(unit => unit.Symbol() == typed.GetValueOrDefault("wind")).Append(units.Wind).First();
        var kinds = typed
            .Where(field => field.Key.StartsWith(KindField, StringComparison.Ordinal))
            .Select(field => (Row: int.TryParse(field.Key[KindField.Length..], out var row) ? row : -1, field.Value))
            .DistinctBy(field => field.Row)
            .ToDictionary(field => field.Row, field => field.Value);
        Pasted = Form.Take(
            "text",
            Text.Trim().Length switch
            {
                0 => Parsed<PastedClass>.Bad("Copy the cells in your spreadsheet, with their headings, and paste them here."),
                > MostLetters => Parsed<PastedClass>.Bad($"That is more than {MostLetters} letters. Copy the part with the marks only."),
                _ => PastedClass.Read(TableText.Rows(Text), unit, kinds),
            }
        );
        foreach (var control in Pasted?.Controls.Where(control => control.Problem is not null) ?? [])
        {
            Form.Refuse($"{KindField}{control.Line}", control.Problem!);
        }
    }
}
