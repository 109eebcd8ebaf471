using System.Text;
using System.Text.Json.Nodes;
using Terrapin.Core.Assessments;
using Terrapin.Core.Format;
using Terrapin.Core.Model;
using Terrapin.Documents.Questions;

namespace Terrapin.Documents.Tests;

/// <summary>Modes in which the same rules hold and everybody hears the same are rehearsed once: no figure is another by that.</summary>
public class AlikeModesTests
{
    /// <summary>A rule that never fires, in one mode alone: with it no other mode is like that one.</summary>
    private static Rule Idle(Mode mode) => new()
    {
        Id = $"idle-{mode}",
        Name = $"Idle {mode}",
        SensorIds = [],
        ConfirmS = 5,
        Modes = [mode],
        Action = RuleAction.TellOnly,
        DelayS = 0,
        CancelIfDry = false,
    };

    private static string Part(Plan plan, string path, string part)
    {
        string json = Encoding.UTF8.GetString(PlanQuestions.About(path, new PlanQuestion(plan, new Dictionary<string, string>(), new AssessmentMemory(), new DateOnly(2026, 12, 1))).Json);
        return JsonNode.Parse(json)![part]!.ToJsonString();
    }

    public static TheoryData<string, string, string> Answers
    {
        get
        {
            var all = new TheoryData<string, string, string>();
            foreach (string demo in (string[])["net-loft", "quern-house", "hollin-bank", "saint-brannocs"])
            {
                all.Add(demo, "/api/assessments", "leaks");
                all.Add(demo, "/api/fault-matrix", "rows");
                all.Add(demo, "/api/trust", "rows");
            }

            return all;
        }
    }

    [Theory]
    [MemberData(nameof(Answers))]
    public void Each_mode_by_itself_comes_to_the_same(string demo, string path, string part)
    {
        string json = JsonNode.Parse(File.ReadAllText(Path.Combine(Golden.Root(), $"demo/{demo}.terrapin.json")))!["plan"]!.ToJsonString();
        Plan plan = PlanJson.Read(Encoding.UTF8.GetBytes(json));
        Plan apart = plan.WithInstallation(i => i with { Rules = [.. i.Rules, .. Enum.GetValues<Mode>().Select(Idle)] });
        Assert.Equal(Part(apart, path, part), Part(plan, path, part));
    }
}
