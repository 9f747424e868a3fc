namespace Regatta.Core.Advice;

/// <summary>How much one thing turns the helm by the drawing, in degrees of rudder.</summary>
/// <param name="Name">What is done, such as "one hole of Shroud hole".</param>
/// <param name="Control">The control; null for heel and trim.</param>
/// <param name="Degrees">+ more weather helm.</param>
/// <param name="Deviation">Its standard deviation: the drawing knows directions better than sizes.</param>
public sealed record HelmStep(string Name, Control? Control, double Degrees, double Deviation)
{
    /// <summary>The same for one of the units the control is spoken of in; null for heel and trim.</summary>
    public double? PerUnit => Degrees * Control?.Scale.PositionsPerUnit / Control?.Scale.Step;
}

/// <summary>The common currency of balance: what a step of each control, some heel and an eased sail are worth in degrees of rudder, by
/// finite step through the geometry. Source: models M5.</summary>
public sealed class HelmSteps
{
    private readonly ClassDefinition definition;
    private readonly BoatDrawing drawing;
    private readonly Func<ControlKey, Mark?> marks;

    private HelmSteps(ClassDefinition definition, BoatDrawing drawing, IReadOnlyList<SideShape> sails, Func<ControlKey, Mark?> marks)
    {
        (this.definition, this.drawing, this.marks) = (definition, drawing, marks);
        // A lateen without an outline hangs by her spars.
        Sails = sails.Count > 0 || drawing.Lateen is null ? sails : [drawing.Lateen.Sail(drawing.Lateen.Gooseneck, drawing.MastFoot.X)];
        Pose = BoatPose.Of(definition.Controls, definition.Rake, drawing, marks);
    }

    /// <summary>The steps of a class with some sails; null where nobody drew her, or an old version's drawing is none any more.</summary>
    /// <param name="definition">The class.</param>
    /// <param name="plan">What she carries; one she does not have is without sails.</param>
    /// <param name="marks">Where her controls stand.</param>
    public static HelmSteps? Of(ClassDefinition definition, PlanKey plan, Func<ControlKey, Mark?> marks) =>
        definition.Drawing is { Problem: null } drawing
            ? new(definition, drawing, definition.PlanModes.Find(plan)?.Sails ?? [], marks)
            : null;

    /// <summary>The heel a step is compared with, in degrees.</summary>
    public const double HeelStep = 5;

    /// <summary>What turns her by less is nothing (ours).</summary>
    private const double LeastShown = 0.005;

    /// <summary>What is left of a sail's pull when it is eased "a little" (ours).</summary>
    private const double Eased = 0.8;

    /// <summary>How she stands.</summary>
    public BoatPose Pose { get; }

    /// <summary>What she carries.</summary>
    public IReadOnlyList<SideShape> Sails { get; }

    /// <summary>The boat.</summary>
    public BoatDrawing Drawing => drawing;

    /// <summary>How she stands, balanced, in a pose; null where no sail draws.</summary>
    public BoatBalance? Balance(BoatPose pose) => BoatBalance.Of(drawing, Sails, pose);

    /// <summary>κ in degrees for each metre of arm; null where she has no rudder behind her, or nothing draws.</summary>
    public double? RudderPerMetre =>
        drawing.Rudder is { Area: > 0 } rudder
        && Balance(Pose) is { } balance
        && balance.Resistance.X.Metres - rudder.Centroid.X.Metres is > 0.05 and var behind
            ? HelmArm.RudderPerMetre(balance.Area, rudder.Area, Length.FromMetres(behind), drawing.WindAboard, drawing.BoatSpeed)
            : null;

    /// <summary>How many degrees more of weather helm a pose and a heel give than how she stands, upright; null where the drawing cannot
    /// tell.</summary>
    public double? Turned(BoatPose pose, Angle heel) =>
        RudderPerMetre is { } perMetre && Balance(Pose) is { } before && Balance(pose) is { } after
            ? perMetre * (HelmArm.Of(after, heel, HelmArm.CloseHauled).Metres - HelmArm.Of(before, default, HelmArm.CloseHauled).Metres)
            : null;

    /// <summary>How she stands with some things shifted, and at which heel.</summary>
    public (BoatPose Pose, Angle Heel) Shifted(IReadOnlyList<Shift> shifts)
    {
        var pose = BoatPose.Of(definition.Controls, definition.Rake, drawing, MarkOf);
        return (
            pose with
            {
                Trims = [.. Sails.Select((_, at) => Math.Clamp(1 + shifts.Where(shift => shift.Sail == at).Sum(shift => shift.By), 0, 1))],
            },
            Angle.FromDegrees(shifts.Where(shift => shift.Control is null && shift.Sail is null).Sum(shift => shift.By))
        );

        // Where nobody set a mark down, she stands as she is drawn. No control goes beyond its ends.
        Mark? MarkOf(ControlKey key)
        {
            var moved = shifts.Where(shift => shift.Control?.Key == key).ToList();
            if (moved.Count == 0 || definition.Find(key) is not { } control)
            {
                return marks(key);
            }

            var from = (marks(key) ?? Drawn(control)).Position;
            return new(
                Math.Clamp(
                    from + moved.Sum(shift => shift.By * control.Scale.Step),
                    Math.Min(from, control.Scale.Min.Position),
                    Math.Max(from, control.Scale.Max.Position)
                )
            );
        }
    }

    /// <summary>How many degrees more of weather helm some shifts give; null where the drawing cannot tell.</summary>
    public double? TurnedBy(IReadOnlyList<Shift> shifts)
    {
        var (pose, heel) = Shifted(shifts);
        return Turned(pose, heel);
    }

    /// <summary>How many degrees some positions of a control are worth; null where it moves nothing that is drawn.</summary>
    public double? Worth(Control control, double positions)
    {
        if (!Moves(control))
        {
            return null;
        }

        var at = At(control);
        var (from, to) = (PoseAt(at), PoseAt(new(at.Position + positions)));
        return (Turned(to, default), Turned(from, default)) is ({ } after, { } before) ? after - before : null;

        BoatPose PoseAt(Mark mark) =>
            BoatPose.Of(definition.Controls, definition.Rake, drawing, key => key == control.Key ? mark : marks(key));
    }

    /// <summary>What some heel is worth in whole steps of a control, in positions, at least one; null where either turns nothing.</summary>
    public double? HeelIn(Control control) =>
        Heeled is { } heel && Worth(control, control.Scale.Step) is { } step && Math.Abs(step) >= LeastShown
            ? control.Scale.Step * Math.Max(1, Math.Round(Math.Abs(heel / step)))
            : null;

    private double? Heeled => Turned(Pose, Angle.FromDegrees(HeelStep));

    /// <summary>Whether a control moves something that is drawn.</summary>
    public bool Moves(Control control) =>
        drawing.Effects.Any(effect => effect.Control == control.Key) || definition.Rake?.Holes == control.Key;

    /// <summary>Where a control stands: at its mark, or as she is drawn.</summary>
    public Mark At(Control control) => marks(control.Key) ?? Drawn(control);

    /// <summary>The mark at which she is drawn.</summary>
    private Mark Drawn(Control control) =>
        drawing.Effects.FirstOrDefault(effect => effect.Control == control.Key) is { } effect
            ? new(effect.Zero * control.Scale.PositionsPerUnit)
            : new(definition.Rake?.UprightHole ?? control.Scale.Min.Position);

    /// <summary>Everything that turns the helm, what turns it most first.</summary>
    public IReadOnlyList<HelmStep> All()
    {
        var steps = new List<(string Name, Control? Control, double? Degrees)> { ($"{HeelStep:0}° of heel to leeward", null, Heeled) };
        steps.AddRange(
            Sails.Select(
                (sail, at) =>
                    (
                        $"{sail.Name} eased a little",
                        (Control?)null,
                        Turned(Pose with { Trims = [.. Sails.Select((_, other) => other == at ? Eased : 1)] }, default)
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
                .Where(step => step.Degrees is { } degrees && Math.Abs(degrees) >= LeastShown)
                .Select(step => new HelmStep(step.Name, step.Control, step.Degrees!.Value, HelmArm.Deviation(step.Degrees.Value, 1)))
                .OrderByDescending(step => Math.Abs(step.Degrees)),
        ];
    }
}
