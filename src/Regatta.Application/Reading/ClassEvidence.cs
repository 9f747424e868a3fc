using System.Collections.Concurrent;
using Regatta.Core.Evidence;
using Regatta.Core.Fleet;
using Regatta.Core.Matrices;

namespace Regatta.Application.Reading;

/// <summary>The logs of a class, with what they say of each layer. Good for as long as its logs, its definition and its versions stay as
/// they are.</summary>
/// <param name="definition">The draft's definition.</param>
/// <param name="published">What was published, oldest first.</param>
/// <param name="sessions">All logs of the class.</param>
public sealed class ClassEvidence(ClassDefinition definition, IReadOnlyList<ClassState> published, IReadOnlyList<SessionEvidence> sessions)
{
    private readonly ConcurrentDictionary<Layer, LayerEvidence> layers = new();
    private readonly ILookup<Layer, SessionEvidence> byLayer = sessions.ToLookup(session => session.Layer);

    /// <summary>All logs of the class.</summary>
    public IReadOnlyList<SessionEvidence> Sessions { get; } = sessions;

    /// <summary>What the logs of a layer say under a definition; under another than the draft's it is worked out anew.</summary>
    public LayerEvidence Of(Layer layer, ClassDefinition over) =>
        over.Bands.Equals(definition.Bands) && over.Helm == definition.Helm && over.Controls.SequenceEqual(definition.Controls)
            ? layers.GetOrAdd(layer, one => Make(one, definition))
            : Make(layer, over);

    private LayerEvidence Make(Layer layer, ClassDefinition over)
    {
        // The cells are the first purpose's: what was sailed for another tells nothing of them.
        var first = over.Purposes.Count > 0 ? over.Purposes[0].Key : (PurposeKey?)null;
        var own = byLayer[layer].Where(run => run.Purpose is null || run.Purpose == first).ToList();
        return new(over, over.Bands, own, new(layer, published, own));
    }
}
