namespace Regatta.Core.Advice;

/// <summary>What a sailor gets back for a logged run: how its helm compares with what was expected there.</summary>
/// <param name="Helm">What was read, in degrees.</param>
/// <param name="Low">The lower end of what was expected, four times in five.</param>
/// <param name="High">The upper end.</param>
/// <param name="Means">What it means, in a sentence.</param>
public sealed record AfterRun(double Helm, double Low, double High, string Means)
{
    private const double Level = 0.8;

    /// <summary>Compares a helm with what the logs of the class expect of that very run; the class aims at its target within its
    /// tolerance.</summary>
    public static AfterRun Of(ClassDefinition definition, double helm, HelmPrediction expected)
    {
        var (low, high) = expected.Interval(Level);
        var off = helm - definition.Helm.Target.Degrees;
        var aimed = Math.Abs(off) <= definition.Helm.Tolerance.Degrees;
        var wanted = definition.Balance.Describe(definition.Helm.Target);
        return new(
            helm,
            low,
            high,
            (aimed, Below: helm.CompareTo(low) < 0, Above: helm.CompareTo(high) > 0) switch
            {
                (true, false, false) => "As the class aims at, and as expected here.",
                (true, _, _) => "As the class aims at, though the logs expected otherwise here: log it again, and the card learns.",
                (false, false, false) =>
                    $"As expected here, and {(off > 0 ? "more" : "less")} than the class aims at ({wanted}): a mark wants changing.",
                (false, _, _) =>
                    $"{NumberText.Plain(Math.Abs(off), 1)} off the {wanted} the class aims at, and not what was expected here: "
                        + "look first what was otherwise aboard, heel, trim or a mark.",
            }
        );
    }
}
