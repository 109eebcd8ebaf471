using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Terrapin.Core.Plans;

namespace Terrapin.Store;

/// <summary>A site in a list.</summary>
public sealed record SiteSummary(string Id, string Name, int Revision, string Author, DateTimeOffset SavedAt);

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
    private const int SqliteConstraint = 19;

    /// <summary>All sites, by name.</summary>
    public async Task<IReadOnlyList<SiteSummary>> List(CancellationToken cancel) =>
        await (from site in db.Sites.AsNoTracking()
               join revision in db.Revisions.AsNoTracking() on new { SiteId = site.Id, Number = site.Head } equals new { revision.SiteId, revision.Number }
               orderby site.Name, site.Id
               select new SiteSummary(site.Id, site.Name, site.Head, revision.Author, revision.SavedAt)).ToListAsync(cancel);

    /// <summary>Makes a site whose first revision is this plan.</summary>
    /// <returns>The first revision; its site id is made from the name and is unique.</returns>
    public async Task<SavedPlan> Create(Plan plan, string author, CancellationToken cancel)
    {
        string wanted = SiteId.From(plan.Site.Name);
        for (int attempt = 1; ; attempt++)
        {
            string id = attempt == 1 ? wanted : SiteId.Numbered(wanted, attempt);
            if (await db.Sites.AsNoTracking().AnyAsync(s => s.Id == id, cancel))
            {
                continue;
            }

            RevisionRow row = Row(id, 1, plan, author);
            db.Sites.Add(new SiteRow { Id = id, Name = plan.Site.Name, Head = 1 });
            db.Revisions.Add(row);
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
    public async Task<SavedPlan?> Read(string siteId, int? number, CancellationToken cancel)
    {
        RevisionRow? row = await db.Revisions.AsNoTracking()
            .Where(r => r.SiteId == siteId && (number == null || r.Number == number))
            .OrderByDescending(r => r.Number)
            .FirstOrDefaultAsync(cancel);
        return row is null ? null : Saved(row, PlanJson.Read(row.PlanJson));
    }

    /// <summary>The revisions of a site, the newest first, without their plans; empty where there is no such site.</summary>
    public async Task<IReadOnlyList<SiteSummary>> History(string siteId, CancellationToken cancel) =>
        await (from revision in db.Revisions.AsNoTracking()
               join site in db.Sites.AsNoTracking() on revision.SiteId equals site.Id
               where revision.SiteId == siteId
               orderby revision.Number descending
               select new SiteSummary(revision.SiteId, site.Name, revision.Number, revision.Author, revision.SavedAt)).ToListAsync(cancel);

    /// <summary>Saves a plan as the next revision, if the one it was made from is still the newest.</summary>
    /// <param name="basedOn">Number of the revision that the author had before them.</param>
    public async Task<SaveResult> Save(string siteId, Plan plan, string author, int basedOn, CancellationToken cancel)
    {
        SiteRow? site = await db.Sites.FirstOrDefaultAsync(s => s.Id == siteId, cancel);
        if (site is null)
        {
            return new SaveResult.NoSuchSite();
        }

        if (site.Head == basedOn)
        {
            RevisionRow row = Row(siteId, basedOn + 1, plan, author);
            (site.Head, site.Name) = (row.Number, plan.Site.Name);
            db.Revisions.Add(row);
            try
            {
                await db.SaveChangesAsync(cancel);
                return new SaveResult.Saved(Saved(row, plan));
            }
            catch (DbUpdateException e) when (e is DbUpdateConcurrencyException || e.InnerException is SqliteException { SqliteErrorCode: SqliteConstraint })
            {
                // Somebody else saved between the look and the write.
                db.ChangeTracker.Clear();
            }
        }

        return new SaveResult.Stale((await Read(siteId, null, cancel))!);
    }

    private RevisionRow Row(string siteId, int number, Plan plan, string author)
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
        };
    }

    private static SavedPlan Saved(RevisionRow row, Plan plan) =>
        new(row.SiteId, row.Number, row.Author, row.SavedAt, row.Sha256, plan);
}
