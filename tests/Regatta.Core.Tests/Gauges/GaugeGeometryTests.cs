namespace Regatta.Core.Tests.Gauges;

/// <summary>The worked numbers of models M9, worked out in NumPy.</summary>
public sealed class GaugeGeometryTests
{
    private static readonly PicturePoint[] Seen = [new(412, 1630), new(1496, 1554), new(1391, 1087), new(523, 1121)];
    private static readonly PicturePoint[] Known = [new(0, 0), new(2, 0), new(2, 1), new(0, 1)];

    private static readonly PicturePoint Luff = new(212, 840);
    private static readonly PicturePoint Leech = new(1388, 705);

    [Fact]
    public void Four_points_give_the_plane()
    {
        double[] expected =
        [
            4.72570140e-3,
            1.03055571e-3,
            -3.62679478,
            -3.00541915e-4,
            -4.28667678e-3,
            7.11110643,
            -9.08371091e-5,
            1.06696355e-3,
            1,
        ];
        var plane = PicturePlane.Of(Seen, Known).Value;
        Assert.All(expected.Zip(plane.Transform), pair => Assert.Equal(pair.First, pair.Second, Math.Abs(pair.First) * 1e-8));
        var (one, other) = (plane.At(new(905, 1290)), plane.At(new(1180, 1420)));
        Assert.Equal(0.86278575, one.X, 8);
        Assert.Equal(0.57070743, one.Y, 8);
        Assert.Equal(1.417385, other.X, 6);
        Assert.Equal(0.277996, other.Y, 6);
        Assert.Equal(0.627105, (other - one).Length, 6);
    }

    [Fact]
    public void Doubt_of_a_point_on_the_plane_comes_of_every_tap()
    {
        double[] inputs = [.. Seen.Append(new(905, 1290)).SelectMany(point => new[] { point.X, point.Y })];
        double[] sds = [.. Enumerable.Repeat(2.0, inputs.Length)];
        PicturePoint At(double[] at) =>
            PicturePlane
                .Of([.. Enumerable.Range(0, 4).Select(i => new PicturePoint(at[2 * i], at[(2 * i) + 1]))], Known)
                .Value.At(new(at[8], at[9]));
        Assert.Equal(0.006211, Spread.Of(at => At(at).X, inputs, sds), 6);
        Assert.Equal(0.004921, Spread.Of(at => At(at).Y, inputs, sds), 6);
    }

    [Fact]
    public void Camber_of_three_points_and_of_more()
    {
        var deepest = new PicturePoint(655, 612);
        var (depth, place) = GaugeGeometry.Camber(Luff, Leech, deepest);
        Assert.Equal(0.148675, depth, 6);
        Assert.Equal(0.393768, place, 6);
        double[] inputs = [Luff.X, Luff.Y, Leech.X, Leech.Y, deepest.X, deepest.Y];
        double[] sds = [.. Enumerable.Repeat(2.0, 6)];
        (double Depth, double Place) At(double[] at) => GaugeGeometry.Camber(new(at[0], at[1]), new(at[2], at[3]), new(at[4], at[5]));
        Assert.Equal(0.0021, Spread.Of(at => At(at).Depth, inputs, sds), 4);
        Assert.Equal(0.0021, Spread.Of(at => At(at).Place, inputs, sds), 4);

        var (a, b) = GaugeGeometry.Section(Luff, Leech, [new(420, 700), new(655, 612), new(900, 596), new(1160, 640)]);
        Assert.Equal(0.592002, a, 6);
        Assert.Equal(0.105477, b, 6);
        var (deep, at) = GaugeGeometry.Deepest(a, b);
        Assert.Equal(0.149157, deep, 6);
        Assert.Equal(0.456470, at, 6);
        var (entry, exit) = GaugeGeometry.Ends(a, b);
        Assert.Equal(34.895, entry.Degrees, 3);
        Assert.Equal(25.944, exit.Degrees, 3);
    }

    [Fact]
    public void Twist_from_behind()
    {
        Assert.Equal(2.492, GaugeGeometry.Off(0.10, 2.30), 3);
        Assert.Equal(11.087, GaugeGeometry.Off(0.25, 1.30), 3);
        double Twist(double[] off) => GaugeGeometry.Off(off[1], 1.30) - GaugeGeometry.Off(off[0], 2.30);
        Assert.Equal(8.596, Twist([0.10, 0.25]), 3);
        Assert.Equal(0.257, Spread.Of(Twist, [0.10, 0.25], [0.005, 0.005]), 3);
    }

    [Fact]
    public void Heel_is_the_masts_lean_less_the_horizons()
    {
        var (mast, level) = (GaugeGeometry.Lean(new(610, 1500), new(742, 420)), GaugeGeometry.LevelLean(new(80, 980), new(1510, 1004)));
        Assert.Equal(6.968257, mast, 6);
        Assert.Equal(0.961517, level, 6);
        Assert.Equal(6.006740, mast - level, 6);
        Assert.Equal(level, GaugeGeometry.LevelLean(new(1510, 1004), new(80, 980)), 12);
    }

    [Theory]
    [InlineData(10, 2.9545)]
    [InlineData(15, 2.8980)]
    [InlineData(25, 2.7194)]
    public void Rake_reads_less_off_the_beam_and_is_put_right(double offBeam, double reads)
    {
        Assert.Equal(reads, GaugeGeometry.Reads(3, offBeam), 4);
        Assert.Equal(3, GaugeGeometry.Squared(GaugeGeometry.Reads(3, offBeam), offBeam), 9);
    }

    [Fact]
    public void Bend_of_the_mast()
    {
        var (depth, place) = GaugeGeometry.Camber(new(300, 1800), new(338, 240), new(352, 1010));
        Assert.Equal(0.020985, depth, 6);
        Assert.Equal(0.506921, place, 6);
    }

    [Fact]
    public void What_cannot_be_a_plane_says_what_to_do()
    {
        var inLine = PicturePlane.Of([new(0, 0), new(500, 10), new(1000, 12), new(20, 400)], Known);
        Assert.Contains("nearly in line", inLine.Problem);
        var crossed = PicturePlane.Of([Seen[0], Seen[2], Seen[1], Seen[3]], Known);
        Assert.Contains("in order", crossed.Problem);
        var small = PicturePlane.Of([.. Seen.Select(point => 0.02 * point)], Known);
        Assert.Contains("Go nearer", small.Problem);
    }

    [Fact]
    public void A_bent_lens_is_found_from_two_straight_edges()
    {
        var camera = new PictureCamera(new(0, 5, 1), new(0, 0, 1)) { Bend = -0.12 };
        IReadOnlyList<PicturePoint> Edge(double up) => [.. new[] { -1.6, 0.2, 1.7 }.Select(aft => camera.See(new(aft, 0, up)))];
        var lens = LensBend.From([Edge(2.6), Edge(-0.9)], camera.Width, camera.Height).Value;
        Assert.Equal(-0.12, lens.K, 6);
        var straight = Edge(2).Select(lens.Straighten).ToList();
        Assert.Equal(0, straight[1].RightOf(straight[0], straight[2]), 3);
        Assert.True(Math.Abs(Edge(2)[1].RightOf(Edge(2)[0], Edge(2)[2])) > 5);
    }

    [Fact]
    public void Readings_of_one_thing_are_pooled_by_their_doubts()
    {
        var (value, sd) = Spread.Pooled([(10, 1), (13, 2)]);
        Assert.Equal(10.6, value, 9);
        Assert.Equal(Math.Sqrt(0.8), sd, 9);
        var (perUnit, doubt) = Spread.Drift([(0, 0.10, 0.01), (1, 0.11, 0.01), (2, 0.12, 0.01)])!.Value;
        Assert.Equal(0.01, perUnit, 9);
        Assert.Equal(0.01 / Math.Sqrt(2), doubt, 9);
        Assert.Null(Spread.Drift([(1, 0.1, 0.01), (1, 0.2, 0.01), (1, 0.3, 0.01)]));
    }
}
