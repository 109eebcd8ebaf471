using System.Text.Json.Nodes;

namespace Terrapin.Core.Format.Upgrades;

/// <summary>
/// Version 3 had what was found and what is chosen side by side, and the drive inside its main valve, with each stroke and each step that
/// happened. Lists and parts that were empty could be left out, and a figure's provenance was called its standing.
/// </summary>
internal static class FromVersion3
{
    private static readonly string[] Found = ["supply", "pipes", "rooms", "storeys", "doorways", "walls", "openings"];

    private static readonly string[] PartsOfStopValve = ["handle", "stem", "collar", "pipeBefore", "pipeAfter", "place", "bonding"];

    /// <summary>How near to its place a drive was when a stroke was made, the nearest last.</summary>
    private static readonly string[] Stages = ["bench", "loose", "tight"];

    private static readonly string[] StepsBefore = ["upstream-known", "valve-open", "bench-stroke"];

    private static readonly string[] StepsAfter = ["show-by-hand", "bonding-in-place"];

    private static readonly string[] StepsOfStrokes = ["loose-stroke", "tighten", "tight-strokes"];

    private static readonly Dictionary<string, string[]> OwnSteps = new()
    {
        ["saddle"] = ["clear-collar", "seat-bracket", "screws-evenly", "fingers-on-lever"],
        ["strap"] = ["straps-apart", "axis-on-stem", "snug-straps"],
        ["stem"] = ["handle-off", "adapter-on-flats", "socket-over", "snug-straps"],
        ["cutIn"] = ["isolate", "bridge-earth", "cut-and-mark", "fill-slowly"],
    };

    public static void Upgrade(JsonObject plan)
    {
        if (plan["catalogue"] is JsonObject catalogue)
        {
            UpgradeCatalogue(catalogue);
        }

        JsonObject[] mains = [.. plan.Objects("mains")];
        var drives = new JsonArray();
        for (int i = 0; i < mains.Length; i++)
        {
            if (mains[i].Take("drive") is JsonObject drive)
            {
                drives.Add((JsonNode)OnStopValve(drive, IdOf(mains, mains[i]["id"]), mains[i]["id"], plan));
            }
        }

        foreach (JsonObject pipe in plan.Objects("pipes"))
        {
            pipe.Rename("mainId", "stopValveId");
        }

        foreach (string thing in new[] { "tank", "pump" })
        {
            (plan["supply"]?[thing] as JsonObject)?.Rename("afterMainId", "afterStopValveId");
        }

        var building = new JsonObject { ["stopValves"] = plan.Take("mains") };
        foreach (string key in Found)
        {
            building[key] = plan.ContainsKey(key) ? plan.Take(key) : new JsonArray();
        }

        foreach (JsonObject option in plan.Objects("options"))
        {
            JsonObject[] own = [.. option.Objects("drives")];
            option.Remove("drives");
            var moved = new JsonArray([.. own.Select(d => d["drive"] is JsonObject drive ? OnStopValve(drive, IdOf(mains, d["mainId"]), d["mainId"], plan) : d.DeepClone())]);
            option["installation"] = Chosen(option, moved);
        }

        plan["building"] = building;
        plan["installation"] = Chosen(plan, drives);
        plan["options"] ??= new JsonArray();
        SayWhatIsEmpty(plan, building);
    }

    /// <summary>The catalogue of a version 3 plan, which stood in a file of its own as well.</summary>
    public static void UpgradeCatalogue(JsonObject catalogue)
    {
        NameProvenance(catalogue);
        catalogue.Fill("finishes", new JsonArray());
        catalogue.Fill("strapLimits", new JsonObject());
    }

    /// <summary>The entries of a log that stood in the plan: strokes first, then steps, drive by drive.</summary>
    /// <param name="plan">A plan of version 3.</param>
    public static JsonArray Happened(JsonObject plan)
    {
        var entries = new JsonArray();
        JsonObject[] mains = [.. plan.Objects("mains")];
        foreach (JsonObject main in mains)
        {
            if (main["drive"] is not JsonObject drive)
            {
                continue;
            }

            string id = IdOf(mains, main["id"]);
            foreach (JsonObject stroke in drive.Objects("strokes"))
            {
                entries.Add((JsonNode)new JsonObject { ["kind"] = "strokeSeen", ["driveId"] = id, ["stroke"] = stroke.DeepClone() });
            }

            foreach (JsonNode? step in drive["stepsDone"] as JsonArray ?? [])
            {
                entries.Add((JsonNode)new JsonObject { ["kind"] = "stepDone", ["driveId"] = id, ["stepId"] = step?.DeepClone() });
            }
        }

        return entries;
    }

    /// <summary>A drive had no id: it gets one by the place of its main.</summary>
    private static string IdOf(JsonObject[] mains, JsonNode? mainId) =>
        $"drive-{mains.TakeWhile(m => m["id"]?.ToString() != mainId?.ToString()).Count() + 1}";

    private static JsonObject OnStopValve(JsonObject drive, string id, JsonNode? stopValveId, JsonObject plan)
    {
        JsonObject moved = drive.DeepClone().AsObject();
        moved["seen"] = Seen(moved, plan);
        moved.Remove("strokes");
        moved.Remove("stepsDone");
        moved["id"] = id;
        moved["stopValveId"] = stopValveId?.DeepClone();
        moved.Fill("overrideNote", "");
        return moved;
    }

    /// <summary>The figures that counted: the slowest closing stroke and the least angle of the last stage that has one.</summary>
    private static JsonObject? Seen(JsonObject drive, JsonObject plan)
    {
        JsonObject[] closing = [.. drive.Objects("strokes").Where(s => Text(s, "direction") == "closing")];
        JsonObject[] AtLast(string key, int first) => [.. Stages[first..].Reverse().Select(stage => closing.Where(s => Text(s, "stage") == stage && Number(s, key) is not null).ToArray()).FirstOrDefault(s => s.Length > 0) ?? []];
        JsonObject[] timed = AtLast("durationS", 0);
        JsonObject[] watched = AtLast("endAngleDeg", 1);
        string? mount = (plan["catalogue"] as JsonObject)?.Objects("drives").Where(d => Text(d, "id") == Text(drive, "specId")).Select(d => Text(d, "mount")).FirstOrDefault();
        string[] done = [.. (drive["stepsDone"] as JsonArray ?? []).Select(s => s?.ToString() ?? "")];
        bool stepsDone = mount is not null && OwnSteps.TryGetValue(mount, out string[]? own)
            && ((string[])[.. StepsBefore, .. own, .. StepsOfStrokes, .. StepsAfter]).All(done.Contains);
        return timed.Length == 0 && watched.Length == 0 && !stepsDone
            ? null
            : new JsonObject
            {
                ["closingS"] = timed.Max(s => Number(s, "durationS")),
                ["closedTheValve"] = timed.Any(s => Text(s, "stage") != "bench"),
                ["endAngleDeg"] = watched.Min(s => Number(s, "endAngleDeg")),
                ["stepsDone"] = stepsDone,
            };
    }

    private static string? Text(JsonObject of, string key) => of[key] is JsonValue value && value.TryGetValue(out string? text) ? text : null;

    private static double? Number(JsonObject of, string key) => of[key] is JsonValue value && value.TryGetValue(out double number) ? number : null;

    /// <summary>Takes what is chosen out of where it stood.</summary>
    private static JsonObject Chosen(JsonObject from, JsonArray drives)
    {
        foreach (JsonObject rule in from.Objects("rules"))
        {
            rule.Rename("mainIds", "stopValveIds");
            rule.Fill("stopValveIds", new JsonArray());
        }

        foreach (JsonObject sensor in from.Objects("sensors"))
        {
            sensor.Fill("path", new JsonArray());
        }

        return new JsonObject { ["drives"] = drives, ["sensors"] = from.Take("sensors"), ["hubId"] = from.Take("hubId"), ["rules"] = from.Take("rules") };
    }

    private static void SayWhatIsEmpty(JsonObject plan, JsonObject building)
    {
        (plan["site"] as JsonObject)?.Fill("notes", "");
        plan.Fill("payback", new JsonObject());
        foreach (JsonObject valve in building.Objects("stopValves"))
        {
            foreach (string part in PartsOfStopValve)
            {
                valve.Fill(part, new JsonObject());
            }

            valve.Fill("obstacles", new JsonArray());
        }

        foreach (JsonObject room in building.Objects("rooms"))
        {
            foreach (string list in new[] { "areas", "drains", "fixtures", "zones" })
            {
                room.Fill(list, new JsonArray());
            }

            foreach (JsonObject leak in room.Objects("leaks"))
            {
                leak.Fill("harms", new JsonArray());
            }
        }
    }

    /// <summary>All through the catalogue: no other key of it was called so.</summary>
    private static void NameProvenance(JsonNode? node)
    {
        switch (node)
        {
            case JsonObject part:
                part.Rename("standing", "provenance");
                foreach (JsonNode? value in part.Select(p => p.Value).ToArray())
                {
                    NameProvenance(value);
                }

                break;
            case JsonArray list:
                foreach (JsonNode? item in list)
                {
                    NameProvenance(item);
                }

                break;
        }
    }
}
