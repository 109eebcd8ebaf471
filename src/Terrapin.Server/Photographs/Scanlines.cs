using System.Runtime.InteropServices;
using SkiaSharp;

namespace Terrapin.Server.Photographs;

/// <summary>Makes a picture smaller while it is read, so that only one of its lines is in memory at a time.</summary>
internal static class Scanlines
{
    private const int Channels = 4;

    /// <summary>The mean of each square of pixels; <see langword="null"/> where the file ends before its last line.</summary>
    /// <param name="codec">Begun.</param>
    /// <param name="info">Of the whole picture, four bytes a pixel.</param>
    /// <param name="every">Side of the square, pixels, at least 1.</param>
    public static SKBitmap? Shrink(SKCodec codec, SKImageInfo info, int every)
    {
        int width = info.Width / every;
        int height = info.Height / every;
        byte[] line = new byte[info.RowBytes];
        int[] sums = new int[width * Channels];
        byte[] pixels = new byte[width * height * Channels];
        var pinned = GCHandle.Alloc(line, GCHandleType.Pinned);
        try
        {
            for (int row = 0; row < info.Height; row++)
            {
                if (codec.GetScanlines(pinned.AddrOfPinnedObject(), 1, info.RowBytes) != 1)
                {
                    return null;
                }

                if (row / every < height)
                {
                    Add(line, sums, every);
                }

                if (row % every == every - 1 && row / every < height)
                {
                    Settle(sums, pixels.AsSpan(row / every * width * Channels), every * every);
                }
            }
        }
        finally
        {
            pinned.Free();
        }

        var small = new SKBitmap(info.WithSize(width, height));
        Marshal.Copy(pixels, 0, small.GetPixels(), pixels.Length);
        return small;
    }

    private static void Add(byte[] line, int[] sums, int every)
    {
        for (int x = 0; x < sums.Length / Channels * every; x++)
        {
            int to = x / every * Channels;
            for (int c = 0; c < Channels; c++)
            {
                sums[to + c] += line[(x * Channels) + c];
            }
        }
    }

    private static void Settle(int[] sums, Span<byte> to, int count)
    {
        for (int i = 0; i < sums.Length; i++)
        {
            to[i] = (byte)(sums[i] / count);
            sums[i] = 0;
        }
    }
}
