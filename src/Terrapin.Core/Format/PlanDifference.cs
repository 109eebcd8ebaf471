using System.Text.Json.Nodes;
using Terrapin.Core.Model;

namespace Terrapin.Core.Format;

/// <summary>Where two plans differ.</summary>
public static class PlanDifference
{
    /// <summary>JSON pointers to the smallest places that differ, in the order of the schema.</summary>
    /// <param name="before">A checked plan.</param>
    /// <param name="after">A checked plan.</param>
    /// <param name="most">How many to give at the most.</param>
    public static IReadOnlyList<string> Between(Plan before, Plan after, int most = 20)
    {
        var places = new List<string>();
        Compare(JsonNode.Parse(PlanJson.Write(before)), JsonNode.Parse(PlanJson.Write(after)), "", places, most);
        return places;
    }

    private static void Compare(JsonNode? before, JsonNode? after, string pointer, List<string> places, int most)
    {
        if (places.Count >= most || JsonNode.DeepEquals(before, after))
        {
            return;
        }

        switch (before, after)
        {
            case (JsonObject was, JsonObject now):
                foreach (string key in was.Select(p => p.Key).Union(now.Select(p => p.Key)))
                {
                    Compare(was[key], now[key], $"{pointer}/{key}", places, most);
                }

                break;
            case (JsonArray was, JsonArray now) when was.Count == now.Count:
                for (int i = 0; i < was.Count; i++)
                {
                    Compare(was[i], now[i], $"{pointer}/{i}", places, most);
                }

                break;
            default:
                places.Add(pointer);
                break;
        }
    }
}
