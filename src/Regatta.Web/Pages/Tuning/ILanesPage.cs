namespace Regatta.Web.Pages.Tuning;

/// <summary>What the lanes need to know of the page they stand on.</summary>
public interface ILanesPage
{
    PlanModeView PlanMode { get; }

    LaneDrawing Drawing { get; }

    WindBand? ZoomedBand { get; }

    /// <summary>The name of the open cell.</summary>
    string? Cell { get; }

    bool MayEdit { get; }

    /// <summary>The address of a cell.</summary>
    string OfCell(string cell);

    /// <summary>The address with a band seen large; null for all bands.</summary>
    string Zoomed(int? band);
}
