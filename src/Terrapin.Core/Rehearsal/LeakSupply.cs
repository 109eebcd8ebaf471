using Terrapin.Core.Drives;
using Terrapin.Core.Findings;
using Terrapin.Core.Hydraulics;
using Terrapin.Core.Model;
using Terrapin.Core.Uncertainty;

namespace Terrapin.Core.Rehearsal;

/// <summary>The way of the water to one leak: pressure, heights, pipes and stop valves, at one end of what is not measured.</summary>
internal sealed class LeakSupply
{
    private readonly Plan plan;
    private readonly Screening screening;
    private readonly int roomIndex;
    private readonly int leakIndex;
    private readonly Room room;
    private readonly LeakPoint leak;
    private readonly WaterWay way;

    /// <param name="plan">A checked plan.</param>
    /// <param name="roomIndex">Of the leak's room.</param>
    /// <param name="leakIndex">Of the leak in it.</param>
    /// <param name="screening">Settles what is not measured.</param>
    public LeakSupply(Plan plan, int roomIndex, int leakIndex, Screening screening)
    {
        this.plan = plan;
        this.roomIndex = roomIndex;
        this.leakIndex = leakIndex;
        this.screening = screening;
        room = plan.Building.Rooms[roomIndex];
        leak = room.Leaks[leakIndex];
        way = WaterWay.To(plan, leak.PipeId);
    }

    private string RoomAt => $"/building/rooms/{roomIndex}";

    private string LeakAt => $"/building/rooms/{roomIndex}/leaks/{leakIndex}";

    /// <summary>The leak's flow alone, with every unknown at one end.</summary>
    public static LeakFlow FlowOf(Plan plan, int roomIndex, int leakIndex, Corner corner) =>
        new LeakSupply(plan, roomIndex, leakIndex, new Screening(corner)).Flow();

    /// <summary>The leak's flow at both ends of what is not known; one and the same where all is.</summary>
    public static (LeakFlow Least, LeakFlow Most) FlowsOf(Plan plan, int roomIndex, int leakIndex)
    {
        var screening = new Screening(Corner.Most);
        LeakFlow most = new LeakSupply(plan, roomIndex, leakIndex, screening).Flow();
        return (screening.Any ? FlowOf(plan, roomIndex, leakIndex, Corner.Least) : most, most);
    }

    public double StaticPressurePa() => leak.PipeId is null ? 0 : screening.Take(plan.Building.Supply.StaticPressurePa, SpanOf.StaticPressurePa(plan.Building.Supply), () => new(
        Stage.Main, "/building/supply/staticPressurePa", "Pressure at the stop valve", QuantityKind.Pressure, "Screw a gauge on an outside tap, every tap shut, and read it."));

    public double LeakHeightM()
    {
        if (leak.PipeId is null)
        {
            return 0;
        }

        double floorM = screening.Take(room.FloorHeightM, SpanOf.FloorHeightM(plan, room), () => new(
            Stage.Rooms, $"{RoomAt}/floorHeightM", $"Height of the floor in {room.Name}", QuantityKind.Length, "Measure from the stop valve up or down the stair."));
        double aboveM = screening.Take(leak.HeightAboveFloorM, SpanOf.HeightAboveFloorM(leak), () => new(
            Stage.Rooms, $"{LeakAt}/heightAboveFloorM", $"Height of {leak.Name}", QuantityKind.Length, "Measure from the floor to where it would leak."));
        return floorM + aboveM;
    }

    public LeakFlow Flow() => new(Path());

    /// <summary>The leak's way, with what is not known of it noted.</summary>
    public FlowPath Path()
    {
        double pressurePa = StaticPressurePa();
        double leakHeightM = LeakHeightM();
        if (leak.PipeId is null)
        {
            // Its flow is given as it is; any head will do to carry it.
            return new FlowPath { StaticPressurePa = Water.AtmospherePa, RiseM = 0, Valves = [], Outlet = OutletOf(leak) };
        }

        return new FlowPath
        {
            StaticPressurePa = pressurePa,
            RiseM = leakHeightM,
            DroopPaS2PerM6 = Droop(),
            Pipes = [.. way.Pipes.Select(Run)],
            Losses = [.. way.Pipes.Where(p => p.StopValveK is not null).Select(p => new LocalLoss(p.StopValveK!.Value, Bore(p), p.Id))],
            Valves = [.. way.StopValves.Select(m => new PathValve(ValveBoreM(m), m.Id))],
            Outlet = OutletOf(leak),
            Limiters = [.. way.Pipes.Where(p => p.LimiterM3PerS is not null).Select(p => new FlowLimiter(p.LimiterM3PerS!.Value, p.Id))],
        };
    }

    private double ValveBoreM(StopValve main) => screening.Take(main.BoreM, Span.ValveBoreM(main.Size), () => new(
        Stage.Main, $"{ValveVerdict.PlaceOf(plan, main.Id)}/boreM", plan.Building.StopValves.Count == 1 ? "Bore of the stop valve" : $"Bore of stop valve \"{main.Name}\"", QuantityKind.SmallLength, "Read it off the body or the maker's sheet."));

    /// <summary>Needs both points of the test: one alone says nothing of the droop.</summary>
    private double Droop()
    {
        if (plan.Building.Supply is { StaticPressurePa: { } atRestPa, FlowTest: { } test })
        {
            return SupplyTest.Droop(atRestPa, test.PressurePa, test.FlowM3PerS);
        }

        screening.LeaveOpen(
            new(Stage.Main, "/building/supply/flowTest", "Supply test", QuantityKind.Flow, "Run a tap into a bucket against the watch, and read the gauge meanwhile."),
            FindingKinds.SupplyNotTested,
            "The supply is not tested at both points, at rest and with a tap running. Every flow is an upper bound.",
            below: true);
        return 0;
    }

    private PipeRun Run(Pipe pipe)
    {
        Span roughness = new(PipeRoughness.RoughestM, PipeRoughness.SmoothestM);
        return new PipeRun(
            Bore(pipe),
            screening.Take(pipe.LengthM, SpanOf.PipeLengthM(pipe), () => Of(pipe, "lengthM", "Length", QuantityKind.Length)),
            screening.Take(PipeRoughness.M(pipe.Material), roughness, () => Of(pipe, "material", "Material", QuantityKind.SmallLength)),
            pipe.Id);
    }

    public double Bore(Pipe pipe) =>
        screening.Take(pipe.BoreM, SpanOf.PipeBoreM(pipe), () => Of(pipe, "boreM", "Bore", QuantityKind.SmallLength));

    public Unmeasured Of(Pipe pipe, string key, string name, QuantityKind kind) => new(
        Stage.Main, $"/building/pipes/{IndexOf(pipe)}/{key}", $"{name} of pipe \"{pipe.Name}\"", kind, "Follow the pipe with a tape; read size and material off its print.");

    private int IndexOf(Pipe pipe)
    {
        for (int i = 0; i < plan.Building.Pipes.Count; i++)
        {
            if (plan.Building.Pipes[i].Id == pipe.Id)
            {
                return i;
            }
        }

        return -1;
    }

    private Outlet OutletOf(LeakPoint point) => point.Kind.IsFixedFlow()
        ? new Outlet.Tap(screening.Take(point.FlowM3PerS, SpanOf.FixedFlowM3PerS(point), () => new(
            Stage.Rooms, $"{LeakAt}/flowM3PerS", $"Flow of {point.Name}", QuantityKind.Flow, "Let it run into a measuring jug against the watch.")))
        : new Outlet.Hole(screening.Take(point.HoleM, SpanOf.HoleM(point), () => new(
            Stage.Rooms, $"{LeakAt}/holeM", $"Hole of {point.Name}", QuantityKind.SmallLength, "Take the hose's or pipe's inner bore for a full break.")));
}
