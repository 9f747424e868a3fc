using Regatta.Core.Evidence;
using Regatta.Core.Fleet;
using Regatta.Core.Matrices;
using Regatta.Core.Wind;
using Regatta.Store;
using Regatta.Web.Drawings;

namespace Regatta.Web.Benches;

/// <summary>One layer of a class, a sail plan in a mode: its matrix, the trust in every cell, the proposals, what does not fit, the drawing. Immutable.</summary>
public sealed class LayerBench
{
    private readonly Lazy<IReadOnlyList<Finding>> findings;
    private readonly Lazy<LaneDrawing> lanes;

    /// <summary>Joins the parts.</summary>
    /// <param name="whole">The class it is of.</param>
    /// <param name="set">What is looked at: the draft, or an older version.</param>
    /// <param name="layer">Which of its layers.</param>
    /// <param name="ghost">What it is held against; null for nothing.</param>
    public LayerBench(Bench whole, MatrixSet set, Layer layer, Matrix? ghost)
    {
        var matrix = set[layer];
        (Whole, Layer, Matrix, Ghost) = (whole, layer, matrix, ghost);
        Book = whole.Evidence.Of(layer, matrix.Bands);
        Proposer = new(whole.Class, set.AsSailed(layer), Book.Model, Book.Posterior);
        Trust = Addresses().ToDictionary(
            at => new CellAddress(at.Band.Id, at.Control.Key),
            at => CellTrust.Judge(whole.Class, matrix, at.Band, at.Control, Book.In(at.Band), whole.Today));
        Proposals = Addresses().Where(at => matrix[at.Band, at.Control] is not null).Select(at => Proposer.For(at.Band, at.Control)).OfType<Proposal>().Where(IsNews).ToDictionary(p => new CellAddress(p.Band.Id, p.Control.Key));
        findings = new(() => Judgement.Of(matrix, Book.Sessions));
        lanes = new(() => LaneDrawing.Of(this, null));
    }

    public Bench Whole { get; }

    public Layer Layer { get; }

    public BoatClass Class => Whole.Class;

    public Matrix Matrix { get; }

    public Matrix? Ghost { get; }

    public EvidenceBook Book { get; }

    public Proposer Proposer { get; }

    public IReadOnlyDictionary<CellAddress, CellTrust> Trust { get; }

    /// <summary>The proposals that wait for a decision.</summary>
    public IReadOnlyDictionary<CellAddress, Proposal> Proposals { get; }

    /// <summary>What does not fit.</summary>
    public IReadOnlyList<Finding> Findings => findings.Value;

    /// <summary>The lanes over the whole ruler.</summary>
    public LaneDrawing Lanes => lanes.Value;

    /// <summary>The lanes with one band drawn large; the whole ruler for none.</summary>
    public LaneDrawing LanesOf(WindBand? zoom) => zoom is null ? Lanes : LaneDrawing.Of(this, zoom);

    /// <summary>The helm to expect in a band; null where a helm control has no mark, or nothing was ever logged in this layer.</summary>
    public (double Mean, double Deviation)? Expected(WindBand band) => Book.Posterior.Rows > 0 ? Proposer.Expected(band) : null;

    public CellPlace Place(CellAddress address) => new(Layer, address);

    public int Revision(CellAddress address) => Whole.Revision(Place(address));

    /// <summary>What does not fit at a cell.</summary>
    public IEnumerable<Finding> FindingsAt(CellAddress address) => Findings.Where(finding => finding.Control.Key == address.Control && finding.Bands.Any(band => band.Id == address.Band));

    /// <summary>The writes of some edits, each at the revision the cell has here.</summary>
    public IReadOnlyList<CellWrite> Writes(IEnumerable<CellEdit> edits, DateOnly day) =>
        [.. edits.Select(edit => new CellWrite(Place(edit.Address), edit.Cell?.On(day), Revision(edit.Address)))];

    private IEnumerable<(WindBand Band, Control Control)> Addresses() =>
        from control in Matrix.Controls from band in Matrix.Bands.All select (band, control);

    /// <summary>A proposal that was set aside comes back only when enough logs have come in since.</summary>
    private bool IsNews(Proposal proposal) =>
        !Whole.Decisions.TryGetValue(Place(new(proposal.Band.Id, proposal.Control.Key)), out var decision)
        || decision.Kind != DecisionKind.SetAside
        || decision.To != proposal.To
        || Book.Posterior.Rows >= decision.LogsThen + CellTrust.Enough;
}
