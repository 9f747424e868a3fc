namespace Regatta.Core.Rigging;

/// <summary>What is noticed aboard when the rig stands otherwise by some holes.</summary>
/// <param name="Rake">How far the rig leans aft then.</param>
/// <param name="BoomEndLower">How much lower the boom's end stands than before; negative for higher.</param>
/// <param name="SheetShorter">How much shorter the way from boom to block is than before; negative for longer.</param>
/// <param name="Sheet">How long that way is then.</param>
/// <param name="ClewLower">How much lower the headsail's clew stands than before; null without a headsail.</param>
/// <param name="BlockToBlock">Whether the sheet can be hauled block to block then.</param>
public sealed record RakeAt(Angle Rake, Length BoomEndLower, Length SheetShorter, Length Sheet, Length? ClewLower, bool BlockToBlock);

/// <summary>Lengths of a rig whose shrouds set its rake, rigid spars (ours; models M5). A shroud end in a higher hole is a longer shroud,
/// and
/// the mast stands more upright.</summary>
/// <param name="Holes">The control whose holes set it.</param>
/// <param name="UprightHole">The hole at which the mast stands upright.</param>
/// <param name="HolePitch">How far the holes are apart; above zero.</param>
/// <param name="Foot">The mast's foot.</param>
/// <param name="Hounds">How far up the mast shrouds and forestay hold it.</param>
/// <param name="Plate">The shroud's plate in the side view, aft of the foot.</param>
/// <param name="PlateOut">How far the plate stands off the centreline.</param>
/// <param name="BoomEnd">The boom's end, the mast upright.</param>
/// <param name="SheetOnBoom">Where the sheet leaves the boom, the mast upright.</param>
/// <param name="SheetBlock">The block it goes to.</param>
/// <param name="Tackle">The tackle's shortest length, block to block.</param>
/// <param name="Tack">The headsail's tack; null without a headsail.</param>
/// <param name="Clew">Its clew, the mast upright; null without a headsail.</param>
public sealed record RakeGeometry(
    ControlKey Holes,
    double UprightHole,
    Length HolePitch,
    SidePoint Foot,
    Length Hounds,
    SidePoint Plate,
    Length PlateOut,
    SidePoint BoomEnd,
    SidePoint SheetOnBoom,
    SidePoint SheetBlock,
    Length Tackle,
    SidePoint? Tack,
    SidePoint? Clew
)
{
    private const double LeastRake = -10;
    private const double MostRake = 30;

    /// <summary>The shroud's length at a rake: √((F.x − H·sin θ − P.x)² + (F.z + H·cos θ − P.z)² + P.y²).</summary>
    public Length Shroud(Angle rake)
    {
        var hounds = HoundsAt(rake);
        var (x, z) = (hounds.X.Metres - Plate.X.Metres, hounds.Z.Metres - Plate.Z.Metres);
        return Length.FromMetres(Math.Sqrt((x * x) + (z * z) + (PlateOut.Metres * PlateOut.Metres)));
    }

    /// <summary>The rake at a shroud's length; null where no rake between −10 and 30° has it.</summary>
    public Angle? RakeOf(Length shroud)
    {
        var (low, high) = (LeastRake, MostRake);
        if (shroud.Metres > Shroud(Angle.FromDegrees(low)).Metres || shroud.Metres < Shroud(Angle.FromDegrees(high)).Metres)
        {
            return null;
        }

        for (var round = 0; round < 60; round++)
        {
            var middle = (low + high) / 2;
            (low, high) = Shroud(Angle.FromDegrees(middle)).Metres > shroud.Metres ? (middle, high) : (low, middle);
        }

        return Angle.FromDegrees((low + high) / 2);
    }

    /// <summary>The rake in a hole; null where the shroud does not reach.</summary>
    public Angle? RakeIn(double hole) => RakeOf(Length.FromMetres(Shroud(default).Metres + ((hole - UprightHole) * HolePitch.Metres)));

    /// <summary>How much lower the boom's end stands at a rake than upright.</summary>
    public Length BoomEndLower(Angle rake) => Length.FromMetres(BoomEnd.Z.Metres - BoomEnd.Turned(Foot, rake).Z.Metres);

    /// <summary>How long the way from boom to block is at a rake.</summary>
    public Length Sheet(Angle rake)
    {
        var (x, z) = SheetOnBoom.Turned(Foot, rake);
        return Length.FromMetres(Math.Sqrt(Math.Pow(x.Metres - SheetBlock.X.Metres, 2) + Math.Pow(z.Metres - SheetBlock.Z.Metres, 2)));
    }

    /// <summary>How far the forestay, and the headsail on it, turns about the tack at a rake.</summary>
    public Angle? ForestayTurn(Angle rake) => Tack is { } tack ? Angle.FromDegrees(Leaning(tack, rake) - Leaning(tack, default)) : null;

    /// <summary>How much lower the clew stands at a rake than upright; null without a headsail.</summary>
    public Length? ClewLower(Angle rake) =>
        (Tack, Clew, ForestayTurn(rake)) is ({ } tack, { } clew, { } turn)
            ? Length.FromMetres(clew.Z.Metres - clew.Turned(tack, turn).Z.Metres)
            : null;

    /// <summary>Whether the sheet can be hauled block to block: the way is no longer than the tackle's shortest.</summary>
    public bool IsBlockToBlock(Angle rake) => Sheet(rake).Metres <= Tackle.Metres + 1e-9;

    /// <summary>What is noticed in a hole, compared with another; null where the shroud reaches one of them not.</summary>
    public RakeAt? Compare(double hole, double with) =>
        (RakeIn(hole), RakeIn(with)) is ({ } now, { } before)
            ? new(
                now,
                Less(BoomEndLower(now), BoomEndLower(before)),
                Less(Sheet(before), Sheet(now)),
                Sheet(now),
                (ClewLower(now), ClewLower(before)) is ({ } clew, { } was) ? Less(clew, was) : null,
                IsBlockToBlock(now)
            )
            : null;

    /// <summary>What makes it no rig, in a sentence; null where it is one.</summary>
    public string? Problem =>
        !(HolePitch.Millimetres is > 0 and <= 200) ? "Holes stand up to 200 mm apart."
        : !(Hounds.Metres is > 0.2 and <= 30) ? "Shrouds hold the mast 0.2 to 30 m above its foot."
        : !(Plate.X.Metres < Foot.X.Metres)
            ? "The shroud plate stands aft of the mast’s foot: else a shorter shroud would not rake the mast."
        : !(Tackle.Metres >= 0 && PlateOut.Metres >= 0) ? "Tackle and plate have lengths of zero or more."
        : (Tack is null) != (Clew is null) ? "A headsail has a tack and a clew: say both, or neither."
        : RakeIn(UprightHole) is null ? "No rake fits these lengths."
        : null;

    private static Length Less(Length one, Length other) => Length.FromMetres(one.Metres - other.Metres);

    private SidePoint HoundsAt(Angle rake) => new SidePoint(Foot.X, Length.FromMetres(Foot.Z.Metres + Hounds.Metres)).Turned(Foot, rake);

    /// <summary>How far the line from the tack to the hounds leans aft, in degrees from upright.</summary>
    private double Leaning(SidePoint tack, Angle rake)
    {
        var hounds = HoundsAt(rake);
        return Math.Atan2(tack.X.Metres - hounds.X.Metres, hounds.Z.Metres - tack.Z.Metres) * 180 / Math.PI;
    }
}
