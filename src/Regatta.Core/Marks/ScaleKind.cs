using System.Collections.Immutable;

namespace Regatta.Core.Marks;

/// <summary>A kind of scale: its name in files, how one is made of data, and what to say where the data lack something. Whoever needs to
/// know the kinds walks <see cref="All"/>.</summary>
/// <param name="Name">In files and the database.</param>
/// <param name="Make">A scale of the kind; null where the data lack a member.</param>
/// <param name="Lacks">What the kind needs, in a sentence.</param>
public sealed record ScaleKind(string Name, Func<ScaleSpec, Scale?> Make, string Lacks)
{
    /// <summary>The units of a length, by their names in files.</summary>
    internal static readonly ImmutableArray<(string Name, LengthUnit Unit)> Units =
    [
        ("mm", LengthUnit.Millimetre),
        ("cm", LengthUnit.Centimetre),
        ("in", LengthUnit.Inch),
        ("decimalIn", LengthUnit.DecimalInch),
    ];

    private const string LacksCount = "A count needs countedFrom, and count or min, max and step.";

    /// <summary>All kinds.</summary>
    public static ImmutableArray<ScaleKind> All { get; } =
    [
        new(
            "length",
            spec =>
                spec is { Min: { } min, Max: { } max, Step: { } step } && Units.Any(unit => unit.Name == spec.Unit)
                    ? new LengthScale(Units.First(unit => unit.Name == spec.Unit).Unit, Mm(min), Mm(max), Mm(step))
                    : null,
            "A length scale needs a unit (mm, cm, in or decimalIn), min, max and step, the last three in mm."
        ),
        new(
            "strip",
            spec =>
                spec is { Min: { } min, Max: { } max, Step: { } step, Pitch: { } pitch }
                    ? new StripScale(min, max, step, Mm(spec.Zero ?? 0), Mm(pitch))
                    : null,
            "A strip needs min, max and step in its numbers, and pitch in mm."
        ),
        new("holes", spec => Counting(Counted.Hole, spec, hasCount: true), LacksCount),
        new("pins", spec => Counting(Counted.Pin, spec, hasCount: true), LacksCount),
        new("turns", spec => Counting(Counted.Turn, spec), LacksCount),
        new("clicks", spec => Counting(Counted.Click, spec), LacksCount),
        new("dots", spec => Counting(Counted.Dot, spec), LacksCount),
        new(
            "angle",
            spec =>
                spec is { Min: { } min, Max: { } max, Step: { } step }
                    ? new AngleScale(Angle.FromDegrees(min), Angle.FromDegrees(max), Angle.FromDegrees(step))
                    : null,
            "An angle needs min, max and step in degrees."
        ),
        new(
            "body",
            spec =>
                spec is { Measure: { } measure, Min: { } min, Max: { } max, Step: { } step, Usual: { } usual }
                    ? new BodyScale(
                        EnumText.Read<BodyMeasure>(measure) is { Ok: true } known ? known.Value : throw Unknown(measure),
                        min,
                        max,
                        step,
                        Mm(usual)
                    )
                    : null,
            "A body measure needs measure, min, max and step, and the usual length in mm."
        ),
        new("stops", spec => spec.Stops is { } stops ? new StopScale(stops) : null, "Named stops need the list stops."),
        new("target", _ => new TargetScale(), ""),
    ];

    /// <summary>Holes and pins start at 1 and go by ones, so how many there are says it all.</summary>
    private static CountScale? Counting(Counted thing, ScaleSpec spec, bool hasCount = false) =>
        spec switch
        {
            { CountedFrom: { } from, Count: { } count } when hasCount => Counting(thing, 1, count, 1, from, spec),
            { CountedFrom: { } from, Min: { } min, Max: { } max, Step: { } step } => Counting(thing, min, max, step, from, spec),
            _ => null,
        };

    private static CountScale Counting(Counted thing, double min, double max, double step, string from, ScaleSpec spec) =>
        new(thing, min, max, step, from, spec.Pitch is { } pitch ? new(Mm(spec.Zero ?? 0), Mm(pitch)) : null, spec.BothSides ?? false);

    private static ArgumentException Unknown(string measure) => new(EnumText.Read<BodyMeasure>(measure).Problem);

    private static Length Mm(double millimetres) => Length.FromMillimetres(millimetres);
}
