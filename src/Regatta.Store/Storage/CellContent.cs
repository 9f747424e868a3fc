using System.Text.Json;
using System.Text.Json.Serialization;

namespace Regatta.Store.Storage;

/// <summary>What a cell says, as its row keeps it. The numbers of source and word are the core's and never change their
/// meaning.</summary>
internal sealed record CellContent(
    double? Mark = null,
    double Tolerance = 0,
    string? Target = null,
    string? Note = null,
    int Source = 0,
    bool IsRange = false,
    int? Word = null,
    string? Origin = null,
    DateOnly? Day = null
)
{
    private static readonly JsonSerializerOptions Options = new() { DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingDefault };

    /// <summary>A cell's row; SQL null for an empty cell. A word is kept without what it comes to: that follows its neighbours.</summary>
    public static string? Write(Cell? cell) => cell is null ? null : JsonSerializer.Serialize(Of(cell), Options);

    public static Cell? Read(string? json) => json is null ? null : JsonSerializer.Deserialize<CellContent>(json)?.ToCell();

    public static CellContent Of(Cell cell) =>
        new(
            cell.Word is null ? cell.Mark?.Position : null,
            cell.Tolerance,
            cell.Target.Length > 0 ? cell.Target : null,
            cell.Note.Length > 0 ? cell.Note : null,
            (int)cell.Source,
            cell.IsRange,
            (int?)cell.Word,
            cell.Origin.Length > 0 ? cell.Origin : null,
            cell.Day
        );

    public Cell ToCell() =>
        Cell.Stored(
            Mark is { } position ? new Mark(position) : null,
            Tolerance,
            IsRange,
            (CellWord?)Word,
            Target ?? "",
            Note ?? "",
            (CellSource)Source,
            Origin ?? "",
            Day
        );
}
