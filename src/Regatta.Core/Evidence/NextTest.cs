namespace Regatta.Core.Evidence;

/// <summary>A setting worth trying because of what it would teach.</summary>
/// <param name="Control">The control that is moved.</param>
/// <param name="Card">Where it stands.</param>
/// <param name="At">Where it goes.</param>
/// <param name="Doubt">The doubt of what a step of it does, in degrees.</param>
/// <param name="Left">The share of that doubt's variance one run there leaves, 0 to 1.</param>
public sealed record TestChoice(Control Control, Mark Card, Mark At, double Doubt, double Left)
{
    /// <summary>The helm expected there, in degrees.</summary>
    public double Expected { get; init; }

    /// <summary>How much variance one run there takes away, in degrees².</summary>
    public double Gain => Doubt * Doubt * (1 - Left);
}

/// <summary>Which setting teaches most: the one that most lessens the variance of what a step does, (cᵀΛn⁻¹x)²/(1 + xᵀΛn⁻¹x), c the step, x
/// the setting. Source: models M7, <em>Next test</em>.</summary>
public static class NextTest
{
    /// <summary>No further from the card than this: one small change at a time.</summary>
    public const int MostSteps = EvidenceRules.MostSteps;

    /// <summary>Settings that leave no more than this share of the variance beyond what the best leaves teach alike (ours): then the one
    /// nearer the aim is tried.</summary>
    public const double Alike = 0.02;

    /// <summary>The settings of a band within their scales, the one that teaches most first; one for each control or gear. Of settings that
    /// teach alike the one whose helm is expected nearer the aim, and none that carries it past neutral where another is left.</summary>
    /// <param name="fit">What the logs say.</param>
    /// <param name="matrix">The marks as they stand.</param>
    /// <param name="band">The band.</param>
    public static IReadOnlyList<TestChoice> Of(HelmFit fit, Matrix matrix, WindBand band) =>
        [
            .. fit
                .Model.HelmColumns.Select(column => Best(fit, matrix, band, [.. All(fit, matrix, band, column)]))
                .OfType<TestChoice>()
                .OrderByDescending(choice => choice.Gain),
        ];

    private static TestChoice? Best(HelmFit fit, Matrix matrix, WindBand band, IReadOnlyList<TestChoice> all)
    {
        var aim = fit.Model.Class.Helm;
        var now = fit.Posterior.Value(fit.Model.Row(band, one => matrix[band, one]?.Mark));
        var sound = all.Where(choice => Proposer.KeepsSign(now, choice.Expected, aim)).ToList();
        var open = sound.Count > 0 ? sound : all;
        return open.Where(choice => choice.Left <= open.Min(other => other.Left) + Alike)
            .MinBy(choice => Math.Abs(choice.Expected - aim.Target.Degrees));
    }

    /// <summary>All settings of a control, up to the most steps either way; of a gear, by the control it is read by, the others going
    /// along.</summary>
    public static IEnumerable<TestChoice> All(HelmFit fit, Matrix matrix, WindBand band, HelmColumn column)
    {
        var control = column.Lead;
        if (matrix[band, control]?.Mark is not { } mark)
        {
            yield break;
        }

        var step = fit.Model.Step(column);
        var doubt = fit.Posterior.Predict(step).Deviation;
        for (var steps = -MostSteps; steps <= MostSteps; steps++)
        {
            var to = control.Scale.StepBy(mark, steps);
            if (steps == 0 || mark.DistanceTo(to) < (Math.Abs(steps) - 0.5) * control.Scale.Step)
            {
                continue;
            }

            var moved = fit.Model.Class.Moved(matrix, band, control, to);
            var setting = fit.Model.Row(band, one => moved.TryGetValue(one.Key, out var goes) ? goes : matrix[band, one]?.Mark);
            yield return new(control, mark, to, doubt, fit.Posterior.LeftAfter(step, setting)) { Expected = fit.Posterior.Value(setting) };
        }
    }
}
