using Terrapin.Core.Findings;
using Terrapin.Core.Model;

namespace Terrapin.Core.Sensors;

/// <summary>The rules of thumb for where a sensor may lie, held against the drawing.</summary>
public static class PlaceFindings
{
    /// <summary>What is wrong with the places of a plan's sensors, whatever the water does.</summary>
    /// <param name="plan">A checked plan.</param>
    public static IReadOnlyList<Finding> Of(Plan plan)
    {
        var found = new FindingCollector("");
        for (int i = 0; i < plan.Installation.Sensors.Count; i++)
        {
            Sensor sensor = plan.Installation.Sensors[i];
            Room room = plan.Building.Rooms.First(r => r.Id == sensor.RoomId);
            SensorKind kind = plan.SpecOf(sensor).Kind;
            string at = $"installation/sensors/{i}";
            AddHold(sensor, room, at, found);
            AddZones(sensor, room, at, found);
            foreach (Fixture fixture in room.Fixtures.Where(f => LiesIn(sensor, f.Area)))
            {
                AddFixture(sensor, kind, fixture, at, found);
            }

            if (kind == SensorKind.ProbeOnCord && sensor.MainPartAt is { } main && room.Fixtures.FirstOrDefault(f => f.Base == FixtureBase.Pit && f.Area.Holds(main.AcrossM, main.DownM)) is { } pit)
            {
                AddDrowning(sensor, pit, at, found);
            }
        }

        AddPits(plan, found);
        return found.Findings;
    }

    private static void AddHold(Sensor sensor, Room room, string at, FindingCollector found)
    {
        bool mopped = Zones(sensor, room).Any(z => z.Kind == ZoneKind.Mopped);
        if (mopped && sensor.Hold is not (SensorHold.Fixed or SensorHold.Labelled))
        {
            found.Add(FindingKinds.SensorMoppedAway, at, $"\"{sensor.Name}\" lies where a mop or cleaner comes, and nothing holds it there: a moved puck is a dead puck.", "Stick it down, say so on its label, or move it off the mopped floor.");
        }
        else if (sensor.Hold == SensorHold.Loose)
        {
            found.Add(FindingKinds.SensorLoose, at, $"\"{sensor.Name}\" lies loose: whoever moves it makes it deaf.", "Stick it down, or say on its label to leave it there.");
        }
        else if (sensor.Hold == SensorHold.Unknown)
        {
            found.Add(FindingKinds.SensorHoldUnknown, at, $"It is not said what holds \"{sensor.Name}\" in its place.", "Say whether it is fixed, labelled or loose.");
        }
    }

    private static void AddZones(Sensor sensor, Room room, string at, FindingCollector found)
    {
        if (Zones(sensor, room).Any(z => z.Kind == ZoneKind.Splashed))
        {
            found.Add(FindingKinds.SensorSplashed, at, $"\"{sensor.Name}\" lies where it gets splashed daily: it will cry wolf, and then be switched off.", "Move it off the splashed floor, or give its rule a confirming time.");
        }

        if (Zones(sensor, room).Any(z => z.Kind == ZoneKind.KeepClear))
        {
            found.Add(FindingKinds.SensorInTheWay, at, $"\"{sensor.Name}\" lies where nothing may lie.", "Move it aside.");
        }
    }

    private static void AddFixture(Sensor sensor, SensorKind kind, Fixture fixture, string at, FindingCollector found)
    {
        bool isPuck = kind is SensorKind.Spot or SensorKind.SpotWithCup;
        if (fixture.Base == FixtureBase.OnFeet && isPuck)
        {
            found.Add(FindingKinds.SensorDoesNotFit, at, $"\"{sensor.Name}\" is drawn under {fixture.Name}, where there is no room for its main part.", "Use a probe on a cord there, as far under as it goes, or a rope.");
        }

        if (fixture.Base != FixtureBase.Pit)
        {
            return;
        }

        if (isPuck)
        {
            AddDrowning(sensor, fixture, at, found);
            return;
        }

        double heightM = sensor.ProbeHeightM ?? 0;
        if (fixture.DepthM is { } depth && heightM >= depth)
        {
            found.Add(FindingKinds.ProbeAboveRim, at, $"The probe of \"{sensor.Name}\" hangs above the rim of {fixture.Name}: the water is on the floor before it knows.", "Hang it below the rim.");
        }

        if (fixture.PumpStartsM is { } pump && heightM <= pump)
        {
            found.Add(FindingKinds.ProbeBelowPumpLevel, at, $"The probe of \"{sensor.Name}\" hangs no higher than where the pump of {fixture.Name} starts: it gets wet each time the pump does its work.", "Hang it above that level, below the rim.");
        }
    }

    private static void AddDrowning(Sensor sensor, Fixture pit, string at, FindingCollector found) =>
        found.Add(FindingKinds.MainPartDrowns, at, $"The main part of \"{sensor.Name}\" lies in {pit.Name} and drowns before it can tell.", "Hang the main part high and dry, and only its probe in the pit.");

    private static void AddPits(Plan plan, FindingCollector found)
    {
        for (int i = 0; i < plan.Building.Rooms.Count; i++)
        {
            for (int j = 0; j < plan.Building.Rooms[i].Fixtures.Count; j++)
            {
                Fixture pit = plan.Building.Rooms[i].Fixtures[j];
                if (pit is { Base: FixtureBase.Pit, DepthM: null })
                {
                    found.Add(FindingKinds.PitNotMeasured, $"building/rooms/{i}/fixtures/{j}/depthM", $"The depth of {pit.Name} is not measured: it is calculated as holding nothing.", "Measure from the floor to its bottom, and to where its pump starts.");
                }
            }
        }
    }

    private static IEnumerable<FloorZone> Zones(Sensor sensor, Room room) => room.Zones.Where(z => LiesIn(sensor, z.Area));

    private static bool LiesIn(Sensor sensor, FloorRectangle area) =>
        (sensor.At is { } at && area.Holds(at.AcrossM, at.DownM)) || sensor.Path.Any(p => area.Holds(p.AcrossM, p.DownM));
}
