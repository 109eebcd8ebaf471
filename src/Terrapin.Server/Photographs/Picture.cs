using SkiaSharp;
using Terrapin.Core.Validation;

namespace Terrapin.Server.Photographs;

/// <summary>A photograph as it is kept: upright, no larger than needed, and with nothing in it but the picture.</summary>
/// <param name="Jpeg">The file.</param>
/// <param name="Width">Pixels.</param>
/// <param name="Height">Pixels.</param>
internal sealed record Picture(byte[] Jpeg, int Width, int Height)
{
    public const int MostBytes = 10 * 1024 * 1024;

    private const int LongestSide = 1600;
    private const int MostPixels = 100_000_000;
    private const int LongestSideRead = 65_535;
    private const int Quality = 85;
    private static readonly Lock Gate = new();

    /// <summary>
    /// Reads a JPEG, PNG or WebP and draws it anew, so that place, time and camera in the file are left behind whoever sent it.
    /// </summary>
    /// <exception cref="RefusedException">It is none of these, damaged, or larger than can be drawn.</exception>
    public static Picture Read(ReadOnlyMemory<byte> file)
    {
        using var data = SKData.CreateCopy(file.Span);
        using SKCodec? codec = SKCodec.Create(data);
        if (codec is null || codec.EncodedFormat is not (SKEncodedImageFormat.Jpeg or SKEncodedImageFormat.Png or SKEncodedImageFormat.Webp))
        {
            throw Refuse("This is no JPEG, PNG or WebP picture. Take the photograph again, or save it as one of these.");
        }

        if ((long)codec.Info.Width * codec.Info.Height > MostPixels || Math.Max(codec.Info.Width, codec.Info.Height) > LongestSideRead)
        {
            throw Refuse($"The picture is {codec.Info.Width} × {codec.Info.Height} pixels, more than can be read here. Make it smaller.");
        }

        // A large picture takes much memory while it is read: one at a time.
        lock (Gate)
        {
            using SKBitmap bitmap = Decode(codec);
            return Draw(bitmap, codec.EncodedOrigin);
        }
    }

    /// <summary>Reads it into about the size that is kept.</summary>
    private static SKBitmap Decode(SKCodec codec)
    {
        var info = new SKImageInfo(codec.Info.Width, codec.Info.Height, SKColorType.Rgba8888, SKAlphaType.Premul);
        int every = Math.Clamp(Math.Max(info.Width, info.Height) / LongestSide, 1, Math.Min(info.Width, info.Height));
        SKBitmap? small = codec.EncodedFormat switch
        {
            SKEncodedImageFormat.Jpeg => SmallReading.ByLines(codec, info, every),
            SKEncodedImageFormat.Png => SmallReading.ByStripes(codec, info, every),
            _ => SmallReading.Scaled(codec, info, every),
        };
        return small ?? throw Damaged();
    }

    private static RefusedException Damaged() => Refuse("The picture is damaged: it ends before it is complete. Take it again, or send the whole file.");

    private static Picture Draw(SKBitmap bitmap, SKEncodedOrigin origin)
    {
        bool sideways = origin is SKEncodedOrigin.LeftTop or SKEncodedOrigin.RightTop or SKEncodedOrigin.RightBottom or SKEncodedOrigin.LeftBottom;
        float scale = Math.Min(1f, LongestSide / (float)Math.Max(bitmap.Width, bitmap.Height));
        int width = Math.Max(1, (int)MathF.Round((sideways ? bitmap.Height : bitmap.Width) * scale));
        int height = Math.Max(1, (int)MathF.Round((sideways ? bitmap.Width : bitmap.Height) * scale));
        using var surface = SKSurface.Create(new SKImageInfo(width, height, SKColorType.Rgba8888, SKAlphaType.Opaque));
        SKCanvas canvas = surface.Canvas;
        canvas.Clear(SKColors.White);
        Turn(canvas, origin, width, height);
        canvas.Scale(scale);
        using var image = SKImage.FromBitmap(bitmap);
        canvas.DrawImage(image, 0, 0, new SKSamplingOptions(SKFilterMode.Linear, SKMipmapMode.Linear));
        using SKImage drawn = surface.Snapshot();
        using SKData jpeg = drawn.Encode(SKEncodedImageFormat.Jpeg, Quality);
        return new Picture(jpeg.ToArray(), width, height);
    }

    /// <summary>Sets the canvas so that a picture taken with the camera turned or mirrored comes out upright.</summary>
    private static void Turn(SKCanvas canvas, SKEncodedOrigin origin, int width, int height)
    {
        SKMatrix matrix = origin switch
        {
            SKEncodedOrigin.TopRight => new SKMatrix(-1, 0, width, 0, 1, 0, 0, 0, 1),
            SKEncodedOrigin.BottomRight => new SKMatrix(-1, 0, width, 0, -1, height, 0, 0, 1),
            SKEncodedOrigin.BottomLeft => new SKMatrix(1, 0, 0, 0, -1, height, 0, 0, 1),
            SKEncodedOrigin.LeftTop => new SKMatrix(0, 1, 0, 1, 0, 0, 0, 0, 1),
            SKEncodedOrigin.RightTop => new SKMatrix(0, -1, width, 1, 0, 0, 0, 0, 1),
            SKEncodedOrigin.RightBottom => new SKMatrix(0, -1, width, -1, 0, height, 0, 0, 1),
            SKEncodedOrigin.LeftBottom => new SKMatrix(0, 1, 0, -1, 0, height, 0, 0, 1),
            _ => SKMatrix.Identity,
        };
        canvas.Concat(matrix);
    }

    private static RefusedException Refuse(string message) => new([new DocumentError("", message)]);
}
