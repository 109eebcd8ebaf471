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
    private readonly LeakWater water;
    private readonly int roomIndex;
    private readonly int leakIndex;
    private readonly Room room;
    private readonly LeakPoint leak;
    private readonly WaterWay way;
    private readonly LeakSupply supply;

    private LeakCaseBuilder(Plan plan, LeakWater water, Corner corner)
    {
        this.plan = plan;
        this.water = water;
        (roomIndex, leakIndex) = (water.RoomIndex, water.LeakIndex);
        room = plan.Rooms[roomIndex];
        leak = room.Leaks[leakIndex];
        screening = new Screening(corner);
        way = WaterWay.To(plan, leak.PipeId);
        supply = new LeakSupply(plan, roomIndex, leakIndex, water.Closing, screening);
    }

    private string RoomAt => $"/rooms/{roomIndex}";

    private string LeakAt => $"/rooms/{roomIndex}/leaks/{leakIndex}";

    private MainValve? Main => supply.Main;

    private FittedDrive? Drive => water.Closing is null ? null : Main?.Drive;

    private string MainAt => Main is null ? "/mains" : ValveVerdict.PlaceOf(plan, Main.Id);

    public static LeakCase Build(Plan plan, LeakWater water, IReadOnlyDictionary<string, DriveVerdict> verdicts, Corner corner) =>
        new LeakCaseBuilder(plan, water, corner).Build(verdicts);

    private LeakCase Build(IReadOnlyDictionary<string, DriveVerdict> verdicts)
    {
        LeakFlow flow = supply.Flow();
        double endAngleDeg = MountingVerdict.EndAngleDeg(Drive);
        double openM3PerS = flow.At(LeakFlow.OpenValveK);
        return new LeakCase
        {
            Leak = leak,
            MainId = water.Closing is null ? null : Main?.Id,
            Closing = Closing.Of(flow, StrokeS(), endAngleDeg),
            EndAngleDeg = endAngleDeg,
            LogicS = LogicS(),
            Sensors = Sensors(openM3PerS),
            Drain = screening.Corner == Corner.Most && Main is { } main && leak.PipeId is not null
                ? new AfterShutOff(plan, leak, main, supply, screening, findings).Parts()
                : new DrainParts(0, 0, 0),
            PassesM3PerS = PassesM3PerS(openM3PerS),
            CannotClose = CannotClose(verdicts),
            RunsOn = PumpRunsOn() ?? (Main?.ClosesFully == Answer.No ? Cause.ValvePasses : null),
            Screening = screening,
            Findings = [.. screening.Findings, .. findings],
        };
    }

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
        LeakOnFloor? drawn = water.OnFloor;
        drawn?.NoteUnknowns(screening);
        var cases = new List<SensorCase>();
        bool mayBeSeen = false;
        for (int i = 0; i < plan.Sensors.Count; i++)
        {
            Sensor sensor = plan.Sensors[i];
            bool onDrawing = drawn?.Hears(sensor) == true;
            if (onDrawing || sensor.RoomId == room.Id)
            {
                cases.Add(SensorCaseOf(sensor, i, onDrawing ? drawn : null, flowM3PerS, ref mayBeSeen));
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
                About = $"{leak.Name}, {room.Name}",
                Why = $"No sensor lies in {room.Name}: nothing ever knows of {leak.Name}.",
                Remedy = "Put a sensor in this room, at the low point where the water will run.",
                Trade = Trade.Fitter,
            });
        }
        else if (drawn is not null && cases.All(c => c.TripM3 is null))
        {
            findings.Add(drawn.NeverSeen(LeakAt, mayBeSeen));
        }

        return cases;
    }

    private SensorCase SensorCaseOf(Sensor sensor, int index, LeakOnFloor? drawn, double flowM3PerS, ref bool mayBeSeen)
    {
        SensorSpec spec = plan.SpecOf(sensor);
        string at = $"/sensors/{index}";
        Unmeasured Figure(string name, QuantityKind kind) => new(Stage.Sensors, $"{at}/specId", $"{name} of {spec.Name}", kind, "Find the maker's sheet, or try it on the bench.");
        double gapM = screening.Take(spec.ContactGap?.M, Span.ContactGapM, () => Figure("Contact gap", QuantityKind.SmallLength));
        double responseS = screening.Take(spec.Response?.S, Span.DelayS, () => Figure("Response time", QuantityKind.Duration));
        double radioS = screening.Take(spec.Radio?.S, Span.DelayS, () => Figure("Radio delay", QuantityKind.Duration));
        double? tripM3;
        if (drawn is null)
        {
            tripM3 = TripM3(sensor, at, gapM, flowM3PerS);
        }
        else
        {
            FloorTrip trip = drawn.TripOf(sensor, spec.Kind, gapM + (sensor.ProbeHeightM ?? 0));
            mayBeSeen |= double.IsFinite(trip.OutM3.LowM3);
            double end = screening.Corner == Corner.Least ? trip.OutM3.LowM3 : trip.OutM3.HighM3;
            tripM3 = double.IsFinite(end) ? end : null;
            if (trip.Dry == DryBecause.FilmTooThin && sensor.RoomId == room.Id)
            {
                // Another sensor may hear this leak: the one that lies for it does not.
                AddFilmTooThin(sensor, at, water.Reach!.ThinnestFilmM(roomIndex), gapM, Severity.Caution);
            }
        }

        bool runsDry = tripM3 > (leak.HoldsM3 ?? double.PositiveInfinity);
        return new SensorCase(sensor.Id, runsDry ? null : tripM3, responseS, radioS);
    }

    /// <summary>On a floor that is not drawn: in closed form, from the way that was typed.</summary>
    private double? TripM3(Sensor sensor, string at, double gapM, double flowM3PerS)
    {
        double? angleDeg = plan.ContactAngleDeg(room);
        double capillaryM = Film.HeightM(screening.Take(angleDeg, Span.ContactAngleDeg, () => new(
            Stage.Rooms, $"{RoomAt}/finishId", $"Floor finish of {room.Name}", QuantityKind.Angle, "Look at the floor; drip some water on it where it is in doubt.")));
        FloorPosition position = Position();
        double filmM = Math.Max(capillaryM, Film.ViscousHeightM(flowM3PerS, position.OpenShare()));
        double thinnestM = Math.Max(
            Film.HeightM(angleDeg ?? Span.ContactAngleDeg.Least),
            Film.ViscousHeightM(water.Least.At(LeakFlow.OpenValveK), leak.Position == FloorPosition.Unknown ? 1 : position.OpenShare()));
        if (screening.Corner == Corner.Least)
        {
            // The fewest litres are those of the thinnest film that still reaches the contacts.
            double thickestM = Math.Max(Film.HeightM(angleDeg ?? Span.ContactAngleDeg.Most), Film.ViscousHeightM(water.Most.At(LeakFlow.OpenValveK), position.OpenShare()));
            filmM = Math.Max(filmM, Math.Min(gapM, thickestM));
        }

        bool mayBeTooThin = screening.Corner == Corner.Most && thinnestM < gapM;
        if (filmM < gapM || mayBeTooThin)
        {
            AddFilmTooThin(sensor, at, mayBeTooThin ? thinnestM : filmM, gapM, Severity.Stop);
            return null;
        }

        return DistanceM(sensor, at) is { } distanceM ? Trip.VolumeM3(filmM, gapM, position, distanceM) : null;
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
            $"It is not said how {leak.Name} stands to the walls. Litres are calculated from a corner to an open floor.");
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

    private void AddFilmTooThin(Sensor sensor, string at, double filmM, double gapM, Severity severity) => findings.Add(new Finding
    {
        Code = "film-thinner-than-gap",
        Severity = severity,
        Stage = Stage.Sensors,
        Where = at,
        Why = $"\"{sensor.Name}\": of {leak.Name} water stands {{film}} high on this floor, and its contacts hang {{gap}} off it. They stay dry.",
        Remedy = "Use a rope or a cord with its probe on the floor, or lay the sensor in a tray or low point.",
        Trade = Trade.Fitter,
        Numbers = new Dictionary<string, Quantity>
        {
            ["film"] = new(QuantityKind.SmallLength, filmM),
            ["gap"] = new(QuantityKind.SmallLength, gapM),
        },
    });

    private double? PassesM3PerS(double openM3PerS)
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

        // A shut valve passes no more than the leak runs with it open.
        return main.ClosesFully == Answer.No ? (main.PassesM3PerS is { } passes ? Math.Min(passes, openM3PerS) : null) : 0;
    }

    private Cause? CannotClose(IReadOnlyDictionary<string, DriveVerdict> verdicts)
    {
        if (water.Closing is { } index)
        {
            string mainId = way.Mains[index].Id;
            return verdicts[mainId].Verdict switch
            {
                TorqueVerdict.Stop => Cause.DriveCannotClose,
                TorqueVerdict.Unknown => Cause.DriveUnproven,
                _ => MountingVerdict.Holds(plan, mainId) ? null : Cause.DriveCannotClose,
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
                About = $"{leak.Name}, {room.Name}",
                Why = $"The water of {leak.Name} in {room.Name} does not pass a stop valve: closing one does not stop it.",
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
                About = $"{leak.Name}, {room.Name}",
                Why = $"{leak.Name} in {room.Name} hangs on a pipe that starts before every stop valve: nothing here stops it.",
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
            Why = "The pump is on the house side and is not known to stop: it goes on pumping after the shut valve.",
            Remedy = "Have the pump switched off with the valve; electrical wiring is an electrician's work.",
            Trade = Trade.Electrician,
        });
        return Cause.PumpRunsOn;
    }
}
