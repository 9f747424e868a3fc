using Regatta.Core.Tests.Wind;

namespace Regatta.Core.Tests.Evidence;

/// <summary>A small class to test with: one control that balances the helm, one that does not, three bands.</summary>
internal static class TestBoat
{
    public static readonly Control Slide = new(
        new("slide"),
        "Slide",
        [],
        new LengthScale(LengthUnit.Centimetre, Length.FromMillimetres(0), Length.FromMillimetres(200), Length.FromMillimetres(10)),
        "band",
        "eye",
        "Forward: less weather helm.",
        WhenChanged.Ashore,
        AsWindBuilds.Up,
        HelmPerUnit: -0.5
    );

    public static readonly Control Luff = new(
        new("luff"),
        "Luff",
        ["downhaul"],
        new StopScale(["off", "snug", "hard"]),
        "tack",
        "luff",
        "Flatter.",
        WhenChanged.Racing,
        AsWindBuilds.Up,
        null
    );

    public static readonly WindBands Bands = WindBands
        .Of([WindTests.Band(1, 0, 8), WindTests.Band(2, 8, 14), WindTests.Band(3, 14, 22)])
        .Value;

    public static readonly ClassDefinition Class = new(
        "test",
        "Test",
        "family",
        "About.",
        new(Angle.FromDegrees(3), Angle.FromDegrees(1), Speed.FromKnots(11), 0.1),
        Bands,
        [Slide, Luff],
        []
    )
    {
        LastBand = 3,
    };

    public static readonly DateTimeOffset Today = new(2026, 6, 1, 12, 0, 0, TimeSpan.Zero);

    public static Matrix Matrix(params double[] slides) =>
        new(
            Bands,
            Class.Controls,
            Bands
                .All.Zip(slides)
                .ToDictionary(
                    cell => new CellAddress(cell.First.Id, Slide.Key),
                    cell => Cell.Of(new Mark(cell.Second), 10, "", "", CellSource.Entered).Value
                )
        );

    /// <summary>The class's matrices where it has but this one.</summary>
    public static MatrixSet Only(Matrix matrix) =>
        new(
            PlanModes.One,
            matrix.Bands,
            matrix.Controls,
            matrix.Cells.ToDictionary(cell => new CellPlace(PlanMode.Usual, cell.Key), cell => cell.Value)
        );

    /// <summary>The class with the cells of one matrix.</summary>
    public static ClassState State(Matrix matrix) =>
        new(
            Class with
            {
                Bands = matrix.Bands,
            },
            matrix.Cells.ToDictionary(cell => new CellPlace(PlanMode.Usual, cell.Key), cell => cell.Value)
        );

    /// <summary>A card that says so in every band.</summary>
    public static ReferenceCard Published(params double[] slides) => new(PlanMode.Usual, [State(Matrix(slides))]);

    /// <summary>What sessions say, counted from a card with the slide at 10 cm.</summary>
    public static HelmFit Fit(IReadOnlyList<SessionEvidence> sessions) =>
        HelmFit.Of(new(Class, Bands, Published(100, 100, 100), sessions.Select(session => session.Boat).OfType<long>()), sessions);

    /// <summary>Sessions, counted.</summary>
    public static PlanModeRuns Sailed(IEnumerable<SessionEvidence> sessions) => PlanModeRuns.Of(Class, [.. sessions]);

    public static SessionEvidence Session(
        double knots,
        double slide,
        double helm,
        Felt felt = Felt.Usual,
        CheckGates? gates = null,
        int daysAgo = 10
    ) =>
        new(
            1,
            Today.AddDays(-daysAgo),
            WindRange.Of(Speed.FromKnots(knots), Speed.FromKnots(knots), null).Value,
            new Dictionary<ControlKey, Mark> { [Slide.Key] = new(slide), [Luff.Key] = new(2) },
            new(HelmReading.Of(Angle.FromDegrees(helm), Angle.FromDegrees(helm)).Value, gates ?? CheckGates.AllHeld, Angle.FromDegrees(0)),
            felt
        )
        {
            Asked = new Dictionary<ControlKey, AskedMark>
            {
                [Slide.Key] = new(AskedBy.Trial, new Mark(100)),
                [Luff.Key] = new(AskedBy.Card, new Mark(2)),
            },
        };

    /// <summary>Sessions of a boat whose helm is 3° at 10 cm in 11 kn, with −0.4° a centimetre.</summary>
    public static IEnumerable<SessionEvidence> Sessions(double knots, params double[] slides) =>
        slides.Select((slide, at) => Session(knots, slide, 3 - (0.04 * (slide - 100)) + (at % 2 == 0 ? 0.2 : -0.2)));
}
