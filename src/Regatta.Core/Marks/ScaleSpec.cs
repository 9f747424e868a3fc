namespace Regatta.Core.Marks;

/// <summary>A scale as plain data, for files and the database: its kind by name, and the members that kind has. Lengths in mm, angles in
/// degrees.</summary>
/// <param name="Kind"><c>length</c>, <c>strip</c>, <c>holes</c>, <c>pins</c>, <c>turns</c>, <c>clicks</c>, <c>dots</c>, <c>angle</c>,
/// <c>body</c>, <c>stops</c> or <c>target</c>.</param>
/// <param name="Unit">Of a length: <c>mm</c>, <c>cm</c>, <c>in</c> or <c>decimalIn</c>.</param>
/// <param name="Min">The lowest mark.</param>
/// <param name="Max">The highest mark.</param>
/// <param name="Step">The smallest change worth making.</param>
/// <param name="Count">How many holes or pins.</param>
/// <param name="CountedFrom">The end where counting starts.</param>
/// <param name="Zero">From the datum to where a strip or a count would be zero.</param>
/// <param name="Pitch">From one number to the next.</param>
/// <param name="BothSides">Whether the same is set on both sides.</param>
/// <param name="Measure">The body measure.</param>
/// <param name="Usual">How long one is on the person the class was measured by.</param>
/// <param name="Stops">The named stops, from least to most.</param>
public sealed record ScaleSpec(
    string Kind,
    string? Unit = null,
    double? Min = null,
    double? Max = null,
    double? Step = null,
    int? Count = null,
    string? CountedFrom = null,
    double? Zero = null,
    double? Pitch = null,
    bool? BothSides = null,
    string? Measure = null,
    double? Usual = null,
    IReadOnlyList<string>? Stops = null
)
{
    private static readonly (string Name, LengthUnit Unit)[] Units =
    [
        ("mm", LengthUnit.Millimetre),
        ("cm", LengthUnit.Centimetre),
        ("in", LengthUnit.Inch),
        ("decimalIn", LengthUnit.DecimalInch),
    ];

    /// <summary>A scale as data.</summary>
    public static ScaleSpec Of(Scale scale) =>
        scale switch
        {
            LengthScale length => new(
                "length",
                Unit: Units.First(unit => unit.Unit == length.Unit).Name,
                Min: length.Min.Position,
                Max: length.Max.Position,
                Step: length.Step
            ),
            StripScale strip => new(
                "strip",
                Min: strip.From,
                Max: strip.To,
                Step: strip.ReadingStep,
                Zero: strip.ZeroAt.Millimetres,
                Pitch: strip.PerNumber.Millimetres
            ),
            // Holes and pins start at 1 and go by ones, so how many there are says it all.
            CountScale { Thing: Counted.Hole or Counted.Pin, Min.Position: 1, Step: 1 } row => Counts(row) with
            {
                Count = (int)row.Max.Position,
            },
            CountScale count => Counts(count) with { Min = count.Min.Position, Max = count.Max.Position, Step = count.Step },
            AngleScale angle => new("angle", Min: angle.Min.Position, Max: angle.Max.Position, Step: angle.Step),
            BodyScale body => new(
                "body",
                Measure: EnumText.Of(body.Measure),
                Min: body.From,
                Max: body.To,
                Step: body.ReadingStep,
                Usual: body.Usual.Millimetres
            ),
            StopScale stops => new("stops", Stops: stops.Stops),
            TargetScale => new("target"),
            _ => throw new ArgumentOutOfRangeException(nameof(scale), scale, "A kind of scale that has no description."),
        };

    /// <summary>The scale it describes, or what is missing or wrong in a sentence.</summary>
    public Parsed<Scale> ToScale()
    {
        try
        {
            return this switch
            {
                { Kind: "length", Unit: { } unit, Min: { } min, Max: { } max, Step: { } step }
                    when Units.Any(known => known.Name == unit) => Good(
                    new LengthScale(Units.First(known => known.Name == unit).Unit, Mm(min), Mm(max), Mm(step))
                ),
                { Kind: "length" } => Bad(
                    "A length scale needs a unit (mm, cm, in or decimalIn), min, max and step, the last three in mm."
                ),
                { Kind: "strip", Min: { } min, Max: { } max, Step: { } step, Pitch: { } pitch } => Good(
                    new StripScale(min, max, step, Mm(Zero ?? 0), Mm(pitch))
                ),
                { Kind: "strip" } => Bad("A strip needs min, max and step in its numbers, and pitch in mm."),
                { Kind: "holes" or "pins", Count: { } count, CountedFrom: { } from } => Good(Counting(1, count, 1, from)),
                {
                    Kind: "holes" or "pins" or "turns" or "clicks" or "dots",
                    Min: { } min,
                    Max: { } max,
                    Step: { } step,
                    CountedFrom: { } from
                } => Good(Counting(min, max, step, from)),
                { Kind: "holes" or "pins" or "turns" or "clicks" or "dots" } => Bad(
                    "A count needs countedFrom, and count or min, max and step."
                ),
                { Kind: "angle", Min: { } min, Max: { } max, Step: { } step } => Good(
                    new AngleScale(Angle.FromDegrees(min), Angle.FromDegrees(max), Angle.FromDegrees(step))
                ),
                { Kind: "angle" } => Bad("An angle needs min, max and step in degrees."),
                { Kind: "body", Measure: { } measure, Min: { } min, Max: { } max, Step: { } step, Usual: { } usual } => EnumText
                    .Read<BodyMeasure>(measure)
                    .Then(known => Good(new BodyScale(known, min, max, step, Mm(usual)))),
                { Kind: "body" } => Bad("A body measure needs measure, min, max and step, and the usual length in mm."),
                { Kind: "stops", Stops: { } stops } => Good(new StopScale(stops)),
                { Kind: "stops" } => Bad("Named stops need the list stops."),
                { Kind: "target" } => Good(new TargetScale()),
                _ => Bad(
                    $"“{Kind}” is no kind of scale; it is length, strip, holes, pins, turns, clicks, dots, angle, body, stops or target."
                ),
            };
        }
        catch (ArgumentException refused)
        {
            return Bad(refused.Message);
        }
    }

    private static ScaleSpec Counts(CountScale count) =>
        new(
            EnumText.Of(count.Thing) + "s",
            CountedFrom: count.CountedFrom,
            Zero: count.Spacing?.Zero.Millimetres,
            Pitch: count.Spacing?.Pitch.Millimetres,
            BothSides: count.BothSides ? true : null
        );

    private CountScale Counting(double min, double max, double step, string from) =>
        new(
            EnumText.Read<Counted>(Kind[..^1]).Value,
            min,
            max,
            step,
            from,
            Pitch is { } pitch ? new(Mm(Zero ?? 0), Mm(pitch)) : null,
            BothSides ?? false
        );

    private static Length Mm(double millimetres) => Length.FromMillimetres(millimetres);

    private static Parsed<Scale> Good(Scale scale) => Parsed<Scale>.Good(scale);

    private static Parsed<Scale> Bad(string problem) => Parsed<Scale>.Bad(problem);
}
