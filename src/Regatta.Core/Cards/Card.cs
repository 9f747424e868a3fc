namespace Regatta.Core.Cards;

/// <summary>One line of a card: a control, what to set, and what it becomes in the neighbouring bands.</summary>
/// <param name="Control">The control.</param>
/// <param name="Cell">What to set; null when the matrix says nothing.</param>
/// <param name="IfLighter">What it becomes one band down, where that differs; else null.</param>
/// <param name="IfStronger">What it becomes one band up, where that differs; else null.</param>
public sealed record CardLine(Control Control, Cell? Cell, Cell? IfLighter, Cell? IfStronger)
{
    /// <summary>What the class's card says where the reader sets it otherwise; null where they set the class's.</summary>
    public Cell? OfTheClass { get; init; }
}

/// <summary>What a sailor sets in one wind: the lines of one band, split by where they are set.</summary>
/// <param name="Band">The band the wind lies in.</param>
/// <param name="Beyond">True when the wind lies outside all bands, so that the nearest stands in.</param>
/// <param name="Ashore">Set before launching, in set-up order.</param>
/// <param name="Afloat">Played on the water, in set-up order.</param>
public sealed record Card(WindBand Band, bool Beyond, IReadOnlyList<CardLine> Ashore, IReadOnlyList<CardLine> Afloat)
{
    /// <summary>The card of a matrix for a wind.</summary>
    /// <param name="matrix">The matrix.</param>
    /// <param name="wind">The wind.</param>
    /// <param name="when">When each control can be changed on the boat; null for as the class says.</param>
    public static Card For(Matrix matrix, Speed wind, Func<Control, WhenChanged>? when = null)
    {
        var band = matrix.Bands.At(wind);
        var lines = matrix.Controls.Select(control => Line(matrix, band, control)).ToList();
        return new(
            band,
            !band.Contains(wind),
            [.. lines.Where(line => When(line.Control) == WhenChanged.Ashore)],
            [.. lines.Where(line => When(line.Control) != WhenChanged.Ashore)]
        );

        WhenChanged When(Control control) => when?.Invoke(control) ?? control.When;
    }

    /// <summary>The card with its reader's own offsets, in positions: each mark so far along its scale, beside what the class's says. The
    /// neighbours go as far.</summary>
    public Card With(IReadOnlyDictionary<ControlKey, double> own)
    {
        return own.Count == 0 ? this : this with { Ashore = [.. Ashore.Select(Moved)], Afloat = [.. Afloat.Select(Moved)] };

        CardLine Moved(CardLine line) =>
            line.Cell is { Mark: not null } cell && own.TryGetValue(line.Control.Key, out var by)
                ? line with
                {
                    Cell = cell.Moved(line.Control.Scale, by),
                    IfLighter = line.IfLighter?.Moved(line.Control.Scale, by),
                    IfStronger = line.IfStronger?.Moved(line.Control.Scale, by),
                    OfTheClass = cell,
                }
                : line;
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
