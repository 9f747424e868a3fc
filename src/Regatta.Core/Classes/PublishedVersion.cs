namespace Regatta.Core.Classes;

/// <summary>A class as it was published, definition and cells: it never changes again.</summary>
/// <param name="Number">1 for the first of its class, one more each time.</param>
/// <param name="At">When.</param>
/// <param name="By">Who, as shown.</param>
/// <param name="Reason">Why, in the publisher's words.</param>
/// <param name="State">What it says.</param>
public sealed record PublishedVersion(int Number, DateTimeOffset At, string By, string Reason, ClassState State)
{
    /// <summary>The longest reason, in characters.</summary>
    public const int LongestReason = 500;

    /// <summary>The definition as it was published.</summary>
    public ClassDefinition Class => State.Definition;

    /// <summary>The matrices as they were published.</summary>
    public MatrixSet Set => State.Set;

    /// <summary>Rules made since that the version breaks, a sentence each.</summary>
    public IReadOnlyList<string> Findings => Class.Problems();
}
