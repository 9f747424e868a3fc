namespace Regatta.Web.Pages.ClassSetup;

/// <summary>The part of the control form that says what a control is read on: which fields a kind of scale asks for, and how they become
/// the scale.</summary>
public sealed class ScaleForm(IReadOnlyDictionary<string, string> typed)
{
    /// <summary>The kinds, as they are offered.</summary>
    public static readonly IReadOnlyList<string> Kinds =
    [
        "length",
        "numbered strip",
        "holes",
        "pins",
        "turns",
        "clicks",
        "rope dots",
        "angle",
        "body measure",
        "named stops",
        "observed target",
    ];

    private static readonly IReadOnlyList<(string Word, LengthUnit Unit)> Units =
    [
        ("mm", LengthUnit.Millimetre),
        ("cm", LengthUnit.Centimetre),
        ("in, as fractions", LengthUnit.Inch),
        ("in, as tenths", LengthUnit.DecimalInch),
    ];

    private static readonly IReadOnlyList<string> YesNo = ["no", "yes"];

    /// <summary>The kind chosen.</summary>
    public string Kind => Kinds.Contains(this["kind"]) ? this["kind"] : Kinds[0];

    private string this[string field] => typed.GetValueOrDefault(field, "");

    /// <summary>What a scale says, as fields.</summary>
    public static Dictionary<string, string> Typed(Scale scale) =>
        scale switch
        {
            LengthScale length => new()
            {
                ["kind"] = "length",
                ["unit"] = Units.First(unit => unit.Unit == length.Unit).Word,
                ["min"] = length.Show(length.Min),
                ["max"] = length.Show(length.Max),
                ["step"] = length.ShowDistance(length.Step),
            },
            StripScale strip => Ends(
                "numbered strip",
                strip.From,
                strip.To,
                strip.ReadingStep,
                new() { ["pitch"] = Mm(strip.PerNumber), ["zero"] = Mm(strip.ZeroAt) }
            ),
            CountScale count => Ends(
                KindOf(count.Thing),
                count.Min.Position,
                count.Max.Position,
                count.Step,
                new()
                {
                    ["countedFrom"] = count.CountedFrom,
                    ["pitch"] = count.Spacing is { } spacing ? Mm(spacing.Pitch) : "",
                    ["zero"] = count.Spacing is { } from ? Mm(from.Zero) : "",
                    ["bothSides"] = count.BothSides ? "yes" : "no",
                }
            ),
            AngleScale angle => Ends("angle", angle.Min.Position, angle.Max.Position, angle.Step, []),
            BodyScale body => Ends(
                "body measure",
                body.From,
                body.To,
                body.ReadingStep,
                new() { ["measure"] = body.Measure.Word(), ["usual"] = Mm(body.Usual) }
            ),
            StopScale stops => new() { ["kind"] = "named stops", ["stops"] = string.Join("\n", stops.Stops) },
            _ => new() { ["kind"] = "observed target" },
        };

    /// <summary>The fields of the kind chosen.</summary>
    public IEnumerable<Field> Fields =>
        Kind switch
        {
            "length" =>
            [
                new("unit", "Marked in", Units[0].Word) { Choices = [.. Units.Select(unit => unit.Word)] },
                new("min", "Lowest mark", "") { Hint = "From the datum, such as 13 in or 40 cm." },
                new("max", "Highest mark", "") { Hint = "Where the control, or the class rules, end." },
                new("step", "Step", "") { Hint = "The smallest change worth making." },
            ],
            "numbered strip" =>
            [
                .. Numbers("number"),
                new("pitch", "From one number to the next", "") { Hint = "On the strip as it is sold, such as 10 mm." },
                new("zero", "From the datum to 0", "0 mm"),
            ],
            "holes" or "pins" or "turns" or "clicks" or "rope dots" =>
            [
                .. Numbers("count"),
                new("countedFrom", "Counted from", "") { Hint = "Such as the bottom, the bow, hand tight." },
                new("pitch", "From one to the next", "") { Hint = "Leave it empty if nobody measured: then it has no length." },
                new("zero", "From the datum to where the count would be 0", ""),
                new("bothSides", "The same on both sides?", "no") { Choices = YesNo },
            ],
            "angle" => Numbers("angle"),
            "body measure" =>
            [
                new("measure", "Measured in", BodyMeasure.HandWidth.Word())
                {
                    Choices = [.. Enum.GetValues<BodyMeasure>().Select(measure => measure.Word())],
                },
                .. Numbers("count"),
                new("usual", "One of it, on whoever measured", "85 mm"),
            ],
            "named stops" => [new("stops", "The stops, from least to most, a line each", "") { Type = "textarea" }],
            _ => [],
        };

    /// <summary>Reads the scale; what is wrong stands beside its field. A scale none of whose fields was touched stays to the
    /// hair.</summary>
    public Scale? Read(FormReader form, Scale? before)
    {
        if (before is not null && Typed(before).All(field => this[field.Key].ReplaceLineEndings("\n").Trim() == field.Value.Trim()))
        {
            return before;
        }

        var scale = Kind switch
        {
            "length" => ReadLength(form),
            "numbered strip" => ReadStrip(form),
            "angle" => ReadAngle(form),
            "body measure" => ReadBody(form),
            "named stops" => () =>
                new StopScale(this["stops"].Split('\n', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)),
            "observed target" => () => new TargetScale(),
            _ => ReadCount(form),
        };
        if (!form.Ok)
        {
            return null;
        }

        try
        {
            return scale();
        }
        catch (ArgumentException refused)
        {
            form.Refuse(Kind == "named stops" ? "stops" : "max", refused.Message);
            return null;
        }
    }

    private static string KindOf(Counted thing) => thing == Counted.Dot ? "rope dots" : thing.ToString().ToLowerInvariant() + "s";

    private static string Mm(Length length) => NumberText.Exact(length.Millimetres) + " mm";

    private static Dictionary<string, string> Ends(string kind, double from, double to, double step, Dictionary<string, string> more) =>
        new(more)
        {
            ["kind"] = kind,
            ["min"] = NumberText.Fraction(from, NumberText.MostDecimals),
            ["max"] = NumberText.Fraction(to, NumberText.MostDecimals),
            ["step"] = NumberText.Fraction(step, NumberText.MostDecimals),
        };

    private static IEnumerable<Field> Numbers(string what) =>
        [
            new("min", $"Lowest {what}", ""),
            new("max", $"Highest {what}", ""),
            new("step", "Step", "1") { Hint = "The smallest change worth making." },
        ];

    private (double From, double To, double Step) Ends(FormReader form) => (Number(form, "min"), Number(form, "max"), Number(form, "step"));

    private double Number(FormReader form, string field) =>
        form.Need(field, this[field], "Write a number.", text => NumberText.Read(text).Then(read => Parsed<double>.Good(read.Number)));

    private Length NeedLength(FormReader form, string field, string missing) =>
        form.Need(field, this[field], missing, text => LengthUnit.Millimetre.Read(text));

    private Length? OptionalLength(FormReader form, string field) => form.May(field, this[field], text => LengthUnit.Millimetre.Read(text));

    private Func<Scale> ReadStrip(FormReader form)
    {
        var (ends, pitch, zero) = (
            Ends(form),
            NeedLength(form, "pitch", "How far apart do the numbers stand?"),
            OptionalLength(form, "zero") ?? default
        );
        return () => new StripScale(ends.From, ends.To, ends.Step, zero, pitch);
    }

    private Func<Scale> ReadAngle(FormReader form)
    {
        var ends = Ends(form);
        return () => new AngleScale(Angle.FromDegrees(ends.From), Angle.FromDegrees(ends.To), Angle.FromDegrees(ends.Step));
    }

    private Func<Scale> ReadBody(FormReader form)
    {
        var (ends, usual) = (Ends(form), NeedLength(form, "usual", "How long is one of it?"));
        return () =>
            new BodyScale(
                Enum.GetValues<BodyMeasure>().FirstOrDefault(measure => measure.Word() == this["measure"]),
                ends.From,
                ends.To,
                ends.Step,
                usual
            );
    }

    private Func<Scale> ReadLength(FormReader form)
    {
        var unit = Units.FirstOrDefault(unit => unit.Word == this["unit"], Units[0]).Unit;
        var (min, max, step) = (Mark("min"), Mark("max"), Mark("step"));
        return () => new LengthScale(unit, min, max, step);

        Length Mark(string field) => form.Need(field, this[field], "Write a length.", text => unit.Read(text));
    }

    private Func<Scale> ReadCount(FormReader form)
    {
        var thing = Enum.GetValues<Counted>().First(thing => KindOf(thing) == Kind);
        var ends = Ends(form);
        var from = form.Need("countedFrom", this["countedFrom"], "Which end is counted from?", text => Parsed<string>.Good(text.Trim()));
        var pitch = OptionalLength(form, "pitch");
        var zero = OptionalLength(form, "zero") ?? default;
        return () =>
            new CountScale(
                thing,
                ends.From,
                ends.To,
                ends.Step,
                from!,
                pitch is { } apart ? new(zero, apart) : null,
                this["bothSides"] == "yes"
            );
    }
}
