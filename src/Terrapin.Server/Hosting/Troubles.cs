using Microsoft.AspNetCore.Diagnostics;
using Microsoft.Data.Sqlite;
using Terrapin.Core.Validation;
using Terrapin.Server.Api;
using Terrapin.Store;

namespace Terrapin.Server.Hosting;

/// <summary>Answers what is nobody's programming mistake: a client that left, a body cut short, a full disk, a damaged database.</summary>
internal sealed class Troubles : IExceptionHandler
{
    private const int ClientClosedRequest = 499;
    private const int SqliteReadOnly = 8;
    private const int SqliteInputOutput = 10;
    private const int SqliteCorrupt = 11;
    private const int SqliteFull = 13;
    private const int SqliteCannotOpen = 14;
    private const int SqliteNotADatabase = 26;

    public async ValueTask<bool> TryHandleAsync(HttpContext httpContext, Exception exception, CancellationToken cancellationToken)
    {
        if (httpContext.RequestAborted.IsCancellationRequested)
        {
            httpContext.Response.StatusCode = ClientClosedRequest;
            return true;
        }

        if (Answer(exception) is not { } answer)
        {
            return false;
        }

        await answer.ExecuteAsync(httpContext);
        return true;
    }

    private static IResult? Answer(Exception exception) => exception switch
    {
        BadHttpRequestException bad => Problems.Of(bad.StatusCode, "Not readable", "Send the request again: its body was cut short or is not as its headers say."),
        DamagedRevisionException damaged => Problems.Of(StatusCodes.Status500InternalServerError, "Damaged", damaged.Message),
        RefusedException refused => Problems.Of(StatusCodes.Status500InternalServerError, "Not readable", refused.Message),
        _ when SqliteOf(exception) is { } sqlite => Answer(sqlite),
        IOException full when IsDiskFull(full) => DiskFull(),
        _ => null,
    };

    private static IResult? Answer(SqliteException sqlite) => sqlite.SqliteErrorCode switch
    {
        SqliteFull => DiskFull(),
        SqliteCorrupt or SqliteNotADatabase => Problems.Of(StatusCodes.Status500InternalServerError, "Damaged", "Stop Terrapin and restore a backup: the database is damaged."),
        SqliteReadOnly or SqliteCannotOpen or SqliteInputOutput => Gone(),
        _ when sqlite.Message.Contains("no such table", StringComparison.Ordinal) => Gone(),
        _ => null,
    };

    private static IResult Gone() => Problems.Of(
        StatusCodes.Status503ServiceUnavailable,
        "No database",
        "Stop Terrapin, put the database back or restore a backup, and start it again: its file was deleted, moved or closed to it while it ran. What is on your screen is not lost.");

    private static IResult DiskFull() => Problems.Of(
        StatusCodes.Status507InsufficientStorage,
        "The disk is full",
        "Make room on the disk and save again: nothing was written, and what is on your screen is not lost.");

    private static SqliteException? SqliteOf(Exception? exception) => exception as SqliteException ?? (exception is null ? null : SqliteOf(exception.InnerException));

    /// <summary>ENOSPC, as .NET passes it on.</summary>
    private static bool IsDiskFull(IOException e) => (e.HResult & 0xFFFF) == 28;
}
