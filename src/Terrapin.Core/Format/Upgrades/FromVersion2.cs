using System.Text.Json;
using System.Text.Json.Nodes;

namespace Terrapin.Core.Format.Upgrades;

/// <summary>In version 2 the finishes were words of the document, things on the floor were blocks without a kind, and an overflow was a cistern's.</summary>
internal static class FromVersion2
{
    /// <summary>The finishes that version 2 knew, with their contact angles in degrees.</summary>
    private static readonly (string Id, string Name, double Deg)[] Finishes =
    [
        ("polished-stone", "Polished stone", 25),
        ("glazed-tile", "Glazed tile", 45),
        ("matt-tile", "Matt tile", 60),
        ("sealed-concrete", "Sealed concrete", 70),
        ("vinyl", "Vinyl", 80),
        ("oiled-wood", "Oiled wood", 85),
        ("waxed-wood", "Waxed wood", 95),
    ];

    public static void Upgrade(JsonObject plan)
    {
        ListTheFinishes(plan);
        NameWhatStandsThere(plan);
    }

    private static void ListTheFinishes(JsonObject plan)
    {
        if (plan["catalogue"] is JsonObject catalogue)
        {
            catalogue["finishes"] = new JsonArray([.. Finishes.Select(f => new JsonObject
            {
                ["id"] = f.Id,
                ["name"] = f.Name,
                ["contactAngle"] = new JsonObject { ["deg"] = f.Deg, ["standing"] = "assumed" },
            })]);
        }

        foreach (JsonObject room in plan.Objects("rooms"))
        {
            if (room.Take("finish") is JsonValue finish)
            {
                room["finishId"] = finish.TryGetValue(out string? word)
                    ? word == "unknown" ? null : JsonNamingPolicy.KebabCaseLower.ConvertName(word)
                    : finish.DeepClone();
            }
        }
    }

    private static void NameWhatStandsThere(JsonObject plan)
    {
        int number = 0;
        foreach (JsonObject room in plan.Objects("rooms"))
        {
            if (room.Take("blocks") is JsonArray blocks)
            {
                room["fixtures"] = blocks;
                foreach (JsonObject block in blocks.OfType<JsonObject>())
                {
                    block["id"] = $"plinth-{++number}";
                    block["kind"] = "plinth";
                    block["base"] = "tight";
                }
            }

            foreach (JsonObject leak in room.Objects("leaks"))
            {
                if (leak["kind"] is JsonValue kind && kind.TryGetValue(out string? word) && word == "cisternOverflow")
                {
                    leak["kind"] = "overflow";
                }
            }
        }
    }
}
