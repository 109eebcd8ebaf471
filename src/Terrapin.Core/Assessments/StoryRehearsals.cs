using Terrapin.Core.Checker;
using Terrapin.Core.Model;
using Terrapin.Core.Rehearsal;
using Terrapin.Core.Sensors;

namespace Terrapin.Core.Assessments;

/// <summary>
/// The stories of a check as rehearsals: a leak that each wet sensor knows of first, the modes that come, the time of day, hands that open a
/// valve, and leaks that end and are wiped up where a sensor dries.
/// </summary>
/// <param name="plan">A checked plan.</param>
/// <param name="leaks">Its leaks, ready to be rehearsed.</param>
/// <param name="rehearse">Runs one.</param>
internal sealed class StoryRehearsals(Plan plan, IReadOnlyList<LeakRehearsal> leaks, Func<AskedRehearsal, Rehearsed> rehearse)
{
    /// <summary>From a sensor's message until somebody wipes, so that the message is out, s.</summary>
    private const double MessageS = 1;

    /// <summary>From a sensor's message that it is dry until water may come to it again, so that it is not wet before it has said so, s.</summary>
    private const double SettlesS = 30;

    /// <summary>Soonest first: which sensor knows of a leak first, and when.</summary>
    private readonly (string LeakId, string SensorId, double TimeS)[] firstTrips =
    [
        .. leaks.Select(l => (l.LeakId, SensorId: l.FirstSensorId, l.Trips().FirstOrDefault(t => t.SensorId == l.FirstSensorId)?.TimeS))
            .Where(l => l.SensorId is not null && l.TimeS is not null)
            .Select(l => (l.LeakId, l.SensorId!, l.TimeS!.Value))
            .OrderBy(l => l.Value),
    ];

    /// <summary>
    /// The rehearsal of a claim's story. <see langword="null"/> where it tells of more than one can show: of hours that pass in no time, of a
    /// valve that was opened (or that a mode had shut) before, of a sensor that knows of no leak first, or of one that dries so soon that all
    /// comes out otherwise when it takes its time.
    /// </summary>
    public AskedRehearsal? Of(CheckedClaim claim)
    {
        bool dries = claim.Steps.Any(s => s.Kind == CheckStepKind.SensorDry);
        return !dries
            ? AsRehearsal(claim, waits: false)?.Asked
            : new[] { false, true }.Select(waits => AsRehearsal(claim, waits)).FirstOrDefault(t => t is var (asked, watched) && Shows(claim, watched, rehearse(asked)))?.Asked;
    }

    /// <returns>With the leak that the claim's sensor knows of.</returns>
    private (AskedRehearsal Asked, string LeakId)? AsRehearsal(CheckedClaim claim, bool waits)
    {
        CheckStep[] steps = [.. claim.Steps];
        int first = Array.FindIndex(steps, s => s.Kind == CheckStepKind.SensorWet);
        bool wasShut = plan.Installation.Rules.Any(r => r is { WaitsFor: RuleTrigger.ModeComes, Action: RuleAction.Close });
        if (first < 0 || wasShut || steps.Take(first).Any(s => s.Kind == CheckStepKind.ValveOpened) || steps.Skip(first).Any(s => s.Kind == CheckStepKind.HourComes))
        {
            return null;
        }

        Mode mode = steps.Take(first).Last(s => s.Mode is not null).Mode!.Value;
        int? hour = steps.Take(first).LastOrDefault(s => s.AtMin is not null)?.AtMin;
        var story = new Story(plan, firstTrips, steps[first].AtS, waits);
        return story.Begins(steps[first].SensorId!, hour) && steps.Skip(first + 1).All(story.Takes)
            && story.LeakOf(steps[^1].SensorId) is { } watched
            ? (new AskedRehearsal(story.LeakId, mode, [], story.Meanwhile), watched)
            : null;
    }

    /// <summary>Whether the leak that the claim's sensor knows of runs on, or nobody is told of it.</summary>
    private static bool Shows(CheckedClaim claim, string leakId, Rehearsed run) => claim.Property == CheckedProperty.Told
        ? run.Events.LastOrDefault(e => e.Kind == EventKind.SensorWet && e.SensorId == claim.Steps[^1].SensorId) is { } wet && !run.Events.Any(e => e.Kind == EventKind.Told && e.TimeS >= wet.TimeS)
        : run.Others.FirstOrDefault(o => o.LeakId == leakId)?.Endless ?? run.Endless;

    /// <summary>Puts a story's steps together, one after the other.</summary>
    private sealed class Story(Plan plan, IReadOnlyList<(string LeakId, string SensorId, double TimeS)> firstTrips, double firstAtS, bool waits)
    {
        private readonly List<Meanwhile> meanwhile = [];
        private readonly HashSet<string> begun = [];

        /// <summary>For each wet sensor the leak that it knows of, and when it told.</summary>
        private readonly Dictionary<string, (string LeakId, double ToldS)> wet = [];

        /// <summary>From a time of the story to one of the rehearsal, s; it grows where a sensor takes longer to dry.</summary>
        private double laterS;

        public string LeakId { get; private set; } = "";

        public IReadOnlyList<Meanwhile> Meanwhile => meanwhile;

        /// <summary>The leak that a wet sensor knows of.</summary>
        public string? LeakOf(string? sensorId) => sensorId is not null && wet.TryGetValue(sensorId, out (string LeakId, double ToldS) told) ? told.LeakId : null;

        public bool Begins(string sensorId, int? hour)
        {
            if (Leak(sensorId, double.PositiveInfinity) is not var (leakId, timeS))
            {
                return false;
            }

            (LeakId, laterS) = (leakId, timeS - firstAtS);
            wet[sensorId] = (leakId, timeS);
            if (hour is { } min)
            {
                meanwhile.Add(new Meanwhile { AtS = timeS, Kind = MeanwhileKind.TimeIs, Min = min });
            }

            return true;
        }

        /// <summary>Takes a step.</summary>
        /// <returns>Whether a rehearsal can show it.</returns>
        public bool Takes(CheckStep step)
        {
            double atS = step.AtS + laterS;
            switch (step.Kind)
            {
                case CheckStepKind.ModeBecomes:
                    meanwhile.Add(new Meanwhile { AtS = atS, Kind = MeanwhileKind.ModeBecomes, Mode = step.Mode });
                    return true;
                case CheckStepKind.ValveOpened:
                    meanwhile.AddRange(step.StopValveIds.Select(id => new Meanwhile { AtS = atS, Kind = MeanwhileKind.ValveOpened, StopValveId = id }));
                    return true;
                case CheckStepKind.SensorWet:
                    return GetsWet(step.SensorId!, atS);
                case CheckStepKind.SensorDry:
                    return Dries(step.SensorId!, atS);
                default:
                    return true;
            }
        }

        private bool GetsWet(string sensorId, double atS)
        {
            if (Leak(sensorId, atS) is not var (leakId, timeS))
            {
                return false;
            }

            wet[sensorId] = (leakId, atS);
            meanwhile.Add(new Meanwhile { AtS = atS - timeS, Kind = MeanwhileKind.LeakStarts, LeakId = leakId });
            return true;
        }

        private bool Dries(string sensorId, double atS)
        {
            if (!wet.Remove(sensorId, out (string LeakId, double ToldS) was))
            {
                return false;
            }

            Sensor sensor = plan.Installation.Sensors.First(s => s.Id == sensorId);
            double wipedS = atS - Drying.AfterS(plan.SpecOf(sensor).Kind);
            double soonestS = was.ToldS + MessageS;
            if (wipedS < soonestS)
            {
                if (!waits)
                {
                    return false;
                }

                laterS += soonestS - wipedS + SettlesS;
                wipedS = soonestS;
            }

            string? leakId = was.LeakId == LeakId ? null : was.LeakId;
            meanwhile.Add(new Meanwhile { AtS = wipedS, Kind = MeanwhileKind.LeakEnds, LeakId = leakId });
            meanwhile.Add(new Meanwhile { AtS = wipedS, Kind = MeanwhileKind.WipedUp, LeakId = leakId });
            return true;
        }

        /// <summary>The leak that a sensor knows of first, soonest, of those that have not run.</summary>
        private (string LeakId, double TimeS)? Leak(string sensorId, double withinS)
        {
            foreach ((string leakId, string knows, double timeS) in firstTrips)
            {
                if (knows == sensorId && timeS <= withinS && begun.Add(leakId))
                {
                    return (leakId, timeS);
                }
            }

            return null;
        }
    }
}
