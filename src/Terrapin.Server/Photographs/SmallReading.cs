using System.Runtime.InteropServices;
using SkiaSharp;

namespace Terrapin.Server.Photographs;

/// <summary>
/// Reads a picture into a smaller one without ever holding it whole, each format as far as its reader allows. All give
/// <see langword="null"/> where the file ends before its last line.
/// </summary>
internal static class SmallReading
{
    private const int StripePixels = 25_000_000;

    /// <summary>A JPEG, line by line.</summary>
    /// <param name="codec">Not begun.</param>
    /// <param name="info">Of the whole picture, four bytes a pixel.</param>
    /// <param name="every">How many times smaller, at least 1, at most the shorter side.</param>
    public static SKBitmap? ByLines(SKCodec codec, SKImageInfo info, int every)
    {
        if (codec.StartScanlineDecode(info) != SKCodecResult.Success)
        {
            return null;
        }

        return Shrink(info, every, 1, (to, _, count) => codec.GetScanlines(to, count, info.RowBytes) == count);
    }

    /// <summary>A PNG, whose reader gives no lines but any stripe: it reads all above a stripe once more.</summary>
    /// <inheritdoc cref="ByLines"/>
    public static SKBitmap? ByStripes(SKCodec codec, SKImageInfo info, int every) =>
        Shrink(info, every, Math.Clamp(StripePixels / info.Width, 1, info.Height), (to, top, count) =>
        {
            var stripe = new SKCodecOptions(SKRectI.Create(0, top, info.Width, count));
            return codec.StartIncrementalDecode(info, to, info.RowBytes, stripe) == SKCodecResult.Success
                && codec.IncrementalDecode(out _) == SKCodecResult.Success;
        });

    /// <summary>A WebP, which its own reader makes smaller.</summary>
    /// <inheritdoc cref="ByLines"/>
    public static SKBitmap? Scaled(SKCodec codec, SKImageInfo info, int every)
    {
        SKImageInfo small = info.WithSize(codec.GetScaledDimensions(1f / every));
        var bitmap = new SKBitmap(small);
        if (codec.GetPixels(small, bitmap.GetPixels()) == SKCodecResult.Success)
        {
            return bitmap;
        }

        bitmap.Dispose();
        return null;
    }

    /// <param name="info">Of the whole picture.</param>
    /// <param name="every">How many times smaller.</param>
    /// <param name="atOnce">Lines that are read at once.</param>
    /// <param name="read">Reads some lines to an address, from one on, and says whether all were there.</param>
    private static SKBitmap? Shrink(SKImageInfo info, int every, int atOnce, Func<nint, int, int, bool> read)
    {
        byte[] lines = new byte[atOnce * info.RowBytes];
        var pinned = GCHandle.Alloc(lines, GCHandleType.Pinned);
        try
        {
            var shrinking = new Shrinking(info, every);
            for (int top = 0; top < info.Height; top += atOnce)
            {
                int count = Math.Min(atOnce, info.Height - top);
                if (!read(pinned.AddrOfPinnedObject(), top, count))
                {
                    return null;
                }

                for (int i = 0; i < count; i++)
                {
                    shrinking.Add(lines.AsSpan(i * info.RowBytes, info.RowBytes));
                }
            }

            return shrinking.ToBitmap();
        }
        finally
        {
            pinned.Free();
        }
    }
}
