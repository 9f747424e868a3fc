namespace Regatta.Core.Sails;

/// <summary>Which wind a trigger looks at.</summary>
public enum TriggerWind
{
    /// <summary>The mean.</summary>
    Mean,

    /// <summary>The gust.</summary>
    Gust,

    /// <summary>The lull.</summary>
    Lull,
}

/// <summary>When to go over to a mode, and when to go back: two winds, so that nobody changes with every puff. The captain's
/// values.</summary>
/// <param name="On">Which wind is looked at.</param>
/// <param name="In">Go over at this wind and above.</param>
/// <param name="Back">Go back below this; not above the other.</param>
public sealed record ModeTrigger(TriggerWind On, Speed In, Speed Back)
{
    /// <summary>The wind it looks at, out of conditions: gusts and lulls that nobody measured are taken as the mean.</summary>
    public Speed Of(WindConditions wind) => On == TriggerWind.Gust ? wind.Gust ?? wind.Mean : wind.Mean;

    /// <summary>What makes it no trigger, in a sentence; null where it is one.</summary>
    public string? Problem =>
        !(In.MetresPerSecond > 0 && In.Knots <= 60) ? "A mode is gone over to between 0 and 60 kn."
        : Back > In ? "The way back lies above the way in: she would be in and out of the mode at once. Put it at or below."
        : null;
}
