using System.Net;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json.Nodes;
using Terrapin.Core.Format;

namespace Terrapin.Server.Tests;

public sealed class SitesApiTests(TestServer server) : IClassFixture<TestServer>
{
    [Fact]
    public async Task A_site_is_made_listed_read_and_saved_as_revisions()
    {
        (string id, JsonNode plan) = await server.NewSite("Rope Walk, Tidewrack Quay");
        Assert.Equal("rope-walk-tidewrack-quay", id);

        plan["site"]!["notes"] = "Key under the third float.";
        HttpResponseMessage saved = await server.Save(id, plan.ToJsonString(), "\"1\"", "In%C3%A9s");
        Assert.Equal(HttpStatusCode.OK, saved.StatusCode);
        Assert.Equal("\"2\"", saved.Headers.ETag!.ToString());

        JsonNode newest = (await server.Http.GetFromJsonAsync<JsonNode>($"/api/sites/{id}/plan"))!;
        Assert.Equal(2, (int)newest["number"]!);
        Assert.Equal("Inés", (string)newest["author"]!);
        Assert.Equal(64, ((string)newest["sha256"]!).Length);
        Assert.Equal("Key under the third float.", (string)newest["plan"]!["site"]!["notes"]!);

        JsonNode first = (await server.Http.GetFromJsonAsync<JsonNode>($"/api/sites/{id}/revisions/1"))!;
        Assert.Equal("", (string)first["plan"]!["site"]!["notes"]!);
        JsonArray history = (await server.Http.GetFromJsonAsync<JsonArray>($"/api/sites/{id}/revisions"))!;
        Assert.Equal([2, 1], history.Select(h => (int)h!["number"]!));

        JsonArray sites = (await server.Http.GetFromJsonAsync<JsonArray>("/api/sites"))!;
        JsonNode listed = Assert.Single(sites, s => (string)s!["id"]! == id)!;
        Assert.Equal(2, (int)listed["revision"]!);
        Assert.Equal(7, listed["stages"]!.AsArray().Count);
    }

    [Fact]
    public async Task A_stale_save_gets_412_and_both_versions_stay()
    {
        (string id, JsonNode plan) = await server.NewSite("Two windows");
        JsonNode theirs = plan.DeepClone();
        theirs["building"]!["stopValves"]![0]!["boreM"] = 0.02;
        (await server.Save(id, theirs.ToJsonString(), "\"1\"", "Oona")).EnsureSuccessStatusCode();

        plan["site"]!["notes"] = "mine";
        HttpResponseMessage stale = await server.Save(id, plan.ToJsonString(), "\"1\"");
        JsonNode problem = await Problem(stale, HttpStatusCode.PreconditionFailed);
        Assert.Equal("Oona", (string)problem["newest"]!["author"]!);
        Assert.Equal(["/building/stopValves/0/boreM"], problem["changed"]!.AsArray().Select(c => (string)c!));

        JsonNode newest = (await server.Http.GetFromJsonAsync<JsonNode>($"/api/sites/{id}/plan"))!;
        Assert.Equal(0.02, (double)newest["plan"]!["building"]!["stopValves"]![0]!["boreM"]!);
        (await server.Save(id, plan.ToJsonString(), "\"2\"")).EnsureSuccessStatusCode();
        JsonNode second = (await server.Http.GetFromJsonAsync<JsonNode>($"/api/sites/{id}/revisions/2"))!;
        Assert.Equal(0.02, (double)second["plan"]!["building"]!["stopValves"]![0]!["boreM"]!);
    }

    [Fact]
    public async Task Of_many_saves_at_once_exactly_one_wins()
    {
        (string id, JsonNode plan) = await server.NewSite("Crowd");
        HttpResponseMessage[] answers = await Task.WhenAll(Enumerable.Range(0, 12).Select(i =>
        {
            JsonNode mine = plan.DeepClone();
            mine["site"]!["notes"] = $"{i}";
            return server.Save(id, mine.ToJsonString(), "\"1\"");
        }));
        Assert.Single(answers, a => a.StatusCode == HttpStatusCode.OK);
        Assert.Equal(11, answers.Count(a => a.StatusCode == HttpStatusCode.PreconditionFailed));
        Assert.Equal(2, (await server.Http.GetFromJsonAsync<JsonArray>($"/api/sites/{id}/revisions"))!.Count);
    }

    [Fact]
    public async Task A_save_says_which_revision_it_was_made_from_and_by_whom()
    {
        (string id, JsonNode plan) = await server.NewSite("Headers");
        await Problem(await server.Save(id, plan.ToJsonString(), null), (HttpStatusCode)428);
        await Problem(await server.Save(id, plan.ToJsonString(), "three"), HttpStatusCode.BadRequest);
        await Problem(await server.Save(id, plan.ToJsonString(), "W/\"1\""), HttpStatusCode.BadRequest);
        await Problem(await server.Save(id, plan.ToJsonString(), "\"1\"", " "), HttpStatusCode.BadRequest);
        await Problem(await server.Save("nowhere", plan.ToJsonString(), "\"1\""), HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task Two_sites_of_one_name_get_two_ids()
    {
        (string first, _) = await server.NewSite("Twin");
        (string second, _) = await server.NewSite("Twin");
        Assert.Equal(("twin", "twin-2"), (first, second));
    }

    [Fact]
    public async Task A_site_goes_out_as_a_file_and_comes_back_the_same()
    {
        (string id, JsonNode plan) = await server.NewSite("Travels");
        plan["site"]!["notes"] = "packed";
        (await server.Save(id, plan.ToJsonString(), "\"1\"")).EnsureSuccessStatusCode();
        string file = await server.Http.GetStringAsync($"/api/sites/{id}/export");

        HttpResponseMessage made = await server.Http.PostAsync("/api/sites/import", TestServer.Json(file));
        Assert.Equal(HttpStatusCode.Created, made.StatusCode);
        JsonNode copy = (await made.Content.ReadFromJsonAsync<JsonNode>())!;
        Assert.Equal("travels-2", (string)copy["siteId"]!);
        Assert.Equal((string)JsonNode.Parse(file)!["revision"]!["sha256"]!, (string)copy["sha256"]!);
    }

    [Fact]
    public async Task A_file_from_before_a_key_was_added_to_the_plan_is_still_whole()
    {
        JsonNode older = JsonNode.Parse(File.ReadAllText(Path.Combine(Golden.Root(), "tests/Terrapin.Server.Tests/Files/site-version-1.terrapin.json")))!;
        older["plan"]!["drive"]!.AsObject().Remove("mounting");
        older["revision"]!["sha256"] = PlanJson.Hash(Encoding.UTF8.GetBytes(older["plan"]!.ToJsonString(PlanJson.Options)));
        string file = older.ToJsonString();
        HttpResponseMessage made = await server.Http.PostAsync("/api/sites/import", TestServer.Json(file));
        Assert.Equal(HttpStatusCode.Created, made.StatusCode);
    }

    [Theory]
    [InlineData("format", "\"something-else\"", "/format")]
    [InlineData("formatVersion", "2", "/formatVersion")]
    [InlineData("plan", "{\"version\": 7}", "/plan/version")]
    [InlineData("plan", "[]", "/plan")]
    [InlineData("extra", "1", "/extra")]
    [InlineData("revision", "{\"number\":1,\"author\":\"a\",\"savedAt\":\"b\",\"sha256\":\"c\"}", "/revision/sha256")]
    public async Task A_damaged_or_newer_file_is_refused_and_nothing_is_imported(string key, string value, string pointer)
    {
        (string id, _) = await server.NewSite("Damaged");
        JsonNode file = JsonNode.Parse(await server.Http.GetStringAsync($"/api/sites/{id}/export"))!;
        file[key] = JsonNode.Parse(value);
        int before = (await server.Http.GetFromJsonAsync<JsonArray>("/api/sites"))!.Count;
        HttpResponseMessage answer = await server.Http.PostAsync("/api/sites/import", TestServer.Json(file.ToJsonString()));
        JsonNode problem = await Problem(answer, HttpStatusCode.UnprocessableEntity);
        Assert.Equal(pointer, (string)problem["errors"]![0]!["pointer"]!);
        Assert.Equal(before, (await server.Http.GetFromJsonAsync<JsonArray>("/api/sites"))!.Count);
    }

    [Theory]
    [InlineData("{\"name\":\"  \"}", HttpStatusCode.UnprocessableEntity)]
    [InlineData("{}", HttpStatusCode.UnprocessableEntity)]
    [InlineData("{\"name\":\"a\",\"colour\":1}", HttpStatusCode.UnprocessableEntity)]
    [InlineData("name", HttpStatusCode.BadRequest)]
    public async Task A_site_without_a_proper_name_is_refused(string body, HttpStatusCode status) =>
        await Problem(await server.Http.PostAsync("/api/sites", TestServer.Json(body)), status);

    [Theory]
    [InlineData("/api/sites/nowhere/plan")]
    [InlineData("/api/sites/nowhere/revisions")]
    [InlineData("/api/sites/nowhere/revisions/1")]
    [InlineData("/api/sites/nowhere/export")]
    [InlineData("/api/nothing")]
    public async Task What_is_not_there_is_a_404_with_a_sentence(string path) =>
        await Problem(await server.Http.GetAsync(path), HttpStatusCode.NotFound);

    internal static async Task<JsonNode> Problem(HttpResponseMessage answer, HttpStatusCode status)
    {
        Assert.Equal(status, answer.StatusCode);
        Assert.Equal("application/problem+json", answer.Content.Headers.ContentType!.MediaType);
        JsonNode problem = (await answer.Content.ReadFromJsonAsync<JsonNode>())!;
        Assert.DoesNotContain("   at ", problem.ToJsonString(), StringComparison.Ordinal);
        return problem;
    }
}
