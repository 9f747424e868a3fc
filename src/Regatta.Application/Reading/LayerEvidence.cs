using Regatta.Core.Evidence;
using Regatta.Core.Fleet;
using Regatta.Core.Wind;

namespace Regatta.Application.Reading;

/// <summary>The logs of one layer of a class, sorted into its bands, and what they say of its helm.</summary>
public sealed class LayerEvidence
{
    private readonly ILookup<BandId, SessionEvidence> byBand;

    public LayerEvidence(ClassDefinition boatClass, WindBands bands, IReadOnlyList<SessionEvidence> sessions, ReferenceCard card)
    {
        Sessions = sessions;
        Fit = HelmFit.Of(new(boatClass, bands, card, sessions.Select(session => session.Boat).OfType<long>()), sessions);
        byBand = sessions.ToLookup(session => bands.At(session.EffectiveWind.Mean).Id);
    }

    public IReadOnlyList<SessionEvidence> Sessions { get; }

    public HelmFit Fit { get; }

    /// <summary>The sessions whose mean wind, as it was for their crew, lay in a band.</summary>
    public IEnumerable<SessionEvidence> In(WindBand band) => byBand[band.Id];
}
