using System.Text.Json;
using Terrapin.Core.Format;
using Terrapin.Core.Model;
using Terrapin.Core.Uncertainty;
using Terrapin.Documents.Tables;

namespace Terrapin.Documents.Tests;

/// <summary>Tables and screens name the same figures of a device: the web app reads what is said here.</summary>
public class CatalogueColumnsTests
{
    private static readonly JsonSerializerOptions Indented = new(DocumentJson.Options)
    {
        WriteIndented = true,
        PropertyNamingPolicy = JsonNamingPolicy.CamelCase,
        DictionaryKeyPolicy = JsonNamingPolicy.CamelCase,
        DefaultIgnoreCondition = System.Text.Json.Serialization.JsonIgnoreCondition.WhenWritingNull,
    };

    [Fact]
    public void The_figures_are_those_that_the_web_app_reads() =>
        Golden.Check("web/src/api/deviceFigures.json", JsonSerializer.Serialize(CatalogueColumns.Shown, Indented) + "\n");

    [Fact]
    public void What_follows_from_words_alone_is_what_the_web_app_reads() =>
        Golden.Check("web/src/api/wordFacts.json", JsonSerializer.Serialize(
            new
            {
                MultiTurnValves = Enum.GetValues<ValveKind>().Where(k => k.IsMultiTurn()),
                FixedFlowLeaks = Enum.GetValues<LeakKind>().Where(k => k.IsFixedFlow()),
                Pipes = Enum.GetValues<PipeMaterial>().Where(m => UsualPipes.Of(m).Count > 0).ToDictionary(m => m, UsualPipes.Of),
                Usual = new
                {
                    StaticPressurePa = Ends(UsualSpan.StaticPressurePa),
                    FloorHeightM = Ends(UsualSpan.FloorHeightM),
                    HeightAboveFloorM = Ends(UsualSpan.HeightAboveFloorM),
                    ThresholdM = Ends(UsualSpan.ThresholdM),
                    PitDepthM = Ends(UsualSpan.PitDepthM),
                    PipeBoreM = Ends(UsualSpan.PipeBoreM),
                    PipeLengthM = Ends(UsualSpan.DrainLengthM),
                    Leaks = new
                    {
                        HoleM = OfLeaks(UsualSpan.HoleM),
                        FixedFlowM3PerS = OfLeaks(UsualSpan.FixedFlowM3PerS),
                        HeightAboveFloorM = OfLeaks(_ => UsualSpan.HeightAboveFloorM),
                    },
                },
            },
            Indented) + "\n");

    private static double[] Ends(Span span) => [span.Least, span.Most];

    private static Dictionary<LeakKind, double[]> OfLeaks(Func<LeakKind, Span?> spanOf) => Enum.GetValues<LeakKind>()
        .Where(k => spanOf(k) is not null).ToDictionary(k => k, k => Ends(spanOf(k)!.Value));

    [Fact]
    public void Numbers_that_only_say_something_together_are_a_group()
    {
        DeviceFigure[] drives = [.. CatalogueColumns.Shown[CatalogueList.Drives]];
        Assert.Equal(["overTheHandleM", "acrossM", "alongM"], drives.First(f => f.Label == "Reach across").Group);
        Assert.Equal(["leastM", "mostM"], drives.First(f => f.Label == "Collar from").Group);
        Assert.Null(drives.First(f => f.Label == "Rated torque").Group);
    }

    [Fact]
    public void Radios_go_out_as_a_table_and_come_back_and_a_hub_says_all_it_speaks()
    {
        Catalogue house = HouseCatalogue.Devices;
        foreach (CatalogueList list in (CatalogueList[])[CatalogueList.Radios, CatalogueList.Repeaters, CatalogueList.Hubs])
        {
            Catalogue read = CatalogueCsv.Read(CatalogueCsv.Write(house, list), list);
            Assert.Equal(CatalogueCsv.Write(house, list), CatalogueCsv.Write(read, list));
        }

        Catalogue hubs = CatalogueCsv.Read("id,name,logic [s],logic standing,price [currency],price standing\nh,Hub,,,,\n"u8.ToArray(), CatalogueList.Hubs);
        Assert.Empty(hubs.Hubs[0].RadioIds);
        Assert.Equal(["mesh-868", "lr-868"], CatalogueCsv.Read(CatalogueCsv.Write(house, CatalogueList.Hubs), CatalogueList.Hubs).Hubs[0].RadioIds);
    }

    [Fact]
    public void A_bare_number_says_its_unit() =>
        Assert.Contains("Battery capacity, mA·h", CatalogueColumns.Shown[CatalogueList.Sensors].Select(f => f.Label));
}
