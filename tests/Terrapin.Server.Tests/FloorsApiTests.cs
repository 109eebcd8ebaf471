using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Terrapin.Core.Format;
using Terrapin.Core.Model;
using Terrapin.Documents;

namespace Terrapin.Server.Tests;

/// <summary>The water map of the demo site.</summary>
public class FloorsApiTests(TestServer server) : IClassFixture<TestServer>
{
    [Fact]
    public async Task The_soonest_is_never_later_than_one_leak_nor_one_leak_than_the_worst()
    {
        int[] soonest = await Map("");
        int[] one = await Map("?leak=kitchen-sink-hose");
        int[] worst = await Map("?worst=true");
        Assert.Equal(one.Length, soonest.Length);
        Assert.Contains(one, ml => ml > 0);
        for (int i = 0; i < one.Length; i++)
        {
            if (one[i] >= 0)
            {
                Assert.InRange(one[i], soonest[i], worst[i]);
            }
        }
    }

    [Fact]
    public async Task A_leak_that_is_not_drawn_is_named()
    {
        HttpResponseMessage answer = await server.Http.PostAsync("/api/floors?leak=nowhere", TestServer.Json(DemoPlan()));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, answer.StatusCode);
    }

    [Fact]
    public async Task What_is_not_known_gives_the_map_two_ends()
    {
        JsonNode plan = JsonNode.Parse(DemoPlan())!;
        plan["building"]!["rooms"]!.AsArray().First(r => (string)r!["id"]! == "kitchen")!["finishId"] = null;
        HttpResponseMessage answer = await server.Http.PostAsync("/api/floors?leak=kitchen-sink-hose", TestServer.Json(plan.ToJsonString()));
        JsonNode flat = (await answer.Content.ReadFromJsonAsync<JsonNode>())!["sheets"]!.AsArray().First(s => (string)s!["storeyId"]! == "flat")!;
        int[] most = [.. flat["millilitres"]!.AsArray().Select(v => (int)v!)];
        int[] least = [.. flat["leastMillilitres"]!.AsArray().Select(v => (int)v!)];
        Assert.Contains(most.Zip(least), ends => ends.First > ends.Second && ends.Second >= 0);
        Assert.DoesNotContain(most.Zip(least), ends => ends.First >= 0 && ends.First < ends.Second);
    }

    [Theory]
    [InlineData("/api/floors")]
    [InlineData("/api/assessments")]
    public async Task A_drawing_that_would_take_all_there_is_is_refused_at_its_place(string path)
    {
        JsonNode plan = JsonNode.Parse(DemoPlan())!;
        JsonArray rooms = plan["building"]!["rooms"]!.AsArray();
        for (int i = 0; i < 6; i++)
        {
            JsonNode room = rooms[0]!.DeepClone();
            room["id"] = $"hangar-{i}";
            room["leaks"] = new JsonArray();
            room["areas"] = new JsonArray(new JsonObject { ["acrossM"] = -300 + (200 * (i % 4)), ["downM"] = -450 + (200 * (i / 4)), ["lengthM"] = 200, ["widthM"] = 200 });
            rooms.Add(room);
        }

        HttpResponseMessage answer = await server.Http.PostAsync(path, TestServer.Json(plan.ToJsonString()));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, answer.StatusCode);
        JsonNode error = (await answer.Content.ReadFromJsonAsync<JsonNode>())!["errors"]![0]!;
        Assert.Equal("/building/rooms", (string)error["pointer"]!);
        Assert.Contains("too large", (string)error["message"]!, StringComparison.Ordinal);
    }

    private async Task<int[]> Map(string query)
    {
        HttpResponseMessage answer = await server.Http.PostAsync($"/api/floors{query}", TestServer.Json(DemoPlan()));
        answer.EnsureSuccessStatusCode();
        JsonNode map = (await answer.Content.ReadFromJsonAsync<JsonNode>())!;
        return [.. map["sheets"]!.AsArray().SelectMany(s => s!["millilitres"]!.AsArray()).Select(v => (int)v!)];
    }

    [Fact]
    public async Task Places_come_one_number_of_sensors_a_line_each_no_worse_than_the_last()
    {
        HttpResponseMessage answer = await server.Http.PostAsync("/api/placements", TestServer.Json($$"""{"plan":{{DemoPlan()}},"request":{"mostSensors":3,"specIds":["s4","c3"]} }"""));
        answer.EnsureSuccessStatusCode();
        Assert.Equal("application/x-ndjson", answer.Content.Headers.ContentType!.MediaType);
        JsonNode[] steps = [.. (await answer.Content.ReadAsStringAsync()).Split('\n', StringSplitOptions.RemoveEmptyEntries).Select(line => JsonNode.Parse(line)!)];
        Assert.Equal([0, 1, 2, 3], steps.Select(s => (int)s["sensors"]!));
        for (int i = 1; i < steps.Length; i++)
        {
            Assert.True(steps[i]["unheardLeakIds"]!.AsArray().Count <= steps[i - 1]["unheardLeakIds"]!.AsArray().Count);
            Assert.Equal(i, steps[i]["suggestions"]!.AsArray().Count);
        }
    }

    [Fact]
    public async Task Places_are_found_for_a_plan_that_was_sent_before()
    {
        const string request = """{"request":{"mostSensors":1,"specIds":["s4"]} }""";
        HttpResponseMessage assessed = await server.Http.PostAsync("/api/assessments", TestServer.Json(DemoPlan()));
        string address = assessed.Headers.GetValues("Terrapin-Plan").Single();
        HttpResponseMessage answer = await server.Http.PostAsync($"/api/placements?plan={address}", TestServer.Json(request));
        answer.EnsureSuccessStatusCode();
        Assert.Equal(2, (await answer.Content.ReadAsStringAsync()).Split('\n', StringSplitOptions.RemoveEmptyEntries).Length);
        Assert.Equal(HttpStatusCode.NotFound, (await server.Http.PostAsync("/api/placements?plan=gone", TestServer.Json(request))).StatusCode);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await server.Http.PostAsync("/api/placements", TestServer.Json(request))).StatusCode);
    }

    [Theory]
    [InlineData("""{"mostSensors":0,"specIds":["s4"]}""", "/request/mostSensors")]
    [InlineData("""{"mostSensors":2,"specIds":["r5"]}""", "/request/specIds/0")]
    [InlineData("""{"mostSensors":2,"specIds":["s4"],"barredRoomIds":["loft"]}""", "/request/barredRoomIds/0")]
    public async Task A_placement_that_cannot_be_asked_is_named(string request, string pointer)
    {
        HttpResponseMessage answer = await server.Http.PostAsync("/api/placements", TestServer.Json($$"""{"plan":{{DemoPlan()}},"request":{{request}} }"""));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, answer.StatusCode);
        Assert.Equal(pointer, (string)(await answer.Content.ReadFromJsonAsync<JsonNode>())!["errors"]![0]!["pointer"]!);
    }

    [Fact]
    public async Task Bills_and_the_fixture_library_are_served()
    {
        JsonNode bills = (await (await server.Http.PostAsync("/api/bills", TestServer.Json(DemoPlan()))).Content.ReadFromJsonAsync<JsonNode>())!;
        Assert.Equal("sa-20", (string)bills[0]!["lines"]![0]!["specId"]!);
        string table = await (await server.Http.PostAsync("/api/bills/table", TestServer.Json(DemoPlan()))).Content.ReadAsStringAsync();
        Assert.StartsWith("option,device,name,quantity [pieces],price [currency],amount [currency],for", table, StringComparison.Ordinal);
        JsonArray fixtures = (await server.Http.GetFromJsonAsync<JsonArray>("/api/fixtures"))!;
        Assert.Equal(Enum.GetValues<FixtureKind>().Length, fixtures.Count);
    }

    private static string DemoPlan() => System.Text.Encoding.UTF8.GetString(
        PlanJson.Write(SiteArchive.Read(File.ReadAllBytes(Path.Combine(Golden.Root(), "demo/net-loft.terrapin.json"))).Plan));
}
