using System.Text.Json.Nodes;

namespace Terrapin.Core.Format.Upgrades;

/// <summary>Version 3 had what was found and what is chosen side by side, and the drive inside its main valve.</summary>
internal static class FromVersion3
{
    private static readonly string[] Found = ["supply", "pipes", "rooms", "storeys", "doorways", "walls", "openings"];

    public static void Upgrade(JsonObject plan)
    {
        var drives = new JsonArray();
        foreach (JsonObject main in plan.Objects("mains"))
        {
            if (main.Take("drive") is JsonObject drive)
            {
                drives.Add(OnStopValve(drive, main["id"]));
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
            option["installation"] = Chosen(option, new JsonArray([.. own.Select(d => d["drive"] is JsonObject drive ? OnStopValve(drive, d["mainId"]) : d.DeepClone())]));
        }

        plan["building"] = building;
        plan["installation"] = Chosen(plan, drives);
        plan["options"] ??= new JsonArray();
    }

    /// <summary>Takes what is chosen out of where it stood.</summary>
    private static JsonObject Chosen(JsonObject from, JsonArray drives)
    {
        foreach (JsonObject rule in from.Objects("rules"))
        {
            rule.Rename("mainIds", "stopValveIds");
        }

        return new JsonObject { ["drives"] = drives, ["sensors"] = from.Take("sensors"), ["hubId"] = from.Take("hubId"), ["rules"] = from.Take("rules") };
    }

    private static JsonObject OnStopValve(JsonObject drive, JsonNode? stopValveId)
    {
        JsonObject moved = drive.DeepClone().AsObject();
        moved["stopValveId"] = stopValveId?.DeepClone();
        return moved;
    }
}
