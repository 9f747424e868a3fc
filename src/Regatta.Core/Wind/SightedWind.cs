namespace Regatta.Core.Wind;

/// <summary>What the water looks like in a force of wind, for those without an instrument.</summary>
/// <param name="Force">Beaufort force.</param>
/// <param name="Sign">The sign of the sea.</param>
public sealed record SightedWind(int Force, string Sign)
{
    /// <summary>The signs, calm to near gale, in our own words. Source of the forces: WMO-No. 306, code table 1100.</summary>
    public static IReadOnlyList<SightedWind> Signs { get; } =
    [
        new(0, "like a mirror"),
        new(1, "ripples like scales"),
        new(2, "small wavelets, none breaking"),
        new(3, "scattered whitecaps"),
        new(4, "whitecaps often"),
        new(5, "many whitecaps, some spray"),
        new(6, "foam crests everywhere, spray"),
        new(7, "foam blown in streaks"),
    ];

    /// <summary>The winds it may be: from where the force begins to where the next does. A sign is no number; its width is its
    /// uncertainty.</summary>
    public WindRange Range => WindRange.Of(Beaufort.Starts(Force), Beaufort.Starts(Force + 1), null).Value;
}
