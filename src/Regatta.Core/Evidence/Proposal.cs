namespace Regatta.Core.Evidence;

/// <summary>A change of one control in one band that the logs speak for.</summary>
/// <param name="Band">In which band.</param>
/// <param name="Control">Which control.</param>
/// <param name="From">Its mark now.</param>
/// <param name="To">The mark proposed.</param>
/// <param name="Now">Expected helm now.</param>
/// <param name="After">Expected helm after, in degrees.</param>
/// <param name="BetterProbability">Probability that the helm lies nearer the target after than now.</param>
/// <param name="Cautions">What to know before accepting; empty when there is nothing.</param>
public sealed record Proposal(
    WindBand Band,
    Control Control,
    Mark From,
    Mark To,
    HelmPrediction Now,
    double After,
    double BetterProbability,
    IReadOnlyList<string> Cautions
)
{
    /// <summary>How the class tells balance.</summary>
    public Checks.BalanceCheck Balance { get; init; } = Checks.BalanceCheck.Usual;

    /// <summary>The change in positions.</summary>
    public double Change => To.Position - From.Position;

    /// <summary>How many of a hundred such changes would be better. Shown as 1–99 of 100: the model’s own error is
    /// larger than the rest.</summary>
    public int BetterOfHundred => (int)Math.Clamp(Math.Round(BetterProbability * 100), 1, 99);

    /// <summary>Whether a session speaks for it: its helm was off on the side that the change cures.</summary>
    public bool IsSpokenForBy(SessionEvidence session, HelmAim aim) =>
        session is { IsValid: true, Check: { } check }
        && check.Helm.Mean.Degrees - aim.Target.Degrees is var off
        && Math.Abs(off) > aim.Tolerance.Degrees
        && off * (After - Now.Mean) < 0;

    /// <summary>The proposal as a sailor would say it.</summary>
    /// <param name="unit">The wind unit of the reader.</param>
    public string Sentence(SpeedUnit unit) =>
        $"In {NumberText.Plain(Band.From.In(unit), 0)}–{NumberText.Plain(Band.To.In(unit), 0)} "
        + $"{unit.Symbol()} at {Control.Scale.Show(From)} "
        + $"you carry {Balance.Describe(Angle.FromDegrees(Now.Mean))} ± {NumberText.Plain(Now.Deviation, 1)}; "
        + $"{Control.Scale.ShowChange(Change)} should bring {NumberText.Plain(After, 1)}°; {BetterOfHundred} of 100 that it is better.";
}
