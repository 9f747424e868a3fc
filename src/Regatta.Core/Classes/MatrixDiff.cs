namespace Regatta.Core.Classes;

/// <summary>What a change touches.</summary>
public enum ChangeKind
{
    /// <summary>A cell that said nothing says something.</summary>
    Filled,

    /// <summary>A cell says something else.</summary>
    Changed,

    /// <summary>A cell says nothing any more.</summary>
    Cleared,

    /// <summary>A band's edges or name.</summary>
    Band,

    /// <summary>A control came, went, or is read in another way.</summary>
    Control,

    /// <summary>The sail plans or the modes.</summary>
    PlanModes,

    /// <summary>Anything else of the definition: a caution, the helm aimed at, the crew rule.</summary>
    Definition,
}

/// <summary>One difference between two matrices.</summary>
/// <param name="Kind">What it touches.</param>
/// <param name="Band">The band it stands in, if one.</param>
/// <param name="Control">The control it is of, if one.</param>
/// <param name="Before">What was said; empty for nothing.</param>
/// <param name="After">What is said now; empty for nothing.</param>
public sealed record MatrixChange(ChangeKind Kind, WindBand? Band, Control? Control, string Before, string After)
{
    /// <summary>The matrix it stands in; null for what all share.</summary>
    public PlanMode? PlanMode { get; init; }

    /// <summary>What of the definition it is, in words; empty for cells and bands.</summary>
    public string Member { get; init; } = "";
}

/// <summary>Compares two matrices of a class.</summary>
public static class MatrixDiff
{
    /// <summary>What changed from one matrix to another: bands first, then controls, then cells in set-up order and from light to strong.
    /// Empty when they say the same.</summary>
    public static IReadOnlyList<MatrixChange> Between(Matrix before, Matrix after) =>
        [.. BandChanges(before, after), .. ControlChanges(before, after), .. CellChanges(before, after)];

    /// <summary>What changed from one set of matrices to another: what they share first, then the cells of each plan and mode of the
    /// later.</summary>
    public static IReadOnlyList<MatrixChange> Between(MatrixSet before, MatrixSet after)
    {
        var nothing = new Matrix(before.Bands, before.Controls, new Dictionary<CellAddress, Cell>());
        return
        [
            .. before.PlanModes == after.PlanModes
                ? []
                : (MatrixChange[])[new(ChangeKind.PlanModes, null, null, Describe(before.PlanModes), Describe(after.PlanModes))],
            .. BandChanges(before.First, after.First),
            .. ControlChanges(before.First, after.First),
            .. from planMode in after.PlanModes.All
            from change in CellChanges(before.PlanModes.Has(planMode) ? before[planMode] : nothing, after[planMode])
            select change with
            {
                PlanMode = planMode,
            },
        ];
    }

    /// <summary>What changed from one state of a class to another: the definition first, then the cells.</summary>
    public static IReadOnlyList<MatrixChange> Between(ClassState before, ClassState after) =>
        [.. DefinitionDiff.Between(before.Definition, after.Definition), .. Between(before.Set, after.Set)];

    private static IEnumerable<MatrixChange> BandChanges(Matrix before, Matrix after)
    {
        var ids = before.Bands.All.Concat(after.Bands.All).Select(band => band.Id).Distinct();
        foreach (var id in ids)
        {
            var (was, now) = (before.Bands.Find(id), after.Bands.Find(id));
            if (was != now)
            {
                yield return new(ChangeKind.Band, now ?? was, null, Describe(was), Describe(now));
            }
        }
    }

    private static IEnumerable<MatrixChange> ControlChanges(Matrix before, Matrix after)
    {
        var keys = before.Controls.Concat(after.Controls).Select(control => control.Key).Distinct();
        foreach (var key in keys)
        {
            var (was, now) = (before.Controls.FirstOrDefault(c => c.Key == key), after.Controls.FirstOrDefault(c => c.Key == key));
            if (was is null || now is null)
            {
                yield return new(ChangeKind.Control, null, now ?? was, was?.Scale.Hint ?? "", now?.Scale.Hint ?? "");
                continue;
            }

            foreach (var (member, old, recent) in DefinitionDiff.Members(was, now))
            {
                yield return new(ChangeKind.Control, null, now, old, recent) { Member = member };
            }
        }
    }

    private static IEnumerable<MatrixChange> CellChanges(Matrix before, Matrix after) =>
        from control in after.Controls
        from band in after.Bands.All
        let was = before[band, control]
        let now = after[band, control]
        where !(was?.SaysSame(now) ?? now is null)
        select new MatrixChange(
            (was, now) switch
            {
                (null, _) => ChangeKind.Filled,
                (_, null) => ChangeKind.Cleared,
                _ => ChangeKind.Changed,
            },
            band,
            control,
            Says(was, control),
            Says(now, control)
        );

    private static string Says(Cell? cell, Control control)
    {
        if (cell is null)
        {
            return "";
        }

        var within = cell.ShowTolerance(control.Scale) is { Length: > 0 } shown ? " " + shown : "";
        var note = cell.Note.Length > 0 ? $" ({cell.Note})" : "";
        return cell.Show(control.Scale) + within + note;
    }

    private static string Describe(PlanModes planModes) =>
        string.Join(", ", planModes.Plans.Select(plan => plan.Name).Concat(planModes.Modes.Select(mode => mode.Name)));

    private static string Describe(WindBand? band) =>
        band is null ? "" : $"{band.Name}, {NumberText.Plain(band.From.Knots, 1)} to {NumberText.Plain(band.To.Knots, 1)} kn";
}
