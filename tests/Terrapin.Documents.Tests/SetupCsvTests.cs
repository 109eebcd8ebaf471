using System.Text;
using Terrapin.Core.Model;
using Terrapin.Documents.Tables;

namespace Terrapin.Documents.Tests;

public class SetupCsvTests
{
    [Fact]
    public void A_line_an_automation_and_a_line_a_link_in_order()
    {
        Plan plan = SiteArchive.Read(File.ReadAllBytes(Path.Combine(Golden.Root(), "demo/net-loft.terrapin.json"))).Plan;
        string driveId = plan.Installation.Drives[0].Id;
        plan = plan with { Installation = plan.Installation with { Links = [new DirectLink { SensorId = "bath", DriveId = driveId }] } };
        string[] lines = Encoding.UTF8.GetString(SetupCsv.Write(plan)).Split('\n', StringSplitOptions.RemoveEmptyEntries);
        int automations = plan.Installation.Rules.Sum(r => plan.Installation.Sensors.Count(r.Hears));
        Assert.Equal(1 + automations + 1, lines.Length);
        Assert.Contains(lines, l => l.Contains("\"Bath, by the basin has been wet for", StringComparison.Ordinal) && l.Contains("wait 2 min; if it is still wet, close", StringComparison.Ordinal));
        Assert.StartsWith("direct link,1,", lines[^1], StringComparison.Ordinal);
    }
}
