namespace Regatta.Core.Evidence;

/// <summary>One run as the fit counts it.</summary>
/// <param name="Row">A value for each column.</param>
/// <param name="Helm">The helm carried, in degrees of rudder, + weather.</param>
/// <param name="Weight">How much it is believed, 0 to 1.</param>
public sealed record HelmRun(IReadOnlyList<double> Row, double Helm, double Weight)
{
    /// <summary>As how many observations it counts in the scatter; null to count by its weight.</summary>
    public double? CountsAs { get; init; }

    /// <summary>The observations it counts as.</summary>
    public double Counted => CountsAs ?? Weight;
}
