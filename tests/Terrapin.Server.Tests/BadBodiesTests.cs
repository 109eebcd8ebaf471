using System.Net;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json.Nodes;
using CsCheck;
using static Terrapin.Server.Tests.SitesApiTests;

namespace Terrapin.Server.Tests;

/// <summary>Every way in refuses the same errors in the same way, and saves nothing.</summary>
public sealed class BadBodiesTests(TestServer server) : IClassFixture<TestServer>
{
    public static TheoryData<string, string, HttpStatusCode, string> Errors => new()
    {
        { "not JSON", "this is no JSON", HttpStatusCode.BadRequest, "" },
        { "empty", "", HttpStatusCode.BadRequest, "" },
        { "NaN", TestServer.BlankPlan().Replace("\"staticPressurePa\":null", "\"staticPressurePa\":NaN"), HttpStatusCode.BadRequest, "" },
        { "newer", TestServer.BlankPlan().Replace($"\"version\":{Core.Model.Plan.CurrentVersion}", $"\"version\":{Core.Model.Plan.CurrentVersion + 1}"), HttpStatusCode.UnprocessableEntity, "/version" },
        { "negative length", With("building/pipes", """[{"id":"a","name":"A","material":"copper","lengthM":-2}]"""), HttpStatusCode.UnprocessableEntity, "/building/pipes/0/lengthM" },
        { "too many rooms", With("building/rooms", $"[{string.Join(',', Enumerable.Range(0, 10_000).Select(i => $$"""{"id":"r{{i}}","name":"R","finishId":"vinyl","areas":[],"drains":[],"fixtures":[],"zones":[],"leaks":[]}"""))}]"), HttpStatusCode.UnprocessableEntity, "/building/rooms" },
        { "unknown key", With("colour", "1"), HttpStatusCode.UnprocessableEntity, "/colour" },
        { "id to nowhere", With("installation/hubId", "\"nowhere\""), HttpStatusCode.UnprocessableEntity, "/installation/hubId" },
        { "deep", new string('[', 5000), HttpStatusCode.BadRequest, "" },
    };

    [Theory]
    [MemberData(nameof(Errors))]
    public async Task Is_refused_everywhere_with_its_place(string name, string body, HttpStatusCode status, string pointer)
    {
        (string id, _) = await server.NewSite($"Bad {name}");
        HttpResponseMessage[] answers =
        [
            await server.Save(id, body, "\"1\""),
            await server.Http.PostAsync("/api/assessments", TestServer.Json(body)),
            await server.Http.PostAsync("/api/rehearsals?leak=a&mode=home", TestServer.Json(body)),
        ];
        foreach (HttpResponseMessage answer in answers)
        {
            JsonNode problem = await Problem(answer, status);
            Assert.Equal(pointer, (string)problem["errors"]![0]!["pointer"]!);
            Assert.NotEmpty((string)problem["errors"]![0]!["message"]!);
        }

        Assert.Single((await server.Http.GetFromJsonAsync<JsonArray>($"/api/sites/{id}/revisions"))!);
    }

    [Fact]
    public async Task A_body_over_five_megabytes_is_413()
    {
        (string id, _) = await server.NewSite("Large");
        string large = $"{{\"notes\":\"{new string('x', 5 * 1024 * 1024)}\"}}";
        await Problem(await server.Save(id, large, "\"1\""), HttpStatusCode.RequestEntityTooLarge);
        await Problem(await server.Http.PostAsync("/api/sites/import", TestServer.Json(large)), HttpStatusCode.RequestEntityTooLarge);
        using var chunked = new HttpRequestMessage(HttpMethod.Post, "/api/assessments") { Content = new StreamContent(new MemoryStream(Encoding.UTF8.GetBytes(large))) };
        chunked.Headers.TransferEncodingChunked = true;
        chunked.Content.Headers.ContentType = new("application/json");
        await Problem(await server.Http.SendAsync(chunked), HttpStatusCode.RequestEntityTooLarge);
    }

    [Fact]
    public async Task A_body_of_another_media_type_is_415() =>
        await Problem(await server.Http.PostAsync("/api/assessments", new StringContent("{}", Encoding.UTF8, "text/plain")), HttpStatusCode.UnsupportedMediaType);

    [Fact]
    public void No_broken_plan_is_ever_a_500() => Gen.Select(Gen.Int[0, 100_000], Gen.Int[0, 30], Gen.String[Gen.Char[' ', '~'], 0, 4]).Sample(
        (at, cut, with) =>
        {
            string plan = TestServer.BlankPlan();
            int start = at % plan.Length;
            string broken = plan[..start] + with + plan[Math.Min(plan.Length, start + cut)..];
            HttpResponseMessage answer = server.Http.PostAsync("/api/assessments", TestServer.Json(broken)).GetAwaiter().GetResult();
            return (int)answer.StatusCode < 500;
        },
        iter: 300,
        threads: 1);

    private static string With(string key, string value)
    {
        JsonNode plan = JsonNode.Parse(TestServer.BlankPlan())!;
        JsonNode at = plan;
        string[] keys = key.Split('/');
        foreach (string part in keys[..^1])
        {
            at = at[part]!;
        }

        at[keys[^1]] = JsonNode.Parse(value);
        return plan.ToJsonString();
    }
}
