using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Terrapin.Core.Format;
using Terrapin.Core.Model;
using Terrapin.Documents;

namespace Terrapin.Server.Tests;

/// <summary>What radio reaches, over the API.</summary>
public sealed class ReachApiTests(TestServer server) : IClassFixture<TestServer>
{
    private static Plan Demo() => SiteArchive.Read(File.ReadAllBytes(Path.Combine(Golden.Root(), "demo/net-loft.terrapin.json"))).Plan;

    private static HttpContent Body(Plan plan) => TestServer.Json(System.Text.Encoding.UTF8.GetString(PlanJson.Write(plan)));

    private async Task<JsonNode> Ask(string path, Plan plan) =>
        (await (await server.Http.PostAsync(path, Body(plan))).EnsureSuccessStatusCode().Content.ReadFromJsonAsync<JsonNode>())!;

    [Fact]
    public async Task A_storeys_margins_are_drawn_cell_by_cell()
    {
        JsonNode map = await Ask("/api/reach/map?radio=mesh-868&storey=flat", Demo());
        Assert.Equal((int)map["columns"]! * (int)map["rows"]!, map["marginDb"]!.AsArray().Count);
        Assert.All(map["marginDb"]!.AsArray(), m => Assert.InRange((double)m!, -100, 100));
    }

    [Fact]
    public async Task The_hubs_best_place_is_no_worse_than_its_own()
    {
        JsonNode place = await Ask("/api/reach/hub", Demo());
        Assert.True((double)place["worstDb"]! >= (double)place["nowDb"]! - 0.5);
        Assert.Contains(Demo().Building.Storeys, s => s.Id == (string)place["place"]!["storeyId"]!);
    }

    [Fact]
    public async Task Repeaters_are_proposed_where_they_are_needed()
    {
        Plan plan = Demo();
        JsonNode none = await Ask("/api/reach/repeaters?radio=mesh-868", plan);
        Assert.Empty(none["weak"]!.AsArray());
        RadioSpec weak = plan.Catalogue.Radios.First(r => r.Id == "mesh-868") with { Sensitivity = new LevelFigure { Dbm = -80, Provenance = Provenance.Assumed } };
        JsonNode some = await Ask("/api/reach/repeaters?radio=mesh-868", plan with { Catalogue = plan.Catalogue with { Radios = [.. plan.Catalogue.Radios.Select(r => r.Id == weak.Id ? weak : r)] } });
        Assert.NotEmpty(some["weak"]!.AsArray());
        Assert.NotEmpty(some["places"]!.AsArray());
        Assert.Equal("p2", (string)some["specId"]!);
    }

    [Theory]
    [InlineData("/api/reach/map?radio=smoke&storey=flat")]
    [InlineData("/api/reach/map?radio=mesh-868&storey=cellar")]
    [InlineData("/api/reach/map?radio=wifi-2440&storey=flat")]
    [InlineData("/api/reach/repeaters?radio=wifi-2440")]
    public async Task What_cannot_be_asked_is_refused_with_a_sentence(string path)
    {
        HttpResponseMessage answer = await server.Http.PostAsync(path, Body(Demo()));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, answer.StatusCode);
        Assert.NotEmpty((await answer.Content.ReadFromJsonAsync<JsonNode>())!["errors"]!.AsArray());
    }

    [Fact]
    public async Task The_bench_gives_the_same_losses_as_the_plan()
    {
        static JsonObject Input(string material) => new()
        {
            ["frequencyMHz"] = 868,
            ["powerDbm"] = 5,
            ["sensitivityDbm"] = -100,
            ["antennaGainDb"] = -2,
            ["distanceM"] = 8,
            ["wallMaterial"] = material,
            ["wallThicknessM"] = 0.1025,
            ["walls"] = 2,
            ["floors"] = 2,
            ["floorLossDb"] = 14,
        };
        JsonNode brick = (await (await server.Http.PostAsync("/api/bench/radio", TestServer.Json(Input("brick").ToJsonString()))).Content.ReadFromJsonAsync<JsonNode>())!;
        Assert.Equal(2.80, (double)brick["wallDb"]!, 0.01);
        Assert.Equal(25.6, (double)brick["floorsDb"]!, 0.05);
        Assert.Equal(5 - 4 - 49.27 - 5.6 - 25.6 - 10 + 100, (double)brick["marginDb"]!, 0.1);
        Assert.True((bool)brick["isExtrapolated"]!);
        JsonNode metal = (await (await server.Http.PostAsync("/api/bench/radio", TestServer.Json(Input("metal").ToJsonString()))).Content.ReadFromJsonAsync<JsonNode>())!;
        Assert.Null(metal["marginDb"]);
        JsonObject half = Input("brick");
        half["walls"] = 1.5;
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await server.Http.PostAsync("/api/bench/radio", TestServer.Json(half.ToJsonString()))).StatusCode);
    }

    [Fact]
    public async Task Batteries_have_a_date_and_their_visits_fall_together()
    {
        JsonNode calendar = await Ask("/api/batteries?fitted=2026-11-27", Demo());
        Assert.Equal(Demo().Installation.Sensors.Count, calendar["devices"]!.AsArray().Count);
        Assert.StartsWith("203", (string)calendar["devices"]![0]!["changeBy"]!, StringComparison.Ordinal);
        Assert.True(calendar["visits"]!.AsArray().Count <= (int)calendar["visitsApart"]!);
        Assert.NotEmpty((await Ask("/api/batteries", Demo()))["devices"]!.AsArray());
    }
}
