using System.Globalization;

namespace Terrapin.Core.Plans;

/// <summary>Whether what is drawn can stand in a building.</summary>
internal static class FloorCheck
{
    /// <summary>Rooms may share an edge; this much is a slip of the pencil, m.</summary>
    private const double SlipM = 0.01;

    private const double BesideWallM = 0.03;

    public static void Add(Plan plan, string pointer, List<DocumentError> errors)
    {
        var storeys = plan.Building.Storeys.Select(s => s.Id).ToHashSet();
        for (int i = 0; i < plan.Building.Rooms.Count; i++)
        {
            Room room = plan.Building.Rooms[i];
            string at = $"{pointer}/building/rooms/{i}";
            if (room.StoreyId is { } storey && !storeys.Contains(storey))
            {
                errors.Add(PlanReferences.Nowhere($"{at}/storeyId", "storey", storey));
            }
            else if (room.StoreyId is null && room.Areas.Count > 0)
            {
                errors.Add(new DocumentError($"{at}/storeyId", $"\"{room.Name}\" is drawn on no storey. Choose one."));
            }

            if (room.FinishId is { } finish && plan.Catalogue.Finishes.All(f => f.Id != finish))
            {
                errors.Add(PlanReferences.Nowhere($"{at}/finishId", "floor finish in the catalogue", finish));
            }

            AddOverlaps(plan, i, at, errors);
            AddFixtures(room, at, errors);
            AddLeaks(room, at, errors);
        }

        AddSensors(plan, pointer, errors);
        AddDoorways(plan, storeys, pointer, errors);
        AddWalls(plan, storeys, pointer, errors);
        AddOpenings(plan, storeys, pointer, errors);
        AddSize(plan, pointer, errors);
    }

    /// <summary>How much of it can be calculated at all.</summary>
    private static void AddSize(Plan plan, string pointer, List<DocumentError> errors)
    {
        if (errors.Count > 0 || DrawingSize.CellM(plan) is not null)
        {
            return;
        }

        (Storey storey, FloorRectangle box) = plan.Building.Storeys
            .SelectMany(s => DrawingSize.Groups(plan, s.Id).Select(g => (s, DrawingSize.BoxOf(g))))
            .MaxBy(g => g.Item2.LengthM * g.Item2.WidthM);
        int leaks = plan.Building.Rooms.Sum(r => r.Leaks.Count(l => l.At is not null));
        errors.Add(new DocumentError($"{pointer}/building/rooms", string.Create(CultureInfo.InvariantCulture, $"The drawing is too large for its water to be calculated: joined rooms of \"{storey.Name}\" span {box.LengthM:0.#} by {box.WidthM:0.#} m, and {leaks} leak points are drawn in all. Part rooms that no doorway joins, make them smaller, or take leak points off the drawing.")));
    }

    /// <summary>The room that is drawn at a place.</summary>
    private static Room? RoomAt(Plan plan, string storeyId, double xM, double yM) =>
        plan.Building.Rooms.FirstOrDefault(r => r.StoreyId == storeyId && r.Areas.Any(a => a.Holds(xM, yM)));

    private static void AddOverlaps(Plan plan, int index, string at, List<DocumentError> errors)
    {
        Room room = plan.Building.Rooms[index];
        for (int j = 0; j < room.Areas.Count; j++)
        {
            FloorRectangle mine = room.Areas[j];
            Room? other = plan.Building.Rooms.Take(index).FirstOrDefault(r => r.StoreyId == room.StoreyId && r.Areas.Any(a => Overlap(a, mine)));
            if (other is not null && room.StoreyId is not null)
            {
                errors.Add(new DocumentError($"{at}/areas/{j}", $"\"{room.Name}\" lies over \"{other.Name}\" at {Place(mine.AcrossM, mine.DownM)}. Move it beside, or make one smaller."));
            }
        }
    }

    private static bool Overlap(FloorRectangle a, FloorRectangle b) =>
        Math.Min(a.RightM(), b.RightM()) - Math.Max(a.AcrossM, b.AcrossM) > SlipM && Math.Min(a.BottomM(), b.BottomM()) - Math.Max(a.DownM, b.DownM) > SlipM;

    private static void AddFixtures(Room room, string at, List<DocumentError> errors)
    {
        for (int j = 0; j < room.Fixtures.Count; j++)
        {
            Fixture fixture = room.Fixtures[j];
            FloorRectangle area = fixture.Area;
            bool inside = room.Areas.Any(a => a.Holds(area.AcrossM + (area.LengthM / 2), area.DownM + (area.WidthM / 2)));
            if (!inside)
            {
                errors.Add(new DocumentError($"{at}/fixtures/{j}/area", $"\"{fixture.Name}\" at {Place(area.AcrossM, area.DownM)} stands outside \"{room.Name}\". Move it onto the room's floor."));
            }

            if (fixture is { DepthM: { } depth, PumpStartsM: { } pump } && pump >= depth)
            {
                errors.Add(new DocumentError($"{at}/fixtures/{j}/pumpStartsM", $"The pump of \"{fixture.Name}\" would start above the pit's rim. Measure both from the bottom again."));
            }
        }
    }

    private static void AddLeaks(Room room, string at, List<DocumentError> errors)
    {
        for (int j = 0; j < room.Leaks.Count; j++)
        {
            if (room.Leaks[j].At is { } place && !Lies(room, place))
            {
                errors.Add(new DocumentError($"{at}/leaks/{j}/at", $"\"{room.Leaks[j].Name}\" at {Place(place.AcrossM, place.DownM)} is outside \"{room.Name}\" or under something that stands there. Move it onto the room's floor."));
            }
        }
    }

    private static bool Lies(Room room, FloorPoint place) =>
        room.Areas.Any(a => a.Holds(place.AcrossM, place.DownM)) && !room.Fixtures.Any(f => f.Base == FixtureBase.Tight && StrictlyIn(f.Area, place));

    private static bool StrictlyIn(FloorRectangle area, FloorPoint place) =>
        place.AcrossM > area.AcrossM && place.AcrossM < area.RightM() && place.DownM > area.DownM && place.DownM < area.BottomM();

    private static void AddSensors(Plan plan, string pointer, List<DocumentError> errors)
    {
        for (int i = 0; i < plan.Installation.Sensors.Count; i++)
        {
            Sensor sensor = plan.Installation.Sensors[i];
            if (plan.Building.Rooms.FirstOrDefault(r => r.Id == sensor.RoomId) is not { } room)
            {
                continue;
            }

            if (sensor.At is { } place && !Lies(room, place))
            {
                errors.Add(new DocumentError($"{pointer}/installation/sensors/{i}/at", $"\"{sensor.Name}\" at {Place(place.AcrossM, place.DownM)} lies in a wall, outside \"{room.Name}\", or under something that stands there. Move it onto the room's floor."));
            }

            AddLength(plan, sensor, $"{pointer}/installation/sensors/{i}", errors);
            for (int j = 0; j < sensor.Path.Count; j++)
            {
                if (!Lies(room, sensor.Path[j]))
                {
                    errors.Add(new DocumentError($"{pointer}/installation/sensors/{i}/path/{j}", $"The rope \"{sensor.Name}\" leaves the floor of \"{room.Name}\" at {Place(sensor.Path[j].AcrossM, sensor.Path[j].DownM)}. Keep it on the floor."));
                }
            }
        }
    }

    /// <summary>A rope lies no longer than it is sold, and a probe hangs no farther from its main part than its cord.</summary>
    private static void AddLength(Plan plan, Sensor sensor, string at, List<DocumentError> errors)
    {
        if (plan.Catalogue.Sensors.FirstOrDefault(s => s.Id == sensor.SpecId) is not { Cord.M: var stockM } spec)
        {
            return;
        }

        double laidM = sensor.Path.Zip(sensor.Path.Skip(1), Apart).Sum();
        if (laidM > stockM + SlipM)
        {
            errors.Add(new DocumentError($"{at}/path", string.Create(CultureInfo.InvariantCulture, $"The rope \"{sensor.Name}\" is drawn {laidM:0.##} m long; {spec.Name} is {stockM:0.##} m. Shorten its way, or use a second one.")));
        }

        if (sensor is { At: { } probe, MainPartAt: { } main } && Apart(probe, main) > stockM + SlipM)
        {
            errors.Add(new DocumentError($"{at}/mainPartAt", string.Create(CultureInfo.InvariantCulture, $"The probe of \"{sensor.Name}\" is {Apart(probe, main):0.##} m from its main part; the cord of {spec.Name} is {stockM:0.##} m. Hang the main part nearer.")));
        }
    }

    private static double Apart(FloorPoint a, FloorPoint b) =>
        Math.Sqrt(((a.AcrossM - b.AcrossM) * (a.AcrossM - b.AcrossM)) + ((a.DownM - b.DownM) * (a.DownM - b.DownM)));

    private static void AddWalls(Plan plan, HashSet<string> storeys, string pointer, List<DocumentError> errors)
    {
        for (int i = 0; i < plan.Building.Walls.Count; i++)
        {
            Wall wall = plan.Building.Walls[i];
            string at = $"{pointer}/building/walls/{i}";
            if (!storeys.Contains(wall.StoreyId))
            {
                errors.Add(PlanReferences.Nowhere($"{at}/storeyId", "storey", wall.StoreyId));
                continue;
            }

            bool alongX = wall.Direction == WallDirection.AlongX;
            bool OnEdge(double along)
            {
                double x = wall.At.AcrossM + (alongX ? along : 0);
                double y = wall.At.DownM + (alongX ? 0 : along);
                return RoomAt(plan, wall.StoreyId, x - (alongX ? 0 : BesideWallM), y - (alongX ? BesideWallM : 0))
                    != RoomAt(plan, wall.StoreyId, x + (alongX ? 0 : BesideWallM), y + (alongX ? BesideWallM : 0));
            }

            if (!OnEdge(BesideWallM) || !OnEdge(wall.LengthM / 2) || !OnEdge(wall.LengthM - BesideWallM))
            {
                errors.Add(new DocumentError($"{at}/at", $"The wall at {Place(wall.At.AcrossM, wall.At.DownM)} does not run along the edge of a room. Move it onto one, or make it shorter."));
            }
        }
    }

    private static void AddDoorways(Plan plan, HashSet<string> storeys, string pointer, List<DocumentError> errors)
    {
        for (int i = 0; i < plan.Building.Doorways.Count; i++)
        {
            Doorway doorway = plan.Building.Doorways[i];
            string at = $"{pointer}/building/doorways/{i}";
            if (!storeys.Contains(doorway.StoreyId))
            {
                errors.Add(PlanReferences.Nowhere($"{at}/storeyId", "storey", doorway.StoreyId));
                continue;
            }

            bool alongX = doorway.Wall == WallDirection.AlongX;
            bool OnWall(double along)
            {
                double x = doorway.At.AcrossM + (alongX ? along : 0);
                double y = doorway.At.DownM + (alongX ? 0 : along);
                Room? one = RoomAt(plan, doorway.StoreyId, x - (alongX ? 0 : BesideWallM), y - (alongX ? BesideWallM : 0));
                Room? other = RoomAt(plan, doorway.StoreyId, x + (alongX ? 0 : BesideWallM), y + (alongX ? BesideWallM : 0));
                return one is not null && other is not null && one != other;
            }

            if (!OnWall(BesideWallM) || !OnWall(doorway.WidthM / 2) || !OnWall(doorway.WidthM - BesideWallM))
            {
                errors.Add(new DocumentError($"{at}/at", $"The doorway at {Place(doorway.At.AcrossM, doorway.At.DownM)} is on no wall between two rooms along its whole width. Move it onto one, or make it narrower."));
            }
        }
    }

    private static void AddOpenings(Plan plan, HashSet<string> storeys, string pointer, List<DocumentError> errors)
    {
        for (int i = 0; i < plan.Building.Openings.Count; i++)
        {
            FloorOpening opening = plan.Building.Openings[i];
            string at = $"{pointer}/building/openings/{i}";
            foreach ((string storey, string key) in ((string, string)[])[(opening.StoreyId, "storeyId"), (opening.ToStoreyId, "toStoreyId")])
            {
                if (!storeys.Contains(storey))
                {
                    errors.Add(PlanReferences.Nowhere($"{at}/{key}", "storey", storey));
                }
            }

            int Depth(string storey) => plan.Building.Storeys.TakeWhile(s => s.Id != storey).Count();
            if (Depth(opening.ToStoreyId) <= Depth(opening.StoreyId))
            {
                errors.Add(new DocumentError($"{at}/toStoreyId", "Water falls to a storey below. Choose one further down."));
            }

            if (RoomAt(plan, opening.ToStoreyId, opening.LandsAt.AcrossM, opening.LandsAt.DownM) is null)
            {
                errors.Add(new DocumentError($"{at}/landsAt", $"No room of the storey below is drawn at {Place(opening.LandsAt.AcrossM, opening.LandsAt.DownM)}. Say where the water lands."));
            }
        }
    }

    private static string Place(double xM, double yM) => string.Create(CultureInfo.InvariantCulture, $"{xM:0.##} m, {yM:0.##} m");
}
