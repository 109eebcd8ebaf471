using Terrapin.Core.Model;
using Terrapin.Core.Rules;

namespace Terrapin.Core.Assessments;

/// <summary>Rules that shut a valve for something else than water, to be tried as remedies.</summary>
internal static class ShuttingRules
{
    /// <summary>After everyone has left: whoever comes back for a key does not find the water off.</summary>
    private const double LeavingS = 300;

    /// <summary>Those that no rule of the plan is for that valve.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="stopValveId">A stop valve with a drive.</param>
    public static IEnumerable<(RemedyKind Kind, Rule Rule)> For(Plan plan, string stopValveId)
    {
        bool Has(RuleTrigger trigger) => plan.Installation.Rules.Any(r => r.WaitsFor == trigger && r.Closes(stopValveId));
        var rule = new Rule
        {
            Id = PlanWords.FreshId("shut", plan.Installation.Rules.Select(r => r.Id)),
            Name = "Everyone gone: shut the water off",
            Trigger = RuleTrigger.ModeComes,
            SensorIds = [],
            ConfirmS = LeavingS,
            Modes = [Mode.Away, Mode.Holiday],
            Action = RuleAction.Close,
            StopValveIds = [stopValveId],
            DelayS = 0,
            CancelIfDry = false,
        };
        if (!Has(RuleTrigger.ModeComes))
        {
            yield return (RemedyKind.ShutWhenLeaving, rule);
        }

        if (!Has(RuleTrigger.SensorSilent))
        {
            yield return (RemedyKind.ShutOnSilence, rule with
            {
                Name = "A silent sensor: shut the water off",
                Trigger = RuleTrigger.SensorSilent,
                AllBut = true,
                SensorIds = [.. plan.Installation.Sensors.Where(s => RuleFindings.LiesInPit(plan, s)).Select(s => s.Id)],
                ConfirmS = plan.SilentAfterS(plan.Installation.Sensors),
                Modes = Enum.GetValues<Mode>(),
            });
        }

        if (!Has(RuleTrigger.ValveFails) && plan.DriveOn(stopValveId) is { } drive && plan.SpecOf(drive).ReportsPosition == Answer.Yes)
        {
            yield return (RemedyKind.CloseAgain, rule with { Name = "Not closed: once more", Trigger = RuleTrigger.ValveFails, ConfirmS = 0, Modes = Enum.GetValues<Mode>() });
        }
    }
}
