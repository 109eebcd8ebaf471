using System.Reflection;
using NetArchTest.Rules;

namespace Terrapin.Architecture.Tests;

/// <summary>Arrows point one way: Server → Documents, Store → Core, and inside Core from right to left.</summary>
public class DependencyTests
{
    private static readonly Assembly Core = typeof(Terrapin.Core.Assessments.Assessor).Assembly;
    private static readonly Assembly Store = typeof(Terrapin.Store.SiteStore).Assembly;
    private static readonly Assembly Documents = typeof(Terrapin.Documents.SiteArchive).Assembly;

    private static readonly string[] CoreFolders =
        [
            "Model", "Geometry", "Validation", "Format", "Findings", "Uncertainty", "Hydraulics", "Power", "Drives", "Floors", "Sensors", "Reach", "Rules", "Checker", "Simulation", "Reliability",
            "Rehearsal", "Assessments",
        ];

    /// <summary>All but the last, which may import any.</summary>
    public static TheoryData<string> Folders => [.. CoreFolders[..^1]];

    [Fact]
    public void Every_folder_of_core_has_its_place_in_the_order() => Assert.Equal(
        CoreFolders.Order(),
        Core.GetTypes().Where(t => t.Namespace?.StartsWith("Terrapin.Core", StringComparison.Ordinal) == true).Select(t => t.Namespace!.Split('.').ElementAtOrDefault(2) ?? "").Distinct().Order());

    [Theory]
    [MemberData(nameof(Folders))]
    public void A_folder_of_core_imports_only_those_before_it(string folder)
    {
        int place = Array.IndexOf(CoreFolders, folder);
        string[] later = [.. CoreFolders[(place + 1)..].Select(f => $"Terrapin.Core.{f}")];
        Passes(Types.InAssembly(Core).That().ResideInNamespace($"Terrapin.Core.{folder}").ShouldNot().HaveDependencyOnAny(later));
    }

    [Fact]
    public void Core_knows_neither_web_nor_database_nor_clock_nor_chance() =>
        Passes(Types.InAssembly(Core).ShouldNot().HaveDependencyOnAny(
            "Microsoft", "Terrapin.Server", "Terrapin.Store", "Terrapin.Documents", "System.IO.File", "System.TimeProvider", "System.DateTime", "System.DateTimeOffset", "System.Random", "System.Net"));

    [Fact]
    public void Core_references_the_framework_only() => Assert.All(
        Core.GetReferencedAssemblies(),
        reference => Assert.StartsWith("System.", reference.Name, StringComparison.Ordinal));

    [Fact]
    public void Store_and_documents_know_core_only()
    {
        Passes(Types.InAssembly(Store).ShouldNot().HaveDependencyOnAny("Terrapin.Server", "Terrapin.Documents", "Microsoft.AspNetCore"));
        Passes(Types.InAssembly(Documents).ShouldNot().HaveDependencyOnAny("Terrapin.Server", "Terrapin.Store", "Microsoft.AspNetCore"));
    }

    private static void Passes(ConditionList rule)
    {
        NetArchTest.Rules.TestResult result = rule.GetResult();
        Assert.True(result.IsSuccessful, $"Against the direction: {string.Join(", ", result.FailingTypeNames ?? [])}");
    }
}
