using System.Collections.Concurrent;

namespace Regatta.Core.Evidence;

/// <summary>Finds, for each cell, the smallest change that the logs say brings the helm nearer its target.</summary>
/// <param name="boatClass">The class, with its target.</param>
/// <param name="matrix">The marks as they stand.</param>
/// <param name="fit">What the logs say.</param>
/// <param name="today">The time to judge staleness by.</param>
public sealed class Proposer(ClassDefinition boatClass, Matrix matrix, HelmFit fit, DateTimeOffset today)
{
    /// <summary>The class it is of.</summary>
    public ClassDefinition Class => boatClass;

    /// <summary>What the logs say.</summary>
    public HelmFit Fit => fit;

    /// <summary>The time to judge staleness by.</summary>
    public DateTimeOffset Today => today;

    private readonly ConcurrentDictionary<BandId, BandHelm?> helms = new();

    /// <summary>The helm of a band at the matrix's marks; null where no control that balances the helm has a mark.</summary>
    public BandHelm? Helm(WindBand band) => helms.GetOrAdd(band.Id, _ => Judge(band));

    private BandHelm? Judge(WindBand band) =>
        boatClass.HelmControls.Any(control => matrix[band, control]?.Mark is not null)
            ? BandHelm.Judge(
                band,
                fit.Posterior.PredictCell(Row(band)),
                boatClass.Helm,
                fit.Runs,
                today,
                fit.Drifts ? fit.Drift.Mean : null
            ) with
            {
                Balance = boatClass.Balance,
            }
            : null;

    /// <summary>How the expected helm of a band comes about, term by term; empty when it is not known.</summary>
    public IReadOnlyList<HelmTerm> Explain(WindBand band) =>
        Helm(band) is null
            ? []
            :
            [
                .. Row(band)
                    .Select((value, at) => new HelmTerm(fit.Model.Columns[at], value, fit.Posterior.Mean[at]))
                    .Where(term => term.Value != 0),
            ];

    /// <summary>The proposal for one cell, or null when the helm is surely enough in tolerance there, the band has too few valid runs, no
    /// step helps surely enough, or the cell takes no part in the balance.</summary>
    public Proposal? For(WindBand band, Control control)
    {
        if (Helm(band) is not { Verdict: not HelmVerdict.TooFew, WithinTolerance: < EvidenceRules.Supported } helm)
        {
            return null;
        }

        var list = Candidates(helm, control)
            .Where(candidate => candidate.BetterProbability >= EvidenceRules.LeastBetter && IsAllowed(candidate))
            .ToList();
        return list.Find(IsEnough) ?? list.LastOrDefault(IsWorth);
    }

    /// <summary>The proposals of a band, one for each gear, the one worth trying first in front: what can be changed afloat before what
    /// cannot, then the surest.</summary>
    public IReadOnlyList<Proposal> In(WindBand band) =>
        [
            .. boatClass
                .HelmControls.Select(control => For(band, control))
                .OfType<Proposal>()
                .OrderByDescending(proposal => proposal.Control.When)
                .ThenByDescending(proposal => proposal.BetterProbability)
                .DistinctBy(proposal => boatClass.GearOf(proposal.Control.Key) is { } gear ? (object)gear : proposal.Control.Key),
        ];

    /// <summary>The control whose change would cure a band's helm most surely; null where the helm is not off or none would.</summary>
    public Control? Cure(WindBand band) =>
        Helm(band) is { IsOff: true } helm
            ? boatClass
                .HelmControls.SelectMany(control => Candidates(helm, control))
                .Where(candidate => candidate.BetterProbability > 0.5)
                .MaxBy(candidate => candidate.BetterProbability)
                ?.Control
            : null;

    /// <summary>Why nothing can be offered in a band whose helm is off, in a sentence; null where the helm is not off or something
    /// is offered.</summary>
    public string? WhyNothing(WindBand band)
    {
        if (Helm(band) is not { IsOff: true } helm || In(band).Count > 0)
        {
            return null;
        }

        return helm.Verdict == HelmVerdict.TooFew
            ? helm.Sentence
            : string.Join(
                " ",
                boatClass
                    .HelmControls.Where(control => matrix[band, control]?.Mark is not null)
                    .DistinctBy(fit.Model.ColumnOf)
                    .Select(WhyNot)
            );

        string WhyNot(Control control)
        {
            var candidates = Candidates(helm, control).ToList();
            return candidates
                .Where(candidate => candidate.After - candidate.Now.Mean is var shift && shift * (Aim - candidate.Now.Mean) > 0)
                .ToList() switch
            {
                [] => $"{control.Name} is at the end of its scale.",
                var towards when towards.Exists(toward => toward.BetterProbability >= EvidenceRules.LeastBetter) =>
                    $"The smallest step of {control.Name} would carry the helm past neutral.",
                var towards when towards.MaxBy(toward => toward.BetterProbability)! is var surest =>
                    $"{control.Name} {control.Scale.ShowChange(surest.Change)}: no more than {surest.BetterOfHundred} "
                        + "of 100 that it would be better.",
                _ => "",
            };
        }
    }

    /// <summary>The sign rule: a step may not carry the helm past neutral, unless it ends within tolerance or the helm is on the wrong side
    /// of neutral now. Source: models M7.</summary>
    /// <param name="now">Expected helm now, in degrees.</param>
    /// <param name="after">Expected helm after, in degrees.</param>
    /// <param name="aim">What the class aims at.</param>
    public static bool KeepsSign(double now, double after, HelmAim aim) =>
        after * now >= 0 || Math.Abs(after - aim.Target.Degrees) <= aim.Tolerance.Degrees || now * aim.Target.Degrees < 0;

    private double Aim => boatClass.Helm.Target.Degrees;

    /// <summary>A change worth making: one that moves the helm enough, or into tolerance.</summary>
    private bool IsWorth(Proposal proposal) => Moves(proposal) || (!IsAimed(proposal.Now.Mean) && IsAimed(proposal.After));

    private static bool Moves(Proposal proposal) => Math.Abs(proposal.After - proposal.Now.Mean) >= EvidenceRules.LeastWorth;

    private bool IsAimed(double helm) => Math.Abs(helm - Aim) <= boatClass.Helm.Tolerance.Degrees;

    /// <summary>A change that moves the helm enough; where it is on the wrong side of neutral, one that brings it back. Common practice:
    /// lee helm is cured in larger steps.</summary>
    private bool IsEnough(Proposal proposal) => Moves(proposal) && proposal.After * Aim >= 0;

    private bool IsAllowed(Proposal proposal) =>
        KeepsSign(proposal.Now.Mean, proposal.After, boatClass.Helm) && Math.Abs(proposal.After - Aim) < Math.Abs(proposal.Now.Mean - Aim);

    private IReadOnlyList<double> Row(WindBand band) => fit.Model.Row(band, control => matrix[band, control]?.Mark);

    /// <summary>All steps of a control either way, the smallest first, without regard to whether they help.</summary>
    private IEnumerable<Proposal> Candidates(BandHelm helm, Control control)
    {
        if (control.HelmPerUnit is null || matrix[helm.Band, control]?.Mark is not { } mark)
        {
            yield break;
        }

        var most = helm.Expected.Mean * Aim < 0 ? EvidenceRules.MostStepsOnTheWrongSide : EvidenceRules.MostSteps;
        var row = Row(helm.Band);
        foreach (var steps in Enumerable.Range(1, most).SelectMany(size => (int[])[size, -size]))
        {
            var to = control.Scale.StepBy(mark, steps);
            if (mark.DistanceTo(to) < (Math.Abs(steps) - 0.5) * control.Scale.Step)
            {
                continue;
            }

            var (shift, better) = fit.Posterior.Outlook(row, ChangeOf(helm.Band, control, to), Aim);
            yield return new(
                helm.Band,
                control,
                mark,
                to,
                helm.Expected,
                helm.Expected.Mean + shift,
                better,
                Cautions(helm.Band, control, mark, to)
            )
            {
                Balance = boatClass.Balance,
            };
        }
    }

    /// <summary>What a change of a control adds to a row, with what its gear takes along.</summary>
    private IReadOnlyList<double> ChangeOf(WindBand band, Control control, Mark to)
    {
        var row = new double[fit.Model.Columns.Count];
        foreach (var (key, mark) in boatClass.Moved(matrix, band, control, to))
        {
            if (boatClass.Find(key) is { } moved && fit.Model.ColumnOf(moved) is not null && matrix[band, moved]?.Mark is { } stands)
            {
                row = [.. row.Zip(fit.Model.Change(moved, mark.Position - stands.Position), (own, theirs) => own + theirs)];
            }
        }

        return row;
    }

    private List<string> Cautions(WindBand band, Control control, Mark from, Mark to)
    {
        var cautions = new List<string>();
        var believed = control.HelmPerUnit!.Value;
        var learned = fit.Posterior.Value(fit.Model.Change(control, control.Scale.PositionsPerUnit));
        if (believed * learned < 0)
        {
            cautions.Add($"The logs say {control.Name} works the other way than the class believes: check how its marks are read.");
        }

        var wanted = control.AsWindBuilds switch
        {
            AsWindBuilds.Up => 1,
            AsWindBuilds.Down => -1,
            _ => 0,
        };
        var (lighter, stronger) = (matrix.Bands.Below(band), matrix.Bands.Above(band));
        if ((lighter is not null && Crosses(lighter, -wanted)) || (stronger is not null && Crosses(stronger, wanted)))
        {
            cautions.Add($"It breaks the usual order: {control.Name} goes {(wanted > 0 ? "up" : "down")} as wind builds in this class.");
        }

        if (control.When == WhenChanged.Ashore)
        {
            cautions.Add("Changed ashore only, and never slack off what holds the rig up.");
        }

        return cautions;

        bool Crosses(WindBand neighbour, int direction) =>
            direction != 0
            && matrix[neighbour, control]?.Mark is { } theirs
            && (theirs.Position - to.Position) * direction < -1e-9
            && (theirs.Position - from.Position) * direction >= -1e-9;
    }
}

/// <summary>One term of an expected helm.</summary>
/// <param name="Column">What it is of.</param>
/// <param name="Value">How much of it there is.</param>
/// <param name="Coefficient">Degrees of rudder for one of it.</param>
public sealed record HelmTerm(string Column, double Value, double Coefficient)
{
    /// <summary>Degrees of rudder it adds.</summary>
    public double Degrees => Value * Coefficient;
}
