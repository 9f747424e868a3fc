namespace Regatta.Web.Pages.ClassSetup;

/// <summary>The part of the control form that says what a control is read on: which fields a kind of scale asks for, and how they become
/// the scale.</summary>
public sealed class ScaleForm(IReadOnlyDictionary<string, string> typed)
{
    /// <summary>The kinds, as they are offered.</summary>
    public static readonly IReadOnlyList<string> Kinds = [.. ScaleKind.All.Select(kind => TitleOf(kind.Name))];

    private static readonly Choice<LengthUnit> Units = new(
        ("mm", LengthUnit.Millimetre),
        ("cm", LengthUnit.Centimetre),
        ("in, as fractions", LengthUnit.Inch),
        ("in, as tenths", LengthUnit.DecimalInch)
    );

    private static readonly IReadOnlyList<string> YesNo = ["no", "yes"];

    /// <summary>The kind chosen.</summary>
    public string Kind => Kinds.Contains(this["kind"]) ? this["kind"] : Kinds[0];

    /// <summary>Whether it is set by what is seen.</summary>
    public bool IsTarget => ScaleKind.All.First(kind => TitleOf(kind.Name) == Kind).Name == new TargetScale().Spec.Kind;

    private string this[string field] => typed.GetValueOrDefault(field, "");

    /// <summary>What a scale says, as fields.</summary>
    public static Dictionary<string, string> Typed(Scale scale)
    {
        var spec = scale.Spec;
        var fields = new Dictionary<string, string> { ["kind"] = TitleOf(spec.Kind) };
        if (scale.ReadsLength)
        {
            fields["unit"] = Units.WordOf(scale.TapeUnit);
            (fields["min"], fields["max"]) = (scale.Show(scale.Min), scale.Show(scale.Max));
            fields["step"] = scale.ShowDistance(scale.Step);
            return fields;
        }

        if ((spec.Max ?? spec.Count) is { } most)
        {
            fields["min"] = Number(spec.Min ?? 1);
            fields["max"] = Number(most);
            fields["step"] = Number(spec.Step ?? 1);
        }

        if (spec.CountedFrom is { } from)
        {
            fields["countedFrom"] = from;
            fields["bothSides"] = spec.BothSides == true ? "yes" : "no";
        }

        if (spec.CountedFrom is not null || spec.Pitch is not null)
        {
            fields["pitch"] = spec.Pitch is { } pitch ? NumberText.Exact(pitch) + " mm" : "";
            fields["zero"] = spec.Zero is { } zero ? NumberText.Exact(zero) + " mm" : "";
        }

        if (spec.Measure is { } measure)
        {
            fields["measure"] = EnumText.Read<BodyMeasure>(measure).Value.Word();
            fields["usual"] = NumberText.Exact(spec.Usual!.Value) + " mm";
        }

        if (spec.Stops is { } stops)
        {
            fields["stops"] = string.Join("\n", stops);
        }

        return fields;
    }

    /// <summary>The fields of the kind chosen.</summary>
    public IEnumerable<Field> Fields =>
        Kind switch
        {
            "length" =>
            [
                Units.Field("unit", "Marked in", LengthUnit.Millimetre),
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

    /// <summary>What a kind is called where it is chosen.</summary>
    private static string TitleOf(string kind) =>
        kind switch
        {
            "strip" => "numbered strip",
            "dots" => "rope dots",
            "body" => "body measure",
            "stops" => "named stops",
            "target" => "observed target",
            _ => kind,
        };

    private static string KindOf(Counted thing) => TitleOf(EnumText.Of(thing) + "s");

    private static string Mm(Length length) => NumberText.Exact(length.Millimetres) + " mm";

    private static string Number(double number) => NumberText.Fraction(number, NumberText.MostDecimals);

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
        var unit = Units.Read(this["unit"]);
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
