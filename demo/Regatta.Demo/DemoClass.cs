using Regatta.Core.Marks;
using Regatta.Core.Matrices;
using Regatta.Core.Units;
using Regatta.Formats.Bundles;
using Regatta.Formats.Kits;

namespace Regatta.Demo;

/// <summary>A row of the matrix: a control of the kit and what it says in each band, written as a captain would; empty for an empty
/// cell.</summary>
internal sealed record Row(string Control, params string[] Cells);

/// <summary>The rows of a further plan or mode, by their keys.</summary>
internal sealed record LayerRows(string? Plan, string? Mode, params Row[] Rows);

/// <summary>One published version: when, why, and the rows that differ from the draft's.</summary>
internal sealed record Publication(DateTimeOffset At, string Reason, params Row[] Otherwise);

/// <summary>What was measured on a control of a boat: at these readings, a scale that sits so far from the class's and whose numbers stand
/// so much further apart.</summary>
internal sealed record Taped(string Control, string[] Readings, double ShiftMillimetres = 0, double Stretch = 1);

/// <summary>A boat and what was measured on it.</summary>
internal sealed record DemoBoat(string Name, string Note = "", params Taped[] Taped)
{
    /// <summary>How its controls are fitted, where that is otherwise than the class has it.</summary>
    public Dictionary<string, FittingDocument>? Fittings { get; init; }

    /// <summary>Its sails.</summary>
    public SailDocument[]? Sails { get; init; }
}

/// <summary>A class of the demo club: a starter kit, the club's own scales, its marks, its boats, and the true boat behind its
/// logs.</summary>
internal sealed record DemoClass(string Kit, string Key, string Name, string About, string Captain, TrueBoat Truth)
{
    /// <summary>Bands other than the kit's: a name and an upper edge in knots.</summary>
    public (string Name, double To)[]? Bands { get; init; }

    /// <summary>Scales the club measured for itself.</summary>
    public Dictionary<string, ScaleSpec> Scales { get; init; } = [];

    /// <summary>Where the club measures from, where that is elsewhere than the kit says.</summary>
    public Dictionary<string, string> Datums { get; init; } = [];

    /// <summary>How the club reads this class's card for other crews.</summary>
    public CrewDocument? Crew { get; init; }

    /// <summary>Marks for other purposes than the class's first: of a control, for which, where, and what to beware of.</summary>
    public (string Control, string Purpose, string Mark, string Caution)[] Purposed { get; init; } = [];

    /// <summary>Where others measure a control from, and how many mm more they read.</summary>
    public Dictionary<string, (string Words, double Shift)> OtherDatums { get; init; } = [];

    /// <summary>What its sailors keep answering.</summary>
    public Trouble[] Troubles { get; init; } = [];

    /// <summary>The crew where nobody tuned for one, in kg.</summary>
    public double UsualCrew { get; init; } = 80;

    public required Row[] Rows { get; init; }

    /// <summary>The plans as this class calls them, where the kit's names will not do.</summary>
    public PlanDocument[]? Plans { get; init; }

    /// <summary>What the class sets in other plans and modes than the first.</summary>
    public LayerRows[] Further { get; init; } = [];

    public required Publication[] Published { get; init; }

    public required DemoBoat[] Boats { get; init; }

    public int LogsASeason { get; init; } = 24;

    /// <summary>What the club measured of its rig.</summary>
    private DemoRigging Rigging => WenlowRigging.All.GetValueOrDefault(Key) ?? new();

    /// <summary>The class without its logs.</summary>
    public ClassDocument Make()
    {
        var kit = BundleWriter.ToDocument(StarterKits.Find(Kit)!);
        var controls = kit
            .Matrix.Controls.Select(control =>
                control with
                {
                    Scale = Scales.GetValueOrDefault(control.Key, control.Scale),
                    Datum = Datums.GetValueOrDefault(control.Key, control.Datum),
                    OtherDatum = OtherDatums.TryGetValue(control.Key, out var other) ? new(other.Words, other.Shift) : null,
                }
            )
            .Select(WithPurposes)
            .ToList();
        var bands = Bands is null
            ? kit.Matrix.Bands
            : [.. Bands.Select((band, at) => new BandDocument(at + 1, band.Name, at == 0 ? 0 : Knots(Bands[at - 1].To), Knots(band.To)))];
        return kit with
        {
            Key = Key,
            Name = Name,
            About = About,
            Crew = Crew ?? kit.Crew,
            Rake = Rigging.Rake,
            Drawing = WenlowDrawings.All.GetValueOrDefault(Key),
            Matrix = Matrix(kit.Matrix, bands, controls, Rows),
            Boats = [.. Boats.Select(boat => Boat(boat, controls))],
            Versions =
            [
                .. Published.Select(
                    (version, at) =>
                        new VersionDocument(
                            at + 1,
                            version.At,
                            Captain,
                            version.Reason,
                            Matrix(
                                kit.Matrix,
                                bands,
                                controls,
                                [.. Rows.Select(row => version.Otherwise.FirstOrDefault(other => other.Control == row.Control) ?? row)]
                            )
                        )
                ),
            ],
        };
    }

    public static double Knots(double knots) => Speed.FromKnots(knots).MetresPerSecond;

    public static ScaleSpec Inches(double min, double max, double step) =>
        new("length", Unit: "in", Min: Rounded(min * 25.4), Max: Rounded(max * 25.4), Step: Rounded(step * 25.4));

    private MatrixDocument Matrix(
        MatrixDocument kit,
        IReadOnlyList<BandDocument> bands,
        IReadOnlyList<ControlDocument> controls,
        IReadOnlyList<Row> rows
    ) =>
        new(
            bands,
            controls,
            [
                .. from layer in Further.Prepend(new(null, null, [.. rows]))
                from row in layer.Rows
                let control = controls.Single(control => control.Key == row.Control)
                from cell in row.Cells.Zip(bands, (text, band) => Cell(band.Id, control, text))
                where cell is not null
                select cell with
                {
                    Plan = layer.Plan,
                    Mode = layer.Mode,
                },
            ],
            (Plans ?? kit.Plans ?? (Rigging.Plans.Count > 0 ? [new("full", "full sail")] : null))?.Select(Rigging.Of).ToArray(),
            kit.Modes?.Select(Rigging.Of).ToArray()
        );

    private static CellDocument? Cell(int band, ControlDocument control, string text)
    {
        if (text.Length == 0 || control.Scale.Kind == "target")
        {
            return text.Length == 0 ? null : new(band, control.Key, Target: text);
        }

        var known = ControlJson.Read(control);
        var cell = CellText.ReadLine(known, text, known.Scale.UsualTolerance).Value!;
        return cell.Word is { } word
            ? new(
                band,
                control.Key,
                Word: char.ToLowerInvariant(word.ToString()[0]) + word.ToString()[1..],
                Tolerance: Rounded(cell.Tolerance)
            )
            : new(
                band,
                control.Key,
                Mark: Rounded(cell.Mark!.Value.Position),
                Tolerance: Rounded(cell.Tolerance),
                Range: cell.IsRange ? true : null
            );
    }

    private ControlDocument WithPurposes(ControlDocument control) =>
        Purposed.Where(one => one.Control == control.Key).ToList() is { Count: > 0 } marks
            ? control with
            {
                ByPurpose =
                [
                    .. marks.Select(one => new PurposeMarkDocument(
                        one.Purpose,
                        Rounded(ControlJson.Read(control).Scale.Read(one.Mark).Value.Position),
                        one.Caution.Length > 0 ? one.Caution : null
                    )),
                ],
            }
            : control;

    private static BoatDocument Boat(DemoBoat boat, IReadOnlyList<ControlDocument> controls) =>
        new(
            boat.Name,
            boat.Note.Length > 0 ? boat.Note : null,
            boat.Taped.Length == 0
                ? null
                : boat.Taped.ToDictionary(
                    taped => taped.Control,
                    taped =>
                        (IReadOnlyList<IReadOnlyList<double>>)
                            [
                                .. taped.Readings.Select(text =>
                                    Pair(ControlJson.Read(controls.Single(control => control.Key == taped.Control)).Scale, taped, text)
                                ),
                            ]
                ),
            boat.Fittings,
            boat.Sails
        );

    /// <summary>A reading and what the tape says there, to the millimetre as a tape does.</summary>
    private static IReadOnlyList<double> Pair(Scale scale, Taped taped, string text)
    {
        var reading = scale.ReadReading(text).Value;
        var start = scale.LengthAt(scale.AtReading(scale.ReadReading(taped.Readings[0]).Value))!.Value.Millimetres;
        var even = scale.LengthAt(scale.AtReading(reading))!.Value.Millimetres;
        return [Rounded(reading), Math.Round(start + ((even - start) * taped.Stretch) + taped.ShiftMillimetres)];
    }

    private static double Rounded(double number) => Math.Round(number, 6);
}
