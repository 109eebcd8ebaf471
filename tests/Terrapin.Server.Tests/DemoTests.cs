using Terrapin.Core;
using Terrapin.Core.Drives;

using Terrapin.Documents;

namespace Terrapin.Server.Tests;

/// <summary>Each demo site reaches the verdict that its story asks for.</summary>
public sealed class DemoTests
{
    [Fact]
    public void Net_Loft_is_decided_but_for_two_mistakes()
    {
        Assessment assessment = Assess("net-loft");
        Assert.Equal(TorqueVerdict.Passes, assessment.Mains[0].Drive.Verdict);
        Assert.Equal(["film-thinner-than-gap", "no-rule-in-mode"], Stops(assessment));
        Assert.Equal(6, assessment.Tally.NotStopped.Count);
    }

    [Fact]
    public void Hollin_Bank_has_its_valve_on_the_wrong_side_of_the_tank()
    {
        Assessment assessment = Assess("hollin-bank");
        Assert.Empty(Stops(assessment));
        Assert.Contains(assessment.Findings, f => f.Code == "tank-on-house-side");
        Assert.Contains(assessment.Findings, f => f.Code == "pump-against-shut-valve");
        Assert.All(assessment.Leaks, l => Assert.True(l.EscapeM3.High > 0.0199, "the tank empties itself into every leak"));
    }

    [Fact]
    public void Saint_Brannocs_must_wait_for_a_plumber()
    {
        Assessment assessment = Assess("saint-brannocs");
        Assert.Equal(TorqueVerdict.Stop, assessment.Mains[0].Drive.Verdict);
        Assert.Equal(["valve-multi-turn", "sprinklers-behind-valve"], Stops(assessment).Take(2));
        Assert.All(assessment.Mains[0].Drives, d => Assert.Equal(TorqueVerdict.Stop, d.Verdict));
    }

    private static Assessment Assess(string name) =>
        Assessor.Assess(SiteArchive.Read(File.ReadAllBytes(Path.Combine(Golden.Root(), $"demo/{name}.terrapin.json"))).Plan);

    private static List<string> Stops(Assessment assessment) =>
        [.. assessment.Findings.Where(f => f.Severity == Core.Findings.Severity.Stop).Select(f => f.Code).Distinct()];
}
