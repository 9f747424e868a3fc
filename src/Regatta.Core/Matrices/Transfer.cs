namespace Regatta.Core.Matrices;

/// <summary>What came of carrying cells over: the edits, and what could not be carried with the reason.</summary>
/// <param name="Edits">What would be written.</param>
/// <param name="Left">A sentence for each control that was left.</param>
public sealed record Transferred(IReadOnlyList<CellEdit> Edits, IReadOnlyList<string> Left);

/// <summary>Carries cells from one control to another, from one matrix to another, each mark read on the scale it comes to: by its length
/// where both scales have one, by its words where both have the same, else only where positions mean the same.</summary>
public static class Transfer
{
    /// <summary>A cell as another control would say it.</summary>
    /// <returns>The cell on the other's grid of steps, or why it cannot be said there.</returns>
    public static Parsed<Cell> To(Cell cell, Control from, Control to)
    {
        if (cell.Mark is not { } mark || cell.Word is not null)
        {
            return Parsed<Cell>.Good(cell);
        }

        if (!from.Scale.HasMarks || !to.Scale.HasMarks || Translate(mark, from.Scale, to.Scale) is not { } there)
        {
            return Parsed<Cell>.Bad($"{from.Name} is read otherwise than {to.Name}; a mark of one says nothing on the other.");
        }

        return !to.Scale.Reaches(there)
            ? Parsed<Cell>.Bad(
                $"{to.Name} ends before {from.Scale.Show(mark)}; its scale runs from "
                    + $"{to.Scale.Show(to.Scale.Min)} to {to.Scale.Show(to.Scale.Max)}."
            )
            : (
                cell.IsRange
                    ? Cell.Between(
                        Carried(cell.Span!.Value.Low, from, to),
                        Carried(cell.Span!.Value.High, from, to),
                        cell.Target,
                        cell.Note,
                        cell.Source
                    )
                    : Cell.Of(
                        to.Scale.Snap(there),
                        from.Scale == to.Scale ? cell.Tolerance : to.Scale.UsualTolerance,
                        cell.Target,
                        cell.Note,
                        cell.Source
                    )
            ).Then(carried => Parsed<Cell>.Good(carried.From(cell.Source, cell.Origin)));
    }

    /// <summary>Copies a band onto another of the same matrix.</summary>
    public static IReadOnlyList<CellEdit> Band(Matrix matrix, WindBand from, WindBand to, bool overwrite) =>
        Gather(
            matrix,
            matrix.Controls.Select(control => (new CellAddress(to.Id, control.Key), matrix[from, control], control, control)),
            overwrite
        ).Edits;

    /// <summary>Copies a whole matrix into another: controls that are called alike, and for each band the one its middle lies in
    /// there.</summary>
    /// <param name="source">Where from.</param>
    /// <param name="goal">Where to.</param>
    /// <param name="origin">Whose the cells were, for their source.</param>
    /// <param name="overwrite">False to fill empty cells only.</param>
    public static Transferred All(Matrix source, Matrix goal, string origin, bool overwrite)
    {
        var (pairs, unmatched) = (new List<(Control From, Control To)>(), new List<string>());
        foreach (var control in goal.Controls)
        {
            if (
                (
                    source.Controls.FirstOrDefault(other => other.Key == control.Key)
                    ?? source.Controls.FirstOrDefault(other => AreAlike(control, other))
                ) is
                { } match
            )
            {
                pairs.Add((match, control));
            }
            else
            {
                unmatched.Add($"{control.Name}: nothing is called so there.");
            }
        }

        var carried = Gather(
            goal,
            from pair in pairs
            from band in goal.Bands.All
            where source.Bands.At(band.Middle).Contains(band.Middle)
            select (
                new CellAddress(band.Id, pair.To.Key),
                source[source.Bands.At(band.Middle), pair.From]?.From(CellSource.Borrowed, origin),
                pair.From,
                pair.To
            ),
            overwrite
        );
        return new(carried.Edits, [.. carried.Left, .. unmatched]);
    }

    /// <summary>Whether two controls, of whatever classes, are called alike by name or synonym.</summary>
    public static bool AreAlike(Control one, Control other) => one.Synonyms.Append(one.Name).Any(other.IsCalled);

    internal static Transferred Gather(
        Matrix goal,
        IEnumerable<(CellAddress Address, Cell? Cell, Control From, Control To)> wanted,
        bool overwrite
    )
    {
        var (edits, left) = (new List<CellEdit>(), new List<string>());
        foreach (
            var (address, cell, from, to) in wanted.Where(change => change.Cell is not null && (overwrite || goal[change.Address] is null))
        )
        {
            var carried = from == to ? Parsed<Cell>.Good(cell!) : To(cell!, from, to);
            if (carried.Ok)
            {
                edits.Add(new(address, carried.Value));
            }
            else
            {
                left.Add($"{to.Name}: {carried.Problem}");
            }
        }

        return new(Building.News(goal, edits), [.. left.Distinct()]);
    }

    private static Mark Carried(Mark mark, Control from, Control to) => to.Scale.Snap(Translate(mark, from.Scale, to.Scale)!.Value);

    private static Mark? Translate(Mark mark, Scale from, Scale to) =>
        (from, to) switch
        {
            ({ HasLength: true }, { HasLength: true }) => to.AtLength(from.LengthAt(mark)!.Value),
            ({ Choices: { } words }, { Choices: { } others }) => others
                .ToList()
                .FindIndex(other =>
                    string.Equals(other, words[(int)Math.Round(mark.Position - from.Min.Position)], StringComparison.OrdinalIgnoreCase)
                )
                is var at
                    and >= 0
                ? new Mark(to.Min.Position + at)
                : null,
            _ => from.SameTerms(to) ? mark : null,
        };
}
