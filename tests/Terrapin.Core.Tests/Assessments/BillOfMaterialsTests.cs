using Terrapin.Core.Assessments;
using Terrapin.Core.Model;

namespace Terrapin.Core.Tests.Assessments;

public class BillOfMaterialsTests
{
    [Fact]
    public void Devices_are_counted_priced_and_added_up()
    {
        Plan plan = Samples.House();
        Sensor sensor = plan.Installation.Sensors[0] with { SpecId = "s4" };
        plan = plan.WithInstallation(i => i with { Sensors = [sensor, sensor with { Id = "second", Name = "Second" }], Hubs = [Samples.Hub] }) with { Payback = new Payback { Labour = 100 } };
        Bill bill = Assert.Single(BillOfMaterials.Of(plan));
        Assert.Equal([("sa-20", 1, 290), ("k7", 1, 120), ("s4", 2, 56)], bill.Lines.Select(l => (l.SpecId, l.Quantity, (int)l.Amount!)));
        Assert.Equal([sensor.Name, "Second"], bill.Lines[2].For);
        Assert.Equal((466.0, 566.0), (bill.Devices.Amount, bill.Total));
    }

    [Fact]
    public void Payback_comes_from_typed_figures_alone()
    {
        Bill Of(Payback figures) => BillOfMaterials.Of(Samples.House().WithInstallation(i => i with { Hubs = [], Sensors = [], Rules = [] }) with { Payback = figures })[0];
        Assert.Equal(new PaybackOutlook(null, null, null, null), Of(new Payback()).Payback);
        PaybackOutlook both = Of(new Payback { AvoidedEvent = 190, RebatePerYear = 50 }).Payback;
        Assert.Equal(new PaybackOutlook(5.8, 290 / 190.0, 100, 2), both);
        Assert.Equal(0, Of(new Payback { AvoidedEvent = 1000, RebatePerYear = 50 }).Payback.YearsByRebateAfterOneEvent);
    }

    [Fact]
    public void A_device_without_a_price_leaves_a_lower_bound()
    {
        Plan plan = Samples.House();
        plan = plan with { Catalogue = plan.Catalogue with { Drives = [.. plan.Catalogue.Drives.Select(d => d with { Price = null })] } };
        Bill bill = BillOfMaterials.Of(plan)[0];
        Assert.Equal((1, null), (bill.Devices.Unpriced, bill.Lines[0].Amount));
    }

    [Fact]
    public void Each_option_has_a_bill_of_its_own()
    {
        Plan plan = Samples.House();
        PlanOption bare = new() { Id = "bare", Name = "Bare", Installation = Installation.None with { Hubs = plan.Installation.Hubs } };
        Bill[] bills = [.. BillOfMaterials.Of(plan with { Options = [bare] })];
        Assert.Equal([null, "bare"], bills.Select(b => b.OptionId));
        Assert.True(bills[1].Total < bills[0].Total);
    }
}
