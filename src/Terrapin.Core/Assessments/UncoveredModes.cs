using Terrapin.Core.Findings;
using Terrapin.Core.Model;
using Terrapin.Core.Rehearsal;

namespace Terrapin.Core.Assessments;

/// <summary>Leaks that the rules let run, which only the rehearsals show.</summary>
internal static class UncoveredModes
{
    /// <summary>A stop for modes in which no rule acts, a caution for those in which the rules only tell.</summary>
    public static IEnumerable<Finding> Of(Plan plan, IReadOnlyList<LeakOutcome> outcomes)
    {
        var found = new FindingCollector("");
        // Where no rule listens to any sensor, that is a finding of its own.
        bool isAnyHeard = plan.Installation.Rules.Any(r => plan.Installation.Sensors.Any(r.Hears));
        foreach ((string modes, string leaks) in isAnyHeard ? ByModes(plan, outcomes, Cause.NoRule) : [])
        {
            found.Add(FindingKinds.NoRuleInMode, "installation/rules", $"A sensor gets wet {modes} and no rule acts: {leaks}.", "Add the mode to a rule that listens to these sensors.");
        }

        foreach ((string modes, string leaks) in ByModes(plan, outcomes, Cause.OnlyTold))
        {
            found.Add(FindingKinds.OnlyToldInMode, "installation/rules", $"Somebody is told {modes}, and the water runs until they act: {leaks}.", "Let a rule close, with a delay if need be, or make sure that somebody can always act.");
        }

        return found.Findings;
    }

    /// <summary>The leaks that share a cause in the same modes, so that one gap in the rules is one finding.</summary>
    private static IEnumerable<(string Modes, string Leaks)> ByModes(Plan plan, IReadOnlyList<LeakOutcome> outcomes, Cause cause) =>
        outcomes.Where(o => o.Cause == cause)
            .GroupBy(o => o.LeakId, (leakId, of) => (LeakId: leakId, Modes: PlanWords.InModes([.. of.Select(o => o.Mode)])))
            .GroupBy(l => l.Modes, (modes, of) => (modes, string.Join("; ", of.Select(l => Name(plan, l.LeakId)))));

    private static string Name(Plan plan, string leakId)
    {
        Room room = plan.Building.Rooms.First(r => r.Leaks.Any(l => l.Id == leakId));
        return $"{room.Leaks.First(l => l.Id == leakId).Name}, {room.Name}";
    }
}
