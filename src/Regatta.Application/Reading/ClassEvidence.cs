namespace Regatta.Application.Reading;

/// <summary>What the logs of a class say under one definition, plan and mode by plan and mode.</summary>
/// <param name="Basis">What it rests on.</param>
/// <param name="Fits">The plans and modes that were sailed.</param>
public sealed record BasedEvidence(EvidenceBasis Basis, IReadOnlyDictionary<PlanMode, HelmFit> Fits)
{
    /// <summary>Whether the runs are being read anew behind the readers' back, so that nothing is said of them for a moment.</summary>
    public bool IsBeingRead { get; init; }

    /// <summary>What the logs of a plan and mode say; of one nobody sailed, what is believed without logs.</summary>
    public HelmFit Of(PlanMode planMode)
    {
        if (Fits.TryGetValue(planMode, out var fit))
        {
            return fit;
        }

        var empty = PlanModeSums.Empty(Basis, planMode);
        return HelmFit.Of(
            Basis.ModelOf(planMode, empty.Sailed, empty.Boats),
            empty.Sums,
            IsBeingRead ? PlanModeRuns.BeingRead : PlanModeRuns.None,
            []
        );
    }
}

/// <summary>What the logs of a class say, under the draft's definition and under the published one. Good for as long as its logs, its
/// definition and its versions stay as they are.</summary>
/// <param name="draft">Under the draft's.</param>
/// <param name="published">Under the published one; the same where both say the same.</param>
public sealed class ClassEvidence(BasedEvidence draft, BasedEvidence published)
{
    /// <summary>What the kept sums rest on.</summary>
    public IReadOnlyList<EvidenceBasis> Bases { get; } = [.. new[] { draft.Basis, published.Basis }.DistinctBy(basis => basis.Key)];

    /// <summary>Whether the runs are being read anew, so that nothing is said of them for a moment.</summary>
    public bool IsBeingRead => draft.IsBeingRead || published.IsBeingRead;

    /// <summary>The newest runs of each band of each plan and mode.</summary>
    public IEnumerable<SessionEvidence> Listed => draft.Fits.Values.SelectMany(fit => fit.Runs.Listed);

    /// <summary>What the logs of a plan and mode say under a definition, the draft's or the published one.</summary>
    public HelmFit Of(PlanMode planMode, ClassDefinition over) =>
        (SaysTheSame(over, draft.Basis.Definition) ? draft : published).Of(planMode);

    private static bool SaysTheSame(ClassDefinition one, ClassDefinition other) =>
        one.Bands.Equals(other.Bands) && one.Helm == other.Helm && one.Controls.SequenceEqual(other.Controls);
}
