using Regatta.Core.Tests.Evidence;
using Regatta.Core.Tests.Wind;
using static Regatta.Core.Tests.Evidence.TestBoat;

namespace Regatta.Core.Tests.Matrices;

public sealed class MatrixTests
{
    [Fact]
    public void A_range_wider_than_its_scale_moves_nowhere_and_becomes_the_whole_scale()
    {
        var (scale, wide) = (Slide.Scale, Cell.Between(new(-100), new(900), "", "", CellSource.Entered).Value);
        var moved = wide.Moved(scale, 3 * scale.Step);
        Assert.Equal((scale.Min, scale.Max), moved.Span);
        Assert.True(moved.IsRange);
    }

    [Fact]
    public void Equal_matrices_differ_in_nothing() => Assert.Empty(MatrixDiff.Between(Matrix(60, 80, 100), Matrix(60, 80, 100)));

    [Fact]
    public void A_diff_says_what_was_filled_changed_and_cleared()
    {
        var changes = MatrixDiff.Between(Matrix(60, 80), Matrix(60, 90, 100));
        Assert.Equal(
            [(ChangeKind.Changed, "8 cm ± 1 cm", "9 cm ± 1 cm"), (ChangeKind.Filled, "", "10 cm ± 1 cm")],
            changes.Select(change => (change.Kind, change.Before, change.After))
        );
        Assert.Equal(ChangeKind.Cleared, Assert.Single(MatrixDiff.Between(Matrix(60, 80), Matrix(60))).Kind);
    }

    [Fact]
    public void A_diff_turned_round_swaps_before_and_after()
    {
        var (there, back) = (
            MatrixDiff.Between(Matrix(60, 80), Matrix(70, 80, 90)),
            MatrixDiff.Between(Matrix(70, 80, 90), Matrix(60, 80))
        );
        Assert.Equal(there.Select(change => (change.Before, change.After)), back.Select(change => (change.After, change.Before)));
    }

    [Fact]
    public void A_moved_band_edge_is_a_change()
    {
        var moved = Matrix(60, 80, 100) with
        {
            Bands = WindBands.Of([WindTests.Band(1, 0, 9), WindTests.Band(2, 9, 14), WindTests.Band(3, 14, 22)]).Value,
        };
        Assert.Equal(
            ["band 1, 0 to 9 kn", "band 2, 9 to 14 kn"],
            MatrixDiff.Between(Matrix(60, 80, 100), moved).Select(change => change.After)
        );
    }

    [Fact]
    public void A_cell_says_something_or_is_refused()
    {
        Assert.Contains("mark, a target in words, or both", Cell.Of(null, 0, " ", "note", CellSource.Entered).Problem);
        Assert.False(Cell.Of(new(1), -1, "", "", CellSource.Entered).Ok);
        Assert.False(Cell.Of(null, 0, new string('x', 301), "", CellSource.Entered).Ok);
        Assert.Equal(
            "8 cm, luffs break together",
            Cell.Of(new(80), 0, "luffs break together", "", CellSource.Entered).Value.Show(Slide.Scale)
        );
    }

    [Fact]
    public void A_card_is_split_by_where_things_are_set_and_shows_the_neighbours_that_differ()
    {
        var card = Card.For(Matrix(60, 80, 80), Speed.FromKnots(8));
        Assert.Equal("band 2", card.Band.Name);
        var line = Assert.Single(card.Ashore);
        Assert.Equal(80, line.Cell!.Mark!.Value.Position);
        Assert.Equal(60, line.IfLighter!.Mark!.Value.Position);
        Assert.Null(line.IfStronger);
        Assert.Equal(TestBoat.Luff, Assert.Single(card.Afloat).Control);
    }

    [Fact]
    public void Wind_beyond_the_bands_gets_the_nearest_and_says_so()
    {
        Assert.True(Card.For(Matrix(60, 80, 100), Speed.FromKnots(30)).Beyond);
        Assert.Equal(3, Card.For(Matrix(60, 80, 100), Speed.FromKnots(30)).Band.Id.Number);
        Assert.False(Card.For(Matrix(60, 80, 100), Speed.FromKnots(3)).Beyond);
    }
}
