using Regatta.Formats.Bundles;
using Regatta.Formats.Kits;

namespace Regatta.Demo;

/// <summary>A row of the matrix: a control of the kit and what it says in each band, written as a captain would; empty for an empty
/// cell.</summary>
internal sealed record Row(string Control, params string[] Cells);

/// <summary>The rows of a further plan or mode, by their keys.</summary>
internal sealed record PlanModeRows(string? Plan, string? Mode, params Row[] Rows);

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
    public CrewReading? Crew { get; init; }

    /// <summary>Marks for other purposes than the class's first: of a control, for which, where, and what to beware of.</summary>
    public (string Control, string Purpose, string Mark, string Caution, double? Until)[] Purposed { get; init; } = [];

    /// <summary>Where others measure a control from, and how many mm more they read.</summary>
    public Dictionary<string, (string Words, double Shift)> OtherDatums { get; init; } = [];

    /// <summary>What its sailors keep answering.</summary>
    public Trouble[] Troubles { get; init; } = [];

    /// <summary>The crew where nobody tuned for one, in kg.</summary>
    public double UsualCrew { get; init; } = 80;

    public required Row[] Rows { get; init; }

    /// <summary>The plans as this class calls them, where the kit's names will not do.</summary>
    public (string Key, string Name)[]? Plans { get; init; }

    /// <summary>What the class sets in other plans and modes than the first.</summary>
    public PlanModeRows[] Further { get; init; } = [];

    public required Publication[] Published { get; init; }

    public required DemoBoat[] Boats { get; init; }

    public int LogsASeason { get; init; } = 24;

    /// <summary>What the club measured of its rig.</summary>
    private DemoRigging Rigging => WenlowRigging.All.GetValueOrDefault(Key) ?? new();

    private bool IsSailed(SailingMode mode) => IsSailed(mode.Key);

    private bool IsSailed(ModeKey mode) => !NotTakenUp.Modes.Contains((Kit, mode.Name));

    private bool IsFitted(ControlKey control) =>
        !(NotTakenUp.Controls.GetValueOrDefault(Kit)?.Contains(control.Name) ?? false)
        && (
            StarterKits.Find(Kit)!.Class.Find(control) is not { } known
            || !CrewPlace.IsSaidBy(known)
            || Rows.Concat(Further.SelectMany(rows => rows.Rows)).Any(row => row.Control == control.Name)
        );

    /// <summary>The class without its logs.</summary>
    public ClassDocument Make()
    {
        var kit = StarterKits.Find(Kit)!.Class;
        var definition = kit with
        {
            Key = Key,
            Name = Name,
            About = About,
            Crew = Crew ?? CrewReading.None,
            Rake = Rigging.Rake,
            Drawing = WenlowDrawings.All.GetValueOrDefault(Key),
            Bands = Bands is { } own ? BandsOf(own) : kit.Bands,
            LastBand = Bands?.Length ?? kit.LastBand,
            PlanModes = PlanModes.Stored(
                [
                    .. (
                        Plans?.Select(plan => new SailPlan(new(plan.Key), plan.Name))
                        ?? kit.PlanModes.Plans.Where(plan => !NotTakenUp.Plans.Contains((Kit, plan.Key.Name)))
                    ).Select(Rigging.Of),
                ],
                [.. kit.PlanModes.Modes.Where(IsSailed).Select(Rigging.Of)]
            ),
            Questions =
            [
                .. kit
                    .Questions.Where(question => question.Modes.Count == 0 || question.Modes.Any(IsSailed))
                    .Where(question => question.Control is not { } about || IsFitted(about)),
            ],
            Cautions = [.. kit.Cautions.Where(caution => caution.Mode is not { } mode || IsSailed(mode))],
            Purposes =
            [
                .. kit.Purposes.Select(purpose =>
                    purpose with
                    {
                        Counts = purpose.Counts is { } counts ? [.. counts.Where(IsFitted)] : null,
                    }
                ),
            ],
            SailLimits = Rigging.Of(kit.SailLimits),
            Controls = [.. kit.Controls.Where(control => IsFitted(control.Key)).Select(OwnScale).Select(WithPurposes)],
        };
        return BundleWriter.ToDocument(
            new BundledClass(
                Matrix(definition, Rows),
                [],
                [
                    .. Published.Select(
                        (version, at) =>
                            new PublishedVersion(at + 1, version.At, Captain, version.Reason, Matrix(definition, RowsOf(version)))
                    ),
                ],
                []
            )
        ) with
        {
            Boats = [.. Boats.Select(boat => Boat(boat, definition))],
        };
    }

    public static ScaleSpec Inches(double min, double max, double step) =>
        new("length", Unit: "in", Min: Rounded(min * 25.4), Max: Rounded(max * 25.4), Step: Rounded(step * 25.4));

    /// <summary>A rule of effective wind: the reference crew in kg, the hull's part in kg·m, the arm in m, from which band on, and who is
    /// out on a wire of which length in m.</summary>
    public static CrewReading ByWind(
        double reference,
        double hull,
        double arm,
        int band,
        int people = 1,
        int onWire = 0,
        double wire = 0
    ) =>
        CrewReading.By(
            new CrewRule(Mass.FromKilograms(reference), hull, Length.FromMetres(arm), new(band))
            {
                People = people,
                OnWire = onWire,
                Wire = Length.FromMetres(wire),
            }
        );

    /// <summary>A table of offsets: from and to in kg, the control, its steps.</summary>
    public static CrewReading ByWeight(params (double From, double To, string Control, int Steps)[] lines) =>
        CrewReading.By([
            .. lines.Select(line => new CrewOffset(
                Mass.FromKilograms(line.From),
                Mass.FromKilograms(line.To),
                new(line.Control),
                line.Steps
            )),
        ]);

    /// <summary>The columns of a card, in kg.</summary>
    public static CrewColumns Columns(double light, double heavy, bool bySkill = false) =>
        new(Mass.FromKilograms(light), Mass.FromKilograms(heavy), bySkill);

    private IReadOnlyList<Row> RowsOf(Publication version) =>
        [.. Rows.Select(row => version.Otherwise.FirstOrDefault(other => other.Control == row.Control) ?? row)];

    private static WindBands BandsOf((string Name, double To)[] own) =>
        WindBands
            .Of(
                own.Select(
                    (band, at) =>
                        new WindBand(new(at + 1), band.Name, Speed.FromKnots(at == 0 ? 0 : own[at - 1].To), Speed.FromKnots(band.To))
                )
            )
            .Value;

    private Control OwnScale(Control control) =>
        control with
        {
            Disturbs = [.. control.Disturbs.Where(coupling => IsFitted(coupling.Control))],
            Scale = Scales.TryGetValue(control.Key.Name, out var scale) ? scale.ToScale().Value : control.Scale,
            Datum = Datums.GetValueOrDefault(control.Key.Name, control.Datum),
            OtherDatum = OtherDatums.TryGetValue(control.Key.Name, out var other)
                ? new(other.Words, Length.FromMillimetres(other.Shift))
                : null,
        };

    private ClassState Matrix(ClassDefinition definition, IReadOnlyList<Row> rows)
    {
        var first = definition.PlanModes.First;
        return new(
            definition,
            (
                from further in Further.Prepend(new(null, null, [.. rows]))
                from row in further.Rows
                let control = definition.Find(new(row.Control))!
                from cell in row.Cells.Zip(definition.Bands.All, (text, band) => (Band: band.Id, Cell: Cell(control, text)))
                where cell.Cell is not null
                let planMode = new PlanMode(
                    further.Plan is { } plan ? new(plan) : first.Plan,
                    further.Mode is { } mode ? new(mode) : first.Mode
                )
                select (Place: new CellPlace(planMode, new(cell.Band, control.Key)), Cell: cell.Cell!)
            ).ToDictionary(cell => cell.Place, cell => cell.Cell)
        );
    }

    private static Cell? Cell(Control control, string text)
    {
        if (text.Length == 0 || !control.Scale.HasMarks)
        {
            return text.Length == 0 ? null : Core.Matrices.Cell.Of(null, 0, text, "", CellSource.Entered).Value;
        }

        var cell = CellText.ReadLine(control, text, control.Scale.UsualTolerance).Value!;
        return Core.Matrices.Cell.Stored(
            cell.Mark is { } mark ? new Mark(Rounded(mark.Position)) : null,
            Rounded(cell.Tolerance),
            cell.IsRange,
            cell.Word,
            "",
            "",
            CellSource.Entered,
            "",
            null
        );
    }

    private Control WithPurposes(Control control) =>
        Purposed.Where(purposed => purposed.Control == control.Key.Name).ToList() is { Count: > 0 } marks
            ? control with
            {
                ByPurpose =
                [
                    .. marks.Select(purposed => new PurposeMark(
                        new(purposed.Purpose),
                        new(Rounded(control.Scale.Read(purposed.Mark).Value.Position)),
                        purposed.Caution,
                        purposed.Until is { } until ? Speed.FromKnots(until) : null
                    )),
                ],
            }
            : control;

    private static BoatDocument Boat(DemoBoat boat, ClassDefinition definition) =>
        new(
            boat.Name,
            boat.Note.Length > 0 ? boat.Note : null,
            boat.Taped.Length == 0
                ? null
                : boat.Taped.ToDictionary(
                    taped => taped.Control,
                    taped =>
                        (IReadOnlyList<IReadOnlyList<double>>)
                            [.. taped.Readings.Select(text => Pair(definition.Find(new(taped.Control))!.Scale, taped, text))]
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
