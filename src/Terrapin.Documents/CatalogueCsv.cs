using System.Globalization;
using System.Text.Json;
using System.Text.Json.Nodes;
using CsvHelper;
using Terrapin.Core.Plans;
using Terrapin.Documents.Quantities;

namespace Terrapin.Documents;

/// <summary>Which of a catalogue's lists a table holds.</summary>
public enum CatalogueList
{
    Drives,
    Sensors,
    Hubs,
}

/// <summary>
/// A catalogue's list as a table (RFC 4180): one device a line, the unit of each number in the header, words as the plan has
/// them, an empty cell for what is not known.
/// </summary>
public static class CatalogueCsv
{
    private static readonly CsvReaderOptions Reading = new()
    {
        HasHeader = false,
        TrackLineNumbers = true,
        SkipEmptyLines = true,
        MalformedData = CsvMalformedDataHandling.Throw,
        FieldCountMismatch = CsvFieldCountHandling.Allow,
    };

    /// <summary>Writes one list.</summary>
    public static byte[] Write(Catalogue catalogue, CatalogueList list)
    {
        using var text = new MemoryStream();
        using (CsvWriter csv = CsvWriter.Create(text, new CsvWriterOptions(), leaveOpen: true))
        {
            IReadOnlyList<CatalogueColumn> columns = ColumnsOf(list);
            csv.WriteRecord([.. columns.Select(c => c.Header)]);
            foreach (JsonNode? device in JsonSerializer.SerializeToNode(catalogue, PlanJson.Options)![KeyOf(list)]!.AsArray())
            {
                csv.WriteRecord([.. columns.Select(column => CellOf(device!, column))]);
            }
        }

        return text.ToArray();
    }

    /// <summary>Reads one list; the other two come back empty.</summary>
    /// <param name="utf8">The file.</param>
    /// <param name="list">What it should hold.</param>
    /// <exception cref="RefusedException">A column is missing, of a wrong unit or not known, or a cell is at fault; each fault
    /// names line and column, and points there by an RFC 7111 fragment.</exception>
    public static Catalogue Read(ReadOnlyMemory<byte> utf8, CatalogueList list)
    {
        List<(int Line, string[] Cells)> rows = Rows(utf8);
        var faults = new List<Fault>();
        Place[] places = rows.Count == 0 ? [] : PlacesOf(rows[0].Cells, ColumnsOf(list), faults);
        if (rows.Count == 0)
        {
            faults.Add(new Fault("#cell=1,1", $"Line 1: the table is empty. Its header is: {string.Join(",", ColumnsOf(list).Select(c => c.Header))}."));
        }

        if (faults.Count > 0)
        {
            throw new RefusedException(faults);
        }

        var devices = new JsonArray();
        foreach ((int line, string[] cells) in rows.Skip(1))
        {
            if (cells.Length != places.Length)
            {
                faults.Add(new Fault($"#row={line}", $"Line {line}: {cells.Length} cells, and the header has {places.Length}. Give every cell, empty where nothing is known."));
                continue;
            }

            JsonObject device = DeviceOf(line, cells, places, faults);
            CheckShape(device, list, line, places, faults);
            devices.Add(device);
        }

        AddDoubles(devices, rows, faults);
        return faults.Count > 0
            ? throw new RefusedException(faults)
            : new JsonObject { ["drives"] = new JsonArray(), ["sensors"] = new JsonArray(), ["hubs"] = new JsonArray(), [KeyOf(list)] = devices }.Deserialize<Catalogue>(PlanJson.Options)!;
    }

    /// <summary>A column of the file that is read.</summary>
    /// <param name="At">Counted from 1.</param>
    /// <param name="Unit">As the file's header has it.</param>
    private sealed record Place(CatalogueColumn Column, int At, string? Unit)
    {
        public string Of(int line) => $"#cell={line},{At}";

        public string Words(int line) => $"Line {line}, column {At} ({Column.Name})";
    }

    private static List<(int Line, string[] Cells)> Rows(ReadOnlyMemory<byte> utf8)
    {
        if (!System.Text.Unicode.Utf8.IsValid(utf8.Span))
        {
            throw new RefusedException([new Fault("", "This is not UTF-8 text. Save the table as CSV, UTF-8, and read it again.")]);
        }

        var rows = new List<(int, string[])>();
        using CsvReader reader = CsvReader.Create(utf8, Reading);
        try
        {
            while (reader.Read())
            {
                rows.Add(((int)reader.LineNumber, [.. reader.Current.ToArray().Select(c => c.Trim())]));
            }
        }
        catch (CsvFormatException e)
        {
            throw new RefusedException([new Fault($"#row={e.LineNumber}", $"Line {e.LineNumber}: a quotation mark is left open or stands where none can. Put the whole cell in quotation marks, and double those inside.")]);
        }

        return rows;
    }

    private static Place[] PlacesOf(string[] header, IReadOnlyList<CatalogueColumn> columns, List<Fault> faults)
    {
        var places = new List<Place>();
        for (int i = 0; i < header.Length; i++)
        {
            int bracket = header[i].IndexOf('[', StringComparison.Ordinal);
            string name = (bracket < 0 ? header[i] : header[i][..bracket]).Trim();
            string? unit = bracket < 0 ? null : header[i][(bracket + 1)..].TrimEnd(']').Trim();
            CatalogueColumn? column = columns.FirstOrDefault(c => string.Equals(c.Name, name, StringComparison.OrdinalIgnoreCase));
            string at = $"#cell=1,{i + 1}";
            if (column is null)
            {
                faults.Add(new Fault(at, $"Line 1, column {i + 1}: there is no column \"{name}\" here. Take it out, or name it as one of: {string.Join(", ", columns.Select(c => c.Name))}."));
            }
            else if (places.Any(p => p.Column == column))
            {
                faults.Add(new Fault(at, $"Line 1, column {i + 1}: \"{name}\" is there twice. Keep one."));
            }
            else if (!UnitFits(column, unit))
            {
                faults.Add(new Fault(at, $"Line 1, column {i + 1} ({name}): {(unit is null ? "its unit is missing" : $"\"{unit}\" is no unit for it")}. Write \"{column.Header}\"{OtherUnits(column)}."));
            }
            else
            {
                places.Add(new Place(column, i + 1, unit));
            }
        }

        foreach (CatalogueColumn missing in columns.Where(c => places.All(p => p.Column != c) && !faults.Any(f => f.Message.Contains($"({c.Name})", StringComparison.OrdinalIgnoreCase))))
        {
            faults.Add(new Fault("#row=1", $"Line 1: the column \"{missing.Header}\" is missing. Add it, with empty cells where nothing is known."));
        }

        return [.. places];
    }

    private static bool UnitFits(CatalogueColumn column, string? unit) => column switch
    {
        { IsNumber: false } => unit is null,
        { Kind: { } kind } => unit is not null && UnitTable.Kinds[kind].Names.ContainsKey(unit.ToLowerInvariant()),
        _ => unit == column.Unit,
    };

    private static string OtherUnits(CatalogueColumn column) => column.Kind is { } kind
        ? $" (or {string.Join(", ", UnitTable.Kinds[kind].Names.Keys)})"
        : "";

    private static JsonObject DeviceOf(int line, string[] cells, Place[] places, List<Fault> faults)
    {
        var device = new JsonObject();
        foreach (Place place in places)
        {
            string cell = cells[place.At - 1];
            if (cell.Length > 0 && ValueOf(cell, place, line, faults) is { } value)
            {
                Put(device, place.Column.Path, value);
            }
        }

        // A standing without its figure says nothing.
        foreach ((string key, JsonNode? part) in device.ToArray())
        {
            if (part is JsonObject { Count: 1 } figure && figure.ContainsKey("standing"))
            {
                device.Remove(key);
            }
        }

        return device;
    }

    private static JsonNode? ValueOf(string cell, Place place, int line, List<Fault> faults)
    {
        if (!place.Column.IsNumber)
        {
            return JsonValue.Create(cell);
        }

        if (!double.TryParse(cell, NumberStyles.Float, CultureInfo.InvariantCulture, out double number) || !double.IsFinite(number))
        {
            faults.Add(new Fault(place.Of(line), $"{place.Words(line)}: \"{Shorten(cell)}\" is no number. Write it bare, such as 12.5; its unit stands in the header."));
            return null;
        }

        return place.Column.Kind is { } kind
            ? UnitsNet.UnitConverter.Convert(number, UnitTable.Kinds[kind].Names[place.Unit!.ToLowerInvariant()], UnitTable.Kinds[kind].Si)
            : number / place.Column.Scale;
    }

    private static void CheckShape(JsonObject device, CatalogueList list, int line, Place[] places, List<Fault> faults)
    {
        try
        {
            using JsonDocument document = JsonDocument.Parse(device.ToJsonString());
            _ = list switch
            {
                CatalogueList.Drives => (object)PlanJson.ReadShape<DriveSpec>(document.RootElement, ""),
                CatalogueList.Sensors => PlanJson.ReadShape<SensorSpec>(document.RootElement, ""),
                _ => PlanJson.ReadShape<HubSpec>(document.RootElement, ""),
            };
        }
        catch (RefusedException refused)
        {
            foreach (Fault fault in refused.Faults)
            {
                Place? place = places.FirstOrDefault(p => $"/{p.Column.Path}" == fault.Pointer);
                if (place is null || !faults.Any(f => f.Pointer == place.Of(line)))
                {
                    faults.Add(new Fault(place?.Of(line) ?? $"#row={line}", $"{place?.Words(line) ?? $"Line {line}"}: {fault.Message}"));
                }
            }
        }
    }

    private static void AddDoubles(JsonArray devices, List<(int Line, string[] Cells)> rows, List<Fault> faults)
    {
        var seen = new HashSet<string>();
        for (int i = 0; i < devices.Count; i++)
        {
            if (devices[i]!["id"] is { } id && !seen.Add((string)id!))
            {
                faults.Add(new Fault($"#row={rows[i + 1].Line}", $"Line {rows[i + 1].Line}: another device has the id \"{id}\" already. Give this one its own."));
            }
        }
    }

    private static void Put(JsonObject device, string path, JsonNode value)
    {
        string[] keys = path.Split('/');
        JsonObject at = device;
        foreach (string key in keys[..^1])
        {
            at = at[key] as JsonObject ?? (JsonObject)(at[key] = new JsonObject());
        }

        at[keys[^1]] = value;
    }

    private static string CellOf(JsonNode device, CatalogueColumn column)
    {
        JsonNode? at = device;
        foreach (string key in column.Path.Split('/'))
        {
            at = at?[key];
        }

        return at is null ? "" : column.IsNumber
            ? Math.Round((double)at * column.Scale, 9).ToString("R", CultureInfo.InvariantCulture)
            : (string)at!;
    }

    private static IReadOnlyList<CatalogueColumn> ColumnsOf(CatalogueList list) => list switch
    {
        CatalogueList.Drives => CatalogueColumns.Drives,
        CatalogueList.Sensors => CatalogueColumns.Sensors,
        _ => CatalogueColumns.Hubs,
    };

    private static string KeyOf(CatalogueList list) => JsonNamingPolicy.CamelCase.ConvertName(list.ToString());

    private static string Shorten(string text) => text.Length <= 40 ? text : text[..40] + "…";
}
