using MathNet.Numerics.Interpolation;

namespace Regatta.Core.Matrices;

/// <summary>Works marks out between known bands: monotone piecewise cubic Hermite (PCHIP) over the bands' middles, a straight line between
/// two. Never beyond the outermost known bands. Source: models M7; Fritsch and Carlson 1980 (from memory), as MathNet.Numerics has
/// it.</summary>
public sealed class BandCurve
{
    private readonly IInterpolation curve;
    private readonly (double Low, double High) reach;

    private BandCurve(IInterpolation curve, (double Low, double High) reach) => (this.curve, this.reach) = (curve, reach);

    /// <summary>The curve through the marks known of a control, or null when fewer than two bands have one. Marks that were interpolated
    /// themselves do not count as known.</summary>
    public static BandCurve? Through(Matrix matrix, Control control) =>
        Through(matrix, control, cell => cell.Source != CellSource.Interpolated);

    /// <summary>The curve through all marks of a control, worked out ones too, or null when fewer than two bands have one.</summary>
    public static BandCurve? ThroughAll(Matrix matrix, Control control) => Through(matrix, control, _ => true);

    private static BandCurve? Through(Matrix matrix, Control control, Func<Cell, bool> counts)
    {
        var known = matrix
            .Bands.All.Where(band => matrix[band, control] is { Mark: not null } cell && counts(cell))
            .Select(band => (Wind: band.Middle.MetresPerSecond, matrix[band, control]!.Mark!.Value.Position))
            .ToList();
        if (known.Count < 2)
        {
            return null;
        }

        double[] winds = [.. known.Select(point => point.Wind)];
        double[] positions = [.. known.Select(point => point.Position)];
        return new(
            known.Count == 2 ? LinearSpline.InterpolateSorted(winds, positions) : CubicSpline.InterpolatePchipSorted(winds, positions),
            (winds[0], winds[^1])
        );
    }

    /// <summary>The mark at a band's middle, not yet on a step; null beyond the known bands.</summary>
    public Mark? At(WindBand band) =>
        band.Middle.MetresPerSecond is var wind && wind >= reach.Low && wind <= reach.High ? new Mark(curve.Interpolate(wind)) : null;

    /// <summary>The mark in a wind, not yet on a step; below and above the known bands the outermost's own.</summary>
    public Mark At(Speed wind) => new(curve.Interpolate(Math.Clamp(wind.MetresPerSecond, reach.Low, reach.High)));
}
