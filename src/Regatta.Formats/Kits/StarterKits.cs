using System.Reflection;
using Regatta.Formats.Bundles;

namespace Regatta.Formats.Kits;

/// <summary>The starter kits that ship with the app: one bundle a rig family, with controls, datums, directions, couplings, checks and
/// cautions, and no marks. Their limits and steps are where a club starts to measure, not what anybody measured.</summary>
public static class StarterKits
{
    private static readonly Lazy<IReadOnlyList<BundledClass>> Shelf = new(() => [.. Read()]);

    /// <summary>All kits, by family.</summary>
    public static IReadOnlyList<BundledClass> All => Shelf.Value;

    /// <summary>Usual wind bands and nothing else, for a boat that no kit is like.</summary>
    public static BundledClass Nothing { get; } =
        new(
            new(
                new(
                    "from-nothing",
                    "None of these",
                    ClassDefinition.OwnFamily,
                    "Wind bands and no control: you make each yourself.",
                    Usual.Helm,
                    Usual.Bands,
                    [],
                    []
                )
                {
                    LastBand = Usual.LastBand,
                },
                new Dictionary<CellPlace, Cell>()
            ),
            [],
            [],
            []
        );

    /// <summary>What is usual where nothing is known of a boat: the helm aimed at and the wind bands of the kit that most boats are
    /// like.</summary>
    public static ClassDefinition Usual => Find("sloop-dinghy")!.Class;

    /// <summary>The kit of a key, or null.</summary>
    public static BundledClass? Find(string? key) => All.FirstOrDefault(kit => kit.Class.Key == key);

    private static IEnumerable<BundledClass> Read()
    {
        var assembly = Assembly.GetExecutingAssembly();
        foreach (
            var name in assembly
                .GetManifestResourceNames()
                .Where(name => name.EndsWith(".json", StringComparison.Ordinal))
                .Order(StringComparer.Ordinal)
        )
        {
            using var stream = assembly.GetManifestResourceStream(name)!;
            using var memory = new MemoryStream();
            stream.CopyTo(memory);
            var reading = BundleReader.Read(memory.ToArray(), DateTimeOffset.MaxValue.AddDays(-1));
            yield return reading.Bundle?.Classes.Single()
                ?? throw new InvalidOperationException(
                    $"The kit {name} is not right: "
                        + string.Join(" ", reading.Problems.Select(problem => $"{problem.Where}: {problem.What}"))
                );
        }
    }
}
