using Regatta.Core.Evidence;
using Regatta.Core.Fleet;
using Regatta.Core.Matrices;
using Regatta.Core.Wind;
using Regatta.Store;

namespace Regatta.Application.Reading;

/// <summary>One layer of a class, a sail plan in a mode: its matrix, the trust in every cell, the proposals, what does not fit.
/// Immutable.</summary>
public sealed class LayerView
{
    private readonly Lazy<IReadOnlyList<Finding>> findings;
    private readonly Lazy<IReadOnlyList<Proposal>> bestProposals;
    private readonly Lazy<Dictionary<BandId, (double Mean, double Deviation)?>> expected;

    /// <summary>Joins the parts.</summary>
    /// <param name="whole">The class it is of.</param>
    /// <param name="shown">What is looked at: the draft, or an older version with the definition of its time.</param>
    /// <param name="layer">Which of its layers.</param>
    /// <param name="ghost">What it is held against; null for nothing.</param>
    public LayerView(ClassView whole, ClassState shown, Layer layer, Matrix? ghost)
    {
        var matrix = shown.Set[layer];
        (Whole, Class, Layer, Matrix, Ghost) = (whole, shown.Definition, layer, matrix, ghost);
        Evidence = whole.Evidence.Of(layer, shown.Definition);
        Proposer = new(shown.Definition, shown.Set.AsSailed(layer), Evidence.Model, Evidence.Posterior);
        Trust = Addresses()
            .ToDictionary(
                at => new CellAddress(at.Band.Id, at.Control.Key),
                at => CellTrust.Judge(shown.Definition, matrix, at.Band, at.Control, Evidence.In(at.Band), whole.Today)
            );
        Proposals = Addresses()
            .Where(at => matrix[at.Band, at.Control] is not null)
            .Select(at => Proposer.For(at.Band, at.Control))
            .OfType<Proposal>()
            .Where(IsNews)
            .ToDictionary(p => new CellAddress(p.Band.Id, p.Control.Key));
        findings = new(() => Judgement.Of(matrix, Evidence.Sessions));
        bestProposals = new(() => [.. Proposer.BestPerBand().Where(one => Proposals.ContainsKey(new(one.Band.Id, one.Control.Key)))]);
        expected = new(() => matrix.Bands.All.ToDictionary(band => band.Id, Proposer.Expected));
    }

    /// <summary>Another for every view that is made: what was rendered of one may be kept under it.</summary>
    public Guid Id { get; } = Guid.NewGuid();

    public ClassView Whole { get; }

    public Layer Layer { get; }

    /// <summary>The definition the layer is looked at with.</summary>
    public ClassDefinition Class { get; }

    public Matrix Matrix { get; }

    public Matrix? Ghost { get; }

    public LayerEvidence Evidence { get; }

    public Proposer Proposer { get; }

    public IReadOnlyDictionary<CellAddress, CellTrust> Trust { get; }

    /// <summary>The proposals that wait for a decision.</summary>
    public IReadOnlyDictionary<CellAddress, Proposal> Proposals { get; }

    /// <summary>Of those, the one in each band that is worth trying first.</summary>
    public IReadOnlyList<Proposal> BestProposals => bestProposals.Value;

    /// <summary>What does not fit.</summary>
    public IReadOnlyList<Finding> Findings => findings.Value;

    /// <summary>The helm to expect in a band; null where a helm control has no mark, or nothing was ever logged in this layer.</summary>
    public (double Mean, double Deviation)? Expected(WindBand band) =>
        Evidence.Posterior.Rows > 0 ? expected.Value.GetValueOrDefault(band.Id) : null;

    public CellPlace Place(CellAddress address) => new(Layer, address);

    public int Revision(CellAddress address) => Whole.Revision(Place(address));

    /// <summary>What does not fit at a cell.</summary>
    public IEnumerable<Finding> FindingsAt(CellAddress address) =>
        Findings.Where(finding => finding.Control.Key == address.Control && finding.Bands.Any(band => band.Id == address.Band));

    /// <summary>The writes of some edits, each at the revision the cell has here.</summary>
    public IReadOnlyList<CellWrite> Writes(IEnumerable<CellEdit> edits) =>
        [.. edits.Select(edit => new CellWrite(Place(edit.Address), edit.Cell, Revision(edit.Address)))];

    private IEnumerable<(WindBand Band, Control Control)> Addresses() =>
        from control in Matrix.Controls
        from band in Matrix.Bands.All
        select (band, control);

    /// <summary>A proposal that was set aside comes back only when enough logs have come in since.</summary>
    private bool IsNews(Proposal proposal) =>
        !Whole.Decisions.TryGetValue(Place(new(proposal.Band.Id, proposal.Control.Key)), out var decision)
        || decision.Kind != DecisionKind.SetAside
        || decision.To != proposal.To
        || Evidence.Posterior.Rows >= decision.LogsThen + CellTrust.Enough;
}
