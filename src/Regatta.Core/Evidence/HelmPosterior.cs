using MathNet.Numerics.LinearAlgebra;

namespace Regatta.Core.Evidence;

/// <summary>What is believed of one coefficient before any log.</summary>
/// <param name="Mean">Degrees of rudder per unit of the column.</param>
/// <param name="Deviation">Standard deviation of that belief; more than zero.</param>
public readonly record struct CoefficientPrior(double Mean, double Deviation)
{
    /// <summary>Another column, so many times of which belongs to what is believed: of helm and drift together, the helm of today. Null for
    /// the coefficient alone.</summary>
    public (int Column, double Times)? With { get; init; }
}

/// <summary>Conjugate Bayesian linear regression (normal–inverse-gamma) with weighted rows.
/// Λ0 = diag(σ0²/sd²); Λn = Λ0 + XᵀWX; μn = Λn⁻¹(Λ0μ0 + XᵀWy); an = a0 + Σw/2; bn = b0 + ½(yᵀWy + μ0ᵀΛ0μ0 − μnᵀΛnμn), b0 = a0·σ0².
/// Source: models M7; the standard conjugate result, with weights counted as weights.</summary>
public sealed class HelmPosterior
{
    private readonly Matrix<double> inverse;
    private readonly Vector<double> mean;
    private readonly double[] coefficients;

    private HelmPosterior(int rows, double shape, double scale, Matrix<double> inverse, Vector<double> mean) =>
        (Rows, Shape, Scale, this.inverse, this.mean, coefficients) = (rows, shape, scale, inverse, mean, mean.ToArray());

    /// <summary>How many runs with weight above zero are in.</summary>
    public int Rows { get; }

    /// <summary>an.</summary>
    public double Shape { get; }

    /// <summary>bn.</summary>
    public double Scale { get; }

    /// <summary>2an, the degrees of freedom of the Student-t.</summary>
    public double Freedom => 2 * Shape;

    /// <summary>√(bn/an), the scatter of one check in degrees.</summary>
    public double Scatter => Math.Sqrt(Scale / Shape);

    /// <summary>μn, a coefficient for each column.</summary>
    public IReadOnlyList<double> Mean => [.. mean];

    /// <summary>Scales of the coefficients.</summary>
    public IReadOnlyList<double> Deviations => [.. inverse.Diagonal().Select(variance => Math.Sqrt(variance) * Scatter)];

    /// <summary>The belief after some runs; a weight of 0 changes nothing.</summary>
    /// <param name="priors">One for each column; deviations above zero (infinite for a flat one).</param>
    /// <param name="runs">The runs, each with a value for each column.</param>
    /// <exception cref="ArgumentException">A row has another number of columns, or a weight is negative.</exception>
    public static HelmPosterior After(IReadOnlyList<CoefficientPrior> priors, IEnumerable<HelmRun> runs) =>
        After(priors, HelmSums.Of(priors.Count, runs));

    /// <summary>The belief after runs that were summed.</summary>
    /// <param name="priors">One for each column; deviations above zero (infinite for a flat one).</param>
    /// <param name="sums">Of as many columns, or fewer: nobody filled the last ones yet.</param>
    public static HelmPosterior After(IReadOnlyList<CoefficientPrior> priors, HelmSums sums)
    {
        var width = priors.Count;
        sums = sums.Width == width ? sums : sums.Widened(width);
        var precision = Matrix<double>.Build.Dense(width, width);
        var products = Vector<double>.Build.Dense(width);
        var squares = sums.Squares;
        for (var at = 0; at < width; at++)
        {
            var (belief, own) = (
                priors[at],
                EvidenceRules.PriorScatter * EvidenceRules.PriorScatter / (priors[at].Deviation * priors[at].Deviation)
            );
            precision[at, at] += own;
            products[at] += own * belief.Mean;
            squares += own * belief.Mean * belief.Mean;
            if (belief.With is ({ } other, { } times))
            {
                precision[at, other] += own * times;
                precision[other, at] += own * times;
                precision[other, other] += own * times * times;
                products[other] += own * times * belief.Mean;
            }
        }

        for (var row = 0; row < width; row++)
        {
            products[row] += sums.Products[row];
            for (var column = 0; column < width; column++)
            {
                precision[row, column] += sums.Precision[(row * width) + column];
            }
        }

        var factor = precision.Cholesky();
        var mean = factor.Solve(products);
        var scale =
            (EvidenceRules.PriorShape * EvidenceRules.PriorScatter * EvidenceRules.PriorScatter)
            + Math.Max(0, 0.5 * (squares - (mean * products)));
        return new(
            sums.Rows,
            EvidenceRules.PriorShape + (sums.Counted / 2),
            scale,
            factor.Solve(Matrix<double>.Build.DenseIdentity(width)),
            mean
        );
    }

    /// <summary>Expected value of a combination of the coefficients (a row of columns), in degrees.</summary>
    public HelmPrediction Predict(IReadOnlyList<double> row) => new(Value(row), Math.Sqrt(Covariance(row, row)), Freedom);

    /// <summary>The helm to expect of a run of a weight: what is known of its row, the scatter of one check, and the model's own error.
    /// Source: models M7, <em>The run's own interval</em>.</summary>
    /// <param name="row">The run's own row.</param>
    /// <param name="weight">Its weight; above zero.</param>
    public HelmPrediction PredictRun(IReadOnlyList<double> row, double weight) =>
        new(
            Value(row),
            Math.Sqrt(Covariance(row, row) + (Scale / Shape / weight) + (EvidenceRules.ModelError * EvidenceRules.ModelError)),
            Freedom
        );

    /// <summary>Expected helm of a cell, with the model's own error (M7, the floor) in it.</summary>
    public HelmPrediction PredictCell(IReadOnlyList<double> row) =>
        new(Value(row), Math.Sqrt(Covariance(row, row) + (EvidenceRules.ModelError * EvidenceRules.ModelError)), Freedom);

    /// <summary>Expected helm of a row of columns, in degrees.</summary>
    public double Value(IReadOnlyList<double> row)
    {
        var values = row as double[] ?? [.. row];
        var sum = 0.0;
        for (var at = 0; at < values.Length; at++)
        {
            sum += values[at] == 0 ? 0 : values[at] * coefficients[at];
        }

        return sum;
    }

    /// <summary>Covariance of two linear combinations of the coefficients, (bn/an)·aᵀΛn⁻¹b.</summary>
    public double Covariance(IReadOnlyList<double> a, IReadOnlyList<double> b) =>
        Scale / Shape * (Vector<double>.Build.DenseOfEnumerable(a) * (inverse * Vector<double>.Build.DenseOfEnumerable(b)));

    /// <summary>The share of a combination's variance that is left after one more run: 1 − (cᵀΛn⁻¹x)²/(1 + xᵀΛn⁻¹x)/cᵀΛn⁻¹c. Source: models
    /// M7, <em>Next test</em>.</summary>
    /// <param name="of">The combination, c.</param>
    /// <param name="run">The run's row, x.</param>
    public double LeftAfter(IReadOnlyList<double> of, IReadOnlyList<double> run)
    {
        var unit = Shape / Scale;
        var (both, own, its) = (unit * Covariance(of, run), unit * Covariance(run, run), unit * Covariance(of, of));
        return its == 0 ? 1 : 1 - (both * both / (1 + own) / its);
    }

    /// <summary>What a change does: the expected shift of helm, and the probability that it ends nearer the target,
    /// P(|ε1 + βΔ| &lt; |ε1|), ε1 = c·β − T, as P(UW &lt; 0) with U = βΔ and W = 2ε1 + U. Source: models M7.</summary>
    /// <param name="cell">The row of the cell now.</param>
    /// <param name="change">What is added to it.</param>
    /// <param name="target">Degrees aimed at.</param>
    /// <param name="modelError">The model's own error of a cell, in degrees.</param>
    /// <param name="freedom">Degrees of freedom; infinite to count as normal.</param>
    public (double Shift, double Better) Outlook(
        IReadOnlyList<double> cell,
        IReadOnlyList<double> change,
        double target,
        double modelError,
        double freedom
    )
    {
        double[] twice = [.. cell.Zip(change, (c, d) => (2 * c) + d)];
        var shift = Value(change);
        return (
            shift,
            BivariateStudent.OppositeSigns(
                (shift, Covariance(change, change)),
                (Value(twice) - (2 * target), Covariance(twice, twice) + (4 * modelError * modelError)),
                Covariance(change, twice),
                freedom
            )
        );
    }

    /// <inheritdoc cref="Outlook(IReadOnlyList{double}, IReadOnlyList{double}, double, double, double)"/>
    public (double Shift, double Better) Outlook(IReadOnlyList<double> cell, IReadOnlyList<double> change, double target) =>
        Outlook(cell, change, target, EvidenceRules.ModelError, Freedom);
}
