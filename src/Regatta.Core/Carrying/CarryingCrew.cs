namespace Regatta.Core.Carrying;

/// <summary>Who carries: the crew, and what holds for them beside the class's limits.</summary>
/// <param name="Crew">Who is aboard; unknown for the crew the class is tuned with.</param>
/// <param name="ClubLimit">The club's limit of gennaker and kite, at the class's height; null for none.</param>
public sealed record CarryingCrew(CrewProfile Crew, Speed? ClubLimit)
{
    /// <summary>The crew the class is tuned with, in a club without a limit.</summary>
    public static CarryingCrew OfTheClass { get; } = new(CrewProfile.Unknown, null);

    /// <summary>What holds beside a class's limits of gennaker and kite.</summary>
    public LimitsBeside Beside(ReefRules rules) => new(ClubLimit, Crew.Limit, Crew.IsNewcomer ? rules.Newcomer : 1);

    /// <summary>Whose limits these are, in a few words.</summary>
    public string Whose =>
        Crew.IsNewcomer ? "for you, as a newcomer or junior"
        : Crew.IsEmpty ? "for the crew the class is tuned with"
        : "for your crew";
}
