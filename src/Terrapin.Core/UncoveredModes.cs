using Terrapin.Core.Findings;
using Terrapin.Core.Plans;
using Terrapin.Core.Rehearsal;

namespace Terrapin.Core;

/// <summary>Leaks that the rules let run, which only the rehearsals show.</summary>
internal static class UncoveredModes
{
    /// <summary>A stop for modes in which no rule acts, a caution for those in which the rules only tell.</summary>
    public static IEnumerable<Finding> Of(Plan plan, string leakId, IReadOnlyList<LeakOutcome> outcomes)
    {
        string name = plan.Rooms.SelectMany(r => r.Leaks).First(l => l.Id == leakId).Name;
        string room = plan.Rooms.First(r => r.Leaks.Any(l => l.Id == leakId)).Name;
        string silent = Words(outcomes, Cause.NoRule);
        if (silent.Length > 0)
        {
            yield return Make("no-rule-in-mode", Severity.Stop, $"{name}, {room}: a sensor gets wet, and no rule acts in mode {silent}.", "Add the mode to a rule that listens to these sensors.");
        }

        string told = Words(outcomes, Cause.OnlyTold);
        if (told.Length > 0)
        {
            yield return Make("only-told-in-mode", Severity.Caution, $"{name}, {room}: in mode {told} somebody is told, and the water runs until they act.", "Let a rule close, with a delay if need be, or make sure that somebody can always act.");
        }
    }

    private static string Words(IReadOnlyList<LeakOutcome> outcomes, Cause cause) =>
        string.Join(", ", outcomes.Where(o => o.Cause == cause).Select(o => o.Mode.ToString().ToLowerInvariant()));

    private static Finding Make(string code, Severity severity, string why, string remedy) => new()
    {
        Code = code,
        Severity = severity,
        Stage = Stage.Rules,
        Where = "/rules",
        Why = why,
        Remedy = remedy,
        Trade = Trade.Fitter,
    };
}
