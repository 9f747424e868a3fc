namespace Regatta.Core.Evidence;

/// <summary>How far a cell can be trusted.</summary>
public enum CellStatus
{
    /// <summary>Says nothing yet.</summary>
    Empty,

    /// <summary>Worked out between its neighbours; nobody has confirmed it.</summary>
    Interpolated,

    /// <summary>Somebody wrote it; the logs are too few to tell.</summary>
    Entered,

    /// <summary>The logs are enough, and agree with it.</summary>
    Supported,

    /// <summary>The logs are enough, and disagree with it.</summary>
    Contested,

    /// <summary>It was supported or contested, but nobody has logged it for a season.</summary>
    Stale,
}

/// <summary>A cell's status with its reason and the sessions behind it.</summary>
/// <param name="Status">How far it can be trusted.</param>
/// <param name="Why">The reason in one sentence or two.</param>
/// <param name="Count">How many sessions tell of it.</param>
/// <param name="Sessions">The newest of them, newest first.</param>
public sealed record CellTrust(CellStatus Status, string Why, int Count, IReadOnlyList<SessionEvidence> Sessions)
{
    /// <summary>Judges one cell.</summary>
    /// <param name="proposer">What the logs say of the plan and mode the cell stands in.</param>
    /// <param name="matrix">The matrix it stands in, as it is shown.</param>
    /// <param name="band">Its band.</param>
    /// <param name="control">Its control.</param>
    public static CellTrust Judge(Proposer proposer, Matrix matrix, WindBand band, Control control) =>
        matrix[band, control] switch
        {
            null => new(CellStatus.Empty, "Nobody has said anything here yet.", 0, []),
            { Mark: null, Target.Length: > 0 } cell => RunFeedback.OfTarget(cell, proposer, band, control),
            { Mark: null } => new(CellStatus.Entered, "A word to go by; logs can neither support nor contest it.", 0, []),
            { } cell when control.HelmPerUnit is null || proposer.Helm(band) is null => RunFeedback.OfMark(cell, proposer, band, control),
            { } cell => ByHelm(cell, proposer, proposer.Helm(band)!, control),
        };

    /// <summary>One helm for the whole band: where it is off, the control that would cure it most surely is named, and the others are not
    /// accused.</summary>
    private static CellTrust ByHelm(Cell cell, Proposer proposer, BandHelm helm, Control control) =>
        helm.Verdict switch
        {
            HelmVerdict.Supported => new(CellStatus.Supported, helm.Sentence, helm.Valid.Count, helm.Listed),
            HelmVerdict.Stale => new(CellStatus.Stale, helm.Sentence, helm.Valid.Count, helm.Listed),
            HelmVerdict.Contested => proposer.Cure(helm.Band) switch
            {
                null => new(Unproved(cell), $"{helm.Sentence} No step of any mark is likely to cure it.", helm.Valid.Count, helm.Listed),
                var cure when cure.Key == control.Key => new(
                    CellStatus.Contested,
                    $"{helm.Sentence} Of all marks of this band, this one would cure it most surely.",
                    helm.Valid.Count,
                    helm.Listed
                ),
                var cure => new(
                    Unproved(cell),
                    $"{helm.Sentence} {cure.Name} would cure it most surely; nothing is held against this mark.",
                    helm.Valid.Count,
                    helm.Listed
                ),
            },
            _ => new(Unproved(cell), helm.Sentence, helm.Valid.Count, helm.Listed),
        };

    internal static CellStatus Unproved(Cell cell) => cell.Source == CellSource.Interpolated ? CellStatus.Interpolated : CellStatus.Entered;
}
