using Microsoft.AspNetCore.Mvc;
using Terrapin.Core.Validation;

namespace Terrapin.Server.Api;

/// <summary>Every error as problem details (RFC 9457).</summary>
internal static class Problems
{
    public static IResult Of(int status, string title, string detail, params (string Key, object? Value)[] more)
    {
        var problem = new ProblemDetails { Status = status, Title = title, Detail = detail };
        foreach ((string key, object? value) in more)
        {
            problem.Extensions[key] = value;
        }

        return TypedResults.Problem(problem);
    }

    /// <summary>Errors that are told at once.</summary>
    private const int MostErrors = 100;

    /// <summary>400 for what is no JSON, 422 for JSON at fault, with a pointer for each fault.</summary>
    public static IResult Refused(RefusedException refused) => refused.IsNotJson
        ? Of(StatusCodes.Status400BadRequest, "Not JSON", refused.Errors[0].Message, ("errors", refused.Errors.Take(MostErrors)))
        : Of(StatusCodes.Status422UnprocessableEntity, "Not accepted", refused.Message, ("errors", refused.Errors.Take(MostErrors)));

    public static IResult NoSuchSite(string id) =>
        Of(StatusCodes.Status404NotFound, "No such site", $"There is no site \"{id}\". Look at the list of sites.");
}

/// <summary>The errors as the API's description shows them.</summary>
public sealed record ApiProblem
{
    internal const string RequestIdKey = "requestId";

    /// <summary>The same as in the server's log.</summary>
    public string? RequestId { get; init; }

    public string? Title { get; init; }

    public int? Status { get; init; }

    public string? Detail { get; init; }

    /// <summary>With a refused document: each place and what to do.</summary>
    public IReadOnlyList<DocumentError>? Errors { get; init; }

    /// <summary>With a stale save: the revision that is there now.</summary>
    public SavedRevision? Newest { get; init; }

    /// <summary>With a stale save: JSON pointers to what was changed since the revision that was worked on.</summary>
    public IReadOnlyList<string>? Changed { get; init; }
}
