using Regatta.Formats.Bundles;

namespace Regatta.Demo;

/// <summary>The invented club. Everything in it is made up: people, places, classes, dimensions, marks and logs.</summary>
public static class DemoClub
{
    /// <summary>One seed for the whole club, so that it is the same every time it is made.</summary>
    public const int Seed = 20260;

    /// <summary>The first of the people sail the two classes that have been longest in the club.</summary>
    private const int FirstMembers = 8;

    private static readonly PersonDocument[] People =
    [
        new("odalys", "Odalys Ferncombe", ["coordinator", "sailor"]),
        new("tamsin", "Tamsin Okwuosa", ["captain", "sailor"], ["quillet"]),
        new("bashir", "Bashir Lindwall", ["captain", "sailor"], ["ferrin-16"]),
        new("priya", "Priya Maddern", ["sailor"]),
        new("joaquim", "Joaquim Stell", ["captain", "sailor"], ["marrick-24"]),
        new("wen", "Wen Abara", ["captain", "sailor"], ["skellow"]),
        new("noor", "Noor Casterly", ["captain", "sailor"], ["brannet"]),
        new("ewan", "Ewan Tidewell", ["captain", "sailor"], ["tandry"]),
        new("sunniva", "Sunniva Pell", ["captain", "sailor"], ["orlop-9"]),
        new("tariq", "Tariq Osgood", ["captain", "sailor"], ["gannel"]),
        new("beatriz", "Beatriz Lamm", ["captain", "sailor"], ["pettle-65"]),
    ];

    private static readonly DemoClass[] Fleet =
    [
        DemoFleet.Quillet, DemoFleet.Ferrin16, DemoFleet.Brannet, DemoFleet.Tandry, DemoFleet.Skellow,
        DemoFleet.Marrick24, DemoFleet.Orlop9, DemoFleet.Gannel, DemoFleet.Pettle65,
    ];

    /// <summary>The club as a bundle.</summary>
    public static BundleDocument Make()
    {
        var all = People.Where(person => person.Roles.Contains("sailor")).Select(person => person.Key).ToList();
        return new(
            BundleDocument.FormatName,
            BundleDocument.CurrentVersion,
            [.. Fleet.Select((one, at) => LogMaker.WithLogs(one, at < 2 ? all[..FirstMembers] : all, new Random(Seed + at)))],
            new("Wenlow Reach Sailing Club", "WET"),
            People);
    }
}
