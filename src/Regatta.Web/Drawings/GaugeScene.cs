namespace Regatta.Web.Drawings;

/// <summary>What a gauge looks at, drawn from the geometry it measures by: how it looks at a value, and where its points are.</summary>
/// <param name="Strokes">What is drawn: a class of the style sheet and a path.</param>
/// <param name="Points">Where each point to tap is, in the gauge's order.</param>
public sealed record GaugeScene(IReadOnlyList<(string Class, string Path)> Strokes, IReadOnlyList<PicturePoint> Points)
{
    public const double Width = 300;

    public const double Height = 260;

    /// <summary>How far a number stands from its point, across and down to its foot, where there is room.</summary>
    private static readonly (double Across, double Down)[] Beside = [(7, -5), (-17, -5), (7, 17), (-17, 17), (21, 6), (-31, 6)];

    /// <summary>Two numbers nearer than this lie over one another.</summary>
    private const double Room = 13;

    /// <summary>Where the number of each point stands: inside the drawing, and over no other.</summary>
    public IReadOnlyList<PicturePoint> Numbers
    {
        get
        {
            var placed = new List<PicturePoint>();
            foreach (var point in Points)
            {
                var free = Beside
                    .Select(way => new PicturePoint(point.X + way.Across, point.Y + way.Down))
                    .Where(at => at.X is > 2 and < Width - Room && at.Y is > Room and < Height - 2)
                    .ToList();
                placed.Add(
                    free.FirstOrDefault(
                        at =>
                            placed.TrueForAll(other => (other - at).Length >= Room)
                            && Points.All(dot => (dot - Middle(at)).Length >= Room / 2),
                        free[0]
                    )
                );
            }

            return placed;
        }
    }

    /// <summary>The middle of a number that stands at a place.</summary>
    private static PicturePoint Middle(PicturePoint at) => at + new PicturePoint(4, -5);

    private const double Boom = 2.3;

    /// <summary>At which height a leech, a twist or a stripe is judged.</summary>
    private const double Judged = 0.75;

    private static readonly SailShape Sail = new(4.6, Boom, 5, 12, 0.1, 0.42);

    private static readonly PictureCamera Behind = Camera(new(9, 0, 2.6), new(0, 0, 2.2), 345);
    private static readonly PictureCamera Abeam = Camera(new(0.6, -9, 2.4), new(0.6, 0, 2.55), 380);
    private static readonly PictureCamera Above = Camera(new(0.45, 0, 60), new(0.45, 0, 0), 3000) with { Up = new(-1, 0, 0) };

    private static readonly Dictionary<string, Func<double, GaugeScene>> Scenes = new()
    {
        ["leech"] = angle => FromBehind(Sail with { BoomAngle = 6, Twist = (angle - 6) / Judged }, boom: false),
        ["twist"] = twist => FromBehind(Sail with { Twist = twist / Judged }, boom: true),
        ["boom-angle"] = angle => Transom(Sail with { BoomAngle = angle }),
        ["boom-off"] = off => Transom(Sail with { BoomAngle = GaugeGeometry.Off(Math.Clamp(off, 0, Boom), Boom) }),
        ["twist-above"] = twist => FromAbove(Sail with { Twist = twist / Judged }, null),
        ["twist-pair"] = more => FromAbove(Sail with { Twist = (8 + more) / Judged }, Headsail),
        ["camber"] = camber => Stripe(Sail with { Camber = camber }),
        ["draft"] = draft => Stripe(Sail with { Draft = Math.Clamp(draft, 0.25, 0.75) }),
        ["heel"] = heel => Heeled(Sail with { Heel = heel }),
        ["rake"] = rake => Raked(Sail with { Rake = rake }),
        ["pre-bend"] = bend => Bent(Sail with { Bend = bend / Sail.Luff }),
    };

    private static SailShape Headsail => Sail with { Luff = 3.4, Foot = 1.3, Twist = 8 / Judged, BoomAngle = 9 };

    /// <summary>A gauge's subject at a value.</summary>
    public static GaugeScene Of(Gauge gauge, double value) =>
        Scenes.TryGetValue(gauge.Key.Name, out var scene) ? scene(value)
        : gauge.Points.Count == 3 ? Along(gauge.Unit == GaugeUnit.Number ? value / 10 : value)
        : LengthBeside(value);

    /// <summary>A value to show where to tap by.</summary>
    public static double Usual(Gauge gauge) =>
        gauge.Key.Name switch
        {
            "camber" => 0.11,
            "draft" => 0.42,
            "twist-pair" => 4,
            "rake" => 4,
            "pre-bend" => 0.09,
            _ => gauge.Unit switch
            {
                GaugeUnit.Degrees => 12,
                GaugeUnit.Share => 0.5,
                GaugeUnit.Metres => 0.15,
                _ => 6,
            },
        };

    /// <summary>The least way between two of its values that the eye tells apart in a drawing: five degrees, two hundredths of a chord.
    /// </summary>
    public static double Apart(Gauge gauge) =>
        gauge.Unit switch
        {
            GaugeUnit.Degrees => 5,
            GaugeUnit.Share => gauge.Key.Name is "camber" ? 0.03 : 0.12,
            GaugeUnit.Metres => 0.06,
            _ => 2,
        };

    private static PictureCamera Camera(SpacePoint place, SpacePoint target, double focal) =>
        new(place, target)
        {
            Width = Width,
            Height = Height,
            Focal = focal,
        };

    private static GaugeScene FromBehind(SailShape sail, bool boom)
    {
        var see = Behind.See;
        return new(
            [
                ("scene-hull", Path([.. Hull(0.62).Select(see)], closed: true)),
                ("scene-sail", Outline(sail, see)),
                ("scene-mast", Path([see(sail.Mast(-0.1)), see(sail.Mast(1))])),
                ("scene-boom", Path([see(sail.Mast(0)), see(sail.At(0, 1))])),
                ("scene-batten", Path(Across(sail, Judged, see))),
            ],
            [see(sail.Mast(0)), see(sail.Mast(0.9)), .. boom ? new[] { see(sail.At(0, 1)) } : [], see(sail.At(Judged, 1))]
        );
    }

    private static GaugeScene Transom(SailShape sail)
    {
        var (see, half) = ((Func<SpacePoint, PicturePoint>)Behind.See, 0.62);
        return new(
            [
                ("scene-hull", Path([.. Hull(half).Select(see)], closed: true)),
                ("scene-sail", Outline(sail, see)),
                ("scene-mast", Path([see(sail.Mast(-0.1)), see(sail.Mast(1))])),
                ("scene-boom", Path([see(sail.Mast(0)), see(sail.At(0, 1))])),
            ],
            [see(new(2.4, -half, 0.3)), see(new(2.4, half, 0.3)), see(sail.At(0, 1))]
        );
    }

    private static GaugeScene FromAbove(SailShape main, SailShape? headsail)
    {
        // Bow up; a headsail stands ahead of the mast.
        PicturePoint See(SpacePoint point) => Above.See(point);
        PicturePoint Ahead(SpacePoint point) => Above.See(point with { Aft = point.Aft - 1.5 });
        var chords = new List<(string, string)> { ("scene-hull", Path([.. Deck().Select(See)], closed: true)) };
        chords.AddRange(Sections(main, See));
        chords.AddRange(headsail is null ? [] : Sections(headsail, Ahead));
        return new(chords, [.. Ends(main, See), .. headsail is null ? [] : Ends(headsail, Ahead)]);
    }

    private static IEnumerable<(string, string)> Sections(SailShape sail, Func<SpacePoint, PicturePoint> see) =>
        [("scene-boom", Path(Across(sail, 0, see))), ("scene-batten", Path(Across(sail, Judged, see)))];

    private static IEnumerable<PicturePoint> Ends(SailShape sail, Func<SpacePoint, PicturePoint> see) =>
        new[] { 0, Judged }.SelectMany(height => new[] { 0.0, 1 }.Select(across => see(sail.At(height, across))));

    private static GaugeScene Stripe(SailShape sail)
    {
        var middle = sail.At(0.5, 0.5);
        var camera = Camera(middle with { Up = middle.Up - 3 }, middle, 500) with { Up = new(-1, 0, 0), Roll = 90 };
        PicturePoint[] ends = [camera.See(sail.At(0.5, 0)), camera.See(sail.At(0.5, 1)), camera.See(sail.At(0.5, sail.Draft))];
        var (depth, place) = GaugeGeometry.Camber(ends[0], ends[1], ends[2]);
        return new(
            [
                ("scene-batten", Path(Across(sail, 0.5, camera.See))),
                ("scene-aid", Path([ends[0], ends[1]])),
                ("scene-aid", depth > 0 ? Path([ends[0] + (place * (ends[1] - ends[0])), ends[2]]) : ""),
            ],
            ends
        );
    }

    private static GaugeScene Heeled(SailShape sail)
    {
        PicturePoint See(SpacePoint point) => Behind.See(sail.Posed(point));
        PicturePoint[] horizon = [new(15, 150), new(Width - 15, 150)];
        return new(
            [
                ("scene-aid", Path(horizon)),
                ("scene-hull", Path([.. Hull(0.62).Select(See)], closed: true)),
                ("scene-sail", Outline(sail, Behind.See)),
                ("scene-mast", Path([Behind.See(sail.Mast(-0.1)), Behind.See(sail.Mast(1))])),
            ],
            [Behind.See(sail.Mast(0.05)), Behind.See(sail.Mast(1)), .. horizon]
        );
    }

    private static GaugeScene Raked(SailShape sail)
    {
        PicturePoint[] level = [new(20, 236), new(Width - 20, 236)];
        return new(
            [
                ("scene-aid", Path(level)),
                ("scene-hull", Path([.. Side().Select(Abeam.See)], closed: true)),
                ("scene-mast", Path([Abeam.See(sail.Mast(-0.12)), Abeam.See(sail.Mast(1))])),
                ("scene-aid", Path([Abeam.See(sail.Mast(-0.12)), Abeam.See(sail.Mast(-0.12) with { Up = 5.2 })])),
            ],
            [Abeam.See(sail.Mast(-0.12)), Abeam.See(sail.Mast(1)), level[0], level[1]]
        );
    }

    private static GaugeScene Bent(SailShape sail)
    {
        var mast = Enumerable.Range(0, 21).Select(at => Abeam.See(sail.Mast(at / 20.0))).ToList();
        return new(
            [
                ("scene-hull", Path([.. Side().Select(Abeam.See)], closed: true)),
                ("scene-mast", Path(mast)),
                ("scene-aid", Path([mast[0], mast[^1]])),
            ],
            [mast[0], mast[^1], mast[10]]
        );
    }

    /// <summary>A known length upright, and what is measured beside it at the same scale.</summary>
    private static GaugeScene LengthBeside(double metres)
    {
        const double PerMetre = 400;
        var (left, right, floor) = (90.0, 190.0, 220.0);
        var high = floor - Math.Clamp(metres * PerMetre, 8, 190);
        PicturePoint[] points = [new(left, floor), new(left, floor - (0.4 * PerMetre)), new(right, high), new(right, floor)];
        return new(
            [
                ("scene-hull", Path([new(40, floor), new(260, floor)])),
                ("scene-boom", Path([new(150, high), new(260, high)])),
                ("scene-aid", Path([points[0], points[1]])),
                ("scene-batten", Path([points[2], points[3]])),
            ],
            points
        );
    }

    /// <summary>What stands between two ends.</summary>
    private static GaugeScene Along(double share)
    {
        PicturePoint[] points = [new(40, 150), new(260, 150), new(40 + (220 * Math.Clamp(share, -0.1, 1.1)), 150)];
        return new(
            [
                ("scene-boom", Path([points[0], points[1]])),
                .. Enumerable.Range(0, 11).Select(at => ("scene-aid", Path([new(40 + (22 * at), 150), new(40 + (22 * at), 162)]))),
                ("scene-batten", Path([points[2], new(points[2].X, 110)])),
            ],
            points
        );
    }

    private static IEnumerable<SpacePoint> Hull(double half) =>
        [new(2.4, -half, 0.3), new(2.4, half, 0.3), new(2.4, half * 0.7, -0.15), new(2.4, -half * 0.7, -0.15)];

    private static IEnumerable<SpacePoint> Deck() =>
        [
            new(-1.7, 0, 0),
            new(-0.9, 0.45, 0),
            new(0.6, 0.72, 0),
            new(2.6, 0.6, 0),
            new(2.6, -0.6, 0),
            new(0.6, -0.72, 0),
            new(-0.9, -0.45, 0),
        ];

    private static IEnumerable<SpacePoint> Side() => [new(-1.5, 0, 0.35), new(2.5, 0, 0.25), new(2.4, 0, -0.1), new(-1.1, 0, -0.15)];

    private static string Outline(SailShape sail, Func<SpacePoint, PicturePoint> see)
    {
        var heights = Enumerable.Range(0, 11).Select(at => at / 10.0).ToList();
        return Path(
            [
                .. heights.Select(height => see(sail.At(height, 0))),
                .. Enumerable.Reverse(heights).Select(height => see(sail.At(height, 1))),
            ],
            closed: true
        );
    }

    private static List<PicturePoint> Across(SailShape sail, double height, Func<SpacePoint, PicturePoint> see) =>
        [.. Enumerable.Range(0, 10).Select(at => see(sail.At(height, at / 9.0)))];

    private static string Path(IReadOnlyList<PicturePoint> points, bool closed = false) =>
        "M" + string.Join("L", points.Select(point => $"{Svg.N(point.X)} {Svg.N(point.Y)}")) + (closed ? "Z" : "");
}
