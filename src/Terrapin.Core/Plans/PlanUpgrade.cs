using System.Text.Json;
using System.Text.Json.Nodes;

namespace Terrapin.Core.Plans;

/// <summary>Turns a plan document of an older version into the present one, before it is checked.</summary>
internal static class PlanUpgrade
{
    private const string FirstMainId = "main";

    /// <summary>The document in the present version; what does not look like the older one is left for the check to name.</summary>
    /// <param name="element">A plan of an older version.</param>
    /// <param name="version">Which it says it is.</param>
    public static JsonDocument FromVersion(JsonElement element, int version)
    {
        JsonObject plan = JsonObject.Create(element)!.DeepClone().AsObject();
        if (version == 1)
        {
            GiveTheMainItsPlace(plan);
        }

        ListTheFinishes(plan);
        NameWhatStandsThere(plan);
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

    /// <summary>Before version 3 the finishes were words of the document; now they are a list of the catalogue.</summary>
    private static void ListTheFinishes(JsonObject plan)
    {
        if (plan["catalogue"] is JsonObject catalogue)
        {
            catalogue["finishes"] = JsonSerializer.SerializeToNode(NewSite.HouseCatalogue.Finishes, PlanJson.Options);
        }

        foreach (JsonObject room in Rooms(plan))
        {
            if (Take(room, "finish") is JsonValue finish)
            {
                room["finishId"] = finish.TryGetValue(out string? word)
                    ? word == "unknown" ? null : JsonNamingPolicy.KebabCaseLower.ConvertName(word)
                    : finish.DeepClone();
            }
        }
    }

    /// <summary>Before version 3 there were blocks without a kind, and an overflow was a cistern's.</summary>
    private static void NameWhatStandsThere(JsonObject plan)
    {
        int number = 0;
        foreach (JsonObject room in Rooms(plan))
        {
            if (Take(room, "blocks") is JsonArray blocks)
            {
                room["fixtures"] = blocks;
                foreach (JsonObject block in blocks.OfType<JsonObject>())
                {
                    block["id"] = $"plinth-{++number}";
                    block["kind"] = "plinth";
                    block["base"] = "tight";
                }
            }

            foreach (JsonObject leak in (room["leaks"] as JsonArray ?? []).OfType<JsonObject>())
            {
                if (leak["kind"] is JsonValue kind && kind.TryGetValue(out string? word) && word == "cisternOverflow")
                {
                    leak["kind"] = "overflow";
                }
            }
        }
    }

    private static IEnumerable<JsonObject> Rooms(JsonObject plan) => (plan["rooms"] as JsonArray ?? []).OfType<JsonObject>();

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
