namespace Regatta.Core.Judgement;

/// <summary>Looks a matrix over for what does not fit: marks off their scale or step, marks that go back as wind builds, couplings not
/// followed, tolerances nobody can read, gaps, and bands that are sailed but not marked.</summary>
public sealed class MatrixJudgement
{
    /// <summary>From so many sessions on, a band that says nothing of a control is reported (ours).</summary>
    public const int Enough = 3;

    private readonly Matrix matrix;
    private readonly Matrix asSailed;
    private readonly PlanModeRuns sailed;

    private MatrixJudgement(Matrix matrix, Matrix asSailed, PlanModeRuns sailed) =>
        (this.matrix, this.asSailed, this.sailed) = (matrix, asSailed, sailed);

    /// <summary>What does not fit, in set-up order and within a control by the kind's weight.</summary>
    /// <param name="matrix">The matrix.</param>
    /// <param name="sailed">What was logged in its plan and mode.</param>
    public static IReadOnlyList<Finding> Of(Matrix matrix, PlanModeRuns sailed) => Of(matrix, matrix, sailed);

    /// <inheritdoc cref="Of(Matrix, PlanModeRuns)"/>
    /// <param name="matrix">The matrix.</param>
    /// <param name="asSailed">The same with what it takes from the first mode: where a mode says nothing it is as there, and lacks
    /// nothing.</param>
    /// <param name="sailed">What was logged in its plan and mode.</param>
    public static IReadOnlyList<Finding> Of(Matrix matrix, Matrix asSailed, PlanModeRuns sailed)
    {
        var look = new MatrixJudgement(matrix, asSailed, sailed);
        return [.. matrix.Controls.SelectMany(control => look.Over(control).OrderBy(finding => finding.Kind))];
    }

    /// <summary>The position of the middle run of some, in order.</summary>
    private static double MiddleOf(IEnumerable<FactTally> marks, int count)
    {
        var before = 0;
        return marks.First(tally => (before += tally.Count) > count / 2).Fact.Position;
    }

    private string NameOf(CellEdit edit) => matrix.Bands.Find(edit.Address.Band)!.Name;

    private IEnumerable<Finding> Over(Control control)
    {
        var unmarked = Unmarked(control).ToList();
        return Places(control)
            .Concat(Reversal(control))
            .Concat(control.Disturbs.Where(coupling => coupling.Follows is not null).SelectMany(coupling => NotFollowed(control, coupling)))
            .Concat(Tolerances(control))
            .Concat(unmarked)
            .Concat(Gaps(control, [.. unmarked.SelectMany(finding => finding.Bands)]));
    }

    private IEnumerable<(WindBand Band, Cell Cell)> Filled(Control control) =>
        from band in matrix.Bands.All
        let cell = matrix[band, control]
        where cell is not null
        select (band, cell);

    private static CellAddress At(WindBand band, Control control) => new(band.Id, control.Key);

    /// <summary>Marks off the scale, and off the step. A range is judged by its ends.</summary>
    private IEnumerable<Finding> Places(Control control)
    {
        foreach (var (band, cell) in Filled(control).Where(filled => filled.Cell.Mark is not null && filled.Cell.Word is null))
        {
            var scale = control.Scale;
            Mark[] ends = cell.IsRange ? [cell.Span!.Value.Low, cell.Span!.Value.High] : [cell.Mark!.Value];
            var kind =
                ends.Any(end => !scale.Reaches(end)) ? FindingKind.OffScale
                : ends.Any(end => !scale.IsOnStep(end)) ? FindingKind.OffStep
                : (FindingKind?)null;
            if (kind is { } found)
            {
                var mended = (
                    cell.IsRange
                        ? Cell.Between(scale.Snap(ends[0]), scale.Snap(ends[1]), cell.Target, cell.Note, cell.Source).Value
                        : cell.At(scale.Snap(ends[0]))
                ).On(cell.Day);
                yield return new(
                    found,
                    control,
                    [band],
                    found == FindingKind.OffScale
                        ? $"{CellText.Write(cell, scale)} lies off the scale, which runs from "
                            + $"{scale.Show(scale.Min)} to {scale.Show(scale.Max)}: nobody can set it."
                        : $"{CellText.Write(cell, scale)} lies between two steps of "
                            + $"{scale.ShowDistance(scale.Step)}: sailors will read it one way or the other.",
                    $"Set {CellText.Write(mended, scale)}",
                    [new(At(band, control), mended)]
                );
            }
        }
    }

    /// <summary>The nearest marks that never go back, by isotonic regression; a mark more sessions stand behind weighs more. Source: models
    /// M7.</summary>
    private IEnumerable<Finding> Reversal(Control control)
    {
        var marked = Filled(control).Where(filled => filled.Cell.Mark is not null).ToList();
        if (control.AsWindBuilds == AsWindBuilds.Either || marked.Count < 2)
        {
            yield break;
        }

        var values = marked.Select(filled => filled.Cell.Mark!.Value.Position).ToList();
        var weights = marked
            .Select(filled => 1.0 + sailed.At(filled.Band.Id, control.Key, filled.Cell.Holds).Sum(tally => tally.Count))
            .ToList();
        var (smooth, peak) = MarkOrder.Smoothed(control.AsWindBuilds, values, weights);
        if (values.Zip(smooth).All(pair => Math.Abs(pair.First - pair.Second) <= MarkOrder.Hair))
        {
            yield break;
        }

        var mended = MarkOrder.Mended(control.Scale, [.. marked.Select(filled => filled.Cell)], smooth, peak);
        var edits = marked
            .Zip(mended, (one, cell) => new CellEdit(At(one.Band, control), cell.From(CellSource.Entered)))
            .Where(edit => !edit.Cell!.SaysSame(matrix[edit.Address]))
            .ToList();
        var (before, after) = Enumerable
            .Range(1, values.Count - 1)
            .Where(at => (values[at] - values[at - 1]) * (at <= peak ? 1 : -1) < -MarkOrder.Hair)
            .Select(at => (marked[at - 1], marked[at]))
            .First();
        var way = control.AsWindBuilds switch
        {
            AsWindBuilds.Up => "up",
            AsWindBuilds.Down => "down",
            _ => "up and then down",
        };
        yield return new(
            FindingKind.Reversal,
            control,
            [.. edits.Select(edit => matrix.Bands.Find(edit.Address.Band)!)],
            $"{control.Name} goes {way} as wind builds in this class, but from {before.Band.Name} to {after.Band.Name} it goes from "
                + $"{control.Scale.Show(before.Cell.Mark!.Value)} to {control.Scale.Show(after.Cell.Mark!.Value)}. "
                + "Either a mark is wrong, or the class’s direction is.",
            "Smooth to " + string.Join(", ", edits.Select(edit => $"{CellText.Write(edit.Cell!, control.Scale)} in {NameOf(edit)}")),
            edits
        );
    }

    /// <summary>From one band to the next the disturbed control must go with this one, within its ratio and a step of slack.</summary>
    private IEnumerable<Finding> NotFollowed(Control control, Coupling coupling)
    {
        if (
            matrix.Controls.FirstOrDefault(control => control.Key == coupling.Control) is not { } other
            || !control.Scale.HasMarks
            || !other.Scale.HasMarks
        )
        {
            yield break;
        }

        var (least, most) = coupling.Follows!.Value;
        foreach (var (lighter, stronger) in matrix.Bands.All.Zip(matrix.Bands.All.Skip(1)))
        {
            if (
                (
                    matrix[lighter, control]?.Mark,
                    matrix[stronger, control]?.Mark,
                    matrix[lighter, other]?.Mark,
                    matrix[stronger, other]?.Mark
                )
                is not
                ({ } from, { } to, { } otherFrom, { } otherTo)
            )
            {
                continue;
            }

            var (change, followed) = (to.Position - from.Position, otherTo.Position - otherFrom.Position);
            var (low, high) = (Math.Min(least * change, most * change), Math.Max(least * change, most * change));
            if (
                Math.Abs(change) > control.Scale.Step / 2
                && (followed < low - other.Scale.Step - 1e-9 || followed > high + other.Scale.Step + 1e-9)
            )
            {
                var mended = matrix[stronger, other]!
                    .Moved(other.Scale, otherFrom.Position + Math.Clamp(followed, low, high) - otherTo.Position)
                    .From(CellSource.Entered);
                yield return new(
                    FindingKind.Coupling,
                    other,
                    [stronger],
                    $"From {lighter.Name} to {stronger.Name} {control.Name} changes by {control.Scale.ShowChange(change)} and {other.Name} "
                        + $"{(Math.Abs(followed) < 1e-9 ? "stays" : $"by {other.Scale.ShowChange(followed)}")}. "
                        + $"They are changed together: {coupling.Why}.",
                    $"Set {other.Name} to {CellText.Write(mended, other.Scale)}",
                    [new(At(stronger, other), mended)]
                );
            }
        }
    }

    /// <summary>A tolerance below half of what the eye can tell apart cannot be held by anybody. Things that are counted need
    /// none.</summary>
    private IEnumerable<Finding> Tolerances(Control control)
    {
        var scale = control.Scale;
        if (scale.UsualTolerance <= 0)
        {
            yield break;
        }

        var error = scale.Grain * scale.Step / scale.ReadingStep / 2;
        foreach (
            var (band, cell) in Filled(control)
                .Where(filled => filled.Cell is { Mark: not null, IsRange: false, Word: null } && filled.Cell.Tolerance < error - 1e-9)
        )
        {
            yield return new(
                FindingKind.Tolerance,
                control,
                [band],
                $"Give or take {scale.ShowDistance(cell.Tolerance)} is finer than "
                    + $"anybody reads this scale (about {scale.ShowDistance(error)}).",
                $"Give or take {scale.ShowDistance(scale.UsualTolerance)}",
                [new(At(band, control), cell.Tolerating(scale.UsualTolerance))]
            );
        }
    }

    /// <summary>Bands in which a control was logged often enough and the matrix says nothing: the median of what was sailed is
    /// offered.</summary>
    private IEnumerable<Finding> Unmarked(Control control)
    {
        foreach (var band in matrix.Bands.All.Where(band => asSailed[band, control] is null))
        {
            var marks = sailed.At(band.Id, control.Key, _ => true).OrderBy(tally => tally.Fact.Position).ToList();
            var count = marks.Sum(tally => tally.Count);
            if (count >= Enough)
            {
                var middle = control.Scale.Snap(new(MiddleOf(marks, count)));
                yield return new(
                    FindingKind.Unmarked,
                    control,
                    [band],
                    $"{count} sessions were logged in {band.Name} with a mark for {control.Name}, and "
                        + $"the matrix says nothing there. Half of them had {control.Scale.Show(middle)} or less.",
                    $"Set {control.Scale.Show(middle)}",
                    [new(At(band, control), Cell.Of(middle, control.Scale.UsualTolerance, "", "", CellSource.Proposed).Value)]
                );
            }
        }
    }

    /// <summary>Empty cells in bands where other controls say something. A matrix that says nothing of a band does not carry its sails
    /// there, and that is no gap.</summary>
    private IEnumerable<Finding> Gaps(Control control, IReadOnlyList<WindBand> reported)
    {
        var empty = matrix
            .Bands.All.Where(band =>
                asSailed[band, control] is null && !reported.Contains(band) && matrix.Cells.Keys.Any(address => address.Band == band.Id)
            )
            .ToList();
        if (empty.Count == 0 || !Filled(control).Any())
        {
            yield break;
        }

        var between = Building.Interpolate(matrix, control).Where(edit => matrix[edit.Address] is null).ToList();
        // Beyond the last known band nothing can be worked out; there it may go on as in the band below.
        var after =
            between.Count > 0
                ? []
                : empty
                    .Where(band =>
                        matrix.Bands.Below(band) is { } below
                        && (matrix[below, control] is not null || empty.Contains(below))
                        && Filled(control).First().Band.From < band.From
                    )
                    .Select(band => new CellEdit(
                        At(band, control),
                        Cell.Saying(CellWord.AsBelow, control.Scale.UsualTolerance, "", "", CellSource.Entered).Value
                    ))
                    .ToList();
        yield return new(
            FindingKind.Gap,
            control,
            empty,
            $"{control.Name} says nothing in {string.Join(", ", empty.Select(band => band.Name))}.",
            between.Count > 0 ? $"Interpolate {between.Count}"
                : after.Count > 0 ? $"As below in {string.Join(", ", after.Select(edit => matrix.Bands.Find(edit.Address.Band)!.Name))}"
                : "",
            between.Count > 0 ? between : after
        );
    }
}
