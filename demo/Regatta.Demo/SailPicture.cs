using SkiaSharp;

namespace Regatta.Demo;

/// <summary>A picture of a sail of known shape, rendered: nothing in it was ever photographed.</summary>
/// <param name="Sail">The sail.</param>
/// <param name="Camera">Who looks at her.</param>
public sealed record SailPicture(SailShape Sail, PictureCamera Camera)
{
    private const int Fine = 48;

    private static readonly SKColor Sky = new(0xDC, 0xE9, 0xEE);
    private static readonly SKColor Sea = new(0x7F, 0xA3, 0xA8);
    private static readonly SKColor Shore = new(0x8E, 0x9B, 0x7C);
    private static readonly SKColor Cloth = new(0xF8, 0xF4, 0xE6);
    private static readonly SKColor Shade = new(0xD8, 0xD0, 0xB8);
    private static readonly SKColor Ink = new(0x30, 0x3A, 0x40);
    private static readonly SKColor Hull = new(0x6B, 0x3F, 0x2C);

    /// <summary>Its bytes as a JPEG.</summary>
    public byte[] Jpeg()
    {
        using var bitmap = new SKBitmap((int)Camera.Width, (int)Camera.Height);
        using var canvas = new SKCanvas(bitmap);
        canvas.Clear(Sky);
        if (Camera.Up == new SpacePoint(0, 0, 1))
        {
            Water(canvas);
            Boat(canvas);
        }

        Surface(canvas);
        foreach (var height in new[] { 0.25, 0.5, 0.75 })
        {
            Line(canvas, Ink, 4, [.. Across(height)]);
        }

        Line(
            canvas,
            Ink,
            11,
            [Camera.See(Sail.Mast(-0.15)), .. Enumerable.Range(0, Fine + 1).Select(at => Camera.See(Sail.Mast((double)at / Fine)))]
        );
        Line(canvas, Ink, 9, [Camera.See(Sail.Mast(0)), Camera.See(Sail.At(0, 1))]);
        // Two bands on the mast: what lies between is known.
        foreach (var band in new[] { 0, 0.9 })
        {
            Line(canvas, SKColors.White, 12, [Camera.See(Sail.Mast(band - 0.004)), Camera.See(Sail.Mast(band + 0.004))]);
        }

        using var jpeg = bitmap.Encode(SKEncodedImageFormat.Jpeg, 80);
        return jpeg.ToArray();
    }

    private IEnumerable<PicturePoint> Across(double height) =>
        Enumerable.Range(0, Fine + 1).Select(at => Camera.See(Sail.At(height, (double)at / Fine)));

    private void Water(SKCanvas canvas)
    {
        PicturePoint Far(double aft, double leeward) =>
            Camera.See(new(Camera.Place.Aft + aft, Camera.Place.Leeward + leeward, Camera.Place.Up));
        var ahead = Camera.Target - Camera.Place;
        var (left, right) = (
            Far((1e5 * ahead.Aft) - (6e4 * ahead.Leeward), (1e5 * ahead.Leeward) + (6e4 * ahead.Aft)),
            Far((1e5 * ahead.Aft) + (6e4 * ahead.Leeward), (1e5 * ahead.Leeward) - (6e4 * ahead.Aft))
        );
        Fill(canvas, Sea, [left, right, new(Camera.Width * 2, Camera.Height * 2), new(-Camera.Width, Camera.Height * 2)]);
        Line(canvas, Shore, 10, [left, right]);
    }

    private void Boat(SKCanvas canvas)
    {
        SpacePoint[] deck = [new(-1.6, 0, 0.1), new(-0.4, 0.6, 0.1), new(2.5, 0.62, 0.1), new(2.5, -0.62, 0.1), new(-0.4, -0.6, 0.1)];
        SpacePoint[] transom = [new(2.5, -0.62, 0.1), new(2.5, 0.62, 0.1), new(2.5, 0.4, -0.3), new(2.5, -0.4, -0.3)];
        SpacePoint[] side = [new(-1.6, 0, 0.1), new(2.5, -0.62, 0.1), new(2.5, -0.4, -0.3), new(-1.2, 0, -0.3)];
        foreach (var part in new[] { side, transom, deck })
        {
            Fill(canvas, part == deck ? new(0xB8, 0x8A, 0x66) : Hull, [.. part.Select(point => Camera.See(Sail.Posed(point)))]);
        }
    }

    /// <summary>The sail in strips from luff to leech, darker where she turns away.</summary>
    private void Surface(SKCanvas canvas)
    {
        for (var strip = 0; strip < Fine; strip++)
        {
            var (from, to) = ((double)strip / Fine, (strip + 1.0) / Fine);
            var heights = Enumerable.Range(0, Fine + 1).Select(at => (double)at / Fine).ToList();
            var part = Math.Abs((2 * from) - 0.8) / 1.2;
            var color = new SKColor(
                Mix(Cloth.Red, Shade.Red, part),
                Mix(Cloth.Green, Shade.Green, part),
                Mix(Cloth.Blue, Shade.Blue, part)
            );
            Fill(
                canvas,
                color,
                [
                    .. heights.Select(height => Camera.See(Sail.At(height, from))),
                    .. Enumerable.Reverse(heights).Select(height => Camera.See(Sail.At(height, to))),
                ]
            );
        }
    }

    private static byte Mix(byte one, byte other, double part) => (byte)(one + ((other - one) * Math.Clamp(part, 0, 1)));

    private static void Fill(SKCanvas canvas, SKColor color, IReadOnlyList<PicturePoint> points)
    {
        using var path = Path(points);
        using var paint = new SKPaint
        {
            Color = color,
            IsAntialias = true,
            Style = SKPaintStyle.StrokeAndFill,
            StrokeWidth = 1,
        };
        canvas.DrawPath(path, paint);
    }

    private static void Line(SKCanvas canvas, SKColor color, float width, IReadOnlyList<PicturePoint> points)
    {
        using var path = Path(points);
        using var paint = new SKPaint
        {
            Color = color,
            IsAntialias = true,
            Style = SKPaintStyle.Stroke,
            StrokeWidth = width,
        };
        canvas.DrawPath(path, paint);
    }

    private static SKPath Path(IReadOnlyList<PicturePoint> points)
    {
        using var builder = new SKPathBuilder();
        builder.MoveTo((float)points[0].X, (float)points[0].Y);
        foreach (var point in points.Skip(1))
        {
            builder.LineTo((float)point.X, (float)point.Y);
        }

        return builder.Detach();
    }
}
