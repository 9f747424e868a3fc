namespace Regatta.Web.Pages.Tuning;

/// <summary>One cell, opened: what it says, how far to trust it, the logs behind it and the proposal.</summary>
public sealed record CellDrawer(PlanModeView PlanMode, WindBand Band, Control Control, CellForm Form, int Revision)
{
    /// <summary>The most sessions listed.</summary>
    public const int MostListed = 8;

    /// <summary>The most events of a cell's history listed.</summary>
    public const int MostEvents = 12;

    /// <summary>Who changed the cell while it was being edited; null when nobody did.</summary>
    public DraftCell? Theirs { get; init; }

    /// <summary>What was wrong with a decision on the proposal; null when nothing was.</summary>
    public string? DecisionProblem { get; init; }

    /// <summary>What was typed as the reason of a decision.</summary>
    public string Reason { get; init; } = "";

    /// <summary>Until when a proposal is set aside, as typed.</summary>
    public string Until { get; init; } = "";

    /// <summary>The most notes of sailors listed.</summary>
    public const int MostNotes = 3;

    /// <summary>What sailors wrote of this band to the captain, newest first.</summary>
    public IReadOnlyList<SailorNote> Notes { get; init; } = [];

    /// <summary>How the cell came to say what it says, newest first.</summary>
    public IReadOnlyList<CellEvent> History { get; init; } = [];

    public CellAddress Address => new(Band.Id, Control.Key);

    public CellPlace Place => PlanMode.Place(Address);

    public Cell? Cell => PlanMode.Matrix[Address];

    public Cell? Published => PlanMode.Ghost?[Address];

    public CellTrust Trust => PlanMode.Trust[Address];

    /// <summary>What logs offer here; null for nothing.</summary>
    public OfferedChange? Offer(SpeedUnit unit) => OfferedChange.At(PlanMode, Address, unit);

    public Decision? Decision => PlanMode.Whole.Decisions.GetValueOrDefault(Place);

    public DraftCell? Draft => PlanMode.Whole.Draft.Cells.GetValueOrDefault(Place);

    /// <summary>The cell as it stands, its form filled from it.</summary>
    public static CellDrawer? Of(PlanModeView planMode, string? cell) =>
        CellNames.Read(cell) is { } address
        && planMode.Matrix.Bands.Find(address.Band) is { } band
        && planMode.Class.Find(address.Control) is { } control
            ? new(planMode, band, control, CellForm.Of(planMode.Matrix[address], control), planMode.Revision(address))
            : null;
}
