using System.Net;
using System.Net.Http.Headers;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using SkiaSharp;
using Terrapin.Documents;
using static Terrapin.Server.Tests.SitesApiTests;

namespace Terrapin.Server.Tests;

/// <summary>A site with its photographs goes out as one zip and comes back as a site of its own.</summary>
public sealed class BundlesApiTests(TestServer server) : IClassFixture<TestServer>
{
    [Fact]
    public async Task A_site_travels_with_its_photographs_and_the_picture_under_its_drawing()
    {
        (string id, JsonNode plan) = await server.NewSite("Travels far");
        string photograph = await Photograph(id);
        plan["building"]!["storeys"] = new JsonArray(new JsonObject
        {
            ["id"] = "ground",
            ["name"] = "Ground floor",
            ["picture"] = new JsonObject { ["photographId"] = photograph, ["at"] = new JsonObject { ["acrossM"] = 0, ["downM"] = 0 }, ["lengthM"] = 4 },
        });
        (await server.Save(id, plan.ToJsonString(), "\"1\"")).EnsureSuccessStatusCode();

        HttpResponseMessage exported = await server.Http.GetAsync($"/api/sites/{id}/bundle");
        Assert.Equal(("application/zip", "travels-far.terrapin.zip"), (exported.Content.Headers.ContentType!.MediaType, exported.Content.Headers.ContentDisposition!.FileName));
        byte[] file = await exported.Content.ReadAsByteArrayAsync();
        Assert.Equal([1, 2], SiteBundle.Read(file).History.Select(h => h.Number));

        JsonNode copy = (await (await Import(file)).EnsureSuccessStatusCode().Content.ReadFromJsonAsync<JsonNode>())!;
        string copyId = (string)copy["siteId"]!;
        Assert.Equal("travels-far-2", copyId);
        JsonNode kept = Assert.Single((await server.Http.GetFromJsonAsync<JsonArray>($"/api/sites/{copyId}/photographs"))!)!;
        Assert.Equal(("main", "Stair", "Ines Marlów"), ((string)kept["stopValveId"]!, (string)kept["caption"]!, (string)kept["addedBy"]!));
        Assert.NotEqual(photograph, (string)kept["id"]!);
        Assert.Equal((string)kept["id"]!, (string)copy["plan"]!["building"]!["storeys"]![0]!["picture"]!["photographId"]!);
        Assert.NotEmpty(await server.Http.GetByteArrayAsync($"/api/sites/{copyId}/photographs/{kept["id"]}"));
    }

    [Fact]
    public async Task A_bundle_at_fault_leaves_nothing_behind()
    {
        (string id, _) = await server.NewSite("Broken bundle");
        await Photograph(id);
        var whole = SiteBundle.Read(await server.Http.GetByteArrayAsync($"/api/sites/{id}/bundle"));
        int before = (await server.Http.GetFromJsonAsync<JsonArray>("/api/sites"))!.Count;
        SiteBundle noPicture = whole with { Photographs = [(whole.Photographs[0].About, "no picture"u8.ToArray())] };
        SiteBundle noTime = whole with { Photographs = [(whole.Photographs[0].About with { AddedAt = "yesterday" }, whole.Photographs[0].Picture)] };
        foreach ((byte[] file, string pointer) in new[] { (noPicture.Write(), "/photographs/0"), (noTime.Write(), "/photographs/0/addedAt"), (whole.Write()[..^30], "") })
        {
            JsonNode problem = await Problem(await Import(file), HttpStatusCode.UnprocessableEntity);
            Assert.Equal(pointer, (string)problem["errors"]![0]!["pointer"]!);
        }

        Assert.Equal(before, (await server.Http.GetFromJsonAsync<JsonArray>("/api/sites"))!.Count);
        Assert.Equal(HttpStatusCode.NotFound, (await server.Http.GetAsync("/api/sites/nowhere/bundle")).StatusCode);
    }

    private async Task<string> Photograph(string id)
    {
        using var surface = SKSurface.Create(new SKImageInfo(40, 30));
        surface.Canvas.Clear(SKColors.SeaGreen);
        using SKData jpeg = surface.Snapshot().Encode(SKEncodedImageFormat.Jpeg, 80);
        HttpResponseMessage added = await server.Http.SendAsync(Request($"/api/sites/{id}/photographs?stopValveId=main&caption=Stair", jpeg.ToArray(), "image/jpeg"));
        return (string)(await added.EnsureSuccessStatusCode().Content.ReadFromJsonAsync<JsonNode>())!["id"]!;
    }

    private Task<HttpResponseMessage> Import(byte[] file) => server.Http.SendAsync(Request("/api/sites/import", file, "application/zip"));

    private static HttpRequestMessage Request(string path, byte[] body, string type)
    {
        var request = new HttpRequestMessage(HttpMethod.Post, path) { Content = new ByteArrayContent(body) };
        request.Content.Headers.ContentType = new MediaTypeHeaderValue(type);
        return request;
    }
}
