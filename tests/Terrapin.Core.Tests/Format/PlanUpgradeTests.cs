using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using Terrapin.Core.Assessments;
using Terrapin.Core.Drives;
using Terrapin.Core.Format;
using Terrapin.Core.Model;
using Terrapin.Core.Validation;

namespace Terrapin.Core.Tests.Format;

/// <summary>Plans as older versions wrote them, kept: each is read for ever.</summary>
public class PlanUpgradeTests
{
    public static TheoryData<int> Versions => [.. Enumerable.Range(1, Plan.CurrentVersion - 1)];

    [Theory]
    [MemberData(nameof(Versions))]
    public void A_kept_plan_is_read_assessed_and_written_anew(int version)
    {
        Plan plan = Read(Kept(version));
        Assert.Equal(Plan.CurrentVersion, plan.Version);
        Assert.Equal(14, plan.Building.Rooms.Count);
        FittedDrive drive = Assert.Single(plan.Installation.Drives);
        Assert.Equal(("sa-20", Assert.Single(plan.Building.StopValves).Id), (drive.SpecId, drive.StopValveId));
        Assert.NotEmpty(Assessor.Assess(plan).Leaks);
        Assert.Equal(PlanJson.Write(plan), PlanJson.Write(PlanJson.Read(PlanJson.Write(plan))));
        Assert.Equal(PlanJson.Write(plan), PlanJson.Write(PlanJson.ReadStored(Encoding.UTF8.GetBytes(Kept(version).ToJsonString()))));
    }

    [Fact]
    public void Of_version_1_the_stop_valve_takes_its_drive_its_pipes_and_what_was_timed()
    {
        JsonNode kept = Kept(1);
        kept["drive"]!["measuredEndAngleDeg"] = 84;
        kept["supply"]!["tank"] = new JsonObject { ["side"] = "house" };
        kept["supply"]!["pump"] = new JsonObject { ["side"] = "supply", ["stopsOnClosing"] = "yes" };
        Plan plan = Read(kept);
        FittedDrive drive = plan.Installation.Drives[0];
        Assert.Equal((13.2, 84), (drive.Seen!.ClosingS, drive.Seen.EndAngleDeg));
        Assert.Equal("main", plan.Building.Pipes[0].StopValveId);
        Assert.Null(plan.Building.Pipes[1].StopValveId);
        Assert.Equal("main", plan.Building.Supply.Tank!.AfterStopValveId);
        Assert.Null(plan.Building.Supply.Pump!.AfterStopValveId);
        kept["drive"] = null;
        Assert.Empty(Read(kept).Installation.Drives);
    }

    [Fact]
    public void Of_version_2_finishes_become_a_list_blocks_become_plinths_and_a_cisterns_overflow_an_overflow()
    {
        JsonNode kept = Kept(2);
        Plan plan = Read(kept);
        Room kitchen = plan.Building.Rooms.Single(r => r.Id == "kitchen");
        Assert.Equal(80, plan.ContactAngleDeg(kitchen));
        Fixture plinth = kitchen.Fixtures[0];
        Assert.Equal((FixtureKind.Plinth, FixtureBase.Tight, "Kitchen units"), (plinth.Kind, plinth.Base, plinth.Name));
        Assert.Contains(plan.Building.Rooms.SelectMany(r => r.Leaks), l => l.Kind == LeakKind.Overflow);
        kept["rooms"]![0]!["finish"] = "unknown";
        Assert.Null(Read(kept).Building.Rooms[0].FinishId);
    }

    [Fact]
    public void Of_version_3_what_is_found_and_what_is_chosen_part_and_options_are_installations()
    {
        JsonNode kept = Kept(3);
        Plan plan = Read(kept);
        Assert.Equal((14, 13, 3, 2), (plan.Building.Rooms.Count, plan.Installation.Sensors.Count, plan.Installation.Rules.Count, plan.Options.Count));
        Assert.Equal((string)kept["hubId"]!, plan.Installation.Hubs[0].SpecId);
        Assert.Equal("drive-1", plan.Installation.Drives[0].Id);
        for (int i = 0; i < plan.Options.Count; i++)
        {
            JsonNode was = kept["options"]![i]!;
            Installation option = plan.Options[i].Installation;
            Assert.Equal(was["sensors"]!.AsArray().Select(s => (string)s!["id"]!), option.Sensors.Select(s => s.Id));
            Assert.Equal(was["drives"]!.AsArray().Select(d => ((string)d!["mainId"]!, (string)d["drive"]!["specId"]!)), option.Drives.Select(d => (d.StopValveId, d.SpecId)));
        }
    }

    [Theory]
    [MemberData(nameof(Versions))]
    public void What_happened_by_an_older_plan_goes_into_the_log_and_its_figures_stay(int version)
    {
        using var kept = JsonDocument.Parse(Kept(version).ToJsonString());
        LogEntry[] happened = [.. PlanUpgrade.Happened(kept.RootElement)];
        if (version > 3)
        {
            Assert.Empty(happened);
            return;
        }

        Assert.NotEmpty(happened);
        FittedDrive drive = Read(Kept(version)).Installation.Drives[0];
        Assert.All(happened, e => Assert.Equal((drive.Id, 0), (e.DriveId, LogCheck.Of(e).Count)));
        LoggedEntry[] log = [.. happened.Select((e, i) => new LoggedEntry { Number = i + 1, Revision = 1, By = "x", At = "", Entry = e })];
        Assert.Equal(DriveLog.Of(log, drive.Id, Mount.Saddle).Seen, drive.Seen);
        using var present = JsonDocument.Parse(PlanJson.Write(Read(Kept(version))));
        Assert.Empty(PlanUpgrade.Happened(present.RootElement));
    }

    [Fact]
    public void Of_version_3_figures_have_a_provenance_and_what_was_left_out_is_said()
    {
        JsonNode kept = Kept(3);
        kept.AsObject().Remove("payback");
        JsonObject room = kept["rooms"]![0]!.AsObject();
        Array.ForEach(["zones", "drains", "fixtures"], key => room.Remove(key));
        kept["mains"]![0]!.AsObject().Remove("bonding");
        Plan plan = Read(kept);
        Assert.Equal((0, 0, new EarthBonding()), (plan.Building.Rooms[0].Zones.Count, plan.Building.Rooms[0].Fixtures.Count, plan.Building.StopValves[0].Bonding));
        Assert.Equal((string)kept["catalogue"]!["drives"]![0]!["ratedTorque"]!["standing"]!, JsonNamingPolicy.CamelCase.ConvertName(plan.Catalogue.Drives[0].RatedTorque!.Provenance.ToString()));
    }

    [Fact]
    public void Of_version_4_the_hub_gets_an_id_and_radio_is_not_known()
    {
        Plan plan = Read(Kept(4));
        Assert.Equal(("hub-1", "k7", "House hub K7"), (plan.Installation.Hubs[0].Id, plan.Installation.Hubs[0].SpecId, plan.Installation.Hubs[0].Name));
        Assert.All(plan.Options, o => Assert.Single(o.Installation.Hubs));
        Assert.Empty(plan.Catalogue.Radios);
        Assert.Empty(plan.SpecOf(plan.Installation.Hubs[0]).RadioIds);
        JsonNode without = Kept(4);
        without["installation"]!["hubId"] = null;
        Assert.Empty(Read(without).Installation.Hubs);
    }

    [Fact]
    public void A_catalogue_stored_with_version_4_is_read()
    {
        JsonNode catalogue = Kept(4)["catalogue"]!;
        Assert.Empty(PlanJson.ReadStoredCatalogue(Encoding.UTF8.GetBytes(catalogue.ToJsonString())).Repeaters);
        byte[] present = PlanJson.Write(HouseCatalogue.Devices);
        Assert.Equal(present, PlanJson.Write(PlanJson.ReadStoredCatalogue(present)));
    }

    [Fact]
    public void What_was_wrong_in_an_older_plan_is_still_named()
    {
        JsonNode kept = Kept(1);
        kept["main"]!["colour"] = "red";
        RefusedException refused = Assert.Throws<RefusedException>(() => Read(kept));
        Assert.Equal("/building/stopValves/0/colour", Assert.Single(refused.Errors).Pointer);
        Assert.Throws<RefusedException>(() => Read(new JsonObject { ["version"] = 3 }));
        Assert.Throws<RefusedException>(() => Read(new JsonObject { ["version"] = 1, ["pipes"] = 5, ["rooms"] = new JsonArray(1, null, "x") }));
    }

    private static JsonNode Kept(int version) =>
        JsonNode.Parse(File.ReadAllText(Path.Combine(Golden.Root(), $"tests/Terrapin.Core.Tests/Files/plan-version-{version}.json")))!;

    private static Plan Read(JsonNode plan) => PlanJson.Read(Encoding.UTF8.GetBytes(plan.ToJsonString()));
}
