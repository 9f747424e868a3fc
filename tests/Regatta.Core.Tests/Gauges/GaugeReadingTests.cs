using CsCheck;

namespace Regatta.Core.Tests.Gauges;

/// <summary>What a gauge reads of a sail of known shape, what does not change it, and what it refuses.</summary>
public sealed class GaugeReadingTests
{
    private static readonly Gauge Heel = KnownGauges.Find(new("heel"))!;
    private static readonly Gauge Camber = KnownGauges.Find(new("camber"))!;

    private static GaugePicture Of(IReadOnlyList<PicturePoint> points, params (string Key, double Value)[] facts) =>
        new(3000, 4000, points, facts.ToDictionary(fact => fact.Key, fact => fact.Value));

    private static readonly GaugePicture Heeled = Of([new(610, 1500), new(742, 420), new(80, 980), new(1510, 1004)], ("leeward", 1));

    private static readonly GaugePicture Stripe = Of([new(212, 840), new(1388, 705), new(655, 612)], ("off", 5));

    /// <summary>Issue: 95 of 100 errors within a degree of twist, a hundredth of camber, two of its place, half a degree of rake and heel;
    /// the interval holds the truth in 90 to 98 of 100.</summary>
    [Fact]
    public void Sails_of_known_shape_are_read_within_what_is_stated()
    {
        var all = GaugeSweep.Run(hands: 12, seed: 7);
        Assert.True(all.Count > 8);
        Assert.All(all, found => Assert.True(found.Error95 <= found.Limit, $"{found.Gauge.Key}: {found.Error95} of {found.Limit}"));
        Assert.All(all, found => Assert.True(found.Covered is >= 0.9 and <= 0.995, $"{found.Gauge.Key} covers {found.Covered}"));
    }

    /// <summary>Issue: two tappings of the same ten pictures by different hands agree within 1.5°.</summary>
    [Fact]
    public void Two_hands_agree()
    {
        var twist = KnownGauges.Find(new("twist"))!;
        var sail = new SailShape(5, 2.3, 4, 12, 0.1, 0.42);
        var random = new Random(5);
        for (var picture = 0; picture < 10; picture++)
        {
            var camera = new PictureCamera(new(8 + (0.3 * picture), 0.1 * picture, 1.5), new(0, 0, 1.5));
            var seen = new[] { sail.Mast(0), sail.Mast(0.85), sail.At(0, 1), sail.At(0.75, 1) }.Select(camera.See).ToList();
            double Read() =>
                GaugeReading
                    .Of(
                        twist,
                        Of(
                            [.. seen.Select(point => new PicturePoint(point.X + Noise(), point.Y + Noise()))],
                            ("mast", 0.85 * 5),
                            ("boom", 2.3),
                            ("chord", sail.Chord(0.75)),
                            ("away", 8 + (0.3 * picture)),
                            ("leeward", 1)
                        )
                    )
                    .Value.Value;
            Assert.InRange(Math.Abs(Read() - Read()), 0, 1.5);
        }

        double Noise() => 2 * (random.NextDouble() + random.NextDouble() + random.NextDouble() - 1.5);
    }

    [Fact]
    public void Every_gauge_has_what_a_person_needs()
    {
        Assert.True(KnownGauges.All.Length >= 15);
        Assert.Equal(KnownGauges.All.Length, KnownGauges.All.Select(gauge => gauge.Key).Distinct().Count());
        Assert.All(
            KnownGauges.All,
            gauge =>
            {
                Assert.InRange(gauge.Points.Count, 2, 8);
                Assert.True(Slug.IsKey(gauge.Key.Name));
                Assert.True(gauge.Stand.Length > 20 && gauge.Means.Length > 5);
                Assert.All(gauge.Lines, line => Assert.InRange(line.To, 0, gauge.Points.Count - 1));
                Assert.Equal(gauge.Facts.Count, gauge.Facts.Select(fact => fact.Key).Distinct().Count());
            }
        );
    }

    [Fact]
    public void A_picture_that_is_moved_or_larger_reads_the_same() =>
        Gen.Select(Gen.Double[0, 800], Gen.Double[0, 800], Gen.Double[1.01, 1.5])
            .Sample(
                (right, down, larger) =>
                {
                    var (gauges, pictures) = (new[] { Heel, Camber }, new[] { Heeled, Stripe });
                    foreach (var (gauge, picture) in gauges.Zip(pictures))
                    {
                        var moved = picture with
                        {
                            Width = 6000,
                            Height = 6000,
                            Points = [.. picture.Points.Select(point => (larger * point) + new PicturePoint(right, down))],
                        };
                        var (before, after) = (GaugeReading.Of(gauge, picture).Value, GaugeReading.Of(gauge, moved).Value);
                        Assert.Equal(before.Value, after.Value, 9);
                        Assert.True(after.Sd < before.Sd);
                    }
                }
            );

    [Fact]
    public void A_mirrored_picture_with_the_other_side_to_leeward_reads_the_same()
    {
        var mirrored = Heeled with
        {
            Points = [.. Heeled.Points.Select(point => new PicturePoint(3000 - point.X, point.Y))],
            Facts = new Dictionary<string, double> { ["leeward"] = -1 },
        };
        Assert.Equal(6.006740, GaugeReading.Of(Heel, Heeled).Value.Value, 6);
        Assert.Equal(6.006740, GaugeReading.Of(Heel, mirrored).Value.Value, 6);
    }

    [Fact]
    public void A_shakier_hand_doubts_more() =>
        Gen.Select(Gen.Double[0.5, 10], Gen.Double[1.01, 3])
            .Sample(
                (tap, more) =>
                    Assert.True(
                        GaugeReading.Of(Heel, Heeled with { Tap = tap * more }).Value.Sd
                            > GaugeReading.Of(Heel, Heeled with { Tap = tap }).Value.Sd
                    )
            );

    [Fact]
    public void More_points_along_a_stripe_are_fitted()
    {
        var more = Stripe with { Points = [.. Stripe.Points, new(420, 700), new(900, 596), new(1160, 640)] };
        var reading = GaugeReading.Of(Camber, more).Value;
        Assert.Equal(0.149157, reading.Value, 6);
        Assert.Equal(0.456470, reading.Further!.Value, 6);
        Assert.True(reading.Sd < GaugeReading.Of(Camber, Stripe).Value.Sd);
    }

    [Fact]
    public void A_rectangle_takes_the_slant_out_of_a_length()
    {
        var camera = new PictureCamera(new(2, 4, 1.2), new(0.4, 0, 1));
        PicturePoint On(double aft, double up) => camera.See(new(aft, 0, up));
        PicturePoint[] points = [On(0, 0.5), On(0, 1.5), On(0.7, 1), On(1.1, 1)];
        var aslant = Of(points, ("known", 1), ("beside", 0), ("away", 4));
        var gauge = KnownGauges.Find(new("length"))!;
        Assert.True(Math.Abs(GaugeReading.Of(gauge, aslant).Value.Value - 0.4) > 0.02);
        var square = aslant with { Rectangle = [On(0, 1.5), On(1, 1.5), On(1, 0.5), On(0, 0.5)], RectangleSize = new(1, 1) };
        Assert.Equal(0.4, GaugeReading.Of(gauge, square).Value.Value, 9);
    }

    public static TheoryData<string, IReadOnlyList<PicturePoint>, string> Impossible { get; } =
        new()
        {
            { "all alike", [new(500, 500), new(500, 500), new(500, 500)], "too short in the picture" },
            { "too few", [new(212, 840), new(1388, 705)], "the next is: Deepest" },
            { "beyond the leech", [new(212, 840), new(1388, 705), new(1600, 700)], "lies beyond the ends" },
            { "two at one place", [new(212, 840), new(1388, 705), new(655, 612), new(655, 612)], "stand at one place" },
            { "deeper than a sail", [new(212, 840), new(1388, 705), new(655, 100)], "deeper than any sail" },
            { "outside", [new(212, 840), new(3001, 705), new(655, 612)], "outside the picture" },
            { "no number", [new(212, double.NaN), new(1388, 705), new(655, 612)], "outside the picture" },
        };

    [Theory]
    [MemberData(nameof(Impossible))]
    public void Points_that_cannot_be_get_a_sentence(string what, IReadOnlyList<PicturePoint> points, string says)
    {
        Assert.NotEmpty(what);
        Assert.Contains(says, GaugeReading.Of(Camber, Stripe with { Points = points }).Problem);
    }

    [Fact]
    public void A_length_between_two_points_that_are_one_is_none()
    {
        var alike = Of([new(100, 100), new(100, 900), new(500, 500), new(500, 500)], ("known", 1), ("beside", 0), ("away", 4));
        Assert.Contains("on one another", GaugeReading.Of(KnownGauges.Find(new("gap"))!, alike).Problem);
    }

    [Fact]
    public void Points_near_a_rectangles_horizon_and_rectangles_without_a_size_are_refused()
    {
        var gauge = KnownGauges.Find(new("length"))!;
        // Seen so aslant that its plane ends within the picture.
        PicturePoint[] corners = [new(1000, 2000), new(1600, 2000), new(2000, 2600), new(600, 2600)];
        GaugePicture With(double up, double wide) =>
            Of([new(1000, 2400), new(1400, 2400), new(1300, 2300), new(1300, up)], ("known", 1), ("beside", 0), ("away", 4)) with
            {
                Rectangle = corners,
                RectangleSize = new(wide, 1),
            };
        Assert.True(GaugeReading.Of(gauge, With(2100, 1)).Ok);
        for (var up = 0; up < 1500; up += 7)
        {
            Assert.Contains("far outside the rectangle", GaugeReading.Of(gauge, With(up, 1)).Problem);
        }

        foreach (var wide in new[] { 0, -1, 1e-9, 61, 1e9, double.NaN })
        {
            Assert.Contains("how wide and how high", GaugeReading.Of(gauge, With(2100, wide)).Problem);
        }
    }

    [Fact]
    public void Whatever_is_tapped_gets_a_sound_number_or_a_sentence() =>
        Gen.Select(Gen.Int[0, 1 << 20], Gen.Int[0, KnownGauges.All.Length - 1])
            .Sample(
                (seed, which) =>
                {
                    var (random, gauge) = (new Random(seed), KnownGauges.All[which]);
                    PicturePoint Point() => new(random.Next(0, 40) * 25, random.Next(0, 40) * 25);
                    var picture = new GaugePicture(
                        1000,
                        1000,
                        [.. Enumerable.Range(0, gauge.Points.Count + random.Next(0, gauge.MorePoints + 1)).Select(_ => Point())],
                        gauge.Facts.ToDictionary(
                            fact => fact.Key,
                            fact =>
                                fact.Kind == GaugeFactKind.OneOfTwo
                                    ? 1
                                    : fact.Least + ((Math.Min(fact.Most, 1000) - fact.Least) * Math.Pow(random.NextDouble(), 3))
                        )
                    )
                    {
                        Tap = 0.5 + (20 * random.NextDouble()),
                        Rectangle = random.Next(0, 3) == 0 ? [Point(), Point(), Point(), Point()] : [],
                        RectangleSize = new(random.NextDouble() * 61, random.NextDouble() * 61),
                        Edges = random.Next(0, 4) == 0 ? [Point(), Point(), Point(), Point(), Point(), Point()] : [],
                    };
                    var reading = GaugeReading.Of(gauge, picture);
                    Assert.True(
                        reading.Ok ? new Measured(gauge.Key, reading.Value.Value, reading.Value.Sd).IsSound : reading.Problem!.Length > 10
                    );
                },
                iter: 4000
            );

    [Fact]
    public void Facts_that_cannot_be_get_a_sentence()
    {
        string? Problem(params (string, double)[] facts) => GaugeReading.Of(Camber, Of(Stripe.Points, facts)).Problem;
        Assert.Contains("say what it is", Problem());
        Assert.Contains("more square", Problem(("off", 31)));
        Assert.Contains("too little", Problem(("off", double.NaN)));
        Assert.Contains("say which", GaugeReading.Of(Heel, Of(Heeled.Points, ("leeward", 0.5))).Problem);
        var twist = KnownGauges.Find(new("twist"))!;
        var short_ = Of(
            [new(500, 3000), new(500, 500), new(900, 2900), new(1500, 1000)],
            ("mast", 4),
            ("boom", 0.5),
            ("chord", 0.3),
            ("away", 8),
            ("leeward", 1)
        );
        Assert.Contains("further than it is long", GaugeReading.Of(twist, short_).Problem);
    }
}
