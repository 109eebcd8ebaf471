using System.Text.Json.Nodes;

namespace Terrapin.Core.Format.Upgrades;

/// <summary>Small steps on a document that may not look as it should: what is not there is left for the check to name.</summary>
internal static class Json
{
    /// <summary>The objects of a list; none where there is no list.</summary>
    public static IEnumerable<JsonObject> Objects(this JsonObject from, string key) => (from[key] as JsonArray ?? []).OfType<JsonObject>();

    /// <summary>Takes a value out, free to be put elsewhere.</summary>
    public static JsonNode? Take(this JsonObject from, string key)
    {
        JsonNode? value = from[key];
        from.Remove(key);
        return value;
    }

    public static void Rename(this JsonObject on, string from, string to)
    {
        if (on.ContainsKey(from))
        {
            on[to] = on.Take(from);
        }
    }

    /// <summary>Says what was left out.</summary>
    public static void Fill(this JsonObject on, string key, JsonNode value)
    {
        if (!on.ContainsKey(key))
        {
            on[key] = value;
        }
    }
}
