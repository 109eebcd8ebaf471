using CsCheck;
using Terrapin.Core.Assessments;
using Terrapin.Core.Format;
using Terrapin.Core.Model;
using static Terrapin.Core.Tests.Samples;

namespace Terrapin.Core.Tests.Assessments;

/// <summary>A plan's copy of the catalogue, held against a firm's that went on without it.</summary>
public class CatalogueCopyTests
{
    /// <summary>The house's with entries renamed, taken out and added.</summary>
    private static readonly Gen<Catalogue> Firms = Gen.Select(Gen.Int[0, 15], Gen.Int[0, 15], Gen.Int[0, 15], Gen.Int[0, 2]).Select((renamed, gone, sensorsGone, more) =>
    {
        bool Has(int bits, int i) => (bits & (1 << i)) != 0;
        Catalogue house = HouseCatalogue.Devices;
        return house with
        {
            Drives = [.. house.Drives.Select((d, i) => Has(renamed, i) ? d with { Name = $"{d.Name} II" } : d).Where((_, i) => !Has(gone, i))],
            Sensors = [.. house.Sensors.Where((_, i) => !Has(sensorsGone, i))],
            Hubs = [.. house.Hubs, .. Enumerable.Range(0, more).Select(i => new HubSpec { Id = $"k{i}-new", Name = "New hub" })],
        };
    });

    [Fact]
    public void After_it_is_taken_over_only_what_is_used_and_gone_differs_and_the_plan_can_stand() => Firms.Sample(firm =>
    {
        Plan taken = CatalogueCopy.TakeOver(House(), firm, 7);
        Assert.Equal(7, taken.CatalogueRevision);
        Assert.All(CatalogueCopy.Differences(taken, firm), d => Assert.Equal((CatalogueChange.Gone, true), (d.Change, d.IsUsed)));
        Assert.Equal(PlanJson.Write(taken), PlanJson.Write(PlanJson.Read(PlanJson.Write(taken))));
    });

    [Fact]
    public void It_is_the_firms_revision_just_where_nothing_differs() => Firms.Sample(firm =>
        Assert.Equal(CatalogueCopy.Differences(House(), firm).Count == 0 ? 3 : null, CatalogueCopy.Recognised(House(), firm, 3).CatalogueRevision));

    [Fact]
    public void What_an_option_uses_is_used()
    {
        Plan plan = House();
        plan = plan with { Options = [new PlanOption { Id = "o", Name = "O", Installation = plan.Installation with { Drives = [plan.Drive() with { SpecId = "cv-22" }] } }] };
        Catalogue firm = HouseCatalogue.Devices with { Drives = [], Currency = "GBP" };
        Assert.Equal(
            [("cv-22", true), ("sa-20", true), ("sd-12", false), ("st-16", false), ("", false)],
            CatalogueCopy.Differences(plan, firm).OrderByDescending(d => d.IsUsed).ThenBy(d => d.Id == "").ThenBy(d => d.Id, StringComparer.Ordinal).Select(d => (d.Id, d.IsUsed)));
        Assert.Equal(["sa-20", "cv-22"], CatalogueCopy.TakeOver(plan, firm, 2).Catalogue.Drives.Select(d => d.Id));
    }
}
