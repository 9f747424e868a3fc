namespace Regatta.Core.Units;

/// <summary>The Beaufort scale by its table of whole knots. Source: WMO-No. 306, code table 1100.</summary>
public static class Beaufort
{
    /// <summary>The coefficient in v = 0.836 B^1.5 m/s, the fit behind the table.</summary>
    public const double Coefficient = 0.836;

    private static readonly int[] FirstKnots = [0, 1, 4, 7, 11, 17, 22, 28, 34, 41, 48, 56, 64];

    /// <summary>The force of a wind, 0 to 12, the wind rounded to the whole knot as the table has it.</summary>
    public static int Force(Speed wind)
    {
        var knots = wind.Knots < 1 ? 0 : Math.Round(wind.Knots, MidpointRounding.AwayFromZero);
        return Array.FindLastIndex(FirstKnots, first => knots >= first);
    }

    /// <summary>The least wind of a force: where its tick stands on a ruler.</summary>
    /// <param name="force">0 to 12.</param>
    public static Speed Starts(int force) => Speed.FromKnots(FirstKnots[force]);
}
