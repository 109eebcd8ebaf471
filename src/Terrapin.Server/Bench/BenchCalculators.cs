using Terrapin.Core.Drives;
using Terrapin.Core.Floors;
using Terrapin.Core.Hydraulics;
using Terrapin.Core.Power;
using Terrapin.Core.Reach;

namespace Terrapin.Server.Bench;

/// <summary>The plan's own functions, without a plan. Each throws what they throw.</summary>
internal static class BenchCalculators
{
    private const int CurveSteps = 60;
    private const double ToleranceStepDeg = 6;

    public static LeakFlowResult LeakFlowOf(LeakFlowInput input) => new(Flow(input).OpenM3PerS);

    public static ClosingBenchResult ClosingOf(ClosingInput input)
    {
        LeakFlow flow = Flow(input);
        ClosingResult closing = Closing.Of(flow, input.StrokeS, input.EndAngleDeg);
        double end = Math.Min(input.EndAngleDeg, AxisOffset.FullStrokeDeg);
        return new ClosingBenchResult(
            closing.OpenFlowM3PerS,
            closing.LetThroughM3,
            closing.EquivalentInstantS,
            closing.ResidualM3PerS,
            Curve(end, angle => flow.At(CockLoss.At(angle))));
    }

    public static SupplyTestResult SupplyTestOf(SupplyTestInput input)
    {
        double droop = SupplyTest.Droop(input.StaticPressurePa, input.RunningPressurePa, input.FlowM3PerS);
        double most = droop > 0 ? Math.Sqrt(input.StaticPressurePa / droop) : double.PositiveInfinity;
        double drawn = Math.Min(most, 3 * input.FlowM3PerS);
        return new SupplyTestResult(
            droop,
            double.IsFinite(most) ? most : 0,
            Curve(drawn, flow => input.StaticPressurePa - (droop * flow * flow)));
    }

    public static DrainDownResult DrainDownOf(DrainDownInput input) => new(
        DrainDown.PipeM3(input.PipeBoreM, input.PipeLengthM),
        DrainDown.TankM3(input.TankM3, input.PrechargePa, input.PressurePa));

    public static TorqueResult TorqueOf(TorqueInput input)
    {
        double breakaway = Torque.BreakawayNm(input.PullN, input.ArmM);
        double needed = Torque.NeededNm(breakaway);
        double available = input.RatedNm * input.SupplyShare;
        return new TorqueResult(breakaway, needed, available, available / breakaway, Torque.Verdict(available, breakaway));
    }

    public static AxisOffsetResult AxisOffsetOf(AxisOffsetInput input)
    {
        HandleTravel travel = AxisOffset.Travel(input.GripRadiusM, input.AlongOpenM, input.AlongClosedM);
        var outline = new List<CurvePoint>();
        for (double direction = 0; direction < 360; direction += ToleranceStepDeg)
        {
            double tolerance = AxisOffset.ToleranceM(input.GripRadiusM, direction);
            (double sin, double cos) = Math.SinCos(direction * Math.PI / 180);
            outline.Add(new CurvePoint(tolerance * cos, tolerance * sin));
        }

        return new AxisOffsetResult(travel.TravelDeg, travel.EndAngleDeg, travel.ExcessDeg, travel.Shuts, outline);
    }

    public static StrapsResult StrapsOf(StrapsInput input) => new(
        Straps.ForceN(input.TorqueNm, input.FirstM, input.SecondM, input.SameSide),
        Straps.LimitN(input.PipeMaterial, input.Own));

    public static BatteryResult BatteryOf(BatteryInput input)
    {
        double current = input.SleepUa + Battery.TaskCurrentUa(input.TaskEnergyJ, input.VoltageV, input.TaskIntervalS);
        return new BatteryResult(current, Battery.LifeYears(input.CapacityMah, input.UsableShare, current, input.SelfDischargePerYear));
    }

    public static BackupResult BackupOf(BackupInput input) =>
        new(Battery.BackupHours(input.CapacityMah, input.UsableShare, input.DrawMa));

    public static FilmResult FilmOf(FilmInput input)
    {
        double film = Math.Max(Film.HeightM(input.ContactAngleDeg), Film.ViscousHeightM(input.FlowM3PerS, input.Position.OpenShare()));
        return new FilmResult(film, LevelFloor.VolumeM3(film, input.Position, input.DistanceM));
    }

    public static RadioResult RadioOf(RadioInput input)
    {
        const double HighestMHz = 6000;
        const double LowestMHz = 100;
        (int walls, int floors) = (Whole(input.Walls, nameof(input.Walls)), Whole(input.Floors, nameof(input.Floors)));
        double freeSpace = RadioLoss.FreeSpaceDb(input.DistanceM, input.FrequencyMHz);
        double wall = Slab.LossDb(input.WallMaterial, input.WallThicknessM, input.FrequencyMHz);
        double floorsDb = RadioLoss.FloorsDb(floors, input.FloorLossDb);
        double margin = input.PowerDbm + (2 * input.AntennaGainDb) - freeSpace - (walls == 0 ? 0 : walls * wall) - floorsDb - RadioLoss.FadeDb - input.SensitivityDbm;
        bool blocks = double.IsInfinity(wall);
        return new RadioResult(
            freeSpace,
            blocks ? null : wall,
            floorsDb,
            double.IsFinite(margin) ? margin : null,
            RadioLoss.Chance(margin),
            Slab.IsExtrapolated(input.FrequencyMHz),
            blocks ? [] : Curve(HighestMHz - LowestMHz, x => Slab.LossDb(input.WallMaterial, input.WallThicknessM, LowestMHz + x)).ConvertAll(p => p with { X = p.X + LowestMHz }));
    }

    private static int Whole(double count, string name) => count == Math.Floor(count) ? (int)count : throw new ArgumentOutOfRangeException(name, "This is counted: give a whole number.");

    private static LeakFlow Flow(LeakFlowInput input) => new(new FlowPath
    {
        StaticPressurePa = input.StaticPressurePa,
        RiseM = input.RiseM,
        Pipes = [new PipeRun(input.PipeBoreM, input.PipeLengthM, PipeRoughness.M(input.PipeMaterial) ?? PipeRoughness.SmoothestM)],
        Valves = [new PathValve(input.ValveBoreM)],
        Outlet = new Outlet.Hole(input.HoleM),
    });

    private static List<CurvePoint> Curve(double end, Func<double, double> at) =>
        [.. Enumerable.Range(0, CurveSteps + 1).Select(i => i * end / CurveSteps).Select(x => new CurvePoint(x, at(x)))];
}
