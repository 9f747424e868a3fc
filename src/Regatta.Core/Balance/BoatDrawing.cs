namespace Regatta.Core.Balance;

/// <summary>How a board gives way.</summary>
public enum BoardKind
{
    /// <summary>It does not, or there is none: a keel, skegs, a radio yacht's fin.</summary>
    Fixed,

    /// <summary>It swings aft about a pin.</summary>
    Pivoting,

    /// <summary>It slides up through its case.</summary>
    Sliding,
}

/// <summary>What a control moves in the side view.</summary>
public enum DrawnMove
{
    /// <summary>The rig leans aft about the mast's foot, in degrees.</summary>
    Rake,

    /// <summary>The rig goes forward, in metres.</summary>
    RigForward,

    /// <summary>The sails go up, in metres.</summary>
    SailsUp,

    /// <summary>The board swings aft, in degrees.</summary>
    BoardAft,

    /// <summary>The board slides up, in metres.</summary>
    BoardUp,

    /// <summary>The gooseneck goes aft along a lateen's boom, in metres: the boom goes forward through it.</summary>
    Gooseneck,
}

/// <summary>What a control does to the drawing.</summary>
/// <param name="Control">Which.</param>
/// <param name="Move">What it moves.</param>
/// <param name="PerUnit">How far, for each unit the control is spoken of in: an inch, a hole, a degree. Not zero.</param>
/// <param name="Zero">The mark at which the boat is drawn, in those units.</param>
public sealed record DrawnEffect(ControlKey Control, DrawnMove Move, double PerUnit, double Zero);

/// <summary>The side view of a class, x forward of the transom and z above the waterline: what balances her sails. The sails are her
/// plans'.</summary>
/// <param name="Waterline">Her length at the waterline; above zero.</param>
/// <param name="MastFoot">What the rig leans about.</param>
/// <param name="Hull">The hull below the water.</param>
/// <param name="Board">Board, keel or skegs below the hull; null for none.</param>
/// <param name="Rudder">The rudder below the water; null for none.</param>
public sealed record BoatDrawing(Length Waterline, SidePoint MastFoot, SideShape Hull, SideShape? Board, SideShape? Rudder)
{
    /// <summary>How much a metre of each part holds her against leeway, hull, board and rudder (ours).</summary>
    public const double HullWeight = 0.35;

    /// <summary>The board's weight; all others are counted against it.</summary>
    public const double BoardWeight = 1;

    /// <summary>The rudder's weight.</summary>
    public const double RudderWeight = 0.5;

    /// <summary>How the board gives way.</summary>
    public BoardKind BoardMoves { get; init; }

    /// <summary>The pin a pivoting board swings about.</summary>
    public SidePoint BoardPin { get; init; }

    /// <summary>A lateen's spars; null for another rig.</summary>
    public LateenSpars? Lateen { get; init; }

    /// <summary>The wind aboard, close-hauled in her usual wind; null for a dinghy's.</summary>
    public Speed? WindAboard { get; init; }

    /// <summary>How fast she goes then; null for a dinghy's.</summary>
    public Speed? BoatSpeed { get; init; }

    /// <summary>What her controls move.</summary>
    public IReadOnlyList<DrawnEffect> Effects { get; init; } = [];

    /// <summary>Whether it is typical of the kind of boat, until somebody measures theirs.</summary>
    public bool IsTypical { get; init; }

    /// <summary>What makes it no drawing, in a sentence; null where it is one.</summary>
    public string? Problem =>
        !(Waterline.Metres is > 0 and <= SideShape.FurthestMetres) ? $"A waterline is up to {SideShape.FurthestMetres:0} m long."
        : new[] { Hull, Board, Rudder }.OfType<SideShape>().Select(part => part.Problem).FirstOrDefault(problem => problem is not null)
            is { } wrong
            ? wrong
        : Board is null && Rudder is null ? "Without board, keel or rudder nothing holds her against leeway."
        : Board is null && BoardMoves != BoardKind.Fixed ? "A board that moves needs its outline."
        : Effects.Any(effect => !(Math.Abs(effect.PerUnit) is > 0 and <= 90 && Math.Abs(effect.Zero) <= 100_000))
            ? "What a control moves is a number that is not zero, up to 90 for each unit."
        : WindAboard is { Knots: not (> 0 and <= 60) } || BoatSpeed is { Knots: not (> 0.2 and <= 40) }
            ? "Upwind the wind aboard is up to 60 kn, and she goes 0.2 to 40 kn."
        : Lateen?.Problem;

    /// <summary>What looks wrong without being so, a sentence each.</summary>
    public IEnumerable<string> Remarks(IReadOnlyList<Control> inUse)
    {
        // An older version may hold what no rule of today lets in.
        if (Problem is not null)
        {
            yield break;
        }

        var (low, high) = (Hull.Outline.Min(point => point.X.Metres), Hull.Outline.Max(point => point.X.Metres));
        if (Board is { } board && (board.Outline.Max(point => point.X.Metres) > high || board.Outline.Min(point => point.X.Metres) < low))
        {
            yield return "The board reaches beyond the hull.";
        }

        foreach (var effect in Effects.Where(effect => inUse.All(control => control.Key != effect.Control)))
        {
            yield return $"“{effect.Control}” moves something in the drawing, and no control in use is called so.";
        }
    }

    /// <summary>The same drawing in every part.</summary>
    public bool Equals(BoatDrawing? other) =>
        other is not null
        && (Waterline, MastFoot, Hull, Board, Rudder, BoardMoves, BoardPin, Lateen)
            == (other.Waterline, other.MastFoot, other.Hull, other.Board, other.Rudder, other.BoardMoves, other.BoardPin, other.Lateen)
        && (WindAboard, BoatSpeed, IsTypical) == (other.WindAboard, other.BoatSpeed, other.IsTypical)
        && Effects.SequenceEqual(other.Effects);

    /// <inheritdoc/>
    public override int GetHashCode() => HashCode.Combine(Waterline, MastFoot, Effects.Count);
}
