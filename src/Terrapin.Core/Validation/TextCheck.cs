using System.Text.Json;

namespace Terrapin.Core.Validation;

/// <summary>Finds text that no file can carry: control characters, halves of characters, and what is no character at all.</summary>
public static class TextCheck
{
    /// <summary>Whether a closer look is needed: nearly no document has an escaped character, or one from the end of its plane.</summary>
    public static bool MayHoldError(ReadOnlySpan<byte> utf8) => utf8.IndexOf("\\u"u8) >= 0 || utf8.IndexOf((ReadOnlySpan<byte>)[0xEF, 0xBF]) >= 0;

    /// <summary>The first fault in any text or key of a document; <see langword="null"/>: there is none.</summary>
    public static DocumentError? FirstError(JsonElement element) => FirstError(element, "");

    /// <summary>Whether a text can be kept and written to any format; line ends and tabs can.</summary>
    public static bool IsText(string text)
    {
        for (int i = 0; i < text.Length; i++)
        {
            char c = text[i];
            if (char.IsHighSurrogate(c) && i + 1 < text.Length && char.IsLowSurrogate(text[i + 1]))
            {
                i++;
            }
            else if ((c < ' ' && c is not ('\t' or '\n' or '\r')) || char.IsSurrogate(c) || c is '\uFFFE' or '\uFFFF')
            {
                return false;
            }
        }

        return true;
    }

    private static DocumentError? FirstError(JsonElement element, string pointer)
    {
        switch (element.ValueKind)
        {
            case JsonValueKind.String:
                return IsText(element.GetString, pointer);
            case JsonValueKind.Object:
                foreach (JsonProperty property in element.EnumerateObject())
                {
                    if ((IsText(() => property.Name, pointer) ?? FirstError(property.Value, $"{pointer}/{property.Name}")) is { } error)
                    {
                        return error;
                    }
                }

                return null;
            case JsonValueKind.Array:
                int i = 0;
                foreach (JsonElement item in element.EnumerateArray())
                {
                    if (FirstError(item, $"{pointer}/{i++}") is { } error)
                    {
                        return error;
                    }
                }

                return null;
            default:
                return null;
        }
    }

    private static DocumentError? IsText(Func<string?> read, string pointer)
    {
        try
        {
            if (IsText(read()!))
            {
                return null;
            }
        }
        catch (InvalidOperationException)
        {
            // Half of a character, written as an escape, cannot be read at all.
        }

        return new DocumentError(pointer, "Take out the character that cannot be seen: this text holds a control character or half of a character.");
    }
}
