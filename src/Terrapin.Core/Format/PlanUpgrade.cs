using System.Text.Json;
using System.Text.Json.Nodes;
using Terrapin.Core.Format.Upgrades;
using Terrapin.Core.Model;

namespace Terrapin.Core.Format;

/// <summary>
/// Turns a plan document of an older version into the present one, before it is checked: one step a version, each frozen with its own
/// words and figures, whatever becomes of today's.
/// </summary>
internal static class PlanUpgrade
{
    private static readonly Action<JsonObject>[] Steps = [FromVersion1.Upgrade, FromVersion2.Upgrade, FromVersion3.Upgrade];

    /// <summary>The document in the present version; what does not look like the older one is left for the check to name.</summary>
    /// <param name="element">A plan of an older version.</param>
    /// <param name="version">Which it says it is.</param>
    public static JsonDocument FromVersion(JsonElement element, int version)
    {
        JsonObject plan = JsonObject.Create(element)!.DeepClone().AsObject();
        foreach (Action<JsonObject> step in Steps[(version - 1)..])
        {
            step(plan);
        }

        plan["version"] = Plan.CurrentVersion;
        return JsonDocument.Parse(plan.ToJsonString());
    }
}
