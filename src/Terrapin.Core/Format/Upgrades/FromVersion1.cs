using System.Text.Json.Nodes;

namespace Terrapin.Core.Format.Upgrades;

/// <summary>Version 1 had one main valve, with the drive beside it and every pipe behind it.</summary>
internal static class FromVersion1
{
    private const string FirstMainId = "main";

    public static void Upgrade(JsonObject plan)
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

        foreach (JsonObject pipe in plan.Objects("pipes"))
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
        JsonNode? duration = drive.Take("measuredStrokeS");
        JsonNode? angle = drive.Take("measuredEndAngleDeg");
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
        if (thing is not null && thing.Take("side") is JsonValue side)
        {
            thing["afterMainId"] = side.TryGetValue(out string? word) && word == "house" ? FirstMainId : null;
        }
    }
}
