using Regatta.Core.Balance;
using Regatta.Core.Checks;
using Regatta.Core.Crew;
using Regatta.Core.Diagnosis;
using Regatta.Core.Fleet;
using Regatta.Core.Questions;
using Regatta.Core.Rigging;
using Regatta.Core.Sails;
using Regatta.Core.Units;

namespace Regatta.Core.Matrices;

/// <summary>Compares what two definitions of a class say beside bands, plans, modes and the list of controls, which
/// <see cref="MatrixDiff"/> compares. Values are compared, never what is shown.</summary>
public static class DefinitionDiff
{
    /// <summary>What changed, in the order of the class's pages.</summary>
    public static IEnumerable<MatrixChange> Between(ClassDefinition before, ClassDefinition after) =>
        from change in (IEnumerable<(string Member, bool Same, string Before, string After)>)
            [
                ("Name", before.Name == after.Name, before.Name, after.Name),
                ("About", before.About == after.About, before.About, after.About),
                ("Helm aimed at", before.Helm == after.Helm, Describe(before.Helm), Describe(after.Helm)),
                ("Height of the wind", before.WindHeight == after.WindHeight, Metres(before.WindHeight), Metres(after.WindHeight)),
                ("Crews", before.Crew.Equals(after.Crew), Describe(before), Describe(after)),
                ("Balance check", before.Balance == after.Balance, Describe(before.Balance), Describe(after.Balance)),
                Listed("Purposes", [.. before.Purposes.Select(one => one.Name)], [.. after.Purposes.Select(one => one.Name)]),
                Listed("Gears", [.. before.Gears.Select(Describe)], [.. after.Gears.Select(Describe)]),
                (
                    "Questions",
                    before.Questions.SequenceEqual(after.Questions),
                    string.Join(" ", before.Questions.Except(after.Questions).Select(Describe)),
                    string.Join(" ", after.Questions.Except(before.Questions).Select(Describe))
                ),
                Listed("Checks", before.Checks, after.Checks),
                Parts("Cautions", before.Cautions, after.Cautions, Describe),
                Parts("Sails", Carried(before), Carried(after), Describe),
                Parts("Mode triggers", Triggered(before), Triggered(after), Describe),
                Parts("Sail limits", before.SailLimits, after.SailLimits, Describe),
                Parts("Procedures", before.Procedures, after.Procedures, Describe),
                ("Reefing", before.Reefing == after.Reefing, Describe(before.Reefing), Describe(after.Reefing)),
                ("Lengths of the rig", before.Rake == after.Rake, Describe(before.Rake), Describe(after.Rake)),
                ("Drawing", Equals(before.Drawing, after.Drawing), Describe(before.Drawing), Describe(after.Drawing)),
                Parts("Cures", before.Cures, after.Cures, Describe),
                Order(before, after),
            ]
        where !change.Same
        select new MatrixChange(ChangeKind.Definition, null, null, change.Before, change.After) { Member = change.Member };

    /// <summary>What changed in a control that both have.</summary>
    internal static IEnumerable<(string Member, string Before, string After)> Members(Control before, Control after) =>
        from change in (IEnumerable<(string Member, bool Same, string Before, string After)>)
            [
                ("name", before.Name == after.Name, before.Name, after.Name),
                ("scale", before.Scale == after.Scale, before.Scale.Hint, after.Scale.Hint),
                ("datum", before.Datum == after.Datum, before.Datum, after.Datum),
                ("reading point", before.ReadingPoint == after.ReadingPoint, before.ReadingPoint, after.ReadingPoint),
                ("what more of it does", before.MoreDoes == after.MoreDoes, before.MoreDoes, after.MoreDoes),
                ("when it is changed", before.When == after.When, Spelling.Of(before.When), Spelling.Of(after.When)),
                (
                    "as wind builds",
                    before.AsWindBuilds == after.AsWindBuilds,
                    Spelling.Of(before.AsWindBuilds),
                    Spelling.Of(after.AsWindBuilds)
                ),
                ("helm per unit", before.HelmPerUnit == after.HelmPerUnit, Degrees(before.HelmPerUnit), Degrees(after.HelmPerUnit)),
                (
                    "synonyms",
                    before.Synonyms.SequenceEqual(after.Synonyms),
                    string.Join(", ", before.Synonyms),
                    string.Join(", ", after.Synonyms)
                ),
                (
                    "where it belongs",
                    before.Plans.SequenceEqual(after.Plans) && before.Modes.SequenceEqual(after.Modes),
                    Belongs(before),
                    Belongs(after)
                ),
                (
                    "marks by purpose",
                    before.ByPurpose.SequenceEqual(after.ByPurpose),
                    string.Join(", ", before.ByPurpose.Select(mark => Describe(before, mark))),
                    string.Join(", ", after.ByPurpose.Select(mark => Describe(after, mark)))
                ),
                ("who sets it", before.Who == after.Who, before.Who, after.Who),
                ("set on both sides", before.BothSides == after.BothSides, Said(before.BothSides), Said(after.BothSides)),
                ("other datum", before.OtherDatum == after.OtherDatum, Describe(before.OtherDatum), Describe(after.OtherDatum)),
                ("what it disturbs", before.Disturbs.SequenceEqual(after.Disturbs), Describe(before.Disturbs), Describe(after.Disturbs)),
            ]
        where !change.Same
        select (change.Member, change.Before, change.After);

    private static (string, bool, string, string) Listed(string member, IReadOnlyList<string> before, IReadOnlyList<string> after) =>
        (member, before.SequenceEqual(after), string.Join(" ", before.Except(after)), string.Join(" ", after.Except(before)));

    private static (string, bool, string, string) Parts<T>(
        string member,
        IReadOnlyList<T> before,
        IReadOnlyList<T> after,
        Func<T, string> describe
    ) =>
        (
            member,
            before.SequenceEqual(after),
            string.Join(" ", before.Except(after).Select(describe)),
            string.Join(" ", after.Except(before).Select(describe))
        );

    /// <summary>Plans that say more than their name, which is compared elsewhere.</summary>
    private static IReadOnlyList<SailPlan> Carried(ClassDefinition definition) =>
        [.. definition.Layers.Plans.Where(plan => plan != new SailPlan(plan.Key, plan.Name))];

    private static IReadOnlyList<SailingMode> Triggered(ClassDefinition definition) =>
        [.. definition.Layers.Modes.Where(mode => mode.Trigger is not null)];

    /// <summary>The order of set-up, of the controls both have.</summary>
    private static (string, bool, string, string) Order(ClassDefinition before, ClassDefinition after)
    {
        var (was, now) = (Shared(before, after), Shared(after, before));
        return ("Order of set-up", was.SequenceEqual(now), string.Join(", ", was), string.Join(", ", now));

        static List<string> Shared(ClassDefinition one, ClassDefinition other) =>
            [.. one.Controls.Where(control => other.Find(control.Key) is not null).Select(control => control.Name)];
    }

    private static string Describe(BalanceCheck balance) =>
        balance.Title.ToLowerInvariant()
        + $" of a {Spelling.Of(balance.Kind)}"
        + (balance.Heel is { } heel ? $", at {NumberText.Plain(heel.Degrees, 0)}° of heel" : "");

    private static string Describe(Gear gear) =>
        $"{gear.Name} ({string.Join(", ", gear.Members.Select(member => $"{member.Control} {NumberText.Signed(member.Steps, 0)}"))}"
        + $"{(gear.Loosened ? ", loosened" : "")})";

    private static string Describe(Question question) =>
        $"“{question.Asks}”"
        + (question.Form.Words is { } words ? $" ({string.Join(", ", words.Select(word => word.Text))})" : $" ({question.Form.Hint})");

    private static string Belongs(Control control) =>
        string.Join(", ", control.Plans.Select(plan => plan.Name).Concat(control.Modes.Select(mode => mode.Name))) is { Length: > 0 } names
            ? names
            : "everywhere";

    private static string Describe(Control control, PurposeMark mark) => $"{mark.Purpose} {control.Scale.Show(mark.Mark)}";

    private static string Describe(OtherDatum? other) =>
        other is null ? "none" : $"{other.Words}, {NumberText.Signed(other.Shift.Millimetres, 1)} mm";

    private static string Describe(Caution caution) =>
        caution.Said
        + (caution.Control is { } control ? $" ({control})" : "")
        + (caution.Plan is { } plan ? $" ({plan})" : "")
        + (caution.Mode is { } mode ? $" ({mode})" : "")
        + (caution.WindFrom is { } from ? $" (from {NumberText.Plain(from.Knots, 1)} kn)" : "")
        + (caution.Water == Logbook.Water.NotSaid ? "" : $" ({Spelling.Of(caution.Water)})")
        + (caution.Place == Logbook.Place.NotSaid ? "" : $" ({Spelling.Of(caution.Place)})")
        + (caution.Grave ? " (grave)" : "");

    private static string Describe(SailPlan plan) =>
        plan.Name
        + (plan.MeasuredLimit is { } limit ? $" to {NumberText.Plain(limit.Knots, 1)} kn" : "")
        + (plan.StatedArea is { } area ? $" {NumberText.Plain(area, 2)} m²" : "")
        + (plan.StatedArm is { } arm ? $" arm {Metres(arm)}" : "")
        + string.Concat(plan.Marks.Select(mark => $", {mark.What} {mark.Says}"))
        + string.Concat(
            plan.Sails.Select(sail => $", {sail.Name} of {sail.Outline.Count} corners and {NumberText.Plain(sail.Area, 3)} m²")
        );

    private static string Describe(SailingMode mode) =>
        mode.Trigger is { } trigger
            ? $"{mode.Name} at {Spelling.Of(trigger.On)} {NumberText.Plain(trigger.In.Knots, 1)}, "
                + $"back below {NumberText.Plain(trigger.Back.Knots, 1)} kn"
            : mode.Name;

    private static string Describe(SailLimit limit) =>
        $"{limit.Sail} {NumberText.Plain(limit.From.Degrees, 0)}–{NumberText.Plain(limit.To.Degrees, 0)}° to "
        + $"{NumberText.Plain(limit.Open.Knots, 1)} and {NumberText.Plain(limit.Most.Knots, 1)} kn, "
        + $"at {NumberText.Plain(limit.BoatSpeed.Knots, 1)} kn";

    private static string Describe(Procedure procedure) =>
        $"{procedure.Name} ({procedure.When} "
        + string.Join("; ", procedure.Steps.Select(step => $"{step.Does} {step.Who} {step.Gate}".Trim()))
        + ")";

    private static string Describe(ReefRules rules) =>
        $"gusts {NumberText.Plain(rules.GustAllowance, 3)}, newcomers {NumberText.Plain(rules.Newcomer, 3)}, "
        + (rules.HeelWarns ? "heel warns" : "heel gives no warning")
        + string.Concat(rules.Signs.Append(rules.Squall).Append(rules.Lasting).Where(text => text.Length > 0).Select(text => $"; {text}"));

    private static string Describe(BoatDrawing? drawing) =>
        drawing is null
            ? "none"
            : $"waterline {Metres(drawing.Waterline)}, "
                + string.Join(
                    "; ",
                    new[] { drawing.Hull, drawing.Board, drawing.Rudder }
                        .OfType<SideShape>()
                        .Select(part => $"{part.Name} {NumberText.Plain(part.Area, 3)} m², {part.Outline.Count} corners")
                )
                + $"; moved by {drawing.Effects.Count} controls";

    private static string Describe(Cure cure) =>
        $"{Spelling.Of(cure.Sign)}: {(cure.Control is { } control ? $"{control} {cure.Steps:+0;−0}" : cure.Act)} ({cure.Why})";

    private static string Describe(RakeGeometry? rake) =>
        rake is null
            ? "none"
            : $"{rake.Holes}, {NumberText.Plain(rake.HolePitch.Millimetres, 1)} mm apart, "
                + $"upright in {NumberText.Plain(rake.UprightHole, 1)}, "
                + $"hounds {Metres(rake.Hounds)}, "
                + string.Join(
                    " ",
                    new SidePoint?[]
                    {
                        rake.Foot,
                        rake.Plate,
                        rake.BoomEnd,
                        rake.SheetOnBoom,
                        rake.SheetBlock,
                        rake.Tack,
                        rake.Clew,
                    }.Select(point => point is { } at ? $"({Metres(at.X)}, {Metres(at.Z)})" : "none")
                )
                + $", plate {Metres(rake.PlateOut)} out, tackle {Metres(rake.Tackle)}";

    private static string Said(bool yes) => yes ? "yes" : "no";

    private static string Metres(Length height) => $"{NumberText.Plain(height.Metres, 2)} m";

    private static string Degrees(double? perUnit) => perUnit is { } known ? $"{NumberText.Signed(known, 3)}°" : "not used for balance";

    private static string Describe(HelmAim helm) =>
        $"{HelmWords.Describe(helm.Target)} ± {NumberText.Plain(helm.Tolerance.Degrees, 1)}° at "
        + $"{NumberText.Plain(helm.ReferenceWind.Knots, 1)} kn, {NumberText.Signed(helm.PerHeelDegree, 2)}° a degree of heel";

    private static string Describe(ClassDefinition definition)
    {
        var crew = definition.Crew;
        IEnumerable<string> parts =
        [
            crew.Rule is { } rule
                ? $"effective wind: reference {NumberText.Plain(rule.Reference.Kilograms, 1)} kg, hull {NumberText.Plain(rule.Hull, 1)} "
                    + $"kg·m, arm {NumberText.Plain(rule.Arm.Metres, 2)} m, from {definition.Bands.Find(rule.FromBand)?.Name}"
                    + (rule.Wire.Metres > 0 ? $", {rule.OnWire} of {rule.People} {NumberText.Plain(rule.Wire.Metres, 2)} m out" : "")
                : "",
            .. crew.Offsets.Select(offset => Describe(definition, offset)),
            .. crew.Steps.Select(step => $"{Spelling.Of(step.Trait)}: {step.Control} {NumberText.Signed(step.Steps, 0)}"),
            crew.Columns is { } columns
                ? $"columns {NumberText.Plain(columns.Light.Kilograms, 1)} and {NumberText.Plain(columns.Heavy.Kilograms, 1)} kg"
                    + (columns.BySkill ? ", by skill" : "")
                : "",
        ];
        return string.Join("; ", parts.Where(part => part.Length > 0)) is { Length: > 0 } all ? all : "all alike";
    }

    private static string Describe(ClassDefinition definition, CrewOffset offset) =>
        $"{NumberText.Plain(offset.From.Kilograms, 1)}–{NumberText.Plain(offset.To.Kilograms, 1)} kg: "
        + $"{definition.Find(offset.Control)?.Name ?? offset.Control.Name} {NumberText.Signed(offset.Steps, 0)}";

    private static string Describe(IReadOnlyList<Coupling> couplings) =>
        string.Join("; ", couplings.Select(coupling => $"{coupling.Control}: {coupling.Why}"));
}
