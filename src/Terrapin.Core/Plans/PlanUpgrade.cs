using System.Text.Json;
using System.Text.Json.Nodes;

namespace Terrapin.Core.Plans;

/// <summary>Turns a plan document of an older version into the present one, before it is checked.</summary>
internal static class PlanUpgrade
{
    private const string FirstMainId = "main";

    /// <summary>The document in the present version; what does not look like the older one is left for the check to name.</summary>
    /// <param name="element">A plan of version 1 or the present one.</param>
    /// <param name="version">Which it says it is.</param>
    public static JsonDocument FromVersion(JsonElement element, int version)
    {
        JsonObject plan = JsonObject.Create(element)!.DeepClone().AsObject();
        if (version == 1)
        {
            GiveTheMainItsPlace(plan);
        }

        plan["version"] = Plan.CurrentVersion;
        return JsonDocument.Parse(plan.ToJsonString());
    }

    /// <summary>Version 1 had one main valve, with the drive beside it and every pipe behind it.</summary>
    private static void GiveTheMainItsPlace(JsonObject plan)
    {
        if (plan["main"] is JsonObject main)
        {
            plan.Remove("main");
            main["id"] = FirstMainId;
            main["name"] = "Main";
            if (plan["drive"] is JsonObject drive)
            {
                MoveStroke(drive);
                plan.Remove("drive");
                main["drive"] = drive;
            }

            plan["mains"] = new JsonArray(main);
        }

        if (plan.TryGetPropertyValue("drive", out JsonNode? none) && none is null)
        {
            plan.Remove("drive");
        }

        foreach (JsonObject pipe in (plan["pipes"] as JsonArray ?? []).OfType<JsonObject>())
        {
            if (pipe["parentId"] is null)
            {
                pipe["mainId"] = FirstMainId;
            }
        }

        if (plan["supply"] is JsonObject supply)
        {
            MoveSide(supply["tank"] as JsonObject);
            MoveSide(supply["pump"] as JsonObject);
        }
    }

    private static void MoveStroke(JsonObject drive)
    {
        JsonNode? duration = Take(drive, "measuredStrokeS");
        JsonNode? angle = Take(drive, "measuredEndAngleDeg");
        if (duration is not null || angle is not null)
        {
            drive["strokes"] = new JsonArray(new JsonObject
            {
                ["stage"] = "tight",
                ["direction"] = "closing",
                ["durationS"] = duration,
                ["endAngleDeg"] = angle,
            });
        }
    }

    private static void MoveSide(JsonObject? thing)
    {
        if (thing is not null && Take(thing, "side") is JsonValue side)
        {
            thing["afterMainId"] = side.TryGetValue(out string? word) && word == "house" ? FirstMainId : null;
        }
    }

    private static JsonNode? Take(JsonObject from, string key)
    {
        JsonNode? value = from[key];
        from.Remove(key);
        return value;
    }
}
