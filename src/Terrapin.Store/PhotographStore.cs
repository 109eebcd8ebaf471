using Microsoft.EntityFrameworkCore;
using Terrapin.Core.Model;

namespace Terrapin.Store;

/// <summary>A photograph without its picture.</summary>
public sealed record PhotographSummary(string Id, string? StopValveId, string Caption, string AddedBy, DateTimeOffset AddedAt, int Width, int Height);

/// <summary>A photograph that is to be kept.</summary>
/// <param name="Id">Of its own; see <see cref="FreshId"/>.</param>
public sealed record NewPhotograph(string Id, string? StopValveId, string Caption, string AddedBy, DateTimeOffset AddedAt, byte[] Jpeg, int Width, int Height)
{
    /// <summary>An id that no photograph has.</summary>
    public static string FreshId() => Guid.CreateVersion7().ToString("n");

    internal PhotographRow In(string siteId) => new()
    {
        SiteId = siteId,
        Id = Id,
        StopValveId = StopValveId,
        Caption = Caption,
        AddedBy = AddedBy,
        AddedAt = AddedAt,
        Width = Width,
        Height = Height,
        Jpeg = Jpeg,
    };
}

/// <summary>Photographs of sites.</summary>
public sealed class PhotographStore(TerrapinDb db, TimeProvider clock)
{
    /// <summary>Those of a site, the oldest first.</summary>
    public async Task<IReadOnlyList<PhotographSummary>> List(string siteId, CancellationToken cancel) =>
        await db.Photographs.AsNoTracking().Where(p => p.SiteId == siteId).OrderBy(p => p.Number)
            .Select(p => new PhotographSummary(p.Id, p.StopValveId, p.Caption, p.AddedBy, p.AddedAt, p.Width, p.Height)).ToListAsync(cancel);

    /// <summary>The picture, a JPEG; <see langword="null"/> where there is none.</summary>
    public async Task<byte[]?> Read(string siteId, string id, CancellationToken cancel) =>
        await db.Photographs.AsNoTracking().Where(p => p.SiteId == siteId && p.Id == id).Select(p => p.Jpeg).FirstOrDefaultAsync(cancel);

    /// <summary>Keeps a photograph, and that it was taken in the log; <see langword="null"/> where there is no such site.</summary>
    public async Task<PhotographSummary?> Add(string siteId, string? stopValveId, string caption, string author, byte[] jpeg, int width, int height, CancellationToken cancel)
    {
        PhotographRow row = new NewPhotograph(NewPhotograph.FreshId(), stopValveId, caption, author, clock.GetLocalNow(), jpeg, width, height).In(siteId);
        var entry = new LogEntry { Kind = LogKind.PhotographTaken, PhotographId = row.Id };
        if (await LogStore.Append(db, siteId, entry, author, row.AddedAt, () => db.Photographs.Add(row), cancel) is null)
        {
            return null;
        }

        return new PhotographSummary(row.Id, row.StopValveId, row.Caption, row.AddedBy, row.AddedAt, row.Width, row.Height);
    }

    /// <summary>Takes a photograph out; whether there was one.</summary>
    public async Task<bool> Remove(string siteId, string id, CancellationToken cancel) =>
        await db.Photographs.Where(p => p.SiteId == siteId && p.Id == id).ExecuteDeleteAsync(cancel) > 0;
}
