namespace Regatta.Application.Reading;

/// <summary>What a sailor gets back for a run.</summary>
/// <param name="Compared">How its helm compares with what was expected; null where nobody looked.</param>
/// <param name="Next">The smallest change to try next; null where nothing was off.</param>
/// <param name="Signs">What was off.</param>
public sealed record RunAdvice(AfterRun? Compared, RankedCure? Next, IReadOnlyList<Sign> Signs)
{
    /// <summary>What a run of a class tells its sailor.</summary>
    public static RunAdvice Of(ClassView view, Run run)
    {
        var definition = view.Published;
        var planMode = definition.PlanModes.Has(run.PlanMode) ? run.PlanMode : definition.PlanModes.First;
        var fit = view.Evidence.Of(planMode, definition);
        var band = definition.Bands.At(run.Wind.Mean.Times(run.WindFactor));
        var helm = run.Check is { Helm.Mean: var read } check && CheckValidity.Weigh(check).Weight > 0 ? read.Degrees : (double?)null;
        var signs = Core.Advice.Signs.Of(definition, helm, run.Answers);
        return new(
            helm is { } degrees
                ? AfterRun.Of(definition, degrees, fit.Posterior.PredictCell(fit.Model.Row(band, control => MarkOf(control.Key))))
                : null,
            signs.Count == 0
                ? null
                : CureList
                    .Of(
                        definition,
                        signs,
                        new(MarkOf, new StepEffects(fit, HelmSteps.Of(definition, planMode.Plan, MarkOf)).Of)
                        {
                            PlanMode = planMode,
                            Held = run.Check is { } looked ? looked.Gates.Asked & looked.Gates.Held : Gate.None,
                        }
                    )
                    .Cures.FirstOrDefault(),
            signs
        );

        Core.Marks.Mark? MarkOf(ControlKey control) => run.Marks.TryGetValue(control, out var mark) ? mark : null;
    }
}
