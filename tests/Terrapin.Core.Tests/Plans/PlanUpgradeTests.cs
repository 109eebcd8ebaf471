using System.Text;
using System.Text.Json.Nodes;
using Terrapin.Core.Drives;
using Terrapin.Core.Plans;
using static Terrapin.Core.Tests.Samples;

namespace Terrapin.Core.Tests.Plans;

/// <summary>Plans of version 1, which had one main valve with the drive beside it.</summary>
public class PlanUpgradeTests
{
    [Fact]
    public void The_main_takes_its_drive_its_pipes_and_what_was_timed()
    {
        Plan plan = Read(Version1());
        Assert.Equal(Plan.CurrentVersion, plan.Version);
        MainValve main = Assert.Single(plan.Mains);
        Assert.Equal("sa-20", main.Drive!.SpecId);
        Assert.Equal(12, StrokeSeen.DurationS(main.Drive));
        Assert.Equal(84, StrokeSeen.EndAngleDeg(main.Drive));
        Assert.Equal(main.Id, plan.Pipes[0].MainId);
        Assert.Null(plan.Pipes[1].MainId);
        Assert.Equal(main.Id, plan.Supply.Tank!.AfterMainId);
        Assert.Null(plan.Supply.Pump!.AfterMainId);
    }

    [Fact]
    public void A_plan_without_a_drive_comes_over_without_one()
    {
        JsonNode plan = Version1();
        plan["drive"] = null;
        Assert.Null(Read(plan).Mains[0].Drive);
    }

    [Fact]
    public void What_was_wrong_in_it_is_still_named()
    {
        JsonNode plan = Version1();
        plan["main"]!["colour"] = "red";
        RefusedException refused = Assert.Throws<RefusedException>(() => Read(plan));
        Assert.Equal("/mains/0/colour", Assert.Single(refused.Faults).Pointer);
    }

    private static Plan Read(JsonNode plan) => PlanJson.Read(Encoding.UTF8.GetBytes(plan.ToJsonString()));

    /// <summary>The worked house as version 1 wrote it.</summary>
    private static JsonNode Version1()
    {
        JsonObject plan = JsonNode.Parse(PlanJson.Write(House()))!.AsObject();
        plan["version"] = 1;
        JsonObject main = plan["mains"]![0]!.AsObject();
        plan["mains"]!.AsArray().Clear();
        plan.Remove("mains");
        plan.Remove("options");
        string[] known = ["kind", "size", "boreM", "stiffness", "pullToOpen", "pullToClose", "closesFully", "passesM3PerS", "upstreamStop", "feedsSprinklers", "feedsVitalUse", "heater"];
        foreach (string key in main.Select(p => p.Key).Except(known).ToArray())
        {
            main.Remove(key);
        }

        plan["main"] = main;
        plan["drive"] = new JsonObject { ["specId"] = "sa-20", ["power"] = "mains", ["measuredStrokeS"] = 12, ["measuredEndAngleDeg"] = 84 };
        foreach (JsonNode? pipe in plan["pipes"]!.AsArray())
        {
            pipe!.AsObject().Remove("mainId");
        }

        plan["supply"]!["tank"] = new JsonObject { ["side"] = "house" };
        plan["supply"]!["pump"] = new JsonObject { ["side"] = "supply", ["stopsOnClosing"] = "yes" };
        return plan;
    }
}
