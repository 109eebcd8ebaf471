using System.Text.Json;
using System.Text.Json.Nodes;
using Terrapin.Core.Format.Upgrades;
using Terrapin.Core.Model;
using Terrapin.Core.Validation;

namespace Terrapin.Core.Format;

/// <summary>
/// Turns a document of an older version into the present one, before it is checked: one step a version, each frozen with its own
/// words and figures, whatever becomes of today's.
/// </summary>
public static class PlanUpgrade
{
    private const int LastWithItsOwnLog = 3;

    private static readonly Action<JsonObject>[] Steps = [FromVersion1.Upgrade, FromVersion2.Upgrade, FromVersion3.Upgrade, FromVersion4.Upgrade];

    private const int OldestCatalogue = 3;

    private static readonly Action<JsonObject>[] CatalogueSteps = [FromVersion3.UpgradeCatalogue, FromVersion4.UpgradeCatalogue];

    /// <summary>The document in the present version; what does not look like the older one is left for the check to name.</summary>
    /// <param name="element">A plan of an older version.</param>
    /// <param name="version">Which it says it is.</param>
    internal static JsonDocument FromVersion(JsonElement element, int version)
    {
        JsonObject plan = Upgraded(element, version, Plan.CurrentVersion);
        plan["version"] = Plan.CurrentVersion;
        return JsonDocument.Parse(plan.ToJsonString());
    }

    /// <summary>A catalogue that stood beside its plans, as in a file of its own, in the present version.</summary>
    /// <param name="element">The catalogue.</param>
    /// <param name="version">Of the plans that it was written for; 3 is the oldest.</param>
    public static JsonDocument CatalogueOf(JsonElement element, int version)
    {
        JsonObject catalogue = JsonObject.Create(element)!.DeepClone().AsObject();
        foreach (Action<JsonObject> step in CatalogueSteps[(version - OldestCatalogue)..])
        {
            step(catalogue);
        }

        return JsonDocument.Parse(catalogue.ToJsonString());
    }

    /// <summary>A stored catalogue, which has no version of its own: catalogues were first stored with version 4 of the plan.</summary>
    internal static JsonDocument StoredCatalogue(JsonElement element) => CatalogueOf(element, 4);

    /// <summary>What happened at the site by a plan of an older version, which kept that itself; none of a newer one, which does not.</summary>
    /// <param name="element">A plan that can be read.</param>
    public static IReadOnlyList<LogEntry> Happened(JsonElement element)
    {
        int version = element.GetProperty("version").GetInt32();
        if (version > LastWithItsOwnLog)
        {
            return [];
        }

        using var entries = JsonDocument.Parse(FromVersion3.Happened(Upgraded(element, version, LastWithItsOwnLog)).ToJsonString());
        return [.. entries.RootElement.EnumerateArray().Select(e => PlanJson.ReadShape<LogEntry>(e, "")).Where(e => LogCheck.Of(e).Count == 0)];
    }

    private static JsonObject Upgraded(JsonElement element, int from, int to)
    {
        JsonObject plan = JsonObject.Create(element)!.DeepClone().AsObject();
        foreach (Action<JsonObject> step in Steps[(from - 1)..(to - 1)])
        {
            step(plan);
        }

        return plan;
    }
}
