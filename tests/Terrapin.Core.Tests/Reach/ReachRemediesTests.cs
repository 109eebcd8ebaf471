using Terrapin.Core.Model;
using Terrapin.Core.Reach;
using Terrapin.Core.Validation;
using static Terrapin.Core.Tests.Reach.RadioHouses;

namespace Terrapin.Core.Tests.Reach;

/// <summary>What helps one weak device, tried.</summary>
public class ReachRemediesTests
{
    private static readonly WallMake Thick = new() { Material = WallMaterial.Concrete, ThicknessM = 0.3 };

    private static double? MarginDb(Plan plan, string id) => ReachOfPlan.Of(plan).Devices.Single(d => d.DeviceId == id).MarginDb?.Low;

    [Fact]
    public void Each_gives_what_the_plan_has_once_it_is_made()
    {
        Plan plan = Row(5, Thick).WithInstallation(i => i with { Sensors = [.. i.Sensors.Select(s => s.Id == "s4" ? s with { Cover = RadioCover.MetalCupboard } : s)] });
        IReadOnlyList<ReachRemedy> tried = ReachRemedies.Of(plan, "s4");
        Assert.Equal([ReachRemedyKind.AddRepeater, ReachRemedyKind.MoveHub, ReachRemedyKind.TakeCoverOff], tried.Select(r => r.Kind).Order());
        Assert.Equal(tried.OrderByDescending(r => r.AfterDb), tried);
        foreach (ReachRemedy remedy in tried)
        {
            Plan changed = plan.WithInstallation(i => remedy.Kind switch
            {
                ReachRemedyKind.AddRepeater => i with { Repeaters = [new Repeater { Id = "new", Name = "New", SpecId = remedy.SpecId!, Place = remedy.Place }] },
                ReachRemedyKind.MoveHub => i with { Hubs = [i.Hubs[0] with { Place = remedy.Place }] },
                _ => i with { Sensors = [.. i.Sensors.Select(s => s.Id == "s4" ? s with { Cover = RadioCover.None } : s)] },
            });
            Assert.Equal(MarginDb(changed, "s4")!.Value, remedy.AfterDb, 1e-9);
            Assert.Equal(MarginDb(plan, "s4"), remedy.BeforeDb);
            Assert.Equal(ReachOfPlan.Of(changed).Devices.Min(d => d.MarginDb!.Low)!.Value, remedy.WeakestDb!.Value, 1e-9);
            Assert.True(remedy.AfterDb >= remedy.BeforeDb + 1);
        }
    }

    [Fact]
    public void No_place_of_a_grid_is_better_for_the_repeater()
    {
        Plan plan = Row(4, Thick);
        ReachRemedy repeater = ReachRemedies.Of(plan, "s3").Single(r => r.Kind == ReachRemedyKind.AddRepeater);
        double most = double.NegativeInfinity;
        for (double x = 0.125; x < 12; x += 0.25)
        {
            for (double y = 0.125; y < 3; y += 0.25)
            {
                most = Math.Max(most, MarginDb(plan.WithInstallation(i => i with { Repeaters = [Repeater("new", "ground", x, y, null)] }), "s3")!.Value);
            }
        }

        Assert.Equal(most, repeater.AfterDb, 0.05);
    }

    [Fact]
    public void What_has_enough_is_not_made_worse_and_what_is_no_device_is_refused()
    {
        Assert.DoesNotContain(ReachRemedies.Of(Row(1, Brick), "s0"), r => r.AfterDb < r.BeforeDb + 1);
        Assert.Contains("There is no device \"hub\"", Assert.Throws<RefusedException>(() => ReachRemedies.Of(Row(1, Brick), "hub")).Message, StringComparison.Ordinal);
    }

    [Fact]
    public void A_device_that_is_not_drawn_has_none_but_its_cover()
    {
        Plan plan = Row(2, Thick).WithInstallation(i => i with { Sensors = [i.Sensors[0], i.Sensors[1] with { At = null }] });
        Assert.Empty(ReachRemedies.Of(plan, "s1"));
    }
}
