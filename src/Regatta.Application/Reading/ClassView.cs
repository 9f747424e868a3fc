using System.Collections.Concurrent;

namespace Regatta.Application.Reading;

/// <summary>All there is to show of a class at one moment: the draft, the published version, what changed since, and each plan and mode
/// with its
/// evidence. Immutable; shared by every reader of that moment.</summary>
public sealed class ClassView
{
    private readonly ConcurrentDictionary<PlanMode, PlanModeView> planModes = new();
    private readonly Lazy<ClassView> forSailors;

    public ClassView(ClassSnapshot snapshot, ClassEvidence evidence, DateTimeOffset today)
    {
        (Draft, Newest, Decisions) = snapshot;
        (Evidence, Today) = (evidence, today);
        Changes = Newest is null ? [] : MatrixDiff.Between(Newest.State, Draft.State);
        forSailors = new(() =>
            Newest is null || Changes.Count == 0
                ? this
                : new(snapshot with { Draft = new(Draft.Stamp, Newest.State, Published(Newest.State)) }, evidence, today)
                {
                    Until = Newest.At,
                }
        );
    }

    /// <summary>The same as who may not change the class sees it: as it is published; before it ever was, its draft.</summary>
    public ClassView ForSailors => forSailors.Value;

    /// <summary>Until when what was done is told; null for to this day.</summary>
    public DateTimeOffset? Until { get; private init; }

    /// <summary>The cells of a version, written by nobody.</summary>
    private static Dictionary<CellPlace, DraftCell> Published(ClassState state) =>
        state.Kept.ToDictionary(cell => cell.Key, cell => new DraftCell(cell.Value, 0, "", null));

    public ClassDraft Draft { get; }

    public ClassStamp Stamp => Draft.Stamp;

    public ClassRef Ref => Draft.Stamp.Class;

    public ClassDefinition Class => Draft.Class;

    public MatrixSet Set => Draft.Set;

    public PublishedVersion? Newest { get; }

    /// <summary>The class as sailors meet it: as it is published, before that its draft.</summary>
    public ClassDefinition OfSailors => Newest?.Class ?? Class;

    public IReadOnlyDictionary<CellPlace, Decision> Decisions { get; }

    public ClassEvidence Evidence { get; }

    public DateTimeOffset Today { get; }

    /// <summary>What the draft says otherwise than the newest version.</summary>
    public IReadOnlyList<MatrixChange> Changes { get; }

    /// <summary>The number the next published version gets.</summary>
    public int NextVersion => (Newest?.Number ?? 0) + 1;

    /// <summary>The draft of one plan and mode; made when somebody first looks at it.</summary>
    public PlanModeView On(PlanMode planMode) =>
        planModes.GetOrAdd(
            planMode,
            mode => new(this, Draft.State, mode, Newest?.Set.PlanModes.Has(mode) == true ? Newest.Set[mode] : null)
        );

    /// <summary>What is odd in the draft's definition, in sentences for its captain.</summary>
    public IReadOnlyList<string> Remarks => [.. Class.Remarks(), .. Looks.Remarks(Class)];

    /// <summary>Everything that does not fit, plan and mode by plan and mode.</summary>
    public IEnumerable<(PlanMode PlanMode, Finding Finding)> Findings =>
        from planMode in Set.PlanModes.All
        from finding in On(planMode).Findings
        select (planMode, finding);

    /// <summary>The revision an editor of this cell has seen; 0 when it was never written.</summary>
    public int Revision(CellPlace place) => Draft.Cells.TryGetValue(place, out var cell) ? cell.Revision : 0;
}
