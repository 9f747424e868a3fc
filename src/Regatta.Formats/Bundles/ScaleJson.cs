using Regatta.Core;
using Regatta.Core.Marks;
using Regatta.Core.Units;

namespace Regatta.Formats.Bundles;

/// <summary>A scale to and from its JSON. Lengths in mm, angles in degrees.</summary>
internal static class ScaleJson
{
    private static readonly (string Name, LengthUnit Unit)[] Units =
        [("mm", LengthUnit.Millimetre), ("cm", LengthUnit.Centimetre), ("in", LengthUnit.Inch), ("decimalIn", LengthUnit.DecimalInch)];

    public static ScaleDocument ToDocument(Scale scale) => scale switch
    {
        LengthScale length => new("length", Unit: Units.First(unit => unit.Unit == length.Unit).Name, Min: length.Min.Position, Max: length.Max.Position, Step: length.Step),
        StripScale strip => new("strip", Min: strip.From, Max: strip.To, Step: strip.ReadingStep, Zero: strip.ZeroAt.Millimetres, Pitch: strip.PerNumber.Millimetres),
        // Holes and pins start at 1 and go by ones, so how many there are says it all.
        CountScale { Thing: Counted.Hole or Counted.Pin, Min.Position: 1, Step: 1 } row => Count(row) with { Count = (int)row.Max.Position },
        CountScale count => Count(count) with { Min = count.Min.Position, Max = count.Max.Position, Step = count.Step },
        AngleScale angle => new("angle", Min: angle.Min.Position, Max: angle.Max.Position, Step: angle.Step),
        BodyScale body => new("body", Measure: Words.Of(body.Measure), Min: body.ReadingAt(body.Min), Max: body.ReadingAt(body.Max), Step: body.ReadingStep, Usual: body.Usual.Millimetres),
        StopScale stops => new("stops", Stops: stops.Stops),
        TargetScale => new("target"),
        _ => throw new ArgumentOutOfRangeException(nameof(scale), scale, "A kind of scale this format does not know."),
    };

    public static Parsed<Scale> FromDocument(ScaleDocument document)
    {
        try
        {
            return document switch
            {
                { Kind: "length", Unit: { } unit, Min: { } min, Max: { } max, Step: { } step } when Units.Any(known => known.Name == unit) =>
                    Good(new LengthScale(Units.First(known => known.Name == unit).Unit, Mm(min), Mm(max), Mm(step))),
                { Kind: "length" } => Bad("A length scale needs a unit (mm, cm, in or decimalIn), min, max and step, the last three in mm."),
                { Kind: "strip", Min: { } min, Max: { } max, Step: { } step, Pitch: { } pitch } => Good(new StripScale(min, max, step, Mm(document.Zero ?? 0), Mm(pitch))),
                { Kind: "strip" } => Bad("A strip needs min, max and step in its numbers, and pitch in mm."),
                { Kind: "holes" or "pins", Count: { } count, CountedFrom: { } from } => Good(Counting(document, 1, count, 1, from)),
                { Kind: "holes" or "pins" or "turns" or "clicks" or "dots", Min: { } min, Max: { } max, Step: { } step, CountedFrom: { } from } => Good(Counting(document, min, max, step, from)),
                { Kind: "holes" or "pins" or "turns" or "clicks" or "dots" } => Bad("A count needs countedFrom, and count or min, max and step."),
                { Kind: "angle", Min: { } min, Max: { } max, Step: { } step } => Good(new AngleScale(Angle.FromDegrees(min), Angle.FromDegrees(max), Angle.FromDegrees(step))),
                { Kind: "angle" } => Bad("An angle needs min, max and step in degrees."),
                { Kind: "body", Measure: { } measure, Min: { } min, Max: { } max, Step: { } step, Usual: { } usual } =>
                    Words.Read<BodyMeasure>(measure).Then(known => Good(new BodyScale(known, min, max, step, Mm(usual)))),
                { Kind: "body" } => Bad("A body measure needs measure, min, max and step, and the usual length in mm."),
                { Kind: "stops", Stops: { } stops } => Good(new StopScale(stops)),
                { Kind: "stops" } => Bad("Named stops need the list stops."),
                { Kind: "target" } => Good(new TargetScale()),
                _ => Bad($"“{document.Kind}” is no kind of scale; it is length, strip, holes, pins, turns, clicks, dots, angle, body, stops or target."),
            };
        }
        catch (ArgumentException refused)
        {
            return Bad(refused.Message);
        }
    }

    private static ScaleDocument Count(CountScale count) => new(
        Words.Of(count.Thing) + "s",
        CountedFrom: count.CountedFrom,
        Zero: count.Spacing?.Zero.Millimetres,
        Pitch: count.Spacing?.Pitch.Millimetres,
        BothSides: count.BothSides ? true : null);

    private static CountScale Counting(ScaleDocument document, double min, double max, double step, string from) => new(
        Words.Read<Counted>(document.Kind[..^1]).Value,
        min,
        max,
        step,
        from,
        document.Pitch is { } pitch ? new(Mm(document.Zero ?? 0), Mm(pitch)) : null,
        document.BothSides ?? false);

    private static Length Mm(double millimetres) => Length.FromMillimetres(millimetres);

    private static Parsed<Scale> Good(Scale scale) => Parsed<Scale>.Good(scale);

    private static Parsed<Scale> Bad(string problem) => Parsed<Scale>.Bad(problem);
}
