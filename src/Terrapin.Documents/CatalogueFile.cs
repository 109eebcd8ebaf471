using System.Text.Json;
using Terrapin.Core.Format;
using Terrapin.Core.Model;
using Terrapin.Core.Validation;

namespace Terrapin.Documents;

/// <summary>A whole catalogue as a JSON file, to carry it from one site to another.</summary>
public sealed record CatalogueFile
{
    public const string FormatName = "terrapin-catalogue";
    public const int CurrentVersion = 3;

    public required string Format { get; init; }

    public required int FormatVersion { get; init; }

    public required Catalogue Catalogue { get; init; }

    /// <summary>The catalogue as indented UTF-8 JSON.</summary>
    public static byte[] Write(Catalogue catalogue) => JsonSerializer.SerializeToUtf8Bytes(
        new CatalogueFile { Format = FormatName, FormatVersion = CurrentVersion, Catalogue = catalogue },
        DocumentJson.Indented);

    /// <summary>Reads a catalogue file.</summary>
    /// <param name="utf8">The file.</param>
    /// <exception cref="RefusedException">Not a catalogue, of a newer version, or at fault; names the place.</exception>
    public static Catalogue Read(ReadOnlyMemory<byte> utf8)
    {
        using JsonDocument document = PlanJson.Parse(utf8);
        JsonElement root = document.RootElement;
        OpenFormat.Check(root, FormatName, CurrentVersion, "catalogue", $"This is not a catalogue: it does not say \"format\": \"{FormatName}\". Choose a file that was exported here, or a CSV table.");
        int version = root.GetProperty("formatVersion").GetInt32();
        if (version < CurrentVersion && root.TryGetProperty("catalogue", out JsonElement older) && older.ValueKind == JsonValueKind.Object)
        {
            // Its versions began with that of version 3 of the plan.
            using JsonDocument upgraded = PlanUpgrade.CatalogueOf(older, version + 2);
            return DocumentJson.ReadShape<Catalogue>(upgraded.RootElement, "/catalogue");
        }

        return DocumentJson.ReadShape<CatalogueFile>(root).Catalogue;
    }
}
