using System.Text.Json;
using Regatta.Core.Marks;
using Regatta.Core.Matrices;

namespace Regatta.Store;

/// <summary>A cell as its row's JSON keeps it; SQL null for an empty cell.</summary>
internal sealed record CellContent(double? Mark, double Tolerance, string Target, string Note, CellSource Source)
{
    public static string? Write(Cell? cell) => cell is null
        ? null
        : JsonSerializer.Serialize(new CellContent(cell.Mark?.Position, cell.Tolerance, cell.Target, cell.Note, cell.Source));

    public static Cell? Read(string? json) => json is null
        ? null
        : JsonSerializer.Deserialize<CellContent>(json) is { } content
            ? Cell.Of(content.Mark is { } position ? new Mark(position) : null, content.Tolerance, content.Target, content.Note, content.Source).Value
            : null;
}
