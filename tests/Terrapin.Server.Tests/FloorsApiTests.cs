using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Terrapin.Core.Plans;
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

    private async Task<int[]> Map(string query)
    {
        HttpResponseMessage answer = await server.Http.PostAsync($"/api/floors{query}", TestServer.Json(DemoPlan()));
        answer.EnsureSuccessStatusCode();
        JsonNode map = (await answer.Content.ReadFromJsonAsync<JsonNode>())!;
        return [.. map["sheets"]!.AsArray().SelectMany(s => s!["millilitres"]!.AsArray()).Select(v => (int)v!)];
    }

    private static string DemoPlan() => System.Text.Encoding.UTF8.GetString(
        PlanJson.Write(SiteArchive.Read(File.ReadAllBytes(Path.Combine(Golden.Root(), "demo/net-loft.terrapin.json"))).Plan));
}
