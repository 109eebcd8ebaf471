using BenchmarkDotNet.Attributes;
using Terrapin.Core.Assessments;
using Terrapin.Core.Checker;
using Terrapin.Core.Floors;
using Terrapin.Core.Format;
using Terrapin.Core.Model;

namespace Terrapin.Bench;

/// <summary>What is asked of the rules of the largest demo house, warm. Goal: the whole matrix under 60 ms.</summary>
[MemoryDiagnoser]
public class FaultBenchmarks
{
    private readonly Plan plan = PlanJson.Read(DemoPlan.Read());
    private readonly AssessmentMemory memory = new(new FloorMemory());

    [GlobalSetup]
    public void Warm() => Assessor.Assess(plan, memory);

    /// <summary>Every leak in every mode with each single fault.</summary>
    [Benchmark]
    public FaultMatrix Matrix() => FaultMatrix.Of(plan, memory);

    /// <summary>Which failures, one or two together, leave each leak running.</summary>
    [Benchmark]
    public Trust Trusted() => Trust.Of(plan, memory);

    /// <summary>Goal: under 1 s.</summary>
    [Benchmark]
    public RuleCheck Check() => RuleChecks.Of(plan, memory);

    [Benchmark]
    public RuleGrid Grid() => RuleGrid.Of(plan, memory);

    [Benchmark]
    public IReadOnlyList<SchoolOutcome> Schools() => RuleSchools.Of(plan, memory);

    [Benchmark]
    public IReadOnlyList<Remedy> Remedies() => FaultRemedies.Of(plan, "studio-wc-hose", memory);
}
