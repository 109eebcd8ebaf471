using Terrapin.Core.Findings;
using Terrapin.Core.Model;
using Terrapin.Core.Rules;
using static Terrapin.Core.Tests.Samples;

namespace Terrapin.Core.Tests.Rules;

/// <summary>What is wrong with rules that open valves.</summary>
public class OpeningFindingsTests
{
    private static readonly HandButton[] Buttons = [new() { Id = "door", Name = "By the door" }, new() { Id = "panel", Name = "Panel" }];

    [Theory]
    [InlineData(null, true)]
    [InlineData(RuleTrigger.SensorSilent, true)]
    [InlineData(RuleTrigger.ModeComes, false)]
    [InlineData(RuleTrigger.ButtonPressed, false)]
    public void One_that_opens_on_a_leak_is_a_must(RuleTrigger? trigger, bool isTold)
    {
        Finding? found = Of(r => r with { Trigger = trigger, Modes = [Mode.Home] }).SingleOrDefault(f => f.Code == "rule-opens-on-leak");
        Assert.Equal((isTold ? Severity.Stop : null, isTold ? "/installation/rules/1/action" : null), ((Severity?)found?.Severity, found?.Where));
    }

    [Theory]
    [InlineData(RuleTrigger.ButtonPressed, new[] { "door" }, new[] { "door" }, true)]
    [InlineData(RuleTrigger.ButtonPressed, new[] { "door" }, new[] { "panel" }, false)]
    [InlineData(RuleTrigger.ButtonPressed, null, new[] { "panel" }, true)]
    [InlineData(RuleTrigger.MainsFails, null, null, true)]
    public void Two_that_do_the_contrary_on_the_same_fight(RuleTrigger trigger, string[]? opens, string[]? closes, bool fight)
    {
        Rule closing = House().Installation.Rules[0] with { Id = "shut", Trigger = trigger, ButtonIds = closes, SensorIds = [] };
        Assert.Equal(fight, Of(r => r with { Trigger = trigger, ButtonIds = opens }, closing).Any(f => f.Code == "rules-fight"));
        // In other modes, or of another valve, they do not meet.
        Assert.DoesNotContain(Of(r => r with { Trigger = trigger, ButtonIds = opens, Modes = [Mode.Home] }, closing with { Modes = [Mode.Away] }), f => f.Code == "rules-fight");
    }

    [Fact]
    public void What_opens_by_itself_once_all_is_dry_is_told_unless_the_closing_holds_until_it_is_reset()
    {
        Assert.Equal(Severity.Caution, Of(r => r with { Trigger = RuleTrigger.ModeComes, Modes = [Mode.Home] }).Single(f => f.Code == "rule-opens-unseen").Severity);
        Plan held = With(r => r with { Trigger = RuleTrigger.ModeComes, Modes = [Mode.Home] });
        held = held.WithInstallation(i => i with { Rules = [i.Rules[0] with { Hold = RuleHold.UntilReset }, i.Rules[1]] });
        Assert.DoesNotContain(RuleFindings.Of(held), f => f.Code == "rule-opens-unseen");
    }

    [Fact]
    public void Who_is_told_reads_what_opens_and_what_stays_shut()
    {
        Plan plan = With(r => r with { Trigger = RuleTrigger.ModeComes, Modes = [Mode.Home], DelayS = 60 });
        Assert.Equal("The mode is now home. Main valve opens in 1 min, unless a sensor there is wet or silent. Be sure that nothing leaks.", AlertMessage.Of(plan, plan.Installation.Rules[1], null).Replace(plan.Building.StopValves[0].Name, "Main valve", StringComparison.Ordinal));
        Assert.Contains("and stays shut until it is reset.", AlertMessage.Of(plan, plan.Installation.Rules[0] with { Hold = RuleHold.UntilReset }, plan.Installation.Sensors[0]), StringComparison.Ordinal);
    }

    private static IReadOnlyList<Finding> Of(Func<Rule, Rule> opening, params Rule[] others) => RuleFindings.Of(With(opening, others));

    private static Plan With(Func<Rule, Rule> opening, params Rule[] others) => House().WithInstallation(i => i with
    {
        Buttons = Buttons,
        Rules = [i.Rules[0], opening(i.Rules[0] with { Id = "opens", Name = "Opens", Action = RuleAction.Open, DelayS = 0, CancelIfDry = false }), .. others],
    });
}
