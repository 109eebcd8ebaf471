using System.Diagnostics;
using System.Globalization;
using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Infrastructure;
using Microsoft.EntityFrameworkCore.Migrations;
using Terrapin.Server.Hosting;
using Terrapin.Store;
using static Terrapin.Server.Tests.SitesApiTests;

namespace Terrapin.Server.Tests;

/// <summary>What is stored: the list of sites, damage, putting away, backups, and starts that are broken off.</summary>
public sealed class KeptDataTests(TestServer server) : IClassFixture<TestServer>
{
    private async Task Sql(string text)
    {
        await using var db = new SqliteConnection($"Data Source={DataFolder.DatabaseIn(server.Folder)}");
        await db.OpenAsync();
        await using SqliteCommand command = db.CreateCommand();
        command.CommandText = text;
        Assert.True(await command.ExecuteNonQueryAsync() > 0);
    }

    private async Task<JsonNode> Listed(string id) =>
        (await server.Http.GetFromJsonAsync<JsonArray>("/api/sites"))!.Single(s => (string)s!["id"]! == id)!;

    [Fact]
    public async Task The_list_reads_what_was_kept_with_the_revision_and_one_bad_row_harms_no_other()
    {
        (string good, _) = await server.NewSite("List good");
        (string bad, _) = await server.NewSite("List bad");
        await Sql($"UPDATE Revisions SET Overview = NULL, PlanJson = x'00' WHERE SiteId = '{bad}'");
        Assert.NotNull((await Listed(good))["tally"]);
        JsonNode row = await Listed(bad);
        Assert.Null(row["tally"]);
        Assert.Equal("Open it to see its figures: they could not be calculated yet.", (string)row["trouble"]!);
    }

    [Fact]
    public async Task Revisions_are_what_they_were_once_their_columns_are_in_another_order()
    {
        string folder = Directory.CreateTempSubdirectory("terrapin-order-").FullName;
        try
        {
            await using TerrapinDb db = Database.Open(Path.Combine(folder, "older.db"));
            await db.GetService<IMigrator>().MigrateAsync("Catalogues");
            await db.Database.ExecuteSqlAsync($"INSERT INTO Sites (Id, Name, Head, HasLog) VALUES ('older', 'Older', 2, 1)");
            await db.Database.ExecuteSqlAsync($"INSERT INTO Revisions VALUES ('older', 1, 'Ines', '2026-01-02 03:04:05+01:00', 'aa', x'0102', NULL)");
            await db.Database.ExecuteSqlAsync($"INSERT INTO Revisions VALUES ('older', 2, 'Tove', '2026-02-03 04:05:06+00:00', 'bb', x'03', x'0405')");
            await db.Database.MigrateAsync();
            RevisionRow[] rows = await db.Revisions.OrderBy(r => r.Number).ToArrayAsync();
            Assert.Equal(
                [(1, "Ines", "aa", "0102", null), (2, "Tove", "bb", "03", "0405")],
                rows.Select(r => (r.Number, r.Author, r.Sha256, Convert.ToHexString(r.PlanJson), r.Overview is { } kept ? Convert.ToHexString(kept) : null)));
            Assert.Equal(DateTimeOffset.Parse("2026-01-02T03:04:05+01:00", CultureInfo.InvariantCulture), rows[0].SavedAt);
            SiteSummary listed = Assert.Single(await new SiteStore(db, TimeProvider.System).List(CancellationToken.None));
            Assert.Equal(("older", 2, "Tove"), (listed.Id, listed.Revision, listed.Author));
        }
        finally
        {
            SqliteConnection.ClearAllPools();
            Directory.Delete(folder, recursive: true);
        }
    }

    [Fact]
    public async Task A_revision_that_does_not_fit_its_hash_is_not_served()
    {
        (string id, _) = await server.NewSite("Damage");
        await Sql($"UPDATE Revisions SET PlanJson = CAST(REPLACE(CAST(PlanJson AS TEXT), 'Damage', 'Demage') AS BLOB) WHERE SiteId = '{id}'");
        foreach (string path in (string[])["plan", "revisions/1", "export"])
        {
            JsonNode problem = await Problem(await server.Http.GetAsync($"/api/sites/{id}/{path}"), HttpStatusCode.InternalServerError);
            Assert.StartsWith("Restore a backup", (string)problem["detail"]!);
        }
    }

    [Fact]
    public async Task A_stored_plan_that_the_limits_of_today_refuse_is_still_read()
    {
        (string id, JsonNode plan) = await server.NewSite("Limits");
        string json = plan.ToJsonString().Replace("\"hubs\":[],\"repeaters\":[],\"links\"", "\"hubs\":[{\"id\":\"h\",\"name\":\"h\",\"specId\":\"gone\"}],\"repeaters\":[],\"links\"", StringComparison.Ordinal);
        Assert.NotEqual(json, plan.ToJsonString());
        await Problem(await server.Save(id, json, "\"1\""), HttpStatusCode.UnprocessableEntity);
        string hash = Core.Format.PlanJson.Hash(System.Text.Encoding.UTF8.GetBytes(json));
        await Sql($"UPDATE Revisions SET PlanJson = CAST('{json.Replace("'", "''", StringComparison.Ordinal)}' AS BLOB), Sha256 = '{hash}' WHERE SiteId = '{id}'");
        JsonNode read = (await server.Http.GetFromJsonAsync<JsonNode>($"/api/sites/{id}/plan"))!;
        Assert.Equal("gone", (string)read["plan"]!["installation"]!["hubs"]![0]!["specId"]!);
    }

    [Fact]
    public async Task A_site_is_put_away_taken_back_and_deleted_with_a_trace()
    {
        (string id, JsonNode plan) = await server.NewSite("Put away");
        await Problem(await server.Http.DeleteAsync($"/api/sites/{id}"), HttpStatusCode.NotFound);
        Assert.Equal(HttpStatusCode.NoContent, (await server.Http.PostAsync($"/api/sites/{id}/put-away", null)).StatusCode);
        Assert.True((bool)(await Listed(id))["isPutAway"]!);
        Assert.Equal(HttpStatusCode.NoContent, (await server.Http.PostAsync($"/api/sites/{id}/take-back", null)).StatusCode);
        Assert.False((bool)(await Listed(id))["isPutAway"]!);
        await server.Http.PostAsync($"/api/sites/{id}/put-away", null);
        Assert.Equal(HttpStatusCode.NoContent, (await server.Http.DeleteAsync($"/api/sites/{id}")).StatusCode);
        await Problem(await server.Http.GetAsync($"/api/sites/{id}/plan"), HttpStatusCode.NotFound);
        await Problem(await server.Save(id, plan.ToJsonString(), "\"0\""), HttpStatusCode.NotFound);
        await Problem(await server.Http.PostAsync($"/api/sites/{id}/put-away", null), HttpStatusCode.NotFound);
        JsonNode trace = (await server.Http.GetFromJsonAsync<JsonArray>("/api/sites/deleted"))!.Single(s => (string)s!["id"]! == id)!;
        Assert.Equal("Ines Marlów", (string)trace["deletedBy"]!);
        (string next, _) = await server.NewSite("Put away");
        Assert.Equal($"{id}-2", next);
    }

    [Fact]
    public void The_database_is_its_owners_only()
    {
        foreach (string file in DataFolder.WithJournals(DataFolder.DatabaseIn(server.Folder)).Where(File.Exists))
        {
            Assert.Equal(UnixFileMode.UserRead | UnixFileMode.UserWrite, File.GetUnixFileMode(file));
        }
    }

    [Fact]
    public void A_second_server_on_the_folder_is_told_so() =>
        Assert.Contains("is in use", Assert.Throws<StartFailure>(() => DataFolder.Hold(server.Folder)).Message);

    [Fact]
    public async Task A_backup_of_a_running_server_is_restored_beside_what_was_there()
    {
        (string id, _) = await server.NewSite("Backed up");
        string folder = Directory.CreateTempSubdirectory("terrapin-backup-").FullName;
        string file = Path.Combine(folder, "copy.db");
        await Backup.Write(server.Folder, file);
        Assert.Single(Directory.GetFiles(folder));
        using (var other = DataFolder.Hold(Path.Combine(folder, "data")))
        {
            await Database.Prepare(other, null);
            string? kept = await Backup.Restore(other, file, TimeProvider.System);
            Assert.True(File.Exists(kept));
            await Database.Prepare(other, null);
            await using var db = new SqliteConnection($"Data Source={other.Database};Pooling=False");
            await db.OpenAsync();
            await using SqliteCommand command = db.CreateCommand();
            command.CommandText = $"SELECT count(*) FROM Revisions WHERE SiteId = '{id}'";
            Assert.Equal(1L, await command.ExecuteScalarAsync());
            await File.WriteAllTextAsync(file, "no database at all, but long enough to be looked at");
            await Assert.ThrowsAsync<StartFailure>(() => Backup.Restore(other, file, TimeProvider.System));
            await Database.Prepare(other, null);
        }

        SqliteConnection.ClearAllPools();
        Directory.Delete(folder, recursive: true);
    }

    [Theory]
    [InlineData("empty", "the file is empty")]
    [InlineData("newer", "newer version of Terrapin")]
    [InlineData("other", "is no database of Terrapin")]
    [InlineData("gone", "its journal was left")]
    public async Task Each_way_in_which_a_database_cannot_be_used_is_a_sentence_of_its_own(string what, string words)
    {
        string folder = Directory.CreateTempSubdirectory("terrapin-bad-").FullName;
        using (var held = DataFolder.Hold(folder))
        {
            await Database.Prepare(held, null);
            SqliteConnection.ClearAllPools();
            string change = what switch
            {
                "newer" => "INSERT INTO __EFMigrationsHistory VALUES ('29991231235959_Later', '99')",
                "other" => "DELETE FROM __EFMigrationsHistory",
                _ => "",
            };
            if (change.Length > 0)
            {
                await using var db = new SqliteConnection($"Data Source={held.Database};Pooling=False");
                await db.OpenAsync();
                await using SqliteCommand command = db.CreateCommand();
                command.CommandText = change;
                await command.ExecuteNonQueryAsync();
            }
            else if (what == "empty")
            {
                await File.WriteAllBytesAsync(held.Database, []);
            }
            else
            {
                File.Delete(held.Database);
                await File.WriteAllTextAsync($"{held.Database}-wal", "left");
            }

            Assert.Contains(words, (await Assert.ThrowsAsync<StartFailure>(() => Database.Prepare(held, null))).Message);
        }

        SqliteConnection.ClearAllPools();
        Directory.Delete(folder, recursive: true);
    }

    [Fact]
    public async Task A_migration_lock_that_a_kill_left_does_not_hold_up_the_next_start()
    {
        string folder = Directory.CreateTempSubdirectory("terrapin-lock-").FullName;
        using (var held = DataFolder.Hold(folder))
        {
            await Database.Prepare(held, null);
            await using (var db = new SqliteConnection($"Data Source={held.Database};Pooling=False"))
            {
                await db.OpenAsync();
                await using SqliteCommand command = db.CreateCommand();
                command.CommandText = "CREATE TABLE IF NOT EXISTS __EFMigrationsLock (Id INTEGER PRIMARY KEY, Timestamp TEXT NOT NULL); INSERT OR REPLACE INTO __EFMigrationsLock VALUES (1, '2026-01-01')";
                await command.ExecuteNonQueryAsync();
            }

            Task start = Database.Prepare(held, null);
            Assert.Same(start, await Task.WhenAny(start, Task.Delay(TimeSpan.FromSeconds(20))));
            await start;
        }

        SqliteConnection.ClearAllPools();
        Directory.Delete(folder, recursive: true);
    }

    [Fact]
    public async Task A_first_start_that_is_killed_at_any_moment_leaves_the_next_whole()
    {
        string demo = Path.GetFullPath(Path.Combine(AppContext.BaseDirectory, "../../../../../demo"));
        var random = new Random(20261126);
        for (int kill = 0; kill < 4; kill++)
        {
            string folder = Directory.CreateTempSubdirectory("terrapin-first-").FullName;
            using (Process first = Process.Start(new ProcessStartInfo("dotnet", [typeof(Program).Assembly.Location, "--port", "5391", "--data", folder, "--demo", demo]) { RedirectStandardOutput = true, RedirectStandardError = true })!)
            {
                await Task.Delay(random.Next(300, 2500));
                first.Kill();
                await first.WaitForExitAsync();
            }

            using (var held = DataFolder.Hold(folder))
            {
                await Database.Prepare(held, demo);
                await using var db = new SqliteConnection($"Data Source={held.Database};Pooling=False");
                await db.OpenAsync();
                await using SqliteCommand command = db.CreateCommand();
                command.CommandText = "SELECT count(*) FROM Sites";
                Assert.Equal((long)Directory.GetFiles(demo, "*.terrapin.json").Length, await command.ExecuteScalarAsync());
            }

            SqliteConnection.ClearAllPools();
            Directory.Delete(folder, recursive: true);
        }
    }
}
