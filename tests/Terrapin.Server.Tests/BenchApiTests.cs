using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using static Terrapin.Server.Tests.SitesApiTests;

namespace Terrapin.Server.Tests;

/// <summary>The worked numbers, through the API.</summary>
public sealed class BenchApiTests(TestServer server) : IClassFixture<TestServer>
{
    private const string Leak = """{"staticPressurePa":350000,"riseM":-0.4,"valveBoreM":0.0202,"pipeBoreM":0.0202,"pipeLengthM":15,"pipeMaterial":"copper","holeM":0.007}""";

    [Theory]
    [InlineData("drain-down", """{"pipeBoreM":0.0136,"pipeLengthM":14,"tankM3":0.06,"prechargePa":180000,"pressurePa":320000}""", "pipeM3", 2.03e-3)]
    [InlineData("drain-down", """{"pipeBoreM":0.0136,"pipeLengthM":14,"tankM3":0.06,"prechargePa":180000,"pressurePa":320000}""", "tankM3", 19.9e-3)]
    [InlineData("supply-test", """{"staticPressurePa":350000,"runningPressurePa":210000,"flowM3PerS":0.00025}""", "droopPaS2PerM6", 2.24e12)]
    [InlineData("torque", """{"pullN":85,"armM":0.14,"ratedNm":20,"supplyShare":1}""", "neededNm", 17.85)]
    [InlineData("axis-offset", """{"gripRadiusM":0.05,"alongOpenM":0.004,"alongClosedM":0}""", "travelDeg", 85.4)]
    [InlineData("axis-offset", """{"gripRadiusM":0.05,"alongOpenM":-0.003,"alongClosedM":-0.003}""", "excessDeg", 7.3)]
    [InlineData("straps", """{"torqueNm":11,"firstM":0.045,"secondM":0.105,"sameSide":true,"pipeMaterial":"copper"}""", "forceN", 183)]
    [InlineData("straps", """{"torqueNm":11,"firstM":0.045,"secondM":0.105,"sameSide":true,"pipeMaterial":"copper","own":{"copperN":150}}""", "limitN", 150)]
    [InlineData("battery", """{"capacityMah":1100,"usableShare":0.85,"sleepUa":4,"taskEnergyJ":0.036,"voltageV":3,"taskIntervalS":3600,"selfDischargePerYear":0.02}""", "lifeYears", 10.8)]
    [InlineData("backup", """{"capacityMah":4000,"usableShare":0.8,"drawMa":28}""", "hours", 114)]
    [InlineData("film", """{"contactAngleDeg":60,"position":"corner","distanceM":1.2}""", "volumeM3", 3.08e-3)]
    [InlineData("film", """{"contactAngleDeg":25,"position":"corner","distanceM":1.2,"flowM3PerS":0.0005}""", "filmM", 3.10e-3)]
    [InlineData("film", """{"contactAngleDeg":25,"position":"open","distanceM":1.2,"flowM3PerS":0.0005}""", "filmM", 2.19e-3)]
    [InlineData("film", """{"contactAngleDeg":1,"position":"open","distanceM":1.2,"flowM3PerS":1.6666667e-5}""", "filmM", 0.94e-3)]
    public async Task Worked_numbers(string name, string body, string key, double value)
    {
        HttpResponseMessage answer = await server.Http.PostAsync($"/api/bench/{name}", TestServer.Json(body));
        Assert.True(answer.IsSuccessStatusCode, await answer.Content.ReadAsStringAsync());
        double got = (double)(await answer.Content.ReadFromJsonAsync<JsonNode>())![key]!;
        Assert.Equal(value, got, value * 0.006);
    }

    [Fact]
    public async Task Closing_is_the_leaks_flow_over_the_stroke()
    {
        JsonNode flow = (await (await server.Http.PostAsync("/api/bench/leak-flow", TestServer.Json(Leak))).Content.ReadFromJsonAsync<JsonNode>())!;
        string body = Leak.Replace("}", ",\"strokeS\":12,\"endAngleDeg\":76}", StringComparison.Ordinal);
        JsonNode closing = (await (await server.Http.PostAsync("/api/bench/closing", TestServer.Json(body))).Content.ReadFromJsonAsync<JsonNode>())!;
        Assert.Equal((double)flow["flowM3PerS"]!, (double)closing["openFlowM3PerS"]!);
        Assert.Equal((double)closing["residualM3PerS"]!, (double)closing["curve"]!.AsArray()[^1]!["y"]!, 12);
    }

    [Theory]
    [InlineData("axis-offset", """{"gripRadiusM":0.05,"alongOpenM":0.06,"alongClosedM":0}""", "/alongOpenM")]
    [InlineData("straps", """{"torqueNm":11,"firstM":0.05,"secondM":0.05,"sameSide":true,"pipeMaterial":"copper"}""", "/secondM")]
    [InlineData("supply-test", """{"staticPressurePa":200000,"runningPressurePa":210000,"flowM3PerS":0.00025}""", "/runningPressurePa")]
    [InlineData("film", """{"contactAngleDeg":200,"position":"corner","distanceM":1.2}""", "/contactAngleDeg")]
    [InlineData("torque", """{"pullN":85,"armM":-0.1,"ratedNm":20,"supplyShare":1}""", "/armM")]
    [InlineData("torque", """{"pullN":85}""", "/armM")]
    public async Task What_cannot_be_is_refused_at_its_field(string name, string body, string pointer)
    {
        JsonNode problem = await Problem(await server.Http.PostAsync($"/api/bench/{name}", TestServer.Json(body)), HttpStatusCode.UnprocessableEntity);
        Assert.Equal(pointer, (string)problem["errors"]![0]!["pointer"]!);
    }
}
