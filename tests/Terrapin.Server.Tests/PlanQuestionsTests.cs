using System.Net;
using System.Text;
using System.Text.Json.Nodes;
using System.Text.RegularExpressions;
using Terrapin.Core.Assessments;
using Terrapin.Core.Format;
using Terrapin.Core.Model;
using Terrapin.Documents.Questions;

namespace Terrapin.Server.Tests;

/// <summary>What is answered from a plan alone is what the server answers under the same path.</summary>
public sealed partial class PlanQuestionsTests(TestServer server) : IClassFixture<TestServer>
{
    private static readonly AssessmentMemory Memory = new();
    private static readonly PlanReader Reader = new();

    /// <summary>The rest of each question.</summary>
    private static readonly Dictionary<string, string> Queries = new()
    {
        ["/api/assessments"] = "",
        ["/api/comparisons"] = "",
        ["/api/rehearsals"] = "leak=glaze-sink-hose&mode=away&faults=internetFailed&meanwhile=modeBecomes:home@20,leakStarts:roof-wc-hose@30.5,leakEnds:roof-wc-hose@50,wipedUp:roof-wc-hose@55,wipedUp@60,leakEnds@4000,timeIs:1320@0,breaks:mainsFailed@12.5,worksAgain:mainsFailed@900",
        ["/api/fault-matrix"] = "beside=mainsFailed",
        ["/api/fault-remedies"] = "leak=glaze-sink-hose&beside=hubFailed",
        ["/api/rule-grid"] = "",
        ["/api/trust"] = "",
        ["/api/trust/curve"] = "leak=glaze-sink-hose&mode=away",
        ["/api/nuisance"] = "",
        ["/api/rule-schools"] = "",
        ["/api/rule-text"] = "rule=out-close",
        ["/api/rule-text/read"] = "rule=out-close&text=rule \"P\" when any sensor is wet for 5 s in every mode then tell",
        ["/api/floors"] = "worst=true",
        ["/api/reach/map"] = "radio=mesh-868&storey=studio",
        ["/api/reach/hub"] = "",
        ["/api/reach/repeaters"] = "radio=mesh-868",
        ["/api/reach/remedies"] = "device=roof-wc",
        ["/api/batteries"] = "",
        ["/api/power-cut"] = "",
        ["/api/bills"] = "",
        ["/api/setup-sheet"] = "",
        ["/api/proposals/fixture"] = "room=kitchen&kind=boiler",
        ["/api/proposals/room"] = "line=utility 2.1 x 1.8: washer, sink&storey=studio&system=metric",
        ["/api/proposals/device"] = "line=spot under basin&storey=studio",
        ["/api/proposals/house"] = "shape=bungalow&width=9&depth=7.5",
        ["/api/proposals/hose-sensors"] = "",
        ["/api/proposals/feed"] = "room=kitchen&side=hot",
        ["/api/plans/upgrade"] = "",
    };

    public static TheoryData<string> Paths => [.. PlanQuestions.PathsAboutPlans];

    private static string DemoPlan() => JsonNode.Parse(File.ReadAllText(Path.Combine(Golden.Root(), "demo/net-loft.terrapin.json")))!["plan"]!.ToJsonString();

    [Theory]
    [MemberData(nameof(Paths))]
    public async Task The_answer_is_the_servers(string path)
    {
        PlanAnswer own = PlanQuestions.About(path, Question(Queries[path]));
        HttpResponseMessage answer = await server.Http.PostAsync($"{path}?{Queries[path]}", TestServer.Json(DemoPlan()));
        Assert.Equal(((int)answer.StatusCode, 200), (own.Status, own.Status));
        Assert.Equal(WithoutLots(await answer.Content.ReadAsStringAsync()), WithoutLots(Encoding.UTF8.GetString(own.Json)));
    }

    [Theory]
    [InlineData("/api/rehearsals", "leak=nowhere&mode=away")]
    [InlineData("/api/rehearsals", "leak=glaze-sink-hose&mode=asleepish")]
    [InlineData("/api/rehearsals", "leak=glaze-sink-hose&mode=away&faults=hubFailed,moonFailed")]
    [InlineData("/api/rehearsals", "leak=glaze-sink-hose&mode=away&meanwhile=rain@20")]
    [InlineData("/api/rehearsals", "leak=glaze-sink-hose&mode=away&meanwhile=wipedUp@soon")]
    [InlineData("/api/rehearsals", "leak=glaze-sink-hose&mode=away&meanwhile=timeIs:1440@0")]
    [InlineData("/api/rehearsals", "leak=glaze-sink-hose&mode=away&meanwhile=timeIs@0")]
    [InlineData("/api/rehearsals", "leak=glaze-sink-hose&mode=away&meanwhile=timeIs:1@0,timeIs:2@0")]
    [InlineData("/api/rehearsals", "leak=glaze-sink-hose&mode=away&meanwhile=getsCold:nowhere/2@0")]
    [InlineData("/api/rehearsals", "leak=glaze-sink-hose&mode=away&meanwhile=getsCold:stair@0")]
    [InlineData("/api/rehearsals", "leak=glaze-sink-hose&mode=away&meanwhile=getsCold:stair/-41@0")]
    [InlineData("/api/rehearsals", "leak=glaze-sink-hose&mode=away&meanwhile=wipedUp:roof-wc-hose@20")]
    [InlineData("/api/rehearsals", "leak=glaze-sink-hose&mode=away&meanwhile=leakStarts:roof-wc-hose@30,leakEnds:roof-wc-hose@20")]
    [InlineData("/api/rehearsals", "leak=glaze-sink-hose&mode=away&meanwhile=breaks@20")]
    [InlineData("/api/rehearsals", "leak=glaze-sink-hose&mode=away&meanwhile=breaks:driveStalls@20")]
    [InlineData("/api/rehearsals", "leak=glaze-sink-hose&mode=away&meanwhile=worksAgain:nothing@20")]
    [InlineData("/api/rehearsals", "leak=glaze-sink-hose&mode=away&meanwhile=wipedUp@NaN")]
    [InlineData("/api/rehearsals", "leak=glaze-sink-hose&mode=away&meanwhile=wipedUp@-1")]
    [InlineData("/api/rehearsals", "leak=glaze-sink-hose&mode=away&meanwhile=modeBecomes@20")]
    [InlineData("/api/rehearsals", "leak=glaze-sink-hose&mode=away&meanwhile=modeBecomes:asleepish@20")]
    [InlineData("/api/rehearsals", "leak=glaze-sink-hose&mode=away&meanwhile=leakStarts:nowhere@20")]
    [InlineData("/api/rehearsals", "leak=glaze-sink-hose&mode=away&meanwhile=leakStarts:glaze-sink-hose@20")]
    [InlineData("/api/rehearsals", "leak=glaze-sink-hose&mode=away&meanwhile=buttonPressed:nowhere@20")]
    [InlineData("/api/fault-matrix", "beside=moonFailed")]
    [InlineData("/api/fault-remedies", "leak=nowhere")]
    [InlineData("/api/rule-text", "rule=nowhere")]
    [InlineData("/api/floors", "leak=nowhere")]
    [InlineData("/api/reach/map", "radio=none&storey=studio")]
    [InlineData("/api/proposals/house", "shape=castle")]
    [InlineData("/api/proposals/house", "shape=bungalow&width=900")]
    [InlineData("/api/proposals/fixture", "room=kitchen&kind=fountain")]
    [InlineData("/api/proposals/feed", "room=nowhere&side=hot")]
    public async Task What_the_server_refuses_is_refused_in_its_words_whether_the_plan_or_its_address_is_sent(string path, string query)
    {
        PlanAnswer own = PlanQuestions.About(path, Question(query));
        HttpResponseMessage sent = await server.Http.PostAsync($"{path}?{query}", TestServer.Json(DemoPlan()));
        HttpResponseMessage named = await server.Http.PostAsync($"{path}?{query}&plan={sent.Headers.GetValues("Terrapin-Plan").Single()}", null);
        Assert.Equal((422, HttpStatusCode.UnprocessableEntity, HttpStatusCode.UnprocessableEntity), (own.Status, sent.StatusCode, named.StatusCode));
        JsonNode expected = JsonNode.Parse(own.Json)!;
        foreach (HttpResponseMessage refused in (HttpResponseMessage[])[sent, named])
        {
            JsonNode problem = JsonNode.Parse(await refused.Content.ReadAsStringAsync())!;
            Assert.Equal((expected["detail"]!.ToJsonString(), expected["errors"]!.ToJsonString()), (problem["detail"]!.ToJsonString(), problem["errors"]!.ToJsonString()));
        }
    }

    [Fact]
    public async Task What_is_asked_about_no_plan_is_answered_alike()
    {
        Assert.Equal(["/api/fixtures", "/api/house-shapes", "/api/quantities"], PlanQuestions.PathsAboutNoPlan.Order());
        foreach (string path in (string[])["/api/fixtures", "/api/house-shapes"])
        {
            Assert.Equal(await server.Http.GetStringAsync(path), Encoding.UTF8.GetString(PlanQuestions.Of(path, ReadOnlyMemory<byte>.Empty).Json));
        }

        foreach (string typed in (string[])["""{"kind":"length","text":"7 ft 10 in","system":"us"}""", """{"kind":"length","text":"seven","system":"us"}""", """{"kind":"length"}""", "{"])
        {
            PlanAnswer own = PlanQuestions.Of("/api/quantities", Encoding.UTF8.GetBytes(typed));
            HttpResponseMessage answer = await server.Http.PostAsync("/api/quantities", TestServer.Json(typed));
            JsonNode theirs = JsonNode.Parse(await answer.Content.ReadAsStringAsync())!;
            JsonNode mine = JsonNode.Parse(own.Json)!;
            Assert.Equal((int)answer.StatusCode, own.Status);
            Assert.Equal((theirs["values"] ?? theirs["errors"])!.ToJsonString(), (mine["values"] ?? mine["errors"])!.ToJsonString());
        }
    }

    [Fact]
    public async Task The_visits_for_batteries_come_as_a_calendar()
    {
        HttpResponseMessage answer = await server.Http.PostAsync("/api/batteries/calendar?fitted=2026-11-27", TestServer.Json(DemoPlan()));
        Assert.Equal((HttpStatusCode.OK, "text/calendar"), (answer.StatusCode, answer.Content.Headers.ContentType!.MediaType));
        string text = await answer.Content.ReadAsStringAsync();
        Assert.StartsWith("BEGIN:VCALENDAR", text, StringComparison.Ordinal);
        Assert.Contains("Net Loft", text, StringComparison.Ordinal);
    }

    [Fact]
    public void A_plan_at_fault_is_refused_with_its_places()
    {
        Assert.NotNull(PlanQuestions.Read(Reader, Encoding.UTF8.GetBytes(DemoPlan()), null, out PlanAnswer? none));
        Assert.Null(none);
        Assert.Null(PlanQuestions.Read(Reader, "{\"version\":5}"u8.ToArray(), null, out PlanAnswer? faulty));
        Assert.Equal(422, faulty!.Status);
        Assert.Contains("/building", JsonNode.Parse(faulty.Json)!["errors"]!.ToJsonString(), StringComparison.Ordinal);
        Assert.Null(PlanQuestions.Read(Reader, "{"u8.ToArray(), null, out PlanAnswer? noJson));
        Assert.Equal(400, noJson!.Status);
    }

    private static PlanQuestion Question(string query)
    {
        Plan plan = PlanQuestions.Read(Reader, Encoding.UTF8.GetBytes(DemoPlan()), null, out _)!;
        var words = query.Split('&', StringSplitOptions.RemoveEmptyEntries).Select(pair => pair.Split('=')).ToDictionary(pair => pair[0], pair => pair[1]);
        return new PlanQuestion(plan, words, Memory, DateOnly.FromDateTime(DateTime.Now));
    }

    /// <summary>The ends of new ids are drawn by lot.</summary>
    private static string WithoutLots(string json) => IdEnd().Replace(json, "-#\"");

    [GeneratedRegex("-[a-hjkm-z2-9]{5}\"")]
    private static partial Regex IdEnd();
}
