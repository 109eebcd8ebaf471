using System.Diagnostics;
using System.Net;
using System.Net.Http.Json;
using System.Net.Sockets;
using System.Text.Json.Nodes;
using Terrapin.Core.Format;
using Terrapin.Core.Model;

namespace Terrapin.Server.Tests;

/// <summary>The server process is killed while it saves; every answered save must be there afterwards, whole.</summary>
public sealed class KillTests : IDisposable
{
    private static readonly int Kills = Runs.Of(10);
    private const int Seed = 20261125;
    private readonly string folder = Directory.CreateTempSubdirectory("terrapin-kill-").FullName;

    public void Dispose() => Directory.Delete(folder, recursive: true);

    [Fact]
    public async Task A_save_that_was_answered_survives_a_kill_at_any_moment()
    {
        var random = new Random(Seed);
        int answered = 0;
        for (int kill = 0; kill < Kills; kill++)
        {
            using ServerProcess server = await ServerProcess.Start(folder);
            if (kill == 0)
            {
                (await server.Http.PostAsJsonAsync("/api/sites", new { name = "Hollin Bank" })).EnsureSuccessStatusCode();
                answered = 1;
            }

            int found = await CheckEveryRevision(server.Http, answered);
            var warm = new TaskCompletionSource();
            Task<int> saving = SaveUntilKilled(server.Http, found, warm);
            await warm.Task;
            await Task.Delay(random.Next(0, 150));
            server.Kill();
            answered = await saving;
        }

        using ServerProcess last = await ServerProcess.Start(folder);
        await CheckEveryRevision(last.Http, answered);
        Assert.True(answered > Kills, $"only {answered} saves in {Kills} runs (seed {Seed})");
    }

    /// <summary>One save more than was answered may be there: killed after the write and before the answer.</summary>
    private static async Task<int> CheckEveryRevision(HttpClient http, int answered)
    {
        JsonArray history = (await http.GetFromJsonAsync<JsonArray>("/api/sites/hollin-bank/revisions"))!;
        int newest = (int)history[0]!["number"]!;
        Assert.InRange(newest, answered, answered + 1);
        Assert.Equal(Enumerable.Range(1, newest).Reverse(), history.Select(h => (int)h!["number"]!));
        JsonNode saved = (await http.GetFromJsonAsync<JsonNode>("/api/sites/hollin-bank/plan"))!;
        byte[] canonical = PlanJson.Write(PlanJson.Read(System.Text.Encoding.UTF8.GetBytes(saved["plan"]!.ToJsonString())));
        Assert.Equal(PlanJson.Hash(canonical), (string)saved["sha256"]!);
        return newest;
    }

    private static async Task<int> SaveUntilKilled(HttpClient http, int newest, TaskCompletionSource warm)
    {
        while (true)
        {
            try
            {
                Plan plan = NewSite.Named("Hollin Bank");
                plan = plan with { Site = plan.Site with { Notes = $"after {newest}" } };
                using var request = new HttpRequestMessage(HttpMethod.Put, "/api/sites/hollin-bank/plan") { Content = new ByteArrayContent(PlanJson.Write(plan)) };
                request.Content.Headers.ContentType = new("application/json");
                request.Headers.TryAddWithoutValidation("If-Match", $"\"{newest}\"");
                HttpResponseMessage answer = await http.SendAsync(request);
                Assert.Equal(HttpStatusCode.OK, answer.StatusCode);
                newest++;
                warm.TrySetResult();
            }
            catch (HttpRequestException)
            {
                return newest;
            }
        }
    }

    private sealed class ServerProcess : IDisposable
    {
        private readonly Process process;

        private ServerProcess(Process process, int port)
        {
            this.process = process;
            Http = new HttpClient { BaseAddress = new Uri($"http://127.0.0.1:{port}") };
            Http.DefaultRequestHeaders.Add("Terrapin-Author", "Kill");
        }

        public HttpClient Http { get; }

        public static async Task<ServerProcess> Start(string folder)
        {
            int port = FreePort();
            var start = new ProcessStartInfo("dotnet", [typeof(Program).Assembly.Location, "--port", $"{port}", "--data", folder])
            {
                RedirectStandardOutput = true,
                RedirectStandardError = true,
            };
            Process process = Process.Start(start)!;
            string? line = await process.StandardOutput.ReadLineAsync();
            Assert.True(line?.Contains("ready", StringComparison.Ordinal) == true, line ?? await process.StandardError.ReadToEndAsync());
            return new ServerProcess(process, port);
        }

        public void Kill()
        {
            process.Kill();
            process.WaitForExit();
        }

        public void Dispose()
        {
            Kill();
            process.Dispose();
            Http.Dispose();
        }

        private static int FreePort()
        {
            using var listener = new TcpListener(IPAddress.Loopback, 0);
            listener.Start();
            return ((IPEndPoint)listener.LocalEndpoint).Port;
        }
    }
}
