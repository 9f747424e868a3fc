using Regatta.Core.Evidence;
using Regatta.Core.Fleet;

namespace Regatta.Application.Reading;

/// <summary>What the logs of a class say under one definition, layer by layer.</summary>
/// <param name="Basis">What it rests on.</param>
/// <param name="Fits">The layers that were sailed.</param>
public sealed record BasedEvidence(EvidenceBasis Basis, IReadOnlyDictionary<Layer, HelmFit> Fits)
{
    /// <summary>Whether the runs are being read anew behind the readers' back, so that nothing is said of them for a moment.</summary>
    public bool IsBeingRead { get; init; }

    /// <summary>What the logs of a layer say; of one nobody sailed, what is believed without logs.</summary>
    public HelmFit Of(Layer layer)
    {
        if (Fits.TryGetValue(layer, out var fit))
        {
            return fit;
        }

        var empty = KeptLayer.Empty(Basis, layer);
        return HelmFit.Of(
            Basis.ModelOf(layer, empty.Sailed, empty.Boats),
            empty.Sums,
            IsBeingRead ? LayerRuns.BeingRead : LayerRuns.None,
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

    /// <summary>The newest runs of each band of each layer.</summary>
    public IEnumerable<SessionEvidence> Listed => draft.Fits.Values.SelectMany(fit => fit.Runs.Listed);

    /// <summary>What the logs of a layer say under a definition, the draft's or the published one.</summary>
    public HelmFit Of(Layer layer, ClassDefinition over) => (SaysTheSame(over, draft.Basis.Definition) ? draft : published).Of(layer);

    private static bool SaysTheSame(ClassDefinition one, ClassDefinition other) =>
        one.Bands.Equals(other.Bands) && one.Helm == other.Helm && one.Controls.SequenceEqual(other.Controls);
}
