using Regatta.Core;
using Regatta.Core.Fleet;
using Regatta.Core.Marks;
using Regatta.Core.Matrices;
using Regatta.Core.Units;
using Regatta.Core.Wind;

namespace Regatta.Formats.Bundles;

/// <summary>The matrices of a class to and from JSON.</summary>
internal static class MatrixJson
{
    internal static MatrixDocument ToDocument(MatrixSet set) =>
        new(
            [
                .. set.Bands.All.Select(band => new BandDocument(
                    band.Id.Number,
                    band.Name,
                    band.From.MetresPerSecond,
                    band.To.MetresPerSecond
                )),
            ],
            [.. set.Controls.Select(ControlJson.ToDocument)],
            [
                .. from layer in set.Layers.All
                from control in set.Controls
                from band in set.Bands.All
                let cell = set[layer][band, control]
                where cell is not null
                select ToDocument(cell, new(band.Id.Number, control.Key.Name)) with
                {
                    Plan = layer.Plan == set.Layers.First.Plan ? null : layer.Plan.Name,
                    Mode = layer.Mode == set.Layers.First.Mode ? null : layer.Mode.Name,
                },
            ],
            set.Layers.Plans is [var plan] && plan == SailPlan.Full ? null : [.. set.Layers.Plans.Select(SailJson.ToDocument)],
            set.Layers.Modes is [var mode] && mode == SailingMode.Upwind ? null : [.. set.Layers.Modes.Select(SailJson.ToDocument)]
        );

    private static CellDocument ToDocument(Cell cell, CellDocument at) =>
        at with
        {
            Mark = cell.Word is null ? cell.Mark?.Position : null,
            Tolerance = cell.Mark is null && cell.Word is null ? null : cell.Tolerance,
            Target = cell.Target.Length > 0 ? cell.Target : null,
            Note = cell.Note.Length > 0 ? cell.Note : null,
            Source = cell.Source == CellSource.Entered ? null : Spelling.Of(cell.Source),
            Range = cell.IsRange ? true : null,
            Word = cell.Word is { } word ? Spelling.Of(word) : null,
            Origin = cell.Origin.Length > 0 ? cell.Origin : null,
            Day = cell.Day,
        };

    /// <param name="document">The document.</param>
    /// <param name="mode">What the only mode is called, in documents that know of no others.</param>
    internal static Parsed<MatrixSet> FromDocument(MatrixDocument document, string? mode) =>
        ReadBands(document.Bands)
            .Then(bands =>
                ReadControls(document.Controls)
                    .Then(controls => ReadLayers(document, mode).Then(layers => ReadCells(document.Cells, layers, bands, controls)))
            );

    private static Parsed<Layers> ReadLayers(MatrixDocument document, string? mode) =>
        (document.Plans ?? [])
            .Select(plan => plan.Key)
            .Concat((document.Modes ?? []).Select(one => one.Key))
            .FirstOrDefault(key => !ControlJson.KeyShape().IsMatch(key))
            is { } wrong
            ? Parsed<Layers>.Bad($"“{wrong}” is no key: use lower-case letters, digits and hyphens.")
            : SailJson
                .Read<IReadOnlyList<SailPlan>>(() =>
                    document.Plans is { } plans ? [.. plans.Select(SailJson.FromDocument)] : [SailPlan.Full]
                )
                .Then(plans =>
                    SailJson
                        .Read<IReadOnlyList<SailingMode>>(() =>
                            document.Modes is { } modes ? [.. modes.Select(SailJson.FromDocument)] : [OnlyMode(mode)]
                        )
                        .Then(modes => Layers.Of(plans, modes))
                );

    private static SailingMode OnlyMode(string? name) =>
        string.IsNullOrWhiteSpace(name) || name.Length > Layers.LongestName ? SailingMode.Upwind : SailingMode.Upwind with { Name = name };

    private static Parsed<WindBands> ReadBands(IReadOnlyList<BandDocument> documents)
    {
        var wrong = documents.FirstOrDefault(band =>
            band.Id < 1 || !(band.From >= 0) || !(band.To > band.From) || band.To > WindRange.Ceiling.MetresPerSecond
        );
        return wrong is not null
            ? Parsed<WindBands>.Bad($"Band “{wrong.Name}” needs an id of 1 or more and edges with 0 ≤ from < to, in m/s.")
            : WindBands.Of(
                documents.Select(band => new WindBand(
                    new(band.Id),
                    band.Name,
                    Speed.FromMetresPerSecond(band.From),
                    Speed.FromMetresPerSecond(band.To)
                ))
            );
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

    private static Parsed<MatrixSet> ReadCells(
        IReadOnlyList<CellDocument> documents,
        Layers layers,
        WindBands bands,
        IReadOnlyList<Control> controls
    )
    {
        var cells = new Dictionary<CellPlace, Cell>();
        foreach (var document in documents)
        {
            var control = controls.FirstOrDefault(known => known.Key.Name == document.Control);
            var band = bands.Find(new(document.Band));
            var layer = new Layer(
                document.Plan is { } plan ? new(plan) : layers.First.Plan,
                document.Mode is { } mode ? new(mode) : layers.First.Mode
            );
            if (!layers.Has(layer))
            {
                return Parsed<MatrixSet>.Bad($"A cell stands in plan “{layer.Plan}”, mode “{layer.Mode}”, and there is no such layer.");
            }

            if (control is null || band is null)
            {
                return Parsed<MatrixSet>.Bad(
                    $"A cell stands in band {document.Band} of “{document.Control}”, "
                        + $"and there is no such {(band is null ? "band" : "control")}."
                );
            }

            var read = ReadCell(document, control);
            if (!read.Ok)
            {
                return Parsed<MatrixSet>.Bad($"{control.Name}, {band.Name}: {read.Problem}");
            }

            if (!cells.TryAdd(new(layer, new(band.Id, control.Key)), read.Value))
            {
                return Parsed<MatrixSet>.Bad($"{control.Name}, {band.Name}: the cell stands twice.");
            }
        }

        return Parsed<MatrixSet>.Good(new(layers, bands, controls, cells));
    }

    private static Parsed<Cell> ReadCell(CellDocument document, Control control)
    {
        if (
            document.Mark is { } position
            && (!control.Scale.HasMarks || !double.IsFinite(position) || (document.Range != true && !control.Scale.Reaches(new(position))))
        )
        {
            return Parsed<Cell>.Bad($"{position} is no mark of this control; {control.Scale.Hint}.");
        }

        // A mark between two steps stays where it is: the step may have been changed since.
        var mark = document.Mark is { } on
            ? document.Range != true && control.Scale.IsOnStep(new(on))
                ? control.Scale.Snap(new(on))
                : new Mark(on)
            : (Mark?)null;
        var word = document.Word is { } said
            ? Spelling.Read<CellWord>(said).Then(one => Parsed<CellWord?>.Good(one))
            : Parsed<CellWord?>.Good(null);
        return word.Then(says =>
            Spelling
                .Read<CellSource>(document.Source ?? Spelling.Of(CellSource.Entered))
                .Then(source =>
                    Cell.Stored(
                            mark,
                            document.Tolerance ?? control.Scale.Step,
                            document.Range == true,
                            says,
                            document.Target ?? "",
                            document.Note ?? "",
                            source,
                            document.Origin ?? "",
                            document.Day
                        )
                        .Checked()
                )
        );
    }
}
