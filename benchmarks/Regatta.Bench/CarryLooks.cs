using Regatta.Tests;

namespace Regatta.Bench;

/// <summary>How often what is said beside each other contradicts the limits, over all demo classes and kits.</summary>
internal static class CarryLooks
{
    public static void Run()
    {
        var (looks, wrong) = (0L, new List<string>());
        foreach (var version in CarrySweep.Classes)
        {
            var (count, found) = CarrySweep.Run(version, stepKnots: 0.5);
            looks += count;
            wrong.AddRange(found);
            Console.WriteLine($"{version.Class.Name}: {found.Count} of {count}");
        }

        foreach (var why in wrong.Take(20))
        {
            Console.WriteLine(why);
        }

        Console.WriteLine($"carry: {wrong.Count} contradictions of {looks}");
    }
}
