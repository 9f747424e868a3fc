using CsCheck;

namespace Regatta.Core.Tests.Balance;

/// <summary>A boat of usual proportions from a few lengths.</summary>
public sealed class TapeMeasuresTests
{
    [Fact]
    public void Whatever_the_tape_says_of_a_boat_draws_one_that_can_be_balanced_and_grows_with_her() =>
        Gen.Double[0.5, 12]
            .Select(Gen.Double[0.45, 0.75], Gen.Double[0.35, 0.6], Gen.Double[0.08, 0.35])
            .Sample(
                (length, mast, board, depth) =>
                {
                    TapeMeasures Of(double scale) =>
                        new(
                            Metres(length * scale),
                            Metres(length * mast * scale),
                            Metres(length * board * scale),
                            Metres(length * depth * scale),
                            Metres(length * 1.3 * scale),
                            Metres(length * 0.5 * scale)
                        )
                        {
                            JibLuff = Metres(length * 0.9 * scale),
                            JibFoot = Metres(length * 0.3 * scale),
                        };
                    var (one, twice) = (Of(1), Of(2));
                    var (small, large) = (
                        BoatBalance.Of(one.Draw(), one.Sails(), BoatPose.AsDrawn)!,
                        BoatBalance.Of(twice.Draw(), twice.Sails(), BoatPose.AsDrawn)!
                    );
                    return one.Problem is null
                        && one.Draw().Problem is null
                        && one.Sails().Count == 2
                        && one.Sails().All(sail => sail.Problem is null)
                        && one.Sails()[1].Centroid.X.Metres > one.Sails()[0].Centroid.X.Metres
                        && small.Effort.Z.Metres > 0
                        && small.Resistance.Z.Metres < 0
                        && Math.Abs((large.Height.Metres / small.Height.Metres) - 2) < 0.02;
                }
            );

    [Theory]
    [InlineData(0, 1, 0.5, 0.3, "0.1 to 60 m")]
    [InlineData(4, 5, 0.5, 0.3, "between transom and bow")]
    [InlineData(4, 2, 2, 9, "shorter than she is long")]
    public void Lengths_of_no_boat_are_told(double length, double mast, double board, double depth, string says) =>
        Assert.Contains(says, new TapeMeasures(Metres(length), Metres(mast), Metres(board), Metres(depth), null, null).Problem);

    [Fact]
    public void A_luff_wants_its_foot() =>
        Assert.Contains("both, or neither", new TapeMeasures(Metres(4), Metres(2), null, default, Metres(5), null).Problem);

    [Fact]
    public void A_headsail_wants_luff_and_foot_and_a_main_and_reaches_from_the_bow_to_the_mast()
    {
        var sloop = new TapeMeasures(Metres(4), Metres(2.4), null, default, Metres(5), Metres(2))
        {
            JibLuff = Metres(3.6),
            JibFoot = Metres(1.2),
        };
        Assert.Null(sloop.Problem);
        var jib = sloop.Sails()[1];
        // Its luff is as long as the tape said.
        var (tack, head) = (jib.Outline[0], jib.Outline[2]);
        Assert.Equal(3.6, Math.Sqrt(Math.Pow(tack.X.Metres - head.X.Metres, 2) + Math.Pow(tack.Z.Metres - head.Z.Metres, 2)), 0.01);
        Assert.True(head.X.Metres > 2.4 && tack.X.Metres > head.X.Metres);
        Assert.Contains("both, or neither", (sloop with { JibFoot = null }).Problem);
        Assert.Contains("Measure the main too", (sloop with { Luff = null, Foot = null }).Problem);
        Assert.Contains("longer than from bow to mast", (sloop with { JibLuff = Metres(0.4) }).Problem);
        Assert.Single((sloop with { JibLuff = null, JibFoot = null }).Sails());
    }

    private static Length Metres(double metres) => Length.FromMetres(metres);
}
