using BenchmarkDotNet.Attributes;
using Terrapin.Core.Format;
using Terrapin.Core.Model;
using Terrapin.Core.Reach;

namespace Terrapin.Bench;

/// <summary>Goals for the demo's largest house: all links under 5 ms, the map of one storey at 100 mm under 50 ms, the best place of the hub
/// under 500 ms.</summary>
[MemoryDiagnoser]
public class ReachBenchmarks
{
    private Plan plan = null!;

    [GlobalSetup]
    public void Load() => plan = PlanJson.Read(DemoPlan.Read());

    /// <summary>In a building that was not looked at before: its walls are found, and no way through them is known.</summary>
    [Benchmark]
    public RadioReach AllLinks() => ReachOfPlan.Of(plan with { Building = plan.Building with { } });

    /// <summary>Where ways are known from before, as while something else is edited.</summary>
    [Benchmark]
    public RadioReach AllLinksAgain() => ReachOfPlan.Of(plan);

    [Benchmark]
    public ReachMap MapOfOneStorey() => ReachMap.Of(plan, "mesh-868", "studio");

    [Benchmark]
    public HubPlace BestPlaceOfTheHub() => ReachAdvice.BestHub(plan);
}
