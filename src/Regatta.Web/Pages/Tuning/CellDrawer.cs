using Regatta.Application.Reading;
using Regatta.Core.Evidence;
using Regatta.Core.Fleet;
using Regatta.Core.Matrices;
using Regatta.Core.Wind;
using Regatta.Store;

namespace Regatta.Web.Pages.Tuning;

/// <summary>One cell, opened: what it says, how far to trust it, the logs behind it and the proposal.</summary>
public sealed record CellDrawer(LayerView Layer, WindBand Band, Control Control, CellForm Form, int Revision)
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

    /// <summary>How the cell came to say what it says, newest first.</summary>
    public IReadOnlyList<CellEvent> History { get; init; } = [];

    public CellAddress Address => new(Band.Id, Control.Key);

    public CellPlace Place => Layer.Place(Address);

    public Cell? Cell => Layer.Matrix[Address];

    public Cell? Published => Layer.Ghost?[Address];

    public CellTrust Trust => Layer.Trust[Address];

    public Proposal? Proposal => Layer.Proposals.GetValueOrDefault(Address);

    public Decision? Decision => Layer.Whole.Decisions.GetValueOrDefault(Place);

    public DraftCell? Draft => Layer.Whole.Draft.Cells.GetValueOrDefault(Place);

    /// <summary>The cell as it stands, its form filled from it.</summary>
    public static CellDrawer? Of(LayerView layer, string? cell) =>
        CellNames.Read(cell) is { } address
        && layer.Matrix.Bands.Find(address.Band) is { } band
        && layer.Class.Find(address.Control) is { } control
            ? new(layer, band, control, CellForm.Of(layer.Matrix[address], control), layer.Revision(address))
            : null;
}

/// <summary>Cells as addresses name them: <c>3.gooseneck</c>.</summary>
public static class CellNames
{
    public static string Name(this CellAddress address) => $"{address.Band.Number}.{address.Control.Name}";

    public static CellAddress? Read(string? name) =>
        name?.Split('.', 2) is [var band, var control] && int.TryParse(band, out var number) ? new(new(number), new(control)) : null;
}
