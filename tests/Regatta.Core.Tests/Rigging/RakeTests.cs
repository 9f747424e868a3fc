using CsCheck;

namespace Regatta.Core.Tests.Rigging;

/// <summary>Rake by shroud (models M5, computed independently), and its laws.</summary>
public sealed class RakeTests
{
    private static readonly RakeGeometry Rig = new(
        new("rake"),
        7,
        Length.FromMillimetres(20),
        At(2.45, 0.40),
        Length.FromMetres(5),
        At(1.90, 0.35),
        Length.FromMetres(1.2),
        At(0, 1),
        At(0.30, 1.02),
        At(0.30, 0.25),
        Length.FromMetres(0.65),
        At(3.85, 0.60),
        At(2.55, 0.75)
    );

    [Theory]
    [InlineData(0, 5.219674)]
    [InlineData(1, 5.210464)]
    [InlineData(2, 5.201226)]
    public void A_rake_has_its_shroud(double rake, double metres)
    {
        Assert.Equal(metres, Rig.Shroud(Angle.FromDegrees(rake)).Metres, 6);
        Assert.Equal(rake, Rig.RakeOf(Rig.Shroud(Angle.FromDegrees(rake)))!.Value.Degrees, 9);
    }

    [Theory]
    [InlineData(20, 3.1614)]
    [InlineData(40, 5.3117)]
    [InlineData(60, 7.4538)]
    public void A_shorter_shroud_rakes_further(double shorter, double rake)
    {
        var from = Rig.Shroud(Angle.FromDegrees(1)).Millimetres;
        Assert.Equal(rake, Rig.RakeOf(Length.FromMillimetres(from - shorter))!.Value.Degrees, 4);
    }

    [Theory]
    [InlineData(0, 0.7700)]
    [InlineData(1, 0.7325)]
    [InlineData(2, 0.6949)]
    [InlineData(4, 0.6197)]
    public void The_sheet_gets_shorter(double rake, double metres) => Assert.Equal(metres, Rig.Sheet(Angle.FromDegrees(rake)).Metres, 4);

    [Fact]
    public void Boom_and_clew_come_down()
    {
        Assert.Equal(85.9, Rig.BoomEndLower(Angle.FromDegrees(2)).Millimetres, 1);
        Assert.Equal(0.9578, Rig.ForestayTurn(Angle.FromDegrees(1))!.Value.Degrees, 4);
        Assert.Equal(21.75, Rig.ClewLower(Angle.FromDegrees(1))!.Value.Millimetres, 2);
        Assert.Equal(1.9111, Rig.ForestayTurn(Angle.FromDegrees(2))!.Value.Degrees, 4);
        Assert.Equal(43.44, Rig.ClewLower(Angle.FromDegrees(2))!.Value.Millimetres, 2);
    }

    [Fact]
    public void A_lower_hole_rakes_aft_shortens_the_sheet_and_drops_boom_and_clew() =>
        Gen.Select(Gen.Double[2, 7], Gen.Double[0.1, 2])
            .Sample(
                (hole, lower) =>
                    Rig.Compare(hole - lower, hole) is { } then
                    && then.Rake.Degrees > Rig.RakeIn(hole)!.Value.Degrees
                    && then.SheetShorter.Metres > 0
                    && then.BoomEndLower.Metres > 0
                    && then.ClewLower!.Value.Metres > 0
            );

    [Fact]
    public void Comparing_there_and_back_cancels_and_moving_the_whole_boat_changes_nothing()
    {
        var (there, back) = (Rig.Compare(4, 7)!, Rig.Compare(7, 4)!);
        Assert.Equal(0, there.SheetShorter.Metres + back.SheetShorter.Metres, 12);
        Assert.Equal(0, there.BoomEndLower.Metres + back.BoomEndLower.Metres, 12);
        var moved = Rig with
        {
            Foot = Moved(Rig.Foot),
            Plate = Moved(Rig.Plate),
            BoomEnd = Moved(Rig.BoomEnd),
            SheetOnBoom = Moved(Rig.SheetOnBoom),
            SheetBlock = Moved(Rig.SheetBlock),
            Tack = Moved(Rig.Tack!.Value),
            Clew = Moved(Rig.Clew!.Value),
        };
        Assert.Equal(there.SheetShorter.Metres, moved.Compare(4, 7)!.SheetShorter.Metres, 9);
        Assert.Equal(there.ClewLower!.Value.Metres, moved.Compare(4, 7)!.ClewLower!.Value.Metres, 9);
        static SidePoint Moved(SidePoint point) => At(point.X.Metres + 3, point.Z.Metres - 0.7);
    }

    [Fact]
    public void Block_to_block_is_reachable_upright_last()
    {
        Assert.False(Rig.IsBlockToBlock(default));
        Assert.True(Rig.IsBlockToBlock(Angle.FromDegrees(4)));
    }

    [Fact]
    public void Lengths_that_make_no_rig_are_told()
    {
        Assert.Null(Rig.Problem);
        Assert.Contains("aft of the mast", (Rig with { Plate = At(2.6, 0.3) }).Problem, StringComparison.Ordinal);
        Assert.Contains("both, or neither", (Rig with { Clew = null }).Problem, StringComparison.Ordinal);
        Assert.Contains("up to 200 mm", (Rig with { HolePitch = Length.FromMetres(0) }).Problem, StringComparison.Ordinal);
        Assert.Null(Rig.RakeIn(200));
        Assert.Null(Rig.Compare(200, 7));
    }

    private static SidePoint At(double x, double z) => new(Length.FromMetres(x), Length.FromMetres(z));
}
