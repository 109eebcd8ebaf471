using System.Text.Json;
using System.Text.Json.Serialization;
using System.Text.Json.Serialization.Metadata;
using Terrapin.Core.Format;
using Terrapin.Core.Validation;

namespace Terrapin.Documents;

/// <summary>How every document and every answer of this program is written: as the plan is, whatever record it is.</summary>
public static class DocumentJson
{
    public static JsonSerializerOptions Options { get; } = Make(indented: false);

    /// <summary>For files that people open.</summary>
    public static JsonSerializerOptions Indented { get; } = Make(indented: true);

    /// <summary>Reads a record, checking keys, types and limits but no references.</summary>
    /// <param name="element">The record's own element.</param>
    /// <param name="pointer">Where it stands in the larger document, for the errors.</param>
    /// <exception cref="RefusedException">The shape is at fault; names every place.</exception>
    public static T ReadShape<T>(JsonElement element, string pointer = "") => PlanJson.ReadShape<T>(element, pointer, Options);

    private static JsonSerializerOptions Make(bool indented)
    {
        var options = new JsonSerializerOptions(PlanJson.Options)
        {
            WriteIndented = indented,
            TypeInfoResolver = JsonTypeInfoResolver.Combine(PlanJson.Options.TypeInfoResolver, new DefaultJsonTypeInfoResolver()),
        };
        options.Converters.Add(new JsonStringEnumConverter(JsonNamingPolicy.CamelCase, allowIntegerValues: false));
        options.MakeReadOnly();
        return options;
    }
}
