using Terrapin.Core.Model;

namespace Terrapin.Core.Validation;

/// <summary>Checks what the shape alone cannot: that ids are unique and point somewhere, and that parts agree.</summary>
internal static class PlanReferences
{
    public static List<DocumentError> Check(Plan plan, string pointer)
    {
        var errors = new List<DocumentError>();
        HashSet<string> mains = Unique(plan.Building.StopValves.Select((m, i) => (m.Id, $"{pointer}/building/stopValves/{i}/id")), "stop valve", errors);
        HashSet<string> pipes = Unique(plan.Building.Pipes.Select((p, i) => (p.Id, $"{pointer}/building/pipes/{i}/id")), "pipe", errors);
        Unique(plan.Building.Rooms.Select((r, i) => (r.Id, $"{pointer}/building/rooms/{i}/id")), "room", errors);
        Unique(
            plan.Building.Rooms.SelectMany((r, i) => r.Leaks.Select((l, j) => (l.Id, $"{pointer}/building/rooms/{i}/leaks/{j}/id"))),
            "leak point",
            errors);
        HashSet<string> sensors = Unique(plan.Installation.Sensors.Select((s, i) => (s.Id, $"{pointer}/installation/sensors/{i}/id")), "sensor", errors);
        Unique(plan.Installation.Rules.Select((r, i) => (r.Id, $"{pointer}/installation/rules/{i}/id")), "rule", errors);
        Unique(plan.Options.Select((o, i) => (o.Id, $"{pointer}/options/{i}/id")), "option", errors);
        errors.AddRange(CheckCatalogue(plan.Catalogue, $"{pointer}/catalogue"));
        Unique(plan.Installation.Drives.Select((d, i) => (d.Id, $"{pointer}/installation/drives/{i}/id")), "drive", errors);
        Unique(plan.Building.Rooms.SelectMany((r, i) => r.Fixtures.Select((f, j) => (f.Id, $"{pointer}/building/rooms/{i}/fixtures/{j}/id"))), "fixture", errors);
        Unique(plan.Building.Walls.Select((w, i) => (w.Id, $"{pointer}/building/walls/{i}/id")), "wall", errors);

        CheckSupply(plan, mains, pointer, errors);
        bool flows = CheckPipes(plan, mains, pipes, pointer, errors);
        for (int i = 0; i < plan.Building.StopValves.Count; i++)
        {
            StopValveCheck.Add(plan.Building.StopValves[i], $"{pointer}/building/stopValves/{i}", errors);
        }

        StopValveCheck.AddDrives(plan, pointer, errors);

        CheckLeaks(plan, pipes, pointer, errors);
        CheckSensors(plan, pointer, errors);
        CheckRules(plan, mains, sensors, pointer, errors);
        Unique(plan.Building.Storeys.Select((s, i) => (s.Id, $"{pointer}/building/storeys/{i}/id")), "storey", errors);
        Unique(plan.Building.Doorways.Select((d, i) => (d.Id, $"{pointer}/building/doorways/{i}/id")), "doorway", errors);
        Unique(plan.Building.Openings.Select((o, i) => (o.Id, $"{pointer}/building/openings/{i}/id")), "opening", errors);
        CheckFailures(plan, pointer, errors);
        CheckCases(plan, pointer, errors);
        FloorCheck.Add(plan, pointer, errors);
        ReachCheck.Add(plan, pointer, errors);
        if (errors.Count == 0 && flows)
        {
            CheckOptions(plan, pointer, errors);
        }

        return errors;
    }

    private static void CheckCases(Plan plan, string pointer, List<DocumentError> errors)
    {
        IReadOnlyList<RehearsalCase> cases = plan.Cases ?? [];
        Unique(cases.Select((c, i) => (c.Id, $"{pointer}/cases/{i}/id")), "case", errors);
        HashSet<string> leaks = [.. plan.Building.Rooms.SelectMany(r => r.Leaks).Select(l => l.Id)];
        for (int i = 0; i < cases.Count; i++)
        {
            string at = $"{pointer}/cases/{i}";
            CheckNamed([cases[i].LeakId], leaks, "leak point", _ => $"{at}/leakId", errors);
            MeanwhileCheck.Add(plan, cases[i].LeakId, cases[i].Meanwhile, $"{at}/meanwhile", errors);
        }
    }

    private static void CheckFailures(Plan plan, string pointer, List<DocumentError> errors)
    {
        IReadOnlyList<FailureRate> rates = plan.Failures?.Rates ?? [];
        for (int i = 0; i < rates.Count; i++)
        {
            PartKind kind = rates[i].Kind;
            string at = $"{pointer}/failures/rates/{i}/kind";
            if (kind == PartKind.SensorBatch)
            {
                errors.Add(new DocumentError(at, "A batch has no rate of its own: give its share of the sensors' failures in commonShare."));
            }
            else if (rates.Take(i).Any(r => r.Kind == kind))
            {
                errors.Add(new DocumentError(at, $"Two rates are for \"{Words.Of(kind)}\". Keep one."));
            }
        }
    }

    /// <summary>Whether each id of a catalogue is one thing's.</summary>
    /// <param name="catalogue">Its shape is checked.</param>
    /// <param name="pointer">Where it stands, for the errors.</param>
    public static IReadOnlyList<DocumentError> CheckCatalogue(Catalogue catalogue, string pointer)
    {
        var errors = new List<DocumentError>();
        Unique(
            catalogue.Drives.Select((d, i) => (d.Id, $"{pointer}/drives/{i}/id"))
                .Concat(catalogue.Sensors.Select((s, i) => (s.Id, $"{pointer}/sensors/{i}/id")))
                .Concat(catalogue.Hubs.Select((h, i) => (h.Id, $"{pointer}/hubs/{i}/id")))
                .Concat(catalogue.Repeaters.Select((r, i) => (r.Id, $"{pointer}/repeaters/{i}/id"))),
            "device",
            errors);
        ReachCheck.AddRadios(catalogue, pointer, errors);
        Unique(catalogue.Finishes.Select((f, i) => (f.Id, $"{pointer}/finishes/{i}/id")), "finish", errors);
        return errors;
    }

    /// <summary>An option must be a plan that could stand on its own.</summary>
    private static void CheckOptions(Plan plan, string pointer, List<DocumentError> errors)
    {
        for (int i = 0; i < plan.Options.Count; i++)
        {
            PlanOption option = plan.Options[i];
            string at = $"{pointer}/options/{i}";
            DocumentError[] own = [.. Check(plan with { Installation = option.Installation, Options = [], Cases = null }, "").Select(f => new DocumentError(at, $"Option \"{option.Name}\" no longer fits this plan ({f.Pointer}): {f.Message}"))];
            errors.AddRange(own.Take(1));
        }
    }

    internal static HashSet<string> Unique(IEnumerable<(string Id, string At)> ids, string what, List<DocumentError> errors)
    {
        var seen = new HashSet<string>();
        foreach ((string id, string at) in ids)
        {
            if (!seen.Add(id))
            {
                errors.Add(new DocumentError(at, $"Another {what} has the id \"{id}\" already. Give this one its own."));
            }
        }

        return seen;
    }

    private static void CheckSupply(Plan plan, HashSet<string> mains, string pointer, List<DocumentError> errors)
    {
        if (plan.Building.Supply.Tank?.AfterStopValveId is { } tankAfter && !mains.Contains(tankAfter))
        {
            errors.Add(Nowhere($"{pointer}/building/supply/tank/afterStopValveId", "stop valve", tankAfter));
        }

        if (plan.Building.Supply.Pump?.AfterStopValveId is { } pumpAfter && !mains.Contains(pumpAfter))
        {
            errors.Add(Nowhere($"{pointer}/building/supply/pump/afterStopValveId", "stop valve", pumpAfter));
        }

        if (plan.Building.Supply is { StaticPressurePa: { } p0, FlowTest.PressurePa: var p1 } && p1 > p0)
        {
            errors.Add(new DocumentError(
                $"{pointer}/building/supply/flowTest/pressurePa",
                "The pressure with a tap running cannot be higher than with every tap shut. Read both again."));
        }

        if (plan.Building.Supply is { StaticPressurePa: { } atRest, Tank.PrechargePa: { } precharge } && precharge > atRest)
        {
            errors.Add(new DocumentError(
                $"{pointer}/building/supply/tank/prechargePa",
                "The tank's precharge cannot be higher than the pressure at rest: it would hold no water. Read both again."));
        }
    }

    private static bool CheckPipes(Plan plan, HashSet<string> mains, HashSet<string> pipes, string pointer, List<DocumentError> errors)
    {
        int before = errors.Count;
        if (plan.Building.StopValves.Count == 0)
        {
            errors.Add(new DocumentError($"{pointer}/building/stopValves", "The plan has no stop valve. Add the one that stops the water, looked at or not."));
        }

        for (int i = 0; i < plan.Building.Pipes.Count; i++)
        {
            Pipe pipe = plan.Building.Pipes[i];
            string at = $"{pointer}/building/pipes/{i}";
            if (pipe.ParentId is { } parent && !pipes.Contains(parent))
            {
                errors.Add(Nowhere($"{at}/parentId", "pipe", parent));
            }

            if (pipe.StopValveId is { } main && !mains.Contains(main))
            {
                errors.Add(Nowhere($"{at}/stopValveId", "stop valve", main));
            }

            if (pipe is { ParentId: not null, StopValveId: not null })
            {
                errors.Add(new DocumentError($"{at}/stopValveId", $"\"{pipe.Name}\" cannot start both at a pipe and at a stop valve. Keep one, and null for the other."));
            }
        }

        for (int i = 0; i < plan.Building.StopValves.Count; i++)
        {
            if (plan.Building.StopValves[i].FedByPipeId is { } feed && !pipes.Contains(feed))
            {
                errors.Add(Nowhere($"{pointer}/building/stopValves/{i}/fedByPipeId", "pipe", feed));
            }
        }

        if (errors.Count > before)
        {
            return false;
        }

        var parents = new Dictionary<string, string?>();
        foreach (Pipe pipe in plan.Building.Pipes)
        {
            string? feed = pipe.StopValveId is { } main ? plan.StopValve(main).FedByPipeId : pipe.ParentId;
            parents.TryAdd(pipe.Id, feed);
        }

        int inCircle = plan.Building.Pipes.ToList().FindIndex(p => RunsInACircle(p.Id, parents));
        if (inCircle >= 0)
        {
            Pipe pipe = plan.Building.Pipes[inCircle];
            errors.Add(new DocumentError(
                $"{pointer}/building/pipes/{inCircle}/{(pipe.StopValveId is null ? "parentId" : "stopValveId")}",
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

    private static void CheckLeaks(Plan plan, HashSet<string> pipes, string pointer, List<DocumentError> errors)
    {
        for (int i = 0; i < plan.Building.Rooms.Count; i++)
        {
            for (int j = 0; j < plan.Building.Rooms[i].Leaks.Count; j++)
            {
                LeakPoint leak = plan.Building.Rooms[i].Leaks[j];
                string at = $"{pointer}/building/rooms/{i}/leaks/{j}";
                if (leak.PipeId is { } pipe && !pipes.Contains(pipe))
                {
                    errors.Add(Nowhere($"{at}/pipeId", "pipe", pipe));
                }

                if (leak.FixtureId is { } fixture && plan.Building.Rooms[i].Fixtures.All(f => f.Id != fixture))
                {
                    errors.Add(Nowhere($"{at}/fixtureId", $"fixture in room \"{plan.Building.Rooms[i].Name}\"", fixture));
                }

                if (leak.PipeId is null && !leak.Kind.IsFixedFlow())
                {
                    errors.Add(new DocumentError($"{at}/pipeId", "Where no pipe feeds a leak there is no pressure behind a hole. Choose the pipe, or a kind of leak that is a flow."));
                }

                if (leak is { PipeId: not null, HoldsM3: not null })
                {
                    errors.Add(new DocumentError($"{at}/holdsM3", "What a pipe feeds has no end of its own. Give null here, or no pipe."));
                }

                if (leak.Kind.IsFixedFlow() && leak.HoleM is not null)
                {
                    errors.Add(new DocumentError($"{at}/holeM", "This kind of leak is a flow, not a hole. Give the flow, and null here."));
                }

                if (!leak.Kind.IsFixedFlow() && leak.FlowM3PerS is not null)
                {
                    errors.Add(new DocumentError($"{at}/flowM3PerS", "This kind of leak is a hole, not a flow. Give the hole's diameter, and null here."));
                }
            }
        }
    }

    private static void CheckSensors(Plan plan, string pointer, List<DocumentError> errors)
    {
        for (int i = 0; i < plan.Installation.Sensors.Count; i++)
        {
            Sensor sensor = plan.Installation.Sensors[i];
            string at = $"{pointer}/installation/sensors/{i}";
            if (plan.Catalogue.Sensors.All(s => s.Id != sensor.SpecId))
            {
                errors.Add(Nowhere($"{at}/specId", "sensor in the catalogue", sensor.SpecId));
            }

            CheckTags(sensor.Tags ?? [], $"{at}/tags", errors);
            Room? room = plan.Building.Rooms.FirstOrDefault(r => r.Id == sensor.RoomId);
            if (room is null)
            {
                errors.Add(Nowhere($"{at}/roomId", "room", sensor.RoomId));
                continue;
            }

            var seen = new HashSet<string>();
            for (int j = 0; j < sensor.Distances.Count; j++)
            {
                string leakId = sensor.Distances[j].LeakId;
                string leakAt = $"{at}/distances/{j}/leakId";
                if (room.Leaks.All(l => l.Id != leakId))
                {
                    errors.Add(Nowhere(leakAt, $"leak point in room \"{room.Name}\"", leakId));
                }
                else if (!seen.Add(leakId))
                {
                    errors.Add(new DocumentError(leakAt, $"The distance to \"{leakId}\" is given twice. Keep one."));
                }
            }
        }
    }

    private static void CheckRules(Plan plan, HashSet<string> mains, HashSet<string> sensors, string pointer, List<DocumentError> errors)
    {
        HashSet<string> contacts = Unique((plan.Installation.Contacts ?? []).Select((c, i) => (c.Id, $"{pointer}/installation/contacts/{i}/id")), "contact", errors);
        HashSet<string> buttons = Unique((plan.Installation.Buttons ?? []).Select((b, i) => (b.Id, $"{pointer}/installation/buttons/{i}/id")), "button", errors);
        HashSet<string> switches = Unique((plan.Installation.Switches ?? []).Select((s, i) => (s.Id, $"{pointer}/installation/switches/{i}/id")), "switch", errors);
        HashSet<string> rooms = [.. plan.Building.Rooms.Select(r => r.Id)];
        CheckSwitches(plan, pointer, errors);
        for (int i = 0; i < plan.Installation.Rules.Count; i++)
        {
            Rule rule = plan.Installation.Rules[i];
            CheckNamed(rule.TellIds ?? [], contacts, "contact", $"{pointer}/installation/rules/{i}/tellIds", errors);
            CheckNamed(rule.ButtonIds ?? [], buttons, "button", $"{pointer}/installation/rules/{i}/buttonIds", errors);
            CheckNamed(rule.StopSwitchIds ?? [], switches, "switch", $"{pointer}/installation/rules/{i}/stopSwitchIds", errors);
            CheckTags(rule.Tags ?? [], $"{pointer}/installation/rules/{i}/tags", errors);
            CheckNamed(rule.RoomIds ?? [], rooms, "room", $"{pointer}/installation/rules/{i}/roomIds", errors);
            CheckNamed(rule.SensorIds, sensors, "sensor", $"{pointer}/installation/rules/{i}/sensorIds", errors);
            CheckNamed(rule.StopValveIds, mains, "stop valve", $"{pointer}/installation/rules/{i}/stopValveIds", errors);
        }
    }

    private static void CheckTags(IReadOnlyList<string> tags, string at, List<DocumentError> errors)
    {
        for (int i = 0; i < tags.Count; i++)
        {
            if (!Sensor.IsTag(tags[i]))
            {
                errors.Add(new DocumentError($"{at}/{i}", $"Write {Sensor.TagForm}."));
            }
            else if (tags.Take(i).Contains(tags[i]))
            {
                errors.Add(new DocumentError($"{at}/{i}", $"\"{tags[i]}\" stands here twice. Keep one."));
            }
        }
    }

    private static void CheckSwitches(Plan plan, string pointer, List<DocumentError> errors)
    {
        for (int i = 0; i < (plan.Installation.Switches ?? []).Count; i++)
        {
            if (plan.Installation.Switches![i].FixtureId is { } fixture && plan.Building.Rooms.All(r => r.Fixtures.All(f => f.Id != fixture)))
            {
                errors.Add(Nowhere($"{pointer}/installation/switches/{i}/fixtureId", "fixture", fixture));
            }
        }
    }

    private static void CheckNamed(IReadOnlyList<string> ids, HashSet<string> known, string what, string at, List<DocumentError> errors) =>
        CheckNamed(ids, known, what, i => $"{at}/{i}", errors);

    private static void CheckNamed(IReadOnlyList<string> ids, HashSet<string> known, string what, Func<int, string> at, List<DocumentError> errors)
    {
        for (int i = 0; i < ids.Count; i++)
        {
            if (!known.Contains(ids[i]))
            {
                errors.Add(Nowhere(at(i), what, ids[i]));
            }
        }
    }

    internal static DocumentError Nowhere(string at, string what, string id) =>
        new(at, $"There is no {what} with the id \"{id}\". Add it, or point to one that is there.");
}
