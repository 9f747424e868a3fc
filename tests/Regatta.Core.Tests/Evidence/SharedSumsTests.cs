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
        var shared = SharedSums.Of(PlanMode.Usual, theirs).Value;
        var pooled = ours.Borrowing([new("Other", shared, 1)]);
        var (own, width) = (ours.Model.Columns.Count, pooled.Model.Columns.Count);
        Assert.Equal(own + 1 + Bands.All.Count, width);
        var shift = 3 + (2 * Class.HelmControls.Count());
        IEnumerable<HelmRun> Rows(HelmFit fit, List<SessionEvidence> runs, bool other) =>
            HelmFit
                .Settle(fit.Model, runs)
                .Select(one =>
                {
                    var row = new double[width];
                    for (var at = 0; at < shift; at++)
                    {
                        row[at == 0 && other ? own : at] = one.Run.Row[at];
                    }

                    for (var band = 0; band < Bands.All.Count; band++)
                    {
                        row[(other ? own + 1 : shift) + band] = one.Run.Row[shift + band];
                    }

                    row[fit.Model.Drift] = one.Run.Row[fit.Model.Drift];
                    return one.Counted with { Row = row };
                });
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
        var fit = Fit([.. Season(1, 20).Select((run, at) => run with { Boat = 4000 + (at % 3) })]);
        var sums = SharedSums.Of(PlanMode.Usual, fit).Value;
        var file = SumsFile.Write("Invented Water SC", sums);
        var (club, read) = SumsFile.Read(file).Value;
        Assert.Equal("Invented Water SC", club);
        Assert.Null(read.Problem(Class));
        Assert.Equal(sums.Sums.Precision, read.Sums.Precision);
        Assert.Equal(SharedSums.Width(1, 3), read.Sums.Width);
        var text = Encoding.UTF8.GetString(file);
        Assert.DoesNotContain("4000", text, StringComparison.Ordinal);
        Assert.DoesNotContain("2026", text, StringComparison.Ordinal);
        Assert.Contains("too few", SharedSums.Of(PlanMode.Usual, Fit(Season(1, 9))).Problem);
    }

    [Fact]
    public void Sums_of_another_scale_other_bands_or_none_at_all_are_refused_in_a_sentence()
    {
        var sums = SharedSums.Of(PlanMode.Usual, Fit(Season(1, 20))).Value;
        Assert.Contains("another scale", (sums with { Controls = [(Slide.Key, 25.4, 10)] }).Problem(Class));
        Assert.Contains("other controls", (sums with { Controls = [(new("kicker"), 10, 10)] }).Problem(Class));
        Assert.Contains("bands", (sums with { Bands = [(0, 1), (1, 2), (2, 3)] }).Problem(Class));
        Assert.Contains("columns", (sums with { Bands = [(0, 1)] }).Problem(Class));
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
}
