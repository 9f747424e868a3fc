namespace Regatta.Web.Pages.ClassSetup;

/// <summary>What a control says beside its scale: marks for other purposes, where it belongs, another datum.</summary>
public sealed partial class ControlForm
{
    /// <summary>Marks for other purposes, with a caution each, and where else it is measured from.</summary>
    public IEnumerable<Field> Further =>
        definition
            .Purposes.Skip(1)
            .SelectMany(purpose =>
                new Field[]
                {
                    new(PurposeField(purpose), $"Mark for {purpose.Name}", "") { Hint = "Empty: as the cells say." },
                    new(PurposeField(purpose) + "-until", "and not from this wind on", "")
                    {
                        Hint = "Such as 12 kn. Empty: in every wind. From there on the cells’ mark stands on the card.",
                    },
                    new(PurposeField(purpose) + "-caution", "Caution with it", ""),
                }
            )
            .Append(new(SidesField, "It is set", OnOne) { Choices = [OnOne, OnBoth] })
            .Append(new("otherDatum", "Some measure it from", "") { Hint = "Such as the outer end of the cap. Empty: all measure alike." })
            .Append(new("otherShift", "and read so much more there", "") { Hint = "A length such as 32 mm; − for less." })
            .Filled(typed, Reader)
            .Beside(now);

    private const string SidesField = "sides";
    private const string OnOne = "in one place";
    private const string OnBoth = "on both sides, alike";

    /// <summary>Plans and modes it belongs to; none ticked is all.</summary>
    public IEnumerable<(string Name, string Label, bool Ticked)> Belongs =>
        (definition.PlanModes.Plans.Count > 1 ? definition.PlanModes.Plans.Select(plan => ("plan-" + plan.Key, plan.Name)) : [])
            .Concat(definition.PlanModes.Modes.Count > 1 ? definition.PlanModes.Modes.Select(mode => ("mode-" + mode.Key, mode.Name)) : [])
            .Select(one => (one.Item1, one.Item2, typed.GetValueOrDefault(one.Item1, "").Length > 0));

    private List<PurposeMark> ReadPurposes(Core.Marks.Scale? scale)
    {
        var marks = new List<PurposeMark>();
        foreach (var purpose in definition.Purposes.Skip(1).Where(_ => scale is not null))
        {
            var field = PurposeField(purpose);
            var was = before?.ByPurpose.FirstOrDefault(mark => mark.Purpose == purpose.Key);
            if (
                Reader.May(
                    field,
                    typed.GetValueOrDefault(field),
                    FormReader.Kept(was is null ? "" : before!.Scale.Show(was.Mark), was?.Mark ?? default, scale!.Read)
                ) is
                { } mark
            )
            {
                var until = Reader.May(
                    field + "-until",
                    typed.GetValueOrDefault(field + "-until"),
                    FormReader.Kept(Until(was), was?.Until ?? default, text => WindRange.ReadSpeed(text, SpeedUnit.Knot))
                );
                marks.Add(new(purpose.Key, mark, typed.GetValueOrDefault(field + "-caution", "").Trim(), until));
            }
        }

        return marks;
    }

    private OtherDatum? ReadOtherDatum()
    {
        var words = typed.GetValueOrDefault("otherDatum", "").Trim();
        var shift = Reader.May(
            "otherShift",
            typed.GetValueOrDefault("otherShift"),
            FormReader.Kept(before is null ? "" : Shift(before), before?.OtherDatum?.Shift ?? default, ReadShift)
        );
        if ((words.Length > 0) != (shift is not null))
        {
            Reader.Refuse(words.Length > 0 ? "otherShift" : "otherDatum", "Another datum needs its words and how much more is read there.");
        }

        return words.Length > 0 && shift is { } known ? new(words, known) : null;
    }

    private static Parsed<Length> ReadShift(string text) =>
        NumberText
            .ReadWithUnit(text, LengthUnit.Millimetre, LengthUnits.Named, "mm, cm or in")
            .Then(read =>
                Math.Abs(Length.From(read.Number, read.Unit).Metres) > Limits.ControlMetres
                    ? Parsed<Length>.Bad($"It is at most {Limits.ControlMetres} m off.")
                    : Parsed<Length>.Good(Length.From(read.Number, read.Unit))
            );

    private static string Shift(Control control) =>
        control.OtherDatum is { } other ? $"{NumberText.Exact(other.Shift.Millimetres)} mm" : "";

    private static string Until(PurposeMark? mark) => mark?.Until is { } until ? $"{NumberText.Plain(until.Knots, 1)} kn" : "";

    private static string PurposeField(Purpose purpose) => $"purpose-{purpose.Key}";
}
