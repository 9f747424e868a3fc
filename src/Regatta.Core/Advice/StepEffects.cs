namespace Regatta.Core.Advice;

/// <summary>What a change of a control is known to do to the helm: from the logs where they know more than the class said, else from the
/// drawing, else as the class says.</summary>
/// <param name="fit">What the logs say; null for none.</param>
/// <param name="drawing">What the drawing says; null where nobody drew her.</param>
public sealed class StepEffects(HelmFit? fit, HelmSteps? drawing)
{
    private const double FourToOne = 1.2816;

    /// <summary>The effect of a change by some positions; null where nothing is known.</summary>
    public StepEffect? Of(Control control, double positions) =>
        OfLogs(control, positions) ?? OfDrawing(control, positions) ?? Declared(control, positions);

    /// <summary>Whether logs and drawing each leave the other's number out by their 80 % intervals: one of them is to be doubted.</summary>
    public bool Disagree(Control control, double positions) =>
        OfLogs(control, positions) is { } logs
        && OfDrawing(control, positions) is { } drawn
        && Math.Abs(logs.Degrees - drawn.Degrees) > FourToOne * (logs.Deviation + drawn.Deviation);

    /// <summary>As the logs say; null where they know no more than was believed before.</summary>
    public StepEffect? OfLogs(Control control, double positions)
    {
        if (fit is null || !fit.HasLearned(control))
        {
            return null;
        }

        var effect = fit.Posterior.Predict(fit.Model.Change(control, positions));
        return new(effect.Mean, effect.Deviation, EffectSource.Logs);
    }

    /// <summary>As the drawing says; null where it does not move anything that is drawn, and of a lateen's gooseneck, which does far more
    /// in practice than its geometry says. A drawing that is but typical of the kind says nothing where the class itself does.</summary>
    public StepEffect? OfDrawing(Control control, double positions) =>
        !control.SlidesBoom
        && drawing is { Drawing: var drawn }
        && !(drawn.IsTypical && control.HelmPerUnit is not null)
        && drawing.Worth(control, positions) is { } degrees
            ? new(degrees, HelmArm.Deviation(degrees, positions / control.Scale.Step), EffectSource.Drawing)
            : null;

    private static StepEffect? Declared(Control control, double positions) =>
        control.HelmPerUnit is { } each && each * positions / control.Scale.PositionsPerUnit is var degrees
            ? new(degrees, (Math.Abs(degrees) / 2) + EvidenceRules.EffectFloor, EffectSource.Declared)
            : null;
}
