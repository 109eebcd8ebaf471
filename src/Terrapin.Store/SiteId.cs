using System.Globalization;
using System.Text;

namespace Terrapin.Store;

/// <summary>Short readable ids for sites.</summary>
internal static class SiteId
{
    private const int MostCharacters = 34;

    /// <summary>The name in lower-case letters, digits and hyphens; <c>site</c> where nothing is left of it.</summary>
    public static string From(string name)
    {
        var id = new StringBuilder();
        foreach (char c in name.Normalize(NormalizationForm.FormD).ToLowerInvariant())
        {
            if (char.IsAsciiLetterOrDigit(c))
            {
                id.Append(c);
            }
            else if (c is ' ' or '-' or '_' or ',' or '.' or '/' && id.Length > 0 && id[^1] != '-')
            {
                id.Append('-');
            }
        }

        string trimmed = id.ToString()[..Math.Min(id.Length, MostCharacters)].Trim('-');
        return trimmed.Length == 0 ? "site" : trimmed;
    }

    public static string Numbered(string id, int number) => string.Create(CultureInfo.InvariantCulture, $"{id}-{number}");
}
