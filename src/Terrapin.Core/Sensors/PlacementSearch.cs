using System.Numerics;

namespace Terrapin.Core.Sensors;

/// <summary>
/// Chooses places that minimise the worst litres-to-trip over all leaks, ties by the weighted sum: the minimax by a least
/// cover within the smallest limit that one exists for, then additions and exchanges until none helps.
/// Source: the p-centre problem, S. L. Hakimi 1964; its solution by covers, E. Minieka 1970.
/// </summary>
public sealed class PlacementSearch
{
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
        paddedWeights = UndominatedPlaces.Padded([.. weights.Select(w => (float)w)]);
        (rows, indices) = UndominatedPlaces.Of(problem);
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

    /// <summary>The one more that helps most.</summary>
    private int Addition(int[] taken)
    {
        float[] nearest = Nearest(taken);
        int best = 0;
        var bestScore = new PlacementScore(double.PositiveInfinity, double.PositiveInfinity, double.PositiveInfinity);
        float[] padded = UndominatedPlaces.Padded(nearest);
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
        if (leaks > SetCover.Most || trips.Length == 0)
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
        float[] limits = [.. Volumes().Where(volume => volume >= least && volume < highest)];
        Array.Sort(limits);
        return limits;
    }

    /// <summary>The largest volume below a limit that can be the worst of a choice; negative where there is none.</summary>
    private float LargestBelow(float limit)
    {
        float largest = -1;
        foreach (float volume in Volumes())
        {
            largest = volume < limit && volume > largest ? volume : largest;
        }

        return largest;
    }

    /// <summary>All that the worst of a choice can be: what a candidate hears, or what stays.</summary>
    private IEnumerable<float> Volumes() => trips.SelectMany(trip => trip).Concat(heard);

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

        return SetCover.Find(wanted, n, sets.Keys, cancel) is { } taken ? [.. taken.Select(s => sets[s])] : null;
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
        var never = new Vector<float>(UndominatedPlaces.Never);
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
