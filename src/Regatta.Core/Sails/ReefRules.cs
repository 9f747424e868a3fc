namespace Regatta.Core.Sails;

/// <summary>How a class goes by its limits. The factors are ours and a captain's to edit.</summary>
/// <param name="GustAllowance">A gust may exceed a limit by this factor before it counts; 1 to 2.</param>
/// <param name="Newcomer">A newcomer's share of a limit; above 0, to 1. Common practice: 17 to 18 of 20 kn.</param>
/// <param name="HeelWarns">Whether she heels before it is too much. Where she does not, load gives little warning.</param>
/// <param name="Signs">What is seen or felt before a reef, whatever the number says.</param>
/// <param name="Squall">What to do in a short squall.</param>
/// <param name="Lasting">What to do when the wind is there to stay.</param>
public sealed record ReefRules(
    double GustAllowance,
    double Newcomer,
    bool HeelWarns,
    IReadOnlyList<string> Signs,
    string Squall,
    string Lasting
)
{
    /// <summary>Where heel gives warning in time (ours).</summary>
    public const double UsualGustAllowance = 1.25;

    /// <summary>Where it does not. Common practice: 22 of 20 kn.</summary>
    public const double GustAllowanceWithoutHeel = 1.10;

    /// <summary>Common practice: 17 to 18 of 20 kn.</summary>
    public const double UsualNewcomer = 0.875;

    /// <summary>What holds where nobody said otherwise.</summary>
    public static ReefRules Usual { get; } = new(UsualGustAllowance, UsualNewcomer, true, [], "", "");

    /// <summary>What makes them no rules, in a sentence; null where they are.</summary>
    public string? Problem =>
        GustAllowance is >= 1 and <= 2 && Newcomer is > 0 and <= 1
            ? null
            : "Gusts are allowed 1 to 2 times a limit, and a newcomer’s share lies above 0, up to 1.";

    /// <summary>The same rules.</summary>
    public bool Equals(ReefRules? other) =>
        other is not null
        && (GustAllowance, Newcomer, HeelWarns, Squall, Lasting)
            == (other.GustAllowance, other.Newcomer, other.HeelWarns, other.Squall, other.Lasting)
        && Signs.SequenceEqual(other.Signs);

    /// <inheritdoc/>
    public override int GetHashCode() => HashCode.Combine(GustAllowance, Newcomer, HeelWarns);
}
