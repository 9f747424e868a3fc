namespace Regatta.Core.Print;

/// <summary>The paper a sheet is printed on, lying on its side.</summary>
/// <param name="Name">What it is called.</param>
/// <param name="Width">Millimetres across.</param>
/// <param name="Height">Millimetres down.</param>
public sealed record Paper(string Name, double Width, double Height)
{
    /// <summary>ISO 216 A4.</summary>
    public static Paper A4 { get; } = new("A4", 297, 210);

    /// <summary>US Letter, 11 by 8 1/2 inches.</summary>
    public static Paper Letter { get; } = new("US Letter", 279.4, 215.9);

    /// <summary>ISO 216 A5.</summary>
    public static Paper A5 { get; } = new("A5", 210, 148);

    /// <summary>ISO 216 A6.</summary>
    public static Paper A6 { get; } = new("A6", 148, 105);

    /// <summary>What strips are printed on.</summary>
    public static IReadOnlyList<Paper> ForStrips { get; } = [A4, Letter];

    /// <summary>What cards are printed on.</summary>
    public static IReadOnlyList<Paper> ForCards { get; } = [A5, A6];

    /// <summary>The paper of a name among some, or the first of them.</summary>
    public static Paper Named(IReadOnlyList<Paper> papers, string? name) =>
        papers.FirstOrDefault(paper => string.Equals(paper.Name, name, StringComparison.OrdinalIgnoreCase)) ?? papers[0];
}

/// <summary>How a line is drawn.</summary>
public enum Ink
{
    /// <summary>A whole thin line: ticks, frames.</summary>
    Fine,

    /// <summary>A whole thick line: the datum, the check bar.</summary>
    Bold,

    /// <summary>A broken line: cut here.</summary>
    Cut,
}

/// <summary>Where a text's given point is in it.</summary>
public enum TextAnchor
{
    /// <summary>At its beginning.</summary>
    Start,

    /// <summary>In its middle.</summary>
    Middle,

    /// <summary>At its end.</summary>
    End,
}

/// <summary>Something on a sheet. All in millimetres from the page's upper left corner.</summary>
public abstract record SheetShape;

/// <summary>A straight line.</summary>
public sealed record SheetLine(double X1, double Y1, double X2, double Y2, Ink Ink) : SheetShape;

/// <summary>A tinted box without a frame; depth 0 for the lightest band to 1 for the strongest.</summary>
public sealed record SheetTint(double X, double Y, double Width, double Height, double Depth) : SheetShape;

/// <summary>A black box.</summary>
public sealed record SheetBlock(double X, double Y, double Width, double Height) : SheetShape;

/// <summary>A text on its baseline; its size is the height of the letters' line in millimetres.</summary>
public sealed record SheetText(double X, double Y, string Text, double Size, TextAnchor Anchor = TextAnchor.Start) : SheetShape;

/// <summary>One page of a sheet.</summary>
public sealed record SheetPage(IReadOnlyList<SheetShape> Shapes);

/// <summary>Something to print.</summary>
/// <param name="Paper">On which paper.</param>
/// <param name="Title">What it is.</param>
/// <param name="Pages">Its pages.</param>
public abstract record Sheet(Paper Paper, string Title, IReadOnlyList<SheetPage> Pages);

/// <summary>Words on a sheet.</summary>
internal static class SheetWords
{
    /// <summary>A text in lines of so many letters at the most, broken at blanks.</summary>
    public static List<string> Wrapped(string text, int letters)
    {
        var wrapped = new List<string> { "" };
        foreach (var word in text.Split(' ', StringSplitOptions.RemoveEmptyEntries))
        {
            if (wrapped[^1].Length > 0 && wrapped[^1].Length + 1 + word.Length > letters)
            {
                wrapped.Add(word);
            }
            else
            {
                wrapped[^1] += wrapped[^1].Length > 0 ? " " + word : word;
            }
        }

        return wrapped;
    }
}
