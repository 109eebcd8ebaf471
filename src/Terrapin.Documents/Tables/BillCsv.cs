using System.Text.Json.Nodes;
using Terrapin.Core.Assessments;

namespace Terrapin.Documents.Tables;

/// <summary>Bills of materials as one table, a device of an option a line.</summary>
public static class BillCsv
{
    private static readonly TableColumn[] Columns =
    [
        new("option", "option"),
        new("device", "device"),
        new("name", "name"),
        new("quantity", "quantity", "pieces"),
        new("price", "price", "currency"),
        new("amount", "amount", "currency"),
        new("for", "for"),
    ];

    /// <summary>Writes bills; a price that is not known is an empty cell.</summary>
    public static byte[] Write(IEnumerable<Bill> bills) => CsvTable.Write(
        bills.SelectMany(bill => bill.Lines.Select(line => new JsonObject
        {
            ["option"] = bill.Name,
            ["device"] = line.SpecId,
            ["name"] = line.Name,
            ["quantity"] = (double)line.Quantity,
            ["price"] = line.UnitPrice?.Amount,
            ["amount"] = line.Amount,
            ["for"] = string.Join("; ", line.For),
        })),
        Columns);
}
