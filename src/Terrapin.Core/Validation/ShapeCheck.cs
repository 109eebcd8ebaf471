using System.Collections.Concurrent;
using System.Globalization;
using System.Reflection;
using System.Text.Json;
using System.Text.Json.Serialization.Metadata;
using Terrapin.Core.Model;

namespace Terrapin.Core.Validation;

/// <summary>
/// Holds a JSON element against a record's own shape and collects every fault with its place, so that a person gets all
/// of them at once and in plain words, which the serializer's first exception does not give.
/// </summary>
internal static class ShapeCheck
{
    private const int MostErrors = 50;

    // Looking attributes and properties up takes far longer than checking a value.
    private static readonly ConcurrentDictionary<MemberInfo, Constraints> ConstraintsOf = new();
    private static readonly ConcurrentDictionary<JsonTypeInfo, IReadOnlyDictionary<string, JsonPropertyInfo>> PropertiesOf = new();

    /// <param name="element">What is checked.</param>
    /// <param name="type">The record that it is to be.</param>
    /// <param name="pointer">Where it stands.</param>
    /// <param name="errors">Takes what is wrong.</param>
    /// <param name="known">What need not be looked at; <see langword="null"/>: all is to be.</param>
    public static void Check(JsonElement element, JsonTypeInfo type, string pointer, List<DocumentError> errors, IKnownParts? known = null)
    {
        if (errors.Count >= MostErrors || known?.IsKnown(element, type.Type) == true)
        {
            return;
        }

        Type bare = Nullable.GetUnderlyingType(type.Type) ?? type.Type;
        switch (type.Kind)
        {
            case JsonTypeInfoKind.Object:
                CheckObject(element, type, pointer, errors, known);
                break;
            case JsonTypeInfoKind.Enumerable:
                CheckList(element, type, pointer, errors, known);
                break;
            case JsonTypeInfoKind.Dictionary:
                throw new NotSupportedException($"{type.Type} has no place in a document.");
            default:
                CheckScalar(element, bare, pointer, errors);
                break;
        }
    }

    /// <summary>A few words for what an element is.</summary>
    public static string Describe(JsonElement element) => element.ValueKind switch
    {
        JsonValueKind.Object => "an object",
        JsonValueKind.Array => "a list",
        JsonValueKind.String => $"the text \"{Shorten(element.GetString()!)}\"",
        JsonValueKind.Number => $"the number {Shorten(element.GetRawText())}",
        JsonValueKind.True or JsonValueKind.False => element.GetRawText(),
        _ => "null",
    };

    private static void CheckObject(JsonElement element, JsonTypeInfo type, string pointer, List<DocumentError> errors, IKnownParts? known)
    {
        if (element.ValueKind != JsonValueKind.Object)
        {
            errors.Add(new DocumentError(pointer, $"An object is expected here; this is {Describe(element)}."));
            return;
        }

        IReadOnlyDictionary<string, JsonPropertyInfo> properties = PropertiesOf.GetOrAdd(type, static t => t.Properties.ToDictionary(p => p.Name));
        foreach (JsonProperty member in element.EnumerateObject())
        {
            string at = $"{pointer}/{Escape(member.Name)}";
            if (properties.TryGetValue(member.Name, out JsonPropertyInfo? property))
            {
                CheckProperty(member.Value, property, type, at, errors, known);
            }
            else
            {
                errors.Add(new DocumentError(at, $"There is no \"{Shorten(member.Name)}\" here. Known keys: {string.Join(", ", type.Properties.Select(p => p.Name))}."));
            }
        }

        foreach (JsonPropertyInfo property in type.Properties)
        {
            if (property.IsRequired && !element.TryGetProperty(property.Name, out _) && known?.MayBeLeftOut(type.Type) != true)
            {
                errors.Add(new DocumentError($"{pointer}/{property.Name}", $"\"{property.Name}\" is missing. Add it."));
            }
        }
    }

    private static void CheckProperty(JsonElement value, JsonPropertyInfo property, JsonTypeInfo owner, string at, List<DocumentError> errors, IKnownParts? known)
    {
        if (value.ValueKind == JsonValueKind.Null)
        {
            if (!property.IsSetNullable)
            {
                errors.Add(new DocumentError(at, $"\"{property.Name}\" cannot be null. Give a value."));
            }

            return;
        }

        int before = errors.Count;
        Check(value, owner.Options.GetTypeInfo(property.PropertyType), at, errors, known);
        if (errors.Count == before && property.AttributeProvider is MemberInfo member)
        {
            CheckAttributes(value, member, at, errors);
        }
    }

    private static void CheckAttributes(JsonElement value, MemberInfo member, string at, List<DocumentError> errors)
    {
        Constraints constraints = ConstraintsOf.GetOrAdd(member, static m => new Constraints(m));
        if (constraints.Limits is { } limits)
        {
            double number = value.GetDouble();
            if (!(number >= limits.Min && number <= limits.Max))
            {
                string unit = limits.Unit.Length == 0 ? "" : $" {limits.Unit}";
                errors.Add(new DocumentError(at, string.Create(CultureInfo.InvariantCulture, $"{number:G6}{unit} is outside what can be true here: {limits.Min:G6} to {limits.Max:G6}{unit}. Measure again, or give null for not measured.")));
            }
        }

        if (constraints.AtMost is { } most)
        {
            int count = value.ValueKind == JsonValueKind.Array ? value.GetArrayLength() : value.GetString()!.Length;
            if (count > most.Max)
            {
                string things = value.ValueKind == JsonValueKind.Array ? "entries" : "characters";
                errors.Add(new DocumentError(at, $"{count} {things}; at most {most.Max} are accepted. Split the site, or shorten it."));
            }
        }

        if (constraints.IsId && !IdAttribute.IsId(value.GetString()!))
        {
            errors.Add(new DocumentError(at, $"\"{Shorten(value.GetString()!)}\" is no id: lower-case letters, digits and hyphens, at most 40, starting with a letter or digit."));
        }
    }

    private static void CheckList(JsonElement element, JsonTypeInfo type, string pointer, List<DocumentError> errors, IKnownParts? known)
    {
        if (element.ValueKind != JsonValueKind.Array)
        {
            errors.Add(new DocumentError(pointer, $"A list is expected here; this is {Describe(element)}."));
            return;
        }

        JsonTypeInfo entry = type.Options.GetTypeInfo(type.ElementType!);
        int index = 0;
        foreach (JsonElement item in element.EnumerateArray())
        {
            string at = $"{pointer}/{index++}";
            if (item.ValueKind == JsonValueKind.Null)
            {
                errors.Add(new DocumentError(at, "An entry cannot be null. Take it out."));
            }
            else
            {
                Check(item, entry, at, errors, known);
            }
        }
    }

    private static void CheckScalar(JsonElement element, Type type, string pointer, List<DocumentError> errors)
    {
        bool fits = type switch
        {
            _ when type == typeof(double) => element.ValueKind == JsonValueKind.Number && double.IsFinite(element.GetDouble()),
            _ when type == typeof(int) => element.ValueKind == JsonValueKind.Number && element.TryGetInt32(out _),
            _ when type == typeof(bool) => element.ValueKind is JsonValueKind.True or JsonValueKind.False,
            _ when type.IsEnum => element.ValueKind == JsonValueKind.String && Words(type).Contains(element.GetString()),
            _ => element.ValueKind == JsonValueKind.String,
        };
        if (!fits)
        {
            errors.Add(new DocumentError(pointer, $"{Expected(type)} is expected here; this is {Describe(element)}."));
        }
    }

    private static string Expected(Type type) => type switch
    {
        _ when type == typeof(double) => "A finite number",
        _ when type == typeof(int) => "A whole number",
        _ when type == typeof(bool) => "true or false",
        _ when type.IsEnum => $"One of {string.Join(", ", Words(type))}",
        _ => "A text",
    };

    private static IEnumerable<string> Words(Type type) => Enum.GetNames(type).Select(JsonNamingPolicy.CamelCase.ConvertName);

    private static string Shorten(string text) => text.Length <= 40 ? text : text[..40] + "…";

    private static string Escape(string key) => Shorten(key).Replace("~", "~0", StringComparison.Ordinal).Replace("/", "~1", StringComparison.Ordinal);

    private sealed class Constraints(MemberInfo member)
    {
        public LimitsAttribute? Limits { get; } = member.GetCustomAttribute<LimitsAttribute>();

        public AtMostAttribute? AtMost { get; } = member.GetCustomAttribute<AtMostAttribute>();

        public bool IsId { get; } = member.IsDefined(typeof(IdAttribute));
    }
}
