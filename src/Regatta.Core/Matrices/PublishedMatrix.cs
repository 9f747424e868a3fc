namespace Regatta.Core.Matrices;

/// <summary>A class's matrices as they were published: they never change again.</summary>
/// <param name="Number">1 for the first of its class, one more each time.</param>
/// <param name="At">When.</param>
/// <param name="By">Who, as shown.</param>
/// <param name="Reason">Why, in the publisher's words.</param>
/// <param name="Set">What they say.</param>
public sealed record PublishedMatrix(int Number, DateTimeOffset At, string By, string Reason, MatrixSet Set)
{
    /// <summary>The longest reason, in characters.</summary>
    public const int LongestReason = 500;
}
