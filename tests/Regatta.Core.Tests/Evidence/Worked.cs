using System.Text.Json;

namespace Regatta.Core.Tests.Evidence;

/// <summary>The twelve runs that docs/models.md works through; every run counts whole in the scatter, as there.</summary>
internal sealed class Worked
{
    private readonly JsonElement json = JsonDocument.Parse(File.ReadAllText("Data/helm-fit.json")).RootElement;

    public static Worked Case { get; } = new();

    public IReadOnlyList<CoefficientPrior> Priors =>
        [.. Numbers("prior_mean").Zip(Numbers("prior_sd"), (mean, sd) => new CoefficientPrior(mean, sd))];

    public IReadOnlyList<HelmRun> Runs =>
        [
            .. json.GetProperty("X")
                .EnumerateArray()
                .Select(row => row.EnumerateArray().Select(value => value.GetDouble()).ToArray())
                .Zip(Numbers("y"), Numbers("w"))
                .Select(run => new HelmRun(run.First, run.Second, run.Third) { CountsAs = 1 }),
        ];

    public double[] Cell => Numbers("cell");

    public double Target => Number("target");

    public IEnumerable<(double Step, double Expected, double Better)> Candidates =>
        json.GetProperty("candidates")
            .EnumerateArray()
            .Select(one =>
                (one.GetProperty("step").GetDouble(), one.GetProperty("expected").GetDouble(), one.GetProperty("pbetter").GetDouble())
            );

    public static double[] Slide(double centimetres) => [0, 0, 0, centimetres, 0];

    public HelmPosterior Plain() => HelmPosterior.After(Priors, Runs);

    public double Number(string name) => json.GetProperty(name).GetDouble();

    public double[] Numbers(string name) => [.. json.GetProperty(name).EnumerateArray().Select(value => value.GetDouble())];
}
