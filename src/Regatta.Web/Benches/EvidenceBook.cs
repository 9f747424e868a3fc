using Regatta.Core.Evidence;
using Regatta.Core.Fleet;
using Regatta.Core.Wind;

namespace Regatta.Web.Benches;

/// <summary>The logs of a class, sorted into its bands, and what they say of its helm. Kept until a log, a band or the class's beliefs change.</summary>
public sealed class EvidenceBook
{
    private readonly ILookup<BandId, SessionEvidence> byBand;

    public EvidenceBook(BoatClass boatClass, WindBands bands, IReadOnlyList<SessionEvidence> sessions)
    {
        (Class, Bands, Sessions) = (boatClass, bands, sessions);
        Model = new(boatClass, bands);
        Posterior = Model.Fit(sessions);
        byBand = sessions.ToLookup(session => bands.At(session.Wind.Mean).Id);
    }

    public BoatClass Class { get; }

    public WindBands Bands { get; }

    public IReadOnlyList<SessionEvidence> Sessions { get; }

    public HelmModel Model { get; }

    public HelmPosterior Posterior { get; }

    /// <summary>The sessions whose mean wind lay in a band.</summary>
    public IEnumerable<SessionEvidence> In(WindBand band) => byBand[band.Id];

    /// <summary>Whether this book was made for the same beliefs and bands.</summary>
    public bool Fits(BoatClass boatClass, WindBands bands) =>
        Class.Helm == boatClass.Helm && Class.Controls.SequenceEqual(boatClass.Controls) && Bands.All.SequenceEqual(bands.All);
}
