using System.Runtime.CompilerServices;
using System.Text;
using System.Text.Json.Nodes;

namespace Terrapin.Bench;

internal static class DemoPlan
{
    /// <summary>The plan inside the demo site's file, UTF-8.</summary>
    public static byte[] Read([CallerFilePath] string here = "")
    {
        string path = Path.Combine(Path.GetDirectoryName(here)!, "../../demo/net-loft.terrapin.json");
        return Encoding.UTF8.GetBytes(JsonNode.Parse(File.ReadAllText(path))!["plan"]!.ToJsonString());
    }
}
