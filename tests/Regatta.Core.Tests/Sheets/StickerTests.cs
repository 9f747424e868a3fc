using Regatta.Core.Tests.Evidence;
using Regatta.Formats.Sheets;

namespace Regatta.Core.Tests.Sheets;

/// <summary>Stickers of boats: every module of the code is where it was, on paper of either size.</summary>
public sealed class StickerTests
{
    private static IReadOnlyList<IReadOnlyList<bool>> Modules(int size, Random random) =>
        [.. Enumerable.Range(0, size).Select(_ => (IReadOnlyList<bool>)[.. Enumerable.Range(0, size).Select(_ => random.Next(2) == 1)])];

    [Theory]
    [InlineData("A4", 29, 12)]
    [InlineData("US Letter", 41, 9)]
    public void The_code_on_paper_is_the_code_square_and_within_its_sticker(string paper, int size, int onPage)
    {
        var on = Paper.Named(Paper.ForStrips, paper);
        var random = new Random(size);
        var stickers = Enumerable.Range(0, 13).Select(at => new BoatSticker($"Boat {at}", "Sculler", Modules(size, random))).ToList();
        var pages = BoatSticker.Pages(stickers, on).ToList();
        Assert.Equal((int)Math.Ceiling(13.0 / onPage), pages.Count);
        var drawn = pages.SelectMany(page => page.Shapes).OfType<SheetBlock>().ToList();
        Assert.All(drawn, block => Assert.True(block.X > 0 && block.X + block.Width < on.Width && block.Y + block.Height < on.Height));
        var module = drawn[0].Height;
        Assert.Equal((BoatSticker.Height - 4) / size, module, 9);
        var dark = stickers.Sum(sticker => sticker.Code.Sum(row => row.Count(one => one)));
        Assert.Equal(dark, drawn.Sum(block => block.Width / module), 6);
        // The first sticker module by module.
        var first = pages[0].Shapes.OfType<SheetLine>().First();
        var onFirst = pages[0].Shapes.OfType<SheetBlock>().ToList();
        for (var row = 0; row < size; row++)
        {
            for (var column = 0; column < size; column++)
            {
                var (x, y) = (first.X1 + 2 + ((column + 0.5) * module), first.Y1 + 2 + ((row + 0.5) * module));
                Assert.Equal(
                    stickers[0].Code[row][column],
                    onFirst.Any(block => x > block.X && x < block.X + block.Width && y > block.Y && y < block.Y + block.Height)
                );
            }
        }
    }

    [Fact]
    public void It_stands_after_the_strips_and_prints()
    {
        var strips = StripSheet.Of(TestBoat.Class, TestBoat.Matrix(60, 80, 100), Readings.OfTheClass, Paper.A4);
        var sheet = strips.With([new("A boat whose name is longer than a sticker is wide", "Sculler", Modules(29, new(1)))]);
        Assert.Equal(strips.Pages, sheet.Pages.SkipLast(1));
        var texts = sheet.Pages[^1].Shapes.OfType<SheetText>().Select(text => text.Text).ToList();
        Assert.Contains("Sculler", texts);
        Assert.All(texts, text => Assert.True(text.Length <= 18, text));
        using var document = UglyToad.PdfPig.PdfDocument.Open(SheetPdf.Write(sheet));
        Assert.Equal(sheet.Pages.Count, document.NumberOfPages);
        Assert.Contains("Her card for today", document.GetPage(document.NumberOfPages).Text, StringComparison.Ordinal);
    }
}
