using System.Text.Json;

namespace Regatta.Demo;

/// <summary>What the demo's people measured in pictures: rendered sails of known shape, tapped by a hand that trembles.</summary>
public static class DemoPictures
{
    private const int Seed = 32;
    private const double Luff = 4.6;
    private const double Foot = 2.3;
    private const double Judged = 0.75;

    /// <summary>Writes the list of readings, and the pictures that are given to a class beside it.</summary>
    /// <param name="path">The list's file; the pictures lie in a folder <c>pictures</c> beside it.</param>
    public static void Write(string path)
    {
        var folder = Path.Combine(Path.GetDirectoryName(path)!, "pictures");
        Directory.CreateDirectory(folder);
        var random = new Random(Seed);
        var readings = new List<object>();

        // The leech at the top opens as the season goes, then is put right.
        (int Days, double Angle, string? File)[] leech =
        [
            (78, 1, null),
            (64, 2.5, null),
            (51, -1, "tandry-leech-right.jpg"),
            (30, 6.5, null),
            (9, 9.5, "tandry-leech-open.jpg"),
        ];
        foreach (var (days, angle, file) in leech)
        {
            var sail = Sail with { BoomAngle = 4, Twist = (angle - 4) / Judged };
            var away = 8 + random.NextDouble();
            var camera = Camera(new(away, 0.1 * Normal(random), 2.4), new(0, 0, 2.6 + (0.05 * Normal(random)))) with
            {
                Roll = Normal(random),
            };
            readings.Add(
                Reading(
                    "tandry",
                    "leech",
                    "leech-top",
                    days,
                    file,
                    camera,
                    [sail.Mast(0), sail.Mast(0.9), sail.At(Judged, 1)],
                    random,
                    ("mast", 0.9 * Luff),
                    ("chord", sail.Chord(Judged)),
                    ("away", Math.Round(away, 1)),
                    ("leeward", 1)
                )
            );
            Save(folder, file, new(sail, camera));
        }

        // The same sail grows fuller.
        foreach (var (days, camber) in new[] { (92, 0.099), (75, 0.102), (58, 0.104), (40, 0.107), (21, 0.109), (9, 0.112) })
        {
            var sail = Sail with { Camber = camber };
            var middle = sail.At(0.5, 0.5);
            var camera = Camera(middle with { Up = middle.Up - 2.4, Aft = middle.Aft + (0.1 * Normal(random)) }, middle) with
            {
                Up = new(1, 0, 0),
            };
            readings.Add(
                Reading(
                    "tandry",
                    "camber",
                    null,
                    days,
                    null,
                    camera,
                    [sail.At(0.5, 0), sail.At(0.5, 1), sail.At(0.5, sail.Draft)],
                    random,
                    ("off", 4)
                )
            );
        }

        var heeled = Sail with { Heel = -8 };
        var behind = Camera(new(11, 0.3, 1.6), new(0, 0, 2.2));
        readings.Add(
            Reading(
                "brannet",
                "heel",
                "windward-heel",
                12,
                "brannet-heel.jpg",
                behind,
                [heeled.Mast(0.1), heeled.Mast(1), new(-1e5, -2e4, 1.6), new(-1e5, 2e4, 1.6)],
                random,
                ("leeward", 1)
            )
        );
        Save(folder, "brannet-heel.jpg", new(heeled, behind));
        // One that nobody has tapped yet, to try the gauge with.
        Save(folder, "try-me.jpg", new(Sail with { BoomAngle = 4, Twist = (8 - 4) / Judged }, Camera(new(8.5, 0, 2.4), new(0, 0, 2.6))));
        File.WriteAllText(path, JsonSerializer.Serialize(readings, new JsonSerializerOptions { WriteIndented = true }) + "\n");
    }

    private static SailShape Sail => new(Luff, Foot, 4, 12, 0.1, 0.42) { Tack = 0.6 };

    private static PictureCamera Camera(SpacePoint place, SpacePoint target) =>
        new(place, target)
        {
            Width = 1200,
            Height = 1600,
            Focal = 1950,
        };

    private static object Reading(
        string classKey,
        string gauge,
        string? question,
        int daysAgo,
        string? picture,
        PictureCamera camera,
        IReadOnlyList<SpacePoint> points,
        Random random,
        params (string Key, double Value)[] facts
    ) =>
        new
        {
            classKey,
            person = "priya",
            gauge,
            question,
            daysAgo,
            picture,
            tapped = new
            {
                width = camera.Width,
                height = camera.Height,
                points = points
                    .Select(camera.See)
                    .Select(point => new { x = Math.Round(point.X + Normal(random), 1), y = Math.Round(point.Y + Normal(random), 1) }),
                facts = facts.ToDictionary(fact => fact.Key, fact => Math.Round(fact.Value, 4)),
                tap = 1.0,
            },
        };

    private static void Save(string folder, string? file, SailPicture picture)
    {
        if (file is not null)
        {
            File.WriteAllBytes(Path.Combine(folder, file), picture.Jpeg());
        }
    }

    private static double Normal(Random random) =>
        Math.Sqrt(-2 * Math.Log(1 - random.NextDouble())) * Math.Cos(2 * Math.PI * random.NextDouble());
}
