using UglyToad.PdfPig.Core;
using UglyToad.PdfPig.Writer;

namespace Regatta.Formats.Sheets;

/// <summary>Writes sheets as PDF, at true scale: a PDF's unit is 1/72 in (ISO 32000-1, 8.3.2.3), its origin the lower left
/// corner.</summary>
public static class SheetPdf
{
    private const double PointsPerMillimetre = 72 / 25.4;
    private const double Dash = 2;

    /// <summary>Writes the pages of a sheet.</summary>
    public static byte[] Write(Sheet sheet)
    {
        using var document = new PdfDocumentBuilder();
        document.DocumentInformation.Title = sheet.Title;
        var fonts = new SheetFonts(document);
        foreach (var page in sheet.Pages)
        {
            var paper = document.AddPage(sheet.Paper.Width * PointsPerMillimetre, sheet.Paper.Height * PointsPerMillimetre);
            foreach (var shape in page.Shapes)
            {
                Draw(paper, fonts, sheet.Paper, shape);
            }
        }

        return document.Build();
    }

    private static void Draw(PdfPageBuilder page, SheetFonts fonts, Paper paper, SheetShape shape)
    {
        PdfPoint At(double x, double y) => new(x * PointsPerMillimetre, (paper.Height - y) * PointsPerMillimetre);
        void Fill(double x, double y, double width, double height)
        {
            page.DrawRectangle(At(x, y + height), width * PointsPerMillimetre, height * PointsPerMillimetre, 0, fill: true);
            page.ResetColor();
        }

        switch (shape)
        {
            case SheetLine { Ink: Ink.Cut } line:
                page.SetStrokeColor(120, 120, 120);
                foreach (var (from, to) in Dashes(line))
                {
                    page.DrawLine(At(from.X, from.Y), At(to.X, to.Y), 0.15 * PointsPerMillimetre);
                }

                page.ResetColor();
                break;
            case SheetLine line:
                page.DrawLine(At(line.X1, line.Y1), At(line.X2, line.Y2), (line.Ink == Ink.Bold ? 0.5 : 0.15) * PointsPerMillimetre);
                break;
            case SheetTint tint:
                // One hue from light to strong, as on the screen; light enough to read on.
                page.SetTextAndFillColor((byte)(226 - (90 * tint.Depth)), (byte)(238 - (62 * tint.Depth)), (byte)(243 - (45 * tint.Depth)));
                page.SetStrokeColor(255, 255, 255);
                Fill(tint.X, tint.Y, tint.Width, tint.Height);
                break;
            case SheetBlock block:
                page.SetTextAndFillColor(0, 0, 0);
                Fill(block.X, block.Y, block.Width, block.Height);
                break;
            case SheetText text:
                var (size, origin) = (text.Size * PointsPerMillimetre, At(text.X, text.Y));
                var runs = fonts
                    .Runs(page, text.Text)
                    .Select(run =>
                        (run.Font, run.Text, Width: page.MeasureText(run.Text, size, origin, run.Font).Sum(letter => letter.Width))
                    )
                    .ToList();
                var wide = runs.Sum(run => run.Width);
                var back = text.Anchor switch
                {
                    TextAnchor.Middle => wide / 2,
                    TextAnchor.End => wide,
                    _ => 0,
                };
                var x = origin.X - back;
                foreach (var run in runs)
                {
                    page.AddText(run.Text, size, new(x, origin.Y), run.Font);
                    x += run.Width;
                }

                break;
            default:
                throw new ArgumentOutOfRangeException(nameof(shape), shape, "A shape this writer does not know.");
        }
    }

    private static IEnumerable<((double X, double Y) From, (double X, double Y) To)> Dashes(SheetLine line)
    {
        var length = Math.Sqrt(Math.Pow(line.X2 - line.X1, 2) + Math.Pow(line.Y2 - line.Y1, 2));
        var (dx, dy) = ((line.X2 - line.X1) / length, (line.Y2 - line.Y1) / length);
        for (var at = 0.0; at < length; at += 2 * Dash)
        {
            var end = Math.Min(length, at + Dash);
            yield return ((line.X1 + (dx * at), line.Y1 + (dy * at)), (line.X1 + (dx * end), line.Y1 + (dy * end)));
        }
    }
}
