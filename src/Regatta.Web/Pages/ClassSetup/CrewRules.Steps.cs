using System.Globalization;
using System.Text.RegularExpressions;

namespace Regatta.Web.Pages.ClassSetup;

/// <summary>What hiking, skill and age add, and the columns of the card.</summary>
public sealed partial class CrewRulesModel
{
    public const string Yes = "yes";

    public const string No = "no";

    private const int EmptyRows = 2;

    private static readonly Choice<CrewTrait> Traits = new(
        ("hikes weakly", CrewTrait.HikesWeakly),
        ("hikes strongly", CrewTrait.HikesStrongly),
        ("learner", CrewTrait.Learner),
        ("racer", CrewTrait.Racer),
        ("junior", CrewTrait.Junior)
    );

    /// <summary>The rows of what hiking, skill and age add: those there are, and some to fill.</summary>
    public IEnumerable<(Field Crew, Field Control, Field Steps)> StepRows =>
        new RowsForm<CrewStep>(Class.Crew.Steps, Limits.CrewLines, EmptyRows).Open(
            (at, step) =>
            {
                var name = $"step-{at}";
                return (
                    editor.Fill(
                        new(name + "-crew", "Who", step is null ? "" : Traits.WordOf(step.Trait)) { Choices = ["", .. Traits.Words] },
                        typed,
                        Form
                    ),
                    editor.Fill(
                        new(name + "-control", "Sets", step is null ? "" : NameOf(step.Control))
                        {
                            Choices = ["", .. Class.Marked.Select(control => control.Name)],
                        },
                        typed,
                        Form
                    ),
                    editor.Fill(
                        new(name + "-steps", "Steps more", step is null ? "" : NumberText.Signed(step.Steps, 0)) { InputMode = "text" },
                        typed,
                        Form
                    )
                );
            }
        );

    /// <summary>The reader’s words for a crew that lets its captain see it.</summary>
    public static string Describe(CrewProfile crew, MassUnit unit)
    {
        string?[] parts =
        [
            crew.Mass is { } mass ? $"{NumberText.Plain(mass.In(unit), 0)} {unit.Symbol()}" : null,
            crew.Height is { } height ? $"{NumberText.Plain(height.Millimetres / 10, 0)} cm" : null,
            .. crew.Traits.Select(Traits.WordOf),
            crew.OnWire is { } wire ? $"{wire} on the trapeze" : null,
        ];
        return string.Join(", ", parts.OfType<string>());
    }

    private List<CrewStep> ReadSteps()
    {
        var steps = new List<CrewStep>();
        foreach (var (crew, control, count) in StepRows)
        {
            string Text(Field field) => typed.GetValueOrDefault(field.Name, "").Trim();
            CrewTrait? trait = Traits.TryRead(Text(crew), out var said) ? said : null;
            var subject = Class.Marked.FirstOrDefault(known => known.Name == Text(control));
            if (trait is null && subject is null && Text(count).Length == 0)
            {
                continue;
            }

            if (trait is null || subject is null)
            {
                Form.Refuse(trait is null ? crew.Name : control.Name, "Say who sets which control, and by how many steps.");
                continue;
            }

            var by = Form.Need(count.Name, Text(count), "By how many steps?", Number);
            if (Form.Ok && (Math.Abs(by) > 50 || by != Math.Round(by) || by == 0))
            {
                Form.Refuse(count.Name, "Whole steps, −50 to 50, and not none.");
            }

            steps.Add(new(trait.Value, subject.Key, (int)by));
        }

        return steps;
    }

    private CrewColumns? ReadColumns()
    {
        var (before, now) = (Class.Crew.Columns, Now());
        var light = Form.May(
            "light",
            typed.GetValueOrDefault("light"),
            FormReader.Kept(now["light"], before?.Light ?? default, text => SessionLog.ReadCrewMass(text, units.Mass))
        );
        var heavy = Form.May(
            "heavy",
            typed.GetValueOrDefault("heavy"),
            FormReader.Kept(now["heavy"], before?.Heavy ?? default, text => SessionLog.ReadCrewMass(text, units.Mass))
        );
        if (light is { } one && heavy is { } other)
        {
            if (other.Kilograms <= one.Kilograms)
            {
                Form.Refuse("heavy", "The heavy crew weighs more than the light one.");
            }

            return new(one, other, typed.GetValueOrDefault("bySkill") == Yes);
        }

        if (Form.Ok && (light is not null || heavy is not null))
        {
            Form.Refuse(light is null ? "light" : "heavy", "Columns need both: a light crew and a heavy one. Empty both for none.");
        }

        return null;
    }

    private string NameOf(ControlKey key) => Class.Known.FirstOrDefault(control => control.Key == key)?.Name ?? key.Name;

    private CrewReading ReadOffsets()
    {
        var before = Class.Crew.Offsets.ToLookup(Written);
        var offsets = typed
            .GetValueOrDefault("offsets", "")
            .Split('\n', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)
            .Select(line => before[line].FirstOrDefault() ?? ReadOffset(line))
            .OfType<CrewOffset>()
            .ToList();
        if (offsets.Count == 0)
        {
            Form.Refuse("offsets", "Write a line for each, such as 0–65: downhaul +1.");
        }

        return CrewReading.By(offsets);
    }

    private string Written(CrewOffset offset) =>
        $"{NumberText.Plain(offset.From.In(units.Mass), 1)}–{NumberText.Plain(offset.To.In(units.Mass), 1)}: "
        + $"{Class.Find(offset.Control)?.Name ?? offset.Control.Name} {NumberText.Signed(offset.Steps, 0)}";

    private CrewOffset? ReadOffset(string line)
    {
        var shape = OffsetShape().Match(line);
        var control = shape.Success ? Class.Marked.FirstOrDefault(control => control.IsCalled(shape.Groups["control"].Value)) : null;
        if (!shape.Success || control is null)
        {
            Form.Refuse(
                "offsets",
                shape.Success
                    ? $"“{shape.Groups["control"].Value}” is no control with marks. There "
                        + $"are {string.Join(", ", Class.Marked.Select(known => known.Name))}."
                    : $"“{line}” is not understood. Write it like 0–65: downhaul +1."
            );
            return null;
        }

        double Number(string group) => double.Parse(shape.Groups[group].Value, CultureInfo.InvariantCulture);
        var (from, to) = (Mass.From(Number("from"), units.Mass), Mass.From(Number("to"), units.Mass));
        if (to.Kilograms <= from.Kilograms)
        {
            Form.Refuse("offsets", $"“{line}”: the heavier end comes second.");
        }

        return new(from, to, control.Key, int.Parse(shape.Groups["steps"].Value.Replace('−', '-'), CultureInfo.InvariantCulture));
    }

    [GeneratedRegex(
        @"^(?<from>[0-9]{1,4}(?:\.[0-9])?)\s*(?:–|-|to)\s*(?<to>[0-9]{1,4}(?:\.[0-9])?)\s*(?:kg|lb)?"
            + @"\s*:\s*(?<control>.+?)\s+(?<steps>[+−-]?[0-9]{1,2})$",
        RegexOptions.NonBacktracking
    )]
    private static partial Regex OffsetShape();
}
