namespace Terrapin.Core.Reliability;

/// <summary>The smallest sets of parts whose failure together defeats what they are for, up to two at a time.</summary>
public static class CutSets
{
    /// <summary>
    /// Minimal sets of order 0, 1 and 2, the smaller first. A set is minimal when none of those that it contains is one: what more failures
    /// would mend again is not looked at.
    /// </summary>
    /// <param name="parts">How many parts there are; they are called 0 and on.</param>
    /// <param name="fails">Whether it is defeated with these parts failed.</param>
    public static IReadOnlyList<IReadOnlyList<int>> Of(int parts, Func<IReadOnlyList<int>, bool> fails)
    {
        if (fails([]))
        {
            return [[]];
        }

        var sets = new List<IReadOnlyList<int>>();
        var left = new List<int>();
        for (int part = 0; part < parts; part++)
        {
            if (fails([part]))
            {
                sets.Add([part]);
            }
            else
            {
                left.Add(part);
            }
        }

        for (int i = 0; i < left.Count; i++)
        {
            for (int j = i + 1; j < left.Count; j++)
            {
                if (fails([left[i], left[j]]))
                {
                    sets.Add([left[i], left[j]]);
                }
            }
        }

        return sets;
    }

    /// <summary>
    /// How likely at least one of the sets has failed whole, parts failing independently of one another: the sum that inclusion and
    /// exclusion of the sets gives, without its 2^n terms. A part that may fail either has, and what it shares a set with must not, or has not.
    /// </summary>
    /// <param name="sets">Minimal sets of at most two parts, each once.</param>
    /// <param name="failed">How likely each part has failed, 0 to 1.</param>
    /// <returns>0 to 1.</returns>
    public static double Probability(IReadOnlyList<IReadOnlyList<int>> sets, IReadOnlyList<double> failed)
    {
        if (sets.Any(s => s.Count == 0))
        {
            return 1;
        }

        double noneAlone = sets.Where(s => s.Count == 1).Aggregate(1.0, (none, s) => none * (1 - failed[s[0]]));
        return 1 - (noneAlone * NoPair([.. sets.Where(s => s.Count == 2).Select(s => (s[0], s[1]))], failed));
    }

    /// <summary>How likely no pair has failed whole.</summary>
    private static double NoPair(List<(int A, int B)> pairs, IReadOnlyList<double> failed)
    {
        if (pairs.Count == 0)
        {
            return 1;
        }

        int most = pairs.SelectMany(p => new[] { p.A, p.B }).GroupBy(p => p).MaxBy(g => g.Count())!.Key;
        int[] partners = [.. pairs.Where(p => p.A == most || p.B == most).Select(p => p.A == most ? p.B : p.A)];
        List<(int A, int B)> others = [.. pairs.Where(p => p.A != most && p.B != most)];
        List<(int A, int B)> apart = [.. others.Where(p => !partners.Contains(p.A) && !partners.Contains(p.B))];
        double works = (1 - failed[most]) * NoPair(others, failed);
        return works + (failed[most] * partners.Aggregate(1.0, (none, p) => none * (1 - failed[p])) * NoPair(apart, failed));
    }
}
