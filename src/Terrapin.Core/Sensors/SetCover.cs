using System.Numerics;

namespace Terrapin.Core.Sensors;

/// <summary>Covers things, one a bit, by few sets of them.</summary>
internal static class SetCover
{
    /// <summary>Bits of a word.</summary>
    public const int Most = 64;

    /// <summary>A cover with no more than so many sets; <see langword="null"/>: there is none.</summary>
    /// <param name="wanted">What has to be covered.</param>
    /// <param name="most">How many sets at most.</param>
    /// <param name="sets">Those that may be taken.</param>
    /// <param name="cancel">Stops between two branches.</param>
    /// <exception cref="OperationCanceledException">It was stopped.</exception>
    public static IReadOnlyList<ulong>? Find(ulong wanted, int most, IEnumerable<ulong> sets, CancellationToken cancel)
    {
        var maximal = new List<ulong>();
        foreach (ulong set in sets.OrderByDescending(BitOperations.PopCount))
        {
            if (set != 0 && !maximal.Exists(m => (set & ~m) == 0))
            {
                maximal.Add(set);
            }
        }

        var taken = new List<ulong>();
        return Covered(wanted, most, [.. maximal], taken, cancel) ? taken : null;
    }

    /// <summary>Branches on the thing that the fewest sets hold.</summary>
    private static bool Covered(ulong wanted, int n, ulong[] sets, List<ulong> taken, CancellationToken cancel)
    {
        if (wanted == 0)
        {
            return true;
        }

        int largest = sets.Select(s => BitOperations.PopCount(s & wanted)).DefaultIfEmpty(0).Max();
        if (n == 0 || largest * n < BitOperations.PopCount(wanted))
        {
            return false;
        }

        cancel.ThrowIfCancellationRequested();
        ulong rarest = 0;
        int fewest = int.MaxValue;
        for (ulong left = wanted; left != 0; left &= left - 1)
        {
            ulong bit = 1UL << BitOperations.TrailingZeroCount(left);
            int count = sets.Count(s => (s & bit) != 0);
            if (count < fewest)
            {
                (rarest, fewest) = (bit, count);
            }
        }

        foreach (ulong set in sets.Where(s => (s & rarest) != 0).OrderByDescending(s => BitOperations.PopCount(s & wanted)))
        {
            taken.Add(set);
            if (Covered(wanted & ~set, n - 1, sets, taken, cancel))
            {
                return true;
            }

            taken.RemoveAt(taken.Count - 1);
        }

        return false;
    }
}
