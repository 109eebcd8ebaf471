using Terrapin.Core.Drives;
using Terrapin.Core.Findings;
using Terrapin.Core.Floors;
using Terrapin.Core.Plans;
using Terrapin.Core.Sensors;
using Terrapin.Core.Supply;

namespace Terrapin.Core.Rehearsal;

/// <summary>Gathers from the plan what one leak meets on its way, and settles what is not measured.</summary>
internal sealed class LeakCaseBuilder
{
    private readonly Plan plan;
    private readonly Screening screening;
    private readonly List<Finding> findings = [];
    private readonly int roomIndex;
    private readonly int leakIndex;
    private readonly Room room;
    private readonly LeakPoint leak;
    private readonly WaterWay way;
    private readonly int? closing;

    private readonly FloorMemory floors;

    private LeakCaseBuilder(Plan plan, int roomIndex, int leakIndex, IReadOnlyDictionary<string, DriveVerdict>? verdicts, FloorMemory floors, Corner corner)
    {
        this.floors = floors;
        this.plan = plan;
        this.roomIndex = roomIndex;
        this.leakIndex = leakIndex;
        room = plan.Rooms[roomIndex];
        leak = room.Leaks[leakIndex];
        screening = new Screening(corner);
        way = WaterWay.To(plan, leak.PipeId);
        closing = verdicts is null ? null : ClosingMain.On(plan, way, verdicts);
    }

    private string RoomAt => $"/rooms/{roomIndex}";

    private string LeakAt => $"/rooms/{roomIndex}/leaks/{leakIndex}";

    /// <summary>The main that is closed for this leak, or that would have to be: the nearest where none has a drive.</summary>
    private MainValve? Main => way.Mains.Count == 0 ? null : way.Mains[closing ?? way.Mains.Count - 1];

    private FittedDrive? Drive => closing is null ? null : Main?.Drive;

    private string MainAt => Main is null ? "/mains" : ValveVerdict.PlaceOf(plan, Main.Id);

    public static LeakCase Build(Plan plan, int roomIndex, int leakIndex, IReadOnlyDictionary<string, DriveVerdict> verdicts, FloorMemory floors, Corner corner) =>
        new LeakCaseBuilder(plan, roomIndex, leakIndex, verdicts, floors, corner).Build(verdicts);

    /// <summary>The leak's flow alone, with every unknown as it gives the most.</summary>
    public static LeakFlow FlowOf(Plan plan, int roomIndex, int leakIndex)
    {
        var builder = new LeakCaseBuilder(plan, roomIndex, leakIndex, verdicts: null, new FloorMemory(), Corner.Most);
        return builder.Flow(builder.StaticPressurePa(), builder.LeakHeightM());
    }

    private LeakCase Build(IReadOnlyDictionary<string, DriveVerdict> verdicts)
    {
        double pressurePa = StaticPressurePa();
        double leakHeightM = LeakHeightM();
        LeakFlow flow = Flow(pressurePa, leakHeightM);
        double endAngleDeg = MountingVerdict.EndAngleDeg(Drive);
        return new LeakCase
        {
            Leak = leak,
            MainId = closing is null ? null : Main?.Id,
            Closing = Closing.Of(flow, StrokeS(), endAngleDeg),
            EndAngleDeg = endAngleDeg,
            LogicS = LogicS(),
            Sensors = Sensors(flow.At(LeakFlow.OpenValveK)),
            Drain = new DrainParts(DrainedPipesM3(leakHeightM), TankM3(pressurePa), HeaterM3(leakHeightM)),
            PassesM3PerS = PassesM3PerS(),
            CannotClose = CannotClose(verdicts),
            RunsOn = PumpRunsOn() ?? (Main?.ClosesFully == Answer.No ? Cause.ValvePasses : null),
            Screening = screening,
            Findings = [.. screening.Findings, .. findings],
        };
    }

    private double StaticPressurePa() => leak.PipeId is null ? 0 : screening.Take(plan.Supply.StaticPressurePa, Span.StaticPressurePa, () => new(
        Stage.Main, "/supply/staticPressurePa", "Pressure at the main", QuantityKind.Pressure, "Screw a gauge on an outside tap, every tap shut, and read it."));

    private double LeakHeightM()
    {
        if (leak.PipeId is null)
        {
            return 0;
        }

        double floorM = screening.Take(room.FloorHeightM, Span.FloorHeightM, () => new(
            Stage.Rooms, $"{RoomAt}/floorHeightM", $"Height of the floor in {room.Name}", QuantityKind.Length, "Measure from the main valve up or down the stair."));
        double aboveM = screening.Take(leak.HeightAboveFloorM, Span.HeightAboveFloorM, () => new(
            Stage.Rooms, $"{LeakAt}/heightAboveFloorM", $"Height of {leak.Name}", QuantityKind.Length, "Measure from the floor to where it would leak."));
        return floorM + aboveM;
    }

    private LeakFlow Flow(double pressurePa, double leakHeightM)
    {
        if (leak.PipeId is null)
        {
            // Its flow is given as it is; any head will do to carry it.
            return new LeakFlow(new FlowPath { StaticPressurePa = Water.AtmospherePa, RiseM = 0, ValveBoreM = 1, Pipes = [], Outlet = OutletOf(leak) });
        }

        IEnumerable<LocalLoss> stopValves = way.Pipes.Where(p => p.StopValveK is not null).Select(p => new LocalLoss(p.StopValveK!.Value, Bore(p)));
        IEnumerable<LocalLoss> otherMains = way.Mains.Where(m => m != Main).Select(m => new LocalLoss(LeakFlow.OpenValveK, ValveBoreM(m)));
        return new LeakFlow(new FlowPath
        {
            StaticPressurePa = pressurePa,
            RiseM = leakHeightM,
            DroopPaS2PerM6 = Droop(),
            Pipes = [.. way.Pipes.Select(Run)],
            Losses = [.. stopValves, .. otherMains],
            ValveBoreM = Main is null ? Bore(way.Pipes[0]) : ValveBoreM(Main),
            Outlet = OutletOf(leak),
            LimitM3PerS = way.Pipes.Min(p => p.LimiterM3PerS) ?? double.PositiveInfinity,
        });
    }

    private double ValveBoreM(MainValve main) => screening.Take(main.BoreM, Span.ValveBoreM(main.Size), () => new(
        Stage.Main, $"{ValveVerdict.PlaceOf(plan, main.Id)}/boreM", plan.Mains.Count == 1 ? "Bore of the main valve" : $"Bore of main \"{main.Name}\"", QuantityKind.SmallLength, "Read it off the body or the maker's sheet."));

    /// <summary>Needs both points of the test: one alone says nothing of the droop.</summary>
    private double Droop()
    {
        if (plan.Supply is { StaticPressurePa: { } atRestPa, FlowTest: { } test })
        {
            return SupplyTest.Droop(atRestPa, test.PressurePa, test.FlowM3PerS);
        }

        screening.LeaveOpen(
            new(Stage.Main, "/supply/flowTest", "Supply test", QuantityKind.Flow, "Run a tap into a bucket against the watch, and read the gauge meanwhile."),
            Severity.Note,
            "supply-not-tested",
            "The supply is not tested at both points, at rest and with a tap running. Every flow is an upper bound.",
            below: true);
        return 0;
    }

    private PipeRun Run(Pipe pipe)
    {
        Span roughness = new(PipeRoughness.RoughestM, PipeRoughness.SmoothestM);
        return new PipeRun(
            Bore(pipe),
            screening.Take(pipe.LengthM, Span.PipeLengthM, () => Of(pipe, "lengthM", "Length", QuantityKind.Length)),
            screening.Take(PipeRoughness.M(pipe.Material), roughness, () => Of(pipe, "material", "Material", QuantityKind.SmallLength)));
    }

    private double Bore(Pipe pipe) =>
        screening.Take(pipe.BoreM, Span.PipeBoreM, () => Of(pipe, "boreM", "Bore", QuantityKind.SmallLength));

    private Unmeasured Of(Pipe pipe, string key, string name, QuantityKind kind) => new(
        Stage.Main, $"/pipes/{IndexOf(pipe)}/{key}", $"{name} of pipe \"{pipe.Name}\"", kind, "Follow the pipe with a tape; read size and material off its print.");

    private int IndexOf(Pipe pipe)
    {
        for (int i = 0; i < plan.Pipes.Count; i++)
        {
            if (plan.Pipes[i].Id == pipe.Id)
            {
                return i;
            }
        }

        return -1;
    }

    private Outlet OutletOf(LeakPoint point) => point.Kind.IsFixedFlow()
        ? new Outlet.Tap(screening.Take(point.FlowM3PerS, Span.FixedFlowM3PerS(point.Kind), () => new(
            Stage.Rooms, $"{LeakAt}/flowM3PerS", $"Flow of {point.Name}", QuantityKind.Flow, "Let it run into a measuring jug against the watch.")))
        : new Outlet.Hole(screening.Take(point.HoleM, Span.HoleM(point.Kind), () => new(
            Stage.Rooms, $"{LeakAt}/holeM", $"Hole of {point.Name}", QuantityKind.SmallLength, "Take the hose's or pipe's inner bore for a full break.")));

    private double StrokeS()
    {
        DriveSpec? spec = Spec();
        double? known = StrokeSeen.DurationS(Drive) ?? spec?.Stroke?.S;
        return spec is null ? Span.StrokeS.At(screening.Corner) : screening.Take(known, Span.StrokeS, () => new(
            Stage.Drive, $"{MainAt}/drive/strokes", "Stroke of the drive", QuantityKind.Duration, "Time it from open to shut on this valve."));
    }

    private double LogicS()
    {
        HubSpec? hub = plan.Catalogue.Hubs.FirstOrDefault(h => h.Id == plan.HubId);
        double logic = hub is null ? 0 : screening.Take(hub.Logic?.S, Span.DelayS, () => new(
            Stage.Rules, "/hubId", $"Delay in {hub.Name}", QuantityKind.Duration, "Time it from the hub's light to the drive's first sound."));
        DriveSpec? drive = Spec();
        double start = drive is null ? 0 : screening.Take(drive.Start?.S, Span.DelayS, () => new(
            Stage.Drive, $"{MainAt}/drive/specId", $"Start of {drive.Name}", QuantityKind.Duration, "Time it from the command to the first movement."));
        return logic + start;
    }

    private DriveSpec? Spec() => Drive is { } drive ? plan.SpecOf(drive) : null;

    private List<SensorCase> Sensors(double flowM3PerS)
    {
        LeakOnFloor? drawn = LeakOnFloor.Of(plan, room, leak, floors, screening, flowM3PerS);
        var cases = new List<SensorCase>();
        for (int i = 0; i < plan.Sensors.Count; i++)
        {
            Sensor sensor = plan.Sensors[i];
            if (drawn?.Hears(sensor) == true)
            {
                cases.Add(SensorCaseOf(sensor, i, drawn));
            }
            else if (sensor.RoomId == room.Id)
            {
                cases.Add(SensorCaseOf(sensor, i, null));
            }
        }

        if (cases.Count == 0)
        {
            findings.Add(new Finding
            {
                Code = "leak-without-sensor",
                Severity = Severity.Stop,
                Stage = Stage.Sensors,
                Where = LeakAt,
                Why = $"No sensor lies in {room.Name}: nothing ever knows of {leak.Name}.",
                Remedy = "Put a sensor in this room, at the low point where the water will run.",
                Trade = Trade.Fitter,
            });
        }
        else if (drawn is not null && cases.All(c => c.TripM3 is null))
        {
            findings.Add(drawn.NeverSeen(LeakAt));
        }

        return cases;
    }

    private SensorCase SensorCaseOf(Sensor sensor, int index, LeakOnFloor? drawn)
    {
        SensorSpec spec = plan.SpecOf(sensor);
        string at = $"/sensors/{index}";
        Unmeasured Figure(string name, QuantityKind kind) => new(Stage.Sensors, $"{at}/specId", $"{name} of {spec.Name}", kind, "Find the maker's sheet, or try it on the bench.");
        double gapM = screening.Take(spec.ContactGap?.M, Span.ContactGapM, () => Figure("Contact gap", QuantityKind.SmallLength));
        double responseS = screening.Take(spec.Response?.S, Span.DelayS, () => Figure("Response time", QuantityKind.Duration));
        double radioS = screening.Take(spec.Radio?.S, Span.DelayS, () => Figure("Radio delay", QuantityKind.Duration));
        double? tripM3 = drawn is null ? TripM3(sensor, at, gapM) : drawn.TripM3(sensor, spec.Kind, gapM + (sensor.ProbeHeightM ?? 0));
        bool runsDry = tripM3 > (leak.HoldsM3 ?? double.PositiveInfinity);
        return new SensorCase(sensor.Id, runsDry ? null : tripM3, responseS, radioS);
    }

    private double? TripM3(Sensor sensor, string at, double gapM)
    {
        double? angleDeg = plan.ContactAngleDeg(room);
        double filmM = Film.HeightM(screening.Take(angleDeg, Span.ContactAngleDeg, () => new(
            Stage.Rooms, $"{RoomAt}/finishId", $"Floor finish of {room.Name}", QuantityKind.Angle, "Look at the floor; drip some water on it where it is in doubt.")));
        if (angleDeg is null && screening.Corner == Corner.Least)
        {
            // The fewest litres are those of the thinnest film that still reaches the contacts.
            filmM = Math.Max(filmM, Math.Min(gapM, Film.HeightM(Span.ContactAngleDeg.Most)));
        }

        bool mayBeTooThin = angleDeg is null && screening.Corner == Corner.Most
            && Film.HeightM(Span.ContactAngleDeg.Least) < gapM;
        if (filmM < gapM || mayBeTooThin)
        {
            AddFilmTooThin(sensor, at, mayBeTooThin ? Film.HeightM(Span.ContactAngleDeg.Least) : filmM, gapM);
            return null;
        }

        return DistanceM(sensor, at) is { } distanceM ? Trip.VolumeM3(filmM, gapM, Position(), distanceM) : null;
    }

    private FloorPosition Position()
    {
        if (leak.Position != FloorPosition.Unknown)
        {
            return leak.Position;
        }

        screening.LeaveOpen(
            new(Stage.Rooms, $"{LeakAt}/position", leak.Name, QuantityKind.Ratio, "Say whether it stands open, at a wall or in a corner."),
            Severity.Caution,
            "position-unknown",
            $"It is not said how {leak.Name} stands to the walls. Litres are reckoned from a corner to an open floor.");
        return screening.Corner == Corner.Least ? FloorPosition.Corner : FloorPosition.Open;
    }

    private double? DistanceM(Sensor sensor, string at)
    {
        double? measured = sensor.Distances.FirstOrDefault(d => d.LeakId == leak.Id)?.DistanceM;
        if (measured is not null)
        {
            return measured;
        }

        Unmeasured unknown = new(Stage.Sensors, $"{at}/distances", $"Way from {leak.Name} to {sensor.Name}", QuantityKind.Length, "Measure along the floor, the way the water would run.");
        if (room is { LengthM: { } length, WidthM: { } width })
        {
            return screening.Take(null, new Span(0, Math.Sqrt((length * length) + (width * width))), () => unknown);
        }

        screening.LeaveOpen(
            unknown,
            Severity.Caution,
            "distance-unknown",
            $"Neither the way from {leak.Name} to {sensor.Name} nor the size of {room.Name} is measured: nothing says when the water gets there.",
            above: true);
        return screening.Corner == Corner.Least ? 0 : null;
    }

    private void AddFilmTooThin(Sensor sensor, string at, double filmM, double gapM) => findings.Add(new Finding
    {
        Code = "film-thinner-than-gap",
        Severity = Severity.Stop,
        Stage = Stage.Sensors,
        Where = at,
        Why = $"\"{sensor.Name}\": on this floor water stands {{film}} high, and its contacts hang {{gap}} off the floor. They stay dry.",
        Remedy = "Use a rope or a cord with its probe on the floor, or lay the sensor in a tray or low point.",
        Trade = Trade.Fitter,
        Numbers = new Dictionary<string, Quantity>
        {
            ["film"] = new(QuantityKind.SmallLength, filmM),
            ["gap"] = new(QuantityKind.SmallLength, gapM),
        },
    });

    private double DrainedPipesM3(double leakHeightM)
    {
        double volume = 0;
        int first = closing is { } main ? way.PipesBefore[main] : 0;
        double? startM = first == 0 ? 0 : way.Pipes[first - 1].EndHeightM;
        foreach (Pipe pipe in way.Pipes.Skip(first))
        {
            double share = ShareAbove(pipe, startM, leakHeightM);
            if (share > 0)
            {
                double lengthM = screening.Take(pipe.LengthM, Span.DrainLengthM, () => Of(pipe, "lengthM", "Length", QuantityKind.Length));
                volume += share * DrainDown.PipeM3(Bore(pipe), lengthM);
            }

            startM = pipe.EndHeightM;
        }

        return volume;
    }

    private double ShareAbove(Pipe pipe, double? startM, double leakHeightM)
    {
        if (startM is { } start && pipe.EndHeightM is { } end)
        {
            return DrainDown.ShareAbove(start, end, leakHeightM);
        }

        if (pipe.EndHeightM is null)
        {
            Unmeasured unknown = Of(pipe, "endHeightM", "Height of the far end", QuantityKind.Length);
            screening.LeaveOpen(unknown, Severity.Caution, "not-measured", $"{unknown.Name}: not measured. Litres are reckoned with all of it draining, and with none.");
        }

        return screening.Corner == Corner.Least ? 0 : 1;
    }

    private double TankM3(double pressurePa)
    {
        if (plan.Supply.Tank is not { } tank || !IsBehindMain(tank.AfterMainId))
        {
            return 0;
        }

        Unmeasured Figure(string key, string name, QuantityKind kind) => new(Stage.Main, $"/supply/tank/{key}", name, kind, "Read it off the tank's plate, and the air valve with a tyre gauge.");
        double volume = screening.Take(tank.VolumeM3, Span.StoredM3, () => Figure("volumeM3", "Volume of the pressure tank", QuantityKind.Volume));
        double precharge = screening.Take(tank.PrechargePa, Span.PrechargePa, () => Figure("prechargePa", "Precharge of the pressure tank", QuantityKind.Pressure));
        double drained = DrainDown.TankM3(volume, precharge, pressurePa);
        findings.Add(new Finding
        {
            Code = "tank-on-house-side",
            Severity = Severity.Caution,
            Stage = Stage.Main,
            Where = "/supply/tank/afterMainId",
            Why = "The pressure tank is on the house side: with the valve shut it still empties up to {litres} through the leak.",
            Remedy = "Close a valve after the tank instead.",
            Trade = Trade.Plumber,
            Numbers = new Dictionary<string, Quantity> { ["litres"] = new(QuantityKind.Volume, drained) },
        });
        return drained;
    }

    private double HeaterM3(double leakHeightM)
    {
        MainValve? feeding = way.Mains.LastOrDefault(m => m.Heater is not null);
        if (feeding?.Heater is not { } heater || leak.Side != WaterSide.Hot)
        {
            return 0;
        }

        double heightM = screening.Take(heater.HeightM, new Span(-100, 200), () => new(
            Stage.Main, $"{ValveVerdict.PlaceOf(plan, feeding.Id)}/heater/heightM", "Height of the heater", QuantityKind.Length, "Measure from the main valve to its top."));
        return leakHeightM > heightM ? 0 : screening.Take(heater.VolumeM3, Span.StoredM3, () => new(
            Stage.Main, $"{ValveVerdict.PlaceOf(plan, feeding.Id)}/heater/volumeM3", "Volume of the heater", QuantityKind.Volume, "Read it off its plate; a tankless heater holds next to nothing."));
    }

    private double? PassesM3PerS()
    {
        if (Main is not { } main)
        {
            return 0;
        }

        if (main.ClosesFully == Answer.Unknown)
        {
            screening.LeaveOpen(
                new(Stage.Main, $"{MainAt}/closesFully", "Closes fully", QuantityKind.Ratio, "Shut it by hand with a low tap open, and look for a trickle."),
                Severity.Caution,
                "closes-fully-unknown",
                "It is not known whether the valve closes fully: litres have no upper bound until somebody looks.",
                above: true);
        }

        return main.ClosesFully == Answer.No ? main.PassesM3PerS : 0;
    }

    private Cause? CannotClose(IReadOnlyDictionary<string, DriveVerdict> verdicts)
    {
        if (closing is { } main)
        {
            return verdicts[way.Mains[main].Id].Verdict switch
            {
                TorqueVerdict.Stop => Cause.DriveCannotClose,
                TorqueVerdict.Unknown => Cause.DriveUnproven,
                _ => null,
            };
        }

        if (leak.PipeId is null)
        {
            findings.Add(new Finding
            {
                Code = "not-from-the-main",
                Severity = Severity.Note,
                Stage = Stage.Rooms,
                Where = $"{LeakAt}/pipeId",
                Why = $"The water of {leak.Name} in {room.Name} does not come from a main: closing one does not stop it.",
                Remedy = leak.HoldsM3 is null ? "Have a sensor tell somebody who can act, and say how much there is to run out." : "Have a sensor tell somebody who can act.",
                Trade = Trade.Fitter,
            });
            return Cause.NotFromMain;
        }

        if (way.Mains.Count == 0)
        {
            findings.Add(new Finding
            {
                Code = "leak-before-every-main",
                Severity = Severity.Stop,
                Stage = Stage.Main,
                Where = $"{LeakAt}/pipeId",
                Why = $"{leak.Name} in {room.Name} hangs on a pipe that starts before every main: nothing here stops it.",
                Remedy = "Look whether a valve stands before that pipe, and add it; or tell the customer that only the street's stop helps there.",
                Trade = Trade.Fitter,
            });
        }

        return Cause.NoDrive;
    }

    private bool IsBehindMain(string? afterMainId) => Main is { } main && plan.IsBehind(main.Id, afterMainId);

    private Cause? PumpRunsOn()
    {
        if (leak.PipeId is null || plan.Supply.Pump is not { } pump || pump.StopsOnClosing == Answer.Yes)
        {
            return null;
        }

        if (!IsBehindMain(pump.AfterMainId))
        {
            findings.Add(new Finding
            {
                Code = "pump-against-shut-valve",
                Severity = Severity.Caution,
                Stage = Stage.Main,
                Where = "/supply/pump/stopsOnClosing",
                Why = "The pump is not known to stop when the valve closes: it would run against a shut valve.",
                Remedy = "See that its pressure switch stops it, or have it switched off with the valve.",
                Trade = Trade.Electrician,
            });
            return null;
        }

        findings.Add(new Finding
        {
            Code = "pump-not-stopped",
            Severity = Severity.Stop,
            Stage = Stage.Main,
            Where = "/supply/pump/stopsOnClosing",
            Why = "The pump is on the house side and is not known to stop: it goes on pumping behind the shut valve.",
            Remedy = "Have the pump switched off with the valve; mains wiring is an electrician's work.",
            Trade = Trade.Electrician,
        });
        return Cause.PumpRunsOn;
    }
}
