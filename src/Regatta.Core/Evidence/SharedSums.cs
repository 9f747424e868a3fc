namespace Regatta.Core.Evidence;

/// <summary>The sums of a plan and mode as one club gives them to another: no run, no boat, no day, no person; of the columns 1, wind,
/// heel, each
/// helm control as it was asked and as sailors chose it, and bands. What differs from boat to boat is in the scatter.</summary>
/// <param name="PlanMode">The plan and mode.</param>
/// <param name="Controls">The helm controls with how much of their scale a column's one is, and one step, in positions.</param>
/// <param name="Bands">The edges of the bands, in metres a second.</param>
/// <param name="Sums">The sums.</param>
public sealed record SharedSums(
    PlanMode PlanMode,
    IReadOnlyList<(ControlKey Control, double PerUnit, double Step)> Controls,
    IReadOnlyList<(double From, double To)> Bands,
    HelmSums Sums
)
{
    /// <summary>Of fewer runs nothing is given away: a single one could be read out of them (ours).</summary>
    public const int Least = 10;

    /// <summary>More runs than any class ever logs.</summary>
    public const int MostRuns = 1_000_000;

    /// <summary>How many columns such sums have.</summary>
    public static int Width(int controls, int bands) => 3 + (2 * controls) + bands;

    /// <summary>The sums of a plan and mode to give away.</summary>
    /// <returns>Or why they are too few.</returns>
    public static Parsed<SharedSums> Of(PlanMode planMode, HelmFit fit)
    {
        var definition = fit.Model.Class;
        var width = Width(definition.HelmControls.Count(), definition.Bands.All.Count);
        return fit.Sums.Rows < Least
            ? Parsed<SharedSums>.Bad(
                $"{fit.Sums.Rows} runs are too few to give away: from {Least} on no single one can be read out of them."
            )
            : Parsed<SharedSums>.Good(
                new(
                    planMode,
                    [.. definition.HelmControls.Select(control => (control.Key, control.Scale.PositionsPerUnit, control.Scale.Step))],
                    [.. definition.Bands.All.Select(band => (band.From.MetresPerSecond, band.To.MetresPerSecond))],
                    fit.Sums.Of([.. Enumerable.Range(0, width)])
                )
            );
    }

    /// <summary>Why they do not fit a class, in a sentence; null where they do.</summary>
    public string? Problem(ClassDefinition definition)
    {
        var own = definition.HelmControls.ToList();
        return !definition.PlanModes.Has(PlanMode) ? $"This class has no “{PlanMode.Plan}”, “{PlanMode.Mode}”."
            : Sums.Width != Width(Controls.Count, Bands.Count) ? "These sums have other columns than they say."
            : !Near(Sums.Precision[0], Sums.Counted) || Sums.Rows > MostRuns ? "These sums do not weigh what they say."
            : Sums.Rows < Least ? $"They are of {Sums.Rows} runs; {Least} are the least."
            : !own.Select(control => control.Key).SequenceEqual(Controls.Select(control => control.Control))
                ? "They are of other controls: " + string.Join(", ", Controls.Select(control => control.Control)) + "."
            : own.Zip(Controls)
                .Where(pair =>
                    !Near(pair.First.Scale.PositionsPerUnit, pair.Second.PerUnit) || !Near(pair.First.Scale.Step, pair.Second.Step)
                )
                .Select(pair => pair.First.Name)
                .FirstOrDefault()
                is { } other
                ? $"{other} is on another scale there. Bring it to the same one first."
            : Bands.Count != definition.Bands.All.Count
            || definition
                .Bands.All.Zip(Bands)
                .Any(pair =>
                    !Near(pair.First.From.MetresPerSecond, pair.Second.From) || !Near(pair.First.To.MetresPerSecond, pair.Second.To)
                )
                ? "Their bands are others than this class’s."
            : null;
    }

    /// <summary>The sums in the columns of a model that borrows them: what a step, wind and heel do is shared; where the other club’s helm
    /// lies, as a whole and in each band, is its own.</summary>
    /// <param name="width">The columns of that model.</param>
    /// <param name="from">Where the other club’s own begin.</param>
    public HelmSums In(int width, int from)
    {
        var columns = Enumerable.Repeat(-1, width).ToArray();
        var shared = 3 + (2 * Controls.Count);
        for (var at = 1; at < shared; at++)
        {
            columns[at] = at;
        }

        columns[from] = 0;
        for (var band = 0; band < Bands.Count; band++)
        {
            columns[from + 1 + band] = shared + band;
        }

        return Sums.Of(columns);
    }

    private static bool Near(double one, double other) => Math.Abs(one - other) <= 1e-6 * Math.Max(1, Math.Abs(one));
}

/// <summary>Sums another club gave, at the weight the captain sets.</summary>
/// <param name="From">Who gave them.</param>
/// <param name="Shared">The sums.</param>
/// <param name="Weight">0 to 1.</param>
public sealed record BorrowedSums(string From, SharedSums Shared, double Weight);
