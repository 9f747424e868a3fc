using SkiaSharp;

namespace Regatta.Formats.Pictures;

/// <summary>A picture made anew: only its pixels are taken over, nothing a camera writes beside them. Upright, no larger than is looked at.
/// </summary>
/// <param name="Jpeg">Its bytes.</param>
/// <param name="Width">In pixels.</param>
/// <param name="Height">In pixels.</param>
public sealed record PictureFile(byte[] Jpeg, int Width, int Height)
{
    /// <summary>The longer side of a picture that is kept, in pixels.</summary>
    public const int LongerSide = 1600;

    private const int Quality = 82;
    private const int LeastQuality = 40;
    private const int MostBytes = 1_000_000;

    /// <summary>Decodes a picture that was sent and encodes its pixels again.</summary>
    /// <returns>The picture, or why it is none.</returns>
    public static Parsed<PictureFile> Of(Stream sent)
    {
        using var data = SKData.Create(sent);
        using var codec = data is null ? null : SKCodec.Create(data);
        if (
            codec is null
            || codec.EncodedFormat is not (SKEncodedImageFormat.Jpeg or SKEncodedImageFormat.Png or SKEncodedImageFormat.Webp)
        )
        {
            return Parsed<PictureFile>.Bad(
                "This is no picture that can be read here. Send a JPEG, PNG or WebP; a phone saves one of them."
            );
        }

        // A JPEG is read smaller than it is, by eighths: a large one needs no more memory than a small one.
        var share = Math.Min(1f, (float)LongerSide / Math.Max(codec.Info.Width, codec.Info.Height));
        var scaled = codec.GetScaledDimensions(MathF.Ceiling(8 * share) / 8);
        if ((long)codec.Info.Width * codec.Info.Height > Limits.PicturePixels || (long)scaled.Width * scaled.Height > Limits.DecodedPixels)
        {
            return Parsed<PictureFile>.Bad("This picture has too many pixels to be made anew here. Save it smaller and send it again.");
        }

        using var decoded = new SKBitmap(codec.Info.WithSize(scaled).WithAlphaType(SKAlphaType.Premul));
        if (codec.GetPixels(decoded.Info, decoded.GetPixels()) != SKCodecResult.Success)
        {
            return Parsed<PictureFile>.Bad("This picture breaks off. Take it again, or send another.");
        }

        using var upright = Upright(decoded, codec.EncodedOrigin);
        return Parsed<PictureFile>.Good(Encoded(upright));
    }

    /// <summary>The pixels as a phone was held, scaled to what is kept, on white.</summary>
    private static SKBitmap Upright(SKBitmap picture, SKEncodedOrigin origin)
    {
        var turned =
            origin is SKEncodedOrigin.LeftTop or SKEncodedOrigin.RightTop or SKEncodedOrigin.RightBottom or SKEncodedOrigin.LeftBottom;
        var (width, height) = turned ? (picture.Height, picture.Width) : (picture.Width, picture.Height);
        var scale = Math.Min(1f, (float)LongerSide / Math.Max(width, height));
        var upright = new SKBitmap(Math.Max(1, (int)(width * scale)), Math.Max(1, (int)(height * scale)));
        using var canvas = new SKCanvas(upright);
        canvas.Clear(SKColors.White);
        canvas.Scale((float)upright.Width / width, (float)upright.Height / height);
        canvas.Concat(Turn(origin, width, height));
        using var image = SKImage.FromBitmap(picture);
        canvas.DrawImage(image, 0, 0, new SKSamplingOptions(SKFilterMode.Linear, SKMipmapMode.Linear));
        return upright;
    }

    /// <summary>From the pixels as they are stored to as they are looked at.</summary>
    private static SKMatrix Turn(SKEncodedOrigin origin, float width, float height) =>
        origin switch
        {
            SKEncodedOrigin.TopRight => new(-1, 0, width, 0, 1, 0, 0, 0, 1),
            SKEncodedOrigin.BottomRight => new(-1, 0, width, 0, -1, height, 0, 0, 1),
            SKEncodedOrigin.BottomLeft => new(1, 0, 0, 0, -1, height, 0, 0, 1),
            SKEncodedOrigin.LeftTop => new(0, 1, 0, 1, 0, 0, 0, 0, 1),
            SKEncodedOrigin.RightTop => new(0, -1, width, 1, 0, 0, 0, 0, 1),
            SKEncodedOrigin.RightBottom => new(0, -1, width, -1, 0, height, 0, 0, 1),
            SKEncodedOrigin.LeftBottom => new(0, 1, 0, -1, 0, height, 0, 0, 1),
            _ => SKMatrix.Identity,
        };

    private static PictureFile Encoded(SKBitmap picture)
    {
        for (var quality = Quality; ; quality -= 14)
        {
            using var jpeg = picture.Encode(SKEncodedImageFormat.Jpeg, quality);
            if (jpeg.Size <= MostBytes || quality <= LeastQuality)
            {
                return new(jpeg.ToArray(), picture.Width, picture.Height);
            }
        }
    }
}
