namespace Regatta.Tests;

/// <summary>Sails of known shape, photographed from places within what a gauge says of where to stand, tapped by a hand that trembles,
/// with lengths a tape got a little wrong.</summary>
public static class GaugeSweep
{
    /// <summary>Places a sail is seen from.</summary>
    public const int Places = 40;

    /// <summary>A hand trembles so much, in pixels of the screen; the loupe shows each pixel of the picture as two.</summary>
    private const double Tremble = 2 / 2.0;

    /// <summary>A gauge held against the truth.</summary>
    /// <param name="Gauge">Which.</param>
    /// <param name="Limit">What 95 of 100 errors stay below.</param>
    /// <param name="Errors">The errors, smallest first.</param>
    /// <param name="Covered">In what share the stated interval held the truth.</param>
    public sealed record Found(Gauge Gauge, double Limit, IReadOnlyList<double> Errors, double Covered)
    {
        public double Error95 => Errors[(int)(0.95 * Errors.Count)];
    }

    /// <summary>Where each gauge is tried, and how far off it may be.</summary>
    private static readonly (string Key, double Limit, Func<Random, Seen> See)[] Trials =
    [
        ("twist", 1, random => Behind(random, "twist", 10)),
        ("leech", 4, random => Behind(random, "leech", 2)),
        ("twist-above", 1, Above),
        ("camber", 0.01, random => Stripe(random, "camber")),
        ("draft", 0.02, random => Stripe(random, "draft")),
        ("heel", 0.5, Heeled),
        ("rake", 0.5, Raked),
        ("pre-bend", 0.02, Bent),
        ("boom-angle", 1.5, BoomAngle),
        ("gap", 0.04, Beside),
        ("strip", 0.3, Strip),
    ];

    private sealed record Seen(double Truth, GaugePicture Picture);

    /// <summary>Every gauge, over forty places and so many hands at each.</summary>
    public static IReadOnlyList<Found> Run(int hands, int seed)
    {
        var found = new List<Found>();
        foreach (var (key, limit, see) in Trials)
        {
            var (random, gauge) = (new Random(seed), KnownGauges.Find(new(key))!);
            var (errors, covered) = (new List<double>(), 0);
            for (var at = 0; at < Places * hands; at++)
            {
                var seen = see(random);
                var reading = GaugeReading.Of(gauge, seen.Picture);
                if (!reading.Ok)
                {
                    throw new InvalidOperationException($"{key}: {reading.Problem}");
                }

                var error = Math.Abs(reading.Value.Value - seen.Truth);
                errors.Add(error);
                covered += error <= reading.Value.Within ? 1 : 0;
            }

            errors.Sort();
            found.Add(new(gauge, limit, errors, (double)covered / errors.Count));
        }

        return found;
    }

    private static Seen Behind(Random random, string key, double yaw)
    {
        var (sail, height) = (Sail(random), Between(random, 0.6, 0.85));
        var (away, up) = (Between(random, 7, 10), Between(random, 1, 1.8));
        var camera = Held(random, From(away, Between(random, -yaw, yaw), up), new(0, 0, up), 3);
        var (low, high) = (Between(random, 0, 0.05), Between(random, 0.8, 0.9));
        PicturePoint[] points =
        [
            camera.See(sail.Mast(low)),
            camera.See(sail.Mast(high)),
            .. key == "twist" ? new[] { camera.See(sail.At(0, 1)) } : [],
            camera.See(sail.At(height, 1)),
        ];
        return new(
            key == "twist" ? sail.Twist * height : sail.Angle(height),
            Tapped(
                random,
                camera,
                points,
                ("mast", Taped(random, (high - low) * sail.Luff)),
                ("chord", sail.Chord(height) + (0.0055 * Normal(random))),
                ("boom", Taped(random, sail.Foot)),
                ("away", away * (1 + (0.05 * Normal(random)))),
                ("leeward", 1)
            )
        );
    }

    private static Seen Above(Random random)
    {
        var (sail, height) = (Sail(random), Between(random, 0.5, 0.8));
        var middle = sail.Foot / 2;
        var camera = Held(
            random,
            new(middle + Between(random, -0.5, 0.5), Between(random, -0.5, 0.5), Between(random, 9, 12)),
            new(middle, 0, 2),
            3
        ) with
        {
            Up = new(1, 0, 0),
        };
        return new(
            sail.Twist * height,
            Tapped(
                random,
                camera,
                [.. new[] { 0, height }.SelectMany(up => new[] { 0.0, 1 }.Select(across => camera.See(sail.At(up, across))))],
                ("tack", -1),
                ("from", 1)
            )
        );
    }

    private static Seen Stripe(Random random, string key)
    {
        var (sail, height, off) = (Sail(random), Between(random, 0.4, 0.7), Between(random, 0, 8));
        var (middle, below) = (sail.At(height, 0.5), Between(random, 2, 3.2));
        var (way, tan) = (Between(random, 0, 2 * Math.PI), Math.Tan(off * Math.PI / 180));
        var camera = Held(
            random,
            new(middle.Aft + (below * tan * Math.Cos(way)), middle.Leeward + (below * tan * Math.Sin(way)), middle.Up - below),
            middle,
            2
        ) with
        {
            Up = new(1, 0, 0),
        };
        return new(
            key == "camber" ? sail.Camber : sail.Draft,
            Tapped(
                random,
                camera,
                [camera.See(sail.At(height, 0)), camera.See(sail.At(height, 1)), camera.See(sail.At(height, sail.Draft))],
                ("off", Math.Clamp(off + (2 * Normal(random)), 0, 30))
            )
        );
    }

    private static Seen Heeled(Random random)
    {
        var sail = Sail(random) with { Heel = Between(random, 0, 25) };
        var (away, up) = (Between(random, 8, 20), Between(random, 0.8, 2));
        var camera = Held(random, From(away, Between(random, -8, 8), up), new(0, 0, up), 3);
        return new(
            sail.Heel,
            Tapped(
                random,
                camera,
                [camera.See(sail.Mast(0.1)), camera.See(sail.Mast(0.95)), .. Horizon(camera, new(-1, 0, 0), new(0, 1, 0))],
                ("leeward", 1)
            )
        );
    }

    private static Seen Raked(Random random)
    {
        var sail = Sail(random) with { Rake = Between(random, 0, 8) };
        var camera = Abeam(random, 10);
        return new(
            sail.Rake,
            Tapped(
                random,
                camera,
                [camera.See(sail.Mast(0)), camera.See(sail.Mast(1)), .. Horizon(camera, new(0, -1, 0), new(1, 0, 0))],
                ("beam", 0)
            )
        );
    }

    private static Seen Bent(Random random)
    {
        var sail = Sail(random) with { Bend = Between(random, 0.005, 0.03) };
        var camera = Abeam(random, 10);
        return new(
            sail.Bend * sail.Luff,
            Tapped(
                random,
                camera,
                [camera.See(sail.Mast(0)), camera.See(sail.Mast(1)), camera.See(sail.Mast(0.5))],
                ("mast", Taped(random, sail.Luff))
            )
        );
    }

    private static Seen BoomAngle(Random random)
    {
        var (sail, half) = (Sail(random), Between(random, 0.5, 0.8));
        var (away, up, behind) = (Between(random, 6, 12), Between(random, 0.8, 2), Between(random, -0.3, 0.3));
        var camera = Held(random, From(away, Between(random, -2, 2), up), new(0, 0, up), 3);
        var end = sail.At(0, 1);
        var transom = new[] { -half, half }.Select(side => camera.See(new(end.Aft + behind, side, 0.3)));
        return new(
            sail.BoomAngle,
            Tapped(
                random,
                camera,
                [.. transom, camera.See(end)],
                ("width", Taped(random, 2 * half)),
                ("boom", Taped(random, sail.Foot)),
                ("beside", 0.3),
                ("away", away)
            )
        );
    }

    private static Seen Beside(Random random)
    {
        var (known, gap, away) = (Between(random, 0.3, 1), Between(random, 0.05, 0.6), Between(random, 2, 6));
        var (turn, nearer) = (Between(random, -10, 10) * Math.PI / 180, Between(random, -0.1, 0.1));
        var camera = Held(random, new(away * Math.Sin(turn), away * Math.Cos(turn), 1), new(0, 0, 1), 3);
        return new(
            gap,
            Tapped(
                random,
                camera,
                [
                    camera.See(new(-0.2, 0, 0.8)),
                    camera.See(new(-0.2, 0, 0.8 + known)),
                    camera.See(new(0.1, nearer, 0.9)),
                    camera.See(new(0.1, nearer, 0.9 + gap)),
                ],
                ("known", Taped(random, known)),
                ("beside", 0.1),
                ("away", away * (1 + (0.05 * Normal(random))))
            )
        );
    }

    private static Seen Strip(Random random)
    {
        var (reading, away) = (Between(random, 1, 9), Between(random, 0.8, 2));
        var (turn, lift) = (Between(random, -15, 15) * Math.PI / 180, Between(random, -0.3, 0.3));
        var camera = Held(random, new(away * Math.Sin(turn), away * Math.Cos(turn), 1 + lift), new(0, 0, 1), 3);
        PicturePoint On(double number) => camera.See(new((number - 5) * 0.05, 0, 1));
        return new(reading, Tapped(random, camera, [On(0), On(10), On(reading)], ("low", 0), ("high", 10)));
    }

    private static SailShape Sail(Random random) =>
        new(
            Between(random, 4, 5.5),
            Between(random, 1.8, 2.6),
            Between(random, 0, 12),
            Between(random, 0, 20),
            Between(random, 0.05, 0.14),
            Between(random, 0.36, 0.5)
        );

    private static SpacePoint From(double away, double yaw, double up) =>
        new(away * Math.Cos(yaw * Math.PI / 180), away * Math.Sin(yaw * Math.PI / 180), up);

    private static PictureCamera Abeam(Random random, double offBeam)
    {
        var (away, up, off) = (Between(random, 7, 15), Between(random, 0.8, 2), Between(random, -offBeam, offBeam) * Math.PI / 180);
        return Held(random, new(away * Math.Sin(off), away * Math.Cos(off), up), new(0, 0, up), 3);
    }

    /// <summary>Held by a hand: turned a little, tipped up to so many degrees, through a lens that bends a little.</summary>
    private static PictureCamera Held(Random random, SpacePoint place, SpacePoint target, double tip)
    {
        var away = Math.Sqrt((target - place).Dot(target - place));
        return new(place, target with { Up = target.Up + (away * Math.Tan(Between(random, -tip, tip) * Math.PI / 180)) })
        {
            Roll = Between(random, -5, 5),
            Focal = Between(random, 2700, 3300),
            Bend = Between(random, -0.02, 0.02),
        };
    }

    /// <summary>Two ends of the horizon, left and right in the picture.</summary>
    private static IEnumerable<PicturePoint> Horizon(PictureCamera camera, SpacePoint ahead, SpacePoint across) =>
        new[] { -0.35, 0.35 }.Select(side =>
            camera.See(
                new(
                    camera.Place.Aft + (1e5 * (ahead.Aft + (side * across.Aft))),
                    camera.Place.Leeward + (1e5 * (ahead.Leeward + (side * across.Leeward))),
                    camera.Place.Up
                )
            )
        );

    private static GaugePicture Tapped(
        Random random,
        PictureCamera camera,
        IReadOnlyList<PicturePoint> points,
        params (string Key, double Value)[] facts
    ) =>
        new(
            camera.Width,
            camera.Height,
            [
                .. points.Select(point => new PicturePoint(
                    Math.Clamp(point.X + (Tremble * Normal(random)), 0, camera.Width),
                    Math.Clamp(point.Y + (Tremble * Normal(random)), 0, camera.Height)
                )),
            ],
            facts.ToDictionary(fact => fact.Key, fact => fact.Value)
        )
        {
            Tap = Tremble,
        };

    private static double Taped(Random random, double length) => length + (Math.Max(0.002, 0.003 * length) * Normal(random));

    private static double Between(Random random, double low, double high) => low + ((high - low) * random.NextDouble());

    private static double Normal(Random random) =>
        Math.Sqrt(-2 * Math.Log(1 - random.NextDouble())) * Math.Cos(2 * Math.PI * random.NextDouble());
}
