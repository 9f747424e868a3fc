namespace Regatta.Web.Drawings;

/// <summary>A class at a glance: each band as wide as it is, its cells stacked by how they stand, the runs as a line above.</summary>
/// <param name="Blocks">The stacked parts.</param>
/// <param name="Bands">Where each band begins, ends, and how tall its runs stand.</param>
/// <param name="Label">The whole in words.</param>
public sealed record CoverDrawing(
    IReadOnlyList<(double X, double Y, double Width, double Height, CellStatus Status)> Blocks,
    IReadOnlyList<(double X, double Width, double Runs)> Bands,
    string Label
)
{
    /// <summary>In drawing units.</summary>
    public const double Width = 300;

    /// <inheritdoc cref="Width"/>
    public const double Height = 64;

    private const double Top = 22;

    /// <summary>Draws a class.</summary>
    public static CoverDrawing Of(ClassCover cover, SpeedUnit unit)
    {
        var ruler = new WindRuler(0, Width, Core.Wind.WindBands.Stored(cover.Bands.Select(band => band.Band)));
        var most = Math.Max(1, cover.Bands.Max(band => band.Runs));
        var (blocks, bands) = (new List<(double, double, double, double, CellStatus)>(), new List<(double, double, double)>());
        foreach (var band in cover.Bands)
        {
            var (x, width) = (ruler.At(band.Band.From) + 1, ruler.At(band.Band.To) - ruler.At(band.Band.From) - 2);
            bands.Add((x, width, (Top - 6) * band.Runs / most));
            var (y, all) = (Height, Math.Max(1, band.Cells.Sum(cell => cell.Count)));
            foreach (var (status, count) in band.Cells.OrderByDescending(cell => cell.Status == CellStatus.Supported))
            {
                var height = (Height - Top) * count / all;
                y -= height;
                blocks.Add((x, y, width, height, status));
            }
        }

        return new(
            blocks,
            bands,
            string.Join(
                "; ",
                cover.Bands.Select(band =>
                    $"{band.Band.Name}, {NumberText.Plain(band.Band.From.In(unit), 0)} to {NumberText.Plain(band.Band.To.In(unit), 0)} "
                    + $"{unit.Name()}: "
                    + string.Join(", ", band.Cells.Select(cell => $"{cell.Count} {cell.Status.ToString().ToLowerInvariant()}"))
                    + ", "
                    + $"{band.Runs} runs"
                )
            )
        );
    }
}
