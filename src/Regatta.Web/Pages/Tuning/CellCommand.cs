namespace Regatta.Web.Pages.Tuning;

/// <summary>What an editor asks for one cell, understood: what the cell is to say then, or why it cannot.</summary>
/// <param name="Cell">The cell as asked; null empties it.</param>
/// <param name="Form">The form as it was typed, with what was wrong in it.</param>
/// <param name="Done">What the status line tells once it is saved.</param>
/// <param name="Problem">Why nothing is to be written; null when it is.</param>
/// <param name="Refused">Whether the problem is a mistake in what was typed.</param>
public sealed record CellCommand(Cell? Cell, CellForm Form, string Done, string? Problem = null, bool Refused = false)
{
    private const int MostSteps = 10_000;

    /// <summary>Reads an order.</summary>
    /// <param name="act"><c>save</c> the form, <c>write</c> a line of the table, <c>clear</c>, <c>step</c>, <c>widen</c> or
    /// <c>confirm</c>.</param>
    /// <param name="drawer">The cell as it stands.</param>
    /// <param name="typed">What was sent.</param>
    /// <returns>The order; null for an act that is not known.</returns>
    public static CellCommand? Read(string? act, CellDrawer drawer, IReadOnlyDictionary<string, string> typed)
    {
        var by = int.TryParse(typed.GetValueOrDefault("by"), out var steps) ? Math.Clamp(steps, -MostSteps, MostSteps) : 0;
        return act switch
        {
            "save" => Save(drawer, CellForm.Typed(typed)),
            "write" => Write(drawer, typed.GetValueOrDefault("text", "")),
            "clear" => new(null, drawer.Form, "Cleared"),
            "step" => Step(drawer, by),
            "widen" => drawer.Cell is { Mark: not null } now
                ? Kept(drawer, now.Widened(drawer.Control.Scale, by))
                : new(null, drawer.Form, "", "There is no mark here to be near to."),
            "confirm" => drawer.Cell is { } cell
                ? new(cell.From(CellSource.Entered), drawer.Form, "Confirmed")
                : new(null, drawer.Form, "", "There is nothing here to confirm."),
            _ => null,
        };
    }

    private static CellCommand Save(CellDrawer drawer, CellForm typed)
    {
        var (cell, form) = typed.Read(drawer.Control, drawer.Cell);
        return new(cell, form, "Saved", cell is null ? "Not saved" : null, Refused: cell is null);
    }

    /// <summary>A cell as it was typed into the table, in one line; an empty one is cleared.</summary>
    private static CellCommand Write(CellDrawer drawer, string text)
    {
        var read = CellText.ReadOver(drawer.Control, text, drawer.Cell);
        var form = drawer.Form with { Mark = text };
        return read.Ok
            ? new(read.Value, form, read.Value is null ? "Cleared" : "Saved")
            : new(
                null,
                form with
                {
                    Problems = new Dictionary<string, string> { ["mark"] = read.Problem! },
                },
                "",
                $"{drawer.Control.Name}, {drawer.Band.Name}: {read.Problem}",
                Refused: true
            );
    }

    /// <summary>Moves a mark by whole steps; an empty cell starts from its nearest neighbour's mark.</summary>
    private static CellCommand Step(CellDrawer drawer, int by)
    {
        var (scale, now) = (drawer.Control.Scale, drawer.Cell);
        if (!scale.HasMarks)
        {
            return new(null, drawer.Form, "", $"{drawer.Control.Name} is set by what you see; it has no steps.");
        }

        if (now?.Mark is not null)
        {
            return Kept(drawer, now.Moved(scale, by * scale.Step).From(CellSource.Entered));
        }

        var from = NearestMark(drawer) ?? new Mark((scale.Min.Position + scale.Max.Position) / 2);
        return Kept(drawer, Cell.Of(scale.Snap(from), scale.UsualTolerance, now?.Target ?? "", now?.Note ?? "", CellSource.Entered).Value);
    }

    private static CellCommand Kept(CellDrawer drawer, Cell cell) => new(cell, CellForm.Of(cell, drawer.Control), "Saved");

    private static Mark? NearestMark(CellDrawer drawer) =>
        drawer
            .PlanMode.Matrix.Bands.All.OrderBy(band => Math.Abs(band.Middle.MetresPerSecond - drawer.Band.Middle.MetresPerSecond))
            .Select(band => drawer.PlanMode.Matrix[band, drawer.Control]?.Mark)
            .FirstOrDefault(mark => mark is not null);
}
