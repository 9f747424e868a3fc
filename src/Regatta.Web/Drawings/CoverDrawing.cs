namespace Regatta.Web.Drawings;

/// <summary>A class at a glance on the ruler of the whole fleet: each band as wide as it is, its cells stacked by how they stand, the runs
/// as a bar above.</summary>
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
    public const double Height = 44;

    private const double Top = 14;

    /// <summary>The ruler some classes share: from calm to where the last of them ends.</summary>
    public static WindAxis AxisOf(IEnumerable<ClassCover> covers) =>
        new(0, Width, covers.SelectMany(cover => cover.Bands).Select(band => band.Band.To).MaxBy(to => to.MetresPerSecond));

    /// <summary>Draws a class.</summary>
    public static CoverDrawing Of(ClassCover cover, WindAxis ruler, SpeedUnit unit)
    {
        var most = Math.Max(1, cover.Bands.Max(band => band.Runs));
        var (blocks, bands) = (new List<(double, double, double, double, CellStatus)>(), new List<(double, double, double)>());
        foreach (var band in cover.Bands)
        {
            var (x, width) = (ruler.At(band.Band.From) + 1, ruler.At(band.Band.To) - ruler.At(band.Band.From) - 2);
            bands.Add((x, width, (Top - 3) * band.Runs / most));
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
