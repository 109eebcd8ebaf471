using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Terrapin.Core.Assessments;
using Terrapin.Core.Format;
using Terrapin.Documents;
using Terrapin.Server.Api;
using Terrapin.Store;

namespace Terrapin.Server.Hosting;

/// <summary>Brings the database up to date, or makes a new one, with the demo firm's sites, under another name until it is whole.</summary>
internal static class Database
{
    /// <summary>Prepares the database of a folder that is held.</summary>
    /// <param name="folder">Where it lies.</param>
    /// <param name="demoFolder">Site files for a new one; <see langword="null"/>: it starts empty.</param>
    /// <exception cref="StartFailure">It is empty, damaged, gone, or of a newer version.</exception>
    public static async Task Prepare(DataFolder folder, string? demoFolder)
    {
        string path = folder.Database;
        if (File.Exists(path))
        {
            await Upgrade(path);
        }
        else if (File.Exists($"{path}-wal"))
        {
            throw new StartFailure($"Restore a backup with --restore FILE, or remove {path}-wal to start anew: the database was deleted or moved, and its journal was left.");
        }
        else
        {
            await Make(path, demoFolder);
        }

        DataFolder.CloseToOthers(path);
    }

    /// <summary>Looks whether a file is a whole database that this version can read.</summary>
    /// <exception cref="StartFailure">It is not.</exception>
    public static async Task Check(string path)
    {
        if (new FileInfo(path).Length == 0)
        {
            throw new StartFailure($"Restore a backup with --restore FILE, or remove {path} to start anew: the file is empty, as after a full disk or a copy that was cut short.");
        }

        try
        {
            await using TerrapinDb db = Open(path);
            string[] known = [.. db.Database.GetMigrations()];
            string[] applied = [.. await db.Database.GetAppliedMigrationsAsync()];
            if (applied.Except(known).Any())
            {
                throw new StartFailure($"Start it with the newer version of Terrapin that wrote it: {path} holds what this version does not know.");
            }

            if (applied.Length == 0)
            {
                throw new StartFailure($"Choose another data directory with --data DIR, or another file: {path} is no database of Terrapin.");
            }

            await db.Database.OpenConnectionAsync();
            using SqliteCommand check = ((SqliteConnection)db.Database.GetDbConnection()).CreateCommand();
            check.CommandText = "PRAGMA quick_check(1)";
            if ((string?)await check.ExecuteScalarAsync() != "ok")
            {
                throw Damaged(path, null);
            }
        }
        catch (SqliteException e)
        {
            throw Damaged(path, e);
        }
    }

    private static StartFailure Damaged(string path, Exception? inner) =>
        new($"Restore a backup with --restore FILE: the database {path} is damaged and cannot be opened.", inner);

    private static async Task Upgrade(string path)
    {
        await Check(path);
        await using TerrapinDb db = Open(path);
        await ClearStaleLock(db);
        await db.Database.MigrateAsync();
        await new CatalogueStore(db, TimeProvider.System).Begin(CancellationToken.None);
        await new LogStore(db, TimeProvider.System).TakeOverOlder(CancellationToken.None);
    }

    /// <summary>A migration that was killed leaves its lock, on which the next would wait for ever; the folder is ours alone now.</summary>
    private static async Task ClearStaleLock(TerrapinDb db)
    {
        bool isThere = await db.Database.SqlQuery<int>($"SELECT count(*) AS Value FROM sqlite_master WHERE name = '__EFMigrationsLock'").SingleAsync() > 0;
        if (isThere)
        {
            await db.Database.ExecuteSqlAsync($"DELETE FROM __EFMigrationsLock");
        }
    }

    private static async Task Make(string path, string? demoFolder)
    {
        string making = $"{path}.new";
        foreach (string left in DataFolder.WithJournals(making))
        {
            File.Delete(left);
        }

        DataFolder.CreateForOwner(making);
        await using (TerrapinDb db = Open(making))
        {
            await db.Database.MigrateAsync();
            await new CatalogueStore(db, TimeProvider.System).Begin(CancellationToken.None);
            await AddDemo(db, demoFolder);
            await db.Database.ExecuteSqlAsync($"PRAGMA wal_checkpoint(TRUNCATE)");
        }

        SqliteConnection.ClearAllPools();
        File.Move(making, path);
    }

    private static async Task AddDemo(TerrapinDb db, string? demoFolder)
    {
        var store = new SiteStore(db, TimeProvider.System);
        foreach (string file in demoFolder is null ? [] : Directory.GetFiles(demoFolder, "*.terrapin.json").Order().ToArray())
        {
            SiteArchive archive = SiteArchive.Read(await File.ReadAllBytesAsync(file));
            // Its overview is calculated once the server runs: the start does not wait for it.
            await store.Create(CatalogueCopy.Recognised(archive.Plan, HouseCatalogue.Devices, 1), archive.Revision.Author, overview: null, CancellationToken.None, log: LogApi.Records(archive.Log));
        }
    }

    /// <summary>A database as it lies there; whoever opens it prepares or checks it first.</summary>
    public static TerrapinDb Open(string path)
    {
        var options = new DbContextOptionsBuilder<TerrapinDb>();
        TerrapinDb.Configure(options, path);
        return new TerrapinDb(options.Options);
    }
}
