using Microsoft.Extensions.Caching.Memory;
using Terrapin.Core;
using Terrapin.Core.Floors;
using Terrapin.Store;

namespace Terrapin.Server.Api;

/// <summary>Assessments of saved revisions. A revision never changes, so each is reckoned once and kept.</summary>
internal sealed class SiteAssessments(SiteStore store, IMemoryCache cache, FloorMemory floors)
{
    public async Task<Assessment> Of(string siteId, int number, CancellationToken cancel)
    {
        if (cache.TryGetValue((siteId, number), out Assessment? known))
        {
            return known!;
        }

        SavedPlan saved = await store.Read(siteId, number, cancel)
            ?? throw new InvalidOperationException($"Site {siteId} lists a revision {number} that is not there.");
        Assessment assessment = Assessor.Assess(saved.Plan, floors, cancel);
        cache.Set((siteId, number), assessment, new MemoryCacheEntryOptions { Size = 1 });
        return assessment;
    }
}
