namespace Regatta.Core.Marks;

/// <summary>What tells whether a boat reads a scale as the class does.</summary>
public enum ScaleCheck
{
    /// <summary>Nothing: stops, targets, counts nobody measured.</summary>
    Nothing,

    /// <summary>A tape from the datum.</summary>
    Tape,

    /// <summary>An instrument of the boat's, such as an inclinometer.</summary>
    Instrument,

    /// <summary>The reader's own hand or arm.</summary>
    OwnBody,
}
