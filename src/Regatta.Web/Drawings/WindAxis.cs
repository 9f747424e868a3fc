using Regatta.Core.Units;

namespace Regatta.Web.Drawings;

/// <summary>Wind left to right, linear, from calm to some wind. Positions are in drawing units.</summary>
/// <param name="Left">Where calm is.</param>
/// <param name="Right">Where the axis ends.</param>
/// <param name="To">The wind at its end.</param>
public sealed record WindAxis(double Left, double Right, Speed To)
{
    /// <summary>Where a wind stands; held inside the axis.</summary>
    public double At(Speed wind) => Left + ((Right - Left) * Math.Min(1, wind.MetresPerSecond / To.MetresPerSecond));

    /// <summary>The ticks in a reader's unit, at steps that make no more than so many.</summary>
    public IEnumerable<(double X, string Text)> Ticks(SpeedUnit unit, int most)
    {
        var last = To.In(unit);
        var step = ((double[])[1, 2, 5, 10, 20, 50]).First(size => last / size <= most);
        for (var number = 0.0; number <= last + 1e-9; number += step)
        {
            yield return (At(Speed.From(number, unit)), NumberText.Plain(number, 0));
        }
    }
}
