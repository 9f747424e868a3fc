namespace Regatta.Application.Membership;

/// <summary>The roles somebody may have in a club.</summary>
public static class Roles
{
    public const string Coordinator = "coordinator";
    public const string Captain = "captain";
    public const string Sailor = "sailor";

    /// <summary>The roles of somebody who sails, is captain of some classes perhaps, and coordinates the fleet perhaps.</summary>
    public static IReadOnlyList<string> Of(bool coordinates, bool isCaptain) =>
        [.. coordinates ? [Coordinator] : Array.Empty<string>(), .. isCaptain ? [Captain] : Array.Empty<string>(), Sailor];
}
