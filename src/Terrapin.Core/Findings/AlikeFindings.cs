using System.Globalization;
using Terrapin.Core.Model;

namespace Terrapin.Core.Findings;

/// <summary>Makes one finding of many that have one cause, and says which of several stop valves each is about.</summary>
internal static class AlikeFindings
{
    /// <summary>So many alike are one.</summary>
    private const int Many = 3;

    /// <summary>Those of one kind with one remedy become one, which names what else it holds for.</summary>
    public static IEnumerable<Finding> Merge(IEnumerable<Finding> findings) =>
        findings.GroupBy(f => (f.Code, f.Severity, f.Stage, f.Remedy, IsAbout: f.About is not null)).SelectMany(alike =>
        {
            Finding[] all = [.. alike];
            return alike.Key.IsAbout && all.Length >= Many ? [MergedOf(all)] : all;
        });

    /// <summary>Where a site has several stop valves, a finding says whose it is.</summary>
    public static Finding NameStopValve(Plan plan, Finding finding)
    {
        if (plan.Building.StopValves.Count < 2 || finding.About is not null)
        {
            return finding;
        }

        string? name = finding.Where.Split('/') switch
        {
            ["", "building", "stopValves", var place, ..] => plan.Building.StopValves[int.Parse(place, CultureInfo.InvariantCulture)].Name,
            ["", "installation", "drives", var place, ..] => plan.StopValve(plan.Installation.Drives[int.Parse(place, CultureInfo.InvariantCulture)].StopValveId).Name,
            _ => null,
        };
        return finding with { About = name };
    }

    private static Finding MergedOf(Finding[] all) => all[0] with
    {
        Why = $"{all[0].Why} The same holds for {string.Join("; ", all.Skip(1).Select(f => f.About!.Replace('{', '(').Replace('}', ')')).Distinct())}.",
    };
}
