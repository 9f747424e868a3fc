namespace Regatta.Core.Diagnosis;

/// <summary>What a class changes first against too much power, once the free acts are done. Practitioners differ; all of it stays
/// listed.</summary>
public enum DepowerFirst
{
    /// <summary>What costs least: the sails, then the board, the rig last.</summary>
    Cheapest,

    /// <summary>Easing and twist.</summary>
    Twist,

    /// <summary>A flatter sail.</summary>
    Flatten,

    /// <summary>The rig, because easing costs power.</summary>
    Rig,
}
