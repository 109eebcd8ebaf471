using BenchmarkDotNet.Attributes;
using BenchmarkDotNet.Engines;
using Terrapin.Core.Floors;
using Terrapin.Core.Format;
using Terrapin.Core.Model;
using Terrapin.Server.Api;
using Terrapin.Server.Hosting;
using Terrapin.Store;

namespace Terrapin.Bench;

/// <summary>Goal: a thousand sites with three revisions each, listed over HTTP as the first request after a start, under 50 ms.</summary>
[SimpleJob(RunStrategy.ColdStart, launchCount: 5, iterationCount: 1)]
public class ListBenchmarks
{
    private const int Sites = 1000;
    private const int Revisions = 3;
    private BenchServer? server;

    [GlobalSetup]
    public async Task Start()
    {
        server = await BenchServer.Start(Fill);
        await WarmUp.Of(server.Address);
    }

    [GlobalCleanup]
    public async Task Stop() => await server!.DisposeAsync();

    /// <returns>Bytes of the answer.</returns>
    [Benchmark]
    public async Task<int> ListThousandSites() => (await server!.Http.GetByteArrayAsync($"{server.Address}/api/sites")).Length;

    private static async Task Fill(string path)
    {
        Plan plan = PlanJson.Read(DemoPlan.Read());
        byte[] json = PlanJson.Write(plan);
        string hash = PlanJson.Hash(json);
        byte[] overview = SiteOverview.Of(plan, new FloorMemory(), CancellationToken.None).Write();
        await using TerrapinDb db = Database.Open(path);
        for (int i = 0; i < Sites; i++)
        {
            string id = $"site-{i}";
            db.Sites.Add(new SiteRow { Id = id, Name = $"Site {i}", Head = Revisions, HasLog = true });
            db.Revisions.AddRange(Enumerable.Range(1, Revisions).Select(number => new RevisionRow
            {
                SiteId = id,
                Number = number,
                Author = "Maren Oddy",
                SavedAt = DateTimeOffset.UnixEpoch,
                Sha256 = hash,
                PlanJson = json,
                Overview = overview,
            }));
        }

        await db.SaveChangesAsync();
    }
}
