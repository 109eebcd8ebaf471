using System.Text.Json;
using Terrapin.Core.Model;
using Terrapin.Core.Validation;
using Terrapin.Documents.Quantities;
using Terrapin.Documents.Tables;

namespace Terrapin.Documents.Floors;

/// <summary>Rooms as a table: a rectangle a line; lines of one storey and name are one room.</summary>
public static class RoomsCsv
{
    private static readonly TableColumn[] Columns =
    [
        new("storey", "storey"),
        new("room", "room"),
        new("from the left", "acrossM", "m", TypedKind.Length),
        new("from above", "downM", "m", TypedKind.Length),
        new("length", "lengthM", "m", TypedKind.Length),
        new("width", "widthM", "m", TypedKind.Length),
        new("finish", "finishId"),
    ];

    private sealed record Line
    {
        [AtMost(120)]
        public required string Storey { get; init; }

        [AtMost(120)]
        public required string Room { get; init; }

        [Limits(-500, 500, "m")]
        public double? AcrossM { get; init; }

        [Limits(-500, 500, "m")]
        public double? DownM { get; init; }

        public required double LengthM { get; init; }

        public required double WidthM { get; init; }

        [Id]
        public string? FinishId { get; init; }
    }

    /// <summary>Reads rooms; one without a place is put beside the last of its storey.</summary>
    /// <param name="utf8">The file.</param>
    /// <exception cref="RefusedException">The table is at fault; each fault names its line.</exception>
    public static RoomsRead Read(ReadOnlyMemory<byte> utf8)
    {
        var errors = new List<DocumentError>();
        var rooms = new List<ReadRoom>();
        foreach ((int line, var record) in CsvTable.Read(utf8, Columns, e => DocumentJson.ReadShape<Line>(e)))
        {
            Line read = record.Deserialize<Line>(DocumentJson.Options)!;
            double right = rooms.Where(r => r.Storey == read.Storey).SelectMany(r => r.Areas).Select(a => a.RightM()).DefaultIfEmpty(0).Max();
            var area = new FloorRectangle { AcrossM = read.AcrossM ?? right, DownM = read.DownM ?? 0, LengthM = read.LengthM, WidthM = read.WidthM };
            if (RoomsRead.SizeError(read.Room, area) is { } error)
            {
                errors.Add(new DocumentError($"#row={line}", $"Line {line}: {error}"));
                continue;
            }

            int known = rooms.FindIndex(r => r.Storey == read.Storey && r.Name == read.Room);
            if (known >= 0)
            {
                rooms[known] = rooms[known] with { Areas = [.. rooms[known].Areas, area], FinishId = rooms[known].FinishId ?? read.FinishId };
            }
            else
            {
                rooms.Add(new ReadRoom { Name = read.Room, Storey = read.Storey, Areas = [area], FinishId = read.FinishId });
            }
        }

        if (rooms.Count == 0 && errors.Count == 0)
        {
            errors.Add(new DocumentError("#row=2", "Line 2: the table has no room. Add one a line."));
        }

        return errors.Count == 0 ? new RoomsRead(rooms) : throw new RefusedException(errors);
    }
}
