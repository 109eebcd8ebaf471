using Terrapin.Core.Validation;

namespace Terrapin.Server.Api;

/// <summary>Who is saving, from the request header.</summary>
internal static class Author
{
    public const string Header = "Terrapin-Author";
    private const int MostCharacters = 120;

    /// <summary>The name, percent-decoded; <see langword="null"/> where it is missing or too long.</summary>
    public static string? Of(HttpRequest request)
    {
        string name = Uri.UnescapeDataString(request.Headers[Header].ToString()).Trim();
        return name.Length is > 0 and <= MostCharacters && TextCheck.IsText(name) ? name : null;
    }

    public static IResult Missing() => Problems.Of(
        StatusCodes.Status400BadRequest,
        "Who is saving?",
        $"Give your name, percent-encoded, in the header {Header}; {MostCharacters} characters at the most.");
}
