using System.IO.Compression;
using System.Text.Json;
using Terrapin.Core.Format;
using Terrapin.Core.Model;
using Terrapin.Core.Validation;

namespace Terrapin.Documents;

/// <summary>A photograph or a picture under the drawing, as a bundle carries it.</summary>
public sealed record BundledPhotograph
{
    [Id]
    public required string Id { get; init; }

    /// <summary>The stop valve of the plan that it shows; <see langword="null"/>: the site.</summary>
    [Id]
    public string? StopValveId { get; init; }

    [AtMost(200)]
    public required string Caption { get; init; }

    [AtMost(120)]
    public required string AddedBy { get; init; }

    /// <summary>ISO 8601 with its zone.</summary>
    [AtMost(40)]
    public required string AddedAt { get; init; }
}

/// <summary>One saved revision, told for the record.</summary>
public sealed record BundledRevision
{
    [Limits(1, 1e9, "")]
    public required int Number { get; init; }

    [AtMost(120)]
    public required string Author { get; init; }

    /// <summary>ISO 8601 with its zone.</summary>
    [AtMost(40)]
    public required string SavedAt { get; init; }
}

/// <summary>A file of a bundle.</summary>
public sealed record BundledFile
{
    [AtMost(100)]
    public required string Name { get; init; }

    [Limits(0, SiteBundle.MostFileBytes, "")]
    public required int Bytes { get; init; }

    [AtMost(64)]
    public required string Sha256 { get; init; }
}

/// <summary>What is in a bundle, file by file.</summary>
public sealed record BundleManifest
{
    public required string Format { get; init; }

    public required int FormatVersion { get; init; }

    [AtMost(SiteBundle.MostFiles)]
    public required IReadOnlyList<BundledFile> Files { get; init; }

    [AtMost(SiteBundle.MostFiles)]
    public required IReadOnlyList<BundledPhotograph> Photographs { get; init; }

    /// <summary>Who saved what when; an import starts a history of its own.</summary>
    [AtMost(SiteBundle.MostRevisions)]
    public required IReadOnlyList<BundledRevision> History { get; init; }
}

/// <summary>A site with all that belongs to it as one file: a zip with the site file, the photographs, and a manifest with their hashes.</summary>
/// <param name="Site">The site file inside.</param>
/// <param name="Photographs">With their pictures as they stand in the file.</param>
/// <param name="History">The newest revisions, told for the record.</param>
public sealed record SiteBundle(SiteArchive Site, IReadOnlyList<(BundledPhotograph About, byte[] Picture)> Photographs, IReadOnlyList<BundledRevision> History)
{
    public const string FormatName = "terrapin-bundle";
    public const int CurrentVersion = 1;
    public const int MostFiles = 500;
    public const int MostRevisions = 10_000;
    public const int MostFileBytes = 10 * 1024 * 1024;
    public const int MostBytes = 100 * 1024 * 1024;

    private const string ManifestName = "manifest.json";
    private const string SiteName = "site.terrapin.json";

    /// <summary>Whether a file is a zip, and so may be a bundle, rather than a site file alone.</summary>
    /// <param name="file">Its bytes.</param>
    public static bool MayBe(ReadOnlySpan<byte> file) => file.StartsWith("PK\u0003\u0004"u8);

    /// <summary>The bundle as a zip.</summary>
    public byte[] Write()
    {
        var files = new List<(string Name, byte[] Bytes)> { (SiteName, Site.Write()) };
        files.AddRange(Photographs.Select(p => (PictureName(p.About.Id), p.Picture)));
        var manifest = new BundleManifest
        {
            Format = FormatName,
            FormatVersion = CurrentVersion,
            Files = [.. files.Select(f => new BundledFile { Name = f.Name, Bytes = f.Bytes.Length, Sha256 = PlanJson.Hash(f.Bytes) })],
            Photographs = [.. Photographs.Select(p => p.About)],
            History = [.. History.TakeLast(MostRevisions)],
        };
        files.Insert(0, (ManifestName, JsonSerializer.SerializeToUtf8Bytes(manifest, DocumentJson.Indented)));
        using var written = new MemoryStream();
        using (var zip = new ZipArchive(written, ZipArchiveMode.Create, leaveOpen: true))
        {
            foreach ((string name, byte[] bytes) in files)
            {
                // Pictures are compressed already.
                ZipArchiveEntry entry = zip.CreateEntry(name, name.EndsWith(".json", StringComparison.Ordinal) ? CompressionLevel.Optimal : CompressionLevel.NoCompression);
                using Stream to = entry.Open();
                to.Write(bytes);
            }
        }

        return written.ToArray();
    }

    /// <summary>Reads a bundle, whole or not at all. Nothing in it is taken for a path, and nothing is unpacked beyond what its manifest says.</summary>
    /// <param name="file">The zip.</param>
    /// <exception cref="RefusedException">No bundle, of a newer version, damaged, with a file that does not belong, or at fault; names the place.</exception>
    public static SiteBundle Read(ReadOnlyMemory<byte> file)
    {
        try
        {
            using var stream = new MemoryStream(file.ToArray(), writable: false);
            using var zip = new ZipArchive(stream, ZipArchiveMode.Read);
            return Read(zip);
        }
        catch (InvalidDataException)
        {
            throw Refuse("", "The zip is damaged. Export the site again.");
        }
    }

    private static SiteBundle Read(ZipArchive zip)
    {
        if (zip.Entries.Count > MostFiles + 2)
        {
            throw Refuse("", $"The zip holds more than {MostFiles + 2} files: no site has so many. Export the site again.");
        }

        var entries = new Dictionary<string, ZipArchiveEntry>(StringComparer.Ordinal);
        foreach (ZipArchiveEntry entry in zip.Entries)
        {
            if (!entries.TryAdd(entry.FullName, entry))
            {
                throw Refuse("", $"The zip holds \"{Shown(entry.FullName)}\" twice. Export the site again.");
            }
        }

        BundleManifest manifest = ReadManifest(entries);
        var files = new Dictionary<string, byte[]>(StringComparer.Ordinal);
        for (int i = 0; i < manifest.Files.Count; i++)
        {
            BundledFile listed = manifest.Files[i];
            if (!entries.Remove(listed.Name, out ZipArchiveEntry? entry) || listed.Name == ManifestName)
            {
                throw Refuse($"/files/{i}/name", $"The zip does not hold \"{Shown(listed.Name)}\", which its manifest lists. Export the site again.");
            }

            byte[] bytes = Unpack(entry, listed.Bytes);
            if (bytes.Length != listed.Bytes || PlanJson.Hash(bytes) != listed.Sha256)
            {
                throw Refuse($"/files/{i}/sha256", $"\"{Shown(listed.Name)}\" does not fit its hash: it was damaged or changed. Export the site again.");
            }

            files.Add(listed.Name, bytes);
        }

        if (entries.Keys.FirstOrDefault(name => name != ManifestName) is { } stray)
        {
            throw Refuse("", $"The zip holds \"{Shown(stray)}\", which its manifest does not list. Take it out, or export the site again.");
        }

        return Together(manifest, files);
    }

    private static BundleManifest ReadManifest(Dictionary<string, ZipArchiveEntry> entries)
    {
        if (!entries.TryGetValue(ManifestName, out ZipArchiveEntry? entry))
        {
            throw Refuse("", $"This zip is no site: it holds no {ManifestName}. Choose a file that was exported here.");
        }

        using JsonDocument document = PlanJson.Parse(Unpack(entry, MostFileBytes));
        JsonElement root = document.RootElement;
        OpenFormat.Check(root, FormatName, CurrentVersion, "site", $"This zip is no site: its manifest does not say \"format\": \"{FormatName}\". Choose a file that was exported here.");
        return DocumentJson.ReadShape<BundleManifest>(root);
    }

    private static SiteBundle Together(BundleManifest manifest, Dictionary<string, byte[]> files)
    {
        if (!files.Remove(SiteName, out byte[]? site))
        {
            throw Refuse("/files", $"The manifest lists no {SiteName}. Export the site again.");
        }

        var photographs = new List<(BundledPhotograph, byte[])>();
        for (int i = 0; i < manifest.Photographs.Count; i++)
        {
            BundledPhotograph about = manifest.Photographs[i];
            photographs.Add(files.Remove(PictureName(about.Id), out byte[]? picture)
                ? (about, picture)
                : throw Refuse($"/photographs/{i}/id", $"There is no picture \"{PictureName(about.Id)}\" for this photograph. Export the site again."));
        }

        return files.Keys.FirstOrDefault() is { } stray
            ? throw Refuse("/files", $"\"{Shown(stray)}\" belongs to nothing in the manifest. Take it out, or export the site again.")
            : new SiteBundle(SiteArchive.Read(site), photographs, manifest.History);
    }

    /// <summary>At most one byte more than expected, so that a small zip cannot become a large file.</summary>
    private static byte[] Unpack(ZipArchiveEntry entry, int expected)
    {
        using Stream from = entry.Open();
        using var unpacked = new MemoryStream();
        byte[] chunk = new byte[64 * 1024];
        int count;
        while (unpacked.Length <= expected && (count = from.Read(chunk)) > 0)
        {
            unpacked.Write(chunk, 0, count);
        }

        return unpacked.Length <= MostFileBytes
            ? unpacked.ToArray()
            : throw Refuse("", $"\"{Shown(entry.FullName)}\" is larger than {MostFileBytes / (1024 * 1024)} MB. No file of a site is.");
    }

    private static string PictureName(string id) => $"photographs/{id}.jpg";

    private static string Shown(string name) => name.Length <= 100 ? name : $"{name[..100]}…";

    private static RefusedException Refuse(string pointer, string message) => new([new DocumentError(pointer, message)]);
}
