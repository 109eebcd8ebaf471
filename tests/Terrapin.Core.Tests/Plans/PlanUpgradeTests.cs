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

    [Fact]
    public void Finishes_become_a_list_blocks_become_plinths_and_a_cisterns_overflow_an_overflow()
    {
        JsonNode plan = Version1();
        plan["version"] = 2;
        plan["mains"] = JsonNode.Parse(PlanJson.Write(House()))!["mains"]!.DeepClone();
        plan.AsObject().Remove("main");
        plan.AsObject().Remove("drive");
        plan["supply"] = new JsonObject();
        plan["catalogue"]!.AsObject().Remove("finishes");
        JsonObject room = plan["rooms"]![0]!.AsObject();
        room.Remove("finishId");
        room.Remove("fixtures");
        room["finish"] = "glazedTile";
        room["blocks"] = new JsonArray(new JsonObject { ["name"] = "Units", ["area"] = new JsonObject { ["acrossM"] = 1, ["downM"] = 0, ["lengthM"] = 1, ["widthM"] = 1 } });
        room["storeyId"] = "ground";
        room["areas"] = new JsonArray(new JsonObject { ["acrossM"] = 0, ["downM"] = 0, ["lengthM"] = 3, ["widthM"] = 2 });
        plan["storeys"] = new JsonArray(new JsonObject { ["id"] = "ground", ["name"] = "Ground floor" });
        room["leaks"]![0]!["kind"] = "cisternOverflow";
        room["leaks"]![0]!["holeM"] = null;
        foreach (JsonNode? pipe in plan["pipes"]!.AsArray().Where(p => p!["parentId"] is null))
        {
            pipe!["mainId"] = "main";
        }

        Plan read = Read(plan);
        Assert.Equal(45, read.ContactAngleDeg(read.Rooms[0]));
        Fixture plinth = Assert.Single(read.Rooms[0].Fixtures);
        Assert.Equal((FixtureKind.Plinth, FixtureBase.Tight, "Units"), (plinth.Kind, plinth.Base, plinth.Name));
        Assert.Equal(LeakKind.Overflow, read.Rooms[0].Leaks[0].Kind);
        room["finish"] = "unknown";
        Assert.Null(Read(plan).Rooms[0].FinishId);
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
