using System.Text.Json;
using System.Text.Json.Nodes;
using Terrapin.Core.Format;
using Terrapin.Core.Model;
using Terrapin.Core.Validation;

namespace Terrapin.Documents.Floors;

/// <summary>
/// The drawn floors as GeoJSON (RFC 7946 in its shapes, in metres of the drawing rather than degrees, which
/// <c>"units": "m"</c> says): x to the right, y up, so that what lies further down the drawing has a smaller y.
/// </summary>
public static class FloorGeoJson
{
    /// <summary>No house is so small in metres; in degrees every house is.</summary>
    private const double SmallestHouseM = 0.5;

    /// <summary>Corners that the wall round a room may have, the first counted again at the end.</summary>
    private const int MostCorners = 200;

    private const int MostFeatures = 1000;

    /// <summary>In a projected coordinate system; beyond lies no house.</summary>
    private const double FarthestM = 1e8;

    /// <summary>Corners that differ by no more stand on one line, m.</summary>
    private const double SlipM = 0.01;

    /// <summary>Writes all that is drawn.</summary>
    /// <param name="plan">A checked plan.</param>
    public static byte[] Write(Plan plan)
    {
        var features = new JsonArray();
        void Add(string kind, string? id, string? name, string? storeyId, JsonObject geometry, params (string Key, JsonNode? Value)[] more)
        {
            var properties = new JsonObject { ["kind"] = kind, ["id"] = id, ["name"] = name, ["storey"] = plan.Building.Storeys.FirstOrDefault(s => s.Id == storeyId)?.Name };
            foreach ((string key, JsonNode? value) in more)
            {
                properties[key] = value;
            }

            features.Add(new JsonObject { ["type"] = "Feature", ["properties"] = properties, ["geometry"] = geometry });
        }

        foreach (Room room in plan.Building.Rooms.Where(r => r.StoreyId is not null && r.Areas.Count > 0))
        {
            Add("room", room.Id, room.Name, room.StoreyId, Areas(room.Areas), ("finish", room.FinishId), ("fallPerCent", room.Fall?.PerCent));
            foreach (Fixture fixture in room.Fixtures)
            {
                Add("fixture", fixture.Id, fixture.Name, room.StoreyId, Areas([fixture.Area]), ("fixture", Words.Of(fixture.Kind)), ("base", Words.Of(fixture.Base)));
            }

            foreach (FloorZone zone in room.Zones)
            {
                Add("zone", null, null, room.StoreyId, Areas([zone.Area]), ("zone", Words.Of(zone.Kind)));
            }

            foreach (FloorDrain drain in room.Drains)
            {
                Add("drain", null, null, room.StoreyId, Point(drain.At), ("capacityM3PerS", drain.CapacityM3PerS));
            }

            foreach (LeakPoint leak in room.Leaks.Where(l => l.At is not null))
            {
                Add("leak", leak.Id, leak.Name, room.StoreyId, Point(leak.At!), ("leak", Words.Of(leak.Kind)));
            }

            foreach (Sensor sensor in plan.Installation.Sensors.Where(s => s.RoomId == room.Id))
            {
                if (sensor.Path.Count > 1)
                {
                    Add("sensor", sensor.Id, sensor.Name, room.StoreyId, Line(sensor.Path), ("spec", sensor.SpecId));
                }
                else if (sensor.At is { } at)
                {
                    Add("sensor", sensor.Id, sensor.Name, room.StoreyId, Point(at), ("spec", sensor.SpecId));
                }
            }
        }

        foreach (Doorway doorway in plan.Building.Doorways)
        {
            Add("doorway", doorway.Id, null, doorway.StoreyId, Stretch(doorway.At, doorway.Wall, doorway.WidthM), ("thresholdM", doorway.ThresholdM));
        }

        foreach (Wall wall in plan.Building.Walls)
        {
            Add("wall", wall.Id, null, wall.StoreyId, Stretch(wall.At, wall.Direction, wall.LengthM), ("material", Words.Of(wall.Make.Material)), ("thicknessM", wall.Make.ThicknessM));
        }

        foreach (FloorOpening opening in plan.Building.Openings)
        {
            Add("opening", opening.Id, null, opening.StoreyId, Areas([opening.Area]), ("toStorey", plan.Building.Storeys.FirstOrDefault(s => s.Id == opening.ToStoreyId)?.Name));
        }

        return JsonSerializer.SerializeToUtf8Bytes(
            new JsonObject { ["type"] = "FeatureCollection", ["units"] = "m", ["features"] = features },
            DocumentJson.Indented);
    }

    /// <summary>Reads the rooms of a file: its polygons that are called rooms, or that are called nothing.</summary>
    /// <param name="utf8">The file.</param>
    /// <exception cref="RefusedException">Not GeoJSON, in degrees, or a room is not made of rectangles; names the feature.</exception>
    public static RoomsRead Read(ReadOnlyMemory<byte> utf8)
    {
        using JsonDocument document = PlanJson.Parse(utf8);
        JsonElement root = document.RootElement;
        if (root.ValueKind != JsonValueKind.Object || TextOf(root, "type") != "FeatureCollection" || !root.TryGetProperty("features", out JsonElement features) || features.ValueKind != JsonValueKind.Array)
        {
            throw new RefusedException([new DocumentError("/type", "This is not GeoJSON with a list of features. Export the rooms as a FeatureCollection.")]);
        }

        if (features.GetArrayLength() > MostFeatures)
        {
            throw new RefusedException([new DocumentError("/features", $"Export the rooms only, or split the file: it has {features.GetArrayLength()} features, and {MostFeatures} are read at once.")]);
        }

        var errors = new List<DocumentError>();
        var found = new List<(string At, string Name, string Storey, string? Finish, List<double[][]> Rings)>();
        int index = 0;
        foreach (JsonElement feature in features.EnumerateArray())
        {
            string at = $"/features/{index++}";
            JsonElement properties = feature.ValueKind == JsonValueKind.Object && feature.TryGetProperty("properties", out JsonElement p) ? p : default;
            if ((TextOf(properties, "kind") ?? "room") != "room" || RingsOf(feature, at, errors) is not { Count: > 0 } rings)
            {
                continue;
            }

            string? finish = TextOf(properties, "finish");
            found.Add((at, TextOf(properties, "name") ?? $"Room {index}", TextOf(properties, "storey") ?? "Ground floor", finish is not null && IdAttribute.IsId(finish) ? finish : null, rings));
        }

        if (found.Count == 0 && errors.Count == 0)
        {
            errors.Add(new DocumentError("/features", "There is no room in it: no feature is a Polygon or MultiPolygon of kind \"room\". Export the rooms as polygons."));
        }

        if (found.Count > 0 && InDegrees(root, [.. found.SelectMany(f => f.Rings).SelectMany(r => r)]))
        {
            errors.Add(new DocumentError("/features", "The coordinates are degrees of longitude and latitude. Export them in metres, in a projected coordinate system, and say \"units\": \"m\"."));
        }

        if (errors.Count > 0)
        {
            throw new RefusedException(errors);
        }

        // The drawing begins at the upper left corner of all that is read, whatever the file's own origin.
        double left = found.SelectMany(f => f.Rings).SelectMany(r => r).Min(c => c[0]);
        double top = found.SelectMany(f => f.Rings).SelectMany(r => r).Max(c => c[1]);
        var rooms = new List<ReadRoom>();
        foreach ((string at, string name, string storey, string? finish, List<double[][]> rings) in found)
        {
            var areas = new List<FloorRectangle>();
            foreach (double[][] ring in rings)
            {
                double[][] onDrawing = [.. ring.Select(c => new[] { Math.Round(c[0] - left, 3), Math.Round(top - c[1], 3) })];
                if (Rectangles(onDrawing) is { } parts)
                {
                    areas.AddRange(parts);
                }
                else
                {
                    errors.Add(new DocumentError($"{at}/geometry", $"\"{name}\" has a slanting wall. Rooms here are made of rectangles along the drawing: straighten it, or type its size."));
                }
            }

            errors.AddRange(areas.Select(a => RoomsRead.SizeError(name, a)).OfType<string>().Select(f => new DocumentError($"{at}/geometry", f)));
            rooms.Add(new ReadRoom { Name = name, Storey = storey, FinishId = finish, Areas = areas });
        }

        return errors.Count == 0 ? new RoomsRead(rooms) : throw new RefusedException(errors);
    }

    private static bool InDegrees(JsonElement root, double[][] corners)
    {
        bool saysMetres = TextOf(root, "units") == "m";
        string crs = root.TryGetProperty("crs", out JsonElement named) ? named.GetRawText() : "";
        bool saysDegrees = TextOf(root, "units")?.StartsWith("deg", StringComparison.OrdinalIgnoreCase) == true || crs.Contains("CRS84", StringComparison.OrdinalIgnoreCase) || crs.Contains("4326", StringComparison.Ordinal);
        bool tiny = corners.Max(c => c[0]) - corners.Min(c => c[0]) < SmallestHouseM && corners.Max(c => c[1]) - corners.Min(c => c[1]) < SmallestHouseM;
        return saysDegrees || (!saysMetres && tiny);
    }

    /// <summary>The outer rings of a feature's polygons.</summary>
    private static List<double[][]>? RingsOf(JsonElement feature, string at, List<DocumentError> errors)
    {
        if (feature.ValueKind != JsonValueKind.Object || !feature.TryGetProperty("geometry", out JsonElement geometry) || TextOf(geometry, "type") is not ("Polygon" or "MultiPolygon"))
        {
            return null;
        }

        try
        {
            JsonElement coordinates = geometry.GetProperty("coordinates");
            JsonElement[] polygons = TextOf(geometry, "type") == "Polygon" ? [coordinates] : [.. coordinates.EnumerateArray()];
            if (polygons.Any(p => p.GetArrayLength() > 1))
            {
                errors.Add(new DocumentError($"{at}/geometry", "This room has a hole in it. Leave the hole out, and put what stands there as a fixture."));
            }

            int corners = polygons.Max(p => p[0].GetArrayLength());
            if (polygons.Any(p => p[0].GetArrayLength() < 4) || corners > MostCorners)
            {
                errors.Add(new DocumentError($"{at}/geometry/coordinates", corners > MostCorners
                    ? $"Straighten the walls of this room: it has {corners} corners, and {MostCorners} are the most."
                    : "Give this room at least three corners, the first again at the end."));
                return null;
            }

            double[][][] rings = [.. polygons.Select(p => p[0].EnumerateArray().Select(c => new[] { c[0].GetDouble(), c[1].GetDouble() }).ToArray())];
            return rings.SelectMany(r => r).All(c => c.All(x => Math.Abs(x) < FarthestM)) ? [.. rings] : throw new FormatException();
        }
        catch (Exception e) when (e is InvalidOperationException or KeyNotFoundException or IndexOutOfRangeException or FormatException or OverflowException)
        {
            errors.Add(new DocumentError($"{at}/geometry/coordinates", "These are no coordinates of a polygon. Give rings of pairs of numbers, as GeoJSON has them."));
            return null;
        }
    }

    /// <summary>A ring of right angles as rectangles, cut at each height where a corner lies; none where a wall slants.</summary>
    private static List<FloorRectangle>? Rectangles(double[][] ring)
    {
        bool slants = ring.Zip(ring.Skip(1)).Any(s => Math.Abs(s.First[0] - s.Second[0]) > SlipM && Math.Abs(s.First[1] - s.Second[1]) > SlipM);
        if (slants)
        {
            return null;
        }

        double[] heights = [.. ring.Select(c => c[1]).Order().Aggregate(new List<double>(), (kept, y) => kept.Count == 0 || y - kept[^1] > SlipM ? [.. kept, y] : kept)];
        var rectangles = new List<FloorRectangle>();
        for (int i = 1; i < heights.Length; i++)
        {
            double middle = (heights[i - 1] + heights[i]) / 2;
            double[] crossings = [.. ring.Zip(ring.Skip(1)).Where(s => (s.First[1] - middle) * (s.Second[1] - middle) < 0).Select(s => (s.First[0] + s.Second[0]) / 2).Order()];
            for (int j = 1; j < crossings.Length; j += 2)
            {
                int above = rectangles.FindIndex(r => Math.Abs(r.AcrossM - crossings[j - 1]) <= SlipM && Math.Abs(r.RightM() - crossings[j]) <= SlipM && Math.Abs(r.BottomM() - heights[i - 1]) <= SlipM);
                if (above >= 0)
                {
                    rectangles[above] = rectangles[above] with { WidthM = Math.Round(heights[i] - rectangles[above].DownM, 3) };
                }
                else
                {
                    rectangles.Add(new FloorRectangle { AcrossM = crossings[j - 1], DownM = heights[i - 1], LengthM = Math.Round(crossings[j] - crossings[j - 1], 3), WidthM = Math.Round(heights[i] - heights[i - 1], 3) });
                }
            }
        }

        return rectangles;
    }

    private static string? TextOf(JsonElement element, string key) =>
        element.ValueKind == JsonValueKind.Object && element.TryGetProperty(key, out JsonElement value) && value.ValueKind == JsonValueKind.String ? value.GetString() : null;

    private static JsonArray Coordinate(double acrossM, double downM) => [Math.Round(acrossM, 3), Math.Round(-downM, 3) + 0.0];

    private static JsonObject Point(FloorPoint at) => new() { ["type"] = "Point", ["coordinates"] = Coordinate(at.AcrossM, at.DownM) };

    private static JsonObject Line(IEnumerable<FloorPoint> path) => new() { ["type"] = "LineString", ["coordinates"] = new JsonArray([.. path.Select(p => Coordinate(p.AcrossM, p.DownM))]) };

    private static JsonObject Stretch(FloorPoint at, WallDirection direction, double lengthM) => Line(
    [
        at,
        direction == WallDirection.AlongX ? at with { AcrossM = at.AcrossM + lengthM } : at with { DownM = at.DownM + lengthM },
    ]);

    private static JsonObject Areas(IReadOnlyList<FloorRectangle> areas)
    {
        JsonArray[] polygons = [.. areas.Select(a => new JsonArray(new JsonArray(
            Coordinate(a.AcrossM, a.DownM),
            Coordinate(a.AcrossM, a.BottomM()),
            Coordinate(a.RightM(), a.BottomM()),
            Coordinate(a.RightM(), a.DownM),
            Coordinate(a.AcrossM, a.DownM))))];
        return polygons.Length == 1
            ? new JsonObject { ["type"] = "Polygon", ["coordinates"] = polygons[0] }
            : new JsonObject { ["type"] = "MultiPolygon", ["coordinates"] = new JsonArray([.. polygons]) };
    }
}
