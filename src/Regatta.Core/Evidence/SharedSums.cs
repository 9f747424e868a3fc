namespace Regatta.Core.Evidence;

/// <summary>The sums of a plan and mode as one club gives them to another: no run, no boat, no day, no person; of the columns 1, wind,
/// heel, each
/// helm control as it was asked and as sailors chose it, and bands. What differs from boat to boat is in the scatter.</summary>
/// <param name="PlanMode">The plan and mode.</param>
/// <param name="Controls">The helm controls with how much of their scale a column's one is, and one step, in positions; of a gear, the one
/// it is read by, with the others and their steps named behind it.</param>
/// <param name="Bands">The edges of the bands, in metres a second; neighbours of which one has too few runs are one.</param>
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

    /// <summary>Fewer further runs, or of fewer sailors, than this renew nothing that was given before (ours): else the difference of two
    /// files would tell of them.</summary>
    public const int LeastSailors = 3;

    /// <summary>Whether what was given before is renewed. The first column is every run's, whatever else the columns are.</summary>
    /// <param name="filled">How many runs have something in each column.</param>
    /// <param name="before">How many had when it was given.</param>
    /// <param name="sailors">Of how many sailors those are that came since.</param>
    public static bool MayRenew(IReadOnlyList<int> filled, IReadOnlyList<int> before, int sailors) =>
        filled.ElementAtOrDefault(0) - before.ElementAtOrDefault(0) >= Least && sailors >= LeastSailors;

    /// <summary>Whether a plan and mode has runs enough to give anything of.</summary>
    public static bool HasEnough(HelmFit fit) => fit.Sums.Rows >= Least;

    /// <summary>The sums of a plan and mode to give away. A column that fewer than <see cref="Least"/> runs have something in is left out
    /// of every sum, and a band of so few is one with its neighbour: else a single run could be solved for. The same holds of what came
    /// since they were given last, for who has both files has their difference. Source: models M7, <em>Exchange</em>.</summary>
    /// <param name="planMode">The plan and mode.</param>
    /// <param name="fit">What its logs say.</param>
    /// <param name="filled">How many runs have something in each column.</param>
    /// <param name="before">How many had when the same columns were given last; null where they never were.</param>
    /// <returns>Or why they are too few.</returns>
    public static Parsed<SharedSums> Of(PlanMode planMode, HelmFit fit, IReadOnlyList<int> filled, IReadOnlyList<int>? before = null)
    {
        int Gained(int column) => before is null ? int.MaxValue : filled.ElementAtOrDefault(column) - before.ElementAtOrDefault(column);
        if (!HasEnough(fit))
        {
            return Parsed<SharedSums>.Bad(
                $"{fit.Sums.Rows} runs are too few to give away: from {Least} on no single one can be read out of them."
            );
        }

        var definition = fit.Model.Class;
        var shared = 3 + (2 * fit.Model.HelmColumns.Count);
        var bands = Together(fit, shared, Gained);
        return Parsed<SharedSums>.Good(
            new(
                planMode,
                [.. fit.Model.HelmColumns.Select(Shared)],
                [
                    .. bands.Select(group =>
                        (definition.Bands.All[group[0]].From.MetresPerSecond, definition.Bands.All[group[^1]].To.MetresPerSecond)
                    ),
                ],
                fit.Sums.Joined([
                    .. Enumerable
                        .Range(0, shared)
                        .Select(column => filled.ElementAtOrDefault(column) >= Least && Gained(column) >= Least ? (int[])[column] : []),
                    .. bands.Select(group => group.Select(band => shared + band).ToArray()),
                ])
            )
        );
    }

    /// <summary>The bands, those with too few runs together with their neighbours: what stands in their columns weighs so many runs at
    /// least.</summary>
    private static List<List<int>> Together(HelmFit fit, int shared, Func<int, int> gained)
    {
        var groups = new List<List<int>>();
        var (open, weighs, since) = (new List<int>(), 0.0, 0);
        for (var band = 0; band < fit.Model.Class.Bands.All.Count; band++)
        {
            open.Add(band);
            weighs += fit.Sums.Precision[shared + band];
            // A run in two bands is one run: no fewer came to all of them than to the one most came to.
            since = Math.Max(since, gained(shared + band));
            if (weighs >= Least && since >= Least)
            {
                groups.Add(open);
                (open, weighs, since) = ([], 0, 0);
            }
        }

        if (groups.Count == 0)
        {
            return [open];
        }

        groups[^1].AddRange(open);
        return groups;
    }

    /// <summary>Where each of the bands begins among a class's, in its order; null where they are not the class's own or neighbours of them
    /// together.</summary>
    private IReadOnlyList<int>? Begin(WindBands bands)
    {
        var begins = new List<int>();
        var next = 0;
        foreach (var (from, to) in Bands)
        {
            var first = next;
            if (first >= bands.All.Count || !Near(bands.All[first].From.MetresPerSecond, from))
            {
                return null;
            }

            while (next < bands.All.Count && !Near(bands.All[next].To.MetresPerSecond, to))
            {
                next++;
            }

            if (next++ >= bands.All.Count)
            {
                return null;
            }

            begins.Add(first);
        }

        return next == bands.All.Count ? begins : null;
    }

    /// <summary>Why they do not fit a class, in a sentence; null where they do.</summary>
    public string? Problem(ClassDefinition definition)
    {
        var own = HelmColumn.Of(definition).Select(column => (column.Name, Shared: Shared(column))).ToList();
        return !definition.PlanModes.Has(PlanMode) ? $"This class has no “{PlanMode.Plan}”, “{PlanMode.Mode}”."
            : Sums.Width != Width(Controls.Count, Bands.Count) ? "These sums have other columns than they say."
            : !Near(Sums.Precision[0], Sums.Counted) || Sums.Rows > MostRuns ? "These sums do not weigh what they say."
            : Sums.Rows < Least ? $"They are of {Sums.Rows} runs; {Least} are the least."
            : !own.Select(column => column.Shared.Control).SequenceEqual(Controls.Select(control => control.Control))
                ? "They are of other controls: " + string.Join(", ", Controls.Select(control => control.Control)) + "."
            : own.Zip(Controls)
                .Where(pair => !Near(pair.First.Shared.PerUnit, pair.Second.PerUnit) || !Near(pair.First.Shared.Step, pair.Second.Step))
                .Select(pair => pair.First.Name)
                .FirstOrDefault()
                is { } other
                ? $"{other} is on another scale there. Bring it to the same one first."
            : Begin(definition.Bands) is null ? "Their bands are others than this class’s."
            : null;
    }

    /// <summary>The sums in the columns of a model that borrows them: what a step, wind and heel do is shared; where the other club’s helm
    /// lies, as a whole and in each band, is its own.</summary>
    /// <param name="width">The columns of that model.</param>
    /// <param name="from">Where the other club’s own begin.</param>
    /// <param name="bands">The bands of that model.</param>
    /// <exception cref="InvalidOperationException">They are of other bands.</exception>
    public HelmSums In(int width, int from, WindBands bands)
    {
        var begins = Begin(bands) ?? throw new InvalidOperationException("These sums are of other bands.");
        var columns = Enumerable.Repeat(-1, width).ToArray();
        var shared = 3 + (2 * Controls.Count);
        for (var at = 1; at < shared; at++)
        {
            columns[at] = at;
        }

        columns[from] = 0;
        for (var band = 0; band < Bands.Count; band++)
        {
            columns[from + 1 + begins[band]] = shared + band;
        }

        return Sums.Of(columns);
    }

    private static (ControlKey Control, double PerUnit, double Step) Shared(HelmColumn column) =>
        (
            new(
                string.Join(
                    ' ',
                    column.Members.Select((member, at) => at == 0 ? member.Control.Key.Name : $"{member.Control.Key}:{member.Steps}")
                )
            ),
            column.UnitSteps * column.Members[0].Steps * column.Lead.Scale.Step,
            column.Lead.Scale.Step
        );

    private static bool Near(double one, double other) => Math.Abs(one - other) <= 1e-6 * Math.Max(1, Math.Abs(one));
}

/// <summary>Sums another club gave, at the weight the captain sets.</summary>
/// <param name="From">Who gave them.</param>
/// <param name="Shared">The sums.</param>
/// <param name="Weight">0 to 1.</param>
public sealed record BorrowedSums(string From, SharedSums Shared, double Weight);
