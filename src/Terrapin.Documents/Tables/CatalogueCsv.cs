using System.Text.Json;
using System.Text.Json.Nodes;
using Terrapin.Core.Format;
using Terrapin.Core.Model;
using Terrapin.Core.Validation;

namespace Terrapin.Documents.Tables;

/// <summary>Which of a catalogue's lists a table holds.</summary>
public enum CatalogueList
{
    Drives,
    Sensors,
    Hubs,
    Repeaters,
    Radios,
    Finishes,
}

/// <summary>A catalogue's list as a table.</summary>
public static class CatalogueCsv
{
    /// <summary>Writes one list.</summary>
    public static byte[] Write(Catalogue catalogue, CatalogueList list) =>
        CsvTable.Write(JsonSerializer.SerializeToNode(catalogue, PlanJson.Options)![KeyOf(list)]!.AsArray(), CatalogueColumns.Of(list));

    /// <summary>Reads one list; the others come back empty.</summary>
    /// <param name="utf8">The file.</param>
    /// <param name="list">What it should hold.</param>
    /// <exception cref="RefusedException">The table is at fault, or gives an id twice; each fault names its line.</exception>
    public static Catalogue Read(ReadOnlyMemory<byte> utf8, CatalogueList list)
    {
        IReadOnlyList<(int Line, JsonObject Record)> records = CsvTable.Read(utf8, CatalogueColumns.Of(list), element => CheckShape(element, list));
        var seen = new HashSet<string>();
        DocumentError[] twice = [.. records.Where(r => !seen.Add((string)r.Record["id"]!)).Select(r => new DocumentError($"#row={r.Line}", $"Line {r.Line}: another device has the id \"{r.Record["id"]}\" already. Give this one its own."))];
        if (twice.Length > 0)
        {
            throw new RefusedException(twice);
        }

        var lists = new JsonObject(Enum.GetValues<CatalogueList>().Select(l => KeyValuePair.Create(KeyOf(l), (JsonNode?)new JsonArray())));
        lists["strapLimits"] = new JsonObject();
        lists[KeyOf(list)] = new JsonArray([.. records.Select(r => (JsonNode)r.Record)]);
        return lists.Deserialize<Catalogue>(PlanJson.Options)!;
    }

    private static object CheckShape(JsonElement element, CatalogueList list) => list switch
    {
        CatalogueList.Drives => PlanJson.ReadShape<DriveSpec>(element, ""),
        CatalogueList.Sensors => PlanJson.ReadShape<SensorSpec>(element, ""),
        CatalogueList.Hubs => PlanJson.ReadShape<HubSpec>(element, ""),
        CatalogueList.Repeaters => PlanJson.ReadShape<RepeaterSpec>(element, ""),
        CatalogueList.Radios => PlanJson.ReadShape<RadioSpec>(element, ""),
        _ => PlanJson.ReadShape<FloorFinish>(element, ""),
    };

    private static string KeyOf(CatalogueList list) => Words.Of(list);
}
