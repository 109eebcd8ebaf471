using System.Text.Json;

namespace Terrapin.Core.Validation;

/// <summary>Parts of a document that were found to be right before.</summary>
internal interface IKnownParts
{
    /// <summary>Whether an element was right before, word by word.</summary>
    bool IsKnown(JsonElement element, Type type);

    /// <summary>Whether what a record must have may be left out of it here, since it is as it was before.</summary>
    bool MayBeLeftOut(Type owner);
}
