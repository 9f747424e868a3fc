namespace Regatta.Core.Balance;

/// <summary>How rig, board and sails stand, counted from the drawing.</summary>
public sealed record BoatPose
{
    /// <summary>As drawn, every sail trimmed.</summary>
    public static BoatPose AsDrawn { get; } = new();

    /// <summary>How far the rig leans aft of where it is drawn.</summary>
    public Angle Rake { get; init; }

    /// <summary>How far the rig stands forward.</summary>
    public Length RigForward { get; init; }

    /// <summary>How far the sails hang higher.</summary>
    public Length SailsUp { get; init; }

    /// <summary>How far the board swings aft.</summary>
    public Angle BoardAft { get; init; }

    /// <summary>How far the board is up; no sliding board goes down further than it is drawn.</summary>
    public Length BoardUp { get; init; }

    /// <summary>How much further from the tack a lateen's gooseneck stands.</summary>
    public Length Gooseneck { get; init; }

    /// <summary>How much of its force each sail has, in the plan's order: 1 trimmed, 0 let go. Those beyond the list are trimmed.</summary>
    public IReadOnlyList<double> Trims { get; init; } = [];

    /// <summary>How she stands at some marks. A control without a mark, or that moves nothing, stays as drawn.</summary>
    /// <param name="controls">The controls in use.</param>
    /// <param name="rig">The lengths of the rig; null where nobody measured them.</param>
    /// <param name="drawing">The drawing.</param>
    /// <param name="marks">The mark of a control; null for none.</param>
    public static BoatPose Of(IReadOnlyList<Control> controls, RakeGeometry? rig, BoatDrawing drawing, Func<ControlKey, Mark?> marks)
    {
        var pose = AsDrawn;
        foreach (var effect in drawing.Effects)
        {
            // Where the rig's lengths are known, its holes rake it by them, and by nothing else.
            var measured = effect.Move == DrawnMove.Rake && rig?.Holes == effect.Control;
            if (
                !measured
                && controls.FirstOrDefault(control => control.Key == effect.Control) is { } control
                && marks(effect.Control) is { } mark
            )
            {
                pose = pose.Moved(effect.Move, ((mark.Position / control.Scale.PositionsPerUnit) - effect.Zero) * effect.PerUnit);
            }
        }

        return rig is not null && marks(rig.Holes) is { } hole && rig.RakeIn(hole.Position) is { } rake
            ? pose.Moved(DrawnMove.Rake, rake.Degrees)
            : pose;
    }

    /// <summary>The pose with one thing moved further.</summary>
    /// <param name="move">What.</param>
    /// <param name="by">In degrees or metres.</param>
    public BoatPose Moved(DrawnMove move, double by) =>
        move switch
        {
            DrawnMove.Rake => this with { Rake = Angle.FromDegrees(Rake.Degrees + by) },
            DrawnMove.RigForward => this with { RigForward = Length.FromMetres(RigForward.Metres + by) },
            DrawnMove.SailsUp => this with { SailsUp = Length.FromMetres(SailsUp.Metres + by) },
            DrawnMove.BoardAft => this with { BoardAft = Angle.FromDegrees(BoardAft.Degrees + by) },
            DrawnMove.BoardUp => this with { BoardUp = Length.FromMetres(BoardUp.Metres + by) },
            _ => this with { Gooseneck = Length.FromMetres(Gooseneck.Metres + by) },
        };
}
