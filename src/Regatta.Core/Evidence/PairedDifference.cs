using MathNet.Numerics.Distributions;

namespace Regatta.Core.Evidence;

/// <summary>What pairs of runs say: B less A, its mean with an interval, whether that settles it, and how many more pairs would.</summary>
/// <param name="Pairs">How many pairs.</param>
/// <param name="Mean">B less A, in degrees of helm or in lengths.</param>
/// <param name="Deviation">Of one difference; 0 with one pair.</param>
/// <param name="Low">Where the interval of nineteen in twenty begins; −∞ with one pair.</param>
/// <param name="High">Where it ends.</param>
public sealed record PairedDifference(int Pairs, double Mean, double Deviation, double Low, double High)
{
    /// <summary>No more pairs than this are promised to settle anything.</summary>
    public const int MostPromised = 60;

    /// <summary>Of differences, B less A; Student's paired t.</summary>
    /// <param name="differences">At least one.</param>
    public static PairedDifference Of(IReadOnlyList<double> differences)
    {
        var (n, mean) = (differences.Count, differences.Average());
        if (n < 2)
        {
            return new(n, mean, 0, double.NegativeInfinity, double.PositiveInfinity);
        }

        var deviation = Math.Sqrt(differences.Sum(difference => (difference - mean) * (difference - mean)) / (n - 1));
        var half = Half(n, deviation);
        return new(n, mean, deviation, mean - half, mean + half);
    }

    /// <summary>The pairs of a trial: of a ladder each run with the one that follows it where the setting changed, of a line-up both
    /// boats of a run.</summary>
    public static IReadOnlyList<double> Differences(TrialDesign design, IReadOnlyList<TrialRun> runs)
    {
        if (design == TrialDesign.LineUp)
        {
            return
            [
                .. runs.GroupBy(run => run.Number)
                    .OrderBy(pair => pair.Key)
                    .Where(pair => pair.Select(run => run.Setting).Distinct().Count() == 2)
                    .Select(pair => pair.First(run => run.Setting == Setting.B).Helm - pair.First(run => run.Setting == Setting.A).Helm),
            ];
        }

        return [.. Swapped(runs).Select(pair => pair.B.Helm - pair.A.Helm)];
    }

    /// <summary>The lengths the boat at B gained on the one at A: of each pair of runs between which the boats swapped, half of what the
    /// first gained more at B than at A. What one of them gains by herself falls out.</summary>
    public static IReadOnlyList<double> Gains(IEnumerable<TrialRun> runs) =>
        [
            .. Swapped(runs.Where(run => run is { Boat: 0, Gained: not null }))
                .Select(pair => (pair.B.Gained!.Value - pair.A.Gained!.Value) / 2),
        ];

    /// <summary>Runs 1 and 2, 3 and 4, and so on: A B, B A.</summary>
    private static IEnumerable<(TrialRun A, TrialRun B)> Swapped(IEnumerable<TrialRun> runs) =>
        runs.GroupBy(run => (run.Number - 1) / 2)
            .OrderBy(pair => pair.Key)
            .Where(pair => pair.Select(run => run.Setting).Distinct().Count() == 2)
            .Select(pair => (pair.First(run => run.Setting == Setting.A), pair.First(run => run.Setting == Setting.B)));

    /// <summary>Whether zero lies outside the interval.</summary>
    public bool IsSettled => Pairs > 1 && (Low > 0 || High < 0);

    /// <summary>How many pairs more would leave zero outside, if they go on like this; 0 where it is settled, null where so many would
    /// not, or with fewer than two pairs.</summary>
    public int? More
    {
        get
        {
            if (IsSettled)
            {
                return 0;
            }

            if (Pairs < 2 || Mean == 0)
            {
                return null;
            }

            for (var n = Pairs + 1; n <= Pairs + MostPromised; n++)
            {
                if (Half(n, Deviation) < Math.Abs(Mean))
                {
                    return n - Pairs;
                }
            }

            return null;
        }
    }

    private static double Half(int n, double deviation) => StudentT.InvCDF(0, 1, n - 1, 0.975) * deviation / Math.Sqrt(n);
}
