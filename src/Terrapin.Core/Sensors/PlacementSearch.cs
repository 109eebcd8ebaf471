using System.Numerics;

namespace Terrapin.Core.Sensors;

/// <summary>How well a set of places hears the leaks; less is better, the first difference decides.</summary>
/// <param name="Unheard">Weights of the leaks that nothing hears, added up.</param>
/// <param name="WorstM3">The most that is out of any heard leak before one of the places knows, m³.</param>
/// <param name="SumM3">That of all heard leaks, each times its weight, m³.</param>
public readonly record struct PlacementScore(double Unheard, double WorstM3, double SumM3) : IComparable<PlacementScore>
{
    public int CompareTo(PlacementScore other)
    {
        int byUnheard = Unheard.CompareTo(other.Unheard);
        int byWorst = WorstM3.CompareTo(other.WorstM3);
        return byUnheard != 0 ? byUnheard : byWorst != 0 ? byWorst : SumM3.CompareTo(other.SumM3);
    }
}

/// <summary>Where sensors could lie, and what each place hears.</summary>
/// <param name="TripM3">Of each candidate, for each leak: what is out before it knows, m³; infinite: never.</param>
/// <param name="Price">Of each candidate: of two that hear alike the cheaper is taken.</param>
/// <param name="Weights">Of each leak, above zero.</param>
/// <param name="HeardM3">What is out of each leak before a sensor that stays knows, m³; infinite: none does.</param>
public sealed record PlacementProblem(IReadOnlyList<float[]> TripM3, IReadOnlyList<double> Price, double[] Weights, double[] HeardM3);

/// <summary>Which candidates to take, for one number of sensors.</summary>
/// <param name="Candidates">Indices into the problem's candidates, as many as were asked for or as help.</param>
/// <param name="Score">With those that stay.</param>
public sealed record PlacementChoice(IReadOnlyList<int> Candidates, PlacementScore Score);

/// <summary>
/// Chooses places that minimise the worst litres-to-trip over all leaks, ties by the weighted sum: the minimax by a least
/// cover within the smallest limit that one exists for, then additions and exchanges until none helps.
/// Source: the p-centre problem, S. L. Hakimi 1964; its solution by covers, E. Minieka 1970.
/// </summary>
public sealed class PlacementSearch
{
    /// <summary>As many leaks as a cover keeps bits for; beyond, additions and exchanges go alone.</summary>
    private const int MostCovered = 64;

    /// <summary>So many candidates are held against each other one.</summary>
    private const int MostPivots = 256;

    /// <summary>In m³, that sums stay numbers: more than any house loses.</summary>
    private const float Never = 1e6f;

    private readonly float[][] trips;

    /// <summary>The same, no later than what stays hears, as long as whole vectors.</summary>
    private readonly float[][] rows;
    private readonly float[] paddedWeights;
    private readonly int[] indices;
    private readonly double[] weights;
    private readonly float[] heard;

    /// <summary>Of each leak, the least for which any place hears it.</summary>
    private readonly float[] soonest;
    private readonly int leaks;
    private readonly CancellationToken cancel;

    private PlacementSearch(PlacementProblem problem, CancellationToken cancel)
    {
        this.cancel = cancel;
        weights = problem.Weights;
        leaks = weights.Length;
        heard = [.. problem.HeardM3.Select(h => (float)h)];
        paddedWeights = Padded([.. weights.Select(w => (float)w)]);
        (rows, indices) = Undominated(problem);
        trips = [.. indices.Select(i => problem.TripM3[i])];
        soonest = [.. heard];
        foreach (float[] trip in trips)
        {
            Take(soonest, trip);
        }
    }

    /// <summary>The choice for one sensor, for two, and so on; ends early where one more helps nothing.</summary>
    /// <param name="problem">At least one leak.</param>
    /// <param name="most">How many sensors at most.</param>
    /// <param name="cancel">Stops between two steps of the work.</param>
    /// <exception cref="OperationCanceledException">It was stopped.</exception>
    public static IEnumerable<PlacementChoice> Choices(PlacementProblem problem, int most, CancellationToken cancel = default)
    {
        var search = new PlacementSearch(problem, cancel);
        int[] taken = [];
        PlacementScore before = search.ScoreOf([]);
        for (int n = 1; n <= most && search.trips.Length > 0; n++)
        {
            taken = search.Best(taken, n);
            PlacementScore score = search.ScoreOf(taken);
            if (score.CompareTo(before) >= 0)
            {
                yield break;
            }

            yield return new PlacementChoice([.. taken.Select(t => search.indices[t])], score);
            before = score;
        }
    }

    /// <summary>How well some candidates hear, with those that stay.</summary>
    public static PlacementScore Score(PlacementProblem problem, IEnumerable<int> candidates)
    {
        float[] nearest = [.. problem.HeardM3.Select(h => (float)h)];
        foreach (int candidate in candidates)
        {
            Take(nearest, problem.TripM3[candidate]);
        }

        return ScoreOf(nearest, problem.Weights);
    }

    private int[] Best(int[] before, int n)
    {
        int[] grown = Exchange([.. before, Addition(before)]);
        if (Cover(n, grown) is not { } covering)
        {
            return grown;
        }

        while (covering.Length < n)
        {
            covering = [.. covering, Addition(covering)];
        }

        int[] covered = Exchange(covering);
        return ScoreOf(covered).CompareTo(ScoreOf(grown)) < 0 ? covered : grown;
    }

    /// <summary>
    /// Drops candidates that another hears no later in all leaks: what is left has the same best choice. Each is held against some
    /// of the others only, which drops nearly all that can go at a small part of the cost.
    /// </summary>
    private static (float[][] Rows, int[] Indices) Undominated(PlacementProblem problem)
    {
        var rows = new List<(float Sum, double Price, int Index, float[] Row)>();
        float[] heard = Padded([.. problem.HeardM3.Select(h => (float)h)]);
        for (int i = 0; i < problem.TripM3.Count; i++)
        {
            float[] row = Padded(problem.TripM3[i]);
            float sum = 0;
            bool helps = false;
            for (int l = 0; l < row.Length; l++)
            {
                helps |= row[l] < heard[l];
                row[l] = Math.Min(row[l], heard[l]);
                sum += row[l];
            }

            if (helps)
            {
                rows.Add((sum, problem.Price[i], i, row));
            }
        }

        rows.Sort((a, b) => a.Sum != b.Sum ? a.Sum.CompareTo(b.Sum) : a.Price != b.Price ? a.Price.CompareTo(b.Price) : a.Index.CompareTo(b.Index));
        var kept = new List<(int Index, float[] Row)>();
        var pivots = new List<float[]>();
        foreach ((_, _, int index, float[] row) in rows)
        {
            int by = pivots.FindIndex(p => NoLater(p, row));
            if (by > 0)
            {
                // Neighbours are dominated by the same one: it is looked at first.
                (pivots[by], pivots[by / 2]) = (pivots[by / 2], pivots[by]);
            }
            else if (by < 0)
            {
                kept.Add((index, row));
                if (pivots.Count < MostPivots)
                {
                    pivots.Add(row);
                }
                else
                {
                    pivots[^1] = row;
                }
            }
        }

        kept.Sort((a, b) => a.Index.CompareTo(b.Index));
        return ([.. kept.Select(k => k.Row)], [.. kept.Select(k => k.Index)]);
    }

    private static bool NoLater(float[] a, float[] b)
    {
        for (int l = 0; l < a.Length; l += Vector<float>.Count)
        {
            if (!Vector.LessThanOrEqualAll(new Vector<float>(a, l), new Vector<float>(b, l)))
            {
                return false;
            }
        }

        return true;
    }

    /// <summary>The one more that helps most.</summary>
    private int Addition(int[] taken)
    {
        float[] nearest = Nearest(taken);
        int best = 0;
        var bestScore = new PlacementScore(double.PositiveInfinity, double.PositiveInfinity, double.PositiveInfinity);
        float[] padded = Padded(nearest);
        for (int c = 0; c < trips.Length; c++)
        {
            if (!MayBeat(padded, rows[c], bestScore))
            {
                continue;
            }

            PlacementScore score = ScoreWith(nearest, trips[c], weights, bestScore);
            if (score.CompareTo(bestScore) < 0)
            {
                (best, bestScore) = (c, score);
            }
        }

        return best;
    }

    /// <summary>Exchanges one after the other for the one that helps most in its place, until none does.</summary>
    private int[] Exchange(int[] taken)
    {
        PlacementScore score = ScoreOf(taken);
        bool better = true;
        while (better)
        {
            better = false;
            for (int i = 0; i < taken.Length; i++)
            {
                cancel.ThrowIfCancellationRequested();
                int[] others = [.. taken.Where((_, at) => at != i)];
                int[] changed = [.. others, Addition(others)];
                PlacementScore now = ScoreOf(changed);
                if (now.CompareTo(score) < 0)
                {
                    (taken, score, better) = (changed, now, true);
                }
            }
        }

        return taken;
    }

    /// <summary>
    /// So many candidates that hear every leak that can be heard within the smallest limit for which there are so many;
    /// <see langword="null"/> where so few cannot hear them all, or not sooner than those known.
    /// </summary>
    private int[]? Cover(int n, int[] known)
    {
        if (leaks > MostCovered || trips.Length == 0)
        {
            return null;
        }

        float least = soonest.Where(float.IsFinite).DefaultIfEmpty(0).Max();
        float[] nearest = Nearest(known);
        bool all = nearest.Zip(soonest).All(p => float.IsFinite(p.First) || float.IsInfinity(p.Second));
        float below = all ? nearest.Where(float.IsFinite).DefaultIfEmpty(0).Max() : float.PositiveInfinity;
        float highest = LargestBelow(below);

        // What is known already is most often the least: one look at the next limit below tells.
        if (highest < least || CoverWithin(highest, n) is not { } found)
        {
            return null;
        }

        float[] limits = LimitsBetween(least, highest);
        int low = 0;
        int high = limits.Length - 1;
        while (low <= high)
        {
            cancel.ThrowIfCancellationRequested();
            int middle = (low + high) / 2;
            if (CoverWithin(limits[middle], n) is { } cover)
            {
                (found, high) = (cover, middle - 1);
            }
            else
            {
                low = middle + 1;
            }
        }

        return found;
    }

    private float[] LimitsBetween(float least, float highest)
    {
        var limits = new List<float>();
        foreach (float[] trip in trips)
        {
            foreach (float volume in trip)
            {
                if (volume >= least && volume < highest)
                {
                    limits.Add(volume);
                }
            }
        }

        limits.Sort();
        return [.. limits];
    }

    /// <summary>The largest trip of any candidate below a limit; negative where there is none.</summary>
    private float LargestBelow(float limit)
    {
        float largest = -1;
        foreach (float[] trip in trips)
        {
            foreach (float volume in trip)
            {
                largest = volume < limit && volume > largest ? volume : largest;
            }
        }

        return largest;
    }

    private int[]? CoverWithin(float limit, int n)
    {
        ulong wanted = 0;
        for (int l = 0; l < leaks; l++)
        {
            if (float.IsFinite(soonest[l]) && heard[l] > limit)
            {
                wanted |= 1UL << l;
            }
        }

        var sets = new Dictionary<ulong, int>();
        for (int c = 0; c < trips.Length; c++)
        {
            ulong set = 0;
            for (int l = 0; l < leaks; l++)
            {
                set |= trips[c][l] <= limit ? 1UL << l : 0;
            }

            sets.TryAdd(set & wanted, c);
        }

        var maximal = new List<ulong>();
        foreach (ulong set in sets.Keys.OrderByDescending(BitOperations.PopCount))
        {
            if (set != 0 && !maximal.Exists(m => (set & ~m) == 0))
            {
                maximal.Add(set);
            }
        }

        var taken = new List<ulong>();
        return Covered(wanted, n, [.. maximal], taken) ? [.. taken.Select(s => sets[s])] : null;
    }

    /// <summary>Branches on the leak that the fewest sets hear.</summary>
    private bool Covered(ulong wanted, int n, ulong[] sets, List<ulong> taken)
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
        for (int l = 0; l < leaks; l++)
        {
            ulong bit = 1UL << l;
            int count = (wanted & bit) == 0 ? int.MaxValue : sets.Count(s => (s & bit) != 0);
            if (count < fewest)
            {
                (rarest, fewest) = (bit, count);
            }
        }

        foreach (ulong set in sets.Where(s => (s & rarest) != 0).OrderByDescending(s => BitOperations.PopCount(s & wanted)))
        {
            taken.Add(set);
            if (Covered(wanted & ~set, n - 1, sets, taken))
            {
                return true;
            }

            taken.RemoveAt(taken.Count - 1);
        }

        return false;
    }

    private float[] Nearest(IEnumerable<int> taken)
    {
        float[] nearest = [.. heard];
        foreach (int candidate in taken)
        {
            Take(nearest, trips[candidate]);
        }

        return nearest;
    }

    private static void Take(float[] nearest, float[] trip)
    {
        for (int l = 0; l < nearest.Length; l++)
        {
            nearest[l] = Math.Min(nearest[l], trip[l]);
        }
    }

    private PlacementScore ScoreOf(int[] taken) => ScoreOf(Nearest(taken), weights);

    private static PlacementScore ScoreOf(float[] nearest, double[] weights) =>
        ScoreWith(nearest, nearest, weights, new PlacementScore(double.PositiveInfinity, double.PositiveInfinity, double.PositiveInfinity));

    /// <summary>Whether a candidate's score can be better than another, several leaks at a time and a hair too kindly.</summary>
    private bool MayBeat(float[] nearest, float[] row, PlacementScore toBeat)
    {
        const double hair = 1e-4;
        var never = new Vector<float>(Never);
        Vector<float> unheard = Vector<float>.Zero;
        Vector<float> worst = Vector<float>.Zero;
        Vector<float> sum = Vector<float>.Zero;
        for (int l = 0; l < row.Length; l += Vector<float>.Count)
        {
            var volume = Vector.Min(new Vector<float>(nearest, l), new Vector<float>(row, l));
            var weight = new Vector<float>(paddedWeights, l);
            Vector<int> isUnheard = Vector.GreaterThanOrEqual(volume, never);
            unheard += Vector.ConditionalSelect(isUnheard, weight, Vector<float>.Zero);
            volume = Vector.ConditionalSelect(isUnheard, Vector<float>.Zero, volume);
            worst = Vector.Max(worst, volume);
            sum += volume * weight;
        }

        double missing = Vector.Sum(unheard);
        if (missing > toBeat.Unheard * (1 + hair))
        {
            return false;
        }

        if (missing < toBeat.Unheard * (1 - hair) || double.IsInfinity(toBeat.Unheard))
        {
            return true;
        }

        float most = 0;
        for (int lane = 0; lane < Vector<float>.Count; lane++)
        {
            most = Math.Max(most, worst[lane]);
        }

        return most < toBeat.WorstM3 || (most == toBeat.WorstM3 && Vector.Sum(sum) <= toBeat.SumM3 * (1 + hair));
    }

    /// <summary>A row as long as whole vectors, with a number for never.</summary>
    private static float[] Padded(float[] row)
    {
        var padded = new float[(row.Length + Vector<float>.Count - 1) / Vector<float>.Count * Vector<float>.Count];
        for (int l = 0; l < row.Length; l++)
        {
            padded[l] = Math.Min(row[l], Never);
        }

        return padded;
    }

    /// <summary>Gives up, with a score that is no better, once it cannot beat the other.</summary>
    private static PlacementScore ScoreWith(float[] nearest, float[] trip, double[] weights, PlacementScore toBeat)
    {
        double unheard = 0;
        double worst = 0;
        double sum = 0;
        for (int l = 0; l < nearest.Length; l++)
        {
            float volume = Math.Min(nearest[l], trip[l]);
            if (float.IsPositiveInfinity(volume))
            {
                unheard += weights[l];
            }
            else
            {
                worst = Math.Max(worst, volume);
                sum += volume * weights[l];
            }

            if (unheard > toBeat.Unheard || (unheard == toBeat.Unheard && worst > toBeat.WorstM3))
            {
                break;
            }
        }

        return new PlacementScore(unheard, worst, sum);
    }
}
