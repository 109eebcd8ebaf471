using System.Text.Json;
using Terrapin.Core.Drives;
using Terrapin.Core.Format;
using Terrapin.Core.Model;
using Terrapin.Core.Validation;
using Terrapin.Documents;
using Terrapin.Store;

namespace Terrapin.Server.Api;

/// <summary>What happened at a site: written down once, never changed.</summary>
internal static class LogApi
{
    public static void Map(IEndpointRouteBuilder api)
    {
        RouteGroupBuilder log = api.MapGroup("/sites/{id}/log").WithTags("Log");
        log.MapGet("/", List).WithName("readLog").Produces<IReadOnlyList<LoggedEntry>>().ProducesNoSite();
        log.MapPost("/", Append).WithName("appendToLog").Accepts<LogEntry>("application/json").Produces<LoggedEntry>(201).ProducesErrors().ProducesNoSite();
        log.MapGet("/drives/{driveId}", OfDrive).WithName("readDriveLog").Produces<DriveLog>().ProducesErrors();
    }

    /// <summary>Entries of a file, whose times are checked, as they are kept.</summary>
    public static IReadOnlyList<LogRecord> Records(IReadOnlyList<LoggedEntry> log) =>
        [.. log.Select(e => new LogRecord(e.Number, e.Revision, e.By, OpenFormat.TryTime(e.At, out DateTimeOffset at) ? at : default, e.Entry))];

    /// <summary>The log of a site as it is shown and exported.</summary>
    public static async Task<IReadOnlyList<LoggedEntry>> Read(string id, LogStore store, CancellationToken cancel) =>
        [.. (await store.List(id, cancel)).Select(Logged)];

    private static async Task<IResult> List(string id, LogStore store, SiteStore sites, CancellationToken cancel) => await sites.Has(id, cancel)
        ? TypedResults.Ok(await Read(id, store, cancel))
        : Problems.NoSuchSite(id);

    /// <param name="mount">How the drive is held, which says what its steps are.</param>
    private static async Task<IResult> OfDrive(string id, string driveId, string mount, LogStore store, CancellationToken cancel) => Words.Read<Mount>(mount) is { } held
        ? TypedResults.Ok(DriveLog.Of(await Read(id, store, cancel), driveId, held))
        : Problems.Refused(new RefusedException([new DocumentError("/mount", $"No drive is held by \"{mount}\". Say one of {Words.All<Mount>()}.")]));

    private static async Task<IResult> Append(string id, HttpRequest request, LogStore store, CancellationToken cancel)
    {
        if (Author.Of(request) is not { } author)
        {
            return Author.Missing();
        }

        return await Body.Use(request, ReadEntry, async entry =>
        {
            if (entry.Strikes is { } number && (await store.List(id, cancel)).All(e => e.Number != number || e.Entry.Kind == LogKind.StruckOut))
            {
                return Problems.Refused(new RefusedException([new DocumentError("/strikes", $"The log has no entry {number} that can be struck out. Look at its list.")]));
            }

            return await store.Append(id, entry, author, cancel) is { } added
                ? TypedResults.Created($"/api/sites/{id}/log", Logged(added))
                : Problems.NoSuchSite(id);
        });
    }

    private static LogEntry ReadEntry(ReadOnlyMemory<byte> utf8)
    {
        using JsonDocument document = PlanJson.Parse(utf8);
        LogEntry entry = PlanJson.ReadShape<LogEntry>(document.RootElement, "");
        IReadOnlyList<DocumentError> errors = LogCheck.Of(entry);
        return errors.Count == 0 ? entry : throw new RefusedException(errors);
    }

    private static LoggedEntry Logged(LogRecord record) =>
        new() { Number = record.Number, Revision = record.Revision, By = record.By, At = OpenFormat.Time(record.At), Entry = record.Entry };
}
