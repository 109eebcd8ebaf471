using System.Reflection;
using System.Text.Json;
using Terrapin.Core.Assessments;
using Terrapin.Core.Findings;
using Terrapin.Core.Model;
using static Terrapin.Core.Tests.Samples;

namespace Terrapin.Core.Tests.Findings;

public class FindingKindsTests
{
    private static readonly FieldInfo[] Fields = [.. typeof(FindingKinds).GetFields(BindingFlags.Public | BindingFlags.Static)];

    [Fact]
    public void Each_has_a_code_of_its_own_that_is_its_name()
    {
        Assert.NotEmpty(Fields);
        Assert.All(Fields, field => Assert.Equal(JsonNamingPolicy.KebabCaseLower.ConvertName(field.Name), ((FindingKind)field.GetValue(null)!).Code));
    }

    [Fact]
    public void All_of_them_are_in_the_list_once() =>
        Assert.Equal(Fields.Select(f => ((FindingKind)f.GetValue(null)!).Code).Order(), FindingKinds.All.Select(k => k.Code).Order());

    [Fact]
    public void A_finding_is_told_as_its_kind_has_it_unless_the_case_says_otherwise()
    {
        Assessment assessment = Assessor.Assess(House().WithBuilding(b => b with { Supply = b.Supply with { FlowTest = null } }));
        Finding finding = Assert.Single(assessment.Findings, f => f.Kind == FindingKinds.SupplyNotTested);
        Assert.Equal(("supply-not-tested", Severity.Note, Stage.Main, Trade.Fitter, true), (finding.Code, finding.Severity, finding.Stage, finding.Trade, finding.WidensBound));
    }
}
