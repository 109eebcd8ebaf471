using CsCheck;
using Terrapin.Core.Model;
using Terrapin.Core.Reliability;

namespace Terrapin.Core.Tests.Reliability;

/// <summary>Minimal sets and their probability, against going through every state and every term.</summary>
public class CutSetsTests
{
    /// <summary>Sets of one or two of up to eight parts, none within another.</summary>
    private static readonly Gen<IReadOnlyList<IReadOnlyList<int>>> Sets = Gen.Select(Gen.Int[0, 7], Gen.Int[0, 7]).Array[0, 14].Select(pairs =>
    {
        int[][] all = [.. pairs.Select(p => p.Item1 == p.Item2 ? new[] { p.Item1 } : [Math.Min(p.Item1, p.Item2), Math.Max(p.Item1, p.Item2)]).DistinctBy(s => string.Join(',', s))];
        return (IReadOnlyList<IReadOnlyList<int>>)[.. all.Where(s => !all.Any(o => o.Length < s.Length && o.All(s.Contains)))];
    });

    private static readonly Gen<double[]> Failed = Gen.Double[0, 1].Array[8];

    [Fact]
    public void The_probability_is_that_of_every_state_summed_up() => Gen.Select(Sets, Failed).Sample((sets, failed) =>
    {
        double sum = 0;
        for (int state = 0; state < 256; state++)
        {
            if (sets.Any(s => s.All(p => (state & (1 << p)) != 0)))
            {
                sum += Enumerable.Range(0, 8).Aggregate(1.0, (all, p) => all * ((state & (1 << p)) != 0 ? failed[p] : 1 - failed[p]));
            }
        }

        return Math.Abs(CutSets.Probability(sets, failed) - sum) < 1e-12;
    });

    [Fact]
    public void The_probability_is_what_inclusion_and_exclusion_gives() => Gen.Select(Sets, Failed).Sample((sets, failed) =>
    {
        double sum = 0;
        for (int chosen = 1; chosen < 1 << sets.Count; chosen++)
        {
            int[] parts = [.. Enumerable.Range(0, sets.Count).Where(s => (chosen & (1 << s)) != 0).SelectMany(s => sets[s]).Distinct()];
            sum += (int.PopCount(chosen) % 2 == 1 ? 1 : -1) * parts.Aggregate(1.0, (all, p) => all * failed[p]);
        }

        return Math.Abs(CutSets.Probability(sets, failed) - sum) < 1e-9;
    }, iter: 50);

    [Fact]
    public void The_sets_are_the_smallest_that_defeat_it() => Sets.Sample(sets =>
    {
        bool Fails(IReadOnlyList<int> failed) => sets.Any(s => s.All(failed.Contains));
        IReadOnlyList<IReadOnlyList<int>> found = CutSets.Of(8, Fails);
        return found.Select(Text).Order().SequenceEqual(sets.Select(Text).Order());

        static string Text(IReadOnlyList<int> set) => string.Join(',', set);
    });

    [Fact]
    public void What_fails_with_nothing_broken_has_the_empty_set_and_is_sure()
    {
        IReadOnlyList<IReadOnlyList<int>> sets = CutSets.Of(3, _ => true);
        Assert.Empty(Assert.Single(sets));
        Assert.Equal(1, CutSets.Probability(sets, [0, 0, 0]));
        Assert.Equal(0, CutSets.Probability(CutSets.Of(3, _ => false), [1, 1, 1]));
    }

    [Fact]
    public void Two_of_thirty_sensors_are_summed_up_at_once()
    {
        // Any two of thirty: none or exactly one has failed, or it is defeated.
        const double Q = 0.03;
        IReadOnlyList<IReadOnlyList<int>> sets = CutSets.Of(30, failed => failed.Count >= 2);
        Assert.Equal(435, sets.Count);
        double expected = 1 - Math.Pow(1 - Q, 30) - (30 * Q * Math.Pow(1 - Q, 29));
        Assert.Equal(expected, CutSets.Probability(sets, [.. Enumerable.Repeat(Q, 30)]), 12);
    }

    [Fact]
    public void The_longest_interval_just_meets_the_target() => Gen.Select(Gen.Double[0.001, 2], Gen.Double[0.0001, 0.5]).Sample((perYear, target) =>
    {
        var failures = new PartFailures(new FailureFigures { Target = target });
        double? longest = failures.LongestTestS(every => Unavailability.Hidden(perYear, every));
        double At(double every) => Unavailability.Hidden(perYear, every);
        return longest switch
        {
            0 => At(FailureFigures.ShortestTestS) > target,
            FailureFigures.LongestTestS => At(FailureFigures.LongestTestS) <= target,
            { } every => At(every) <= target && At(every * 1.00001) > target,
            null => false,
        };
    });
}
