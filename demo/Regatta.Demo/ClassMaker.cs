using Regatta.Core.Units;
using Regatta.Formats.Bundles;

namespace Regatta.Demo;

/// <summary>Short ways to write a class down.</summary>
internal static class ClassMaker
{
    /// <summary>A row of the matrix: a control and what it says in each band, written as a captain would; empty for an empty cell.</summary>
    public sealed record Row(ControlDocument Control, params string[] Cells);

    public static double Knots(double knots) => Speed.FromKnots(knots).MetresPerSecond;

    public static ScaleDocument Inches(double min, double max, double step) => new("length", Unit: "in", Min: Millimetres(min), Max: Millimetres(max), Step: Millimetres(step));

    public static ScaleDocument Centimetres(double min, double max, double step) => new("length", Unit: "cm", Min: min * 10, Max: max * 10, Step: step * 10);

    public static ScaleDocument Holes(int count, string from) => new("holes", Count: count, CountedFrom: from);

    public static ScaleDocument Stops(params string[] stops) => new("stops", Stops: stops);

    public static ScaleDocument ByEye() => new("target");

    /// <summary>Bands that follow on each other from calm: a name and an upper edge in knots.</summary>
    public static IReadOnlyList<BandDocument> Bands(params (string Name, double To)[] bands) =>
        [.. bands.Select((band, at) => new BandDocument(at + 1, band.Name, at == 0 ? 0 : Knots(bands[at - 1].To), Knots(band.To)))];

    public static MatrixDocument Matrix(IReadOnlyList<BandDocument> bands, IReadOnlyList<Row> rows) => new(
        bands,
        [.. rows.Select(row => row.Control)],
        [.. from row in rows
            from cell in row.Cells.Select((text, at) => Cell(bands[at].Id, row.Control, text))
            where cell is not null
            select cell]);

    private static CellDocument? Cell(int band, ControlDocument control, string text)
    {
        if (text.Length == 0 || control.Scale.Kind == "target")
        {
            return text.Length == 0 ? null : new(band, control.Key, Target: text);
        }

        var scale = ControlJson.Read(control).Scale;
        return new(band, control.Key, Mark: scale.ReadOnStep(text).Value.Position, Tolerance: control.Scale.Kind == "length" ? scale.Step : 0);
    }

    private static double Millimetres(double inches) => Math.Round(inches * 25.4, 6);
}
