using System.Globalization;
using System.Text;
using System.Text.Json.Nodes;
using Terrapin.Core.Assessments;
using Terrapin.Core.Format;
using Terrapin.Core.Model;

namespace Terrapin.Core.Tests.Rehearsal;

/// <summary>The demo sites' figures, kept from the first rehearsals: another way to calculate must find them again.</summary>
public class DemoFiguresTests
{
    private const string Kept = "tests/Terrapin.Core.Tests/Files/demo-figures.csv";

    [Theory]
    [InlineData("hollin-bank")]
    [InlineData("net-loft")]
    [InlineData("quern-house")]
    [InlineData("saint-brannocs")]
    public void Are_what_they_were(string site)
    {
        string[] expected = [.. File.ReadLines(Path.Combine(Golden.Root(), Kept)).Where(line => line.StartsWith(site + ",", StringComparison.Ordinal))];
        string[] found = [.. Figures(site)];
        if (Environment.GetEnvironmentVariable("WRITE_FIGURES") is { } to)
        {
            File.AppendAllLines(to, found);
        }

        Assert.NotEmpty(expected);
        Assert.Equal(expected.Length, found.Length);
        Assert.All(expected.Zip(found), pair => Assert.True(AreAlike(pair.First, pair.Second), $"expected {pair.First}\n     got {pair.Second}"));
    }

    private static IEnumerable<string> Figures(string site)
    {
        string json = File.ReadAllText(Path.Combine(Golden.Root(), "demo", $"{site}.terrapin.json"));
        Plan plan = PlanJson.Read(Encoding.UTF8.GetBytes(JsonNode.Parse(json)!["plan"]!.ToJsonString()));
        foreach (LeakOutcome leak in Assessor.Assess(plan).Leaks)
        {
            yield return string.Join(',', new object?[]
            {
                site, leak.LeakId, leak.Mode, leak.Outcome, leak.Cause, leak.StopValveId, leak.Endless, leak.LostM3.Low, leak.LostM3.High, leak.FlowM3PerS.Low, leak.FlowM3PerS.High, leak.StopsAfterS,
            }.Select(figure => Convert.ToString(figure, CultureInfo.InvariantCulture)));
        }
    }

    private static bool AreAlike(string expected, string found) => expected.Split(',').Zip(found.Split(',')).All(pair =>
        pair.First == pair.Second
        || (double.TryParse(pair.First, CultureInfo.InvariantCulture, out double a) && double.TryParse(pair.Second, CultureInfo.InvariantCulture, out double b) && Math.Abs(a - b) <= 1e-3 * Math.Abs(a)));
}
