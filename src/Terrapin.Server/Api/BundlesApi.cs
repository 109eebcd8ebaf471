using Terrapin.Core.Model;
using Terrapin.Core.Validation;
using Terrapin.Documents;
using Terrapin.Server.Photographs;
using Terrapin.Store;

namespace Terrapin.Server.Api;

/// <summary>Sites with their photographs as one file, out and in.</summary>
internal static class BundlesApi
{
    public const string Type = "application/zip";

    /// <summary>A site that was read from a file and checked, ready to be kept.</summary>
    public sealed record ReadSite(Plan Plan, IReadOnlyList<NewPhotograph> Photographs, IReadOnlyList<LogRecord> Log);

    /// <summary>Reads a bundle, or a site file alone. Pictures are drawn anew, as those that are added one by one.</summary>
    /// <exception cref="RefusedException">Something in it is at fault; nothing of it is kept.</exception>
    public static ReadSite Read(ReadOnlyMemory<byte> file)
    {
        if (!SiteBundle.MayBe(file.Span))
        {
            var alone = SiteArchive.Read(file);
            return new ReadSite(alone.Plan, [], LogApi.Records(alone.Log));
        }

        var bundle = SiteBundle.Read(file);
        var photographs = new List<NewPhotograph>();
        var renamed = new Dictionary<string, string>();
        for (int i = 0; i < bundle.Photographs.Count; i++)
        {
            (BundledPhotograph about, byte[] bytes) = bundle.Photographs[i];
            if (!OpenFormat.TryTime(about.AddedAt, out DateTimeOffset addedAt))
            {
                throw new RefusedException([new DocumentError($"/photographs/{i}/addedAt", OpenFormat.NoTime)]);
            }

            Picture picture = PictureAt(i, bytes);
            renamed[about.Id] = NewPhotograph.FreshId();
            photographs.Add(new NewPhotograph(renamed[about.Id], about.StopValveId, about.Caption, about.AddedBy, addedAt, picture.Jpeg, picture.Width, picture.Height));
        }

        return new ReadSite(Renamed(bundle.Site.Plan, renamed), photographs, [.. LogApi.Records(bundle.Site.Log).Select(e => Renamed(e, renamed))]);
    }

    /// <summary>The newest revision with its photographs, its log and the list of revisions.</summary>
    public static async Task<IResult> Export(string id, SiteStore store, PhotographStore photographs, LogStore log, CancellationToken cancel)
    {
        if (await store.Read(id, null, cancel) is not { } saved)
        {
            return Problems.NoSuchSite(id);
        }

        var pictures = new List<(BundledPhotograph, byte[])>();
        foreach (PhotographSummary photograph in await photographs.List(id, cancel))
        {
            if (await photographs.Read(id, photograph.Id, cancel) is { } jpeg)
            {
                pictures.Add((About(photograph), jpeg));
            }
        }

        IReadOnlyList<RevisionSummary> history = await store.History(id, cancel);
        var bundle = new SiteBundle(
            SiteArchive.Of(saved.Plan, saved.Number, saved.Author, saved.SavedAt, await LogApi.Read(id, log, cancel)),
            pictures,
            [.. history.OrderBy(h => h.Number).Select(h => new BundledRevision { Number = h.Number, Author = h.Author, SavedAt = OpenFormat.Time(h.SavedAt) })]);
        return TypedResults.File(bundle.Write(), Type, $"{id}.terrapin.zip");
    }

    private static Picture PictureAt(int index, byte[] bytes)
    {
        try
        {
            return Picture.Read(bytes);
        }
        catch (RefusedException refused)
        {
            throw new RefusedException([new DocumentError($"/photographs/{index}", refused.Errors[0].Message)]);
        }
    }

    private static BundledPhotograph About(PhotographSummary photograph) => new()
    {
        Id = photograph.Id,
        StopValveId = photograph.StopValveId,
        Caption = photograph.Caption,
        AddedBy = photograph.AddedBy,
        AddedAt = OpenFormat.Time(photograph.AddedAt),
    };

    /// <summary>A photograph gets an id of its own where it is kept; the pictures under the drawing follow it.</summary>
    private static Plan Renamed(Plan plan, Dictionary<string, string> renamed) => plan.WithBuilding(b => b with
    {
        Storeys = [.. b.Storeys.Select(s => s.Picture is { } picture && renamed.TryGetValue(picture.PhotographId, out string? id)
            ? s with { Picture = picture with { PhotographId = id } }
            : s)],
    });

    private static LogRecord Renamed(LogRecord record, Dictionary<string, string> renamed) =>
        record.Entry.PhotographId is { } was && renamed.TryGetValue(was, out string? id) ? record with { Entry = record.Entry with { PhotographId = id } } : record;
}
