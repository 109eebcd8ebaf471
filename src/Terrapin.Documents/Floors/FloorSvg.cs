using System.Globalization;
using System.Text;
using System.Xml;
using System.Xml.Linq;
using Terrapin.Core.Model;

namespace Terrapin.Documents.Floors;

/// <summary>The drawn floors as one SVG at 1:50, storeys one under the other, to print or to open in a drawing program.</summary>
public static class FloorSvg
{
    private const double MmPerM = 20;
    private const double MarginM = 0.8;
    private const double TitleM = 0.7;

    /// <summary>Walls whose thickness is not known are drawn so thick, m.</summary>
    private const double UnknownWallM = 0.06;

    private static readonly XNamespace Svg = "http://www.w3.org/2000/svg";

    private const string Style = """
        text { font-family: sans-serif; fill: #20261f }
        .room { fill: #faf7f0; stroke: none } .wall { fill: none; stroke: #20261f } .door { stroke: #faf7f0 }
        .threshold { stroke: #9a6a10 } .fixture { fill: #e4dfd2; stroke: #6b6f66 } .zone { fill: none; stroke: #9a6a10; stroke-dasharray: 0.1 0.08 }
        .drain { fill: #ffffff; stroke: #20261f } .leak { fill: #1f6389 } .sensor { fill: #20261f } .rope { fill: none; stroke: #20261f } .opening { fill: none; stroke: #20261f; stroke-dasharray: 0.08 0.06 }
        """;

    /// <summary>Writes all that is drawn.</summary>
    /// <param name="plan">A checked plan.</param>
    public static byte[] Write(Plan plan)
    {
        double y = 0;
        double widestM = 4;
        var sheets = new List<XElement>();
        foreach (Storey storey in plan.Building.Storeys)
        {
            Room[] rooms = [.. plan.Building.Rooms.Where(r => r.StoreyId == storey.Id && r.Areas.Count > 0)];
            FloorRectangle[] areas = [.. rooms.SelectMany(r => r.Areas)];
            if (areas.Length == 0)
            {
                continue;
            }

            double left = areas.Min(a => a.AcrossM);
            double top = areas.Min(a => a.DownM);
            sheets.Add(El("g", ("transform", $"translate({N(MarginM - left)} {N(y + MarginM + TitleM - top)})"), Sheet(plan, storey, rooms, left, top)));
            widestM = Math.Max(widestM, areas.Max(a => a.RightM()) - left);
            y += areas.Max(a => a.BottomM()) - top + (2 * MarginM) + TitleM;
        }

        double width = widestM + (2 * MarginM);
        double height = Math.Max(y, 1) + MarginM;
        sheets.Add(ScaleBar(y));
        XElement svg = El(
            "svg",
            ("width", $"{N(width * MmPerM)}mm"),
            ("height", $"{N(height * MmPerM)}mm"),
            ("viewBox", $"0 0 {N(width)} {N(height)}"),
            new XElement(Svg + "title", $"{plan.Site.Name}, floors at 1:50, in metres"),
            new XElement(Svg + "style", Style),
            sheets);
        foreach (XText text in svg.DescendantNodes().OfType<XText>())
        {
            text.Value = Writable(text.Value);
        }

        return Encoding.UTF8.GetBytes(new XDocument(svg).ToString());
    }

    /// <summary>Names saved before text was checked may hold what XML cannot.</summary>
    private static string Writable(string text) => string.Concat(text.Select((c, i) =>
        XmlConvert.IsXmlChar(c) || (i + 1 < text.Length && XmlConvert.IsXmlSurrogatePair(text[i + 1], c)) || (i > 0 && XmlConvert.IsXmlSurrogatePair(c, text[i - 1])) ? c : '\uFFFD'));

    private static IEnumerable<XElement> Sheet(Plan plan, Storey storey, Room[] rooms, double left, double top)
    {
        yield return Text(left, top - 0.35, 0.32, storey.Name, "start");
        double wallM = storey.InnerWalls?.ThicknessM ?? storey.OuterWalls?.ThicknessM ?? UnknownWallM;
        foreach (FloorRectangle area in rooms.SelectMany(r => r.Areas))
        {
            yield return Rectangle("room", area);
        }

        foreach (Room room in rooms)
        {
            foreach (FloorZone zone in room.Zones)
            {
                yield return Rectangle("zone", zone.Area, ("stroke-width", "0.02"));
            }

            foreach (Fixture fixture in room.Fixtures)
            {
                yield return Rectangle("fixture", fixture.Area, ("stroke-width", "0.02"), new XElement(Svg + "title", fixture.Name));
            }
        }

        foreach (FloorRectangle area in rooms.SelectMany(r => r.Areas))
        {
            yield return Rectangle("wall", area, ("stroke-width", N(wallM)));
        }

        foreach (Wall wall in plan.Building.Walls.Where(w => w.StoreyId == storey.Id))
        {
            yield return Stretch("wall", wall.At, wall.Direction, wall.LengthM, wall.Make.ThicknessM ?? wallM);
        }

        foreach (Doorway doorway in plan.Building.Doorways.Where(d => d.StoreyId == storey.Id))
        {
            yield return Stretch("door", doorway.At, doorway.Wall, doorway.WidthM, wallM * 1.1);
            if (doorway.ThresholdM != 0)
            {
                yield return Stretch("threshold", doorway.At, doorway.Wall, doorway.WidthM, 0.03);
            }
        }

        foreach (FloorOpening opening in plan.Building.Openings.Where(o => o.StoreyId == storey.Id))
        {
            yield return Rectangle("opening", opening.Area, ("stroke-width", "0.02"));
        }

        foreach (XElement thing in rooms.SelectMany(r => Things(plan, r)))
        {
            yield return thing;
        }
    }

    private static IEnumerable<XElement> Things(Plan plan, Room room)
    {
        FloorRectangle first = room.Areas[0];
        double middle = first.AcrossM + (first.LengthM / 2);
        yield return Text(middle, first.DownM + (first.WidthM / 2), 0.2, room.Name, "middle");
        yield return Text(middle, first.DownM + (first.WidthM / 2) + 0.22, 0.15, $"{N(first.LengthM)} × {N(first.WidthM)} m", "middle");
        foreach (FloorDrain drain in room.Drains)
        {
            yield return Circle("drain", drain.At, 0.08, "Drain");
        }

        foreach (LeakPoint leak in room.Leaks.Where(l => l.At is not null))
        {
            yield return Circle("leak", leak.At!, 0.07, leak.Name);
            yield return Text(leak.At!.AcrossM + 0.1, leak.At.DownM + 0.04, 0.11, leak.Name, "start");
        }

        foreach (Sensor sensor in plan.Installation.Sensors.Where(s => s.RoomId == room.Id))
        {
            if (sensor.Path.Count > 1)
            {
                yield return El("polyline", ("class", "rope"), ("stroke-width", "0.04"), ("points", string.Join(' ', sensor.Path.Select(p => $"{N(p.AcrossM)},{N(p.DownM)}"))), new XElement(Svg + "title", sensor.Name));
            }

            if ((sensor.At ?? sensor.Path.FirstOrDefault()) is { } at)
            {
                yield return El("rect", ("class", "sensor"), ("x", N(at.AcrossM - 0.07)), ("y", N(at.DownM - 0.07)), ("width", "0.14"), ("height", "0.14"), ("rx", "0.03"), new XElement(Svg + "title", sensor.Name));
                yield return Text(at.AcrossM + 0.1, at.DownM + 0.15, 0.11, sensor.Name, "start");
            }
        }
    }

    private static XElement ScaleBar(double downM) => El(
        "g",
        ("transform", $"translate({N(MarginM)} {N(downM)})"),
        El("path", ("class", "wall"), ("stroke-width", "0.03"), ("d", "M0 -0.1V0H2V-0.1M1 -0.06V0")),
        Text(2.1, 0.05, 0.16, "2 m", "start"));

    private static XElement Rectangle(string kind, FloorRectangle area, params object[] more) => El(
        "rect", ("class", kind), ("x", N(area.AcrossM)), ("y", N(area.DownM)), ("width", N(area.LengthM)), ("height", N(area.WidthM)), more);

    private static XElement Stretch(string kind, FloorPoint at, WallDirection direction, double lengthM, double thickM) => El(
        "path", ("class", kind), ("stroke-width", N(thickM)), ("d", $"M{N(at.AcrossM)} {N(at.DownM)}{(direction == WallDirection.AlongX ? 'h' : 'v')}{N(lengthM)}"));

    private static XElement Circle(string kind, FloorPoint at, double radiusM, string name) => El(
        "circle", ("class", kind), ("cx", N(at.AcrossM)), ("cy", N(at.DownM)), ("r", N(radiusM)), ("stroke-width", "0.02"), new XElement(Svg + "title", name));

    private static XElement Text(double x, double y, double sizeM, string text, string anchor) =>
        El("text", ("x", N(x)), ("y", N(y)), ("font-size", N(sizeM)), ("text-anchor", anchor), text);

    /// <summary>Pairs become attributes, everything else content.</summary>
    private static XElement El(string name, params object[] parts) => new(Svg + name, Flat(parts));

    private static IEnumerable<object> Flat(IEnumerable<object> parts) => parts.SelectMany(part => part switch
    {
        (string key, string value) => [new XAttribute(key, value)],
        object[] more => Flat(more),
        _ => (IEnumerable<object>)[part],
    });

    private static string N(double value) => Math.Round(value, 3).ToString("0.###", CultureInfo.InvariantCulture);
}
