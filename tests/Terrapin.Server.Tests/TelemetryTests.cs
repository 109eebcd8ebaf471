using System.Collections.Concurrent;
using System.Text;
using Microsoft.AspNetCore.Builder;
using Microsoft.AspNetCore.Http;
using Microsoft.Extensions.Logging;
using Terrapin.Server.Hosting;

namespace Terrapin.Server.Tests;

/// <summary>Traces and metrics go to a collector that is named, and nowhere else.</summary>
public sealed class TelemetryTests
{
    [Fact]
    public async Task A_collector_that_is_named_gets_traces_and_metrics()
    {
        var got = new ConcurrentDictionary<string, string>();
        WebApplicationBuilder builder = WebApplication.CreateSlimBuilder();
        builder.Logging.ClearProviders();
        await using WebApplication collector = builder.Build();
        collector.Urls.Add("http://127.0.0.1:0");
        collector.MapPost("/v1/{what}", async (string what, HttpRequest request) =>
        {
            using var body = new MemoryStream();
            await request.Body.CopyToAsync(body);
            got.AddOrUpdate(what, Encoding.Latin1.GetString(body.ToArray()), (_, before) => before + Encoding.Latin1.GetString(body.ToArray()));
        });
        await collector.StartAsync();

        string folder = Directory.CreateTempSubdirectory("terrapin-telemetry-").FullName;
        using (var held = DataFolder.Hold(folder))
        {
            await Database.Prepare(held, null);
            await using WebApplication app = Application.Build(new ServerOptions { Port = 0, Data = folder, Web = "no-web", Telemetry = new Uri(collector.Urls.First()) });
            await app.StartAsync();
            using var http = new HttpClient { BaseAddress = new Uri(app.Urls.First()) };
            (await http.GetAsync("/api/sites")).EnsureSuccessStatusCode();
            await app.StopAsync();
        }

        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        Directory.Delete(folder, recursive: true);
        Assert.Equal(["metrics", "traces"], got.Keys.Order());
        Assert.Contains("terrapin", got["traces"]);
        Assert.Contains("/api/sites", got["traces"]);
        Assert.Contains("http.server.request.duration", got["metrics"]);
    }
}
