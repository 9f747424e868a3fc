using System.Collections.Concurrent;
using Regatta.Core.Evidence;
using Regatta.Core.Fleet;
using Regatta.Core.Wind;

namespace Regatta.Web.Benches;

/// <summary>The logs of a class, a book of evidence for each layer. Kept until a log, a band or the class's beliefs change.</summary>
public sealed class EvidenceShelf(BoatClass boatClass, WindBands bands, IReadOnlyList<SessionEvidence> sessions)
{
    private readonly ConcurrentDictionary<Layer, EvidenceBook> books = new();
    private readonly ILookup<Layer, SessionEvidence> byLayer = sessions.ToLookup(session => session.Layer);

    public IReadOnlyList<SessionEvidence> Sessions { get; } = sessions;

    /// <summary>The book of a layer; for other bands than the draft's it is made anew.</summary>
    public EvidenceBook Of(Layer layer, WindBands over) => over.All.SequenceEqual(bands.All)
        ? books.GetOrAdd(layer, one => new(boatClass, bands, [.. byLayer[one]]))
        : new(boatClass, over, [.. byLayer[layer]]);

    /// <summary>Whether this shelf was made for the same beliefs and bands.</summary>
    public bool Fits(BoatClass other, WindBands otherBands) =>
        boatClass.Helm == other.Helm && boatClass.Controls.SequenceEqual(other.Controls) && bands.All.SequenceEqual(otherBands.All);
}
