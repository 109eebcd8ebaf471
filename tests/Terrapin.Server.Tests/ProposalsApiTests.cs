using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Terrapin.Core.Format;
using Terrapin.Core.Model;
using static Terrapin.Server.Tests.SitesApiTests;

namespace Terrapin.Server.Tests;

/// <summary>What is likely in a plan is proposed, and can be put in as it is.</summary>
public sealed class ProposalsApiTests(TestServer server) : IClassFixture<TestServer>
{
    private static JsonNode Demo() => JsonNode.Parse(File.ReadAllText(Path.Combine(Golden.Root(), "demo/net-loft.terrapin.json")))!["plan"]!;

    /// <summary>A site with one drawn room and the pipes that feed it, as little as takes a fixture.</summary>
    private static JsonNode OneRoom()
    {
        Plan plan = NewSite.Named("Quern House");
        return JsonNode.Parse(PlanJson.Write(plan with
        {
            Building = plan.Building with
            {
                Pipes =
                [
                    new Pipe { Id = "cold", Name = "Cold", StopValveId = "main", Material = PipeMaterial.Copper, Water = PipeWater.Cold },
                    new Pipe { Id = "hot", Name = "Hot", StopValveId = "main", Material = PipeMaterial.Copper, Water = PipeWater.Hot },
                ],
                Storeys = [new Storey { Id = "ground", Name = "Ground floor" }],
                Rooms = [new Room { Id = "hall", Name = "Hall", StoreyId = "ground", Areas = [new FloorRectangle { AcrossM = 0, DownM = 0, LengthM = 4, WidthM = 3 }], Drains = [], Fixtures = [], Zones = [], Leaks = [] }],
            },
        }))!;
    }

    [Fact]
    public async Task Every_usual_fixture_can_be_put_into_a_room_as_it_is_proposed()
    {
        foreach (UsualFixture usual in FixtureLibrary.All)
        {
            string kind = System.Text.Json.JsonNamingPolicy.CamelCase.ConvertName(usual.Kind.ToString());
            JsonNode plan = OneRoom();
            JsonNode room = plan["building"]!["rooms"]![0]!;
            HttpResponseMessage answer = await server.Http.PostAsync($"/api/proposals/fixture?room={room["id"]}&kind={kind}", TestServer.Json(plan.ToJsonString()));
            JsonNode proposed = (await answer.EnsureSuccessStatusCode().Content.ReadFromJsonAsync<JsonNode>())!;
            Assert.Equal(usual.Leaks.Count, proposed["leaks"]!.AsArray().Count);
            Assert.Equal(usual.Leaks.Count(l => l.FromThePipes), proposed["leaks"]!.AsArray().Count(l => l!["pipeId"] is not null));
            room["fixtures"]!.AsArray().Add(proposed["fixture"]!.DeepClone());
            foreach (JsonNode? leak in proposed["leaks"]!.AsArray())
            {
                room["leaks"]!.AsArray().Add(leak!.DeepClone());
            }

            HttpResponseMessage assessed = await server.Http.PostAsync("/api/assessments", TestServer.Json(plan.ToJsonString()));
            Assert.True(assessed.IsSuccessStatusCode, $"{usual.Name}: {await assessed.Content.ReadAsStringAsync()}");
        }
    }

    [Theory]
    [InlineData("fixture?room=gone&kind=basin", "/room")]
    [InlineData("fixture?room=kitchen&kind=throne", "/kind")]
    [InlineData("feed?room=gone&side=hot", "/room")]
    [InlineData("feed?room=kitchen&side=lukewarm", "/side")]
    public async Task What_is_not_there_is_named(string asked, string pointer)
    {
        JsonNode problem = await Problem(await server.Http.PostAsync($"/api/proposals/{asked}", TestServer.Json(Demo().ToJsonString())), HttpStatusCode.UnprocessableEntity);
        Assert.Equal(pointer, (string)problem["errors"]![0]!["pointer"]!);
    }

    [Fact]
    public async Task A_room_that_is_not_drawn_has_no_wall_for_a_fixture()
    {
        JsonNode plan = Demo();
        plan["building"]!["rooms"]!.AsArray().Add(new JsonObject { ["id"] = "attic", ["name"] = "Attic", ["areas"] = new JsonArray(), ["drains"] = new JsonArray(), ["fixtures"] = new JsonArray(), ["zones"] = new JsonArray(), ["leaks"] = new JsonArray() });
        JsonNode problem = await Problem(await server.Http.PostAsync("/api/proposals/fixture?room=attic&kind=basin", TestServer.Json(plan.ToJsonString())), HttpStatusCode.UnprocessableEntity);
        Assert.Contains("Draw its floor first", (string)problem["errors"]![0]!["message"]!);
    }
}
