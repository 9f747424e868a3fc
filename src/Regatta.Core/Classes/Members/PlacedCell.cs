using System.Text.Json.Serialization;

namespace Regatta.Core.Classes.Members;

/// <summary>A cell with its place, as a version and a bundle have it. A word stands without what it comes to: that follows its
/// neighbours.</summary>
internal sealed record PlacedCell(
    PlanKey Plan,
    ModeKey Mode,
    BandId Band,
    ControlKey Control,
    Mark? Mark = null,
    double? Tolerance = null,
    string? Target = null,
    string? Note = null,
    CellSource? Source = null,
    bool? IsRange = null,
    CellWord? Word = null,
    string? Origin = null,
    DateOnly? Day = null
)
{
    [JsonIgnore]
    public CellPlace Place => new(new(Plan, Mode), new(Band, Control));

    public static PlacedCell Of(CellPlace place, Cell cell) =>
        new(
            place.PlanMode.Plan,
            place.PlanMode.Mode,
            place.Address.Band,
            place.Address.Control,
            cell.Word is null ? cell.Mark : null,
            cell.Tolerance,
            cell.Target.Length > 0 ? cell.Target : null,
            cell.Note.Length > 0 ? cell.Note : null,
            cell.Source == CellSource.Entered ? null : cell.Source,
            cell.IsRange ? true : null,
            cell.Word,
            cell.Origin.Length > 0 ? cell.Origin : null,
            cell.Day
        );

    public Cell ToCell() =>
        Cell.Stored(
            Mark,
            Tolerance ?? 0,
            IsRange ?? false,
            Word,
            Target ?? "",
            Note ?? "",
            Source ?? CellSource.Entered,
            Origin ?? "",
            Day
        );
}
