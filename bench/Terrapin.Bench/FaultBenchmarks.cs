using BenchmarkDotNet.Attributes;
using Terrapin.Core.Assessments;
using Terrapin.Core.Checker;
using Terrapin.Core.Floors;
using Terrapin.Core.Format;
using Terrapin.Core.Model;

namespace Terrapin.Bench;

/// <summary>
/// What is asked of the rules of the largest demo house, warm. Goals: the whole matrix under 60 ms; 500,000 states a second through the
/// checker, that is 2 µs each.
/// </summary>
[MemoryDiagnoser]
public class FaultBenchmarks
{
    private readonly Plan plan = PlanJson.Read(DemoPlan.Read());
    private readonly AssessmentMemory memory = new(new FloorMemory());

    private const int StatesOfThirty = 386_117;
    private readonly Plan thirty;
    private readonly Protection[] protections;

    public FaultBenchmarks()
    {
        string[] ids = [.. Enumerable.Range(0, 30).Select(n => $"s{n}")];
        Rule Of(string id, string[] sensors, double confirmS, double delayS, params Mode[] modes) =>
            new() { Id = id, Name = id, SensorIds = sensors, Action = RuleAction.Close, StopValveIds = [], ConfirmS = confirmS, DelayS = delayS, CancelIfDry = false, Modes = modes };
        thirty = plan.WithInstallation(i => i with
        {
            Links = [],
            Rules = [Of("in", ids, 5, 30, Mode.Home, Mode.Asleep), Of("out", ids, 3, 0, Mode.Away, Mode.Holiday), Of("ten", ids[..10], 5, 60, Mode.Home)],
            Sensors = [.. ids.Select(id => i.Sensors[0] with { Id = id, Name = id, Distances = [] })],
        });
        protections = [.. ids.Select(id => new Protection(id, [plan.Installation.Drives[0].StopValveId]))];
    }

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

    /// <summary>A state of three rules with timers over thirty sensors.</summary>
    [Benchmark(OperationsPerInvoke = StatesOfThirty)]
    public RuleCheck CheckThirtySensors()
    {
        RuleCheck check = RuleChecker.Of(thirty, protections);
        return check.States == StatesOfThirty ? check : throw new InvalidOperationException($"It has {check.States} states.");
    }

    [Benchmark]
    public RuleGrid Grid() => RuleGrid.Of(plan, memory);

    [Benchmark]
    public IReadOnlyList<SchoolOutcome> Schools() => RuleSchools.Of(plan, memory);

    [Benchmark]
    public IReadOnlyList<Remedy> Remedies() => FaultRemedies.Of(plan, "studio-wc-hose", memory);
}
