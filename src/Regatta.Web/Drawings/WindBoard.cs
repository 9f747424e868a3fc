namespace Regatta.Web.Drawings;

/// <summary>Ten minutes of the past as drawn: from lull to gust, with the mean in between.</summary>
public sealed record PastWind(double Y, double LullX, double MeanX, double GustX, DateTimeOffset At);

/// <summary>The station's wind on a ruler, newest on top, the hours before beneath it. From calm to a round number beyond the strongest
/// gust.</summary>
/// <param name="Most">Where the ruler ends.</param>
/// <param name="Now">The needle; null when there is no wind to call now.</param>
/// <param name="Past">The blocks, newest first.</param>
public sealed record WindBoard(Speed Most, PastWind? Now, IReadOnlyList<PastWind> Past)
{
    public const double Width = 520;
    public const double RulerBottom = 46;
    public const double RowHeight = 9;
    private const int MostTicks = 10;
    private const double Left = 16;
    private const double Right = 504;
    private static readonly Speed Least = Speed.FromKnots(25);

    private WindAxis Axis => new(Left, Right, Most);

    public double Height => RulerBottom + 34 + (Past.Count * RowHeight);

    public static WindBoard Of(WindSummary? now, IReadOnlyList<WindSummary> blocks)
    {
        var strongest = blocks.Append(now).OfType<WindSummary>().Select(summary => summary.Gust.Knots).DefaultIfEmpty(0).Max();
        var board = new WindBoard(Speed.FromKnots(Math.Max(Least.Knots, Math.Ceiling((strongest + 2) / 5) * 5)), null, []);
        return board with
        {
            Now = now is null ? null : board.Row(now, RulerBottom),
            Past = [.. blocks.Reverse().Select((block, row) => board.Row(block, RulerBottom + 26 + (row * RowHeight)))],
        };
    }

    /// <summary>Where a wind stands.</summary>
    public double At(Speed wind) => Axis.At(wind);

    /// <summary>The ticks in a reader's unit.</summary>
    public IEnumerable<(double X, string Text)> Ticks(SpeedUnit unit) => Axis.Ticks(unit, MostTicks);

    private PastWind Row(WindSummary summary, double y) => new(y, At(summary.Lull), At(summary.Mean), At(summary.Gust), summary.From);
}
