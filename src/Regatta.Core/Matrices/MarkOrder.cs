namespace Regatta.Core.Matrices;

/// <summary>Brings the marks of a control into the order its class says they have as wind builds.</summary>
internal static class MarkOrder
{
    /// <summary>What differs by no more is the same mark.</summary>
    public const double Hair = 1e-9;

    /// <summary>The nearest marks in the control's direction, and the place up to which they rise: the last for up, before the first for
    /// down.</summary>
    public static (IReadOnlyList<double> Values, int Peak) Smoothed(AsWindBuilds builds, List<double> values, List<double> weights) =>
        builds switch
        {
            AsWindBuilds.Up => (Isotonic.Rising(values, weights), values.Count - 1),
            AsWindBuilds.Down => ([.. Isotonic.Rising([.. values.Select(value => -value)], weights).Select(value => -value)], 0),
            _ => Isotonic.RisingThenFalling(values, weights),
        };

    /// <summary>The cells at smoothed marks, on the grid, ranges by both their ends. What the grid pushed back is pushed on until nothing
    /// goes back any more.</summary>
    public static IReadOnlyList<Cell> Mended(Scale scale, List<Cell> cells, IReadOnlyList<double> smooth, int peak)
    {
        var mended = cells
            .Zip(smooth, (cell, mark) => Math.Abs(cell.Mark!.Value.Position - mark) <= Hair ? cell : Put(cell, mark))
            .ToList();
        Push(Enumerable.Range(0, peak + 1));
        Push(Enumerable.Range(peak, cells.Count - peak).Reverse());
        return mended;

        Cell Put(Cell cell, double mark) =>
            cell.IsRange
                ? Cell.Between(
                    scale.Snap(new(mark - cell.Tolerance)),
                    scale.Snap(new(mark + cell.Tolerance)),
                    cell.Target,
                    cell.Note,
                    cell.Source
                ).Value
                : cell.At(scale.Snap(new(mark)));

        void Push(IEnumerable<int> rising)
        {
            var least = double.NegativeInfinity;
            foreach (var at in rising)
            {
                while (mended[at].Mark!.Value.Position < least - Hair && Raised(mended[at]) is { } raised)
                {
                    mended[at] = raised;
                }

                least = Math.Max(least, mended[at].Mark!.Value.Position);
            }
        }

        // A range goes up by its upper end, then by its lower; at the scale's end nothing goes further.
        Cell? Raised(Cell cell)
        {
            var (low, high) = cell.IsRange ? cell.Span!.Value : (cell.Mark!.Value, cell.Mark!.Value);
            var (lower, higher) = (scale.StepBy(low, 1), scale.StepBy(high, 1));
            return !cell.IsRange ? (higher.Position > high.Position + Hair ? cell.At(higher) : null)
                : higher.Position > high.Position + Hair ? Cell.Between(low, higher, cell.Target, cell.Note, cell.Source).Value
                : lower.Position > low.Position + Hair ? Cell.Between(lower, high, cell.Target, cell.Note, cell.Source).Value
                : null;
        }
    }
}
