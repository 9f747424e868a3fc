using Regatta.Core.Evidence;
using Regatta.Core.Fleet;
using Regatta.Core.Wind;

namespace Regatta.Application.Reading;

/// <summary>The logs of one layer of a class, sorted into its bands, and what they say of its helm.</summary>
public sealed class LayerEvidence
{
    private readonly ILookup<BandId, SessionEvidence> byBand;

    public LayerEvidence(ClassDefinition boatClass, WindBands bands, IReadOnlyList<SessionEvidence> sessions)
    {
        Sessions = sessions;
        Model = new(boatClass, bands);
        Posterior = Model.Fit(sessions);
        byBand = sessions.ToLookup(session => bands.At(session.Wind.Mean).Id);
    }

    public IReadOnlyList<SessionEvidence> Sessions { get; }

    public HelmModel Model { get; }

    public HelmPosterior Posterior { get; }

    /// <summary>The sessions whose mean wind lay in a band.</summary>
    public IEnumerable<SessionEvidence> In(WindBand band) => byBand[band.Id];
}
