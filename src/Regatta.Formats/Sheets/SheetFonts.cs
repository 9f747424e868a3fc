using System.Reflection;
using UglyToad.PdfPig.Core;
using UglyToad.PdfPig.Writer;

namespace Regatta.Formats.Sheets;

/// <summary>The fonts of a sheet, which ship with the app: its own, and a wide one for letters that one lacks. What neither has is drawn as
/// a question mark, so that a name in any script prints.</summary>
internal sealed class SheetFonts(PdfDocumentBuilder document)
{
    private const char Missing = '?';

    private static readonly Lazy<byte[]> Own = new(() => Read("AtkinsonHyperlegibleNext-Regular.ttf"));
    private static readonly Lazy<byte[]> Wide = new(() => Read("DejaVuSans.ttf"));

    private readonly PdfDocumentBuilder.AddedFont own = document.AddTrueTypeFont(Own.Value);
    private readonly Dictionary<char, PdfDocumentBuilder.AddedFont?> known = [];
    private PdfDocumentBuilder.AddedFont? wide;

    /// <summary>A text in pieces, each with the font that has its letters.</summary>
    public IReadOnlyList<(PdfDocumentBuilder.AddedFont Font, string Text)> Runs(PdfPageBuilder page, string text)
    {
        var runs = new List<(PdfDocumentBuilder.AddedFont Font, string Text)>();
        foreach (var letter in text.Where(letter => !char.IsLowSurrogate(letter)))
        {
            var font = FontOf(page, letter);
            var (of, drawn) = font is null ? (own, Missing) : (font, letter);
            if (runs is [.., var last] && last.Font == of)
            {
                runs[^1] = (of, last.Text + drawn);
            }
            else
            {
                runs.Add((of, drawn.ToString()));
            }
        }

        return runs;
    }

    private PdfDocumentBuilder.AddedFont? FontOf(PdfPageBuilder page, char letter)
    {
        if (!known.TryGetValue(letter, out var font))
        {
            font =
                char.IsSurrogate(letter) ? null
                : Has(page, own, letter) ? own
                : Has(page, wide ??= document.AddTrueTypeFont(Wide.Value), letter) ? wide
                : null;
            known[letter] = font;
        }

        return font;
    }

    /// <summary>The library says that a font lacks a letter by an exception alone.</summary>
    private static bool Has(PdfPageBuilder page, PdfDocumentBuilder.AddedFont font, char letter)
    {
        try
        {
            return page.MeasureText(letter.ToString(), 1, new PdfPoint(0, 0), font).Count > 0;
        }
        catch (InvalidOperationException)
        {
            return false;
        }
    }

    private static byte[] Read(string file)
    {
        var assembly = Assembly.GetExecutingAssembly();
        var name = assembly.GetManifestResourceNames().Single(name => name.EndsWith(file, StringComparison.Ordinal));
        using var stream = assembly.GetManifestResourceStream(name)!;
        using var memory = new MemoryStream();
        stream.CopyTo(memory);
        return memory.ToArray();
    }
}
