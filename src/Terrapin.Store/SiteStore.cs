using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Storage;
using Terrapin.Core.Format;
using Terrapin.Core.Model;
using Terrapin.Core.Validation;

namespace Terrapin.Store;

/// <summary>A site in a list.</summary>
/// <param name="Overview">What a list shows of its newest revision; <see langword="null"/>: not known.</param>
public sealed record SiteSummary(string Id, string Name, int Revision, string Author, DateTimeOffset SavedAt, byte[]? Overview, DateTimeOffset? PutAwayAt);

/// <summary>One saved state of a site's plan, without the plan.</summary>
public sealed record RevisionSummary(int Number, string Author, DateTimeOffset SavedAt);

/// <summary>What is left of a deleted site.</summary>
public sealed record DeletedSite(string Id, string Name, string DeletedBy, DateTimeOffset DeletedAt);

/// <summary>A stored revision is not what was saved.</summary>
public sealed class DamagedRevisionException(string siteId, int number) : Exception(
    $"Restore a backup: revision {number} of site \"{siteId}\" is damaged in the database. What is stored does not fit the hash that was stored with it.");

/// <summary>A saved plan, and who saved it when.</summary>
public sealed record SavedPlan(string SiteId, int Number, string Author, DateTimeOffset SavedAt, string Sha256, Plan Plan);

/// <summary>What a save came to.</summary>
public abstract record SaveResult
{
    private SaveResult()
    {
    }

    public sealed record Saved(SavedPlan Revision) : SaveResult;

    /// <summary>Somebody saved in the meantime; nothing was written.</summary>
    /// <param name="Newest">What is there now.</param>
    public sealed record Stale(SavedPlan Newest) : SaveResult;

    public sealed record NoSuchSite : SaveResult;
}

/// <summary>Sites and the revisions of their plans. A revision, once written, is never changed.</summary>
public sealed class SiteStore(TerrapinDb db, TimeProvider clock)
{
    internal const int SqliteConstraint = 19;

    /// <summary>All sites that are not deleted, by name.</summary>
    /// <remarks>An outer join, though each site has a newest revision: of an inner one SQLite goes through all revisions, and reads them.</remarks>
    public async Task<IReadOnlyList<SiteSummary>> List(CancellationToken cancel) =>
        await (from site in db.Sites.AsNoTracking()
               where site.DeletedAt == null
               from revision in db.Revisions.AsNoTracking().Where(r => r.SiteId == site.Id && r.Number == site.Head).DefaultIfEmpty()
               orderby site.Name, site.Id
               select new SiteSummary(site.Id, site.Name, site.Head, revision.Author, revision.SavedAt, revision.Overview, site.PutAwayAt)).ToListAsync(cancel);

    /// <summary>Whether there is such a site, and it is not deleted.</summary>
    public Task<bool> Has(string siteId, CancellationToken cancel) => db.Sites.AnyAsync(s => s.Id == siteId && s.DeletedAt == null, cancel);

    /// <summary>Those that are deleted, the latest first.</summary>
    public async Task<IReadOnlyList<DeletedSite>> ListDeleted(CancellationToken cancel) =>
        [.. (await db.Sites.AsNoTracking().Where(s => s.DeletedAt != null).ToListAsync(cancel))
            .Select(s => new DeletedSite(s.Id, s.Name, s.DeletedBy!, s.DeletedAt!.Value)).OrderByDescending(s => s.DeletedAt)];

    /// <summary>Takes a site out of the list, or back into it; whether there is one.</summary>
    public async Task<bool> PutAway(string siteId, bool away, CancellationToken cancel)
    {
        DateTimeOffset? at = away ? clock.GetLocalNow() : null;
        return await db.Sites.Where(s => s.Id == siteId && s.DeletedAt == null).ExecuteUpdateAsync(set => set.SetProperty(s => s.PutAwayAt, at), cancel) > 0;
    }

    /// <summary>Deletes the revisions, photographs and log of a site that was put away; that it was there, and who deleted it, stays.</summary>
    /// <returns>Whether there was one, and it was put away.</returns>
    public async Task<bool> Delete(string siteId, string author, CancellationToken cancel)
    {
        await using IDbContextTransaction transaction = await db.Database.BeginTransactionAsync(cancel);
        DateTimeOffset now = clock.GetLocalNow();
        int found = await db.Sites.Where(s => s.Id == siteId && s.DeletedAt == null && s.PutAwayAt != null).ExecuteUpdateAsync(
            set => set.SetProperty(s => s.DeletedAt, now).SetProperty(s => s.DeletedBy, author).SetProperty(s => s.Head, 0), cancel);
        if (found == 0)
        {
            return false;
        }

        await db.Photographs.Where(p => p.SiteId == siteId).ExecuteDeleteAsync(cancel);
        await db.Log.Where(e => e.SiteId == siteId).ExecuteDeleteAsync(cancel);
        await db.Revisions.Where(r => r.SiteId == siteId).ExecuteDeleteAsync(cancel);
        await transaction.CommitAsync(cancel);
        return true;
    }

    /// <summary>Notes what a list shows of a revision that was saved without it.</summary>
    public Task NoteOverview(string siteId, int number, byte[] overview, CancellationToken cancel) =>
        db.Revisions.Where(r => r.SiteId == siteId && r.Number == number).ExecuteUpdateAsync(set => set.SetProperty(r => r.Overview, overview), cancel);

    /// <summary>Makes a site whose first revision is this plan.</summary>
    /// <param name="overview">What a list is to show of it.</param>
    /// <returns>The first revision; its site id is made from the name and is unique.</returns>
    /// <param name="photographs">Those that come with it, kept with it or not at all.</param>
    /// <param name="log">What happened before it came here, told by whom and when.</param>
    public async Task<SavedPlan> Create(
        Plan plan, string author, byte[]? overview, CancellationToken cancel, IReadOnlyList<NewPhotograph>? photographs = null, IReadOnlyList<LogRecord>? log = null)
    {
        string wanted = SiteId.From(plan.Site.Name);
        for (int attempt = 1; ; attempt++)
        {
            string id = attempt == 1 ? wanted : SiteId.Numbered(wanted, attempt);
            if (await db.Sites.AsNoTracking().AnyAsync(s => s.Id == id, cancel))
            {
                continue;
            }

            RevisionRow row = Row(id, 1, plan, author, overview);
            db.Sites.Add(new SiteRow { Id = id, Name = plan.Site.Name, Head = 1, HasLog = true });
            db.Revisions.Add(row);
            db.Photographs.AddRange((photographs ?? []).Select(p => p.In(id)));
            db.Log.AddRange(LogStore.Numbered([.. (log ?? []).Select(e => LogStore.Row(id, 1, e.By, e.At, e.Entry))]));
            try
            {
                await db.SaveChangesAsync(cancel);
                return Saved(row, plan);
            }
            catch (DbUpdateException e) when (e.InnerException is SqliteException { SqliteErrorCode: SqliteConstraint })
            {
                // Another request took the id between the look and the write.
                db.ChangeTracker.Clear();
            }
        }
    }

    /// <summary>The newest revision, or the one of a number; <see langword="null"/> where there is none.</summary>
    /// <exception cref="DamagedRevisionException">What is stored does not fit its hash.</exception>
    /// <exception cref="RefusedException">It was written by a newer version of this program.</exception>
    public async Task<SavedPlan?> Read(string siteId, int? number, CancellationToken cancel)
    {
        RevisionRow? row = await db.Revisions.AsNoTracking()
            .Where(r => r.SiteId == siteId && (number == null || r.Number == number))
            .OrderByDescending(r => r.Number)
            .FirstOrDefaultAsync(cancel);
        if (row is null)
        {
            return null;
        }

        return PlanJson.Hash(row.PlanJson) == row.Sha256
            ? Saved(row, PlanJson.ReadStored(row.PlanJson))
            : throw new DamagedRevisionException(siteId, row.Number);
    }

    /// <summary>The revisions of a site, the newest first, without their plans; empty where there is no such site.</summary>
    public async Task<IReadOnlyList<RevisionSummary>> History(string siteId, CancellationToken cancel) =>
        await db.Revisions.AsNoTracking().Where(r => r.SiteId == siteId).OrderByDescending(r => r.Number)
            .Select(r => new RevisionSummary(r.Number, r.Author, r.SavedAt)).ToListAsync(cancel);

    /// <summary>Saves a plan as the next revision, if the one it was made from is still the newest.</summary>
    /// <param name="basedOn">Number of the revision that the author had before them.</param>
    /// <param name="overview">What a list is to show of it.</param>
    public async Task<SaveResult> Save(string siteId, Plan plan, string author, int basedOn, byte[]? overview, CancellationToken cancel)
    {
        while (await db.Sites.FirstOrDefaultAsync(s => s.Id == siteId && s.DeletedAt == null, cancel) is { } site && site.Head == basedOn)
        {
            RevisionRow row = Row(siteId, basedOn + 1, plan, author, overview);
            (site.Head, site.Name) = (row.Number, plan.Site.Name);
            db.Revisions.Add(row);
            await AddSignalsRead(row, plan, cancel);
            try
            {
                await db.SaveChangesAsync(cancel);
                return new SaveResult.Saved(Saved(row, plan));
            }
            catch (DbUpdateException e) when (e is DbUpdateConcurrencyException || e.InnerException is SqliteException { SqliteErrorCode: SqliteConstraint })
            {
                // Somebody else saved, or wrote into the log, between the look and the write.
                db.ChangeTracker.Clear();
            }
        }

        return await Read(siteId, null, cancel) is { } newest ? new SaveResult.Stale(newest) : new SaveResult.NoSuchSite();
    }

    /// <summary>What was read in place since the revision before goes into the log with this one.</summary>
    private async Task AddSignalsRead(RevisionRow row, Plan plan, CancellationToken cancel)
    {
        if (plan.Installation.Signals.Count == 0)
        {
            return;
        }

        RevisionRow before = await db.Revisions.AsNoTracking().SingleAsync(r => r.SiteId == row.SiteId && r.Number == row.Number - 1, cancel);
        if (PlanJson.Hash(before.PlanJson) != before.Sha256)
        {
            // Whoever opens it is told that it is damaged; what was new in this one cannot be said.
            return;
        }

        IReadOnlyList<SignalReading> known = PlanJson.ReadStored(before.PlanJson).Installation.Signals;
        LogRow[] read = [.. plan.Installation.Signals.Except(known).Select(s => LogStore.Row(row.SiteId, row.Number, row.Author, row.SavedAt, new LogEntry { Kind = LogKind.SignalRead, Signal = s }))];
        if (read.Length > 0)
        {
            db.Log.AddRange(LogStore.Numbered(read, await LogStore.Last(db, row.SiteId, cancel)));
        }
    }

    private RevisionRow Row(string siteId, int number, Plan plan, string author, byte[]? overview)
    {
        byte[] json = PlanJson.Write(plan);
        return new RevisionRow
        {
            SiteId = siteId,
            Number = number,
            Author = author,
            SavedAt = clock.GetLocalNow(),
            Sha256 = PlanJson.Hash(json),
            PlanJson = json,
            Overview = overview,
        };
    }

    private static SavedPlan Saved(RevisionRow row, Plan plan) =>
        new(row.SiteId, row.Number, row.Author, row.SavedAt, row.Sha256, plan);
}
