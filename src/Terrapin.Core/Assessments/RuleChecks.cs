using Terrapin.Core.Checker;
using Terrapin.Core.Model;
using Terrapin.Core.Rehearsal;

namespace Terrapin.Core.Assessments;

/// <summary>The check of a plan's rules against the leaks of its house.</summary>
public static class RuleChecks
{
    /// <summary>Whether for each leak that a stop valve with a drive could stop the sensor that knows first has one closed, and the rest.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="memory">What is kept from one question to the next.</param>
    /// <param name="cancel">Stops the work.</param>
    /// <exception cref="OperationCanceledException">It was stopped.</exception>
    public static RuleCheck Of(Plan plan, AssessmentMemory memory, CancellationToken cancel = default)
    {
        var protections = new List<Protection>();
        foreach (LeakRehearsal leak in memory.LeaksOf(plan, cancel).Where(l => l.IsStoppable && l.FirstSensorId is not null))
        {
            string[] driven = [.. WaterWay.To(plan, leak.PipeId).StopValves.Where(v => plan.DriveOn(v.Id) is not null).Select(v => v.Id)];
            if (driven.Length > 0 && !protections.Exists(p => p.SensorId == leak.FirstSensorId && p.StopValveIds.SequenceEqual(driven)))
            {
                protections.Add(new Protection(leak.FirstSensorId!, driven));
            }
        }

        return RuleChecker.Of(plan, protections, cancel: cancel);
    }
}
