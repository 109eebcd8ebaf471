using System.Net;
using System.Net.Http.Headers;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using SkiaSharp;
using Terrapin.Core.Format;
using Terrapin.Server.Hosting;
using Terrapin.Store;
using static Terrapin.Server.Tests.SitesApiTests;

namespace Terrapin.Server.Tests;

/// <summary>What happened at a site is written down once, with who, when and the revision, and travels with the site.</summary>
public sealed class LogApiTests(TestServer server) : IClassFixture<TestServer>
{
    private const string Closing = """{"kind":"strokeSeen","driveId":"d","stroke":{"stage":"tight","direction":"closing","durationS":12}}""";

    private async Task<HttpResponseMessage> Write(string id, string entry) => await server.Http.PostAsync($"/api/sites/{id}/log", TestServer.Json(entry));

    private async Task<JsonArray> Log(string id) => (await server.Http.GetFromJsonAsync<JsonArray>($"/api/sites/{id}/log"))!;

    private async Task<JsonNode> OfDrive(string id) => (await server.Http.GetFromJsonAsync<JsonNode>($"/api/sites/{id}/log/drives/d?mount=saddle"))!;

    [Fact]
    public async Task Entries_name_their_writer_and_revision_and_a_wrong_one_is_struck_out()
    {
        (string id, JsonNode plan) = await server.NewSite("Logged");
        Assert.Empty(await Log(id));
        JsonNode first = (await (await Write(id, Closing)).EnsureSuccessStatusCode().Content.ReadFromJsonAsync<JsonNode>())!;
        Assert.Equal((1, 1, "Ines Marlów"), ((int)first["number"]!, (int)first["revision"]!, (string)first["by"]!));
        (await server.Save(id, plan.ToJsonString(), "\"1\"")).EnsureSuccessStatusCode();
        (await Write(id, Closing.Replace("12", "30", StringComparison.Ordinal))).EnsureSuccessStatusCode();
        Assert.Equal([1, 2], (await Log(id)).Select(e => (int)e!["revision"]!));
        Assert.Equal(30, (double)(await OfDrive(id))["seen"]!["closingS"]!);

        (await Write(id, """{"kind":"struckOut","strikes":2}""")).EnsureSuccessStatusCode();
        Assert.Equal((3, 12), ((await Log(id)).Count, (double)(await OfDrive(id))["seen"]!["closingS"]!));
        JsonNode refused = await Problem(await Write(id, """{"kind":"struckOut","strikes":3}"""), HttpStatusCode.UnprocessableEntity);
        Assert.Equal("/strikes", (string)refused["errors"]![0]!["pointer"]!);
    }

    [Theory]
    [InlineData("""{"kind":"strokeSeen","stroke":{"stage":"tight","direction":"closing","durationS":12}}""", "/driveId")]
    [InlineData("""{"kind":"strokeSeen","driveId":"d","stroke":{"stage":"tight","direction":"closing"}}""", "/stroke")]
    [InlineData("""{"kind":"strokeSeen","driveId":"d","stroke":{"stage":"tight","direction":"closing","durationS":-3}}""", "/stroke/durationS")]
    [InlineData("""{"kind":"stepDone","driveId":"d"}""", "/stepId")]
    [InlineData("""{"kind":"signalRead"}""", "/signal")]
    [InlineData("""{"kind":"signalRead","signal":{"fromId":"s","toId":"hub","dbm":12}}""", "/signal/dbm")]
    [InlineData("""{"kind":"danced"}""", "/kind")]
    [InlineData("""{"kind":"struckOut","strikes":99}""", "/strikes")]
    public async Task An_entry_at_fault_is_refused_and_nothing_is_written(string entry, string pointer)
    {
        (string id, _) = await server.NewSite("Refused entry");
        JsonNode problem = await Problem(await Write(id, entry), HttpStatusCode.UnprocessableEntity);
        Assert.Equal(pointer, (string)problem["errors"]![0]!["pointer"]!);
        Assert.Empty(await Log(id));
        await Problem(await Write("nowhere", Closing), HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task Many_who_write_at_once_get_numbers_without_gap_or_twice()
    {
        (string id, _) = await server.NewSite("Busy log");
        HttpResponseMessage[] answers = await Task.WhenAll(Enumerable.Range(0, 12).Select(_ => Write(id, Closing)));
        Assert.All(answers, a => Assert.Equal(HttpStatusCode.Created, a.StatusCode));
        Assert.Equal(Enumerable.Range(1, 12), (await Log(id)).Select(e => (int)e!["number"]!));
    }

    [Fact]
    public async Task A_signal_read_in_place_is_written_down_with_the_revision_that_has_it()
    {
        (string id, JsonNode plan) = await server.NewSite("Signals");
        JsonNode installation = plan["installation"]!;
        installation["hubs"] = new JsonArray(new JsonObject { ["id"] = "hub", ["name"] = "Hub", ["specId"] = "k7" });
        installation["repeaters"] = new JsonArray([.. new[] { "r1", "r2" }.Select(r => new JsonObject { ["id"] = r, ["name"] = r, ["specId"] = "p2" })]);
        async Task<(int Revision, string From, double Dbm)[]> Saved(int basedOn, params (string From, double Dbm)[] signals)
        {
            installation["signals"] = new JsonArray([.. signals.Select(s => new JsonObject { ["fromId"] = s.From, ["toId"] = "hub", ["dbm"] = s.Dbm })]);
            (await server.Save(id, plan.ToJsonString(), $"\"{basedOn}\"")).EnsureSuccessStatusCode();
            return [.. (await Log(id)).Where(e => (string)e!["entry"]!["kind"]! == "signalRead")
                .Select(e => ((int)e!["revision"]!, (string)e["entry"]!["signal"]!["fromId"]!, (double)e["entry"]!["signal"]!["dbm"]!))];
        }

        Assert.Empty(await Saved(1));
        Assert.Equal([(3, "r1", -71.5)], await Saved(2, ("r1", -71.5)));
        (await Write(id, Closing)).EnsureSuccessStatusCode();
        Assert.Equal([(3, "r1", -71.5), (4, "r1", -80), (4, "r2", -66)], await Saved(3, ("r1", -80), ("r2", -66)));
        Assert.Equal(3, (await Saved(4, ("r2", -66))).Length);
        Assert.Equal([1, 2, 3, 4], (await Log(id)).Select(e => (int)e!["number"]!));
        Assert.Equal("Ines", (string)(await Log(id))[0]!["by"]!);
    }

    [Fact]
    public async Task It_travels_with_the_site_and_goes_with_it()
    {
        (string id, _) = await server.NewSite("Log travels");
        (await Write(id, Closing)).EnsureSuccessStatusCode();
        using var bitmap = new SKBitmap(60, 40);
        using var picture = new ByteArrayContent(bitmap.Encode(SKEncodedImageFormat.Jpeg, 80).ToArray());
        picture.Headers.ContentType = new MediaTypeHeaderValue("image/jpeg");
        (await server.Http.PostAsync($"/api/sites/{id}/photographs?caption=Stair", picture)).EnsureSuccessStatusCode();
        JsonArray was = await Log(id);
        Assert.Equal(["strokeSeen", "photographTaken"], was.Select(e => (string)e!["entry"]!["kind"]!));

        foreach ((string path, string type) in new[] { ("bundle", "application/zip"), ("export", "application/json") })
        {
            using var file = new ByteArrayContent(await server.Http.GetByteArrayAsync($"/api/sites/{id}/{path}"));
            file.Headers.ContentType = new MediaTypeHeaderValue(type);
            JsonNode copy = (await (await server.Http.PostAsync("/api/sites/import", file)).EnsureSuccessStatusCode().Content.ReadFromJsonAsync<JsonNode>())!;
            string copyId = (string)copy["siteId"]!;
            JsonArray log = await Log(copyId);
            Assert.Equal(was.Select(e => (string)e!["at"]!), log.Select(e => (string)e!["at"]!));
            Assert.Equal(was[0]!["entry"]!.ToJsonString(), log[0]!["entry"]!.ToJsonString());
            JsonArray photographs = (await server.Http.GetFromJsonAsync<JsonArray>($"/api/sites/{copyId}/photographs"))!;
            Assert.All(photographs, p => Assert.Equal((string)p!["id"]!, (string)log[1]!["entry"]!["photographId"]!));
        }

        await server.Http.PostAsync($"/api/sites/{id}/put-away", null);
        await server.Http.DeleteAsync($"/api/sites/{id}");
        await Problem(await server.Http.GetAsync($"/api/sites/{id}/log"), HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task What_an_older_plan_kept_itself_is_taken_over_once()
    {
        string folder = Directory.CreateTempSubdirectory("terrapin-older-").FullName;
        using (var held = DataFolder.Hold(folder))
        {
            await Database.Prepare(held, null);
            var options = new DbContextOptionsBuilder<TerrapinDb>();
            TerrapinDb.Configure(options, held.Database);
            byte[] kept = await File.ReadAllBytesAsync(Path.Combine(Golden.Root(), "tests/Terrapin.Core.Tests/Files/plan-version-3.json"));
            await using var db = new TerrapinDb(options.Options);
            db.Sites.Add(new SiteRow { Id = "older", Name = "Older", Head = 4 });
            db.Revisions.Add(new RevisionRow { SiteId = "older", Number = 4, Author = "Tove", SavedAt = DateTimeOffset.UnixEpoch, PlanJson = kept, Sha256 = PlanJson.Hash(kept) });
            db.Photographs.Add(new PhotographRow { SiteId = "older", Id = "p", Caption = "", AddedBy = "Ines", AddedAt = DateTimeOffset.UnixEpoch.AddDays(1), Jpeg = [1] });
            await db.SaveChangesAsync();
            for (int start = 0; start < 2; start++)
            {
                await Database.Prepare(held, null);
                IReadOnlyList<LogRecord> log = await new LogStore(db, TimeProvider.System).List("older", CancellationToken.None);
                Assert.Equal(Enumerable.Range(1, 19), log.Select(e => e.Number));
                Assert.Equal(("Tove", 4, "drive-1"), (log[0].By, log[0].Revision, log[0].Entry.DriveId));
                Assert.Equal(("Ines", "p"), (log[^1].By, log[^1].Entry.PhotographId));
            }
        }

        SqliteConnection.ClearAllPools();
        Directory.Delete(folder, recursive: true);
    }
}
