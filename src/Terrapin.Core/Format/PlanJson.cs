using System.Security.Cryptography;
using System.Text.Encodings.Web;
using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Schema;
using System.Text.Json.Serialization;
using System.Text.Json.Serialization.Metadata;
using System.Text.Unicode;
using Terrapin.Core.Model;
using Terrapin.Core.Validation;

namespace Terrapin.Core.Format;

/// <summary>The plan document as JSON: reading it strictly, writing it in one canonical way, and its schema.</summary>
public static class PlanJson
{
    /// <summary>How the plan and what it is made of are written: camel case, words for enumerations, nothing unknown.</summary>
    public static JsonSerializerOptions Options { get; } = MakeOptions();

    private static readonly JsonTypeInfo<Plan> PlanType = (JsonTypeInfo<Plan>)Options.GetTypeInfo(typeof(Plan));

    private static readonly JsonDocumentOptions DocumentOptions = new() { MaxDepth = 32, AllowDuplicateProperties = false };

    /// <summary>Reads and checks a plan.</summary>
    /// <param name="utf8">The document, UTF-8.</param>
    /// <exception cref="RefusedException">It is not JSON, of another version, or at fault; names every place.</exception>
    public static Plan Read(ReadOnlyMemory<byte> utf8)
    {
        using JsonDocument document = Parse(utf8);
        return Read(document.RootElement, "");
    }

    /// <summary>Reads and checks a plan that is part of a larger document; an older version is upgraded.</summary>
    /// <param name="element">The plan's own element.</param>
    /// <param name="pointer">Where it stands in the larger document, for the errors.</param>
    /// <exception cref="RefusedException">It is of another version, or at fault.</exception>
    public static Plan Read(JsonElement element, string pointer)
    {
        if (DocumentVersion.Check(element, "version", Plan.CurrentVersion, "plan", pointer) is { } error)
        {
            throw new RefusedException([error]);
        }

        int version = element.GetProperty("version").GetInt32();
        if (version < Plan.CurrentVersion)
        {
            using JsonDocument upgraded = PlanUpgrade.FromVersion(element, version);
            return ReadCurrent(upgraded.RootElement, pointer);
        }

        return ReadCurrent(element, pointer);
    }

    /// <summary>
    /// Reads a plan that was checked when it was stored: an older version is upgraded, but limits and references, which may have
    /// been drawn closer since, are not held against it.
    /// </summary>
    /// <param name="utf8">As it was stored.</param>
    /// <exception cref="RefusedException">It is of a newer version, or no plan.</exception>
    public static Plan ReadStored(ReadOnlyMemory<byte> utf8)
    {
        using var document = JsonDocument.Parse(utf8, DocumentOptions);
        JsonElement element = document.RootElement;
        if (DocumentVersion.Check(element, "version", Plan.CurrentVersion, "plan", "") is { } error)
        {
            throw new RefusedException([error]);
        }

        int version = element.GetProperty("version").GetInt32();
        if (version == Plan.CurrentVersion)
        {
            return element.Deserialize(PlanType)!;
        }

        using JsonDocument upgraded = PlanUpgrade.FromVersion(element, version);
        return upgraded.RootElement.Deserialize(PlanType)!;
    }

    /// <summary>Reads a catalogue that was checked when it was stored, whichever version it was stored in.</summary>
    /// <param name="utf8">As it was stored.</param>
    public static Catalogue ReadStoredCatalogue(ReadOnlyMemory<byte> utf8)
    {
        using var document = JsonDocument.Parse(utf8, DocumentOptions);
        using JsonDocument upgraded = PlanUpgrade.StoredCatalogue(document.RootElement);
        return upgraded.RootElement.Deserialize((JsonTypeInfo<Catalogue>)Options.GetTypeInfo(typeof(Catalogue)))!;
    }

    private static Plan ReadCurrent(JsonElement element, string pointer) => Checked(ReadShape<Plan>(element, pointer), pointer);

    private static Plan Checked(Plan plan, string pointer)
    {
        List<DocumentError> errors = PlanReferences.Check(plan, pointer);
        return errors.Count == 0 ? plan : throw new RefusedException(errors);
    }

    /// <summary>Reads a plan of which parts may be known already.</summary>
    /// <param name="element">The plan's own element.</param>
    /// <param name="parts">That are known.</param>
    /// <param name="like">Has what is left out of the plan and of its installation; <see langword="null"/>: nothing is to be.</param>
    internal static Plan Read(JsonElement element, PlanParts parts, Plan? like)
    {
        if (DocumentVersion.Check(element, "version", Plan.CurrentVersion, "plan", "") is not null || element.GetProperty("version").GetInt32() < Plan.CurrentVersion)
        {
            return Read(element, "");
        }

        var errors = new List<DocumentError>();
        ShapeCheck.Check(element, PlanType, "", errors, new KnownParts(parts, like is not null));
        return errors.Count == 0 ? Checked(parts.Compose(element, like), "") : throw new RefusedException(errors);
    }

    /// <summary>The parts of plans that were read before.</summary>
    private sealed record KnownParts(PlanParts Parts, bool IsChange) : IKnownParts
    {
        public bool IsKnown(JsonElement element, Type type) => Parts.IsKnown(element, type);

        public bool MayBeLeftOut(Type owner) => IsChange && (owner == typeof(Plan) || owner == typeof(Installation));
    }

    /// <summary>Reads a record of the plan, checking keys, types and limits but no references.</summary>
    /// <exception cref="RefusedException">The shape is at fault; names every place.</exception>
    public static T ReadShape<T>(JsonElement element, string pointer) => ReadShape<T>(element, pointer, Options);

    /// <summary>Reads any record of this program's documents, checking keys, types and limits but no references.</summary>
    /// <param name="element">The record's own element.</param>
    /// <param name="pointer">Where it stands in the larger document, for the errors.</param>
    /// <param name="options">That know the record.</param>
    /// <exception cref="RefusedException">The shape is at fault; names every place.</exception>
    public static T ReadShape<T>(JsonElement element, string pointer, JsonSerializerOptions options)
    {
        var errors = new List<DocumentError>();
        var type = (JsonTypeInfo<T>)options.GetTypeInfo(typeof(T));
        ShapeCheck.Check(element, type, pointer, errors);
        return errors.Count == 0 ? element.Deserialize(type)! : throw new RefusedException(errors);
    }

    /// <summary>Parses JSON text.</summary>
    /// <param name="utf8">The text, UTF-8.</param>
    /// <param name="keysAreOnce">Whether it comes from where each key is written once, so that this need not be looked at: it takes as long as all else.</param>
    /// <exception cref="RefusedException">It is not JSON; names line and column.</exception>
    public static JsonDocument Parse(ReadOnlyMemory<byte> utf8, bool keysAreOnce = false)
    {
        if (!Utf8.IsValid(utf8.Span))
        {
            throw new RefusedException([new DocumentError("", "This is not UTF-8 text. Save it as UTF-8 and send it again.")], isNotJson: true);
        }

        try
        {
            var document = JsonDocument.Parse(utf8, DocumentOptions with { AllowDuplicateProperties = keysAreOnce });
            if (TextCheck.MayHoldError(utf8.Span) && TextCheck.FirstError(document.RootElement) is { } error)
            {
                document.Dispose();
                throw new RefusedException([error]);
            }

            return document;
        }
        catch (InvalidOperationException)
        {
            throw new RefusedException([new DocumentError("", "Take out the half of a character in one of the keys.")], isNotJson: true);
        }
        catch (JsonException e)
        {
            string place = e.LineNumber is { } line ? $"Line {line + 1}, column {e.BytePositionInLine + 1}" : "Somewhere in it";
            throw new RefusedException(
                [new DocumentError("", $"{place}: this is not JSON as it stands (each key once, numbers such as 1.5, null where not measured). Correct it there and send it again.")],
                isNotJson: true);
        }
    }

    /// <summary>Reads and checks a catalogue.</summary>
    /// <exception cref="RefusedException">It is at fault; names every place.</exception>
    public static Catalogue ReadCatalogue(JsonElement element, string pointer)
    {
        Catalogue catalogue = ReadShape<Catalogue>(element, pointer);
        IReadOnlyList<DocumentError> errors = PlanReferences.CheckCatalogue(catalogue, pointer);
        return errors.Count == 0 ? catalogue : throw new RefusedException(errors);
    }

    /// <summary>Writes a catalogue in its canonical form, as the one of a plan.</summary>
    public static byte[] Write(Catalogue catalogue) => JsonSerializer.SerializeToUtf8Bytes(catalogue, (JsonTypeInfo<Catalogue>)Options.GetTypeInfo(typeof(Catalogue)));

    /// <summary>Writes a plan in its canonical form: compact, keys in the order of the schema.</summary>
    public static byte[] Write(Plan plan) => JsonSerializer.SerializeToUtf8Bytes(plan, PlanType);

    /// <summary>
    /// An element in the canonical form as far as writing goes: compact, and each number as this program writes it, so that
    /// a document that another program read and wrote again is still the same. Keys stay as they stand.
    /// </summary>
    public static byte[] WriteAsItStands(JsonElement element)
    {
        using var bytes = new MemoryStream();
        using (var writer = new Utf8JsonWriter(bytes, new JsonWriterOptions { Encoder = Options.Encoder }))
        {
            WriteAsItStands(element, writer);
        }

        return bytes.ToArray();
    }

    private static void WriteAsItStands(JsonElement element, Utf8JsonWriter writer)
    {
        switch (element.ValueKind)
        {
            case JsonValueKind.Object:
                writer.WriteStartObject();
                foreach (JsonProperty property in element.EnumerateObject())
                {
                    writer.WritePropertyName(property.Name);
                    WriteAsItStands(property.Value, writer);
                }

                writer.WriteEndObject();
                break;
            case JsonValueKind.Array:
                writer.WriteStartArray();
                foreach (JsonElement item in element.EnumerateArray())
                {
                    WriteAsItStands(item, writer);
                }

                writer.WriteEndArray();
                break;
            case JsonValueKind.Number:
                writer.WriteNumberValue(element.GetDouble());
                break;
            default:
                element.WriteTo(writer);
                break;
        }
    }

    /// <summary>The SHA-256 of the canonical form, in lower-case hexadecimal.</summary>
    public static string Hash(ReadOnlySpan<byte> canonical) => Convert.ToHexStringLower(SHA256.HashData(canonical));

    /// <summary>The JSON Schema (draft 2020-12) of the plan, made from the records themselves.</summary>
    public static JsonNode Schema()
    {
        JsonNode schema = Options.GetJsonSchemaAsNode(
            typeof(Plan),
            new JsonSchemaExporterOptions { TreatNullObliviousAsNonNullable = true, TransformSchemaNode = AddLimits });
        schema["$schema"] = "https://json-schema.org/draft/2020-12/schema";
        schema["title"] = "Terrapin plan";
        schema["description"] = "One site: what is there, what is fitted, and what shall happen when it leaks. "
            + "SI units, named in the key. null on a measurement means: not measured.";
        return schema;
    }

    private static JsonNode AddLimits(JsonSchemaExporterContext context, JsonNode node)
    {
        if (node is not JsonObject schema || context.PropertyInfo?.AttributeProvider is not { } property)
        {
            return node;
        }

        foreach (object attribute in property.GetCustomAttributes(inherit: false))
        {
            switch (attribute)
            {
                case LimitsAttribute limits:
                    schema["minimum"] = limits.Min;
                    schema["maximum"] = limits.Max;
                    if (limits.Unit.Length > 0)
                    {
                        schema["description"] = $"In {limits.Unit}.";
                    }

                    break;
                case AtMostAttribute most:
                    schema[context.TypeInfo.Kind == JsonTypeInfoKind.Enumerable ? "maxItems" : "maxLength"] = most.Max;
                    break;
                case IdAttribute:
                    schema["pattern"] = IdAttribute.Pattern;
                    break;
            }
        }

        return schema;
    }

    private static JsonSerializerOptions MakeOptions()
    {
        var options = new JsonSerializerOptions
        {
            PropertyNamingPolicy = JsonNamingPolicy.CamelCase,
            UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow,
            RespectNullableAnnotations = true,
            Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
            MaxDepth = 32,
            TypeInfoResolver = PlanJsonContext.Default,
        };
        options.MakeReadOnly();
        return options;
    }
}
