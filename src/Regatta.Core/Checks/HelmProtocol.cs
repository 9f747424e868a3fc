namespace Regatta.Core.Checks;

/// <summary>The helm-balance check in the order it is done. Common practice.</summary>
public static class HelmProtocol
{
    /// <summary>The steps in short sentences.</summary>
    public static readonly IReadOnlyList<string> Steps =
    [
        "Sight the rudder: does it sit straight?",
        "Steady breeze, full speed, 10 to 20 m into the run.",
        "Hiked flat and trimmed, telltales streaming.",
        "Ease your grip: does she head up, go straight or bear away? Read the tiller against the tape.",
        "The same on the other tack.",
        "Head up slowly: do the luffs break together, top and bottom too?",
    ];
}
