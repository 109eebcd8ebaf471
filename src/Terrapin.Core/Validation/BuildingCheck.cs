using System.Runtime.CompilerServices;
using Terrapin.Core.Model;

namespace Terrapin.Core.Validation;

/// <summary>Whether a building, and the catalogue that its parts are of, agree with themselves: what stands there before anything is fitted.</summary>
internal static class BuildingCheck
{
    /// <summary>Buildings that were found in order, and the catalogue that they were held against: most edits change neither.</summary>
    private static readonly ConditionalWeakTable<Building, Catalogue> InOrder = [];

    public static void Add(Plan plan, string pointer, List<DocumentError> errors)
    {
        if (InOrder.TryGetValue(plan.Building, out Catalogue? catalogue) && ReferenceEquals(catalogue, plan.Catalogue))
        {
            return;
        }

        int before = errors.Count;
        Building building = plan.Building;
        string at = $"{pointer}/building";
        HashSet<string> mains = PlanReferences.Unique(building.StopValves.Select((m, i) => (m.Id, $"{at}/stopValves/{i}/id")), "stop valve", errors);
        HashSet<string> pipes = PlanReferences.Unique(building.Pipes.Select((p, i) => (p.Id, $"{at}/pipes/{i}/id")), "pipe", errors);
        PlanReferences.Unique(building.Rooms.Select((r, i) => (r.Id, $"{at}/rooms/{i}/id")), "room", errors);
        PlanReferences.Unique(building.Rooms.SelectMany((r, i) => r.Leaks.Select((l, j) => (l.Id, $"{at}/rooms/{i}/leaks/{j}/id"))), "leak point", errors);
        PlanReferences.Unique(building.Rooms.SelectMany((r, i) => r.Fixtures.Select((f, j) => (f.Id, $"{at}/rooms/{i}/fixtures/{j}/id"))), "fixture", errors);
        PlanReferences.Unique(building.Walls.Select((w, i) => (w.Id, $"{at}/walls/{i}/id")), "wall", errors);
        PlanReferences.Unique(building.Storeys.Select((s, i) => (s.Id, $"{at}/storeys/{i}/id")), "storey", errors);
        PlanReferences.Unique(building.Doorways.Select((d, i) => (d.Id, $"{at}/doorways/{i}/id")), "doorway", errors);
        PlanReferences.Unique(building.Openings.Select((o, i) => (o.Id, $"{at}/openings/{i}/id")), "opening", errors);
        errors.AddRange(PlanReferences.CheckCatalogue(plan.Catalogue, $"{pointer}/catalogue"));
        CheckSupply(plan, mains, pointer, errors);
        CheckPipes(plan, mains, pipes, pointer, errors);
        for (int i = 0; i < building.StopValves.Count; i++)
        {
            StopValveCheck.Add(building.StopValves[i], $"{at}/stopValves/{i}", errors);
            ReachCheck.AddPlace(plan, building.StopValves[i].DrawnAt, $"{at}/stopValves/{i}/drawnAt", errors);
        }

        CheckLeaks(plan, pipes, pointer, errors);
        FloorCheck.AddDrawn(plan, pointer, errors);
        if (errors.Count == before)
        {
            FloorCheck.AddSize(plan, pointer, errors);
        }

        if (errors.Count == before)
        {
            InOrder.AddOrUpdate(building, plan.Catalogue);
        }
    }

    private static void CheckSupply(Plan plan, HashSet<string> mains, string pointer, List<DocumentError> errors)
    {
        if (plan.Building.Supply.Tank?.AfterStopValveId is { } tankAfter && !mains.Contains(tankAfter))
        {
            errors.Add(PlanReferences.Nowhere($"{pointer}/building/supply/tank/afterStopValveId", "stop valve", tankAfter));
        }

        if (plan.Building.Supply.Pump?.AfterStopValveId is { } pumpAfter && !mains.Contains(pumpAfter))
        {
            errors.Add(PlanReferences.Nowhere($"{pointer}/building/supply/pump/afterStopValveId", "stop valve", pumpAfter));
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

    private static void CheckPipes(Plan plan, HashSet<string> mains, HashSet<string> pipes, string pointer, List<DocumentError> errors)
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
                errors.Add(PlanReferences.Nowhere($"{at}/parentId", "pipe", parent));
            }

            if (pipe.StopValveId is { } main && !mains.Contains(main))
            {
                errors.Add(PlanReferences.Nowhere($"{at}/stopValveId", "stop valve", main));
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
                errors.Add(PlanReferences.Nowhere($"{pointer}/building/stopValves/{i}/fedByPipeId", "pipe", feed));
            }
        }

        if (errors.Count > before)
        {
            return;
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
                    errors.Add(PlanReferences.Nowhere($"{at}/pipeId", "pipe", pipe));
                }

                if (leak.FixtureId is { } fixture && plan.Building.Rooms[i].Fixtures.All(f => f.Id != fixture))
                {
                    errors.Add(PlanReferences.Nowhere($"{at}/fixtureId", $"fixture in room \"{plan.Building.Rooms[i].Name}\"", fixture));
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
}
