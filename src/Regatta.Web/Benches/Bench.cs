using Regatta.Core.Evidence;
using Regatta.Core.Fleet;
using Regatta.Core.Matrices;
using Regatta.Core.Wind;
using Regatta.Store;
using Regatta.Web.Drawings;

namespace Regatta.Web.Benches;

/// <summary>All there is to show of a class's matrix at one moment: the draft, the published version, the trust in every cell, the proposals, the drawing. Immutable; shared by every reader of that moment.</summary>
public sealed class Bench
{
    private readonly Lazy<LaneDrawing> lanes;

    public Bench(ClassDraft draft, PublishedMatrix? newest, IReadOnlyDictionary<CellAddress, Decision> decisions, EvidenceBook book, DateTimeOffset today)
    {
        (Draft, Newest, Decisions, Book) = (draft, newest, decisions, book);
        Proposer = new(draft.Class, draft.Matrix, book.Model, book.Posterior);
        Trust = Addresses().ToDictionary(
            at => new CellAddress(at.Band.Id, at.Control.Key),
            at => CellTrust.Judge(draft.Class, draft.Matrix, at.Band, at.Control, book.In(at.Band), today));
        Proposals = Addresses().Select(at => Proposer.For(at.Band, at.Control)).OfType<Proposal>().Where(IsNews).ToDictionary(p => new CellAddress(p.Band.Id, p.Control.Key));
        Changes = newest is null ? [] : MatrixDiff.Between(newest.Matrix, draft.Matrix);
        lanes = new(() => LaneDrawing.Of(this));
    }

    public ClassDraft Draft { get; }

    public BoatClass Class => Draft.Class;

    public Matrix Matrix => Draft.Matrix;

    public PublishedMatrix? Newest { get; }

    public IReadOnlyDictionary<CellAddress, Decision> Decisions { get; }

    public EvidenceBook Book { get; }

    public Proposer Proposer { get; }

    public IReadOnlyDictionary<CellAddress, CellTrust> Trust { get; }

    /// <summary>The proposals that wait for a decision.</summary>
    public IReadOnlyDictionary<CellAddress, Proposal> Proposals { get; }

    /// <summary>What the draft says otherwise than the newest version.</summary>
    public IReadOnlyList<MatrixChange> Changes { get; }

    public LaneDrawing Lanes => lanes.Value;

    /// <summary>The number the next published version gets.</summary>
    public int NextVersion => (Newest?.Number ?? 0) + 1;

    /// <summary>The revision an editor of this cell has seen; 0 when it was never written.</summary>
    public int Revision(CellAddress address) => Draft.Cells.TryGetValue(address, out var cell) ? cell.Revision : 0;

    private IEnumerable<(WindBand Band, Control Control)> Addresses() =>
        from control in Class.Controls from band in Matrix.Bands.All select (band, control);

    /// <summary>A proposal that was set aside comes back only when enough logs have come in since.</summary>
    private bool IsNews(Proposal proposal) =>
        !Decisions.TryGetValue(new(proposal.Band.Id, proposal.Control.Key), out var decision)
        || decision.Kind != DecisionKind.SetAside
        || decision.To != proposal.To
        || Book.Posterior.Rows >= decision.LogsThen + CellTrust.Enough;
}
