namespace Terrapin.Core.Plans;

/// <summary>Checks what the shape alone cannot: that ids are unique and point somewhere, and that parts agree.</summary>
internal static class PlanReferences
{
    public static List<Fault> Check(Plan plan, string pointer)
    {
        var faults = new List<Fault>();
        HashSet<string> mains = Unique(plan.Mains.Select((m, i) => (m.Id, $"{pointer}/mains/{i}/id")), "stop valve", faults);
        HashSet<string> pipes = Unique(plan.Pipes.Select((p, i) => (p.Id, $"{pointer}/pipes/{i}/id")), "pipe", faults);
        Unique(plan.Rooms.Select((r, i) => (r.Id, $"{pointer}/rooms/{i}/id")), "room", faults);
        Unique(
            plan.Rooms.SelectMany((r, i) => r.Leaks.Select((l, j) => (l.Id, $"{pointer}/rooms/{i}/leaks/{j}/id"))),
            "leak point",
            faults);
        HashSet<string> sensors = Unique(plan.Sensors.Select((s, i) => (s.Id, $"{pointer}/sensors/{i}/id")), "sensor", faults);
        Unique(plan.Rules.Select((r, i) => (r.Id, $"{pointer}/rules/{i}/id")), "rule", faults);
        Unique(plan.Options.Select((o, i) => (o.Id, $"{pointer}/options/{i}/id")), "option", faults);
        Unique(
            plan.Catalogue.Drives.Select((d, i) => (d.Id, $"{pointer}/catalogue/drives/{i}/id"))
                .Concat(plan.Catalogue.Sensors.Select((s, i) => (s.Id, $"{pointer}/catalogue/sensors/{i}/id")))
                .Concat(plan.Catalogue.Hubs.Select((h, i) => (h.Id, $"{pointer}/catalogue/hubs/{i}/id"))),
            "device",
            faults);
        Unique(plan.Catalogue.Finishes.Select((f, i) => (f.Id, $"{pointer}/catalogue/finishes/{i}/id")), "finish", faults);
        Unique(plan.Rooms.SelectMany((r, i) => r.Fixtures.Select((f, j) => (f.Id, $"{pointer}/rooms/{i}/fixtures/{j}/id"))), "fixture", faults);
        Unique(plan.Walls.Select((w, i) => (w.Id, $"{pointer}/walls/{i}/id")), "wall", faults);

        CheckSupply(plan, mains, pointer, faults);
        bool flows = CheckPipes(plan, mains, pipes, pointer, faults);
        CheckHub(plan, pointer, faults);
        for (int i = 0; i < plan.Mains.Count; i++)
        {
            MainCheck.Add(plan.Mains[i], plan.Catalogue, $"{pointer}/mains/{i}", faults);
        }

        CheckLeaks(plan, pipes, pointer, faults);
        CheckSensors(plan, pointer, faults);
        CheckRules(plan, mains, sensors, pointer, faults);
        Unique(plan.Storeys.Select((s, i) => (s.Id, $"{pointer}/storeys/{i}/id")), "storey", faults);
        Unique(plan.Doorways.Select((d, i) => (d.Id, $"{pointer}/doorways/{i}/id")), "doorway", faults);
        Unique(plan.Openings.Select((o, i) => (o.Id, $"{pointer}/openings/{i}/id")), "opening", faults);
        FloorCheck.Add(plan, pointer, faults);
        if (faults.Count == 0 && flows)
        {
            CheckOptions(plan, pointer, faults);
        }

        return faults;
    }

    /// <summary>An option must be a plan that could stand on its own.</summary>
    private static void CheckOptions(Plan plan, string pointer, List<Fault> faults)
    {
        for (int i = 0; i < plan.Options.Count; i++)
        {
            PlanOption option = plan.Options[i];
            string at = $"{pointer}/options/{i}";
            for (int j = 0; j < option.Drives.Count; j++)
            {
                if (plan.Mains.All(m => m.Id != option.Drives[j].MainId))
                {
                    faults.Add(Nowhere($"{at}/drives/{j}/mainId", "stop valve", option.Drives[j].MainId));
                }
            }

            Fault[] own = [.. Check(option.In(plan) with { Options = [] }, "").Select(f => new Fault(at, $"Option \"{option.Name}\" no longer fits this plan ({f.Pointer}): {f.Message}"))];
            faults.AddRange(own.Take(1));
        }
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

    private static void CheckSupply(Plan plan, HashSet<string> mains, string pointer, List<Fault> faults)
    {
        if (plan.Supply.Tank?.AfterMainId is { } tankAfter && !mains.Contains(tankAfter))
        {
            faults.Add(Nowhere($"{pointer}/supply/tank/afterMainId", "stop valve", tankAfter));
        }

        if (plan.Supply.Pump?.AfterMainId is { } pumpAfter && !mains.Contains(pumpAfter))
        {
            faults.Add(Nowhere($"{pointer}/supply/pump/afterMainId", "stop valve", pumpAfter));
        }

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

    private static bool CheckPipes(Plan plan, HashSet<string> mains, HashSet<string> pipes, string pointer, List<Fault> faults)
    {
        int before = faults.Count;
        if (plan.Mains.Count == 0)
        {
            faults.Add(new Fault($"{pointer}/mains", "The plan has no stop valve. Add the one that stops the water, looked at or not."));
        }

        for (int i = 0; i < plan.Pipes.Count; i++)
        {
            Pipe pipe = plan.Pipes[i];
            string at = $"{pointer}/pipes/{i}";
            if (pipe.ParentId is { } parent && !pipes.Contains(parent))
            {
                faults.Add(Nowhere($"{at}/parentId", "pipe", parent));
            }

            if (pipe.MainId is { } main && !mains.Contains(main))
            {
                faults.Add(Nowhere($"{at}/mainId", "stop valve", main));
            }

            if (pipe is { ParentId: not null, MainId: not null })
            {
                faults.Add(new Fault($"{at}/mainId", $"\"{pipe.Name}\" cannot start both at a pipe and at a stop valve. Keep one, and null for the other."));
            }
        }

        for (int i = 0; i < plan.Mains.Count; i++)
        {
            if (plan.Mains[i].FedByPipeId is { } feed && !pipes.Contains(feed))
            {
                faults.Add(Nowhere($"{pointer}/mains/{i}/fedByPipeId", "pipe", feed));
            }
        }

        if (faults.Count > before)
        {
            return false;
        }

        var parents = new Dictionary<string, string?>();
        foreach (Pipe pipe in plan.Pipes)
        {
            string? feed = pipe.MainId is { } main ? plan.Main(main).FedByPipeId : pipe.ParentId;
            parents.TryAdd(pipe.Id, feed);
        }

        int inCircle = plan.Pipes.ToList().FindIndex(p => RunsInACircle(p.Id, parents));
        if (inCircle >= 0)
        {
            Pipe pipe = plan.Pipes[inCircle];
            faults.Add(new Fault(
                $"{pointer}/pipes/{inCircle}/{(pipe.MainId is null ? "parentId" : "mainId")}",
                $"Pipe \"{pipe.Id}\" feeds itself in a circle. Let one of them start at the supply or at a stop valve before it."));
        }

        return inCircle < 0;
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

    private static void CheckHub(Plan plan, string pointer, List<Fault> faults)
    {
        if (plan.HubId is { } hub && plan.Catalogue.Hubs.All(h => h.Id != hub))
        {
            faults.Add(Nowhere($"{pointer}/hubId", "hub in the catalogue", hub));
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
                if (leak.PipeId is { } pipe && !pipes.Contains(pipe))
                {
                    faults.Add(Nowhere($"{at}/pipeId", "pipe", pipe));
                }

                if (leak.PipeId is null && !leak.Kind.IsFixedFlow())
                {
                    faults.Add(new Fault($"{at}/pipeId", "Where no pipe feeds a leak there is no pressure behind a hole. Choose the pipe, or a kind of leak that is a flow."));
                }

                if (leak is { PipeId: not null, HoldsM3: not null })
                {
                    faults.Add(new Fault($"{at}/holdsM3", "What a pipe feeds has no end of its own. Give null here, or no pipe."));
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

    private static void CheckRules(Plan plan, HashSet<string> mains, HashSet<string> sensors, string pointer, List<Fault> faults)
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

            for (int j = 0; j < rule.MainIds.Count; j++)
            {
                if (!mains.Contains(rule.MainIds[j]))
                {
                    faults.Add(Nowhere($"{pointer}/rules/{i}/mainIds/{j}", "stop valve", rule.MainIds[j]));
                }
            }
        }
    }

    internal static Fault Nowhere(string at, string what, string id) =>
        new(at, $"There is no {what} with the id \"{id}\". Add it, or point to one that is there.");
}
