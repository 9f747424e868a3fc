using System.Globalization;
using Regatta.Tests;

namespace Regatta.Bench;

/// <summary>Sails of known shape, seen from forty places, tapped by 250 hands at each: how far off each gauge is, and how often the truth
/// lies within what it states.</summary>
internal static class Gauging
{
    private const int Hands = 250;

    /// <summary>Gauge by gauge, then the worst.</summary>
    public static void Run()
    {
        var all = GaugeSweep.Run(Hands, seed: 20261);
        foreach (var found in all)
        {
            Console.WriteLine(
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"{found.Gauge.Key}: 95 % error {found.Error95:0.####} of {found.Limit}, covered {found.Covered:0.0%}"
                )
            );
        }

        var worst = all.MaxBy(found => found.Error95 / found.Limit)!;
        Console.WriteLine(
            string.Create(
                CultureInfo.InvariantCulture,
                $"gauge: {worst.Error95 / worst.Limit:0.00} of its limit is the worst 95 % error ({worst.Gauge.Key}); covered "
                    + $"{all.Min(found => found.Covered):0.0%} to {all.Max(found => found.Covered):0.0%}"
            )
        );
    }
}
