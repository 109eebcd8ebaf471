using System.Text;
using System.Xml.Linq;
using Terrapin.Core.Model;
using Terrapin.Core.Validation;
using Terrapin.Documents;
using Terrapin.Documents.Floors;

namespace Terrapin.Server.Tests;

/// <summary>Drawn floors out to files, and rooms in from them.</summary>
public class FloorFilesTests
{
    [Fact]
    public void Rooms_come_back_from_GeoJson_as_they_were_drawn()
    {
        Plan plan = NetLoft();
        RoomsRead read = FloorGeoJson.Read(FloorGeoJson.Write(plan));
        Assert.Equal(14, read.Rooms.Count);
        foreach (ReadRoom room in read.Rooms)
        {
            Room drawn = plan.Building.Rooms.First(r => r.Name == room.Name);
            Assert.Equal(drawn.Areas, room.Areas);
            Assert.Equal(drawn.FinishId, room.FinishId);
            Assert.Equal(plan.Building.Storeys.First(s => s.Id == drawn.StoreyId).Name, room.Storey);
        }
    }

    [Fact]
    public void A_room_of_right_angles_is_cut_into_rectangles()
    {
        RoomsRead read = Read("[[0,0],[4,0],[4,-3],[2,-3],[2,-2],[0,-2],[0,0]]");
        Assert.Equal([Area(0, 0, 4, 2), Area(2, 2, 2, 1)], Assert.Single(read.Rooms).Areas);
        Assert.Equal([Area(0, 0, 4, 2)], Assert.Single(Read("[[104,50],[104,52],[100,52],[100,50],[104,50]]").Rooms).Areas);
    }

    [Theory]
    [InlineData("[[13.4051,52.5201],[13.4052,52.5201],[13.4052,52.5202],[13.4051,52.5202],[13.4051,52.5201]]", "", "degrees")]
    [InlineData("[[0,0],[4,0],[4,3],[0,3],[0,0]]", "\"crs\":{\"properties\":{\"name\":\"urn:ogc:def:crs:OGC:1.3:CRS84\"}},", "degrees")]
    [InlineData("[[0,0],[4,0],[5,3],[0,3],[0,0]]", "\"units\":\"m\",", "slanting wall")]
    [InlineData("[[0,0],[500,0],[500,3],[0,3],[0,0]]", "\"units\":\"m\",", "500 by 3 m")]
    [InlineData("[[0,0],[4,\"x\"],[4,3],[0,0]]", "", "no coordinates")]
    [InlineData("[[0,0],[1e300,0],[4,3],[0,0]]", "", "no coordinates")]
    [InlineData("[]", "", "at least three corners")]
    [InlineData("[[0,0],[0,0]]", "", "at least three corners")]
    public void A_file_that_cannot_be_drawn_says_why(string ring, string more, string words) =>
        Assert.Contains(words, Assert.Throws<RefusedException>(() => Read(ring, more)).Message, StringComparison.Ordinal);

    [Fact]
    public void More_corners_rooms_or_lines_than_a_house_has_are_refused_at_once()
    {
        string steps = string.Join(',', Enumerable.Range(0, 9000).Select(i => $"[{i},{i / 2}]"));
        Assert.Contains("Straighten the walls", Assert.Throws<RefusedException>(() => Read($"[{steps}]")).Message, StringComparison.Ordinal);
        string features = string.Join(',', Enumerable.Repeat("{}", 5000));
        Assert.Contains("split the file", Assert.Throws<RefusedException>(() => FloorGeoJson.Read(Encoding.UTF8.GetBytes($$"""{"type":"FeatureCollection","features":[{{features}}]}"""))).Message, StringComparison.Ordinal);
        const string Header = "storey,room,from the left [m],from above [m],length [m],width [m],finish\n";
        string rooms = string.Concat(Enumerable.Range(0, 20_000).Select(i => $"Ground,R{i},,,3,2,\n"));
        Assert.Contains("at most 1000 lines", Assert.Throws<RefusedException>(() => RoomsCsv.Read(Encoding.UTF8.GetBytes(Header + rooms))).Message, StringComparison.Ordinal);
        string errors = string.Concat(Enumerable.Range(0, 900).Select(i => $"Ground,R{i},,,x,y,\n"));
        Assert.InRange(Assert.Throws<RefusedException>(() => RoomsCsv.Read(Encoding.UTF8.GetBytes(Header + errors))).Errors.Count, 50, 60);
    }

    [Fact]
    public void A_name_that_xml_cannot_hold_is_written_without_what_it_cannot()
    {
        Plan plan = NetLoft();
        plan = plan with { Site = plan.Site with { Name = "Loft\uFFFF \U0001F4A7\uD800" } };
        var svg = XDocument.Parse(Encoding.UTF8.GetString(FloorSvg.Write(plan)));
        Assert.StartsWith("Loft\uFFFD \U0001F4A7\uFFFD,", svg.Root!.Elements().First().Value, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("""{"type":"Feature"}""", "/type")]
    [InlineData("""{"type":"FeatureCollection","features":[{"geometry":{"type":"Point","coordinates":[0,0]}}]}""", "/features")]
    public void What_holds_no_rooms_is_named(string json, string pointer) =>
        Assert.Equal(pointer, Assert.Throws<RefusedException>(() => FloorGeoJson.Read(Encoding.UTF8.GetBytes(json))).Errors[0].Pointer);

    [Fact]
    public void A_table_of_rooms_is_read_in_its_units_and_put_side_by_side()
    {
        RoomsRead read = RoomsCsv.Read("storey,room,from the left [m],from above [m],length [cm],width [m],finish\nGround,Hall,,,320,2.4,vinyl\nGround,Bath,,,200,2.4,\nGround,Hall,0,2.4,100,1,\n"u8.ToArray());
        Assert.Equal(["Hall", "Bath"], read.Rooms.Select(r => r.Name));
        Assert.Equal([Area(0, 0, 3.2, 2.4), Area(0, 2.4, 1, 1)], read.Rooms[0].Areas);
        Assert.Equal([Area(3.2, 0, 2, 2.4)], read.Rooms[1].Areas);
        Assert.Equal("vinyl", read.Rooms[0].FinishId);
    }

    [Theory]
    [InlineData("Ground,Hall,,,0,2.4,", "#row=2", "0 by 2.4 m")]
    [InlineData("Ground,Hall,,,500,2.4,", "#row=2", "500 by 2.4 m")]
    [InlineData("Ground,Hall,,,wide,2.4,", "#cell=2,5", "is no number")]
    [InlineData("Ground,,,,3,2.4,", "#cell=2,2", "room")]
    public void A_line_that_is_no_room_is_named(string line, string pointer, string words)
    {
        byte[] table = Encoding.UTF8.GetBytes($"storey,room,from the left [m],from above [m],length [m],width [m],finish\n{line}\n");
        DocumentError error = Assert.Throws<RefusedException>(() => RoomsCsv.Read(table)).Errors[0];
        Assert.Equal(pointer, error.Pointer);
        Assert.Contains(words, error.Message, StringComparison.Ordinal);
    }

    [Fact]
    public void The_drawing_is_well_formed_SVG_to_scale_with_every_room_and_sensor()
    {
        Plan plan = NetLoft();
        XElement svg = XDocument.Parse(Encoding.UTF8.GetString(FloorSvg.Write(plan))).Root!;
        string[] texts = [.. svg.Descendants().Where(e => e.Name.LocalName == "text").Select(e => e.Value)];
        Assert.All(plan.Building.Rooms, r => Assert.Contains(r.Name, texts));
        Assert.All(plan.Installation.Sensors, s => Assert.Contains(s.Name, texts));
        double width = double.Parse(((string)svg.Attribute("viewBox")!).Split(' ')[2], System.Globalization.CultureInfo.InvariantCulture);
        Assert.Equal($"{width * 20:0.###}mm", (string)svg.Attribute("width")!);
    }

    private static RoomsRead Read(string ring, string more = "\"units\":\"m\",") => FloorGeoJson.Read(Encoding.UTF8.GetBytes(
        $$"""{"type":"FeatureCollection",{{more}}"features":[{"type":"Feature","properties":{"name":"Hall"},"geometry":{"type":"Polygon","coordinates":[{{ring}}] } }] }"""));

    private static Plan NetLoft() => SiteArchive.Read(File.ReadAllBytes(Path.Combine(Golden.Root(), "demo/net-loft.terrapin.json"))).Plan;

    private static FloorRectangle Area(double x, double y, double length, double width) => new() { AcrossM = x, DownM = y, LengthM = length, WidthM = width };
}
