using Regatta.Core.Fleet;
using Regatta.Core.Marks;
using Regatta.Core.Matrices;
using Regatta.Core.Units;
using Regatta.Core.Wind;

namespace Regatta.Core.Evidence;

/// <summary>Finds, for each cell, the smallest change that the logs say brings the helm nearer its target.</summary>
/// <param name="Class">The class, with its target.</param>
/// <param name="Matrix">The marks as they stand.</param>
/// <param name="Model">The class's columns.</param>
/// <param name="Posterior">What the logs say.</param>
public sealed record Proposer(ClassDefinition Class, Matrix Matrix, HelmModel Model, HelmPosterior Posterior)
{
    /// <summary>Below this probability of better nothing is proposed. Our own choice.</summary>
    public const double LeastProbability = 0.8;

    /// <summary>A change of helm smaller than this cannot be felt, so a second step is taken. Degrees; our own choice.</summary>
    public const double LeastFelt = 0.4;

    /// <summary>No more steps than this at once: one small change at a time.</summary>
    public const int MostSteps = 2;

    /// <summary>Expected helm and its standard deviation in a band at the matrix's marks, sailed flat; null when a helm control has no mark
    /// there.</summary>
    public (double Mean, double Deviation)? Expected(WindBand band) =>
        Model.Row(band, control => Matrix[band, control]?.Mark) is { } row ? Posterior.Predict(row) : null;

    /// <summary>How the expected helm of a band comes about, term by term; empty when it is not known.</summary>
    public IReadOnlyList<HelmTerm> Explain(WindBand band) =>
        Model.Row(band, control => Matrix[band, control]?.Mark) is { } row
            ? [.. row.Select((value, at) => new HelmTerm(Model.Columns[at], value, Posterior.Mean[at])).Where(term => term.Value != 0)]
            : [];

    /// <summary>The proposal for one cell, or null when the helm is in tolerance there, no step helps surely enough, or the cell takes no
    /// part in the balance.</summary>
    public Proposal? For(WindBand band, Control control)
    {
        if (
            control.HelmPerUnit is null
            || Matrix[band, control]?.Mark is not { } mark
            || Model.Row(band, other => Matrix[band, other]?.Mark) is not { } row
            || Math.Abs(Posterior.Predict(row).Mean - Class.Helm.Target.Degrees) <= Class.Helm.Tolerance.Degrees
        )
        {
            return null;
        }

        var offered =
            from steps in Enumerable.Range(1, MostSteps).SelectMany(size => (int[])[size, -size])
            let candidate = Weigh(band, control, mark, control.Scale.StepBy(mark, steps), row)
            where candidate is not null && candidate.BetterProbability >= LeastProbability && KeepsSign(candidate)
            select candidate;
        var list = offered.ToList();
        return list.Find(candidate => Math.Abs(candidate.After - candidate.Now.Mean) >= LeastFelt) ?? list.LastOrDefault();
    }

    /// <summary>The surest proposal of each band, light to strong: one change at a time.</summary>
    public IReadOnlyList<Proposal> BestPerBand() =>
        [
            .. from band in Matrix.Bands.All
            let best = Class
                .HelmControls.Select(control => For(band, control))
                .OfType<Proposal>()
                .OrderByDescending(p => p.Control.When)
                .ThenByDescending(p => p.BetterProbability)
                .FirstOrDefault()
            where best is not null
            select best,
        ];

    /// <summary>What a change of one mark does: P(|ε1 + βΔ| &lt; |ε1|), ε1 = c·β − target, as P(UW &lt; 0) with U = βΔ and W = 2ε1 + U.
    /// Null when the mark stays where it is. Source: models M7.</summary>
    private Proposal? Weigh(WindBand band, Control control, Mark from, Mark to, IReadOnlyList<double> row)
    {
        if (from.DistanceTo(to) < control.Scale.Step / 2)
        {
            return null;
        }

        var now = Posterior.Predict(row);
        var change = Model.Change(control, to.Position - from.Position);
        var (shift, better) = Outlook(Posterior, row, change, Class.Helm.Target.Degrees);
        return new(band, control, from, to, now, now.Mean + shift, better, Cautions(band, control, from, to));
    }

    /// <summary>The expected shift of helm by a change of row, and the probability that it ends nearer the target.</summary>
    public static (double Shift, double Better) Outlook(
        HelmPosterior posterior,
        IReadOnlyList<double> row,
        IReadOnlyList<double> change,
        double target
    )
    {
        double[] twice = [.. row.Zip(change, (c, d) => (2 * c) + d)];
        var (u, w) = (posterior.Predict(change), posterior.Predict(twice));
        return (
            u.Mean,
            BivariateNormal.OppositeSigns(
                (u.Mean, u.Deviation * u.Deviation),
                (w.Mean - (2 * target), w.Deviation * w.Deviation),
                posterior.Covariance(change, twice)
            )
        );
    }

    private static bool KeepsSign(Proposal proposal) => proposal.After * proposal.Now.Mean >= 0;

    private List<string> Cautions(WindBand band, Control control, Mark from, Mark to)
    {
        var cautions = new List<string>();
        var believed = control.HelmPerUnit!.Value;
        var learned = Posterior.Predict(Model.Change(control, control.Scale.PositionsPerUnit)).Mean;
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
        var (lighter, stronger) = (Matrix.Bands.Below(band), Matrix.Bands.Above(band));
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
            && Matrix[neighbour, control]?.Mark is { } theirs
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
