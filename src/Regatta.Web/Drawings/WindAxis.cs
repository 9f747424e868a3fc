namespace Regatta.Web.Drawings;

/// <summary>Wind left to right, linear, from calm or some wind to a stronger. Positions are in drawing units.</summary>
/// <param name="Left">Where it begins.</param>
/// <param name="Right">Where the axis ends.</param>
/// <param name="To">The wind at its end.</param>
public sealed record WindAxis(double Left, double Right, Speed To)
{
    /// <summary>The wind at its beginning.</summary>
    public Speed From { get; init; } = Speed.FromMetresPerSecond(0);

    /// <summary>Where a wind stands; held inside the axis.</summary>
    public double At(Speed wind) =>
        Left
        + ((Right - Left) * Math.Clamp((wind.MetresPerSecond - From.MetresPerSecond) / (To.MetresPerSecond - From.MetresPerSecond), 0, 1));

    /// <summary>The ticks in a reader's unit, at steps that make no more than so many.</summary>
    public IEnumerable<(double X, string Text)> Ticks(SpeedUnit unit, int most)
    {
        var (first, last) = (From.In(unit), To.In(unit));
        var step = ((double[])[0.5, 1, 2, 5, 10, 20, 50]).First(size => (last - first) / size <= most);
        for (var number = Math.Ceiling(first / step) * step; number <= last + 1e-9; number += step)
        {
            yield return (At(Speed.From(number, unit)), NumberText.Plain(number, 1));
        }
    }
}
