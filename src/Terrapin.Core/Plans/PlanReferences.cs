namespace Terrapin.Core.Plans;

/// <summary>Checks what the shape alone cannot: that ids are unique and point somewhere, and that parts agree.</summary>
internal static class PlanReferences
{
    public static List<Fault> Check(Plan plan, string pointer)
    {
        var faults = new List<Fault>();
        HashSet<string> pipes = Unique(plan.Pipes.Select((p, i) => (p.Id, $"{pointer}/pipes/{i}/id")), "pipe", faults);
        Unique(plan.Rooms.Select((r, i) => (r.Id, $"{pointer}/rooms/{i}/id")), "room", faults);
        Unique(
            plan.Rooms.SelectMany((r, i) => r.Leaks.Select((l, j) => (l.Id, $"{pointer}/rooms/{i}/leaks/{j}/id"))),
            "leak point",
            faults);
        HashSet<string> sensors = Unique(plan.Sensors.Select((s, i) => (s.Id, $"{pointer}/sensors/{i}/id")), "sensor", faults);
        Unique(plan.Rules.Select((r, i) => (r.Id, $"{pointer}/rules/{i}/id")), "rule", faults);
        Unique(
            plan.Catalogue.Drives.Select((d, i) => (d.Id, $"{pointer}/catalogue/drives/{i}/id"))
                .Concat(plan.Catalogue.Sensors.Select((s, i) => (s.Id, $"{pointer}/catalogue/sensors/{i}/id")))
                .Concat(plan.Catalogue.Hubs.Select((h, i) => (h.Id, $"{pointer}/catalogue/hubs/{i}/id"))),
            "device",
            faults);

        CheckSupply(plan, pointer, faults);
        CheckPipes(plan, pipes, pointer, faults);
        CheckDevices(plan, pointer, faults);
        CheckLeaks(plan, pipes, pointer, faults);
        CheckSensors(plan, pointer, faults);
        CheckRules(plan, sensors, pointer, faults);
        return faults;
    }

    private static HashSet<string> Unique(IEnumerable<(string Id, string At)> ids, string what, List<Fault> faults)
    {
        var seen = new HashSet<string>();
        foreach ((string id, string at) in ids)
        {
            if (!seen.Add(id))
            {
                faults.Add(new Fault(at, $"Another {what} has the id \"{id}\" already. Give this one its own."));
            }
        }

        return seen;
    }

    private static void CheckSupply(Plan plan, string pointer, List<Fault> faults)
    {
        if (plan.Supply is { StaticPressurePa: { } p0, FlowTest.PressurePa: var p1 } && p1 > p0)
        {
            faults.Add(new Fault(
                $"{pointer}/supply/flowTest/pressurePa",
                "The pressure with a tap running cannot be higher than with every tap shut. Read both again."));
        }

        if (plan.Supply is { StaticPressurePa: { } atRest, Tank.PrechargePa: { } precharge } && precharge > atRest)
        {
            faults.Add(new Fault(
                $"{pointer}/supply/tank/prechargePa",
                "The tank's precharge cannot be higher than the pressure at rest: it would hold no water. Read both again."));
        }
    }

    private static void CheckPipes(Plan plan, HashSet<string> pipes, string pointer, List<Fault> faults)
    {
        var parents = new Dictionary<string, string?>();
        foreach (Pipe pipe in plan.Pipes)
        {
            parents.TryAdd(pipe.Id, pipe.ParentId);
        }

        for (int i = 0; i < plan.Pipes.Count; i++)
        {
            string at = $"{pointer}/pipes/{i}/parentId";
            if (plan.Pipes[i].ParentId is { } parent && !pipes.Contains(parent))
            {
                faults.Add(Nowhere(at, "pipe", parent));
            }
            else if (RunsInACircle(plan.Pipes[i].Id, parents))
            {
                faults.Add(new Fault(at, $"Pipe \"{plan.Pipes[i].Id}\" feeds itself in a circle. Let one of them start at the main valve."));
                return;
            }
        }
    }

    private static bool RunsInACircle(string id, Dictionary<string, string?> parents)
    {
        string? at = id;
        for (int steps = 0; at is not null; steps++)
        {
            if (steps > parents.Count)
            {
                return true;
            }

            at = parents.GetValueOrDefault(at);
        }

        return false;
    }

    private static void CheckDevices(Plan plan, string pointer, List<Fault> faults)
    {
        if (plan.Drive is { } drive && plan.Catalogue.Drives.All(d => d.Id != drive.SpecId))
        {
            faults.Add(Nowhere($"{pointer}/drive/specId", "drive in the catalogue", drive.SpecId));
        }

        CheckMounting(plan.Drive?.Mounting, $"{pointer}/drive/mounting", faults);
        if (plan.HubId is { } hub && plan.Catalogue.Hubs.All(h => h.Id != hub))
        {
            faults.Add(Nowhere($"{pointer}/hubId", "hub in the catalogue", hub));
        }
    }

    private static void CheckMounting(Mounting? mounting, string pointer, List<Fault> faults)
    {
        if (mounting is { GripRadiusM: { } grip, AlongOpenM: { } open, AlongClosedM: { } closed }
            && (open * open) + (closed * closed) >= grip * grip)
        {
            faults.Add(new Fault(
                $"{pointer}/{(Math.Abs(open) >= Math.Abs(closed) ? "alongOpenM" : "alongClosedM")}",
                "The offset must be smaller than the grip radius. Measure both from the stem's axis again."));
        }

        if (mounting is { StrapsOnOneSide: true, FirstStrapM: { } first, SecondStrapM: { } second } && first == second)
        {
            faults.Add(new Fault($"{pointer}/secondStrapM", "Both straps are in one place. Move one."));
        }
    }

    private static void CheckLeaks(Plan plan, HashSet<string> pipes, string pointer, List<Fault> faults)
    {
        for (int i = 0; i < plan.Rooms.Count; i++)
        {
            for (int j = 0; j < plan.Rooms[i].Leaks.Count; j++)
            {
                LeakPoint leak = plan.Rooms[i].Leaks[j];
                string at = $"{pointer}/rooms/{i}/leaks/{j}";
                if (!pipes.Contains(leak.PipeId))
                {
                    faults.Add(Nowhere($"{at}/pipeId", "pipe", leak.PipeId));
                }

                if (leak.Kind.IsFixedFlow() && leak.HoleM is not null)
                {
                    faults.Add(new Fault($"{at}/holeM", "This kind of leak is a flow, not a hole. Give the flow, and null here."));
                }

                if (!leak.Kind.IsFixedFlow() && leak.FlowM3PerS is not null)
                {
                    faults.Add(new Fault($"{at}/flowM3PerS", "This kind of leak is a hole, not a flow. Give the hole's diameter, and null here."));
                }
            }
        }
    }

    private static void CheckSensors(Plan plan, string pointer, List<Fault> faults)
    {
        for (int i = 0; i < plan.Sensors.Count; i++)
        {
            Sensor sensor = plan.Sensors[i];
            string at = $"{pointer}/sensors/{i}";
            if (plan.Catalogue.Sensors.All(s => s.Id != sensor.SpecId))
            {
                faults.Add(Nowhere($"{at}/specId", "sensor in the catalogue", sensor.SpecId));
            }

            Room? room = plan.Rooms.FirstOrDefault(r => r.Id == sensor.RoomId);
            if (room is null)
            {
                faults.Add(Nowhere($"{at}/roomId", "room", sensor.RoomId));
                continue;
            }

            var seen = new HashSet<string>();
            for (int j = 0; j < sensor.Distances.Count; j++)
            {
                string leakId = sensor.Distances[j].LeakId;
                string leakAt = $"{at}/distances/{j}/leakId";
                if (room.Leaks.All(l => l.Id != leakId))
                {
                    faults.Add(Nowhere(leakAt, $"leak point in room \"{room.Name}\"", leakId));
                }
                else if (!seen.Add(leakId))
                {
                    faults.Add(new Fault(leakAt, $"The distance to \"{leakId}\" is given twice. Keep one."));
                }
            }
        }
    }

    private static void CheckRules(Plan plan, HashSet<string> sensors, string pointer, List<Fault> faults)
    {
        for (int i = 0; i < plan.Rules.Count; i++)
        {
            Rule rule = plan.Rules[i];
            for (int j = 0; j < rule.SensorIds.Count; j++)
            {
                if (!sensors.Contains(rule.SensorIds[j]))
                {
                    faults.Add(Nowhere($"{pointer}/rules/{i}/sensorIds/{j}", "sensor", rule.SensorIds[j]));
                }
            }
        }
    }

    private static Fault Nowhere(string at, string what, string id) =>
        new(at, $"There is no {what} with the id \"{id}\". Add it, or point to one that is there.");
}
