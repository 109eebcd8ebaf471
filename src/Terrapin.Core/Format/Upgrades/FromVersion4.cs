using System.Text.Json.Nodes;

namespace Terrapin.Core.Format.Upgrades;

/// <summary>Version 4 named the kind of its one hub; nothing was said of radio.</summary>
internal static class FromVersion4
{
    public static void Upgrade(JsonObject plan)
    {
        var catalogue = plan["catalogue"] as JsonObject;
        if (catalogue is not null)
        {
            UpgradeCatalogue(catalogue);
        }

        foreach (JsonObject installation in plan.Objects("options").Select(o => o["installation"]).Prepend(plan["installation"]).OfType<JsonObject>())
        {
            JsonNode? hubId = installation.Take("hubId");
            installation["hubs"] = hubId is null ? new JsonArray() : new JsonArray(Hub(hubId, catalogue));
            foreach (string list in new[] { "repeaters", "links", "signals" })
            {
                installation.Fill(list, new JsonArray());
            }
        }
    }

    /// <summary>The catalogue of a version 4 plan, which stood in a file and in the firm's store as well; one upgraded already stays.</summary>
    public static void UpgradeCatalogue(JsonObject catalogue)
    {
        catalogue.Fill("radios", new JsonArray());
        catalogue.Fill("repeaters", new JsonArray());
        foreach (JsonObject hub in catalogue.Objects("hubs"))
        {
            hub.Fill("radioIds", new JsonArray());
        }
    }

    /// <summary>It had neither id nor name of its own.</summary>
    private static JsonObject Hub(JsonNode specId, JsonObject? catalogue) => new()
    {
        ["id"] = "hub-1",
        ["name"] = catalogue?.Objects("hubs").Where(h => h["id"]?.ToString() == specId.ToString()).Select(h => h["name"]?.ToString()).FirstOrDefault() ?? "Hub",
        ["specId"] = specId,
        ["onCable"] = "unknown",
        ["hasBackup"] = "unknown",
    };
}
