using CsCheck;
using Terrapin.Core.Assessments;
using Terrapin.Core.Model;
using Terrapin.Core.Rules;
using Terrapin.Core.Tests.Rules;
using static Terrapin.Core.Tests.Samples;

namespace Terrapin.Core.Tests.Assessments;

/// <summary>Closings for nothing against closed forms and against the rules themselves.</summary>
public class NuisanceTests
{
    private static Plan Wetted(double? perYear, double? lastsS, Func<Rule, Rule>? change = null) => House()
        .WithRule(change ?? (r => r))
        .WithBuilding(b => b with { Nuisance = [new NuisanceEvent { Kind = NuisanceKind.Mop, PerYear = perYear, LastsS = lastsS }] });

    [Fact]
    public void Twelve_mops_of_a_minute_close_as_often_as_they_outlast_confirming_and_delay() =>
        Close(12 * Math.Exp(-25.0 / 60), Nuisance.PerYear(Wetted(12, 60))!.Value, 1e-12);

    [Fact]
    public void A_closing_that_is_not_dropped_when_it_dries_needs_the_confirming_time_alone() =>
        Close(12 * Math.Exp(-5.0 / 60), Nuisance.PerYear(Wetted(12, 60, r => r with { CancelIfDry = false }))!.Value, 1e-12);

    [Fact]
    public void What_is_not_said_is_not_counted_and_nothing_said_is_not_known()
    {
        Assert.Null(Nuisance.PerYear(House()));
        Assert.Null(Nuisance.PerYear(Wetted(12, null)));
        Assert.Equal(0, Nuisance.PerYear(Wetted(12, 60, r => r with { Action = RuleAction.TellOnly })));
        // Only away and on holiday, a quarter of the year.
        Close(0.25 * Nuisance.PerYear(Wetted(12, 60))!.Value, Nuisance.PerYear(Wetted(12, 60, r => r with { Modes = [Mode.Away, Mode.Holiday] }))!.Value, 1e-12);
        // Only for six hours over midnight, and the rest of the day by a second rule.
        var night = new HoursOfDay { FromMin = 22 * 60, UntilMin = 4 * 60 };
        Close(0.25 * Nuisance.PerYear(Wetted(12, 60))!.Value, Nuisance.PerYear(Wetted(12, 60, r => r with { Hours = night }))!.Value, 1e-12);
        Plan byDay = Wetted(12, 60, r => r with { Hours = night }).WithInstallation(i => i with { Rules = [.. i.Rules, i.Rules[0] with { Id = "day", Hours = new HoursOfDay { FromMin = night.UntilMin, UntilMin = night.FromMin } }] });
        Close(Nuisance.PerYear(Wetted(12, 60))!.Value, Nuisance.PerYear(byDay)!.Value, 1e-12);
        Close(12, Nuisance.PerYear(Wetted(12, 60).WithInstallation(i => i with { Links = [new DirectLink { SensorId = "puck", DriveId = "drive" }] }))!.Value, 1e-12);
    }

    [Fact]
    public void The_time_that_closes_is_the_engines() => Gen.Select(Gen.Int[0, 20], Gen.Int[0, 60], Gen.Bool, Gen.Int[1, 120]).Sample((confirm, delay, cancels, wetS) =>
    {
        Plan plan = House().WithRule(r => r with { ConfirmS = confirm, DelayS = delay, CancelIfDry = cancels });
        double needsS = Nuisance.ClosesWhenWetForS(plan, plan.Installation.Sensors[0], Mode.Home)!.Value;
        var story = new RuleStory(RuleProgram.Compile(plan.Installation.Rules, ["puck"], ["main"]), Mode.Home);
        story.At(1000, RuleEvent.Wet(0));
        story.At(1000 + (wetS * 1000), RuleEvent.Dry(0));
        story.ToEnd();
        bool closed = story.Done.Any(d => d.Order.Kind == RuleOrderKind.Close);
        // At the very moment either may come first.
        return wetS == needsS || closed == (wetS > needsS);
    });

    [Fact]
    public void A_longer_delay_closes_less_often_for_nothing_and_costs_more()
    {
        var nuisance = Nuisance.Of(Wetted(12, 60), new AssessmentMemory(new Terrapin.Core.Floors.FloorMemory()));
        Assert.Equal(20, nuisance.DelayS);
        NuisancePoint[] curve = [.. nuisance.Curve];
        Assert.All(curve.Zip(curve.Skip(1)), pair => Assert.True(pair.First.ClosingsPerYear > pair.Second.ClosingsPerYear && pair.First.MeanM3 < pair.Second.MeanM3 && pair.First.WorstM3 < pair.Second.WorstM3));
        NuisancePoint now = curve.Single(p => p.DelayS == 20);
        Assert.Equal((nuisance.ClosingsPerYear, nuisance.MeanM3), (now.ClosingsPerYear, now.MeanM3));
        Assert.Empty(Nuisance.Of(House(), new AssessmentMemory(new Terrapin.Core.Floors.FloorMemory())).Curve);
    }
}
