using Terrapin.Server.Api;
using Terrapin.Store;

namespace Terrapin.Server.Hosting;

/// <summary>Calculates, one after the other, the overviews of sites that were saved by an earlier version.</summary>
internal sealed partial class OverviewKeeper(IServiceScopeFactory scopes, SiteOverviews overviews, ILogger<OverviewKeeper> log) : BackgroundService
{
    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        await Task.Yield();
        await using AsyncServiceScope scope = scopes.CreateAsyncScope();
        SiteStore store = scope.ServiceProvider.GetRequiredService<SiteStore>();
        foreach (SiteSummary site in (await store.List(stoppingToken)).Where(s => SiteOverview.Pieces(s.Overview).Tally.IsEmpty))
        {
            try
            {
                if (await store.Read(site.Id, site.Revision, stoppingToken) is { } saved && overviews.Of(saved.Plan, stoppingToken) is { } overview)
                {
                    await store.NoteOverview(site.Id, site.Revision, overview, stoppingToken);
                }
            }
            catch (Exception e) when (e is not OperationCanceledException)
            {
                // The list goes on to say of this one that its figures cannot be shown.
                CannotRead(log, site.Id, e);
            }
        }
    }

    [LoggerMessage(Level = LogLevel.Error, Message = "The site {Site} cannot be read.")]
    private static partial void CannotRead(ILogger log, string site, Exception e);
}
