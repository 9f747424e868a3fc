using CsCheck;
using static Regatta.Core.Tests.Evidence.TestBoat;

namespace Regatta.Core.Tests.Matrices;

public sealed class CellTextTests
{
    private static readonly Control Boom = Slide with
    {
        Scale = new LengthScale(
            LengthUnit.Inch,
            Length.FromMillimetres(13 * 25.4),
            Length.FromMillimetres(28 * 25.4),
            Length.FromMillimetres(12.7)
        ),
    };
    private static readonly Control Sheeting = Slide with { Scale = new TargetScale() };

    [Theory]
    [InlineData("16", "16 in", "± 1/2 in")]
    [InlineData("16 1/2 in", "16 1/2 in", "± 1/2 in")]
    [InlineData("16½", "16 1/2 in", "± 1/2 in")]
    [InlineData("16,5", "16 1/2 in", "± 1/2 in")]
    [InlineData("16 in ± 1", "16 in", "± 1 in")]
    [InlineData("16 +/- 1 in", "16 in", "± 1 in")]
    [InlineData("15–17", "15 in – 17 in", "")]
    [InlineData("15-17 in", "15 in – 17 in", "")]
    [InlineData("38.1 to 43.18 cm", "15 in – 17 in", "")]
    [InlineData("17 … 15", "15 in – 17 in", "")]
    [InlineData("max", "max", "")]
    [InlineData("MAX.", "max", "")]
    [InlineData("as below", "as below", "")]
    [InlineData("ditto", "as below", "")]
    [InlineData("\"", "as below", "")]
    [InlineData("just on", "just on", "")]
    [InlineData("16 (more in chop)", "16 in", "± 1/2 in")]
    public void A_cell_is_understood_as_it_is_written(string written, string said, string tolerance)
    {
        var cell = CellText.ReadLine(Boom, written, Boom.Scale.UsualTolerance).Value!;
        Assert.Equal(said, cell.Show(Boom.Scale));
        Assert.Equal(tolerance, cell.ShowTolerance(Boom.Scale));
    }

    [Fact]
    public void A_remark_in_brackets_becomes_the_note() =>
        Assert.Equal("more in chop", CellText.ReadLine(Boom, "16 (more in chop)", 0).Value!.Note);

    [Theory]
    [InlineData("")]
    [InlineData(" – ")]
    [InlineData("n/a")]
    public void A_dash_says_nothing(string written) => Assert.Null(CellText.ReadLine(Boom, written, 0).Value);

    [Theory]
    [InlineData("40 in", "off the scale")]
    [InlineData("16 1/4", "between two steps")]
    [InlineData("15–40", "off the scale")]
    [InlineData("16 bananas", "not a unit")]
    public void What_cannot_be_set_is_refused_with_its_reason(string written, string why) =>
        Assert.Contains(why, CellText.ReadLine(Boom, written, 0).Problem);

    [Fact]
    public void Words_without_a_number_are_a_target()
    {
        Assert.Equal("eased until the battens breathe", CellText.ReadLine(Boom, "eased until the battens breathe", 0).Value!.Target);
        Assert.Equal("boom end over the corner", CellText.ReadLine(Sheeting, "boom end over the corner", 0).Value!.Target);
        Assert.False(CellText.Read(Sheeting, "max", 0, "", "").Ok);
    }

    [Fact]
    public void A_stop_called_max_is_the_stop_and_not_the_word() =>
        Assert.Equal(new Mark(3), CellText.ReadLine(Luff with { Scale = new StopScale(["off", "snug", "max"]) }, "max", 0).Value!.Mark);

    [Fact]
    public void A_word_comes_to_what_stands_beside_it_and_follows_it()
    {
        var matrix = Matrix(60, 80, 100)
            .With([
                new(new(new(2), Slide.Key), Cell.Saying(CellWord.AsBelow, 5, "", "", CellSource.Entered).Value),
                new(new(new(3), Slide.Key), Cell.Saying(CellWord.Max, 0, "", "", CellSource.Entered).Value),
            ]);
        Assert.Equal(new Mark(60), matrix[Bands.All[1], Slide]!.Mark);
        Assert.Equal("as below (6 cm)", matrix[Bands.All[1], Slide]!.Show(Slide.Scale));
        Assert.Equal(Slide.Scale.Max, matrix[Bands.All[2], Slide]!.Mark);
        var moved = matrix.With([new(new(new(1), Slide.Key), Cell.Of(new Mark(70), 0, "", "", CellSource.Entered).Value)]);
        Assert.Equal(new Mark(70), moved[Bands.All[1], Slide]!.Mark);
        Assert.Null(moved.With([new(new(new(1), Slide.Key), null)])[Bands.All[1], Slide]!.Mark);
    }

    [Fact]
    public void A_cell_written_over_keeps_what_the_line_does_not_speak_of()
    {
        var before = Cell.Of(new Mark(400), 25.4, "leech just flutters", "on the blue boom", CellSource.Entered).Value;
        var after = CellText.ReadOver(Boom, "17", before).Value!;
        Assert.Equal((25.4, "leech just flutters", "on the blue boom"), (after.Tolerance, after.Target, after.Note));
        Assert.Equal(
            "by eye",
            CellText.ReadOver(Sheeting, "by eye", Cell.Of(null, 0, "corner", "", CellSource.Entered).Value).Value!.Target
        );
        Assert.Null(CellText.ReadOver(Boom, "", before).Value);
    }

    [Fact]
    public void What_is_written_out_reads_back_the_same() =>
        Gen.Select(Gen.Int[0, 20], Gen.Int[0, 20], Gen.Int[0, 4])
            .Sample(
                (one, other, kind) =>
                {
                    var (low, high) = (new Mark(10.0 * one), new Mark(10.0 * other));
                    var cell = (
                        kind switch
                        {
                            0 => Cell.Of(low, Slide.Scale.UsualTolerance, "", "", CellSource.Entered),
                            1 when one != other => Cell.Between(low, high, "", "", CellSource.Entered),
                            2 => Cell.Saying(CellWord.Max, Slide.Scale.UsualTolerance, "", "", CellSource.Entered),
                            3 => Cell.Saying(CellWord.AsBelow, Slide.Scale.UsualTolerance, "", "", CellSource.Entered),
                            _ => Cell.Saying(CellWord.JustOn, Slide.Scale.UsualTolerance, "", "", CellSource.Entered),
                        }
                    ).Value;
                    return CellText.ReadLine(Slide, CellText.Line(cell, Slide.Scale), Slide.Scale.UsualTolerance).Value == cell;
                }
            );
}
