using System.Globalization;
using System.Text;
using Regatta.Formats.Bundles;
using static Regatta.Core.Tests.Evidence.TestBoat;

namespace Regatta.Core.Tests.Evidence;

/// <summary>Sums one club gives to another.</summary>
public sealed class SharedSumsTests
{
    /// <summary>Pooled sums equal the fit over all runs together, each club with a helm of its own.</summary>
    [Fact]
    public void Borrowed_sums_equal_the_fit_over_all_runs_together()
    {
        // What is given away has no day in it: theirs were sailed on the day drift is counted from.
        List<SessionEvidence> given = [.. Season(2, 25).Select(run => run with { SailedAt = new(2026, 1, 1, 0, 0, 0, TimeSpan.Zero) })];
        var (ours, theirs) = (Fit(Season(1, 20)), Fit(given));
        var shared = Give(given);
        var pooled = ours.Borrowing([new("Other", shared, 1)]);
        var (own, width) = (ours.Model.Columns.Count, pooled.Model.Columns.Count);
        Assert.Equal(own + 1 + Bands.All.Count, width);
        var shift = 3 + (2 * Class.HelmControls.Count());
        IEnumerable<HelmRun> Rows(HelmFit fit, List<SessionEvidence> runs, bool other) =>
            HelmFit
                .Settle(fit.Model, runs)
                .Runs.Select(one =>
                {
                    var row = new double[width];
                    for (var at = 0; at < shift; at++)
                    {
                        row[at == 0 && other ? own : at] = one.Run.Row[at];
                    }

                    for (var band = 0; band < Bands.All.Count; band++)
                    {
                        row[other ? own + 1 + Begins(shared, band) : shift + band] += one.Run.Row[shift + band];
                    }

                    row[fit.Model.Drift] = one.Run.Row[fit.Model.Drift];
                    return one.Counted with { Row = row };
                });
        // Bands that were given as one are in the column of the first of them.
        static int Begins(SharedSums shared, int band)
        {
            var group = shared.Bands.Last(one => one.From <= Bands.All[band].From.MetresPerSecond + 1e-9);
            return Bands.All.ToList().FindIndex(one => Math.Abs(one.From.MetresPerSecond - group.From) < 1e-9);
        }

        var all = HelmPosterior.After(
            pooled.Model.Priors,
            HelmSums.Of(width, [.. Rows(ours, Season(1, 20), false), .. Rows(theirs, given, true)])
        );
        Assert.All(all.Mean.Zip(pooled.Posterior.Mean), pair => Assert.Equal(pair.First, pair.Second, 1e-9));
        Assert.All(all.Deviations.Zip(pooled.Posterior.Deviations), pair => Assert.Equal(pair.First, pair.Second, 1e-9));
        // A step is known better than by the own runs alone; of nothing borrowed nothing changes.
        var step = ours.Model.ColumnOf(Slide)!.Value;
        Assert.True(pooled.Posterior.Deviations[step] < ours.Posterior.Deviations[step]);
        Assert.Same(ours, ours.Borrowing([]));
        var little = ours.Borrowing([new("Other", shared, 0.1)]).Posterior.Deviations[step];
        Assert.InRange(little, pooled.Posterior.Deviations[step], ours.Posterior.Deviations[step]);
    }

    [Fact]
    public void A_file_of_sums_is_read_back_as_it_was_and_names_no_day_boat_or_person()
    {
        var sums = Give([.. Season(1, 60).Select((run, at) => run with { Boat = 4000 + (at % 3) })]);
        var file = SumsFile.Write("Invented Water SC", sums);
        var (club, read) = SumsFile.Read(file).Value;
        Assert.Equal("Invented Water SC", club);
        Assert.Null(read.Problem(Class));
        Assert.Equal(sums.Sums.Precision, read.Sums.Precision);
        Assert.Equal(SharedSums.Width(1, read.Bands.Count), read.Sums.Width);
        var text = Encoding.UTF8.GetString(file);
        Assert.DoesNotContain("4000", text, StringComparison.Ordinal);
        Assert.DoesNotContain("2026", text, StringComparison.Ordinal);
        Assert.Contains("too few", SharedSums.Of(PlanMode.Usual, Fit(Season(1, 9)), []).Problem);
    }

    [Fact]
    public void Sums_of_another_scale_other_bands_or_none_at_all_are_refused_in_a_sentence()
    {
        var sums = Give(Season(1, 60));
        Assert.Contains("another scale", (sums with { Controls = [(Slide.Key, 25.4, 10)] }).Problem(Class));
        Assert.Contains("other controls", (sums with { Controls = [(new("kicker"), 10, 10)] }).Problem(Class));
        Assert.Contains("bands", (sums with { Bands = [.. sums.Bands.Select(band => (band.From + 1, band.To + 1))] }).Problem(Class));
        Assert.Contains("columns", (sums with { Bands = [(0, 1), (1, 2), (2, 3), (3, 4)] }).Problem(Class));
        Assert.Contains("no “storm”", (sums with { PlanMode = new(new("storm"), PlanMode.Usual.Mode) }).Problem(Class));
        byte[] Said(string was, string now) =>
            Encoding.UTF8.GetBytes(Encoding.UTF8.GetString(SumsFile.Write("Other", sums)).Replace(was, now, StringComparison.Ordinal));
        string Wrong(string was, string now) => SumsFile.Read(Said(was, now)).Problem ?? "";
        Assert.Contains("no file of sums", Wrong("regatta-sums", "something"));
        Assert.Contains("version 9", Wrong("\"version\": 1", "\"version\": 9"));
        Assert.Contains(
            "do not fit",
            Wrong($"\"squares\": {sums.Sums.Squares.ToString("R", CultureInfo.InvariantCulture)}", "\"squares\": 0.5")
        );
        // A liar who wants to outweigh the club’s own runs.
        var counted = $"\"counted\": {sums.Sums.Counted.ToString("R", CultureInfo.InvariantCulture)}";
        Assert.Contains("weigh no more", Wrong(counted, "\"counted\": 5000"));
        Assert.Contains("do not weigh what they say", SumsFile.Read(Said(counted, "\"counted\": 0.5")).Value.Sums.Problem(Class));
        Assert.Contains("which club", Wrong("\"Other\"", "\"\""));
        Assert.Contains("no file of sums", SumsFile.Read("[1, 2"u8).Problem);
        Assert.Contains("no file of sums", SumsFile.Read("{}"u8).Problem);
        var odd =
            """{"format": "regatta-sums", "version": 1, "club": "X", "controls": [null], "bands": [null], "precision": [], "products": []}""";
        Assert.Contains("no file of sums", SumsFile.Read(Encoding.UTF8.GetBytes(odd)).Problem);
    }

    private static SharedSums Give(List<SessionEvidence> runs)
    {
        var fit = Fit(runs);
        return SharedSums.Of(PlanMode.Usual, fit, Filled(fit, runs)).Value;
    }

    private static IReadOnlyList<int> Filled(HelmFit fit, List<SessionEvidence> runs)
    {
        var rows = HelmFit.Settle(fit.Model, runs).Runs.Where(run => run.Counted.Weight > 0).Select(run => run.Run.Row).ToList();
        return [.. Enumerable.Range(0, fit.Model.Drift).Select(column => rows.Count(row => row[column] != 0))];
    }

    /// <summary>An attacker with the file alone: whatever stands in a column is of ten runs at least, so that none can be solved for.
    /// Source: models M7, <em>Exchange</em>.</summary>
    [Fact]
    public void No_file_of_200_lets_a_single_run_be_recovered()
    {
        var random = new Random(19);
        for (var file = 0; file < 200; file++)
        {
            var runs = Sailed(random, file, random.Next(10, 40));
            var fit = Fit(runs);
            var filled = Filled(fit, runs);
            var sums = SharedSums.Of(PlanMode.Usual, fit, filled).Value;
            Assert.Null(sums.Problem(Class));
            var shared = sums.Sums.Width - sums.Bands.Count;
            var settled = HelmFit.Settle(fit.Model, runs).Runs.Select(run => run.Counted).Where(run => run.Weight > 0).ToList();
            for (var column = 0; column < sums.Sums.Width; column++)
            {
                var square = sums.Sums.Precision[(column * sums.Sums.Width) + column];
                if (square == 0)
                {
                    Assert.Equal(0, sums.Sums.Products[column]);
                    continue;
                }

                // How many runs stand behind it: a column of its own, or the bands that are one.
                var behind = column < shared ? filled[column] : settled.Count(run => InBands(run, sums, column - shared, shared));
                Assert.True(behind >= SharedSums.Least, $"File {file}: {behind} runs behind column {column}.");
                // The guess of whoever believes it is one run: its value and helm out of the ratios. It is nobody's.
                var weight = sums.Sums.Precision[column];
                var (value, helm) = (square / weight, sums.Sums.Products[column] / weight);
                Assert.DoesNotContain(
                    settled,
                    run =>
                        Math.Abs(run.Weight - weight) < 1e-9
                        && Math.Abs(run.Helm - helm) < 1e-9
                        && run.Row.Any(one => Math.Abs(one - value) < 1e-9)
                );
            }
        }
    }

    /// <summary>An attacker with two files of one class: what the later has more than the earlier is of ten runs at least in every column,
    /// or the earlier still stands. Source: models M7, <em>Exchange</em>.</summary>
    [Fact]
    public void No_difference_of_two_files_of_200_pairs_lets_a_single_run_be_recovered()
    {
        var random = new Random(23);
        var (renewed, joined) = (0, 0);
        for (var pair = 0; pair < 200; pair++)
        {
            var (before, added) = (Sailed(random, pair, random.Next(10, 60)), Sailed(random, 1000 + pair, random.Next(1, 60)));
            var first = Fit(before);
            var filled = Filled(first, before);
            var earlier = SharedSums.Of(PlanMode.Usual, first, filled).Value;
            List<SessionEvidence> all = [.. before, .. added];
            var fit = Fit(all);
            var now = Filled(fit, all);
            if (!SharedSums.MayRenew(now, filled, sailors: 3))
            {
                continue;
            }

            renewed++;
            var later = SharedSums.Of(PlanMode.Usual, fit, now, filled).Value;
            Assert.Null(later.Problem(Class));
            joined += later.Bands.Count < earlier.Bands.Count ? 1 : 0;
            var shared = later.Sums.Width - later.Bands.Count;
            var rows = HelmFit.Settle(fit.Model, added).Runs.Where(run => run.Run.Weight > 0).Select(run => run.Run).ToList();
            for (var column = 0; column < later.Sums.Width; column++)
            {
                if (later.Sums.Precision[(column * later.Sums.Width) + column] == 0)
                {
                    continue;
                }

                var behind =
                    column < shared
                        ? rows.Count(run => run.Row[column] != 0)
                        : rows.Count(run => InBands(run, later, column - shared, shared));
                Assert.True(behind >= SharedSums.Least, $"Pair {pair}: {behind} further runs behind column {column}.");
            }
        }

        // Both happen: it is not for want of cases.
        Assert.InRange(renewed, 100, 199);
        Assert.True(joined > 10);
        Assert.True(SharedSums.MayRenew([20, 0], [10, 0], sailors: 3));
        Assert.False(SharedSums.MayRenew([19, 19], [10, 0], sailors: 9));
        Assert.False(SharedSums.MayRenew([100, 100], [10, 0], sailors: 2));
    }

    [Fact]
    public void Bands_of_too_few_runs_are_one_with_their_neighbours_and_are_borrowed_as_such()
    {
        var sums = Give([
            .. Season(3, 30).Select(run => run with { Wind = WindRange.Of(Speed.FromKnots(11), Speed.FromKnots(11), null).Value }),
        ]);
        var (from, to) = Assert.Single(sums.Bands);
        Assert.Equal((Bands.All[0].From.MetresPerSecond, Bands.All[^1].To.MetresPerSecond), (from, to));
        Assert.Null(sums.Problem(Class));
        var ours = Fit(Season(1, 20));
        var step = ours.Model.ColumnOf(Slide)!.Value;
        Assert.True(ours.Borrowing([new("Other", sums, 1)]).Posterior.Deviations[step] < ours.Posterior.Deviations[step]);
    }

    private static List<SessionEvidence> Season(int seed, int runs)
    {
        var random = new Random(seed);
        return
        [
            .. Enumerable
                .Range(0, runs)
                .Select(_ => random.Next(6, 16) * 10)
                .Select(slide => Session(random.Next(8, 18), slide, Math.Round(3 - (0.04 * (slide - 100)) + random.NextDouble() - 0.5, 1))),
        ];
    }

    /// <summary>Few who chose a mark themselves, few who noted heel, and now and then a lonely day in strong wind.</summary>
    private static List<SessionEvidence> Sailed(Random random, int seed, int runs) =>
        [
            .. Season(seed, runs)
                .Select(run => random.Next(8) == 0 ? Session(20, 100, random.Next(-5, 12)) : run)
                .Select(run =>
                    random.Next(6) == 0
                        ? run with
                        {
                            Asked = new Dictionary<ControlKey, AskedMark> { [Slide.Key] = new(AskedBy.Sailor, null) },
                        }
                        : run
                ),
        ];

    private static bool InBands(HelmRun run, SharedSums sums, int group, int shared) =>
        Bands
            .All.Select((band, at) => (band, at))
            .Any(band =>
                band.band.From.MetresPerSecond >= sums.Bands[group].From - 1e-9
                && band.band.To.MetresPerSecond <= sums.Bands[group].To + 1e-9
                && run.Row[shared + band.at] > 0
            );
}
