using System.Text.Json;
using Regatta.Core;
using Regatta.Core.Fleet;
using Regatta.Core.Logbook;
using Regatta.Core.Rigging;
using Regatta.Core.Sails;
using Regatta.Core.Station;
using Regatta.Core.Units;

namespace Regatta.Formats.Bundles;

/// <summary>Plans, modes, cautions, limits, procedures and lengths of the rig between bundle and core.</summary>
internal static class SailJson
{
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
        new(new(document.Key), document.Name)
        {
            StatedArea = document.Area,
            StatedArm = document.Arm is { } arm ? Length.FromMillimetres(arm) : null,
            MeasuredLimit = document.Limit is { } limit ? Speed.FromMetresPerSecond(limit) : null,
            Sails = [.. (document.Sails ?? []).Select(sail => new SailShape(sail.Name, [.. sail.Outline.Select(ToPoint)]))],
            Marks = [.. (document.Marks ?? []).Select(mark => new PlanMark(mark.What, mark.Says))],
        };

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
                ? new(Word<TriggerWind>(trigger.On), Speed.FromMetresPerSecond(trigger.In), Speed.FromMetresPerSecond(trigger.Back))
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
            WindFrom = document.WindFrom is { } from ? Speed.FromMetresPerSecond(from) : null,
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
            : new(
                document.GustAllowance,
                document.Newcomer,
                document.HeelWarns ?? true,
                document.Signs ?? [],
                document.Squall ?? "",
                document.Lasting ?? ""
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
        new(
            document.Sail,
            Angle.FromDegrees(document.From),
            Angle.FromDegrees(document.To),
            Speed.FromMetresPerSecond(document.Open),
            Speed.FromMetresPerSecond(document.Most),
            Speed.FromMetresPerSecond(document.BoatSpeed)
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
            document.Key,
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
        new(
            new(document.Holes),
            document.UprightHole,
            Length.FromMillimetres(document.HolePitch),
            ToPoint(document.Foot),
            Length.FromMillimetres(document.Hounds),
            ToPoint(document.Plate),
            Length.FromMillimetres(document.PlateOut),
            ToPoint(document.BoomEnd),
            ToPoint(document.SheetOnBoom),
            ToPoint(document.SheetBlock),
            Length.FromMillimetres(document.Tackle),
            document.Tack is { } tack ? ToPoint(tack) : null,
            document.Clew is { } clew ? ToPoint(clew) : null
        );

    private static IReadOnlyList<double> ToDocument(SidePoint point) => [point.X.Millimetres, point.Z.Millimetres];

    private static SidePoint ToPoint(IReadOnlyList<double> numbers) =>
        numbers is [var x, var z]
            ? new(Length.FromMillimetres(x), Length.FromMillimetres(z))
            : throw new JsonException("A point of the side view is two numbers, in mm.");

    private static T Word<T>(string text)
        where T : struct, Enum =>
        Spelling.Read<T>(text) is { Ok: true } read ? read.Value : throw new JsonException(Spelling.Read<T>(text).Problem);
}
