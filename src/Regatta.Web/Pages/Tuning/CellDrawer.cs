using Regatta.Core.Evidence;
using Regatta.Core.Fleet;
using Regatta.Core.Matrices;
using Regatta.Core.Wind;
using Regatta.Store;
using Regatta.Web.Benches;

namespace Regatta.Web.Pages.Tuning;

/// <summary>One cell, opened: what it says, how far to trust it, the logs behind it and the proposal.</summary>
public sealed record CellDrawer(LayerBench Bench, WindBand Band, Control Control, CellForm Form, int Revision)
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

    /// <summary>How the cell came to say what it says, newest first.</summary>
    public IReadOnlyList<CellEvent> History { get; init; } = [];

    public CellAddress Address => new(Band.Id, Control.Key);

    public CellPlace Place => Bench.Place(Address);

    public Cell? Cell => Bench.Matrix[Address];

    public Cell? Published => Bench.Ghost?[Address];

    public CellTrust Trust => Bench.Trust[Address];

    public Proposal? Proposal => Bench.Proposals.GetValueOrDefault(Address);

    public Decision? Decision => Bench.Whole.Decisions.GetValueOrDefault(Place);

    public DraftCell? Draft => Bench.Whole.Draft.Cells.GetValueOrDefault(Place);

    /// <summary>The cell as it stands, its form filled from it.</summary>
    public static CellDrawer? Of(LayerBench bench, string? cell) =>
        CellNames.Read(cell) is { } address && bench.Matrix.Bands.Find(address.Band) is { } band && bench.Class.Find(address.Control) is { } control
            ? new(bench, band, control, CellForm.Of(bench.Matrix[address], control), bench.Revision(address))
            : null;
}

/// <summary>Cells as addresses name them: <c>3.gooseneck</c>.</summary>
public static class CellNames
{
    public static string Name(this CellAddress address) => $"{address.Band.Number}.{address.Control.Name}";

    public static CellAddress? Read(string? name) =>
        name?.Split('.', 2) is [var band, var control] && int.TryParse(band, out var number) ? new(new(number), new(control)) : null;
}
