namespace Regatta.Core.Print;

/// <summary>A sticker for the boat herself: a code that opens her card, and whose it is.</summary>
/// <param name="Name">The boat.</param>
/// <param name="Of">Her class.</param>
/// <param name="Code">The modules of the code (ISO/IEC 18004) row by row, true for dark, its quiet zone among them.</param>
public sealed record BoatSticker(string Name, string Of, IReadOnlyList<IReadOnlyList<bool>> Code)
{
    /// <summary>Millimetres across.</summary>
    public const double Width = 85;

    /// <summary>Millimetres down; the code is as high as that, less an edge to cut along.</summary>
    public const double Height = 45;

    private const double Edge = 2;
    private const double Margin = 12;
    private const double TextLeft = Height + 2;
    private const int LettersAcross = 16;

    /// <summary>Lays stickers out on as many pages as they need.</summary>
    public static IEnumerable<SheetPage> Pages(IReadOnlyList<BoatSticker> stickers, Paper paper)
    {
        var (across, down) = ((int)((paper.Width - (2 * Margin)) / Width), (int)((paper.Height - (2 * Margin)) / Height));
        return stickers
            .Chunk(across * down)
            .Select(page => new SheetPage([
                .. page.SelectMany((sticker, at) => sticker.Draw(Margin + (at % across * Width), Margin + (at / across * Height))),
            ]));
    }

    private IEnumerable<SheetShape> Draw(double x, double y)
    {
        var (right, bottom) = (x + Width, y + Height);
        yield return new SheetLine(x, y, right, y, Ink.Cut);
        yield return new SheetLine(x, bottom, right, bottom, Ink.Cut);
        yield return new SheetLine(x, y, x, bottom, Ink.Cut);
        yield return new SheetLine(right, y, right, bottom, Ink.Cut);
        foreach (var block in Blocks(x + Edge, y + Edge, (Height - (2 * Edge)) / Code.Count))
        {
            yield return block;
        }

        var line = y + 12;
        foreach (var words in SheetWords.Wrapped(Name, LettersAcross).Take(3))
        {
            yield return new SheetText(x + TextLeft, line, words, 5);
            line += 6;
        }

        yield return new SheetText(x + TextLeft, line + 1, Of, 3.4);
        yield return new SheetText(x + TextLeft, bottom - 5, "Her card for today", 3.4);
    }

    /// <summary>Dark modules beside each other are one block, so that no hair of paper shows between them.</summary>
    private IEnumerable<SheetBlock> Blocks(double x, double y, double module)
    {
        for (var row = 0; row < Code.Count; row++)
        {
            for (var from = 0; from < Code[row].Count; from++)
            {
                var to = from;
                while (to < Code[row].Count && Code[row][to])
                {
                    to++;
                }

                if (to > from)
                {
                    yield return new(x + (from * module), y + (row * module), (to - from) * module, module);
                    from = to;
                }
            }
        }
    }
}
