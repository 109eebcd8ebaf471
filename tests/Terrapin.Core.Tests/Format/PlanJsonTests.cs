using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using CsCheck;
using Terrapin.Core.Format;
using Terrapin.Core.Model;
using Terrapin.Core.Validation;
using static Terrapin.Core.Tests.Samples;

namespace Terrapin.Core.Tests.Format;

public class PlanJsonTests
{
    [Fact]
    public void A_plan_comes_back_as_it_was_written()
    {
        byte[] written = PlanJson.Write(House());
        Assert.Equal(written, PlanJson.Write(PlanJson.Read(written)));
        Assert.Equal(PlanJson.Hash(written), PlanJson.Hash(PlanJson.Write(PlanJson.Read(written))));
    }

    [Theory]
    [InlineData("/building/pipes/0/lengthM", "-3", "outside")]
    [InlineData("/building/pipes/0/lengthM", "1e999", "finite number")]
    [InlineData("/building/pipes/0/lengthM", "\"9 m\"", "A finite number is expected")]
    [InlineData("/building/pipes/1/parentId", "\"nowhere\"", "no pipe with the id")]
    [InlineData("/building/stopValves/0/fedByPipeId", "\"branch\"", "circle", "/building/pipes/0/stopValveId")]
    [InlineData("/building/rooms/0/leaks/0/pipeId", "\"nowhere\"", "no pipe")]
    [InlineData("/building/rooms/0/leaks/0/flowM3PerS", "0.001", "hole, not a flow")]
    [InlineData("/building/rooms/0/leaks/0/kind", "\"flood\"", "One of hoseBurst")]
    [InlineData("/building/rooms/0/leaks/0/kind", "3", "One of hoseBurst")]
    [InlineData("/installation/sensors/0/roomId", "\"nowhere\"", "no room")]
    [InlineData("/installation/sensors/0/specId", "\"nowhere\"", "no sensor in the catalogue")]
    [InlineData("/installation/sensors/0/distances/0/leakId", "\"nowhere\"", "no leak point in room")]
    [InlineData("/installation/sensors/0/tags", """["hoses",""]""", "a tag of 1 to 40 characters", "/installation/sensors/0/tags/1")]
    [InlineData("/installation/sensors/0/tags", """["hoses, all"]""", "without a comma", "/installation/sensors/0/tags/0")]
    [InlineData("/installation/sensors/0/tags", """["hoses","hoses"]""", "stands here twice", "/installation/sensors/0/tags/1")]
    [InlineData("/installation/sensors/0/tags", """["hoses",7]""", "text", "/installation/sensors/0/tags/1")]
    [InlineData("/installation/rules/0/tags", """[" hoses"]""", "a tag of 1 to 40 characters", "/installation/rules/0/tags/0")]
    [InlineData("/installation/rules/0/sensorIds/0", "\"nowhere\"", "no sensor")]
    [InlineData("/installation/rules/0/tellIds", "[\"nowhere\"]", "no contact with the id", "/installation/rules/0/tellIds/0")]
    [InlineData("/installation/rules/0/atLeast", "0", "outside")]
    [InlineData("/installation/rules/0/atLeast", "1.5", "whole number")]
    [InlineData("/installation/contacts", """[{"id":"a","name":"A","ways":["pigeon"],"modes":[]}]""", "One of message", "/installation/contacts/0/ways/0")]
    [InlineData("/failures", """{"testEveryS":60}""", "outside", "/failures/testEveryS")]
    [InlineData("/failures", """{"target":0}""", "outside", "/failures/target")]
    [InlineData("/failures", """{"rates":[{"kind":"hub"},{"kind":"hub"}]}""", "Two rates", "/failures/rates/1/kind")]
    [InlineData("/failures", """{"rates":[{"kind":"sensorBatch"}]}""", "no rate of its own", "/failures/rates/0/kind")]
    [InlineData("/failures", """{"rates":[{"kind":"hub","noticedShare":1.2}]}""", "outside", "/failures/rates/0/noticedShare")]
    [InlineData("/installation/rules/0/cancelIfDry", "\"yes\"", "true or false")]
    [InlineData("/installation/rules/0/delayS", "null", "cannot be null")]
    [InlineData("/installation/rules/0/id", "\"Not An Id\"", "is no id")]
    [InlineData("/installation/drives/0/stopValveId", "\"nowhere\"", "no stop valve with the id")]
    [InlineData("/building/rooms/0/leaks/0/fixtureId", "\"nowhere\"", "no fixture in room")]
    [InlineData("/installation/drives/0/specId", "\"nowhere\"", "no drive in the catalogue")]
    [InlineData("/installation/drives/0/mounting", """{"gripRadiusM":0.05,"alongOpenM":0.05,"alongClosedM":0,"strapsOnOneSide":false,"strappedPipe":"copper"}""", "smaller than the grip radius", "/installation/drives/0/mounting/alongOpenM")]
    [InlineData("/installation/drives/0/mounting", """{"firstStrapM":0.05,"secondStrapM":0.05,"strapsOnOneSide":true,"strappedPipe":"copper"}""", "in one place", "/installation/drives/0/mounting/secondStrapM")]
    [InlineData("/installation/drives/0/mounting", """{"gripRadiusM":0.2,"strapsOnOneSide":true,"strappedPipe":"copper"}""", "miss the handle", "/installation/drives/0/mounting/gripRadiusM")]
    [InlineData("/installation/drives/0/mounting", """{"firstStrapM":0.13,"strapsOnOneSide":false,"strappedPipe":"copper"}""", "beyond the straight pipe", "/installation/drives/0/mounting/firstStrapM")]
    [InlineData("/installation/drives/0/mounting", """{"secondStrapM":0.21,"strapsOnOneSide":true,"strappedPipe":"copper"}""", "beyond the straight pipe", "/installation/drives/0/mounting/secondStrapM")]
    [InlineData("/building/stopValves/0/pullToClose", """{"pullN":85,"armM":0.14}""", "only 120 mm long", "/building/stopValves/0/pullToClose/armM")]
    [InlineData("/building/stopValves/0/pullToClose", """{"pullN":85}""", "is missing", "/building/stopValves/0/pullToClose/armM")]
    [InlineData("/building/stopValves/0/pipeAfter/outsideDiameterM", "0.0243", "the nearest are 22.2 mm and 28 mm")]
    [InlineData("/building/stopValves/0/size", "\"dn21\"", "One of dn15")]
    [InlineData("/building/stopValves/0/fedByPipeId", "\"nowhere\"", "no pipe")]
    [InlineData("/building/pipes/1/stopValveId", "\"main\"", "both at a pipe and at a stop valve")]
    [InlineData("/building/pipes/0/stopValveId", "\"nowhere\"", "no stop valve with the id")]
    [InlineData("/installation/rules/0/stopValveIds", "[\"nowhere\"]", "no stop valve", "/installation/rules/0/stopValveIds/0")]
    [InlineData("/building/supply/tank", """{"afterStopValveId":"nowhere"}""", "no stop valve", "/building/supply/tank/afterStopValveId")]
    [InlineData("/installation/hubs/0/specId", "\"nowhere\"", "no hub in the catalogue")]
    [InlineData("/building/supply/flowTest/pressurePa", "400000", "cannot be higher")]
    [InlineData("/version", "6", "version 6")]
    [InlineData("/version", "0", "no version 0")]
    [InlineData("/version", "\"one\"", "does not say which version")]
    [InlineData("/site/name", "[]", "A text is expected")]
    [InlineData("/building/rooms", "{}", "A list is expected")]
    [InlineData("/building/stopValves/0", "[]", "An object is expected")]
    public void A_fault_names_its_place(string pointer, string value, string words, string? errorAt = null)
    {
        DocumentError error = Assert.Single(Refuse(With(pointer, value)));
        Assert.Equal(errorAt ?? pointer, error.Pointer);
        Assert.Contains(words, error.Message);
    }

    [Theory]
    [InlineData("/building/rooms/1/areas/0/acrossM", "2", "lies over \"Scullery\"", "/building/rooms/1/areas/0", true)]
    [InlineData("/building/rooms/0/areas/0/lengthM", "0", "outside what can be true")]
    [InlineData("/building/rooms/0/areas/0/lengthM", "500", "outside what can be true")]
    [InlineData("/building/rooms/0/storeyId", "\"cellar\"", "no storey", null, true)]
    [InlineData("/building/rooms/0/storeyId", "null", "drawn on no storey", null, true)]
    [InlineData("/building/rooms/0/leaks/0/at/acrossM", "9", "outside \"Scullery\"", "/building/rooms/0/leaks/0/at")]
    [InlineData("/installation/sensors/0/at/downM", "-0.2", "lies in a wall", "/installation/sensors/0/at")]
    [InlineData("/installation/sensors/0/path", """[{"acrossM":1,"downM":1},{"acrossM":7,"downM":1}]""", "leaves the floor", "/installation/sensors/0/path/1")]
    [InlineData("/building/doorways/0/at/acrossM", "2", "on no wall", "/building/doorways/0/at")]
    [InlineData("/building/doorways/0/widthM", "6", "on no wall", "/building/doorways/0/at")]
    [InlineData("/building/openings/0/toStoreyId", "\"ground\"", "Choose one further down", null, true)]
    [InlineData("/building/openings/0/landsAt/acrossM", "30", "No room of the storey below", "/building/openings/0/landsAt")]
    public void What_cannot_be_drawn_is_named_at_its_place(string pointer, string value, string words, string? errorAt = null, bool among = false)
    {
        IReadOnlyList<DocumentError> errors = Refuse(With(pointer, value, Encoding.UTF8.GetString(PlanJson.Write(Drawn()))));
        DocumentError error = among ? errors.First(f => f.Message.Contains(words)) : Assert.Single(errors);
        Assert.Equal(errorAt ?? pointer, error.Pointer);
        Assert.Contains(words, error.Message);
    }

    /// <summary>The worked house with its scullery, a pantry beside it and a cellar below on the drawing.</summary>
    private static Plan Drawn()
    {
        Plan house = House();
        FloorRectangle Area(double across, double length) => new() { AcrossM = across, DownM = 0, LengthM = length, WidthM = 3 };
        FloorPoint At(double across, double down) => new() { AcrossM = across, DownM = down };
        Room scullery = house.Building.Rooms[0] with { StoreyId = "ground", Areas = [Area(0, 4)], Leaks = [house.Building.Rooms[0].Leaks[0] with { At = At(0.5, 0.5) }] };
        return house.WithBuilding(b => b with
        {
            Storeys = [new Storey { Id = "ground", Name = "Ground floor" }, new Storey { Id = "below", Name = "Cellar" }],
            Rooms = [scullery, scullery with { Id = "pantry", Name = "Pantry", Areas = [Area(4, 2)], Leaks = [] }, scullery with { Id = "vault", Name = "Vault", StoreyId = "below", Leaks = [] }],
            Doorways = [new Doorway { Id = "door", StoreyId = "ground", At = At(4, 1), Wall = WallDirection.AlongY, WidthM = 0.8 }],
            Openings = [new FloorOpening { Id = "trap", StoreyId = "ground", Area = new FloorRectangle { AcrossM = 3, DownM = 2, LengthM = 0.5, WidthM = 0.5 }, ToStoreyId = "below", LandsAt = At(3, 2) }],
        }).WithInstallation(i => i with
        {
            Sensors = [house.Installation.Sensors[0] with { At = At(1, 1) }],
        });
    }

    [Fact]
    public void A_plan_without_any_main_is_refused() =>
        Assert.Contains(Refuse(With("/building/stopValves", "[]")), f => f.Pointer == "/building/stopValves" && f.Message.Contains("no stop valve"));

    [Fact]
    public void An_unknown_key_and_a_missing_one_are_both_named()
    {
        JsonNode plan = Node();
        plan["building"]!["stopValves"]![0]!["colour"] = "red";
        plan["site"]!.AsObject().Remove("name");
        IReadOnlyList<DocumentError> errors = Refuse(plan.ToJsonString());
        Assert.Equal(["/site/name", "/building/stopValves/0/colour"], errors.Select(f => f.Pointer));
        Assert.Contains("Known keys: id", errors[1].Message);
    }

    [Fact]
    public void Two_drives_on_one_stop_valve_are_refused()
    {
        Plan With(string id) => House().WithInstallation(i => i with { Drives = [.. i.Drives, i.Drives[0] with { Id = id }] });
        DocumentError error = Assert.Single(Refuse(Encoding.UTF8.GetString(PlanJson.Write(With("another")))));
        Assert.Equal("/installation/drives/1/stopValveId", error.Pointer);
        Assert.Contains(Refuse(Encoding.UTF8.GetString(PlanJson.Write(With(House().Drive().Id)))), e => e.Pointer == "/installation/drives/1/id");
    }

    [Fact]
    public void Two_rooms_of_one_id_are_refused()
    {
        Plan house = House();
        Plan twice = house.WithBuilding(b => b with { Rooms = [house.Building.Rooms[0], house.Building.Rooms[0] with { Leaks = [] }] });
        DocumentError error = Assert.Single(Refuse(Encoding.UTF8.GetString(PlanJson.Write(twice))));
        Assert.Equal("/building/rooms/1/id", error.Pointer);
    }

    [Fact]
    public void Ten_thousand_rooms_are_refused()
    {
        Plan house = House();
        Plan large = house.WithBuilding(b => b with { Rooms = [.. Enumerable.Range(0, 10_000).Select(i => house.Building.Rooms[0] with { Id = $"r{i}", Leaks = [] })] });
        Assert.Contains(Refuse(Encoding.UTF8.GetString(PlanJson.Write(large))), f => f.Pointer == "/building/rooms" && f.Message.Contains("at most 300", StringComparison.Ordinal));
    }

    [Theory]
    [InlineData("{\n \"version\": NaN }", "Line 2")]
    [InlineData("", "Line 1")]
    [InlineData("{\"version\": 1, \"version\": 1}", "each key once")]
    public void What_is_not_json_is_refused_with_line_and_column(string text, string words)
    {
        var refused = Assert.Throws<RefusedException>(() => PlanJson.Read(Encoding.UTF8.GetBytes(text)));
        Assert.True(refused.IsNotJson);
        Assert.Contains(words, refused.Message);
    }

    [Fact]
    public void No_broken_document_does_anything_but_be_refused() => Gen.Select(Gen.Int[0, 100_000], Gen.Int[1, 40], Gen.Byte).Sample((at, cut, with) =>
    {
        byte[] written = PlanJson.Write(House());
        int start = at % written.Length;
        byte[] broken = [.. written[..start], with, .. written[Math.Min(written.Length, start + cut)..]];
        try
        {
            PlanJson.Read(broken);
        }
        catch (RefusedException refused)
        {
            Assert.NotEmpty(refused.Errors);
        }
    });

    [Fact]
    public void The_spelling_of_numbers_and_white_space_do_not_change_a_hash()
    {
        const string ours = """{"a":1.6666666666666667E-05,"b":[380000,null,true],"c":"x"}""";
        const string theirs = """{ "a": 0.000016666666666666667, "b": [3.8e5, null, true], "c": "x" }""";
        string Hash(string json) => PlanJson.Hash(PlanJson.WriteAsItStands(JsonDocument.Parse(json).RootElement));
        Assert.Equal(Hash(ours), Hash(theirs));
        Assert.NotEqual(Hash(ours), Hash(theirs.Replace("3.8e5", "3.9e5", StringComparison.Ordinal)));
    }

    [Fact]
    public void What_is_written_is_hashed_the_same_as_it_stands()
    {
        byte[] written = PlanJson.Write(House());
        Assert.Equal(written, PlanJson.WriteAsItStands(JsonDocument.Parse(written).RootElement));
    }

    [Fact]
    public void The_schema_carries_the_limits()
    {
        JsonNode length = PlanJson.Schema()["properties"]!["building"]!["properties"]!["pipes"]!["items"]!["properties"]!["lengthM"]!;
        Assert.Equal(0, (double)length["minimum"]!);
        Assert.Equal("In m.", (string)length["description"]!);
    }

    [Fact]
    public void The_published_schema_is_the_one_of_the_records() =>
        Golden.Check("docs/formats/plan.schema.json", PlanJson.Schema().ToJsonString(new() { WriteIndented = true }) + "\n");

    private static JsonNode Node() => JsonNode.Parse(PlanJson.Write(House()))!;

    private static string With(string pointer, string value, string? of = null)
    {
        // Text, not a node, so that numbers no double can hold go through as they are.
        JsonNode plan = of is null ? Node() : JsonNode.Parse(of)!;
        string[] keys = pointer[1..].Split('/');
        JsonNode parent = keys[..^1].Aggregate(plan, (node, key) => node is JsonArray list ? list[int.Parse(key)]! : node[key]!);
        if (parent is JsonArray array)
        {
            array[int.Parse(keys[^1])] = "@@";
        }
        else
        {
            parent[keys[^1]] = "@@";
        }

        return plan.ToJsonString().Replace("\"@@\"", value, StringComparison.Ordinal);
    }

    private static IReadOnlyList<DocumentError> Refuse(string json) =>
        Assert.Throws<RefusedException>(() => PlanJson.Read(Encoding.UTF8.GetBytes(json))).Errors;
}
