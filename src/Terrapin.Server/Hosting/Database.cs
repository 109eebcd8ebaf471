using Microsoft.EntityFrameworkCore;
using Terrapin.Documents;
using Terrapin.Store;

namespace Terrapin.Server.Hosting;

/// <summary>Brings the database up to date, and fills a new one with the demo firm's sites.</summary>
internal static class Database
{
    public const string FileName = "terrapin.db";

    public static async Task Prepare(IServiceProvider services, string? demoFolder)
    {
        await using AsyncServiceScope scope = services.CreateAsyncScope();
        TerrapinDb db = scope.ServiceProvider.GetRequiredService<TerrapinDb>();
        bool isNew = !(await db.Database.GetAppliedMigrationsAsync()).Any();
        await db.Database.MigrateAsync();
        if (isNew && demoFolder is not null)
        {
            SiteStore store = scope.ServiceProvider.GetRequiredService<SiteStore>();
            foreach (string file in Directory.EnumerateFiles(demoFolder, "*.terrapin.json").Order())
            {
                SiteArchive archive = SiteArchive.Read(await File.ReadAllBytesAsync(file));
                await store.Create(archive.Plan, archive.Revision.Author, CancellationToken.None);
            }
        }
    }
}
