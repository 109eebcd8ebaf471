using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using static Terrapin.Server.Tests.SitesApiTests;

namespace Terrapin.Server.Tests;

/// <summary>One catalogue a firm, edited once; plans keep copies and say where they differ.</summary>
public sealed class FirmCatalogueApiTests(TestServer server) : IClassFixture<TestServer>
{
    private async Task<JsonNode> Firm() => (await server.Http.GetFromJsonAsync<JsonNode>("/api/catalogue"))!;

    private async Task<HttpResponseMessage> Save(JsonNode catalogue, string? tag)
    {
        using var request = new HttpRequestMessage(HttpMethod.Put, "/api/catalogue") { Content = TestServer.Json(catalogue.ToJsonString()) };
        if (tag is not null)
        {
            request.Headers.TryAddWithoutValidation("If-Match", tag);
        }

        return await server.Http.SendAsync(request);
    }

    private async Task<JsonNode> Post(string path, JsonNode plan) =>
        (await (await server.Http.PostAsync(path, TestServer.Json(plan.ToJsonString()))).EnsureSuccessStatusCode().Content.ReadFromJsonAsync<JsonNode>())!;

    private static JsonObject Find(JsonNode list, string id) => list.AsArray().Single(d => (string)d!["id"]! == id)!.AsObject();

    /// <summary>A site whose drive is SA-20, on a revision that the firm then leaves behind.</summary>
    private async Task<(JsonNode Plan, int Revision)> LeftBehind(Action<JsonNode> change)
    {
        (_, JsonNode plan) = await server.NewSite("Left behind");
        plan["installation"]!["drives"] = new JsonArray(new JsonObject { ["id"] = "d", ["stopValveId"] = "main", ["specId"] = "sa-20", ["power"] = "mains", ["overrideNote"] = "" });
        JsonNode firm = await Firm();
        Assert.Equal((int)firm["revision"]!, (int)plan["catalogueRevision"]!);
        change(firm["catalogue"]!);
        HttpResponseMessage saved = await Save(firm["catalogue"]!, $"\"{firm["revision"]}\"");
        Assert.Equal($"\"{(int)firm["revision"]! + 1}\"", saved.EnsureSuccessStatusCode().Headers.ETag!.Tag);
        return (plan, (int)firm["revision"]! + 1);
    }

    [Fact]
    public async Task A_plan_says_in_which_of_its_devices_it_differs_and_takes_the_firms_over()
    {
        (JsonNode plan, int revision) = await LeftBehind(c =>
        {
            Find(c["drives"]!, "sa-20")["ratedTorque"] = new JsonObject { ["nm"] = 9.5, ["provenance"] = "measured" };
            Find(c["sensors"]!, "s4")["name"] = "Spot four";
            c["hubs"]!.AsArray().Add(new JsonObject { ["id"] = $"hub-{Guid.NewGuid():n}"[..20], ["name"] = "Another hub", ["radioIds"] = new JsonArray() });
        });
        JsonNode compared = await Post("/api/catalogue/compare", plan);
        Assert.Equal(revision, (int)compared["revision"]!);
        Assert.Equal(
            [("drives", "sa-20", "changed", true), ("sensors", "s4", "changed", false)],
            compared["differences"]!.AsArray().Where(d => (string)d!["list"]! != "hubs").Select(d => ((string)d!["list"]!, (string)d["id"]!, (string)d["change"]!, (bool)d["isUsed"]!)));
        Assert.Contains(compared["differences"]!.AsArray(), d => ((string)d!["list"]!, (string)d["change"]!) == ("hubs", "new"));

        JsonNode taken = await Post("/api/catalogue/take-over", plan);
        Assert.Equal(revision, (int)taken["catalogueRevision"]!);
        Assert.Equal(9.5, (double)Find(taken["catalogue"]!["drives"]!, "sa-20")["ratedTorque"]!["nm"]!);
        Assert.Empty((await Post("/api/catalogue/compare", taken))["differences"]!.AsArray());
    }

    [Fact]
    public async Task What_a_plan_uses_and_the_firm_has_no_more_stays_in_its_copy()
    {
        (JsonNode plan, _) = await LeftBehind(c => c["drives"]!.AsArray().Remove(Find(c["drives"]!, "sa-20")));
        JsonNode difference = (await Post("/api/catalogue/compare", plan))["differences"]![0]!;
        Assert.Equal(("sa-20", "gone", true), ((string)difference["id"]!, (string)difference["change"]!, (bool)difference["isUsed"]!));
        JsonNode taken = await Post("/api/catalogue/take-over", plan);
        Assert.NotNull(Find(taken["catalogue"]!["drives"]!, "sa-20"));
        (await server.Http.PostAsync("/api/assessments", TestServer.Json(taken.ToJsonString()))).EnsureSuccessStatusCode();

        // Put back for the others.
        JsonNode firm = await Firm();
        firm["catalogue"]!["drives"]!.AsArray().Insert(0, Find(plan["catalogue"]!["drives"]!, "sa-20").DeepClone());
        (await Save(firm["catalogue"]!, $"\"{firm["revision"]}\"")).EnsureSuccessStatusCode();
    }

    [Fact]
    public async Task Of_two_who_save_at_once_one_is_told_and_nothing_is_lost()
    {
        JsonNode firm = await Firm();
        string tag = $"\"{firm["revision"]}\"";
        HttpResponseMessage[] answers = await Task.WhenAll(Save(firm["catalogue"]!, tag), Save(firm["catalogue"]!, tag));
        Assert.Single(answers, a => a.StatusCode == HttpStatusCode.OK);
        Assert.Single(answers, a => a.StatusCode == HttpStatusCode.PreconditionFailed);
        await Problem(await Save(firm["catalogue"]!, null), HttpStatusCode.PreconditionRequired);
        await Problem(await Save(firm["catalogue"]!, "\"x\""), HttpStatusCode.BadRequest);

        JsonNode history = (await server.Http.GetFromJsonAsync<JsonNode>("/api/catalogue/revisions"))!;
        Assert.Equal(Enumerable.Range(1, history.AsArray().Count).Reverse(), history.AsArray().Select(r => (int)r!["revision"]!));
        Assert.Equal("Terrapin", (string)(await server.Http.GetFromJsonAsync<JsonNode>("/api/catalogue/revisions/1"))!["savedBy"]!);
        await Problem(await server.Http.GetAsync("/api/catalogue/revisions/9999"), HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task A_catalogue_at_fault_is_refused_with_its_place()
    {
        JsonNode firm = await Firm();
        JsonNode twice = firm["catalogue"]!.DeepClone();
        twice["hubs"]!.AsArray().Add(twice["drives"]![0]!.DeepClone() is var drive ? new JsonObject { ["id"] = (string)drive["id"]!, ["name"] = "Twice", ["radioIds"] = new JsonArray() } : null);
        JsonNode problem = await Problem(await Save(twice, $"\"{firm["revision"]}\""), HttpStatusCode.UnprocessableEntity);
        Assert.Equal($"/hubs/{twice["hubs"]!.AsArray().Count - 1}/id", (string)problem["errors"]![0]!["pointer"]!);
        JsonNode negative = firm["catalogue"]!.DeepClone();
        negative["drives"]![0]!["ratedTorque"] = new JsonObject { ["nm"] = -1, ["provenance"] = "measured" };
        HttpResponseMessage refused = await server.Http.PostAsync("/api/catalogue/check", TestServer.Json(negative.ToJsonString()));
        Assert.Equal("/drives/0/ratedTorque/nm", (string)(await Problem(refused, HttpStatusCode.UnprocessableEntity))["errors"]![0]!["pointer"]!);
        Assert.Equal((int)firm["revision"]!, (int)(await Firm())["revision"]!);
    }

    [Fact]
    public async Task A_site_from_elsewhere_has_a_catalogue_of_its_own_unless_it_says_the_same()
    {
        string demo = await File.ReadAllTextAsync(Path.Combine(Golden.Root(), "demo/saint-brannocs.terrapin.json"));
        JsonNode read = (await (await server.Http.PostAsync("/api/sites/import", TestServer.Json(demo))).EnsureSuccessStatusCode().Content.ReadFromJsonAsync<JsonNode>())!;
        bool isSame = (await Post("/api/catalogue/compare", read["plan"]!))["differences"]!.AsArray().Count == 0;
        Assert.Equal(isSame ? (int)(await Firm())["revision"]! : null, (int?)read["plan"]!["catalogueRevision"]);
    }
}
