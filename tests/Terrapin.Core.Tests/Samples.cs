using Terrapin.Core.Drives;
using Terrapin.Core.Format;
using Terrapin.Core.Hydraulics;
using Terrapin.Core.Model;

namespace Terrapin.Core.Tests;

/// <summary>The worked house: 3.5 bar, a leak 0.4 m below the main behind 9 m and 6 m of pipe.</summary>
internal static class Samples
{
    public const double LitresPerMinute = 1 / 60_000.0;

    public static FlowPath WorkedPath(double holeM) => new()
    {
        StaticPressurePa = 3.5e5,
        RiseM = -0.4,
        Pipes = [new PipeRun(0.0202, 9, 1.5e-6), new PipeRun(0.0136, 6, 1.5e-6)],
        Valves = [new PathValve(0.0202)],
        Outlet = new Outlet.Hole(holeM),
    };

    /// <summary>A complete plan of the worked house: one leak, one sensor, one rule, nothing unknown.</summary>
    public static Plan House()
    {
        Plan blank = NewSite.Named("Worked house");
        return blank.WithBuilding(b => b with
        {
            StopValves =
            [
                blank.Building.StopValves[0] with
                {
                    Kind = ValveKind.LeverBall,
                    Size = NominalSize.Dn20,
                    BoreM = 0.0202,
                    Handle = new ValveHandle { LengthM = 0.12 },
                    Collar = new ValveCollar { Firm = Answer.Yes },
                    PipeBefore = new AdjoiningPipe { Material = PipeMaterial.Copper, OutsideDiameterM = 0.022, StraightM = 0.12, Elbow = Answer.No },
                    PipeAfter = new AdjoiningPipe { Material = PipeMaterial.Copper, OutsideDiameterM = 0.022, StraightM = 0.2, Elbow = Answer.No },
                    Place = new ValvePlace { Kind = PlaceKind.Indoors, Outlet = Answer.Yes, OutletDistanceM = 1, ColdestC = 8 },
                    NothingInTheWay = true,
                    Stiffness = Stiffness.Free,
                    PullToOpen = new PullReading { PullN = 40, ArmM = 0.1 },
                    PullToClose = new PullReading { PullN = 50, ArmM = 0.1 },
                    ClosesFully = Answer.Yes,
                    UpstreamStop = UpstreamStop.Works,
                    FeedsSprinklers = Answer.No,
                    FeedsVitalUse = Answer.No,
                },
            ],
            Supply = new WaterSupply { StaticPressurePa = 3.5e5, FlowTest = new FlowTest { FlowM3PerS = 15 * LitresPerMinute, PressurePa = 3.5e5 } },
            Pipes =
            [
                new Pipe { Id = "rise", Name = "Rise", StopValveId = "main", Material = PipeMaterial.Copper, BoreM = 0.0202, LengthM = 9, EndHeightM = 0 },
                new Pipe { Id = "branch", Name = "Branch", ParentId = "rise", Material = PipeMaterial.Copper, BoreM = 0.0136, LengthM = 6, EndHeightM = -0.4 },
            ],
            Rooms =
            [
                new Room
                {
                    Id = "scullery",
                    Name = "Scullery",
                    LengthM = 4,
                    WidthM = 3,
                    FloorHeightM = -0.9,
                    FinishId = "matt-tile",
                    Leaks =
                    [
                        new LeakPoint { Id = "hose", Name = "Basin hose", Kind = LeakKind.HoseBurst, HoleM = 0.007, PipeId = "branch", Side = WaterSide.Cold, HeightAboveFloorM = 0.5, Position = FloorPosition.Wall },
                    ],
                },
            ],
        }).WithInstallation(i => i with
        {
            Drives = [new FittedDrive { Id = "drive", StopValveId = "main", SpecId = "sa-20", Power = DrivePower.Mains, OnMainsFailure = MainsFailurePolicy.Hold, Seen = Tight(12) }],
            Sensors =
            [
                new Sensor { Id = "puck", Name = "Under the basin", SpecId = "s4", RoomId = "scullery", Distances = [new LeakDistance { LeakId = "hose", DistanceM = 1.2 }] },
            ],
            Hubs = [Hub],
            Signals = [new SignalReading { FromId = "puck", ToId = "hub", Dbm = -62 }, new SignalReading { FromId = "drive", ToId = "hub", Dbm = -58 }],
            Rules =
            [
                new Rule { Id = "close", Name = "Close at once", SensorIds = ["puck"], ConfirmS = 5, Modes = [Mode.Home, Mode.Away, Mode.Asleep, Mode.Holiday], Action = RuleAction.Close, DelayS = 20, CancelIfDry = true },
            ],
        });
    }

    public static Hub Hub { get; } = new() { Id = "hub", Name = "Hub", SpecId = "k7", OnCable = Answer.Yes, HasBackup = Answer.Yes };

    /// <summary>Mounted by all its steps, and a closing stroke of it seen as it stays.</summary>
    public static DriveSeen Tight(double? closingS, double? endAngleDeg = null) =>
        new() { ClosingS = closingS, ClosedTheValve = closingS is not null, EndAngleDeg = endAngleDeg, StepsDone = true };

    public static StopValve FirstMain(this Plan plan) => plan.Building.StopValves[0];

    public static FittedDrive Drive(this Plan plan) => plan.Installation.Drives[0];

    public static Plan WithStopValve(this Plan plan, Func<StopValve, StopValve> change) => plan.WithStopValve(plan.Building.StopValves[0].Id, change);

    public static Plan WithDrive(this Plan plan, Func<FittedDrive, FittedDrive> change) => plan.WithDrive(change(plan.Drive()));

    public static Plan WithoutDrive(this Plan plan) => plan.WithInstallation(i => i with { Drives = [] });

    public static PlanOption Option(this Plan plan, string id, string name) => new() { Id = id, Name = name, Installation = plan.Installation };

    public static DriveVerdict Verdict(this Plan plan) => ValveVerdict.Of(plan, plan.Building.StopValves[0].Id);

    public static Plan WithRule(this Plan plan, Func<Rule, Rule> change) => plan.WithInstallation(i => i with { Rules = [change(plan.Installation.Rules[0])] });

    public static Plan WithLeak(this Plan plan, Func<LeakPoint, LeakPoint> change) =>
        plan.WithBuilding(b => b with { Rooms = [plan.Building.Rooms[0] with { Leaks = [change(plan.Building.Rooms[0].Leaks[0])] }] });

    /// <summary>Equal to three significant figures.</summary>
    public static void Close(double expected, double actual, double relative = 0.005) =>
        Assert.True(Math.Abs(actual - expected) <= relative * Math.Abs(expected), $"expected {expected:G6}, got {actual:G6}");
}
