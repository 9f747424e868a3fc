namespace Regatta.Application.Reading;

/// <summary>One plan and mode of a class, a sail plan in a mode: its matrix, the trust in every cell, the proposals, what does not fit.
/// Immutable.</summary>
public sealed class PlanModeView
{
    private readonly Lazy<IReadOnlyList<Finding>> findings;
    private readonly Lazy<IReadOnlyList<AnswerPattern>> seen;
    private readonly Lazy<ProvenByRuns> proven;
    private readonly Dictionary<BandId, BandHelm?> helm;
    private readonly Dictionary<BandId, IReadOnlyList<Proposal>> inBands;

    /// <summary>Joins the parts.</summary>
    /// <param name="whole">The class it is of.</param>
    /// <param name="shown">What is looked at: the draft, or an older version with the definition of its time.</param>
    /// <param name="planMode">Which of its plans and modes.</param>
    /// <param name="ghost">What it is held against; null for nothing.</param>
    public PlanModeView(ClassView whole, ClassState shown, PlanMode planMode, Matrix? ghost)
    {
        var matrix = shown.Set[planMode];
        (Whole, Class, PlanMode, Matrix, Ghost) = (whole, shown.Definition, planMode, matrix, ghost);
        AsSailed = shown.Set.AsSailed(planMode);
        Evidence = whole.Evidence.Of(planMode, shown.Definition);
        Proposer = new(shown.Definition, AsSailed, Evidence, whole.Today);
        Trust = Addresses()
            .ToDictionary(at => new CellAddress(at.Band.Id, at.Control.Key), at => CellTrust.Judge(Proposer, matrix, at.Band, at.Control));
        helm = matrix.Bands.All.ToDictionary(band => band.Id, Proposer.Helm);
        inBands = matrix.Bands.All.ToDictionary(
            band => band.Id,
            band =>
                (IReadOnlyList<Proposal>)
                    [.. Proposer.In(band).Where(proposal => matrix[band, proposal.Control] is not null && IsNews(proposal))]
        );
        Proposals = inBands.Values.SelectMany(all => all).ToDictionary(p => new CellAddress(p.Band.Id, p.Control.Key));
        seen = new(() => [.. AnswerPattern.Of(shown.Definition, AsSailed, planMode, Evidence.Runs, DecidedAt)]);
        proven = new(() => new(Whole.Class, Evidence));
        findings = new(() => [.. MatrixJudgement.Of(matrix, AsSailed, Evidence.Runs), .. PlanJudgement.Of(shown, planMode)]);
    }

    /// <summary>Another for every view that is made: what was rendered of one may be kept under it.</summary>
    public Guid Id { get; } = Guid.NewGuid();

    public ClassView Whole { get; }

    public PlanMode PlanMode { get; }

    /// <summary>The definition the plan and mode is looked at with.</summary>
    public ClassDefinition Class { get; }

    public Matrix Matrix { get; }

    /// <summary>The matrix with what its mode takes from the first where it says nothing.</summary>
    public Matrix AsSailed { get; }

    public Matrix? Ghost { get; }

    /// <summary>What the logs of the plan and mode say.</summary>
    public HelmFit Evidence { get; }

    public Proposer Proposer { get; }

    public IReadOnlyDictionary<CellAddress, CellTrust> Trust { get; }

    /// <summary>The proposals that wait for a decision.</summary>
    public IReadOnlyDictionary<CellAddress, Proposal> Proposals { get; }

    /// <summary>Of those, the one in each band that is worth trying first.</summary>
    public IEnumerable<Proposal> BestProposals => Matrix.Bands.All.Select(band => inBands[band.Id].FirstOrDefault()).OfType<Proposal>();

    /// <summary>The bands whose helm is off without anything to offer, each with the reason.</summary>
    public IEnumerable<(WindBand Band, BandHelm Helm, string Why)> OffWithoutProposal =>
        from band in Matrix.Bands.All
        let found = Helm(band)
        where found is { IsOff: true } && inBands[band.Id].Count == 0
        select (band, found, Proposer.WhyNothing(band) ?? "What the logs propose was set aside.");

    /// <summary>What sailors saw alike again and again, and what it asks for.</summary>
    public IReadOnlyList<AnswerPattern> SeenAlike => seen.Value;

    /// <summary>How far the runs can be believed, and what was fast in them.</summary>
    public ProvenByRuns Proven => proven.Value;

    /// <summary>What does not fit.</summary>
    public IReadOnlyList<Finding> Findings => findings.Value;

    /// <summary>The helm of a band; null where no control that balances the helm has a mark, or nothing was ever logged in this
    /// plan and mode.</summary>
    public BandHelm? Helm(WindBand band) => Evidence.Posterior.Rows > 0 ? helm.GetValueOrDefault(band.Id) : null;

    public CellPlace Place(CellAddress address) => new(PlanMode, address);

    public int Revision(CellAddress address) => Whole.Revision(Place(address));

    /// <summary>What does not fit at a cell.</summary>
    public IEnumerable<Finding> FindingsAt(CellAddress address) =>
        Findings.Where(finding => finding.Control.Key == address.Control && finding.Bands.Any(band => band.Id == address.Band));

    /// <summary>The writes of some edits, each at the revision the cell has here.</summary>
    public IReadOnlyList<CellWrite> Writes(IEnumerable<CellEdit> edits) =>
        [.. edits.Select(edit => new CellWrite(Place(edit.Address), edit.Cell, Revision(edit.Address)))];

    /// <summary>When was decided on what logs offered for a cell; null for never. What was set aside until a day counts from the start
    /// again on it.</summary>
    private DateTimeOffset? DecidedAt(CellAddress address) =>
        Whole.Decisions.TryGetValue(Place(address), out var decision)
        && !(decision.AsideUntil is { } day && DateOnly.FromDateTime(Whole.Today.UtcDateTime) >= day)
            ? decision.At
            : null;

    private IEnumerable<(WindBand Band, Control Control)> Addresses() =>
        from control in Matrix.Controls
        from band in Matrix.Bands.All
        select (band, control);

    /// <summary>A proposal that was set aside comes back only when enough logs have come in since that speak for it, or on the day
    /// that was said. Where one was taken,
    /// nothing further is proposed for its mark before it was sailed: one small change at a time.</summary>
    private bool IsNews(Proposal proposal)
    {
        if (!Whole.Decisions.TryGetValue(Place(new(proposal.Band.Id, proposal.Control.Key)), out var decision))
        {
            return true;
        }

        var since = Evidence.Runs.In(proposal.Band.Id).Where(session => session.SailedAt > decision.At);
        return decision.Kind == DecisionKind.SetAside
            ? (decision.To.Position - decision.From.Position) * proposal.Change < 0
                || (decision.AsideUntil is { } day && DateOnly.FromDateTime(Whole.Today.UtcDateTime) >= day)
                || since.Count(session => proposal.IsSpokenForBy(session, Class.Helm)) >= EvidenceRules.Enough
            : proposal.From.DistanceTo(decision.To) > 1e-6 || since.Count(session => session.IsValid) >= EvidenceRules.Enough;
    }
}
