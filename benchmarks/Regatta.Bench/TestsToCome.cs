using System.Globalization;

namespace Regatta.Bench;

/// <summary>How many runs it takes to know what a step does: at settings chosen by what they teach, and at random ones within the same two
/// steps of the card.</summary>
internal static class TestsToCome
{
    private const int Seasons = 100;
    private const int Most = 400;

    /// <summary>The doubt of a step that is to be reached, as a share of what is believed before logs, in the columns' own
    /// measure.</summary>
    private const double Enough = 0.35;

    public static void Run()
    {
        Console.WriteLine($"{Seasons} seasons; runs until the doubt of a step is {Enough:0.00} of what it was");
        var (chosen, random) = (new List<int>(), new List<int>());
        for (var season = 0; season < Seasons; season++)
        {
            chosen.Add(RunsOf(season, byWhatItTeaches: true));
            random.Add(RunsOf(season, byWhatItTeaches: false));
        }

        var (one, other) = (chosen.Average(), random.Average());
        Console.WriteLine(
            string.Create(CultureInfo.InvariantCulture, $"chosen {one:0.0} runs, random steps {other:0.0} runs, on average of {Seasons}")
        );
        Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"trials: {one / other:0.000}"));
    }

    private static int RunsOf(int season, bool byWhatItTeaches)
    {
        var random = new Random(season);
        var boat = new HiddenBoat(new World("base"), random);
        var state = boat.State;
        var matrix = state.Set.First;
        var model = new HelmModel(boat.Class, boat.Class.Bands, new ReferenceCard(PlanMode.Usual, [state]), []);
        var step = model.Change(HiddenBoat.Slide, HiddenBoat.Slide.Scale.Step);
        var sums = HelmSums.None(model.Columns.Count);
        var start = Unit(HelmPosterior.After(model.Priors, sums));
        for (var runs = 0; runs < Most; runs++)
        {
            var posterior = HelmPosterior.After(model.Priors, sums);
            if (Unit(posterior) <= Enough * Enough * start)
            {
                return runs;
            }

            // The wind comes as it comes.
            var band = boat.Class.Bands.All[random.Next(boat.Class.Bands.All.Count)];
            var card = matrix[band, HiddenBoat.Slide]!.Mark!.Value;
            var fit = new HelmFit(model, posterior, PlanModeRuns.None, []);
            var at = byWhatItTeaches
                ? NextTest.Of(fit, matrix, band)[0].At
                : HiddenBoat.Slide.Scale.StepBy(card, random.Next(-NextTest.MostSteps, NextTest.MostSteps + 1));
            var helm = boat.Truth(band, at.Position / HiddenBoat.Slide.Scale.Step) + ((random.NextDouble() - 0.5) * 2 * Math.Sqrt(3));
            sums = sums.With(new(model.Row(band, _ => at), helm, 1));
        }

        return Most;

        double Unit(HelmPosterior posterior) => posterior.Covariance(step, step) * posterior.Shape / posterior.Scale;
    }
}
