using System.Text.Json;
using System.Text.Json.Serialization;
using Regatta.Core.Marks;
using Regatta.Core.Matrices;

namespace Regatta.Store;

/// <summary>A cell as its row's JSON keeps it; SQL null for an empty cell.</summary>
internal sealed record CellContent(
    double? Mark, double Tolerance, string Target, string Note, CellSource Source, bool IsRange = false, CellWord? Word = null, string Origin = "", DateOnly? Day = null)
{
    private static readonly JsonSerializerOptions Options = new() { DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingDefault };

    /// <summary>A word is kept without what it comes to: that follows its neighbours.</summary>
    public static string? Write(Cell? cell) => cell is null
        ? null
        : JsonSerializer.Serialize(
            new CellContent(cell.Word is null ? cell.Mark?.Position : null, cell.Tolerance, cell.Target, cell.Note, cell.Source, cell.IsRange, cell.Word, cell.Origin, cell.Day),
            Options);

    public static Cell? Read(string? json) => json is null
        ? null
        : JsonSerializer.Deserialize<CellContent>(json) is { } content
            ? Cell.Whole(
                content.Mark is { } position ? new Mark(position) : null,
                content.Tolerance, content.IsRange, content.Word, content.Target ?? "", content.Note ?? "", content.Source, content.Origin ?? "", content.Day).Value
            : null;
}
