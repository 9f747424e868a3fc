using Regatta.Core.Fleet;
using Regatta.Core.Matrices;
using Regatta.Core.Units;
using Regatta.Core.Wind;

namespace Regatta.Core.Sheets;

/// <summary>One line of a card: a control, what to set, and what it becomes in the neighbouring bands.</summary>
/// <param name="Control">The control.</param>
/// <param name="Cell">What to set; null when the matrix says nothing.</param>
/// <param name="IfLighter">What it becomes one band down, where that differs; else null.</param>
/// <param name="IfStronger">What it becomes one band up, where that differs; else null.</param>
public sealed record CardLine(Control Control, Cell? Cell, Cell? IfLighter, Cell? IfStronger);

/// <summary>What a sailor sets in one wind: the lines of one band, split by where they are set.</summary>
/// <param name="Band">The band the wind lies in.</param>
/// <param name="Beyond">True when the wind lies outside all bands, so that the nearest stands in.</param>
/// <param name="Ashore">Set before launching, in set-up order.</param>
/// <param name="Afloat">Played on the water, in set-up order.</param>
public sealed record Card(WindBand Band, bool Beyond, IReadOnlyList<CardLine> Ashore, IReadOnlyList<CardLine> Afloat)
{
    /// <summary>The card of a matrix for a wind.</summary>
    public static Card For(Matrix matrix, Speed wind)
    {
        var band = matrix.Bands.At(wind);
        var lines = matrix.Controls.Select(control => Line(matrix, band, control)).ToList();
        return new(
            band,
            !band.Contains(wind),
            [.. lines.Where(line => line.Control.When == WhenChanged.Ashore)],
            [.. lines.Where(line => line.Control.When != WhenChanged.Ashore)]
        );
    }

    private static CardLine Line(Matrix matrix, WindBand band, Control control)
    {
        var cell = matrix[band, control];
        return new(control, cell, Differs(matrix.Bands.Below(band)), Differs(matrix.Bands.Above(band)));

        Cell? Differs(WindBand? neighbour) =>
            neighbour is not null && matrix[neighbour, control] is { } other && other.Show(control.Scale) != cell?.Show(control.Scale)
                ? other
                : null;
    }
}
