namespace Regatta.Application.Reading;

/// <summary>What a sailor gets back for a run.</summary>
/// <param name="Compared">How its helm compares with what was expected; null where nobody looked.</param>
/// <param name="Next">The smallest change to try next; null where nothing was off.</param>
/// <param name="Signs">What the helm shows.</param>
/// <param name="Found">What the answers found, and ask for.</param>
public sealed record RunAdvice(AfterRun? Compared, RankedCure? Next, IReadOnlyList<Sign> Signs, IReadOnlyList<LookFinding> Found)
{
    /// <summary>What a run of a class tells its sailor.</summary>
    /// <param name="view">The class.</param>
    /// <param name="log">The log.</param>
    /// <param name="run">One of its runs.</param>
    /// <param name="boat">The boat it was sailed in; null for none named.</param>
    public static RunAdvice Of(ClassView view, SessionLog log, Run run, long? boat)
    {
        var definition = view.OfSailors;
        var planMode = definition.PlanModes.Has(run.PlanMode) ? run.PlanMode : definition.PlanModes.First;
        var fit = view.Evidence.Of(planMode, definition);
        var helm = run.Check is { Helm.Mean: var read } check && CheckValidity.Weigh(check).Weight > 0 ? read.Degrees : (double?)null;
        var evidence = new SessionEvidence(0, run.From ?? log.SailedAt, run.Wind, run.Marks, run.Check, run.Felt)
        {
            Answers = run.Answers,
            Boat = boat,
            Asked = run.Asked,
            WindFactor = run.WindFactor,
            PlanMode = planMode,
        };
        var signs = Core.Advice.Signs.Of(definition, helm);
        return new(
            helm is { } degrees && fit.Model.Run(evidence, NotedHeel.Of([]).Unnoted) is { } own
                ? AfterRun.Of(definition, degrees, fit.Posterior.PredictRun([.. own.Row, .. Padding(fit, own)], own.Weight))
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
            signs,
            Looks.Of(definition, run.Answers, planMode, MarkOf)
        );

        // A run has nothing in the columns of other clubs.
        static IEnumerable<double> Padding(HelmFit fit, HelmRun own) => Enumerable.Repeat(0.0, fit.Model.Columns.Count - own.Row.Count);
        Core.Marks.Mark? MarkOf(ControlKey control) => run.Marks.TryGetValue(control, out var mark) ? mark : null;
    }
}
