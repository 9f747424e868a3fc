using Regatta.Core.Fleet;
using Regatta.Core.Marks;
using Regatta.Core.Sails;
using Regatta.Core.Units;

namespace Regatta.Core.Balance;

/// <summary>How much one thing turns the helm by the drawing, in degrees of rudder.</summary>
/// <param name="Name">What is done, such as "one hole of Shroud hole".</param>
/// <param name="Control">The control; null for heel and trim.</param>
/// <param name="Degrees">+ more weather helm.</param>
/// <param name="Deviation">Its standard deviation: the drawing knows directions better than sizes.</param>
public sealed record HelmStep(string Name, Control? Control, double Degrees, double Deviation);

/// <summary>The common currency of balance: what a step of each control, some heel and an eased sail are worth in degrees of rudder, by
/// finite step through the geometry. Source: models M5.</summary>
/// <param name="drawing">The boat.</param>
/// <param name="sails">What she carries.</param>
/// <param name="definition">The class.</param>
/// <param name="marks">Where her controls stand.</param>
public sealed class HelmSteps(
    ClassDefinition definition,
    BoatDrawing drawing,
    IReadOnlyList<SideShape> sails,
    Func<ControlKey, Mark?> marks
)
{
    private const double HeelStep = 5;

    /// <summary>What is left of a sail's pull when it is eased "a little" (ours).</summary>
    private const double Eased = 0.8;

    /// <summary>How she stands.</summary>
    public BoatPose Pose { get; } = BoatPose.Of(definition, drawing, marks);

    /// <summary>κ in degrees for each metre of arm; null where she has no rudder behind her, or nothing draws.</summary>
    public double? RudderPerMetre =>
        drawing.Rudder is { Area: > 0 } rudder
        && BoatBalance.Of(drawing, sails, Pose) is { } balance
        && balance.Resistance.X.Metres - rudder.Centroid.X.Metres is > 0.05 and var behind
            ? HelmArm.RudderPerMetre(balance.Area, rudder.Area, Length.FromMetres(behind))
            : null;

    /// <summary>How many degrees more of weather helm a pose and a heel give than how she stands, upright; null where the drawing cannot
    /// tell.</summary>
    public double? Turned(BoatPose pose, Angle heel) =>
        RudderPerMetre is { } perMetre
        && BoatBalance.Of(drawing, sails, Pose) is { } before
        && BoatBalance.Of(drawing, sails, pose) is { } after
            ? perMetre * (HelmArm.Of(after, heel, HelmArm.CloseHauled).Metres - HelmArm.Of(before, default, HelmArm.CloseHauled).Metres)
            : null;

    /// <summary>How many degrees some positions of a control are worth; null where it moves nothing that is drawn.</summary>
    public double? Worth(Control control, double positions)
    {
        if (!Moves(control))
        {
            return null;
        }

        var at = marks(control.Key) ?? new Mark((control.Scale.Min.Position + control.Scale.Max.Position) / 2);
        var (from, to) = (PoseAt(at), PoseAt(new(at.Position + positions)));
        return (Turned(to, default), Turned(from, default)) is ({ } after, { } before) ? after - before : null;

        BoatPose PoseAt(Mark mark) => BoatPose.Of(definition, drawing, key => key == control.Key ? mark : marks(key));
    }

    /// <summary>Whether a control moves something that is drawn.</summary>
    public bool Moves(Control control) =>
        drawing.Effects.Any(effect => effect.Control == control.Key) || definition.Rake?.Holes == control.Key;

    /// <summary>Everything that turns the helm, what turns it most first.</summary>
    public IReadOnlyList<HelmStep> All()
    {
        var steps = new List<(string Name, Control? Control, double? Degrees)>
        {
            ($"{HeelStep:0}° of heel to leeward", null, Turned(Pose, Angle.FromDegrees(HeelStep))),
        };
        steps.AddRange(
            sails.Select(
                (sail, at) =>
                    (
                        $"{sail.Name} eased a little",
                        (Control?)null,
                        Turned(Pose with { Trims = [.. sails.Select((_, other) => other == at ? Eased : 1)] }, default)
                    )
            )
        );
        steps.AddRange(
            definition
                .Marked.Where(Moves)
                .Select(control =>
                    (
                        $"{control.Name} {control.Scale.ShowChange(control.Scale.Step)}",
                        (Control?)control,
                        Worth(control, control.Scale.Step)
                    )
                )
        );
        return
        [
            .. steps
                .Where(step => step.Degrees is not null)
                .Select(step => new HelmStep(
                    step.Name,
                    step.Control,
                    step.Degrees!.Value,
                    Math.Abs(step.Degrees.Value) * HelmArm.RelativeDeviation
                ))
                .OrderByDescending(step => Math.Abs(step.Degrees)),
        ];
    }
}
