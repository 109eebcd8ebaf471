using CsCheck;
using Terrapin.Core.Sensors;

namespace Terrapin.Core.Tests.Sensors;

public class PlacementSearchTests
{
    private static readonly Gen<PlacementProblem> Problems =
        from leaks in Gen.Int[1, 5]
        from candidates in Gen.Int[1, 14]
        from trips in Gen.Frequency((4, Gen.Float[0, 0.03f]), (1, Gen.Const(float.PositiveInfinity))).Array[leaks].Array[candidates]
        from weights in Gen.Double[1, 4].Array[leaks]
        from heard in Gen.Frequency((1, Gen.Double[0, 0.03]), (2, Gen.Const(double.PositiveInfinity))).Array[leaks]
        select new PlacementProblem(trips, new double[candidates], weights, heard);

    [Fact]
    public void No_choice_of_up_to_three_places_is_better() => Problems.Sample(IsBest, iter: 2000);

    [Fact]
    public void The_worst_of_the_best_choice_may_be_what_a_sensor_hears_that_stays() => Problems.Sample(IsBest, seed: "a7HMWZhK-nA4", iter: 1);

    private static void IsBest(PlacementProblem problem)
    {
        PlacementChoice[] choices = [.. PlacementSearch.Choices(problem, 3)];
        for (int n = 1; n <= 3; n++)
        {
            PlacementScore least = Subsets(problem.TripM3.Count, n).Select(s => PlacementSearch.Score(problem, s)).Append(PlacementSearch.Score(problem, [])).Min();
            PlacementScore found = n <= choices.Length ? choices[n - 1].Score : choices.Length > 0 ? choices[^1].Score : PlacementSearch.Score(problem, []);
            Assert.Equal(least.Unheard, found.Unheard, 9);
            Assert.Equal(least.WorstM3, found.WorstM3, 9);
            Assert.Equal(least.SumM3, found.SumM3, 9);
        }
    }

    /// <summary>Up to <paramref name="n"/> of so many.</summary>
    private static IEnumerable<int[]> Subsets(int count, int n) =>
        n == 0 ? [[]] : Subsets(count, n - 1).SelectMany(s => Enumerable.Range(s.Length == 0 ? 0 : s[^1], count - (s.Length == 0 ? 0 : s[^1])).Select(c => (int[])[.. s, c]));
}
