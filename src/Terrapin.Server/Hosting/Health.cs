using Microsoft.AspNetCore.Diagnostics.HealthChecks;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Diagnostics.HealthChecks;
using Terrapin.Store;

namespace Terrapin.Server.Hosting;

/// <summary>For whoever watches the server: whether it runs, and whether it can read its sites.</summary>
internal static class Health
{
    private const string Ready = "ready";

    public static void Add(IServiceCollection services) => services.AddHealthChecks().AddCheck<SitesCanBeRead>("sites", tags: [Ready]);

    public static void Map(WebApplication app)
    {
        app.MapHealthChecks("/health/live", new HealthCheckOptions { Predicate = _ => false });
        app.MapHealthChecks("/health/ready", new HealthCheckOptions { Predicate = check => check.Tags.Contains(Ready) });
    }

    private sealed class SitesCanBeRead(IServiceScopeFactory scopes) : IHealthCheck
    {
        public async Task<HealthCheckResult> CheckHealthAsync(HealthCheckContext context, CancellationToken cancellationToken = default)
        {
            await using AsyncServiceScope scope = scopes.CreateAsyncScope();
            TerrapinDb db = scope.ServiceProvider.GetRequiredService<TerrapinDb>();
            try
            {
                await db.Sites.AnyAsync(cancellationToken);
                return HealthCheckResult.Healthy();
            }
            catch (Microsoft.Data.Sqlite.SqliteException trouble)
            {
                return HealthCheckResult.Unhealthy("The database cannot be read.", trouble);
            }
        }
    }
}
