namespace Regatta.Web.Drawings;

/// <summary>Readings of one thing over time: a dot with its interval for each, on one axis.</summary>
/// <param name="Dots">Where each is: across, down, and how far its interval goes up and down.</param>
/// <param name="Least">What the lower edge stands for.</param>
/// <param name="Most">What the upper edge stands for.</param>
public sealed record PictureSeriesDrawing(IReadOnlyList<(double X, double Y, double Up, double Down)> Dots, double Least, double Most)
{
    public const double Width = 300;

    public const double Height = 90;

    private const double Edge = 8;

    public static PictureSeriesDrawing Of(PictureSeries series)
    {
        var readings = series.Readings;
        var (least, most) = (
            readings.Min(reading => reading.Value - reading.Measured.Within),
            readings.Max(reading => reading.Value + reading.Measured.Within)
        );
        var (first, days) = (readings[0].At, Math.Max(0.01, (readings[^1].At - readings[0].At).TotalDays));
        return new(
            [
                .. readings.Select(reading =>
                    (
                        Edge + ((Width - (2 * Edge)) * (readings.Count == 1 ? 0.5 : (reading.At - first).TotalDays / days)),
                        Down(reading.Value),
                        Down(reading.Value + reading.Measured.Within),
                        Down(reading.Value - reading.Measured.Within)
                    )
                ),
            ],
            least,
            most
        );

        double Down(double value) => Edge + ((Height - (2 * Edge)) * (most - value) / Math.Max(1e-9, most - least));
    }
}
