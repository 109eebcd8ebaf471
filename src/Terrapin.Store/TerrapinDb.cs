using System.Data.Common;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Design;
using Microsoft.EntityFrameworkCore.Diagnostics;

namespace Terrapin.Store;

/// <summary>The database of one firm.</summary>
public sealed class TerrapinDb(DbContextOptions<TerrapinDb> options) : DbContext(options)
{
    public DbSet<SiteRow> Sites => Set<SiteRow>();

    public DbSet<RevisionRow> Revisions => Set<RevisionRow>();

    public DbSet<PhotographRow> Photographs => Set<PhotographRow>();

    public DbSet<LogRow> Log => Set<LogRow>();

    public DbSet<CatalogueRow> Catalogues => Set<CatalogueRow>();

    /// <summary>Options for a database file, with full durability: an answered save is on the disk.</summary>
    /// <param name="path">The file; its folder must exist.</param>
    public static DbContextOptionsBuilder Configure(DbContextOptionsBuilder options, string path) =>
        options.UseSqlite($"Data Source={path}").AddInterceptors(new Durability());

    protected override void OnModelCreating(ModelBuilder model)
    {
        model.Entity<SiteRow>(site =>
        {
            site.HasKey(s => s.Id);
            site.Property(s => s.Id).HasMaxLength(40);
            site.Property(s => s.Name).HasMaxLength(120);
            site.Property(s => s.Head).IsConcurrencyToken();
            site.Property(s => s.DeletedBy).HasMaxLength(120);
        });
        model.Entity<RevisionRow>(revision =>
        {
            revision.HasKey(r => new { r.SiteId, r.Number });
            revision.Property(r => r.Author).HasMaxLength(120);
            revision.HasOne<SiteRow>().WithMany(s => s.Revisions).HasForeignKey(r => r.SiteId);
        });
        model.Entity<PhotographRow>(photograph =>
        {
            photograph.HasKey(p => p.Number);
            photograph.HasIndex(p => new { p.SiteId, p.Id }).IsUnique();
            photograph.Property(p => p.Id).HasMaxLength(40);
            photograph.Property(p => p.StopValveId).HasMaxLength(40);
            photograph.Property(p => p.Caption).HasMaxLength(200);
            photograph.Property(p => p.AddedBy).HasMaxLength(120);
            photograph.HasOne<SiteRow>().WithMany().HasForeignKey(p => p.SiteId);
        });
        model.Entity<CatalogueRow>(catalogue =>
        {
            catalogue.HasKey(c => c.Number);
            catalogue.Property(c => c.Number).ValueGeneratedNever();
            catalogue.Property(c => c.SavedBy).HasMaxLength(120);
        });
        model.Entity<LogRow>(entry =>
        {
            entry.HasKey(e => new { e.SiteId, e.Number });
            entry.Property(e => e.By).HasMaxLength(120);
            entry.HasOne<SiteRow>().WithMany().HasForeignKey(e => e.SiteId);
        });
    }

    private sealed class Durability : DbConnectionInterceptor
    {
        public override void ConnectionOpened(DbConnection connection, ConnectionEndEventData eventData) => Set(connection);

        public override Task ConnectionOpenedAsync(DbConnection connection, ConnectionEndEventData eventData, CancellationToken cancellationToken = default)
        {
            Set(connection);
            return Task.CompletedTask;
        }

        private static void Set(DbConnection connection)
        {
            // EF Core looks this way whether a database is there; such a connection can set nothing.
            if (new SqliteConnectionStringBuilder(connection.ConnectionString).Mode == SqliteOpenMode.ReadOnly)
            {
                return;
            }

            using DbCommand command = connection.CreateCommand();
            command.CommandText = "PRAGMA journal_mode=WAL; PRAGMA synchronous=FULL; PRAGMA foreign_keys=ON;";
            command.ExecuteNonQuery();
        }
    }
}

/// <summary>For the migration tool only.</summary>
internal sealed class DesignTimeDb : IDesignTimeDbContextFactory<TerrapinDb>
{
    public TerrapinDb CreateDbContext(string[] args)
    {
        var options = new DbContextOptionsBuilder<TerrapinDb>();
        TerrapinDb.Configure(options, "design.db");
        return new TerrapinDb(options.Options);
    }
}
