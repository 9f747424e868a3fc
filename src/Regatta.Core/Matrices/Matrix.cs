namespace Regatta.Core.Matrices;

/// <summary>One tuning matrix, of a sail plan in a mode: wind bands × controls, with a cell where something is known. Immutable: a change
/// makes another matrix.
/// Where a cell says a word ("as below", "max") its mark is what the word comes to here.</summary>
public sealed record Matrix
{
    /// <summary>Joins the parts.</summary>
    /// <param name="bands">The bands, light to strong.</param>
    /// <param name="controls">The controls, in set-up order.</param>
    /// <param name="cells">The cells that say something.</param>
    public Matrix(WindBands bands, IReadOnlyList<Control> controls, IReadOnlyDictionary<CellAddress, Cell> cells) =>
        (Bands, Controls, Cells) = (
            bands,
            controls,
            cells.Values.Any(cell => cell.Word is not null) ? Resolve(bands, controls, cells) : cells
        );

    /// <summary>The bands, light to strong.</summary>
    public WindBands Bands { get; init; }

    /// <summary>The controls, in set-up order.</summary>
    public IReadOnlyList<Control> Controls { get; init; }

    /// <summary>The cells that say something.</summary>
    public IReadOnlyDictionary<CellAddress, Cell> Cells { get; init; }

    /// <summary>The cell at an address, or null when it is empty.</summary>
    public Cell? this[CellAddress address] => Cells.GetValueOrDefault(address);

    /// <summary>The cell of a control in a band, or null when it is empty.</summary>
    public Cell? this[WindBand band, Control control] => this[new CellAddress(band.Id, control.Key)];

    /// <summary>How many of the matrix's cells say something, and how many there are.</summary>
    public (int Filled, int All) Fill => (Cells.Count, Bands.All.Count * Controls.Count);

    /// <summary>The matrix with some cells written anew; null empties one. Words are worked out again.</summary>
    public Matrix With(IEnumerable<CellEdit> edits)
    {
        var cells = new Dictionary<CellAddress, Cell>(Cells);
        foreach (var edit in edits)
        {
            cells.Remove(edit.Address);
            if (edit.Cell is { } cell)
            {
                cells[edit.Address] = cell;
            }
        }

        return new(Bands, Controls, cells);
    }

    private static Dictionary<CellAddress, Cell> Resolve(
        WindBands bands,
        IReadOnlyList<Control> controls,
        IReadOnlyDictionary<CellAddress, Cell> cells
    )
    {
        var resolved = new Dictionary<CellAddress, Cell>(cells);
        foreach (var control in controls)
        {
            Mark? below = null;
            foreach (var band in bands.All)
            {
                var address = new CellAddress(band.Id, control.Key);
                if (cells.GetValueOrDefault(address) is { Word: { } word } cell)
                {
                    resolved[address] = cell.Resolved(
                        word switch
                        {
                            CellWord.AsBelow => below,
                            CellWord.Max when control.Scale.HasMarks => control.Scale.Max,
                            _ => null,
                        }
                    );
                }

                below = resolved.GetValueOrDefault(address)?.Mark;
            }
        }

        return resolved;
    }
}

/// <summary>One cell written anew within a matrix.</summary>
/// <param name="Address">Which.</param>
/// <param name="Cell">What it says then; null for nothing.</param>
public sealed record CellEdit(CellAddress Address, Cell? Cell);
