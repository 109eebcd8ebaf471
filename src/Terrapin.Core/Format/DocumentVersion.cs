using System.Text.Json;
using Terrapin.Core.Validation;

namespace Terrapin.Core.Format;

/// <summary>The version that every document carries at its top.</summary>
public static class DocumentVersion
{
    /// <summary>Says why a document's version cannot be read, or <see langword="null"/> where it can.</summary>
    /// <param name="element">The document.</param>
    /// <param name="key">The key its version stands under.</param>
    /// <param name="current">The newest version that this program reads.</param>
    /// <param name="what">What the document is called in the message.</param>
    /// <param name="pointer">Where the document stands in a larger one.</param>
    public static DocumentError? Check(JsonElement element, string key, int current, string what, string pointer)
    {
        if (element.ValueKind != JsonValueKind.Object)
        {
            return new DocumentError(pointer, $"A {what} is a JSON object; this is {ShapeCheck.Describe(element)}.");
        }

        string at = $"{pointer}/{key}";
        if (!element.TryGetProperty(key, out JsonElement value) || value.ValueKind != JsonValueKind.Number || !value.TryGetInt32(out int version))
        {
            return new DocumentError(at, $"The {what} does not say which version it is. Add \"{key}\": {current}.");
        }

        if (version > current)
        {
            return new DocumentError(at, $"This {what} is of version {version}; this program reads up to version {current}. Update the program, or export the {what} from the older one.");
        }

        return version < 1 ? new DocumentError(at, $"There is no version {version} of a {what}. The versions are 1 to {current}.") : null;
    }
}
