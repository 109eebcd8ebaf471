using System.Runtime.InteropServices;
using SkiaSharp;

namespace Terrapin.Server.Photographs;

/// <summary>A picture that is made smaller while its lines come: each pixel is the mean of a square of them.</summary>
/// <param name="whole">The whole picture, four bytes a pixel.</param>
/// <param name="every">Side of the square, pixels, at least 1; what is left over at the right and below is dropped.</param>
internal sealed class Shrinking(SKImageInfo whole, int every)
{
    private const int Channels = 4;
    private readonly int width = whole.Width / every;
    private readonly int height = whole.Height / every;
    private readonly int[] sums = new int[whole.Width / every * Channels];
    private readonly byte[] pixels = new byte[(whole.Width / every) * (whole.Height / every) * Channels];
    private int lines;

    /// <summary>Takes the next line.</summary>
    /// <param name="line">As many pixels as the picture is wide.</param>
    public void Add(ReadOnlySpan<byte> line)
    {
        int row = lines++ / every;
        if (row >= height)
        {
            return;
        }

        for (int x = 0; x < width * every; x++)
        {
            int to = x / every * Channels;
            for (int c = 0; c < Channels; c++)
            {
                sums[to + c] += line[(x * Channels) + c];
            }
        }

        if (lines % every == 0)
        {
            Settle(pixels.AsSpan(row * width * Channels));
        }
    }

    /// <summary>The small picture, once every line has come.</summary>
    public SKBitmap ToBitmap()
    {
        var small = new SKBitmap(whole.WithSize(width, height));
        Marshal.Copy(pixels, 0, small.GetPixels(), pixels.Length);
        return small;
    }

    private void Settle(Span<byte> to)
    {
        for (int i = 0; i < sums.Length; i++)
        {
            to[i] = (byte)(sums[i] / (every * every));
            sums[i] = 0;
        }
    }
}
