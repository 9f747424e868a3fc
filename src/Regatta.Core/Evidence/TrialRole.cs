namespace Regatta.Core.Evidence;

/// <summary>What somebody does in a trial.</summary>
public enum TrialRole
{
    /// <summary>Steers the first boat.</summary>
    SteersFirst,

    /// <summary>Steers the second boat.</summary>
    SteersSecond,

    /// <summary>Reads and writes down.</summary>
    ReadsTape,

    /// <summary>Looks out.</summary>
    LooksOut,
}

/// <summary>Who may do what in a trial at the same time. Common practice, no source.</summary>
public static class TrialRoles
{
    /// <summary>Each role in words, in the order they are given out.</summary>
    public static readonly IReadOnlyList<(TrialRole Role, string Words)> Words =
    [
        (TrialRole.SteersFirst, "steers the first boat"),
        (TrialRole.SteersSecond, "steers the second boat"),
        (TrialRole.ReadsTape, "reads and writes down"),
        (TrialRole.LooksOut, "looks out"),
    ];

    /// <summary>A role in words.</summary>
    public static string In(this TrialRole role) => Words.First(word => word.Role == role).Words;

    /// <summary>The roles a design has.</summary>
    public static IEnumerable<TrialRole> Of(TrialDesign design) =>
        Words.Select(word => word.Role).Where(role => design == TrialDesign.LineUp || role != TrialRole.SteersSecond);

    /// <summary>The first role that does not go with another of the same person, and why in a sentence; null where all do.</summary>
    /// <param name="given">Who does what.</param>
    public static (TrialRole Role, string Why)? Problem(IReadOnlyDictionary<TrialRole, Guid> given)
    {
        foreach (
            var (one, other, why) in new[]
            {
                (TrialRole.SteersFirst, TrialRole.SteersSecond, "Nobody steers both boats."),
                (TrialRole.ReadsTape, TrialRole.LooksOut, "Who reads is not looking out: name another."),
                (TrialRole.SteersFirst, TrialRole.ReadsTape, "Who steers does not read: name another, or leave it open."),
                (TrialRole.SteersSecond, TrialRole.ReadsTape, "Who steers does not read: name another, or leave it open."),
            }
        )
        {
            if (given.TryGetValue(one, out var first) && given.TryGetValue(other, out var second) && first == second)
            {
                return (other, why);
            }
        }

        return null;
    }
}
