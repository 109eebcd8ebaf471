using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Terrapin.Core.Model;
using static Terrapin.Server.Tests.SitesApiTests;

namespace Terrapin.Server.Tests;

public sealed class AssessmentApiTests(TestServer server) : IClassFixture<TestServer>
{
    private static string DemoPlan() => JsonNode.Parse(File.ReadAllText(Path.Combine(Golden.Root(), "demo/net-loft.terrapin.json")))!["plan"]!.ToJsonString();

    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(3)]
    public async Task An_older_plan_is_upgraded_wherever_it_comes_in(int version)
    {
        string kept = await File.ReadAllTextAsync(Path.Combine(Golden.Root(), $"tests/Terrapin.Core.Tests/Files/plan-version-{version}.json"));
        HttpResponseMessage upgraded = await server.Http.PostAsync("/api/plans/upgrade", TestServer.Json(kept));
        JsonNode plan = (await upgraded.EnsureSuccessStatusCode().Content.ReadFromJsonAsync<JsonNode>())!;
        Assert.Equal((Plan.CurrentVersion, 14), ((int)plan["version"]!, plan["building"]!["rooms"]!.AsArray().Count));
        async Task<string> Post(string path, string body) => await (await server.Http.PostAsync(path, TestServer.Json(body))).EnsureSuccessStatusCode().Content.ReadAsStringAsync();
        Assert.Equal(await Post("/api/assessments", plan.ToJsonString()), await Post("/api/assessments", kept));
        string leak = (string)plan["building"]!["rooms"]!.AsArray().SelectMany(r => r!["leaks"]!.AsArray()).First()!["id"]!;
        Assert.Equal(await Post($"/api/rehearsals?leak={leak}&mode=away", plan.ToJsonString()), await Post($"/api/rehearsals?leak={leak}&mode=away", kept));
        (string id, _) = await server.NewSite($"Older {version}");
        (await server.Save(id, kept, "\"1\"")).EnsureSuccessStatusCode();
        Assert.Equal(Plan.CurrentVersion, (int)(await server.Http.GetFromJsonAsync<JsonNode>($"/api/sites/{id}/plan"))!["plan"]!["version"]!);
    }

    [Fact]
    public async Task A_posted_plan_is_assessed_without_saving()
    {
        string before = await server.Http.GetStringAsync("/api/sites");
        HttpResponseMessage answer = await server.Http.PostAsync("/api/assessments", TestServer.Json(DemoPlan()));
        JsonNode assessment = (await answer.Content.ReadFromJsonAsync<JsonNode>())!;
        Assert.True(assessment["tally"]!["stops"]!.GetValue<int>() > 0);
        Assert.NotNull(assessment["tally"]!["worst"]);
        Assert.Equal(before, await server.Http.GetStringAsync("/api/sites"));
    }

    [Fact]
    public async Task The_rules_are_checked_in_every_order_of_events()
    {
        HttpResponseMessage answer = await server.Http.PostAsync("/api/rule-check", TestServer.Json(DemoPlan()));
        JsonNode check = (await answer.EnsureSuccessStatusCode().Content.ReadFromJsonAsync<JsonNode>())!;
        JsonArray claims = check["claims"]!.AsArray();
        Assert.Equal((int)check["states"]!, claims.Where(c => (string)c!["property"]! != "survivesFaults").Sum(c => (int)c!["states"]!));
        Assert.Contains("driveStalls", claims.First(c => (string)c!["property"]! == "survivesFaults")!["faults"]!.AsArray().Select(f => (string)f!));
        Assert.All(claims.Where(c => (string)c!["property"]! == "closes"), c => Assert.Equal("proved", (string)c!["verdict"]!));
        JsonNode refuted = claims.First(c => (string)c!["verdict"]! == "refuted")!;
        Assert.Equal(("startsIn", "missed"), ((string)refuted["steps"]![0]!["kind"]!, (string)refuted["steps"]!.AsArray()[^1]!["kind"]!));
    }

    [Fact]
    public async Task A_trust_curve_of_no_such_leak_or_mode_is_refused_with_its_place()
    {
        HttpResponseMessage gone = await server.Http.PostAsync("/api/trust/curve?leak=gone&mode=away", TestServer.Json(DemoPlan()));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, gone.StatusCode);
        Assert.Contains("no leak point with the id", await gone.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        HttpResponseMessage mode = await server.Http.PostAsync("/api/trust/curve?leak=glaze-sink-hose&mode=sunday", TestServer.Json(DemoPlan()));
        Assert.Contains("home, away, asleep, holiday", await mode.Content.ReadAsStringAsync(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_leak_is_rehearsed_in_order_of_time()
    {
        HttpResponseMessage answer = await server.Http.PostAsync("/api/rehearsals?leak=glaze-sink-hose&mode=away", TestServer.Json(DemoPlan()));
        JsonNode rehearsed = (await answer.Content.ReadFromJsonAsync<JsonNode>())!;
        Assert.Equal("closes", (string)rehearsed["outcome"]!);
        double[] times = [.. rehearsed["events"]!.AsArray().Select(e => (double)e!["timeS"]!)];
        Assert.Equal(times.Order(), times);
        double total = (double)rehearsed["lostM3"]!["high"]!;
        Assert.Equal(total, rehearsed["spans"]!.AsArray().Sum(s => (double)s!["volumeM3"]!), 9);
    }

    [Theory]
    [InlineData("nowhere", "away", HttpStatusCode.UnprocessableEntity)]
    [InlineData("wheel-room-basin-hose", "asleepish", HttpStatusCode.UnprocessableEntity)]
    public async Task A_leak_or_mode_that_is_not_there_is_named(string leak, string mode, HttpStatusCode status) =>
        await Problem(await server.Http.PostAsync($"/api/rehearsals?leak={leak}&mode={mode}", TestServer.Json(DemoPlan())), status);

    [Fact]
    public async Task A_rehearsal_without_its_leak_is_a_400() =>
        await Problem(await server.Http.PostAsync("/api/rehearsals", TestServer.Json(DemoPlan())), HttpStatusCode.BadRequest);

    [Theory]
    [InlineData("smallLength", "3/4 in", "metric", 0.01905)]
    [InlineData("smallLength", "20.2", "metric", 0.0202)]
    [InlineData("smallLength", "20,2", "metric", 0.0202)]
    [InlineData("smallLength", "5 1/2", "us", 0.1397)]
    [InlineData("length", "5 ft 6 in", "us", 1.6764)]
    [InlineData("length", "-5 ft 6 in", "us", -1.6764)]
    [InlineData("length", "−5 ft 6 1/2 in", "us", -1.6891)]
    [InlineData("temperature", "-5 °C", "metric", -5)]
    [InlineData("length", "-0.4", "metric", -0.4)]
    [InlineData("length", "−0.4 m", "metric", -0.4)]
    [InlineData("pressure", "60 psi", "metric", 413685.4)]
    [InlineData("pressure", "4 bar", "us", 4e5)]
    [InlineData("flow", "15 L/min", "metric", 2.5e-4)]
    [InlineData("flow", "4 gpm", "us", 2.5236e-4)]
    [InlineData("volume", "60", "metric", 0.06)]
    [InlineData("volume", "0.12 m3", "metric", 0.12)]
    [InlineData("duration", "2 min 30 s", "metric", 150)]
    [InlineData("angle", "76", "metric", 76)]
    [InlineData("number", "8.5", "us", 8.5)]
    [InlineData("torque", "9 ft-lb", "metric", 12.2024)]
    [InlineData("torque", "12 N·m", "metric", 12)]
    public async Task Reads_what_people_type(string kind, string text, string system, double value)
    {
        double[] values = await Read(kind, text, system);
        Assert.Equal(value, Assert.Single(values), Math.Abs(value) * 1e-5);
    }

    [Theory]
    [InlineData("pullAtArm", "85 N at 140 mm", 85, 0.14)]
    [InlineData("pullAtArm", "19 lbf at 5 1/2 in", 84.516, 0.1397)]
    [InlineData("pullAtArm", "85 at 140", 85, 0.14)]
    [InlineData("pressureAtFlow", "2.1 bar at 15 L/min", 2.1e5, 2.5e-4)]
    [InlineData("pressureAtFlow", "2.1 bar at 10 L in 40 s", 2.1e5, 2.5e-4)]
    [InlineData("pressureAtFlow", "45 psi at 5 gal in 40 s", 310264, 4.7318e-4)]
    public async Task Reads_two_readings_at_once(string kind, string text, double first, double second)
    {
        double[] values = await Read(kind, text, "metric");
        Assert.Equal(first, values[0], first * 1e-4);
        Assert.Equal(second, values[1], second * 1e-4);
    }

    [Theory]
    [InlineData("force", "8.7 kg", "metric", 85.32)]
    [InlineData("force", "19 lb", "metric", 84.52)]
    [InlineData("flow", "10 L in 50 s", "metric", 2e-4)]
    [InlineData("flow", "2 qt in 30 s", "us", 6.30902e-5)]
    [InlineData("flow", "200 ml in 60 s", "us", 3.3333e-6)]
    [InlineData("flow", "1 gal in 1 min 15 s", "us", 5.047e-5)]
    [InlineData("bore", "22 x 3", "metric", 0.016)]
    [InlineData("bore", "20.2", "metric", 0.0202)]
    [InlineData("bore", "7/8 x 0.065 in", "us", 0.018923)]
    [InlineData("length", "12' 6\"", "metric", 3.81)]
    [InlineData("length", "12'6\"", "us", 3.81)]
    [InlineData("length", "12’ 6”", "us", 3.81)]
    public async Task Reads_what_a_scale_a_jug_and_a_pipe_say(string kind, string text, string system, double expected) =>
        Assert.Equal(expected, Assert.Single(await Read(kind, text, system)), expected * 1e-3);

    [Theory]
    [InlineData("8 x 6.5", "metric", 8, 6.5)]
    [InlineData("8 x 6.5", "us", 2.4384, 1.9812)]
    [InlineData("8 × 6,5 ft", "metric", 2.4384, 1.9812)]
    [InlineData("12' 6\" x 10'", "us", 3.81, 3.048)]
    [InlineData("320 cm by 2.4 m", "us", 3.2, 2.4)]
    public async Task Reads_a_room_in_the_units_that_are_shown(string text, string system, double lengthM, double widthM)
    {
        double[] read = await Read("lengthByWidth", text, system);
        Assert.Equal(lengthM, read[0], 1e-6);
        Assert.Equal(widthM, read[1], 1e-6);
    }

    [Theory]
    [InlineData("smallLength", "about so", "no number")]
    [InlineData("smallLength", "3 bar", "no unit for this")]
    [InlineData("smallLength", "1/0 mm", "over zero")]
    [InlineData("length", "1,234", "two ways")]
    [InlineData("length", "2 3", "each part needs its unit")]
    [InlineData("length", "5 ft -6 in", "once, in front")]
    [InlineData("pullAtArm", "85 N", "Two readings")]
    [InlineData("lengthByWidth", "3.2", "Two readings")]
    [InlineData("bore", "3 x 22", "outside first")]
    [InlineData("flow", "10 L in 0 s", "above zero")]
    [InlineData("pressure", "", "no number")]
    [InlineData("pressure", "NaN", "no number")]
    [InlineData("number", "8 mm", "bare number")]
    public async Task Says_what_it_expected(string kind, string text, string words)
    {
        HttpResponseMessage answer = await server.Http.PostAsJsonAsync("/api/quantities", new { kind, text, system = "metric" });
        JsonNode problem = await Problem(answer, HttpStatusCode.UnprocessableEntity);
        Assert.Contains(words, (string)problem["errors"]![0]!["message"]!);
        Assert.Equal("/text", (string)problem["errors"]![0]!["pointer"]!);
    }

    [Fact]
    public async Task The_api_describes_itself_as_published()
    {
        string description = await server.Http.GetStringAsync("/openapi.json");
        Assert.StartsWith("3.1", (string)JsonNode.Parse(description)!["openapi"]!, StringComparison.Ordinal);
        Golden.Check("web/src/api/openapi.json", description + "\n");
    }

    [Fact]
    public async Task The_plan_schema_is_served() =>
        Assert.Equal("Terrapin plan", (string)(await server.Http.GetFromJsonAsync<JsonNode>("/api/formats/plan"))!["title"]!);

    private async Task<double[]> Read(string kind, string text, string system)
    {
        HttpResponseMessage answer = await server.Http.PostAsJsonAsync("/api/quantities", new { kind, text, system });
        Assert.True(answer.IsSuccessStatusCode, await answer.Content.ReadAsStringAsync());
        return [.. (await answer.Content.ReadFromJsonAsync<JsonNode>())!["values"]!.AsArray().Select(v => (double)v!)];
    }
}
