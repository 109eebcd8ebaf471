using System.Diagnostics.CodeAnalysis;
using System.Net;
using System.Text.Json.Nodes;
using Microsoft.AspNetCore.Builder;
using Microsoft.AspNetCore.Hosting.Server;
using Microsoft.AspNetCore.Hosting.Server.Features;
using Microsoft.Extensions.DependencyInjection;
using Terrapin.Server.Hosting;
using Terrapin.Store;
using static Terrapin.Server.Tests.SitesApiTests;

namespace Terrapin.Server.Tests;

/// <summary>What whoever watches the server sees of it.</summary>
public sealed class HealthTests(TestServer server) : IClassFixture<TestServer>
{
    [Theory]
    [InlineData("/health/live")]
    [InlineData("/health/ready")]
    public async Task A_server_that_can_read_its_sites_says_so(string path) =>
        Assert.Equal("Healthy", await server.Http.GetStringAsync(path));

    [Fact]
    [SuppressMessage("Reliability", "CA2000", Justification = "The application is disposed of.")]
    public async Task One_that_cannot_read_them_lives_and_is_not_ready()
    {
        string folder = Directory.CreateTempSubdirectory("terrapin-health-").FullName;
        using (var held = DataFolder.Hold(folder))
        await using (WebApplication app = Application.Build(new ServerOptions { Port = 0, Data = folder, Web = "no-web" }))
        {
            await Database.Prepare(held, null);
            await app.StartAsync();
            Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
            File.Delete(held.Database);
            using var http = new HttpClient { BaseAddress = new Uri(app.Services.GetRequiredService<IServer>().Features.Get<IServerAddressesFeature>()!.Addresses.First()) };
            Assert.Equal(HttpStatusCode.OK, (await http.GetAsync("/health/live")).StatusCode);
            Assert.Equal(HttpStatusCode.ServiceUnavailable, (await http.GetAsync("/health/ready")).StatusCode);
        }

        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        Directory.Delete(folder, recursive: true);
    }

    [Fact]
    public async Task What_goes_wrong_is_logged_with_the_id_that_the_answer_shows()
    {
        string folder = Directory.CreateTempSubdirectory("terrapin-log-").FullName;
        var log = new StringWriter();
        TextWriter before = Console.Error;
        Console.SetError(TextWriter.Synchronized(log));
        try
        {
            // A store that cannot be made is nobody's input.
            await using WebApplication app = Application.Build(new ServerOptions { Port = 0, Data = folder, Web = "no-web" }, change =>
                change.Services.AddScoped<PhotographStore>(_ => throw new InvalidOperationException("broken on purpose")));
            using var held = DataFolder.Hold(folder);
            await Database.Prepare(held, null);
            await app.StartAsync();
            using var http = new HttpClient { BaseAddress = new Uri(app.Services.GetRequiredService<IServer>().Features.Get<IServerAddressesFeature>()!.Addresses.First()) };
            JsonNode problem = await Problem(await http.GetAsync("/api/sites/any/photographs"), HttpStatusCode.InternalServerError);
            string id = (string)problem["requestId"]!;
            Assert.DoesNotContain("broken on purpose", problem.ToJsonString(), StringComparison.Ordinal);
            string line = log.ToString().Split('\n').First(l => l.Contains("broken on purpose", StringComparison.Ordinal));
            Assert.Equal(id, (string)JsonNode.Parse(line)!["RequestId"]!);
        }
        finally
        {
            Console.SetError(before);
            Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
            Directory.Delete(folder, recursive: true);
        }
    }
}
