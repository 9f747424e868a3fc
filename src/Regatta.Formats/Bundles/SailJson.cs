using Regatta.Core;
using Regatta.Core.Fleet;
using Regatta.Core.Logbook;
using Regatta.Core.Rigging;
using Regatta.Core.Sails;
using Regatta.Core.Station;
using Regatta.Core.Units;

namespace Regatta.Formats.Bundles;

/// <summary>Plans, modes, cautions, limits, procedures and lengths of the rig between bundle and core. What can be no such thing throws a
/// <see cref="FormatException"/> with its sentence, which <see cref="Read"/> turns into a problem of the file.</summary>
internal static class SailJson
{
    /// <summary>What a read document comes to, or the sentence on what is wrong with it.</summary>
    public static Parsed<T> Read<T>(Func<T> make)
    {
        try
        {
            return Parsed<T>.Good(make());
        }
        catch (FormatException wrong)
        {
            return Parsed<T>.Bad(wrong.Message);
        }
    }

    /// <summary>The definition with what the document says of cautions, reefing, limits, procedures and the rig.</summary>
    public static ClassDefinition With(ClassDefinition definition, SettingsDocument settings) =>
        definition with
        {
            Cautions = [.. settings.Cautions.Select(FromDocument)],
            Reefing = FromDocument(settings.Reefing),
            SailLimits = [.. (settings.SailLimits ?? []).Select(FromDocument)],
            Procedures = [.. (settings.Procedures ?? []).Select(FromDocument)],
            Rake = settings.Rake is { } rake ? FromDocument(rake) : null,
            Drawing = settings.Drawing is { } drawing ? DrawingJson.FromDocument(drawing) : null,
            Cures = [.. (settings.Cures ?? []).Select(DrawingJson.FromDocument)],
        };

    public static PlanDocument ToDocument(SailPlan plan) =>
        new(
            plan.Key.Name,
            plan.Name,
            plan.StatedArea,
            plan.StatedArm?.Millimetres,
            plan.MeasuredLimit?.MetresPerSecond,
            plan.Sails.Count > 0
                ? [.. plan.Sails.Select(sail => new OutlineDocument(sail.Name, [.. sail.Outline.Select(ToDocument)]))]
                : null,
            plan.Marks.Count > 0 ? [.. plan.Marks.Select(mark => new PlanMarkDocument(mark.What, mark.Says))] : null
        );

    public static SailPlan FromDocument(PlanDocument document) =>
        Sound(
            new SailPlan(new(document.Key), document.Name)
            {
                StatedArea = document.Area,
                StatedArm = document.Arm is { } arm ? Millimetres(arm) : null,
                MeasuredLimit = document.Limit is { } limit ? Wind(limit) : null,
                Sails = [.. (document.Sails ?? []).Select(sail => new SideShape(sail.Name, [.. sail.Outline.Select(ToPoint)]))],
                Marks = [.. (document.Marks ?? []).Select(mark => new PlanMark(mark.What, mark.Says))],
            },
            one => one.Problem
        );

    public static ModeDocument ToDocument(SailingMode mode) =>
        new(
            mode.Key.Name,
            mode.Name,
            mode.Trigger is { } trigger ? new(Spelling.Of(trigger.On), trigger.In.MetresPerSecond, trigger.Back.MetresPerSecond) : null
        );

    public static SailingMode FromDocument(ModeDocument document) =>
        new(new(document.Key), document.Name)
        {
            Trigger = document.Trigger is { } trigger
                ? Sound(new ModeTrigger(Word<TriggerWind>(trigger.On), Wind(trigger.In), Wind(trigger.Back)), one => one.Problem)
                : null,
        };

    public static CautionDocument ToDocument(Caution caution) =>
        new(
            caution.Text,
            caution.Control?.Name,
            caution.Plan?.Name,
            caution.Mode?.Name,
            caution.WindFrom?.MetresPerSecond,
            caution.Water == Water.NotSaid ? null : Spelling.Of(caution.Water),
            caution.Place == Place.NotSaid ? null : Spelling.Of(caution.Place),
            caution.Grave ? true : null,
            caution.Decides is { } decides ? Spelling.Of(decides) : null
        );

    public static Caution FromDocument(CautionDocument document) =>
        new(document.Text)
        {
            Control = document.Control is { } control ? new(control) : null,
            Plan = document.Plan is { } plan ? new(plan) : null,
            Mode = document.Mode is { } mode ? new(mode) : null,
            WindFrom = document.WindFrom is { } from ? Wind(from) : null,
            Water = document.Water is { } water ? Word<Water>(water) : Water.NotSaid,
            Place = document.Place is { } place ? Word<Place>(place) : Place.NotSaid,
            Grave = document.Grave ?? false,
            Decides = document.Decides is { } decides ? Word<Decider>(decides) : null,
        };

    public static ReefingDocument? ToDocument(ReefRules rules) =>
        rules == ReefRules.Usual
            ? null
            : new(
                rules.GustAllowance,
                rules.Newcomer,
                rules.HeelWarns ? null : false,
                rules.Signs.Count > 0 ? rules.Signs : null,
                rules.Squall.Length > 0 ? rules.Squall : null,
                rules.Lasting.Length > 0 ? rules.Lasting : null
            );

    public static ReefRules FromDocument(ReefingDocument? document) =>
        document is null
            ? ReefRules.Usual
            : Sound(
                new ReefRules(
                    document.GustAllowance,
                    document.Newcomer,
                    document.HeelWarns ?? true,
                    document.Signs ?? [],
                    document.Squall ?? "",
                    document.Lasting ?? ""
                ),
                rules => rules.Problem
            );

    public static SailLimitDocument ToDocument(SailLimit limit) =>
        new(
            limit.Sail,
            limit.From.Degrees,
            limit.To.Degrees,
            limit.Open.MetresPerSecond,
            limit.Most.MetresPerSecond,
            limit.BoatSpeed.MetresPerSecond
        );

    public static SailLimit FromDocument(SailLimitDocument document) =>
        Sound(
            new SailLimit(
                document.Sail,
                Degrees(document.From),
                Degrees(document.To),
                Wind(document.Open),
                Wind(document.Most),
                Wind(document.BoatSpeed)
            ),
            one => one.Problem
        );

    public static ProcedureDocument ToDocument(Procedure procedure) =>
        new(
            procedure.Key,
            procedure.Name,
            [
                .. procedure.Steps.Select(step => new ProcedureStepDocument(
                    step.Does,
                    step.Who.Length > 0 ? step.Who : null,
                    step.Gate.Length > 0 ? step.Gate : null
                )),
            ],
            procedure.When.Length > 0 ? procedure.When : null
        );

    public static Procedure FromDocument(ProcedureDocument document) =>
        new(
            ControlJson.KeyShape().IsMatch(document.Key)
                ? document.Key
                : throw new FormatException($"“{PlainText.Shown(document.Key)}” is no key: use lower-case letters, digits and hyphens."),
            document.Name,
            document.When ?? "",
            [.. document.Steps.Select(step => new ProcedureStep(step.Does, step.Who ?? "", step.Gate ?? ""))]
        );

    public static RakeDocument ToDocument(RakeGeometry rake) =>
        new(
            rake.Holes.Name,
            rake.UprightHole,
            rake.HolePitch.Millimetres,
            ToDocument(rake.Foot),
            rake.Hounds.Millimetres,
            ToDocument(rake.Plate),
            rake.PlateOut.Millimetres,
            ToDocument(rake.BoomEnd),
            ToDocument(rake.SheetOnBoom),
            ToDocument(rake.SheetBlock),
            rake.Tackle.Millimetres,
            rake.Tack is { } tack ? ToDocument(tack) : null,
            rake.Clew is { } clew ? ToDocument(clew) : null
        );

    public static RakeGeometry FromDocument(RakeDocument document) =>
        Sound(
            new RakeGeometry(
                new(document.Holes),
                Number(document.UprightHole),
                Millimetres(document.HolePitch),
                ToPoint(document.Foot),
                Millimetres(document.Hounds),
                ToPoint(document.Plate),
                Millimetres(document.PlateOut),
                ToPoint(document.BoomEnd),
                ToPoint(document.SheetOnBoom),
                ToPoint(document.SheetBlock),
                Millimetres(document.Tackle),
                document.Tack is { } tack ? ToPoint(tack) : null,
                document.Clew is { } clew ? ToPoint(clew) : null
            ),
            one => one.Problem
        );

    internal static T Sound<T>(T made, Func<T, string?> problem) => problem(made) is { } why ? throw new FormatException(why) : made;

    internal static Length Millimetres(double number) => Length.FromMillimetres(Number(number));

    private static Speed Wind(double number) =>
        Number(number) >= 0 ? Speed.FromMetresPerSecond(number) : throw new FormatException("A wind or a speed is zero or more.");

    internal static Angle Degrees(double number) => Angle.FromDegrees(Number(number));

    internal static double Number(double number) =>
        Math.Abs(number) < 1e6 ? number : throw new FormatException("A number of sails, limits or the rig is beyond what can be.");

    internal static IReadOnlyList<double> ToDocument(SidePoint point) => [point.X.Millimetres, point.Z.Millimetres];

    internal static SidePoint ToPoint(IReadOnlyList<double> numbers) =>
        numbers is [var x, var z]
            ? new(Millimetres(x), Millimetres(z))
            : throw new FormatException("A point of the side view is two numbers, in mm.");

    internal static T Word<T>(string text)
        where T : struct, Enum =>
        Spelling.Read<T>(text) is { Ok: true } read ? read.Value : throw new FormatException(Spelling.Read<T>(text).Problem);
}
