using System.Net.Http.Headers;
using BenchmarkDotNet.Attributes;

namespace Terrapin.Bench;

/// <summary>Goal: the demo site's assessment through HTTP, there and back, under 50 ms.</summary>
public class HttpBenchmarks
{
    private BenchServer? server;
    private byte[] json = [];

    [GlobalSetup]
    public async Task Start()
    {
        json = DemoPlan.Read();
        server = await BenchServer.Start();
    }

    [GlobalCleanup]
    public async Task Stop() => await server!.DisposeAsync();

    [Benchmark]
    public async Task<byte[]> AssessDemoOverHttp()
    {
        using var body = new ByteArrayContent(json);
        body.Headers.ContentType = new MediaTypeHeaderValue("application/json");
        HttpResponseMessage answer = await server!.Http.PostAsync($"{server.Address}/api/assessments", body);
        return await answer.EnsureSuccessStatusCode().Content.ReadAsByteArrayAsync();
    }
}
