using System.Net;
using System.Text;
using Terrapin.Core.Format;
using Terrapin.Core.Model;
using Terrapin.Server.Api;
using static Terrapin.Server.Tests.SitesApiTests;

namespace Terrapin.Server.Tests;

/// <summary>A plan is sent once, and then asked about by its address.</summary>
public sealed class RecentPlansTests(TestServer server) : IClassFixture<TestServer>
{
    private static byte[] Named(string name, int notes = 0) => PlanJson.Write(NewSite.Named(name) with { Site = new Site { Name = name, Notes = new string('x', notes) } });

    [Theory]
    [InlineData("/api/assessments")]
    [InlineData("/api/comparisons")]
    [InlineData("/api/bills")]
    [InlineData("/api/bills/table")]
    [InlineData("/api/floors")]
    [InlineData("/api/floors/svg")]
    [InlineData("/api/floors/geojson")]
    [InlineData("/api/rehearsals?leak=glaze-sink-hose&mode=away")]
    [InlineData("/api/catalogue/compare")]
    [InlineData("/api/catalogue/take-over")]
    public async Task What_is_answered_by_the_address_is_what_is_answered_to_the_plan(string path)
    {
        string plan = System.Text.Json.Nodes.JsonNode.Parse(await File.ReadAllTextAsync(Path.Combine(Golden.Root(), "demo/net-loft.terrapin.json")))!["plan"]!.ToJsonString();
        HttpResponseMessage sent = (await server.Http.PostAsync(path, TestServer.Json(plan))).EnsureSuccessStatusCode();
        string address = Assert.Single(sent.Headers.GetValues(RecentPlans.Header));
        Assert.Equal(PlanJson.Hash(Encoding.UTF8.GetBytes(plan)), address);
        HttpResponseMessage asked = await server.Http.PostAsync($"{path}{(path.Contains('?', StringComparison.Ordinal) ? '&' : '?')}plan={address}", null);
        Assert.Equal(await sent.Content.ReadAsStringAsync(), await asked.EnsureSuccessStatusCode().Content.ReadAsStringAsync());
        Assert.StartsWith("Send the plan itself", (string)(await Problem(await server.Http.PostAsync($"/api/assessments?plan={new string('0', 64)}", null), HttpStatusCode.NotFound))["detail"]!);
    }

    [Fact]
    public void The_least_lately_used_goes_first()
    {
        var plans = new RecentPlans();
        string[] addresses = [.. Enumerable.Range(0, RecentPlans.Most).Select(i => plans.Read(Named($"{i}")).Address)];
        Assert.All(addresses, a => Assert.NotNull(plans.At(a)));
        plans.At(addresses[0]);
        plans.Read(Named("one more"));
        Assert.NotNull(plans.At(addresses[0]));
        Assert.Null(plans.At(addresses[1]));
        Assert.NotNull(plans.At(addresses[2]));
    }

    [Fact]
    public void They_are_bounded_in_bytes_and_the_same_is_kept_once()
    {
        var plans = new RecentPlans();
        byte[] one = Named("one");
        Assert.Same(plans.Read(one).Plan, plans.Read(one).Plan);
        int each = Named("0000", 2000).Length;
        string[] addresses = [.. Enumerable.Range(0, 20).Select(i => plans.Read(Named($"{i:0000}", 2000)).Address)];
        Assert.All(addresses, a => Assert.NotNull(plans.At(a)));
        Assert.True(each * 20 < RecentPlans.MostBytes);

        // White space counts as bytes sent, and is kept out with them.
        byte[] large = [.. Named("large"), .. Enumerable.Repeat((byte)' ', RecentPlans.MostBytes)];
        string address = plans.Read(large).Address;
        Assert.NotNull(plans.At(address));
        Assert.All(addresses, a => Assert.Null(plans.At(a)));
    }
}
