using System.Net.Http.Headers;
using BenchmarkDotNet.Attributes;
using Microsoft.AspNetCore.Builder;
using Microsoft.AspNetCore.Hosting.Server;
using Microsoft.AspNetCore.Hosting.Server.Features;
using Microsoft.Extensions.DependencyInjection;
using Terrapin.Server.Hosting;

namespace Terrapin.Bench;

/// <summary>Goal: the demo site's assessment through HTTP, there and back, under 50 ms.</summary>
public class HttpBenchmarks
{
    private readonly string folder = Directory.CreateTempSubdirectory("terrapin-bench-").FullName;
    private readonly HttpClient http = new();
    private WebApplication? app;
    private DataFolder? held;
    private byte[] json = [];
    private string address = "";

    [GlobalSetup]
    public async Task Start()
    {
        json = DemoPlan.Read();
        app = Application.Build(new ServerOptions { Port = 0, Data = folder, Web = "no-web" });
        held = DataFolder.Hold(folder);
        await Database.Prepare(held, null);
        await app.StartAsync();
        address = app.Services.GetRequiredService<IServer>().Features.Get<IServerAddressesFeature>()!.Addresses.First();
    }

    [GlobalCleanup]
    public async Task Stop()
    {
        http.Dispose();
        await app!.DisposeAsync();
        held!.Dispose();
        Directory.Delete(folder, recursive: true);
    }

    [Benchmark]
    public async Task<byte[]> AssessDemoOverHttp()
    {
        using var body = new ByteArrayContent(json);
        body.Headers.ContentType = new MediaTypeHeaderValue("application/json");
        HttpResponseMessage answer = await http.PostAsync($"{address}/api/assessments", body);
        return await answer.EnsureSuccessStatusCode().Content.ReadAsByteArrayAsync();
    }
}
