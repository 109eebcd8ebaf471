using System.Text.Json.Nodes;
using Terrapin.Core.Assessments;
using Terrapin.Core.Model;

namespace Terrapin.Documents.Tables;

/// <summary>A setup sheet as a table: an automation or a direct link a line.</summary>
public static class SetupCsv
{
    private static readonly TableColumn[] Columns =
        [new("kind", "kind"), new("number", "number", "count"), new("sensor", "sensor"), new("if", "if"), new("while", "while"), new("then", "then"), new("rule", "rule")];

    /// <param name="plan">A checked plan.</param>
    public static byte[] Write(Plan plan)
    {
        var sheet = SetupSheet.Of(plan);
        string SensorName(string id) => plan.Installation.Sensors.First(s => s.Id == id).Name;
        return CsvTable.Write(
            [
                .. sheet.Automations.Select(a => new JsonObject
                {
                    ["kind"] = "automation",
                    ["number"] = (double)a.Number,
                    ["sensor"] = a.SensorId is { } sensor ? SensorName(sensor) : null,
                    ["if"] = a.If,
                    ["while"] = a.While,
                    ["then"] = string.Join("; ", a.Then),
                    ["rule"] = plan.Installation.Rules.First(r => r.Id == a.RuleId).Name,
                }),
                .. sheet.Links.Select(l => new JsonObject
                {
                    ["kind"] = "direct link",
                    ["number"] = (double)l.Number,
                    ["sensor"] = SensorName(l.SensorId),
                    ["then"] = l.Text,
                }),
            ],
            Columns);
    }
}
