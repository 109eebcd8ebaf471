using System.IO.Compression;
using System.Text;
using System.Text.Json.Nodes;
using CsCheck;
using Terrapin.Core.Format;
using Terrapin.Core.Validation;

namespace Terrapin.Documents.Tests;

/// <summary>A site as one zip: what goes in comes out, and what does not belong is refused whole.</summary>
public class SiteBundleTests
{
    private const string Manifest = "manifest.json";

    private static SiteBundle Bundle(int pictures = 2) => new(
        SiteArchive.Of(NewSite.Named("Net Loft"), 3, "Ines Marlów", DateTimeOffset.UnixEpoch, []),
        [.. Enumerable.Range(1, pictures).Select(i => (new BundledPhotograph { Id = $"p{i}", StopValveId = i == 1 ? "main" : null, Caption = "Under the stair", AddedBy = "Ines", AddedAt = "2026-11-26T10:00:00+00:00" }, Picture(i)))],
        [new BundledRevision { Number = 1, Author = "Ines", SavedAt = "2026-11-25T10:00:00+00:00" }]);

    private static byte[] Picture(int i) => [.. Enumerable.Range(0, 1000 * i).Select(k => (byte)(k * 7))];

    [Fact]
    public void What_goes_in_comes_out()
    {
        byte[] file = Bundle().Write();
        Assert.True(SiteBundle.MayBe(file));
        var read = SiteBundle.Read(file);
        Assert.Equal(PlanJson.Write(NewSite.Named("Net Loft")), PlanJson.Write(read.Site.Plan));
        Assert.Equal(["p1", "p2"], read.Photographs.Select(p => p.About.Id));
        Assert.Equal(("main", "Under the stair"), (read.Photographs[0].About.StopValveId, read.Photographs[0].About.Caption));
        Assert.Equal(Picture(2), read.Photographs[1].Picture);
        Assert.Equal("Ines", Assert.Single(read.History).Author);
    }

    [Fact]
    public void The_site_file_inside_is_a_site_file_of_its_own()
    {
        using var zip = new ZipArchive(new MemoryStream(Bundle().Write()));
        using var file = new MemoryStream();
        zip.GetEntry("site.terrapin.json")!.Open().CopyTo(file);
        Assert.Equal(3, SiteArchive.Read(file.ToArray()).Revision.Number);
        Assert.False(SiteBundle.MayBe(file.ToArray()));
    }

    [Theory]
    [InlineData("photographs/../../etc/passwd")]
    [InlineData("../manifest.json")]
    [InlineData("/absolute")]
    [InlineData("photographs/p9.jpg")]
    [InlineData("photographs\\p1.jpg")]
    public void A_file_that_does_not_belong_is_refused(string name)
    {
        byte[] file = Changed(Bundle().Write(), zip => Put(zip, name, [1, 2, 3]));
        Assert.Contains("does not list", Refused(file).Message, StringComparison.Ordinal);
        // Nor is it taken where the manifest lists it.
        Assert.NotEmpty(Refused(Changed(file, zip => List(zip, name, [1, 2, 3]))).Message);
    }

    [Fact]
    public void A_changed_picture_a_missing_one_and_one_given_twice_are_refused()
    {
        byte[] whole = Bundle().Write();
        Assert.Equal("/files/1/sha256", Refused(Changed(whole, zip => Put(zip, "photographs/p1.jpg", Picture(3)))).Pointer);
        Assert.Equal("/files/1/name", Refused(Changed(whole, zip => zip.GetEntry("photographs/p1.jpg")!.Delete())).Pointer);
        Assert.Contains("twice", Refused(Changed(whole, zip => zip.CreateEntry("photographs/p1.jpg"))).Message, StringComparison.Ordinal);
        Assert.Equal("/photographs/2/id", Refused(Changed(whole, zip => Edit(zip, m => m["photographs"]!.AsArray().Add(m["photographs"]![0]!.DeepClone())))).Pointer);
    }

    [Fact]
    public void A_small_zip_does_not_become_a_large_file()
    {
        byte[] bomb = Changed(Bundle(0).Write(), zip => Put(zip, "photographs/p1.jpg", new byte[64 * 1024 * 1024]));
        Assert.True(bomb.Length < 200_000);
        Assert.NotEmpty(Refused(bomb).Message);
        byte[] listed = Changed(bomb, zip => Edit(zip, m => m["files"]!.AsArray().Add(new JsonObject { ["name"] = "photographs/p1.jpg", ["bytes"] = 1000, ["sha256"] = "" })));
        long before = GC.GetAllocatedBytesForCurrentThread();
        Assert.Equal("/files/1/sha256", Refused(listed).Pointer);
        Assert.True(GC.GetAllocatedBytesForCurrentThread() - before < 8 * 1024 * 1024);
    }

    [Theory]
    [InlineData("format", "\"something\"", "/format")]
    [InlineData("formatVersion", "2", "/formatVersion")]
    [InlineData("formatVersion", "null", "/formatVersion")]
    [InlineData("files", "{}", "/files")]
    [InlineData("colour", "1", "/colour")]
    public void A_manifest_at_fault_is_refused_at_its_place(string key, string value, string pointer) =>
        Assert.Equal(pointer, Refused(Changed(Bundle().Write(), zip => Edit(zip, m => m[key] = JsonNode.Parse(value)))).Pointer);

    [Fact]
    public void A_zip_of_something_else_and_a_cut_one_are_refused()
    {
        using var other = new MemoryStream();
        using (var zip = new ZipArchive(other, ZipArchiveMode.Create, leaveOpen: true))
        {
            Put(zip, "letter.txt", "hello"u8.ToArray());
        }

        Assert.Contains("no site", Refused(other.ToArray()).Message, StringComparison.Ordinal);
        Assert.Contains("damaged", Refused(Bundle().Write()[..500]).Message, StringComparison.Ordinal);
    }

    [Fact]
    public void No_broken_zip_does_anything_but_be_refused_or_read() => Gen.Select(Gen.Int[0, 100_000], Gen.Int[0, 40], Gen.Byte).Sample((at, cut, with) =>
    {
        byte[] whole = Bundle().Write();
        int start = at % whole.Length;
        byte[] broken = [.. whole[..start], with, .. whole[Math.Min(whole.Length, start + cut)..]];
        try
        {
            var read = SiteBundle.Read(broken);
            return read.Photographs.Count == 2 && read.Photographs[0].Picture.AsSpan().SequenceEqual(Picture(1));
        }
        catch (RefusedException refused)
        {
            return refused.Errors.Count > 0;
        }
    }, iter: 2000);

    private static DocumentError Refused(byte[] file) => Assert.Throws<RefusedException>(() => SiteBundle.Read(file)).Errors[0];

    private static byte[] Changed(byte[] file, Action<ZipArchive> change)
    {
        using var stream = new MemoryStream();
        stream.Write(file);
        using (var zip = new ZipArchive(stream, ZipArchiveMode.Update, leaveOpen: true))
        {
            change(zip);
        }

        return stream.ToArray();
    }

    private static void Put(ZipArchive zip, string name, byte[] bytes)
    {
        if (zip.Mode == ZipArchiveMode.Update)
        {
            zip.GetEntry(name)?.Delete();
        }

        using Stream to = zip.CreateEntry(name).Open();
        to.Write(bytes);
    }

    private static void List(ZipArchive zip, string name, byte[] bytes) => Edit(zip, manifest => manifest["files"]!.AsArray().Add(new JsonObject
    {
        ["name"] = name,
        ["bytes"] = bytes.Length,
        ["sha256"] = Convert.ToHexStringLower(System.Security.Cryptography.SHA256.HashData(bytes)),
    }));

    private static void Edit(ZipArchive zip, Action<JsonNode> change)
    {
        JsonNode manifest;
        using (Stream from = zip.GetEntry(Manifest)!.Open())
        {
            manifest = JsonNode.Parse(from)!;
        }

        change(manifest);
        Put(zip, Manifest, Encoding.UTF8.GetBytes(manifest.ToJsonString()));
    }
}
