using Regatta.Formats.Bundles;

namespace Regatta.Demo;

/// <summary>The invented club. Everything in it is made up: people, places, classes, dimensions, marks and logs.</summary>
public static class DemoClub
{
    /// <summary>One seed for the whole club, so that it is the same every time it is made.</summary>
    public const int Seed = 20260;

    private static readonly PersonDocument[] People =
    [
        new("odalys", "Odalys Ferncombe", ["coordinator", "sailor"]),
        new("tamsin", "Tamsin Okwuosa", ["captain", "sailor"], ["quillet"]),
        new("bashir", "Bashir Lindwall", ["captain", "sailor"], ["ferrin-16"]),
        new("priya", "Priya Maddern", ["sailor"]),
        new("joaquim", "Joaquim Stell", ["sailor"]),
        new("wen", "Wen Abara", ["sailor"]),
        new("noor", "Noor Casterly", ["sailor"]),
        new("ewan", "Ewan Tidewell", ["sailor"]),
    ];

    /// <summary>The club as a bundle.</summary>
    public static BundleDocument Make()
    {
        var sailors = People.Where(person => person.Roles.Contains("sailor")).Select(person => person.Key).ToList();
        return new(
            BundleDocument.FormatName,
            BundleDocument.CurrentVersion,
            [
                LogMaker.WithLogs(Quillet.Make(), Quillet.Truth, sailors, new Random(Seed)),
                LogMaker.WithLogs(Ferrin16.Make(), Ferrin16.Truth, sailors, new Random(Seed + 1)),
            ],
            new("Wenlow Reach Sailing Club", "WET"),
            People);
    }
}
