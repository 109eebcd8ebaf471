namespace Terrapin.Server.Hosting;

/// <summary>
/// The folder that one firm's database lies in, held by one server at a time: the operating system lets go of it however the
/// program ends.
/// </summary>
internal sealed class DataFolder : IDisposable
{
    private const UnixFileMode OwnerOnly = UnixFileMode.UserRead | UnixFileMode.UserWrite;
    private readonly FileStream held;

    private DataFolder(string path, FileStream held)
    {
        Path = path;
        this.held = held;
    }

    public string Path { get; }

    public string Database => DatabaseIn(Path);

    public static string DatabaseIn(string folder) => System.IO.Path.Combine(folder, "terrapin.db");

    /// <summary>Makes the folder if it is missing, and holds it.</summary>
    /// <exception cref="StartFailure">It cannot be written to, or another server holds it.</exception>
    public static DataFolder Hold(string path)
    {
        string full = System.IO.Path.GetFullPath(path);
        string file = System.IO.Path.Combine(full, ".lock");
        try
        {
            Directory.CreateDirectory(full);
            File.WriteAllText(System.IO.Path.Combine(full, ".writable"), "");
            File.Delete(System.IO.Path.Combine(full, ".writable"));
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException)
        {
            throw new StartFailure($"Choose another data directory with --data DIR: {full} cannot be written to.", e);
        }

        try
        {
            return new DataFolder(full, new FileStream(file, new FileStreamOptions { Mode = FileMode.OpenOrCreate, Access = FileAccess.ReadWrite, Share = FileShare.None, UnixCreateMode = OwnerOnly }));
        }
        catch (IOException e)
        {
            throw new StartFailure($"Stop the other Terrapin first, or choose another data directory with --data DIR: {full} is in use.", e);
        }
    }

    /// <summary>Makes an empty file that only its owner can read; the journals of a database get the same rights.</summary>
    public static void CreateForOwner(string file) =>
        new FileStream(file, new FileStreamOptions { Mode = FileMode.Create, Access = FileAccess.Write, UnixCreateMode = OwnerOnly }).Dispose();

    /// <summary>Takes the rights on a database and its journals from everybody else.</summary>
    public static void CloseToOthers(string database)
    {
        foreach (string file in WithJournals(database).Where(File.Exists))
        {
            File.SetUnixFileMode(file, OwnerOnly);
        }
    }

    /// <summary>A database file and the journals that belong to it.</summary>
    public static IEnumerable<string> WithJournals(string database) => [database, $"{database}-wal", $"{database}-shm", $"{database}-journal"];

    public void Dispose() => held.Dispose();
}
