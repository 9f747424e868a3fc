namespace Regatta.Core.Classes.Members;

/// <summary>The parts of a class in words, where versions are compared.</summary>
internal static class MemberWords
{
    public static string Describe(BalanceCheck balance) =>
        balance.Title.ToLowerInvariant()
        + $" of a {EnumText.Of(balance.Kind)}"
        + (balance.Heel is { } heel ? $", at {NumberText.Plain(heel.Degrees, 0)}° of heel" : "");

    public static string Describe(DepowerFirst first) =>
        first switch
        {
            DepowerFirst.Twist => "easing and twist",
            DepowerFirst.Flatten => "flattening",
            DepowerFirst.Rig => "moving the rig",
            _ => "what costs least",
        };

    public static string Describe(Gear gear) =>
        $"{gear.Name} ({string.Join(", ", gear.Members.Select(member => $"{member.Control} {NumberText.Signed(member.Steps, 0)}"))}"
        + $"{(gear.Loosened ? ", loosened" : "")})";

    public static string Describe(Question question) =>
        $"“{question.Asks}”"
        + (question.Form.Words is { } words ? $" ({string.Join(", ", words.Select(Describe))})" : $" ({question.Form.Hint})")
        + (question.Stage is { } stage ? $", {RigStages.Words(stage)}" : "")
        + (question.Gauge is { } gauge ? $", measured by {Describe(gauge)}" : "");

    public static string Describe(GaugeUse gauge) =>
        (gauge.Known?.Name ?? gauge.Gauge.Name)
        + string.Concat(
            gauge.From.Select(end => $" {(gauge.Known is { } known ? GaugeText.Show(known.Unit, end) : NumberText.Plain(end, 3))}")
        );

    private static string Describe(AnswerWord word)
    {
        string?[] asks = [word.Act, word.Wants is { } effect ? MarkEffects.Words(effect) : null];
        return asks.OfType<string>().ToList() is { Count: > 0 } said ? $"{word.Text}: {string.Join("; ", said)}" : word.Text;
    }

    public static string Belongs(IEnumerable<string> names) => string.Join(", ", names) is { Length: > 0 } all ? all : "all";

    public static string Describe(Control control, PurposeMark mark) =>
        $"{mark.Purpose} {control.Scale.Show(mark.Mark)}"
        + (mark.Until is { } until ? $" below {NumberText.Plain(until.Knots, 1)} kn" : "");

    public static string Describe(OtherDatum? other) =>
        other is null ? "none" : $"{other.Words}, {NumberText.Signed(other.Shift.Millimetres, 1)} mm";

    public static string Describe(Caution caution) =>
        caution.Said
        + (caution.Control is { } control ? $" ({control})" : "")
        + (caution.Plan is { } plan ? $" ({plan})" : "")
        + (caution.Mode is { } mode ? $" ({mode})" : "")
        + (caution.WindFrom is { } from ? $" (from {NumberText.Plain(from.Knots, 1)} kn)" : "")
        + (caution.Water == Water.NotSaid ? "" : $" ({EnumText.Of(caution.Water)})")
        + (caution.Place == Place.NotSaid ? "" : $" ({EnumText.Of(caution.Place)})")
        + (caution.Grave ? " (grave)" : "");

    public static string Describe(SailPlan plan) =>
        plan.Name
        + (plan.MeasuredLimit is { } limit ? $" to {NumberText.Plain(limit.Knots, 1)} kn" : "")
        + (plan.StatedArea is { } area ? $" {NumberText.Plain(area, 2)} m²" : "")
        + (plan.StatedArm is { } arm ? $" arm {Metres(arm)}" : "")
        + string.Concat(plan.Marks.Select(mark => $", {mark.What} {mark.Says}"))
        + string.Concat(
            plan.Sails.Select(sail => $", {sail.Name} of {sail.Outline.Count} corners and {NumberText.Plain(sail.Area, 3)} m²")
        );

    public static string Describe(SailingMode mode) =>
        mode.Name
        + (
            mode.Trigger is { } trigger
                ? $" at {EnumText.Of(trigger.On)} {NumberText.Plain(trigger.In.Knots, 1)}, "
                    + $"back below {NumberText.Plain(trigger.Back.Knots, 1)} kn"
                : ""
        )
        + (mode.Ends is { } ends ? $", ends at {NumberText.Plain(ends.Knots, 1)} kn" : "")
        + (mode.Sail is { } sail ? $", under the {sail}" : "");

    public static string Describe(SailLimit limit) =>
        $"{limit.Sail} {NumberText.Plain(limit.From.Degrees, 0)}–{NumberText.Plain(limit.To.Degrees, 0)}° to "
        + $"{NumberText.Plain(limit.Open.Knots, 1)} and {NumberText.Plain(limit.Most.Knots, 1)} kn, "
        + $"at {NumberText.Plain(limit.BoatSpeed.Knots, 1)} kn";

    public static string Describe(Procedure procedure) =>
        $"{procedure.Name} ({procedure.When} "
        + string.Join("; ", procedure.Steps.Select(step => $"{step.Does} {step.Who} {step.Gate}".Trim()))
        + ")";

    public static string Describe(ReefRules rules) =>
        $"gusts {NumberText.Plain(rules.GustAllowance, 3)}, newcomers {NumberText.Plain(rules.Newcomer, 3)}, "
        + (rules.HeelWarns ? "heel warns" : "heel gives no warning")
        + string.Concat(rules.Signs.Append(rules.Squall).Append(rules.Lasting).Where(text => text.Length > 0).Select(text => $"; {text}"));

    public static string Describe(BoatDrawing? drawing) =>
        drawing is null
            ? "none"
            : $"waterline {Metres(drawing.Waterline)}, "
                + string.Join(
                    "; ",
                    new[] { drawing.Hull, drawing.Board, drawing.Rudder }
                        .OfType<SideShape>()
                        .Select(part => $"{part.Name} {NumberText.Plain(part.Area, 3)} m², {part.Outline.Count} corners")
                )
                + $"; moved by {drawing.Effects.Count} controls"
                + (drawing.IsTypical ? "; typical of the kind" : "");

    public static string Describe(Cure cure) =>
        $"{EnumText.Of(cure.Sign)}: {(cure.Control is { } control ? $"{control} {cure.Steps:+0;−0}" : cure.Act)} ({cure.Why})";

    public static string Describe(RakeGeometry? rake) =>
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

    public static string YesNo(bool yes) => yes ? "yes" : "no";

    public static string Metres(Length height) => $"{NumberText.Plain(height.Metres, 2)} m";

    public static string Degrees(double? perUnit) => perUnit is { } known ? $"{NumberText.Signed(known, 3)}°" : "not used for balance";

    public static string Describe(HelmAim helm) =>
        $"{HelmWords.Describe(helm.Target)} ± {NumberText.Plain(helm.Tolerance.Degrees, 1)}° at "
        + $"{NumberText.Plain(helm.ReferenceWind.Knots, 1)} kn, {NumberText.Signed(helm.PerHeelDegree, 2)}° a degree of heel";

    public static string Describe(ClassDefinition definition, CrewRule? crew) =>
        crew is not { } rule
            ? "all alike"
            : $"effective wind: reference {NumberText.Plain(rule.Reference.Kilograms, 1)} kg, hull {NumberText.Plain(rule.Hull, 1)} "
                + $"kg·m, arm {NumberText.Plain(rule.Arm.Metres, 2)} m, from {definition.Bands.Find(rule.FromBand)?.Name}"
                + (rule.Wire.Metres > 0 ? $", {rule.OnWire} of {rule.People} {NumberText.Plain(rule.Wire.Metres, 2)} m out" : "");

    public static string Describe(CrewStep step) => $"{EnumText.Of(step.Trait)}: {step.Control} {NumberText.Signed(step.Steps, 0)}";

    public static string Describe(CrewColumns? crew) =>
        crew is not { } columns
            ? "no columns"
            : $"columns {NumberText.Plain(columns.Light.Kilograms, 1)} and {NumberText.Plain(columns.Heavy.Kilograms, 1)} kg"
                + (columns.BySkill ? ", by skill" : "");

    public static string Describe(ClassDefinition definition, CrewOffset offset) =>
        $"{NumberText.Plain(offset.From.Kilograms, 1)}–{NumberText.Plain(offset.To.Kilograms, 1)} kg: "
        + $"{definition.Find(offset.Control)?.Name ?? offset.Control.Name} {NumberText.Signed(offset.Steps, 0)}";

    public static string Describe(IReadOnlyList<Coupling> couplings) =>
        string.Join("; ", couplings.Select(coupling => $"{coupling.Control}: {coupling.Why}"));
}
