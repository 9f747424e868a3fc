using MathNet.Numerics.LinearAlgebra;

namespace Regatta.Core.Evidence;

/// <summary>The sums a fit is made of: XᵀWX, XᵀWy, yᵀWy, Σw and how many runs, without the priors. A run is added or taken out in the
/// square of its filled columns, and sums of the same columns add up. Source: models M7, <em>Sums</em>.</summary>
public sealed class HelmSums
{
    private readonly double[] precision;
    private readonly double[] products;

    private HelmSums(double[] precision, double[] products, double squares, double counted, int rows) =>
        (this.precision, this.products, Squares, Counted, Rows) = (precision, products, squares, counted, rows);

    /// <summary>No runs of any class add up to more: a million runs of a thousand steps squared.</summary>
    public const double MostSum = 1e12;

    /// <summary>How many columns.</summary>
    public int Width => products.Length;

    /// <summary>XᵀWX, row by row; symmetric.</summary>
    public IReadOnlyList<double> Precision => precision;

    /// <summary>XᵀWy.</summary>
    public IReadOnlyList<double> Products => products;

    /// <summary>yᵀWy.</summary>
    public double Squares { get; }

    /// <summary>Σw, as how many observations the runs count.</summary>
    public double Counted { get; }

    /// <summary>How many runs with weight above zero are in.</summary>
    public int Rows { get; }

    /// <summary>The sums of no run.</summary>
    /// <param name="width">How many columns.</param>
    public static HelmSums None(int width) => new(new double[width * width], new double[width], 0, 0, 0);

    /// <summary>Sums as they were kept.</summary>
    public static HelmSums Stored(double[] precision, double[] products, double squares, double counted, int rows) =>
        new(precision, products, squares, counted, rows);

    /// <summary>Sums as another sent them.</summary>
    /// <returns>Or what makes them no sums of runs.</returns>
    public static Parsed<HelmSums> Sent(
        IReadOnlyList<double> precision,
        IReadOnlyList<double> products,
        double squares,
        double counted,
        int rows
    )
    {
        var width = products.Count;
        if (precision.Count != width * width)
        {
            return Parsed<HelmSums>.Bad($"{precision.Count} numbers are no square of {width} columns.");
        }

        if (
            !precision.Concat(products).Append(squares).Append(counted).All(sum => Math.Abs(sum) <= MostSum)
            || squares < 0
            || counted < 0
            || rows < 0
        )
        {
            return Parsed<HelmSums>.Bad("Sums are numbers that runs can add up to, and squares, weights and counts not below zero.");
        }

        // No run weighs more than one: whoever says so wants to outweigh everybody.
        if (counted > rows + 1e-6)
        {
            return Parsed<HelmSums>.Bad($"{rows} runs weigh no more than {rows}.");
        }

        var sums = new HelmSums([.. precision], [.. products], squares, counted, rows);
        return sums.Lopsided is { } wrong ? Parsed<HelmSums>.Bad(wrong) : Parsed<HelmSums>.Good(sums);
    }

    /// <summary>The sums of runs.</summary>
    /// <param name="width">How many columns.</param>
    /// <param name="runs">Each with a value for each column; one with fewer has nothing in the last ones.</param>
    /// <exception cref="ArgumentException">A row has more columns, or a weight is negative.</exception>
    public static HelmSums Of(int width, IEnumerable<HelmRun> runs)
    {
        var (precision, products, squares, counted, rows) = (new double[width * width], new double[width], 0.0, 0.0, 0);
        foreach (var run in runs)
        {
            Put(precision, products, run, 1);
            squares += run.Weight * run.Helm * run.Helm;
            counted += run.Weight == 0 ? 0 : run.Counted;
            rows += run.Weight == 0 ? 0 : 1;
        }

        return new(precision, products, squares, counted, rows);
    }

    /// <summary>With one run more.</summary>
    /// <exception cref="ArgumentException">Its row has more columns, or its weight is negative.</exception>
    public HelmSums With(HelmRun run) => Changed(run, 1);

    /// <summary>Without a run that is in.</summary>
    /// <exception cref="ArgumentException">Its row has more columns, or its weight is negative.</exception>
    public HelmSums Without(HelmRun run) => Changed(run, -1);

    /// <summary>The same sums with columns nobody filled yet behind them.</summary>
    /// <param name="width">As many as there are, or more.</param>
    public HelmSums Widened(int width)
    {
        var wider = new double[width * width];
        for (var row = 0; row < Width; row++)
        {
            Array.Copy(precision, row * Width, wider, row * width, Width);
        }

        return new(wider, [.. products, .. new double[width - Width]], Squares, Counted, Rows);
    }

    /// <summary>The sums of both, of the same columns, the other's at a weight.</summary>
    /// <param name="other">Of as many columns.</param>
    /// <param name="weight">0 to 1.</param>
    /// <exception cref="ArgumentException">The other has other columns.</exception>
    public HelmSums And(HelmSums other, double weight = 1)
    {
        if (other.Width != Width)
        {
            throw new ArgumentException($"{other.Width} columns are not added to {Width}.");
        }

        return new(
            [.. precision.Zip(other.precision, (own, theirs) => own + (weight * theirs))],
            [.. products.Zip(other.products, (own, theirs) => own + (weight * theirs))],
            Squares + (weight * other.Squares),
            Counted + (weight * other.Counted),
            Rows + other.Rows
        );
    }

    /// <summary>The sums of some of the columns alone, in an order: what runs with nothing in the others sum up to.</summary>
    /// <param name="columns">Which; −1 for one of zeros.</param>
    public HelmSums Of(IReadOnlyList<int> columns)
    {
        var (narrow, own) = (new double[columns.Count * columns.Count], new double[columns.Count]);
        for (var i = 0; i < columns.Count; i++)
        {
            own[i] = columns[i] < 0 ? 0 : products[columns[i]];
            for (var j = 0; j < columns.Count; j++)
            {
                narrow[(i * columns.Count) + j] = columns[i] < 0 || columns[j] < 0 ? 0 : precision[(columns[i] * Width) + columns[j]];
            }
        }

        return new(narrow, own, Squares, Counted, Rows);
    }

    /// <summary>The sums in columns each of which is some of these together; one of none is of zeros.</summary>
    /// <param name="columns">For each new column, which.</param>
    public HelmSums Joined(IReadOnlyList<int[]> columns)
    {
        var (joined, own) = (new double[columns.Count * columns.Count], new double[columns.Count]);
        for (var i = 0; i < columns.Count; i++)
        {
            own[i] = columns[i].Sum(column => products[column]);
            for (var j = 0; j < columns.Count; j++)
            {
                joined[(i * columns.Count) + j] = columns[i].Sum(row => columns[j].Sum(column => precision[(row * Width) + column]));
            }
        }

        return new(joined, own, Squares, Counted, Rows);
    }

    /// <summary>What makes them no sums of any runs, in a sentence; null where they may be some. Sums of squares and products of runs,
    /// with their helm as one column more, have no direction of less than nothing.</summary>
    private string? Lopsided
    {
        get
        {
            var all = Matrix<double>.Build.Dense(Width + 1, Width + 1, Entry);
            // To the last digits: sums are added up from both sides.
            if ((all - all.Transpose()).L2Norm() > 1e-9 * (1 + all.L2Norm()) || all.Diagonal().Any(square => square < 0))
            {
                return "These are no sums of runs: their squares do not fit each other.";
            }

            var sizes = all.Diagonal().PointwiseSqrt();
            var even = Matrix<double>.Build.Dense(
                Width + 1,
                Width + 1,
                (i, j) => sizes[i] * sizes[j] > 0 ? all[i, j] / (sizes[i] * sizes[j]) : all[i, j]
            );
            return ((even + even.Transpose()) / 2).Evd(Symmetricity.Symmetric).EigenValues.Any(value => value.Real < -1e-6)
                ? "These are no sums of runs: their squares and products do not fit each other."
                : null;
        }
    }

    /// <summary>Of the matrix with the helm as one column more.</summary>
    private double Entry(int row, int column) =>
        (row == Width, column == Width) switch
        {
            (true, true) => Squares,
            (true, false) => products[column],
            (false, true) => products[row],
            _ => precision[(row * Width) + column],
        };

    private HelmSums Changed(HelmRun run, int sign)
    {
        var (changed, own) = ((double[])precision.Clone(), (double[])products.Clone());
        Put(changed, own, run, sign);
        return run.Weight == 0
            ? this
            : new(changed, own, Squares + (sign * run.Weight * run.Helm * run.Helm), Counted + (sign * run.Counted), Rows + sign);
    }

    private static void Put(double[] precision, double[] products, HelmRun run, int sign)
    {
        var width = products.Length;
        if (run.Row.Count > width || run.Weight < 0)
        {
            throw new ArgumentException("A row needs no more values than there are columns, and a weight of zero or more.");
        }

        // Rows are mostly zeros: a boat's column, a band's.
        var row = run.Row as double[] ?? [.. run.Row];
        for (var i = 0; i < row.Length; i++)
        {
            if (row[i] == 0)
            {
                continue;
            }

            var weighted = sign * run.Weight * row[i];
            products[i] += weighted * run.Helm;
            for (var j = 0; j < row.Length; j++)
            {
                if (row[j] != 0)
                {
                    precision[(i * width) + j] += weighted * row[j];
                }
            }
        }
    }
}
