using System.Text.Json;
using Terrapin.Core.Drives;
using Terrapin.Core.Model;

namespace Terrapin.Documents.Tests;

/// <summary>The steps of mounting a drive, as the web app's drawings of them are held against.</summary>
public class MountingStepsTests
{
    private static readonly JsonSerializerOptions Indented = new() { WriteIndented = true };

    [Fact]
    public void Every_step_is_known_to_those_who_draw_it() => Golden.Check(
        "web/src/stages/drive/mountingSteps.json",
        JsonSerializer.Serialize(Enum.GetValues<Mount>().SelectMany(MountingSteps.For).Select(s => s.Id).Distinct().Order(), Indented) + "\n");
}
