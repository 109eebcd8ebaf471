using System.Globalization;
using System.Text.Json;
using System.Text.Json.Nodes;
using CsvHelper;
using Terrapin.Core.Validation;
using Terrapin.Documents.Quantities;

namespace Terrapin.Documents.Tables;

/// <summary>One column of a table.</summary>
/// <param name="Name">As it stands in the header, before its unit.</param>
/// <param name="Path">Where its value stands in the JSON of a line's record, such as <c>ratedTorque/nm</c>.</param>
/// <param name="Unit">As written in the header; <see langword="null"/>: a text or a word.</param>
/// <param name="Kind">Other units of this kind may stand in the header of a table that is read; <see langword="null"/>: only
/// <paramref name="Unit"/> itself.</param>
/// <param name="Scale">How many of the unit are one of the plan's.</param>
internal sealed record TableColumn(string Name, string Path, string? Unit = null, TypedKind? Kind = null, double Scale = 1)
{
    /// <summary>Whether a table may be read without it.</summary>
    public bool IsOptional { get; init; }

    /// <summary>What it is called on a screen, where that is not its name.</summary>
    public string? Label { get; init; }

    /// <summary>How the number is meant, in one sentence.</summary>
    public string? How { get; init; }

    /// <summary>The words that it takes, by their type; <see langword="null"/>: it takes no word.</summary>
    public Type? Words { get; init; }

    /// <summary>The list of the catalogue whose entries it names, by their ids; <see langword="null"/>: it names none.</summary>
    public CatalogueList? RefersTo { get; init; }

    /// <summary>Whether it holds several words, with spaces between; none may be left out.</summary>
    public bool IsList { get; init; }

    public string Header => Unit is null ? Name : $"{Name} [{Unit}]";

    /// <summary>Whether it holds a number.</summary>
    public bool IsNumber => Unit is not null;
}

/// <summary>
/// Records as a table (RFC 4180): one a line, the unit of each number in the header, words as the plan has them, an empty
/// cell for what is not known.
/// </summary>
internal static class CsvTable
{
    /// <summary>Lines that a table may have; more is no list that people keep.</summary>
    private const int MostLines = 1000;

    /// <summary>Errors that are told at once.</summary>
    private const int MostErrors = 50;

    private static readonly CsvReaderOptions Reading = new()
    {
        HasHeader = false,
        TrackLineNumbers = true,
        SkipEmptyLines = true,
        MalformedData = CsvMalformedDataHandling.Throw,
        FieldCountMismatch = CsvFieldCountHandling.Allow,
    };

    /// <summary>Writes records.</summary>
    /// <param name="records">Each a JSON object.</param>
    /// <param name="columns">In their order.</param>
    public static byte[] Write(IEnumerable<JsonNode?> records, IReadOnlyList<TableColumn> columns)
    {
        using var text = new MemoryStream();
        using (CsvWriter csv = CsvWriter.Create(text, new CsvWriterOptions(), leaveOpen: true))
        {
            csv.WriteRecord([.. columns.Select(c => c.Header)]);
            foreach (JsonNode? record in records)
            {
                csv.WriteRecord([.. columns.Select(column => CellOf(record!, column))]);
            }
        }

        return text.ToArray();
    }

    /// <summary>Reads records.</summary>
    /// <param name="utf8">The file.</param>
    /// <param name="columns">All of which must be there, in any order.</param>
    /// <param name="checkShape">Throws <see cref="RefusedException"/> where a record is at fault.</param>
    /// <returns>Each record with its line.</returns>
    /// <exception cref="RefusedException">A column is missing, of a wrong unit or not known, or a cell is at fault; each fault
    /// names line and column, and points there by an RFC 7111 fragment.</exception>
    public static IReadOnlyList<(int Line, JsonObject Record)> Read(ReadOnlyMemory<byte> utf8, IReadOnlyList<TableColumn> columns, Action<JsonElement> checkShape)
    {
        List<(int Line, string[] Cells)> rows = Rows(utf8);
        var errors = new List<DocumentError>();
        Place[] places = rows.Count == 0 ? [] : PlacesOf(rows[0].Cells, columns, errors);
        if (rows.Count == 0)
        {
            errors.Add(new DocumentError("#cell=1,1", $"Line 1: the table is empty. Its header is: {string.Join(",", columns.Select(c => c.Header))}."));
        }

        if (errors.Count > 0)
        {
            throw new RefusedException(errors);
        }

        var records = new List<(int, JsonObject)>();
        foreach ((int line, string[] cells) in rows.Skip(1))
        {
            if (errors.Count >= MostErrors)
            {
                errors.Add(new DocumentError($"#row={line}", $"Mend these first: from line {line} on the table was not looked at."));
                break;
            }

            if (cells.Length != places.Length)
            {
                errors.Add(new DocumentError($"#row={line}", $"Line {line}: {cells.Length} cells, and the header has {places.Length}. Give every cell, empty where nothing is known."));
                continue;
            }

            JsonObject record = RecordOf(line, cells, columns, places, errors);
            CheckShape(record, checkShape, line, places, errors);
            records.Add((line, record));
        }

        return errors.Count > 0 ? throw new RefusedException(errors) : records;
    }

    /// <summary>A column of the file that is read.</summary>
    /// <param name="At">Counted from 1.</param>
    /// <param name="Unit">As the file's header has it.</param>
    private sealed record Place(TableColumn Column, int At, string? Unit)
    {
        public string Of(int line) => $"#cell={line},{At}";

        public string Words(int line) => $"Line {line}, column {At} ({Column.Name})";
    }

    private static List<(int Line, string[] Cells)> Rows(ReadOnlyMemory<byte> utf8)
    {
        if (!System.Text.Unicode.Utf8.IsValid(utf8.Span))
        {
            throw new RefusedException([new DocumentError("", "This is not UTF-8 text. Save the table as CSV, UTF-8, and read it again.")]);
        }

        var rows = new List<(int, string[])>();
        using CsvReader reader = CsvReader.Create(utf8, Reading);
        try
        {
            while (reader.Read())
            {
                if (rows.Count > MostLines)
                {
                    throw new RefusedException([new DocumentError($"#row={reader.LineNumber}", $"Line {reader.LineNumber}: a table has at most {MostLines} lines below its header. Split it.")]);
                }

                rows.Add(((int)reader.LineNumber, [.. reader.Current.ToArray().Select(c => FromText(c.Trim()))]));
            }
        }
        catch (CsvFormatException e)
        {
            throw new RefusedException([new DocumentError($"#row={e.LineNumber}", $"Line {e.LineNumber}: a quotation mark is left open or stands where none can. Put the whole cell in quotation marks, and double those inside.")]);
        }

        return rows;
    }

    private static Place[] PlacesOf(string[] header, IReadOnlyList<TableColumn> columns, List<DocumentError> errors)
    {
        var places = new List<Place>();
        for (int i = 0; i < header.Length; i++)
        {
            int bracket = header[i].IndexOf('[', StringComparison.Ordinal);
            string name = (bracket < 0 ? header[i] : header[i][..bracket]).Trim();
            string? unit = bracket < 0 ? null : header[i][(bracket + 1)..].TrimEnd(']').Trim();
            TableColumn? column = columns.FirstOrDefault(c => string.Equals(c.Name, name, StringComparison.OrdinalIgnoreCase));
            string at = $"#cell=1,{i + 1}";
            if (column is null)
            {
                errors.Add(new DocumentError(at, $"Line 1, column {i + 1}: there is no column \"{name}\" here. Take it out, or name it as one of: {string.Join(", ", columns.Select(c => c.Name))}."));
            }
            else if (places.Any(p => p.Column == column))
            {
                errors.Add(new DocumentError(at, $"Line 1, column {i + 1}: \"{name}\" is there twice. Keep one."));
            }
            else if (!UnitFits(column, unit))
            {
                errors.Add(new DocumentError(at, $"Line 1, column {i + 1} ({name}): {(unit is null ? "its unit is missing" : $"\"{unit}\" is no unit for it")}. Write \"{column.Header}\"{OtherUnits(column)}."));
            }
            else
            {
                places.Add(new Place(column, i + 1, unit));
            }
        }

        foreach (TableColumn missing in columns.Where(c => !c.IsOptional && places.All(p => p.Column != c) && !errors.Any(f => f.Message.Contains($"({c.Name})", StringComparison.OrdinalIgnoreCase))))
        {
            errors.Add(new DocumentError("#row=1", $"Line 1: the column \"{missing.Header}\" is missing. Add it, with empty cells where nothing is known."));
        }

        return [.. places];
    }

    private static bool UnitFits(TableColumn column, string? unit) => column switch
    {
        { IsNumber: false } => unit is null,
        { Kind: { } kind } => unit is not null && UnitTable.Kinds[kind].Names.ContainsKey(unit.ToLowerInvariant()),
        _ => unit == column.Unit,
    };

    private static string OtherUnits(TableColumn column) => column.Kind is { } kind
        ? $" (or {string.Join(", ", UnitTable.Kinds[kind].Names.Keys)})"
        : "";

    private static JsonObject RecordOf(int line, string[] cells, IReadOnlyList<TableColumn> columns, Place[] places, List<DocumentError> errors)
    {
        var record = new JsonObject();
        foreach (TableColumn list in columns.Where(c => c.IsList))
        {
            Put(record, list.Path, new JsonArray());
        }

        foreach (Place place in places)
        {
            string cell = cells[place.At - 1];
            if (cell.Length > 0 && ValueOf(cell, place, line, errors) is { } value)
            {
                Put(record, place.Column.Path, value);
            }
        }

        DropBareStandings(record);
        return record;
    }

    /// <summary>A standing without its figure says nothing.</summary>
    private static void DropBareStandings(JsonObject record)
    {
        foreach ((string key, JsonNode? part) in record.ToArray())
        {
            if (part is not JsonObject figure)
            {
                continue;
            }

            if (figure.Count == 1 && figure.ContainsKey("provenance"))
            {
                record.Remove(key);
            }
            else
            {
                DropBareStandings(figure);
            }
        }
    }

    private static JsonNode? ValueOf(string cell, Place place, int line, List<DocumentError> errors)
    {
        if (place.Column.IsList)
        {
            return new JsonArray([.. cell.Split(' ', StringSplitOptions.RemoveEmptyEntries).Select(word => JsonValue.Create(word))]);
        }

        if (!place.Column.IsNumber)
        {
            return JsonValue.Create(cell);
        }

        if (!double.TryParse(cell, NumberStyles.Float, CultureInfo.InvariantCulture, out double number) || !double.IsFinite(number))
        {
            errors.Add(new DocumentError(place.Of(line), $"{place.Words(line)}: \"{Shorten(cell)}\" is no number. Write it bare, such as 12.5; its unit stands in the header."));
            return null;
        }

        return place.Column.Kind is { } kind
            ? UnitTable.Kinds[kind].Names[place.Unit!.ToLowerInvariant()].ToSi(number)
            : number / place.Column.Scale;
    }

    private static void CheckShape(JsonObject record, Action<JsonElement> checkShape, int line, Place[] places, List<DocumentError> errors)
    {
        try
        {
            using JsonDocument document = JsonDocument.Parse(record.ToJsonString());
            checkShape(document.RootElement);
        }
        catch (RefusedException refused)
        {
            foreach (DocumentError error in refused.Errors)
            {
                Place? place = places.FirstOrDefault(p => $"/{p.Column.Path}" == error.Pointer);
                if (place is null || !errors.Any(f => f.Pointer == place.Of(line)))
                {
                    errors.Add(new DocumentError(place?.Of(line) ?? $"#row={line}", $"{place?.Words(line) ?? $"Line {line}"}: {error.Message}"));
                }
            }
        }
    }

    private static void Put(JsonObject record, string path, JsonNode value)
    {
        string[] keys = path.Split('/');
        JsonObject at = record;
        foreach (string key in keys[..^1])
        {
            at = at[key] as JsonObject ?? (JsonObject)(at[key] = new JsonObject());
        }

        at[keys[^1]] = value;
    }

    private static string CellOf(JsonNode record, TableColumn column)
    {
        JsonNode? at = record;
        foreach (string key in column.Path.Split('/'))
        {
            at = at?[key];
        }

        return at is null ? "" : column.IsList
            ? AsText(string.Join(' ', at.AsArray().Select(word => (string)word!)))
            : column.IsNumber
            ? Math.Round((double)at * column.Scale, 9).ToString("R", CultureInfo.InvariantCulture)
            : AsText((string)at!);
    }

    /// <summary>What a spreadsheet would run as a formula gets an apostrophe before it, which is taken off again on reading.</summary>
    private static string AsText(string text) => text.Length > 0 && IsFormulaStart(text[0]) ? $"'{text}" : text;

    private static string FromText(string cell) => cell.Length > 1 && cell[0] == '\'' && IsFormulaStart(cell[1]) ? cell[1..] : cell;

    private static bool IsFormulaStart(char first) => first is '=' or '+' or '-' or '@' or '\t' or '\r';

    private static string Shorten(string text) => text.Length <= 40 ? text : text[..40] + "…";
}
