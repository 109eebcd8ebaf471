using System.Globalization;
using Terrapin.Core.Geometry;
using Terrapin.Core.Model;

namespace Terrapin.Core.Validation;

/// <summary>Whether what is drawn can stand in a building.</summary>
internal static class FloorCheck
{
    /// <summary>What is drawn of the building.</summary>
    public static void AddDrawn(Plan plan, string pointer, List<DocumentError> errors)
    {
        var storeys = plan.Building.Storeys.DistinctBy(s => s.Id).ToDictionary(s => s.Id, s => new StoreyDrawing(plan, s.Id));
        for (int i = 0; i < plan.Building.Rooms.Count; i++)
        {
            Room room = plan.Building.Rooms[i];
            string at = $"{pointer}/building/rooms/{i}";
            if (room.StoreyId is { } storey && !storeys.ContainsKey(storey))
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

        AddDoorways(plan, storeys, pointer, errors);
        AddWalls(plan, storeys, pointer, errors);
        AddOpenings(plan, storeys, pointer, errors);
    }

    /// <summary>How much of it can be calculated at all.</summary>
    public static void AddSize(Plan plan, string pointer, List<DocumentError> errors)
    {
        if (DrawingSize.CellM(plan) is not null)
        {
            return;
        }

        (Storey storey, FloorRectangle box) = plan.Building.Storeys
            .SelectMany(s => DrawingSize.Groups(plan, s.Id).Select(g => (s, DrawingSize.BoxOf(g))))
            .MaxBy(g => g.Item2.LengthM * g.Item2.WidthM);
        int leaks = plan.Building.Rooms.Sum(r => r.Leaks.Count(l => l.At is not null));
        errors.Add(new DocumentError($"{pointer}/building/rooms", string.Create(CultureInfo.InvariantCulture, $"The drawing is too large for its water to be calculated: joined rooms of \"{storey.Name}\" span {box.LengthM:0.#} by {box.WidthM:0.#} m, and {leaks} leak points are drawn in all. Part rooms that no doorway joins, make them smaller, or take leak points off the drawing.")));
    }

    private static void AddOverlaps(Plan plan, int index, string at, List<DocumentError> errors)
    {
        Room room = plan.Building.Rooms[index];
        for (int j = 0; j < room.Areas.Count; j++)
        {
            FloorRectangle mine = room.Areas[j];
            Room? other = plan.Building.Rooms.Take(index).FirstOrDefault(r => r.StoreyId == room.StoreyId && r.Areas.Any(a => Rectangles.Overlap(a, mine, Rectangles.SlipM)));
            if (other is not null && room.StoreyId is not null)
            {
                errors.Add(new DocumentError($"{at}/areas/{j}", $"\"{room.Name}\" lies over \"{other.Name}\" at {Place(mine.AcrossM, mine.DownM)}. Move it beside, or make one smaller."));
            }
        }
    }

    private static void AddFixtures(Room room, string at, List<DocumentError> errors)
    {
        for (int j = 0; j < room.Fixtures.Count; j++)
        {
            Fixture fixture = room.Fixtures[j];
            FloorRectangle area = fixture.Area;
            bool inside = room.Areas.Hold(area.Middle().AcrossM, area.Middle().DownM);
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
        room.Areas.Hold(place.AcrossM, place.DownM) && !room.Fixtures.Any(f => f.Base == FixtureBase.Tight && f.Area.HoldsInside(place));

    /// <summary>Where sensors lie on the drawing.</summary>
    public static void AddSensors(Plan plan, string pointer, List<DocumentError> errors)
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

        double laidM = sensor.Path.Zip(sensor.Path.Skip(1), Rectangles.Apart).Sum();
        if (laidM > stockM + Rectangles.SlipM)
        {
            errors.Add(new DocumentError($"{at}/path", string.Create(CultureInfo.InvariantCulture, $"The rope \"{sensor.Name}\" is drawn {laidM:0.##} m long; {spec.Name} is {stockM:0.##} m. Shorten its way, or use a second one.")));
        }

        if (sensor is { At: { } probe, MainPartAt: { } main } && Rectangles.Apart(probe, main) > stockM + Rectangles.SlipM)
        {
            errors.Add(new DocumentError($"{at}/mainPartAt", string.Create(CultureInfo.InvariantCulture, $"The probe of \"{sensor.Name}\" is {Rectangles.Apart(probe, main):0.##} m from its main part; the cord of {spec.Name} is {stockM:0.##} m. Hang the main part nearer.")));
        }
    }

    private static void AddWalls(Plan plan, Dictionary<string, StoreyDrawing> storeys, string pointer, List<DocumentError> errors)
    {
        for (int i = 0; i < plan.Building.Walls.Count; i++)
        {
            Wall wall = plan.Building.Walls[i];
            string at = $"{pointer}/building/walls/{i}";
            if (!storeys.ContainsKey(wall.StoreyId))
            {
                errors.Add(PlanReferences.Nowhere($"{at}/storeyId", "storey", wall.StoreyId));
                continue;
            }

            if (!storeys[wall.StoreyId].AllAlong(wall.At, wall.Direction, wall.LengthM, (before, after) => before != after))
            {
                errors.Add(new DocumentError($"{at}/at", $"The wall at {Place(wall.At.AcrossM, wall.At.DownM)} does not run along the edge of a room. Move it onto one, or make it shorter."));
            }
        }
    }

    private static void AddDoorways(Plan plan, Dictionary<string, StoreyDrawing> storeys, string pointer, List<DocumentError> errors)
    {
        for (int i = 0; i < plan.Building.Doorways.Count; i++)
        {
            Doorway doorway = plan.Building.Doorways[i];
            string at = $"{pointer}/building/doorways/{i}";
            if (!storeys.ContainsKey(doorway.StoreyId))
            {
                errors.Add(PlanReferences.Nowhere($"{at}/storeyId", "storey", doorway.StoreyId));
                continue;
            }

            bool isBetweenRooms = storeys[doorway.StoreyId].AllAlong(
                doorway.At, doorway.Wall, doorway.WidthM, (before, after) => before is not null && after is not null && before != after);
            if (!isBetweenRooms)
            {
                errors.Add(new DocumentError($"{at}/at", $"The doorway at {Place(doorway.At.AcrossM, doorway.At.DownM)} is on no wall between two rooms along its whole width. Move it onto one, or make it narrower."));
            }
        }
    }

    private static void AddOpenings(Plan plan, Dictionary<string, StoreyDrawing> storeys, string pointer, List<DocumentError> errors)
    {
        for (int i = 0; i < plan.Building.Openings.Count; i++)
        {
            FloorOpening opening = plan.Building.Openings[i];
            string at = $"{pointer}/building/openings/{i}";
            foreach ((string storey, string key) in ((string, string)[])[(opening.StoreyId, "storeyId"), (opening.ToStoreyId, "toStoreyId")])
            {
                if (!storeys.ContainsKey(storey))
                {
                    errors.Add(PlanReferences.Nowhere($"{at}/{key}", "storey", storey));
                }
            }

            int Depth(string storey) => plan.Building.Storeys.TakeWhile(s => s.Id != storey).Count();
            if (Depth(opening.ToStoreyId) <= Depth(opening.StoreyId))
            {
                errors.Add(new DocumentError($"{at}/toStoreyId", "Water falls to a storey below. Choose one further down."));
            }

            if (storeys.GetValueOrDefault(opening.ToStoreyId)?.RoomAt(opening.LandsAt.AcrossM, opening.LandsAt.DownM) is null)
            {
                errors.Add(new DocumentError($"{at}/landsAt", $"No room of the storey below is drawn at {Place(opening.LandsAt.AcrossM, opening.LandsAt.DownM)}. Say where the water lands."));
            }
        }
    }

    private static string Place(double xM, double yM) => string.Create(CultureInfo.InvariantCulture, $"{xM:0.##} m, {yM:0.##} m");
}
