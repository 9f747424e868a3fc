using Regatta.Formats.Bundles;

namespace Regatta.Demo;

/// <summary>An invented club. Everything in it is made up: people, places, classes, dimensions, marks and logs.</summary>
internal sealed record DemoClub(string Key, string Name, PersonDocument[] People, DemoClass[] Fleet, int Seed)
{
    /// <summary>The first of the people sail the classes that have been longest in the club.</summary>
    private const int FirstMembers = 8;

    private const int FirstClasses = 2;

    /// <summary>The large club, on a tidal reach.</summary>
    public static DemoClub Wenlow { get; } =
        new(
            "wenlow",
            "Wenlow Reach Sailing Club",
            [
                new("odalys", "Odalys Ferncombe", ["coordinator", "sailor"]),
                new("tamsin", "Tamsin Okwuosa", ["captain", "sailor"], ["quillet"]),
                new("bashir", "Bashir Lindwall", ["captain", "sailor"], ["ferrin-16"]),
                new("priya", "Priya Maddern", ["sailor"]),
                new("joaquim", "Joaquim Stell", ["captain", "sailor"], ["marrowin-24"]),
                new("wen", "Wen Abara", ["captain", "sailor"], ["skelvin"]),
                new("noor", "Noor Casterly", ["captain", "sailor"], ["brannet"]),
                new("ewan", "Ewan Tidewell", ["captain", "sailor"], ["tandry"]),
                new("sunniva", "Sunniva Pell", ["captain", "sailor"], ["orlop-9"]),
                new("tariq", "Tariq Osgood", ["captain", "sailor"], ["gessamy"]),
                new("beatriz", "Beatriz Lamm", ["captain", "sailor"], ["pettle-65"]),
            ],
            [
                WenlowFleet.Quillet,
                WenlowFleet.Ferrin16,
                WenlowFleet.Brannet,
                WenlowFleet.Tandry,
                WenlowFleet.Skelvin,
                WenlowFleet.Marrowin24,
                WenlowFleet.Orlop9,
                WenlowFleet.Gessamy,
                WenlowFleet.Pettle65,
            ],
            Seed: 20261
        );

    /// <summary>The small club, on a mere.</summary>
    public static DemoClub Tessick { get; } =
        new(
            "tessick",
            "Tessick Mere Model and Dinghy Club",
            [
                new("ebbe", "Ebbe Strandvik", ["coordinator", "sailor"]),
                new("ilse", "Ilse Marrow", ["captain", "sailor"], ["pond-65"]),
                new("kofi", "Kofi Brandreth", ["sailor"]),
            ],
            [TessickFleet.MereLateen, TessickFleet.Pond65],
            Seed: 40260
        );

    /// <summary>The club as a bundle; the same every time it is made.</summary>
    public BundleDocument Make()
    {
        var all = People.Where(person => person.Roles.Contains("sailor")).Select(person => person.Key).ToList();
        return new(
            BundleDocument.FormatName,
            BundleDocument.CurrentVersion,
            [
                .. Fleet.Select(
                    (one, at) => LogMaker.WithLogs(one, at < FirstClasses ? [.. all.Take(FirstMembers)] : all, new Random(Seed + at))
                ),
            ],
            new(Name, "WET", Key),
            People
        );
    }
}
