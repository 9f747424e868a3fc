namespace Regatta.Core.Evidence;

/// <summary>Where a control stood in runs that felt fast in a band: the weighted median of their marks, with a bootstrap interval of
/// nine in ten. It proves nothing of the others. Source: models M7, <em>Settings that felt fast</em>.</summary>
/// <param name="Median">The middle one.</param>
/// <param name="Low">Where the interval begins.</param>
/// <param name="High">Where it ends.</param>
/// <param name="Runs">Of how many runs.</param>
public sealed record MarkByFeel(Mark Median, Mark Low, Mark High, int Runs)
{
    /// <summary>From fewer runs nothing is said (ours).</summary>
    public const int Enough = 5;

    /// <summary>How often the runs are drawn again.</summary>
    public const int Draws = 999;

    /// <summary>How much a run's feel counts: fast for one, rather fast for seven tenths (ours); else not at all.</summary>
    public static double Weight(Felt felt) =>
        felt switch
        {
            Felt.Fast => 1,
            Felt.RatherFast => 0.7,
            _ => 0,
        };

    /// <summary>Of runs of one band that felt fast.</summary>
    /// <param name="control">The control.</param>
    /// <param name="runs">The runs, fast or not.</param>
    /// <returns>Null where too few of them felt fast with a mark noted.</returns>
    public static MarkByFeel? Of(Control control, IEnumerable<SessionEvidence> runs) => Of(control, runs, run => Weight(run.Felt));

    /// <summary>Of runs of one band in which a question was answered as it should be: where the control stood then.</summary>
    /// <param name="control">The control.</param>
    /// <param name="question">The question.</param>
    /// <param name="runs">The runs, answered or not.</param>
    /// <returns>Null where too few of them answered so with a mark noted.</returns>
    public static MarkByFeel? Of(Control control, QuestionKey question, IEnumerable<SessionEvidence> runs) =>
        Of(control, runs, run => run.Answers.TryGetValue(question, out var answer) && !answer.IsOff ? 1 : 0);

    /// <summary>Of runs that all count alike.</summary>
    /// <param name="control">The control.</param>
    /// <param name="runs">The runs.</param>
    /// <returns>Null where too few of them noted its mark.</returns>
    public static MarkByFeel? OfAll(Control control, IEnumerable<SessionEvidence> runs) => Of(control, runs, _ => 1);

    private static MarkByFeel? Of(Control control, IEnumerable<SessionEvidence> runs, Func<SessionEvidence, double> weigh)
    {
        List<(double Value, double Weight)> marks =
        [
            .. from run in runs
            let weight = weigh(run)
            where weight > 0 && run.Marks.ContainsKey(control.Key)
            orderby run.Number, run.Run
            select (run.Marks[control.Key].Position, weight),
        ];
        if (marks.Count < Enough)
        {
            return null;
        }

        var (low, high) = Interval(marks, 0.9, seed: 1);
        return new(new(MedianOf(marks)), new(low), new(high), marks.Count);
    }

    /// <summary>The least value at which half the weight is reached.</summary>
    /// <param name="marks">At least one, weights above zero.</param>
    public static double MedianOf(IReadOnlyList<(double Value, double Weight)> marks)
    {
        var half = marks.Sum(mark => mark.Weight) / 2;
        var reached = 0.0;
        return marks.OrderBy(mark => mark.Value).First(mark => (reached += mark.Weight) >= half - 1e-12).Value;
    }

    /// <summary>The percentile interval of the median over draws with replacement: of 999 the 50th and the 950th for nine in ten.</summary>
    /// <param name="marks">At least one, weights above zero.</param>
    /// <param name="level">Above zero, below one.</param>
    /// <param name="seed">The same marks and seed give the same interval.</param>
    public static (double Low, double High) Interval(IReadOnlyList<(double Value, double Weight)> marks, double level, int seed)
    {
        var random = new Random(seed);
        double[] medians =
        [
            .. Enumerable
                .Range(0, Draws)
                .Select(_ => MedianOf([.. Enumerable.Range(0, marks.Count).Select(_ => marks[random.Next(marks.Count)])]))
                .Order(),
        ];
        var edge = (Draws + 1) * (1 - level) / 2;
        return (medians[(int)Math.Round(edge) - 1], medians[Draws - (int)Math.Round(edge)]);
    }
}
