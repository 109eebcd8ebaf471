using System.Text.Json;
using System.Text.Json.Serialization;

namespace Terrapin.Core.Model;

/// <summary>A word of an enumeration in a document: camel case, never its number.</summary>
public sealed class CamelCase<T>() : JsonStringEnumConverter<T>(JsonNamingPolicy.CamelCase, allowIntegerValues: false)
    where T : struct, Enum;
