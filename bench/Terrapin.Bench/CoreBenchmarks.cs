using BenchmarkDotNet.Attributes;
using Terrapin.Core.Assessments;
using Terrapin.Core.Floors;
using Terrapin.Core.Format;
using Terrapin.Core.Hydraulics;
using Terrapin.Core.Model;
using Terrapin.Core.Rehearsal;
using Terrapin.Core.Rules;
using Terrapin.Core.Simulation;

namespace Terrapin.Bench;

/// <summary>Goals on one core: a leak flow under 5 µs, a simulated leak under 20 µs, more than 2 million events a second through the rules
/// without allocating, all drives ranked for a valve under 20 ms,
/// the field of one leak over 120 m² (48,000 cells) under 3 ms, all leaks of the demo under 60 ms the first time and an assessment
/// after a sensor has moved under 1.5 ms, ten sensors placed among all cells under 1 s.</summary>
[MemoryDiagnoser]
public class CoreBenchmarks
{
    private static readonly FlowPath Path = new()
    {
        StaticPressurePa = 3.5e5,
        RiseM = -0.4,
        Pipes = [new PipeRun(0.0202, 9, 1.5e-6), new PipeRun(0.0136, 6, 1.5e-6)],
        Valves = [new PathValve(0.0202)],
        Outlet = new Outlet.Hole(0.007),
    };

    private readonly LeakFlow flow = new(Path);

    private Plan plan = null!;
    private const int StoryLength = 4096;

    private string leakId = "";
    private RuleProgram program = null!;
    private RuleEvent[] story = [];
    private int[] state = [];
    private RuleOrder[] orders = [];
    private Scenario hose = null!;
    private byte[] json = [];
    private readonly AssessmentMemory memory = new();
    private int places;
    private readonly FloorMemory floors = new();
    private readonly FloorRaster hall;
    private readonly Ground hallGround;

    public CoreBenchmarks()
    {
        Plan twelveByTen = NewSite.Named("Hall").WithBuilding(b => b with
        {
            Storeys = [new Storey { Id = "ground", Name = "Ground floor" }],
            Rooms = [new Room { Id = "hall", Name = "Hall", FinishId = "matt-tile", StoreyId = "ground", Leaks = [], Areas = [new FloorRectangle { AcrossM = 0, DownM = 0, LengthM = 12, WidthM = 10 }] }],
        });
        hall = FloorRaster.Of(twelveByTen);
        hallGround = new Ground(twelveByTen, hall, GroundGuess.Lower);
    }

    [GlobalSetup]
    public void Load()
    {
        json = DemoPlan.Read();
        plan = PlanJson.Read(json);
        leakId = plan.Building.Rooms.SelectMany(r => r.Leaks).First().Id;
        program = RuleProgram.Compile(plan.Installation.Rules, [.. plan.Installation.Sensors.Select(s => s.Id)], [.. plan.Installation.Drives.Select(d => d.StopValveId)]);
        state = program.Quiet(Mode.Home).Words.ToArray();
        orders = new RuleOrder[program.MostOrders];
        var random = new Random(1);
        story = [.. Enumerable.Range(0, StoryLength).Select(_ => random.Next(20) switch
        {
            0 => RuleEvent.Becomes((Mode)random.Next(4)),
            < 11 => RuleEvent.Wet(random.Next(plan.Installation.Sensors.Count)),
            _ => RuleEvent.Dry(random.Next(plan.Installation.Sensors.Count)),
        })];
        hose = new Scenario
        {
            Program = program,
            HubS = 0.2,
            Mode = Mode.Away,
            Valves = [new SimulatedValve(0.5, 12, 90, Moves: true, 0)],
            Leaks = [new SimulatedLeak { Flow = flow, Valves = [0], Sensors = [new SimulatedSensor(0, 0.006, 1, 0.4, 60)] }],
        };
    }

    [Benchmark]
    public double OneLeakFlow() => new LeakFlow(Path).OpenM3PerS;

    /// <summary>From the first drop to the shut valve, with nothing kept from before.</summary>
    [Benchmark]
    public Trace OneSimulatedLeak() => Simulator.Run(hose);

    [Benchmark(OperationsPerInvoke = StoryLength)]
    public int RuleEvents()
    {
        int given = 0;
        foreach (RuleEvent happened in story)
        {
            given += program.Step(state, 1000, happened, state, orders).Orders;
        }

        return given;
    }

    [Benchmark]
    public Rehearsed OneRehearsal() => Rehearser.Of(plan, leakId, Mode.Away);

    [Benchmark]
    public Assessment AssessDemo() => Assessor.Assess(plan);

    [Benchmark]
    public IReadOnlyList<RankedDrive> RankDrives() => DriveRanking.Of(plan, plan.Building.StopValves[0].Id);

    [Benchmark]
    public FloorField OneField() =>
        Spreading.From(hall, hallGround, SpreadRequest.At(hall, "ground", 0, new FloorPoint { AcrossM = 4, DownM = 4 }, 30 / 60e3), default);

    /// <summary>As when the demo is opened: its floors are laid first, and nothing is kept from before.</summary>
    [Benchmark]
    public WaterMap AllFieldsOfTheDemo() => WaterMap.Of(plan, null, worst: false, new FloorMemory());

    /// <summary>As while a sensor is dragged: each place is another one, and the plan before is kept.</summary>
    [Benchmark]
    public Assessment AssessDemoAfterASensorMoved()
    {
        var at = new FloorPoint { AcrossM = 9.1 + (0.002 * (places++ % 100)), DownM = 3.1 };
        return Assessor.Assess(plan.WithInstallation(i => i with { Sensors = [.. plan.Installation.Sensors.Select((s, i) => i == 0 ? s with { At = at } : s)] }), memory);
    }

    /// <summary>From nothing, on fields that are kept.</summary>
    [Benchmark]
    public PlacementStep TenSensorsPlaced() =>
        PlacementAdvice.Of(plan.WithInstallation(i => i with { Sensors = [], Rules = [] }) with { Options = [] }, new PlacementRequest { MostSensors = 10, SpecIds = ["s4", "c3"] }, floors).Last();

    [Benchmark]
    public Plan ReadDemo() => PlanJson.Read(json);
}
