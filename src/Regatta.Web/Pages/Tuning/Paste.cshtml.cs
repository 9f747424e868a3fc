using Microsoft.AspNetCore.RateLimiting;
using Regatta.Formats.Tables;

namespace Regatta.Web.Pages.Tuning;

/// <summary>Takes a spreadsheet's table over into a plan and mode: read, held against the matrix, looked over, and only then written; for
/// who may
/// change the class.</summary>
[Authorize(Policies.EditsClass)]
[RequestFormLimits(ValueLengthLimit = MostBytes)]
[RequestSizeLimit(MostBytes + Limits.FormBytes)]
[EnableRateLimiting(RequestLimits.Uploads)]
public sealed class PasteModel(ClubContext here, EditCells editCells, UnitPreferences units) : PlanModePageModel(here, editCells)
{
    private const int MostBytes = 4 * Limits.TableLetters;

    /// <summary>The fields that say what a heading is: <c>c3</c>, <c>r5</c>.</summary>
    private const string Columns = "c";
    private const string Lines = "r";

    public string Text { get; private set; } = "";

    /// <summary>The cell a bare block was pasted at; empty where the table has headings of its own.</summary>
    public string Corner { get; private set; } = "";

    public string? Problem { get; private set; }

    /// <summary>The table as it was understood; null before there is one.</summary>
    public PastedTable? Pasted { get; private set; }

    /// <summary>What was chosen for headings.</summary>
    public IReadOnlyDictionary<string, string> Chosen { get; private set; } = new Dictionary<string, string>();

    public Task OnGetAsync() => LoadAsync();

    /// <summary>Looks a table over; nothing is written.</summary>
    public Task OnPostAsync(string? text, string? corner) => ReadAsync(text, corner);

    /// <summary>Writes the cells that were ticked.</summary>
    public async Task<IActionResult> OnPostTakeAsync(string? text, string? corner, string[] take)
    {
        await ReadAsync(text, corner);
        if (Pasted is null)
        {
            return Page();
        }

        var wanted = take.ToHashSet();
        var edits = Pasted
            .Cells.Where(cell => cell.Cell is not null && wanted.Contains(cell.Address.Name()))
            .Select(cell => new CellEdit(cell.Address, cell.Cell))
            .ToList();
        if (edits.Count == 0)
        {
            Problem = "Tick at least one cell to take.";
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        }

        return await WriteAndGoBackAsync(edits, "pasted", []);
    }

    private async Task ReadAsync(string? text, string? corner)
    {
        await LoadAsync();
        (Text, Corner) = (text ?? "", corner ?? "");
        Chosen = Request
            .Typed()
            .Where(field =>
                field.Key.Length > 1
                && field.Key[..1] is Columns or Lines
                && field.Key[1..].All(char.IsAsciiDigit)
                && field.Value.Length > 0
            )
            .ToDictionary();
        var read = Text.Trim().Length switch
        {
            0 => Parsed<PastedTable>.Bad(
                "Paste a table first: copy the cells in your spreadsheet, with their headings, and paste them here."
            ),
            > Limits.TableLetters => Parsed<PastedTable>.Bad(
                $"That is more than {Limits.TableLetters / 1_000_000} million letters. Copy the part with the matrix only."
            ),
            _ => PastedBlock.Read(PlanMode.Matrix, TableText.Rows(Text), units.Wind, Chosen, CellNames.Read(corner)),
        };
        (Pasted, Problem) = (read.Ok ? read.Value : null, read.Problem);
        if (Problem is not null)
        {
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        }
    }
}
