namespace Regatta.Core.Logbook;

/// <summary>Who asked for the mark that was sailed.</summary>
public enum AskedBy
{
    /// <summary>The card said so.</summary>
    Card,

    /// <summary>A proposal of the logs said so.</summary>
    Proposal,

    /// <summary>A planned trial said so.</summary>
    Trial,

    /// <summary>The sailor chose it.</summary>
    Sailor,
}

/// <summary>Where a mark of a log came from. A mark that a sailor moved because of the helm tells little of what moving it does.</summary>
/// <param name="By">Who asked for it.</param>
/// <param name="Card">What the card said; null when it said nothing.</param>
public readonly record struct AskedMark(AskedBy By, Mark? Card);
