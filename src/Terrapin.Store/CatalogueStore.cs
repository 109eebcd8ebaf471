using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Terrapin.Core.Format;
using Terrapin.Core.Model;

namespace Terrapin.Store;

/// <summary>The firm's catalogue at one of its revisions.</summary>
public sealed record SavedCatalogue(int Revision, string SavedBy, DateTimeOffset SavedAt, Catalogue Catalogue);

/// <summary>A revision of the catalogue, without it.</summary>
public sealed record CatalogueRevision(int Revision, string SavedBy, DateTimeOffset SavedAt);

/// <summary>The one catalogue of the firm. A revision, once written, is never changed.</summary>
public sealed class CatalogueStore(TerrapinDb db, TimeProvider clock)
{
    /// <summary>The first revision is the house's, where there is none yet.</summary>
    public async Task Begin(CancellationToken cancel)
    {
        if (!await db.Catalogues.AnyAsync(cancel))
        {
            db.Catalogues.Add(Row(1, HouseCatalogue.Devices, "Terrapin"));
            await db.SaveChangesAsync(cancel);
        }
    }

    /// <summary>The newest revision, or the one of a number; <see langword="null"/> where there is none of that number.</summary>
    public async Task<SavedCatalogue?> Read(int? revision, CancellationToken cancel) =>
        await db.Catalogues.AsNoTracking().Where(c => revision == null || c.Number == revision).OrderByDescending(c => c.Number).FirstOrDefaultAsync(cancel) is { } row
            ? Saved(row)
            : null;

    /// <summary>The newest revision.</summary>
    public async Task<SavedCatalogue> Newest(CancellationToken cancel) =>
        await Read(null, cancel) ?? throw new InvalidOperationException("The database has no catalogue: it was not prepared.");

    /// <summary>The revisions, the newest first.</summary>
    public async Task<IReadOnlyList<CatalogueRevision>> History(CancellationToken cancel) =>
        await db.Catalogues.AsNoTracking().OrderByDescending(c => c.Number).Select(c => new CatalogueRevision(c.Number, c.SavedBy, c.SavedAt)).ToListAsync(cancel);

    /// <summary>Saves the next revision, if the one it was made from is still the newest; <see langword="null"/>: somebody saved meanwhile.</summary>
    /// <param name="catalogue">Checked.</param>
    /// <param name="savedBy">Who saves it.</param>
    /// <param name="basedOn">The revision that they had before them.</param>
    public async Task<SavedCatalogue?> Save(Catalogue catalogue, string savedBy, int basedOn, CancellationToken cancel)
    {
        if ((await Newest(cancel)).Revision != basedOn)
        {
            return null;
        }

        CatalogueRow row = Row(basedOn + 1, catalogue, savedBy);
        db.Catalogues.Add(row);
        try
        {
            await db.SaveChangesAsync(cancel);
            return Saved(row);
        }
        catch (DbUpdateException e) when (e.InnerException is SqliteException { SqliteErrorCode: SiteStore.SqliteConstraint })
        {
            // Somebody else saved between the look and the write.
            db.ChangeTracker.Clear();
            return null;
        }
    }

    private CatalogueRow Row(int number, Catalogue catalogue, string savedBy) =>
        new() { Number = number, SavedBy = savedBy, SavedAt = clock.GetLocalNow(), CatalogueJson = PlanJson.Write(catalogue) };

    private static SavedCatalogue Saved(CatalogueRow row) =>
        new(row.Number, row.SavedBy, row.SavedAt, PlanJson.ReadStoredCatalogue(row.CatalogueJson));
}
