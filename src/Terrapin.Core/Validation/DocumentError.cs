namespace Terrapin.Core.Validation;

/// <summary>Something in a document that cannot be accepted.</summary>
/// <param name="Pointer">JSON pointer (RFC 6901) to the place; empty for the whole document.</param>
/// <param name="Message">What is wrong there and what to do.</param>
public sealed record DocumentError(string Pointer, string Message);

/// <summary>A document that was refused, with every fault found in it.</summary>
public sealed class RefusedException(IReadOnlyList<DocumentError> errors, bool isNotJson = false)
    : Exception(string.Join(" ", errors.Select(f => f.Pointer.Length == 0 ? f.Message : $"{f.Pointer}: {f.Message}")))
{
    /// <summary>At least one.</summary>
    public IReadOnlyList<DocumentError> Errors { get; } = errors;

    /// <summary>Whether the text was no JSON at all, rather than JSON with wrong contents.</summary>
    public bool IsNotJson { get; } = isNotJson;
}
