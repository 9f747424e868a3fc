namespace Regatta.Core.Matrices;

/// <summary>Weighted isotonic regression by pooling adjacent violators: the nearest values, in weighted least squares, that never go down.
/// Source: models M7; Barlow et al. 1972 (from memory).</summary>
public static class Isotonic
{
    /// <summary>The nearest never-falling values.</summary>
    /// <param name="values">In order.</param>
    /// <param name="weights">One for each value, above zero.</param>
    /// <exception cref="ArgumentException">The weights are not as many as the values, or one is not above zero.</exception>
    public static IReadOnlyList<double> Rising(IReadOnlyList<double> values, IReadOnlyList<double> weights)
    {
        if (values.Count != weights.Count || weights.Any(weight => !(weight > 0)))
        {
            throw new ArgumentException("Each value needs a weight above zero.");
        }

        var blocks = new List<(double Mean, double Weight, int Count)>();
        foreach (var (value, weight) in values.Zip(weights))
        {
            blocks.Add((value, weight, 1));
            while (blocks.Count > 1 && blocks[^2].Mean > blocks[^1].Mean)
            {
                var (left, right) = (blocks[^2], blocks[^1]);
                var both = left.Weight + right.Weight;
                blocks.RemoveRange(blocks.Count - 2, 2);
                blocks.Add((((left.Mean * left.Weight) + (right.Mean * right.Weight)) / both, both, left.Count + right.Count));
            }
        }

        return [.. blocks.SelectMany(block => Enumerable.Repeat(block.Mean, block.Count))];
    }

    /// <summary>The nearest values that rise up to some peak and never rise after it: of all peaks the one of least squares.</summary>
    /// <param name="values">In order; one or more.</param>
    /// <param name="weights">One for each value, above zero.</param>
    /// <returns>The values, and the place of the peak.</returns>
    public static (IReadOnlyList<double> Values, int Peak) RisingThenFalling(IReadOnlyList<double> values, IReadOnlyList<double> weights)
    {
        var fit = Enumerable
            .Range(0, values.Count)
            .Select(At)
            .MinBy(one => one.Zip(values, weights).Sum(at => at.Third * (at.First - at.Second) * (at.First - at.Second)))!;
        return (fit, fit.ToList().IndexOf(fit.Max()));

        IReadOnlyList<double> At(int peak)
        {
            var up = Rising([.. values.Take(peak + 1)], [.. weights.Take(peak + 1)]);
            var down = Rising([.. values.Skip(peak + 1).Reverse()], [.. weights.Skip(peak + 1).Reverse()]);
            return [.. up, .. down.Reverse()];
        }
    }
}
