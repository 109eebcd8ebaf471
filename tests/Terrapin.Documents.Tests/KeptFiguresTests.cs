using System.Text;
using System.Text.Json.Nodes;
using CsCheck;
using Terrapin.Core.Assessments;
using Terrapin.Core.Floors;
using Terrapin.Core.Format;
using Terrapin.Core.Model;
using Terrapin.Core.Validation;
using Terrapin.Documents.Questions;

namespace Terrapin.Documents.Tests;

/// <summary>What is kept of plans before changes no figure of the next.</summary>
public class KeptFiguresTests
{
    private static readonly Dictionary<string, string> NoMore = [];

    public static TheoryData<string> Demos => ["net-loft", "quern-house", "hollin-bank", "saint-brannocs"];

    private static JsonNode DemoPlan(string name) => JsonNode.Parse(File.ReadAllText(Path.Combine(Golden.Root(), $"demo/{name}.terrapin.json")))!["plan"]!;

    private static string Answer(Plan plan, AssessmentMemory memory) =>
        Encoding.UTF8.GetString(PlanQuestions.About("/api/assessments", new PlanQuestion(plan, NoMore, memory, new DateOnly(2026, 11, 27))).Json);

    private static byte[] Utf8(JsonNode plan) => Encoding.UTF8.GetBytes(plan.ToJsonString());

    /// <summary>One edit: mostly a sensor that is moved, now and then something else.</summary>
    private static void Edit(JsonNode plan, int kind, int which, double across, double down)
    {
        JsonArray sensors = plan["installation"]!["sensors"]!.AsArray();
        if (kind < 6 && sensors.Count > 0)
        {
            JsonNode sensor = sensors[which % sensors.Count]!;
            JsonArray rooms = plan["building"]!["rooms"]!.AsArray();
            JsonNode[] drawn = [.. rooms.Where(r => r!["areas"]!.AsArray().Count > 0).Select(r => r!)];
            if (drawn.Length == 0 || sensor["path"]!.AsArray().Count > 0)
            {
                return;
            }

            // In its own room, or carried into another.
            JsonNode room = kind < 4 ? drawn.FirstOrDefault(r => (string)r["id"]! == (string)sensor["roomId"]!) ?? drawn[0] : drawn[which % drawn.Length];
            JsonNode area = room["areas"]![0]!;
            if ((string)room["id"]! != (string)sensor["roomId"]!)
            {
                sensor["roomId"] = (string)room["id"]!;
                sensor["distances"] = new JsonArray();
            }

            sensor["mainPartAt"] = null;
            sensor["at"] = new JsonObject
            {
                ["acrossM"] = (double)area["acrossM"]! + (across * (double)area["lengthM"]!),
                ["downM"] = (double)area["downM"]! + (down * (double)area["widthM"]!),
            };
        }
        else if (kind == 6 && sensors.Count > 1)
        {
            sensors[which % sensors.Count]!["name"] = $"Renamed {which}";
        }
        else if (kind == 7)
        {
            plan["building"]!["supply"]!["staticPressurePa"] = 4.5e5 + (across * 3e5);
        }
        else if (kind == 8 && plan["installation"]!["rules"]!.AsArray() is { Count: > 0 } rules)
        {
            rules[which % rules.Count]!["confirmS"] = Math.Round(down * 60);
        }
        else if (kind > 8 && sensors.Count > 0)
        {
            EditOther(plan, sensors[which % sensors.Count]!, kind - 9, across);
        }
    }

    /// <summary>What is said of one sensor but where it lies, a repeater, or a rule that a sensor joins by its tag.</summary>
    private static void EditOther(JsonNode plan, JsonNode sensor, int kind, double share)
    {
        if (kind == 0)
        {
            sensor["tags"] = share < 0.5 ? new JsonArray("wet") : new JsonArray();
        }
        else if (kind == 1)
        {
            sensor["reportEveryS"] = Math.Round(60 + (share * 80000));
        }
        else if (kind == 2)
        {
            sensor["cover"] = share < 0.5 ? "metalLid" : "none";
        }
        else if (kind == 3)
        {
            sensor["hold"] = share < 0.5 ? "loose" : "fixed";
        }
        else if (kind == 4)
        {
            JsonArray specs = plan["catalogue"]!["sensors"]!.AsArray();
            sensor["specId"] = (string)specs[(int)(share * specs.Count)]!["id"]!;
        }
        else if (kind == 5)
        {
            plan["installation"]!["repeaters"] = share < 0.5 ? new JsonArray() : new JsonArray(new JsonObject
            {
                ["id"] = "extra",
                ["name"] = "Extra",
                ["specId"] = (string)plan["catalogue"]!["repeaters"]![0]!["id"]!,
                ["place"] = plan["installation"]!["hubs"]!.AsArray().FirstOrDefault()?["place"]?.DeepClone(),
                ["cover"] = "none",
            });
        }
        else if (plan["installation"]!["rules"]!.AsArray() is { Count: > 0 } rules)
        {
            rules[0]!["sensorIds"] = new JsonArray();
            rules[0]!["allBut"] = true;
            rules[0]!["tags"] = new JsonArray("wet");
        }
    }

    /// <summary>Numbers may differ by how they were added up.</summary>
    private static IEnumerable<string> Differences(JsonNode? a, JsonNode? b, string at) => (a, b) switch
    {
        (JsonObject one, JsonObject other) => one.Select(p => p.Key).Union(other.Select(p => p.Key)).SelectMany(key => Differences(one[key], other[key], $"{at}/{key}")),
        (JsonArray one, JsonArray other) when one.Count == other.Count => one.Zip(other).SelectMany((pair, i) => Differences(pair.First, pair.Second, $"{at}/{i}")),
        (JsonValue one, JsonValue other) when one.TryGetValue(out double x) && other.TryGetValue(out double y) && Math.Abs(x - y) <= 1e-12 * Math.Abs(x) => [],
        _ => a?.ToJsonString() == b?.ToJsonString() ? [] : [$"{at}: {a?.ToJsonString()}, {b?.ToJsonString()}"],
    };

    /// <summary>Holds what comes of a plan with what is kept against the same with nothing kept but fields, and gives that.</summary>
    private static JsonNode ComesToTheSame(JsonNode plan, PlanReader reader, AssessmentMemory memory)
    {
        JsonNode fresh = JsonNode.Parse(Answer(PlanJson.Read(Utf8(plan)), new AssessmentMemory(memory.Floors)))!;
        Assert.Empty(Differences(fresh, JsonNode.Parse(Answer(reader.Read(Utf8(plan)), memory)), ""));
        return fresh;
    }

    /// <summary>Such as a sensor put under what stands there.</summary>
    private static bool IsRefused(JsonNode plan)
    {
        try
        {
            PlanJson.Read(Utf8(plan));
            return false;
        }
        catch (RefusedException)
        {
            return true;
        }
    }

    [Theory]
    [MemberData(nameof(Demos))]
    public void A_plan_comes_to_the_same_whatever_was_assessed_before(string demo)
    {
        var floors = new FloorMemory();
        Gen.Select(Gen.Int[0, 15], Gen.Int[0, 50], Gen.Double[0.02, 0.98], Gen.Double[0.02, 0.98]).Array[9].Sample(
            edits =>
            {
                JsonNode plan = DemoPlan(demo);
                var reader = new PlanReader();
                var memory = new AssessmentMemory(floors);
                Answer(reader.Read(Utf8(plan)), memory);
                foreach ((int kind, int which, double across, double down) in edits)
                {
                    JsonNode edited = plan.DeepClone();
                    Edit(edited, kind, which, across, down);
                    if (IsRefused(edited))
                    {
                        Assert.Throws<RefusedException>(() => reader.Read(Utf8(edited)));
                        continue;
                    }

                    plan = edited;
                    ComesToTheSame(plan, reader, memory);
                }
            },
            iter: Runs.Of(12),
            threads: 1);
    }

    [Theory]
    [MemberData(nameof(Demos))]
    public void A_plan_that_is_read_by_its_parts_is_the_plan(string demo)
    {
        var reader = new PlanReader();
        JsonNode plan = DemoPlan(demo);
        Plan first = reader.Read(Utf8(plan));
        Assert.Equal(PlanJson.Write(PlanJson.Read(Utf8(plan))), PlanJson.Write(first));
        plan["site"]!["notes"] = "Ring twice.";
        Plan second = reader.Read(Utf8(plan));
        Assert.Equal("Ring twice.", second.Site.Notes);
        Assert.Same(first.Building, second.Building);
        Assert.Same(first.Catalogue, second.Catalogue);
        Assert.Equal(PlanJson.Write(PlanJson.Read(Utf8(plan))), PlanJson.Write(second));
    }

    /// <summary>What of an object is not as it was; null where it is gone.</summary>
    private static JsonObject Changed(JsonNode before, JsonNode after, params string[] always) => new(before.AsObject().Select(p => p.Key)
        .Union(after.AsObject().Select(p => p.Key))
        .Where(key => always.Contains(key) || !JsonNode.DeepEquals(before[key], after[key]))
        .Select(key => KeyValuePair.Create(key, after[key]?.DeepClone())));

    /// <summary>A plan without what is as in another.</summary>
    private static JsonObject ChangedPlan(JsonNode before, JsonNode after)
    {
        JsonObject changed = Changed(before, after, "version");
        if (changed.ContainsKey("installation"))
        {
            changed["installation"] = Changed(before["installation"]!, after["installation"]!);
        }

        return changed;
    }

    /// <summary>Whatever may be left out of a plan is there in this one.</summary>
    private static JsonNode PlanWithAll()
    {
        JsonNode plan = DemoPlan("net-loft");
        plan["installation"]!["buttons"] = new JsonArray(new JsonObject { ["id"] = "exit", ["name"] = "By the door" });
        plan["installation"]!["switches"] = new JsonArray(new JsonObject { ["id"] = "pump", ["name"] = "Pump", ["stops"] = "pump" });
        plan["installation"]!["modesSet"] = new JsonArray("home", "away");
        plan["failures"] = new JsonObject();
        plan["catalogueRevision"] = 1;
        return plan;
    }

    /// <summary>So that none is forgotten where a plan is put together.</summary>
    [Fact]
    public void Every_part_of_a_plan_is_read()
    {
        JsonNode plan = PlanWithAll();
        Plan whole = PlanJson.Read(Utf8(plan));
        foreach (object of in (object[])[whole, whole.Installation])
        {
            Assert.All(of.GetType().GetProperties().Where(p => p.SetMethod is not null), p => Assert.False(p.GetValue(of) is null, $"{p.Name} is left out of the plan that is to have all"));
        }

        Assert.Equal(PlanJson.Write(whole), PlanJson.Write(new PlanReader().Read(Utf8(plan))));
    }

    public static TheoryData<string> Parts =>
        [.. PlanWithAll().AsObject().Select(p => p.Key).Where(key => key is not ("version" or "installation")), .. PlanWithAll()["installation"]!.AsObject().Select(p => $"installation/{p.Key}")];

    /// <summary>Each part once as in another plan, once in its own way, and once, where it may be, gone.</summary>
    [Theory]
    [MemberData(nameof(Parts))]
    public void A_plan_that_is_read_by_what_has_changed_is_the_plan(string part)
    {
        JsonNode whole = PlanWithAll();
        JsonNode other = DemoPlan("quern-house");
        foreach (JsonNode? value in (JsonNode?[])[part == "catalogueRevision" ? 2 : At(other, part), null])
        {
            JsonNode changed = whole.DeepClone();
            Owner(changed, part)[part.Split('/')[^1]] = value?.DeepClone();
            (byte[]? Plan, IReadOnlyList<DocumentError> Errors) expected = Tried(() => PlanJson.Read(Utf8(changed)));
            var reader = new PlanReader();
            Plan before = reader.Read(Utf8(whole));
            (byte[]? Plan, IReadOnlyList<DocumentError> Errors) read = Tried(() => reader.Read(Utf8(ChangedPlan(whole, changed)), before));
            Assert.Equal(expected.Plan, read.Plan);
            Assert.Equal(expected.Errors, read.Errors);

            // And back again.
            if (expected.Plan is not null)
            {
                Plan there = reader.Read(Utf8(changed));
                Assert.Equal(PlanJson.Write(before), PlanJson.Write(reader.Read(Utf8(ChangedPlan(changed, whole)), there)));
            }
        }

        static JsonNode Owner(JsonNode plan, string part) => part.Contains('/') ? plan["installation"]! : plan;
        static JsonNode? At(JsonNode plan, string part) => Owner(plan, part)[part.Split('/')[^1]];
        static (byte[]? Plan, IReadOnlyList<DocumentError> Errors) Tried(Func<Plan> read)
        {
            try
            {
                return (PlanJson.Write(read()), []);
            }
            catch (RefusedException refused)
            {
                return (null, refused.Errors);
            }
        }
    }

    [Fact]
    public void What_is_left_out_of_a_plan_is_missing_where_it_is_no_change_of_another()
    {
        var reader = new PlanReader();
        JsonNode plan = DemoPlan("net-loft");
        Plan before = reader.Read(Utf8(plan));
        byte[] change = Utf8(ChangedPlan(plan, plan));
        Assert.Contains(Assert.Throws<RefusedException>(() => reader.Read(change)).Errors, e => e.Pointer == "/building");
        Assert.Equal(PlanJson.Write(before), PlanJson.Write(reader.Read(change, before)));
    }

    /// <summary>A repeater dies in a power cut, in plans that were assessed before it was there too.</summary>
    [Fact]
    public void What_is_broken_is_what_the_plan_has_now()
    {
        var floors = new FloorMemory();
        var reader = new PlanReader();
        var memory = new AssessmentMemory(floors);
        JsonNode plan = DemoPlan("net-loft");
        JsonNode hub = plan["installation"]!["hubs"]![0]!["place"]!;
        JsonNode between = hub.DeepClone();
        double across = (double)hub["at"]!["acrossM"]!;
        hub["at"]!["acrossM"] = across + 60;
        between["at"]!["acrossM"] = across + 25;
        string Matrix(Plan of, AssessmentMemory kept) => Encoding.UTF8.GetString(PlanQuestions.About("/api/fault-matrix", new PlanQuestion(of, NoMore, kept, new DateOnly(2026, 12, 1))).Json);
        string without = Matrix(reader.Read(Utf8(plan)), memory);
        plan["installation"]!["repeaters"]!.AsArray().Add(new JsonObject
        {
            ["id"] = "between",
            ["name"] = "Between",
            ["specId"] = (string)plan["catalogue"]!["repeaters"]![0]!["id"]!,
            ["place"] = between,
            ["cover"] = "none",
        });
        string fresh = Matrix(PlanJson.Read(Utf8(plan)), new AssessmentMemory(floors));
        Assert.NotEqual(without, fresh);
        Assert.Equal(fresh, Matrix(reader.Read(Utf8(plan)), memory));
    }

    [Fact]
    public void What_is_at_fault_is_told_as_ever_however_much_of_the_plan_is_known()
    {
        var reader = new PlanReader();
        JsonNode plan = DemoPlan("net-loft");
        reader.Read(Utf8(plan));
        Action<JsonNode>[] faults =
        [
            p => p["building"]!["rooms"]![0]!["floorHeightM"] = 1e9,
            p => p["installation"]!["sensors"]![0]!["specId"] = "none",
            p => p["installation"]!["sensors"]![0]!.AsObject().Remove("name"),
            p => p["installation"]!["odd"] = 1,
            p => p["catalogueRevision"] = 0,
            p => p["payback"] = null,
            p => p.AsObject().Remove("options"),
            p => p["version"] = 99,
            // The building is as it was, and what it is held against is not.
            p => p["catalogue"]!["finishes"] = new JsonArray(),
            p => p["installation"]!["sensors"]!.AsArray().First(s => s!["at"] is not null)!["at"] = new JsonObject { ["acrossM"] = -40, ["downM"] = -40 },
        ];
        foreach (Action<JsonNode> fault in faults)
        {
            JsonNode wrong = plan.DeepClone();
            fault(wrong);
            RefusedException expected = Assert.Throws<RefusedException>(() => PlanJson.Read(Utf8(wrong)));
            RefusedException told = Assert.Throws<RefusedException>(() => reader.Read(Utf8(wrong)));
            Assert.Equal(expected.Errors, told.Errors);
        }
    }

    [Fact]
    public void A_key_that_is_there_twice_is_refused_but_from_where_none_can_be()
    {
        byte[] twice = Encoding.UTF8.GetBytes(DemoPlan("net-loft").ToJsonString().Replace("\"site\":{", "\"site\":{\"notes\":\"\","));
        Assert.Contains("each key once", Assert.Single(Assert.Throws<RefusedException>(() => new PlanReader().Read(twice)).Errors).Message);
        Assert.Equal("Net Loft, Tidewrack Quay", new PlanReader(keysAreOnce: true).Read(twice).Site.Name);
    }

    /// <summary>What is kept of a rehearsal that is kept with the plan goes with whatever decides it.</summary>
    [Theory]
    [InlineData("hubFailed")]
    [InlineData("mainsFailed")]
    [InlineData("sensorDead")]
    public void A_kept_rehearsal_comes_to_the_same_whatever_was_assessed_before(string fault)
    {
        var floors = new FloorMemory();
        var reader = new PlanReader();
        var memory = new AssessmentMemory(floors);
        JsonNode plan = DemoPlan("net-loft");
        JsonNode kept = plan["cases"]![0]!;
        kept["faults"] = new JsonArray(fault);
        kept["mostM3"] = 0.03;
        Action<JsonNode>[] edits =
        [
            p => p["site"]!["notes"] = "Ring twice.",
            p => p["installation"]!["sensors"]![1]!["at"]!["acrossM"] = (double)p["installation"]!["sensors"]![1]!["at"]!["acrossM"]! + 0.1,
            p => p["installation"]!["hubs"]![0]!["place"]!["at"]!["acrossM"] = (double)p["installation"]!["hubs"]![0]!["place"]!["at"]!["acrossM"]! + 0.5,
            p => p["cases"]![0]!["mode"] = "home",
            p => p["building"]!["supply"]!["staticPressurePa"] = 6.5e5,
            p => p["installation"]!["rules"]!.AsArray().Clear(),
        ];
        Answer(reader.Read(Utf8(plan)), memory);
        foreach (Action<JsonNode> edit in edits)
        {
            edit(plan);
            Assert.NotEmpty(ComesToTheSame(plan, reader, memory)["cases"]!.AsArray());
        }
    }

    /// <summary>A sensor's tag changes nothing of its own, but which rules hear it.</summary>
    [Fact]
    public void A_sensor_that_joins_a_rule_by_its_tag_closes_the_valve()
    {
        var floors = new FloorMemory();
        var reader = new PlanReader();
        var memory = new AssessmentMemory(floors);
        JsonNode plan = DemoPlan("net-loft");
        JsonArray rules = plan["installation"]!["rules"]!.AsArray();
        rules.RemoveAt(2);
        rules.RemoveAt(1);
        rules[0]!["sensorIds"] = new JsonArray();
        rules[0]!["allBut"] = true;
        rules[0]!["modes"] = new JsonArray("home", "away", "asleep", "holiday");
        rules[0]!["tags"] = new JsonArray("close");
        string? before = null;
        foreach (JsonNode sensor in plan["installation"]!["sensors"]!.AsArray().Select(s => s!))
        {
            sensor["tags"] = new JsonArray("close");
            Assert.NotEqual(before, before = ComesToTheSame(plan, reader, memory).ToJsonString());
        }
    }
}
