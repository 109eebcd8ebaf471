using System.Globalization;
using System.Text.Json;
using Terrapin.Core.Format;
using Terrapin.Core.Validation;

namespace Terrapin.Documents;

/// <summary>What all our files have in common: the word and the version at their top, and how they write times.</summary>
public static class OpenFormat
{
    /// <summary>A time with its zone, ISO 8601 to the second.</summary>
    public static string Time(DateTimeOffset at) => at.ToString("yyyy-MM-dd'T'HH:mm:sszzz", CultureInfo.InvariantCulture);

    /// <summary>What is said of a text that is no time.</summary>
    public const string NoTime = "This is no time. Write it as 2026-11-26T10:03:00+00:00.";

    /// <summary>Reads a time, which has to say its zone.</summary>
    public static bool TryTime(string text, out DateTimeOffset at) =>
        DateTimeOffset.TryParseExact(text, ["yyyy-MM-dd'T'HH:mm:sszzz", "yyyy-MM-dd'T'HH:mm:ss'Z'", "o"], CultureInfo.InvariantCulture, DateTimeStyles.None, out at);

    /// <summary>Refuses a document that is another, or of a newer version.</summary>
    /// <param name="root">The document.</param>
    /// <param name="name">What its <c>format</c> has to say.</param>
    /// <param name="version">The newest version that is read.</param>
    /// <param name="what">What it is called.</param>
    /// <param name="isNone">Why it is none, where its format says something else.</param>
    /// <exception cref="RefusedException">It is not what it has to be.</exception>
    public static void Check(JsonElement root, string name, int version, string what, string isNone)
    {
        if (root.ValueKind != JsonValueKind.Object || !root.TryGetProperty("format", out JsonElement format)
            || format.ValueKind != JsonValueKind.String || format.GetString() != name)
        {
            throw new RefusedException([new DocumentError("/format", isNone)]);
        }

        if (DocumentVersion.Check(root, "formatVersion", version, what, "") is { } error)
        {
            throw new RefusedException([error]);
        }
    }
}
