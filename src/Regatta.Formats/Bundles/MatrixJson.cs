using System.Text.Json;
using Regatta.Core;
using Regatta.Core.Fleet;
using Regatta.Core.Marks;
using Regatta.Core.Matrices;
using Regatta.Core.Units;
using Regatta.Core.Wind;

namespace Regatta.Formats.Bundles;

/// <summary>A matrix to and from JSON, alone (as a published version is kept) or inside a bundle.</summary>
public static class MatrixJson
{
    /// <summary>A matrix as JSON text.</summary>
    public static string Write(Matrix matrix) => JsonSerializer.Serialize(ToDocument(matrix), BundleDocument.Options);

    /// <summary>A matrix from JSON text this format wrote.</summary>
    /// <exception cref="JsonException">The text is not such JSON.</exception>
    /// <exception cref="InvalidOperationException">The JSON breaks a rule of the matrix.</exception>
    public static Matrix Read(string json) => FromDocument(JsonSerializer.Deserialize<MatrixDocument>(json, BundleDocument.Options)!).Value;

    internal static MatrixDocument ToDocument(Matrix matrix) => new(
        [.. matrix.Bands.All.Select(band => new BandDocument(band.Id.Number, band.Name, band.From.MetresPerSecond, band.To.MetresPerSecond))],
        [.. matrix.Controls.Select(ControlJson.ToDocument)],
        [.. from control in matrix.Controls
            from band in matrix.Bands.All
            let cell = matrix[band, control]
            where cell is not null
            select new CellDocument(
                band.Id.Number,
                control.Key.Name,
                cell.Mark?.Position,
                cell.Mark is null ? null : cell.Tolerance,
                cell.Target.Length > 0 ? cell.Target : null,
                cell.Note.Length > 0 ? cell.Note : null,
                cell.Source == CellSource.Entered ? null : Words.Of(cell.Source))]);

    internal static Parsed<Matrix> FromDocument(MatrixDocument document) =>
        ReadBands(document.Bands).Then(bands => ReadControls(document.Controls).Then(controls => ReadCells(document.Cells, bands, controls)));

    private static Parsed<WindBands> ReadBands(IReadOnlyList<BandDocument> documents)
    {
        var wrong = documents.FirstOrDefault(band => band.Id < 1 || !(band.From >= 0) || !(band.To > band.From) || band.To > WindRange.Ceiling.MetresPerSecond);
        return wrong is not null
            ? Parsed<WindBands>.Bad($"Band “{wrong.Name}” needs an id of 1 or more and edges with 0 ≤ from < to, in m/s.")
            : WindBands.Of(documents.Select(band =>
                new WindBand(new(band.Id), band.Name, Speed.FromMetresPerSecond(band.From), Speed.FromMetresPerSecond(band.To))));
    }

    internal static Parsed<IReadOnlyList<Control>> ReadControls(IReadOnlyList<ControlDocument> documents)
    {
        var controls = new List<Control>();
        foreach (var document in documents)
        {
            var read = ControlJson.FromDocument(document);
            if (!read.Ok)
            {
                return Parsed<IReadOnlyList<Control>>.Bad($"Control “{document.Name}”: {read.Problem}");
            }

            controls.Add(read.Value);
        }

        return controls.Select(control => control.Key).Distinct().Count() == controls.Count
            ? Parsed<IReadOnlyList<Control>>.Good(controls)
            : Parsed<IReadOnlyList<Control>>.Bad("Two controls carry the same key.");
    }

    private static Parsed<Matrix> ReadCells(IReadOnlyList<CellDocument> documents, WindBands bands, IReadOnlyList<Control> controls)
    {
        var cells = new Dictionary<CellAddress, Cell>();
        foreach (var document in documents)
        {
            var control = controls.FirstOrDefault(known => known.Key.Name == document.Control);
            var band = bands.Find(new(document.Band));
            if (control is null || band is null)
            {
                return Parsed<Matrix>.Bad($"A cell stands in band {document.Band} of “{document.Control}”, and there is no such {(band is null ? "band" : "control")}.");
            }

            var read = ReadCell(document, control);
            if (!read.Ok)
            {
                return Parsed<Matrix>.Bad($"{control.Name}, {band.Name}: {read.Problem}");
            }

            if (!cells.TryAdd(new(band.Id, control.Key), read.Value))
            {
                return Parsed<Matrix>.Bad($"{control.Name}, {band.Name}: the cell stands twice.");
            }
        }

        return Parsed<Matrix>.Good(new(bands, controls, cells));
    }

    private static Parsed<Cell> ReadCell(CellDocument document, Control control)
    {
        if (document.Mark is { } position && (!control.Scale.HasMarks || !control.Scale.Reaches(new(position))))
        {
            return Parsed<Cell>.Bad($"{position} is no mark of this control; {control.Scale.Hint}.");
        }

        // A mark between two steps stays where it is: the step may have been changed since.
        var mark = document.Mark is { } on ? control.Scale.IsOnStep(new(on)) ? control.Scale.Snap(new(on)) : new Mark(on) : (Mark?)null;
        return Words.Read<CellSource>(document.Source ?? Words.Of(CellSource.Entered)).Then(source =>
            Cell.Of(mark, document.Tolerance ?? control.Scale.Step, document.Target ?? "", document.Note ?? "", source));
    }
}
