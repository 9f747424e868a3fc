namespace Regatta.Core.Classes;

/// <summary>Joins a definition with cells that come from outside.</summary>
public static class CellRules
{
    /// <summary>The class with these cells. A mark between two steps stays where it is: the step may have been changed since.</summary>
    /// <returns>The state, or the first cell that cannot be, in a sentence.</returns>
    public static Parsed<ClassState> Join(ClassDefinition definition, IReadOnlyList<(CellPlace Place, Cell Cell)> cells)
    {
        var joined = new Dictionary<CellPlace, Cell>();
        foreach (var (place, cell) in cells)
        {
            var control = definition.Find(place.Address.Control);
            var band = definition.Bands.Find(place.Address.Band);
            if (control is null || band is null || !definition.PlanModes.Has(place.PlanMode))
            {
                var what =
                    control is null ? "control"
                    : band is null ? "band"
                    : "plan or mode";
                return Parsed<ClassState>.Bad(
                    $"A cell stands in band {place.Address.Band.Number} of “{PlainText.Shown(place.Address.Control.Name)}”, "
                        + $"{place.PlanMode.Plan}, {place.PlanMode.Mode}, and there is no such {what}."
                );
            }

            var read = Checked(cell, control.Scale);
            if (!read.Ok)
            {
                return Parsed<ClassState>.Bad($"{control.Name}, {band.Name}: {read.Problem}");
            }

            if (!joined.TryAdd(place, read.Value))
            {
                return Parsed<ClassState>.Bad($"{control.Name}, {band.Name}: the cell stands twice.");
            }
        }

        return Parsed<ClassState>.Good(new(definition, joined));
    }

    private static Parsed<Cell> Checked(Cell cell, Scale scale) =>
        cell.Mark is not { } mark || cell.Word is not null ? cell.Checked()
        : !scale.HasMarks || !double.IsFinite(mark.Position) || (!cell.IsRange && !scale.Reaches(mark))
            ? Parsed<Cell>.Bad($"{NumberText.Plain(mark.Position, 6)} is no mark of this control; {scale.Hint}.")
        : (!cell.IsRange && scale.IsOnStep(mark) ? cell.At(scale.Snap(mark)) : cell).Checked();
}
