using System.Text.Json;
using System.Text.Json.Nodes;
using Terrapin.Core.Assessments;
using Terrapin.Core.Findings;
using Terrapin.Core.Uncertainty;
using Terrapin.Documents.Quantities;

namespace Terrapin.Documents.Tests;

/// <summary>
/// Documents and the web app show quantities alike: the units are one table, which the web app reads, and what is said of some
/// cases here is what the web app's own tests expect of it.
/// </summary>
public class ShownQuantityTests
{
    private static readonly JsonSerializerOptions Indented = new(DocumentJson.Options) { WriteIndented = true, PropertyNamingPolicy = JsonNamingPolicy.CamelCase, DictionaryKeyPolicy = JsonNamingPolicy.CamelCase };

    private static readonly double[] Sizes =
        [0, 1e-7, 6.12e-5, 0.000612, 0.0123456, 0.0999, 0.1, 0.5, 0.9995, 1, 1.7504, 12, 33.2968, 59.6, 99.4, 99.5, 120, 166.5, 999.4, 999.6, 1234.5, 3599.6, 7265, 200_000, 1_234_567];

    [Fact]
    public void The_units_are_those_that_the_web_app_reads() =>
        Golden.Check("web/src/api/units.json", JsonSerializer.Serialize(ShownUnits.All, Indented) + "\n");

    [Fact]
    public void What_is_said_is_what_the_web_app_says()
    {
        var cases = new JsonArray();
        foreach (QuantityKind kind in Enum.GetValues<QuantityKind>())
        {
            foreach (UnitSystem system in Enum.GetValues<UnitSystem>())
            {
                double unit = ShownUnits.All.TryGetValue(kind, out IReadOnlyDictionary<UnitSystem, IReadOnlyList<ShownUnit>>? units) ? units[system][^1].Size : 1;
                foreach (double size in Sizes.Concat(kind is QuantityKind.Duration or QuantityKind.Hours ? [] : Sizes.Skip(4).Take(4).Select(s => -s)))
                {
                    cases.Add((JsonNode)new JsonArray(JsonNamingPolicy.CamelCase.ConvertName(kind.ToString()), size * unit, JsonNamingPolicy.CamelCase.ConvertName(system.ToString()), ShownQuantity.Show(kind, size * unit, system)));
                }
            }
        }

        Golden.Check("web/src/api/shown.json", cases.ToJsonString(new JsonSerializerOptions(DocumentJson.Options) { WriteIndented = false }).Replace("],[", "],\n[", StringComparison.Ordinal) + "\n");
    }

    [Theory]
    [InlineData(0.01, 0.01, "10 L")]
    [InlineData(0.01, 0.037, "10 L to 37 L")]
    [InlineData(null, 0.037, "at most 37 L")]
    [InlineData(0.01, null, "at least 10 L")]
    [InlineData(null, null, "not known")]
    public void What_is_open_is_shown_as_open(double? low, double? high, string text) =>
        Assert.Equal(text, ShownQuantity.Show(QuantityKind.Volume, new Interval(low, high), UnitSystem.Metric));

    [Fact]
    public void Every_finding_of_the_demo_is_told_without_a_hole_in_both_systems()
    {
        foreach (string file in Directory.GetFiles(Path.Combine(Golden.Root(), "demo"), "*.terrapin.json"))
        {
            foreach (Finding finding in Assessor.Assess(SiteArchive.Read(File.ReadAllBytes(file)).Plan).Findings)
            {
                foreach (UnitSystem system in Enum.GetValues<UnitSystem>())
                {
                    Assert.DoesNotMatch(@"\{\w+\}", ShownQuantity.Why(finding, system));
                }
            }
        }
    }
}
