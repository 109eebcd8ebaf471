using System.Text.Json;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Terrapin.Core.Format;
using Terrapin.Core.Model;

namespace Terrapin.Store;

/// <summary>An entry of a site's log.</summary>
/// <param name="Number">Counts from 1 within its site.</param>
/// <param name="Revision">The site's newest revision when it was written down.</param>
public sealed record LogRecord(int Number, int Revision, string By, DateTimeOffset At, LogEntry Entry);

/// <summary>What happened at the sites. Entries are added and never changed.</summary>
public sealed class LogStore(TerrapinDb db, TimeProvider clock)
{
    /// <summary>The entries of a site, in their order; empty where there is no such site.</summary>
    public async Task<IReadOnlyList<LogRecord>> List(string siteId, CancellationToken cancel) =>
        [.. (await db.Log.AsNoTracking().Where(e => e.SiteId == siteId).OrderBy(e => e.Number).ToListAsync(cancel)).Select(Record)];

    /// <summary>Writes an entry down; <see langword="null"/> where there is no such site.</summary>
    /// <param name="entry">Whole, as its check says.</param>
    public async Task<LogRecord?> Append(string siteId, LogEntry entry, string by, CancellationToken cancel) =>
        await Append(db, siteId, entry, by, clock.GetLocalNow(), () => { }, cancel) is { } row ? Record(row) : null;

    /// <summary>Brings what plans of older versions kept themselves into the logs of their sites, once.</summary>
    public async Task TakeOverOlder(CancellationToken cancel)
    {
        foreach (SiteRow site in await db.Sites.Where(s => !s.HasLog && s.DeletedAt == null).ToListAsync(cancel))
        {
            RevisionRow head = await db.Revisions.AsNoTracking().SingleAsync(r => r.SiteId == site.Id && r.Number == site.Head, cancel);
            if (PlanJson.Hash(head.PlanJson) != head.Sha256)
            {
                // Whoever opens the site is told; a backup that is restored is taken over then.
                continue;
            }

            using var plan = JsonDocument.Parse(head.PlanJson);
            var rows = PlanUpgrade.Happened(plan.RootElement).Select(e => Row(site.Id, head.Number, head.Author, head.SavedAt, e)).ToList();
            var photographs = await db.Photographs.AsNoTracking().Where(p => p.SiteId == site.Id).OrderBy(p => p.Number).Select(p => new { p.Id, p.AddedBy, p.AddedAt }).ToListAsync(cancel);
            rows.AddRange(photographs.Select(p => Row(site.Id, head.Number, p.AddedBy, p.AddedAt, new LogEntry { Kind = LogKind.PhotographTaken, PhotographId = p.Id })));
            db.Log.AddRange(Numbered([.. rows.OrderBy(r => r.At)]));
            site.HasLog = true;
            await db.SaveChangesAsync(cancel);
            db.ChangeTracker.Clear();
        }
    }

    /// <summary>Writes an entry down together with something else, or neither.</summary>
    /// <param name="with">Adds that to the same save.</param>
    internal static async Task<LogRow?> Append(TerrapinDb db, string siteId, LogEntry entry, string by, DateTimeOffset at, Action with, CancellationToken cancel)
    {
        while (true)
        {
            int? head = await db.Sites.AsNoTracking().Where(s => s.Id == siteId && s.DeletedAt == null).Select(s => (int?)s.Head).SingleOrDefaultAsync(cancel);
            if (head is null)
            {
                return null;
            }

            LogRow row = Row(siteId, head.Value, by, at, entry);
            row.Number = 1 + await Last(db, siteId, cancel);
            db.Log.Add(row);
            with();
            try
            {
                await db.SaveChangesAsync(cancel);
                return row;
            }
            catch (DbUpdateException e) when (e.InnerException is SqliteException { SqliteErrorCode: SiteStore.SqliteConstraint })
            {
                // Somebody else wrote the entry of this number in the meantime.
                db.ChangeTracker.Clear();
            }
        }
    }

    /// <summary>Number of a site's last entry; 0 where there is none.</summary>
    internal static async Task<int> Last(TerrapinDb db, string siteId, CancellationToken cancel) =>
        await db.Log.Where(e => e.SiteId == siteId).MaxAsync(e => (int?)e.Number, cancel) ?? 0;

    /// <summary>Numbers entries that follow one another.</summary>
    /// <param name="last">Number of the entry before them; 0: they come with a new site.</param>
    internal static IEnumerable<LogRow> Numbered(IReadOnlyList<LogRow> rows, int last = 0)
    {
        for (int i = 0; i < rows.Count; i++)
        {
            rows[i].Number = last + i + 1;
        }

        return rows;
    }

    internal static LogRow Row(string siteId, int revision, string by, DateTimeOffset at, LogEntry entry) =>
        new() { SiteId = siteId, Revision = revision, By = by, At = at, EntryJson = JsonSerializer.SerializeToUtf8Bytes(entry, PlanJson.Options) };

    private static LogRecord Record(LogRow row) =>
        new(row.Number, row.Revision, row.By, row.At, JsonSerializer.Deserialize<LogEntry>(row.EntryJson, PlanJson.Options)!);
}
