using MathNet.Numerics.LinearAlgebra;

namespace Regatta.Core.Evidence;

/// <summary>What is believed of one coefficient before any log.</summary>
/// <param name="Mean">Degrees of rudder per unit of the column.</param>
/// <param name="Deviation">Standard deviation of that belief; more than zero.</param>
public readonly record struct CoefficientPrior(double Mean, double Deviation);

/// <summary>Conjugate Bayesian linear regression (normal–inverse-gamma) with weighted rows, kept as sufficient statistics so that one row
/// more costs O(p²).
/// Λ0 = diag(σ0²/sd²); Λn = Λ0 + XᵀWX; μn = Λn⁻¹(Λ0μ0 + XᵀWy); an = a0 + n/2; bn = b0 + ½(yᵀWy + μ0ᵀΛ0μ0 − μnᵀΛnμn), b0 = a0·σ0².
/// Source: models M7; the standard conjugate result.</summary>
public sealed class HelmPosterior
{
    /// <summary>σ0, the scatter of one check in degrees of rudder believed before logs.</summary>
    public const double PriorScatter = 1.0;

    /// <summary>a0, how firmly that scatter is believed.</summary>
    public const double PriorShape = 3;

    private readonly Vector<double> priorMean;
    private readonly Matrix<double> prior;
    private readonly Matrix<double> squares;
    private readonly Vector<double> products;
    private readonly double responseSquares;
    private readonly Lazy<(Matrix<double> Inverse, Vector<double> Mean, double Scale)> solved;

    private HelmPosterior(
        Vector<double> priorMean,
        Matrix<double> prior,
        Matrix<double> squares,
        Vector<double> products,
        double responseSquares,
        int rows
    )
    {
        (this.priorMean, this.prior, this.squares, this.products, this.responseSquares, Rows) = (
            priorMean,
            prior,
            squares,
            products,
            responseSquares,
            rows
        );
        solved = new(Solve);
    }

    /// <summary>How many rows with weight above zero are in.</summary>
    public int Rows { get; }

    /// <summary>an; twice it is the degrees of freedom of the Student-t.</summary>
    public double Shape => PriorShape + (Rows / 2.0);

    /// <summary>bn.</summary>
    public double Scale => solved.Value.Scale;

    /// <summary>√(bn/an), the scatter of one check in degrees.</summary>
    public double Scatter => Math.Sqrt(Scale / Shape);

    /// <summary>μn, a coefficient for each column.</summary>
    public IReadOnlyList<double> Mean => [.. solved.Value.Mean];

    /// <summary>Standard deviations of the coefficients.</summary>
    public IReadOnlyList<double> Deviations => [.. solved.Value.Inverse.Diagonal().Select(variance => Math.Sqrt(variance) * Scatter)];

    /// <summary>The belief before any row.</summary>
    /// <param name="priors">One for each column; deviations above zero (infinite for a flat one).</param>
    public static HelmPosterior Before(IReadOnlyList<CoefficientPrior> priors)
    {
        var mean = Vector<double>.Build.DenseOfEnumerable(priors.Select(column => column.Mean));
        var precision = Matrix<double>.Build.DiagonalOfDiagonalArray([
            .. priors.Select(column => PriorScatter * PriorScatter / (column.Deviation * column.Deviation)),
        ]);
        var empty = Matrix<double>.Build.Dense(priors.Count, priors.Count);
        return new(mean, precision, empty, Vector<double>.Build.Dense(priors.Count), 0, 0);
    }

    /// <summary>The belief after one row more. A weight of 0 changes nothing.</summary>
    /// <param name="row">A value for each column.</param>
    /// <param name="response">Helm in degrees of rudder.</param>
    /// <param name="weight">0 to 1.</param>
    /// <exception cref="ArgumentException">The row has another number of columns, or the weight is negative.</exception>
    public HelmPosterior With(IReadOnlyList<double> row, double response, double weight)
    {
        if (row.Count != priorMean.Count || weight < 0)
        {
            throw new ArgumentException("A row needs a value for each column, and a weight of zero or more.");
        }

        if (weight == 0)
        {
            return this;
        }

        var values = Vector<double>.Build.DenseOfEnumerable(row);
        return new(
            priorMean,
            prior,
            squares + (values.OuterProduct(values) * weight),
            products + (values * (weight * response)),
            responseSquares + (weight * response * response),
            Rows + 1
        );
    }

    /// <summary>Expected helm of a setting (a row of columns) and its standard deviation, both in degrees.</summary>
    public (double Mean, double Deviation) Predict(IReadOnlyList<double> row)
    {
        var values = Vector<double>.Build.DenseOfEnumerable(row);
        return (values * solved.Value.Mean, Math.Sqrt(Covariance(row, row)));
    }

    /// <summary>Covariance of two linear combinations of the coefficients, (bn/an)·aᵀΛn⁻¹b.</summary>
    public double Covariance(IReadOnlyList<double> a, IReadOnlyList<double> b) =>
        Scale / Shape * (Vector<double>.Build.DenseOfEnumerable(a) * (solved.Value.Inverse * Vector<double>.Build.DenseOfEnumerable(b)));

    private (Matrix<double> Inverse, Vector<double> Mean, double Scale) Solve()
    {
        var precision = prior + squares;
        var factor = precision.Cholesky();
        var mean = factor.Solve((prior * priorMean) + products);
        var scale =
            (PriorShape * PriorScatter * PriorScatter)
            + (0.5 * (responseSquares + (priorMean * (prior * priorMean)) - (mean * (precision * mean))));
        return (factor.Solve(Matrix<double>.Build.DenseIdentity(priorMean.Count)), mean, scale);
    }
}
