using System.Globalization;
using Microsoft.Net.Http.Headers;

namespace Terrapin.Server.Api;

/// <summary>The number of a revision as an entity tag, by which a save says what it was made from.</summary>
internal static class RevisionTag
{
    public static void Put(HttpResponse response, int revision) => response.Headers.ETag = $"\"{revision}\"";

    /// <summary>The revision that a save was made from.</summary>
    /// <param name="request">With <c>If-Match</c>.</param>
    /// <param name="problem">Why it does not say so.</param>
    public static int? Of(HttpRequest request, out IResult? problem)
    {
        problem = null;
        if (request.Headers.IfMatch.Count == 0)
        {
            problem = Problems.Of(StatusCodes.Status428PreconditionRequired, "Which revision?", "Say which revision this was made from: send its ETag in If-Match.");
            return null;
        }

        if (EntityTagHeaderValue.TryParse(request.Headers.IfMatch.ToString(), out EntityTagHeaderValue? tag) && !tag.IsWeak
            && int.TryParse(tag.Tag.AsSpan().Trim('"'), NumberStyles.None, CultureInfo.InvariantCulture, out int number))
        {
            return number;
        }

        problem = Problems.Of(StatusCodes.Status400BadRequest, "Which revision?", "If-Match does not hold an ETag of this document, such as \"3\". Send the one that came with it.");
        return null;
    }
}
