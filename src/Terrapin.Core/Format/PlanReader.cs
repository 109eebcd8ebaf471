using System.Text.Json;
using Terrapin.Core.Model;
using Terrapin.Core.Validation;

namespace Terrapin.Core.Format;

/// <summary>
/// Reads plans one after the other of which most is the same, as while somebody edits one: a part that is written as before is the same
/// object as before, neither read nor checked again. Safe to use from several threads.
/// </summary>
/// <param name="keysAreOnce">Whether plans come from where each key is written once; see <see cref="PlanJson.Parse"/>.</param>
public sealed class PlanReader(bool keysAreOnce = false)
{
    private readonly Lock gate = new();
    private readonly PlanParts parts = new();

    /// <summary>Reads and checks a plan, as <see cref="PlanJson.Read(ReadOnlyMemory{byte})"/> does.</summary>
    /// <param name="utf8">The document, UTF-8.</param>
    /// <param name="like">
    /// A plan that this one is a change of: what is left out of the document and of its installation is as in there, and null where there is
    /// none any more. Such a document is of the present version. <see langword="null"/>: the document is whole.
    /// </param>
    /// <exception cref="RefusedException">It is not JSON, of another version, or at fault; names every place.</exception>
    public Plan Read(ReadOnlyMemory<byte> utf8, Plan? like = null)
    {
        using JsonDocument document = PlanJson.Parse(utf8, keysAreOnce);
        lock (gate)
        {
            return PlanJson.Read(document.RootElement, parts, like);
        }
    }
}
