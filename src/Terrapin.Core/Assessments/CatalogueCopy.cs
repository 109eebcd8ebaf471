using System.Text.Json.Nodes;
using System.Text.Json.Serialization;
using Terrapin.Core.Format;
using Terrapin.Core.Model;

namespace Terrapin.Core.Assessments;

/// <summary>How an entry of the plan's copy and of the firm's catalogue differ.</summary>
[JsonConverter(typeof(CamelCase<CatalogueChange>))]
public enum CatalogueChange
{
    /// <summary>Its figures differ.</summary>
    Changed,

    /// <summary>The firm has it, the plan not.</summary>
    New,

    /// <summary>The plan has it, the firm not.</summary>
    Gone,
}

/// <summary>An entry in which the plan's copy differs from the firm's catalogue.</summary>
/// <param name="List">As the catalogue calls it: drives, sensors, hubs, repeaters, radios, finishes, strapLimits or currency.</param>
/// <param name="Id">Of the entry; empty for what is no list.</param>
/// <param name="Name">Of the entry.</param>
/// <param name="Change">In what way.</param>
/// <param name="IsUsed">Whether the plan, or one of its options, uses it.</param>
public sealed record CatalogueDifference(string List, string Id, string Name, CatalogueChange Change, bool IsUsed);

/// <summary>A plan's own copy of the catalogue, held against the firm's.</summary>
public static class CatalogueCopy
{
    private static readonly string[] Lists = ["drives", "sensors", "hubs", "repeaters", "radios", "finishes"];

    /// <summary>Where a plan's copy differs, used entries first.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="firm">The firm's catalogue.</param>
    public static IReadOnlyList<CatalogueDifference> Differences(Plan plan, Catalogue firm)
    {
        (JsonObject own, JsonObject theirs) = (Json(plan.Catalogue), Json(firm));
        HashSet<string> used = UsedIds(plan);
        var found = new List<CatalogueDifference>();
        foreach (string list in Lists)
        {
            Dictionary<string, JsonNode> mine = ById(own, list);
            Dictionary<string, JsonNode> other = ById(theirs, list);
            foreach (string id in mine.Keys.Union(other.Keys))
            {
                CatalogueChange? change = (mine.GetValueOrDefault(id), other.GetValueOrDefault(id)) switch
                {
                    (null, _) => CatalogueChange.New,
                    (_, null) => CatalogueChange.Gone,
                    var (a, b) => JsonNode.DeepEquals(a, b) ? null : CatalogueChange.Changed,
                };
                if (change is { } how)
                {
                    found.Add(new CatalogueDifference(list, id, (string)(mine.GetValueOrDefault(id) ?? other[id])["name"]!, how, used.Contains(id)));
                }
            }
        }

        foreach ((string key, string name) in ((string, string)[])[("strapLimits", "What a pipe stands under a strap"), ("currency", "Currency")])
        {
            if (!JsonNode.DeepEquals(own[key], theirs[key]))
            {
                found.Add(new CatalogueDifference(key, "", name, CatalogueChange.Changed, key == "strapLimits" && plan.Installation.Drives.Count > 0));
            }
        }

        return [.. found.OrderByDescending(d => d.IsUsed)];
    }

    /// <summary>The plan with the firm's catalogue; what it uses and the firm does not have any more stays in its copy.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="firm">The firm's catalogue.</param>
    /// <param name="revision">Which revision of it that is.</param>
    public static Plan TakeOver(Plan plan, Catalogue firm, int revision)
    {
        HashSet<string> used = UsedIds(plan);
        return plan with
        {
            CatalogueRevision = revision,
            Catalogue = firm with
            {
                Drives = With(firm.Drives, plan.Catalogue.Drives, d => d.Id, used),
                Sensors = With(firm.Sensors, plan.Catalogue.Sensors, s => s.Id, used),
                Hubs = With(firm.Hubs, plan.Catalogue.Hubs, h => h.Id, used),
                Repeaters = With(firm.Repeaters, plan.Catalogue.Repeaters, r => r.Id, used),
                Radios = With(firm.Radios, plan.Catalogue.Radios, r => r.Id, used),
                Finishes = With(firm.Finishes, plan.Catalogue.Finishes, f => f.Id, used),
            },
        };
    }

    /// <summary>A plan that came from elsewhere: its copy is a revision of this firm's only where it says the same.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="firm">The firm's catalogue.</param>
    /// <param name="revision">Which revision of it that is.</param>
    public static Plan Recognised(Plan plan, Catalogue firm, int revision) =>
        plan with { CatalogueRevision = JsonNode.DeepEquals(Json(plan.Catalogue), Json(firm)) ? revision : null };

    private static HashSet<string> UsedIds(Plan plan)
    {
        HashSet<string> devices =
        [
            .. ((Installation[])[plan.Installation, .. plan.Options.Select(o => o.Installation)]).SelectMany(i =>
                i.Drives.Select(d => d.SpecId).Concat(i.Sensors.Select(s => s.SpecId)).Concat(i.Hubs.Select(h => h.SpecId)).Concat(i.Repeaters.Select(r => r.SpecId))),
        ];
        return
        [
            .. devices,
            .. plan.Building.Rooms.Select(r => r.FinishId).OfType<string>(),
            .. plan.Catalogue.RadiosOf(devices),
        ];
    }

    private static IReadOnlyList<T> With<T>(IReadOnlyList<T> firm, IReadOnlyList<T> own, Func<T, string> idOf, HashSet<string> used)
    {
        var known = firm.Select(idOf).ToHashSet();
        return [.. firm, .. own.Where(e => used.Contains(idOf(e)) && !known.Contains(idOf(e)))];
    }

    private static JsonObject Json(Catalogue catalogue) => JsonNode.Parse(PlanJson.Write(catalogue))!.AsObject();

    private static Dictionary<string, JsonNode> ById(JsonObject catalogue, string list) =>
        catalogue[list]!.AsArray().ToDictionary(e => (string)e!["id"]!, e => e!);
}
