using Microsoft.Data.Sqlite;

namespace Terrapin.Server.Hosting;

/// <summary>
/// The database to a file and back. A copy of the bare file while the server runs lacks what is still in its journal; this one,
/// by SQLite's online backup, does not.
/// </summary>
internal static class Backup
{
    /// <summary>Writes a backup, checks it, and only then gives it its name. The server may run meanwhile.</summary>
    /// <exception cref="StartFailure">There is no database, or the file cannot be written.</exception>
    public static async Task Write(string folder, string file)
    {
        string database = DataFolder.DatabaseIn(Path.GetFullPath(folder));
        if (!File.Exists(database))
        {
            throw new StartFailure($"Give the data directory with --data DIR: there is no database in {Path.GetFullPath(folder)}.");
        }

        string writing = $"{Path.GetFullPath(file)}.part";
        try
        {
            DataFolder.CreateForOwner(writing);
            await using (var from = new SqliteConnection($"Data Source={database};Mode=ReadWrite;Pooling=False"))
            await using (var to = new SqliteConnection($"Data Source={writing};Pooling=False"))
            {
                await from.OpenAsync();
                await to.OpenAsync();
                from.BackupDatabase(to);
                using SqliteCommand whole = to.CreateCommand();
                whole.CommandText = "PRAGMA journal_mode=DELETE";
                await whole.ExecuteNonQueryAsync();
            }

            await Database.Check(writing);
            SqliteConnection.ClearAllPools();
            File.Move(writing, file, overwrite: true);
            foreach (string left in DataFolder.WithJournals(writing))
            {
                File.Delete(left);
            }
        }
        catch (Exception e) when (e is SqliteException or IOException or UnauthorizedAccessException)
        {
            File.Delete(writing);
            throw new StartFailure($"Choose another place for the backup, with enough room: {Path.GetFullPath(file)} could not be written.", e);
        }
    }

    /// <summary>Puts a backup in the place of the database; what was there is kept beside it.</summary>
    /// <returns>Where that is; <see langword="null"/>: there was none.</returns>
    /// <exception cref="StartFailure">A server runs on the folder, or the file is no whole database of ours.</exception>
    public static async Task<string?> Restore(DataFolder folder, string file, TimeProvider clock)
    {
        if (!File.Exists(file))
        {
            throw new StartFailure($"Give the file of a backup: there is none at {Path.GetFullPath(file)}.");
        }

        string trying = $"{folder.Database}.restore";
        File.Copy(file, trying, overwrite: true);
        DataFolder.CloseToOthers(trying);
        try
        {
            await Database.Check(trying);
        }
        catch (StartFailure)
        {
            File.Delete(trying);
            throw;
        }

        SqliteConnection.ClearAllPools();
        string? kept = null;
        if (File.Exists(folder.Database))
        {
            kept = $"{folder.Database}.before-{clock.GetLocalNow():yyyyMMdd-HHmmss}";
            foreach ((string from, string to) in DataFolder.WithJournals(folder.Database).Zip(DataFolder.WithJournals(kept)).Where(f => File.Exists(f.First)))
            {
                File.Move(from, to);
            }
        }

        foreach (string left in DataFolder.WithJournals(trying).Skip(1).Concat(DataFolder.WithJournals(folder.Database)))
        {
            File.Delete(left);
        }

        File.Move(trying, folder.Database);
        return kept;
    }
}
