using System.Text.Json;
using Terrapin.Core.Model;

namespace Terrapin.Core.Format;

/// <summary>The catalogue that a new site starts with: invented devices with figures and prices of our own, from <c>house-catalogue.json</c>.</summary>
public static class HouseCatalogue
{
    private const string File = "Terrapin.Core.Format.house-catalogue.json";

    public static Catalogue Devices { get; } = Read();

    private static Catalogue Read()
    {
        using Stream file = typeof(HouseCatalogue).Assembly.GetManifestResourceStream(File)
            ?? throw new InvalidOperationException($"{File} is not in the program.");
        using var bytes = new MemoryStream();
        file.CopyTo(bytes);
        using JsonDocument document = PlanJson.Parse(bytes.ToArray());
        return PlanJson.ReadCatalogue(document.RootElement, "");
    }
}
