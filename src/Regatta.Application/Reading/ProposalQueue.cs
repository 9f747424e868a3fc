namespace Regatta.Application.Reading;

/// <summary>A proposal with what it is worth to the club.</summary>
/// <param name="View">The class.</param>
/// <param name="PlanMode">The plan and mode.</param>
/// <param name="Proposal">The proposal.</param>
/// <param name="Blows">How often that wind blows, 0 to 1.</param>
/// <param name="Boats">How many boats sail the class.</param>
public sealed record QueuedProposal(ClassView View, PlanModeView PlanMode, Proposal Proposal, double Blows, int Boats)
{
    /// <summary>The degrees it is expected to gain: what is nearer the aim, less what it costs where it is not better.</summary>
    public double Gain =>
        ((2 * Proposal.BetterProbability) - 1)
        * (Math.Abs(Proposal.Now.Mean - View.Class.Helm.Target.Degrees) - Math.Abs(Proposal.After - View.Class.Helm.Target.Degrees));

    /// <summary>What it is ranked by: gain × how often it blows × how many sail the class (ours).</summary>
    public double Worth => Gain * Blows * Boats;

    /// <summary>What to look at again after it.</summary>
    public IReadOnlyList<Control> Recheck => SetUpOrder.Disturbed(View.Class.Controls, [Proposal.Control.Key]);
}

/// <summary>A decision that was taken, and what has become of it.</summary>
/// <param name="View">The class.</param>
/// <param name="Decision">The decision.</param>
/// <param name="Since">How many runs the band has seen since that can tell: valid ones, or those that answer what was seen.</param>
/// <param name="CameTrue">Whether the helm now expected lies nearer the aim at the mark taken than at the one before, or fewer than half of
/// the runs still see what was seen; null with too few runs since, or where neither is known any more.</param>
public sealed record FollowedDecision(ClassView View, Decision Decision, int Since, bool? CameTrue);

/// <summary>The proposals of a club's logs, ranked, and what became of those that were decided.</summary>
public static class ProposalQueue
{
    /// <summary>With fewer spells of ten minutes measured, how often a wind blows is taken from the runs (ours).</summary>
    public const int EnoughBlocks = 100;

    /// <summary>The proposals of some classes, what is worth most first.</summary>
    /// <param name="views">The classes.</param>
    /// <param name="blocks">What the station measured.</param>
    /// <param name="measuredAt">At which height.</param>
    public static IReadOnlyList<QueuedProposal> Of(IEnumerable<ClassView> views, IReadOnlyList<WindSummary> blocks, Length measuredAt) =>
        [
            .. views
                .SelectMany(view =>
                    view.Set.PlanModes.All.Select(view.On)
                        .SelectMany(planMode =>
                            planMode.BestProposals.Select(proposal => new QueuedProposal(
                                view,
                                planMode,
                                proposal,
                                Blows(view, planMode, proposal.Band, blocks, measuredAt),
                                Math.Max(1, planMode.Evidence.Model.BoatColumns.Count())
                            ))
                        )
                )
                .OrderByDescending(view => view.Worth),
        ];

    /// <summary>What became of a class's decisions, the newest first.</summary>
    public static IEnumerable<FollowedDecision> Follow(ClassView view, IEnumerable<Decision> decisions)
    {
        foreach (var decision in decisions.Where(decision => decision.Kind != DecisionKind.SetAside))
        {
            if (view.Class.Has(decision.Place) is false)
            {
                continue;
            }

            var planMode = view.On(decision.Place.PlanMode);
            var band = planMode.Matrix.Bands.Find(decision.Place.Address.Band)!;
            if (decision.Seen is { } seen)
            {
                yield return Follow(view, decision, seen, planMode.Evidence.Runs.In(band.Id));
                continue;
            }

            var since = planMode.Evidence.Runs.In(band.Id).Where(run => run.IsValid && run.SailedAt > decision.At).ToList();
            yield return new(
                view,
                decision,
                since.Count,
                since.Count < EvidenceRules.Enough ? null : IsNearer(planMode, band, decision, since)
            );
        }
    }

    private static FollowedDecision Follow(ClassView view, Decision decision, SeenAnswer seen, IEnumerable<SessionEvidence> runs)
    {
        var said = runs.Where(run => run.SailedAt > decision.At).Select(seen.IsSaidBy).OfType<bool>().ToList();
        return new(view, decision, said.Count, said.Count < AnswerPattern.Enough ? null : 2 * said.Count(same => same) < said.Count);
    }

    /// <summary>Whether the runs since alone say that the helm lies nearer the aim than it was expected when the decision was
    /// taken.</summary>
    private static bool? IsNearer(PlanModeView planMode, WindBand band, Decision decision, IReadOnlyList<SessionEvidence> since)
    {
        if (planMode.Class.Find(decision.Place.Address.Control) is not { HelmPerUnit: not null } control)
        {
            return null;
        }

        var aim = planMode.Class.Helm.Target.Degrees;
        var model = planMode.Evidence.Model;
        IReadOnlyList<double> At(Core.Marks.Mark mark) =>
            model.Row(band, one => one.Key == control.Key ? mark : planMode.Matrix[band, one]?.Mark);
        var before = decision.Expected?.Now ?? planMode.Evidence.Posterior.Value(At(decision.From));
        return planMode.Evidence.IsNearer(since, At(decision.To), before, aim);
    }

    private static double Blows(ClassView view, PlanModeView planMode, WindBand band, IReadOnlyList<WindSummary> blocks, Length measuredAt)
    {
        if (blocks.Count < EnoughBlocks)
        {
            // How often a wind blows does not depend on the sails: all runs of the class are counted.
            var runs = view.Set.PlanModes.All.Select(sailed => view.On(sailed).Evidence.Runs).ToList();
            return (runs.Sum(all => all.CountIn(band.Id).Count) + 1.0) / (runs.Sum(all => all.Count) + planMode.Matrix.Bands.All.Count);
        }

        return (double)blocks.Count(block => band.Contains(WindProfile.At(block.Mean, measuredAt, view.Class.WindHeight))) / blocks.Count;
    }
}
