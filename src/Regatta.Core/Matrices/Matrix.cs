using Regatta.Core.Fleet;
using Regatta.Core.Wind;

namespace Regatta.Core.Matrices;

/// <summary>A tuning matrix: wind bands × controls, with a cell where something is known. Immutable: a change makes another matrix.</summary>
/// <param name="Bands">The bands, light to strong.</param>
/// <param name="Controls">The controls, in set-up order.</param>
/// <param name="Cells">The cells that say something.</param>
public sealed record Matrix(WindBands Bands, IReadOnlyList<Control> Controls, IReadOnlyDictionary<CellAddress, Cell> Cells)
{
    /// <summary>The cell at an address, or null when it is empty.</summary>
    public Cell? this[CellAddress address] => Cells.GetValueOrDefault(address);

    /// <summary>The cell of a control in a band, or null when it is empty.</summary>
    public Cell? this[WindBand band, Control control] => this[new CellAddress(band.Id, control.Key)];

    /// <summary>How many of the matrix's cells say something, and how many there are.</summary>
    public (int Filled, int All) Fill => (Cells.Count, Bands.All.Count * Controls.Count);
}
