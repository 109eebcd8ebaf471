using System.Collections.Concurrent;
using Terrapin.Core.Drives;
using Terrapin.Core.Findings;
using Terrapin.Core.Floors;
using Terrapin.Core.Model;
using Terrapin.Core.Reach;
using Terrapin.Core.Uncertainty;

namespace Terrapin.Core.Rehearsal;

/// <summary>A simulated leak, from the first drop to quiet.</summary>
public static class Rehearser
{
    /// <summary>Rehearses one leak in one mode.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="leakId">One of its leak points.</param>
    /// <param name="mode">Who is home.</param>
    /// <exception cref="KeyNotFoundException">The plan has no such leak point.</exception>
    /// <param name="floors">Keeps the fields of the drawn floors from one call to the next.</param>
    /// <param name="cancel">Stops the work.</param>
    /// <exception cref="OperationCanceledException">It was stopped.</exception>
    /// <param name="faults">What is broken; <see langword="null"/>: nothing.</param>
    /// <param name="meanwhile">What happens while it runs, checked against the plan; <see langword="null"/>: nothing.</param>
    public static Rehearsed Of(
        Plan plan, string leakId, Mode mode, FloorMemory? floors = null, IReadOnlyCollection<Fault>? faults = null, IReadOnlyList<Meanwhile>? meanwhile = null, CancellationToken cancel = default)
    {
        floors ??= new FloorMemory();
        var verdicts = plan.Building.StopValves.ToDictionary(m => m.Id, m => ValveVerdict.Of(plan, m.Id));
        var controls = Controls.Of(plan);
        LeakRehearsal Ready(string id)
        {
            (int room, int leak) = Find(plan, id);
            return new LeakRehearsal(plan, room, leak, verdicts, controls, floors, cancel);
        }

        LeakRehearsal rehearsal = Ready(leakId);
        return faults is not { Count: > 0 } && meanwhile is not { Count: > 0 }
            ? rehearsal.In(mode)
            : rehearsal.In(mode, faults ?? [], ReachOfPlan.Of(plan), meanwhile ?? [], Ready);
    }

    private static (int Room, int Leak) Find(Plan plan, string leakId)
    {
        for (int i = 0; i < plan.Building.Rooms.Count; i++)
        {
            for (int j = 0; j < plan.Building.Rooms[i].Leaks.Count; j++)
            {
                if (plan.Building.Rooms[i].Leaks[j].Id == leakId)
                {
                    return (i, j);
                }
            }
        }

        throw new KeyNotFoundException($"The plan has no leak point \"{leakId}\".");
    }
}

/// <summary>One leak made ready, to be rehearsed in any mode.</summary>
internal sealed class LeakRehearsal
{
    private readonly Plan plan;
    private readonly int roomIndex;
    private readonly Controls controls;
    private readonly LeakCase most;
    private readonly LeakCase? least;
    private readonly LeakWater water;
    private readonly ConcurrentDictionary<Mode, (Rehearsed Most, Rehearsed? Least)> runs = [];
    private readonly ConcurrentDictionary<RehearsalCase, (LeakRehearsal[] Others, Rehearsed Ran)> cases = new(ReferenceEqualityComparer.Instance);
    private LeakRehearsal? before;

    /// <summary>At both ends: the fewest litres at which a sensor that has been moved knows of it, or did before; <see langword="null"/>: none does otherwise than before.</summary>
    private readonly double? changedFromM3;
    private readonly double? leastChangedFromM3;

    /// <param name="plan">A checked plan.</param>
    /// <param name="roomIndex">Of the leak's room.</param>
    /// <param name="leakIndex">Of the leak in it.</param>
    /// <param name="verdicts">Of the drive on each main, by the main's id.</param>
    /// <param name="controls">Of that plan.</param>
    /// <param name="floors">Keeps the fields of the drawn floors.</param>
    /// <param name="cancel">Stops the work.</param>
    /// <param name="before">The same leak in a plan that is the same but for where some sensors lie; <see langword="null"/>: there is none.</param>
    public LeakRehearsal(
        Plan plan,
        int roomIndex,
        int leakIndex,
        IReadOnlyDictionary<string, DriveVerdict> verdicts,
        Controls controls,
        FloorMemory floors,
        CancellationToken cancel,
        LeakRehearsal? before = null)
    {
        // Only what it ran is of use, and not what was before that.
        this.before = before;
        before?.Forget();
        (this.plan, this.roomIndex, this.controls) = (plan, roomIndex, controls);
        water = before?.water.In(plan) ?? LeakWater.Of(plan, roomIndex, leakIndex, floors, cancel);
        most = LeakCaseBuilder.Build(plan, water, verdicts, controls.DrivenIds, Corner.Most, before?.most);
        least = most.Screening.Any ? LeakCaseBuilder.Build(plan, water, verdicts, controls.DrivenIds, Corner.Least, before?.least) : null;
        changedFromM3 = before is null ? null : ChangedFromM3(most, before.most);
        leastChangedFromM3 = least is null || before?.least is not { } was ? null : ChangedFromM3(least, was);
        LikelyStopValveId = ClosingValve.On(plan, WaterWay.To(plan, most.Leak.PipeId), verdicts);
    }

    public string LeakId => most.Leak.Id;

    /// <summary>Whether its water comes from the pipes, so that a stop valve could stop it.</summary>
    public bool IsStoppable => PipeId is not null;

    /// <summary>The pipe that its water comes from; <see langword="null"/>: none.</summary>
    public string? PipeId => most.Leak.PipeId;

    /// <summary>The main that would close for it, if a rule ordered so.</summary>
    public string? LikelyStopValveId { get; }

    /// <summary>What was noticed on the way, whatever the mode.</summary>
    public IReadOnlyList<Finding> Findings => most.Findings;

    /// <summary>What each sensor of the room makes of this leak.</summary>
    public IEnumerable<SensorTrip> Trips()
    {
        double flow = most.Flow.OpenM3PerS;
        for (int i = 0; i < most.Sensors.Count; i++)
        {
            SensorCase sensor = most.Sensors[i];
            double? time = sensor.TripM3 is { } volume && flow > 0 ? (volume / flow) + sensor.ResponseS : null;
            yield return new SensorTrip(most.Leak.Id, sensor.SensorId, new Interval((least ?? most).Sensors[i].TripM3, sensor.TripM3), time);
        }
    }

    /// <summary>Lets go of what was before it, so that no chain of plans is held; what it ran is kept.</summary>
    private void Forget() => before = null;

    /// <summary>Whether nothing of it changes in a plan that is the same but for where some sensors lie.</summary>
    /// <param name="other">That plan, with the same sensors in the same order.</param>
    /// <param name="moved">Indexes of the sensors that lie elsewhere.</param>
    public bool HearsNoneOf(Plan other, IReadOnlyList<int> moved)
    {
        Room room = other.Building.Rooms[roomIndex];
        if (moved.Any(i => other.Installation.Sensors[i].RoomId == room.Id || most.Sensors.Any(s => s.Index == i)))
        {
            return false;
        }

        if (water.Reach is not { } reach)
        {
            return true;
        }

        // Of its own: what is kept of sensors that stayed is not asked for.
        var there = new LeakOnFloor(other, room, most.Leak, reach);
        return !moved.Any(i => there.Hears(other.Installation.Sensors[i]));
    }

    /// <summary>The first of the modes in which all goes as in one, while that mode lasts.</summary>
    public Mode AlikeOf(Mode mode) => controls.Alike[(int)mode];

    public Rehearsed In(Mode mode)
    {
        (Rehearsed worst, Rehearsed? best) = runs.GetOrAdd(AlikeOf(mode), Run);
        return Between(worst, best) with { Mode = mode };
    }

    /// <summary>What a rehearsal that is kept with the plan loses at most, of all its leaks, m³; <see langword="null"/>: without end, or not known. Run once while nothing that decides it is another.</summary>
    /// <param name="kept">Of this leak.</param>
    /// <param name="reach">What radio reaches in the plan.</param>
    /// <param name="ready">Makes another leak of the plan ready.</param>
    public double? MostLostM3(RehearsalCase kept, RadioReach reach, Func<string, LeakRehearsal> ready)
    {
        LeakRehearsal[] others = Beginning(kept.Meanwhile, ready);
        // Without power repeaters fail, and radio decides too.
        bool hangsOnReach = kept.Faults.Contains(Fault.MainsFailed) || kept.Meanwhile.Any(m => m.Fault == Fault.MainsFailed);
        Rehearsed ran = (hangsOnReach ? null : RunOf(kept, others)) ?? Worst(kept.Mode, kept.Faults, reach, kept.Meanwhile, others);
        cases[kept] = (others, ran);
        return most.Screening.NoUpperBound ? null : ran.AllLostM3;
    }

    /// <summary>What it ran of a kept rehearsal, or the same leak did before some sensors were moved, if it ends as then.</summary>
    private Rehearsed? RunOf(RehearsalCase kept, LeakRehearsal[] others)
    {
        if (cases.TryGetValue(kept, out (LeakRehearsal[] Others, Rehearsed Ran) own) && own.Others.SequenceEqual(others))
        {
            return own.Ran;
        }

        return before is { } earlier && earlier.cases.TryGetValue(kept, out (LeakRehearsal[] Others, Rehearsed Ran) then) && then.Others.SequenceEqual(others) && EndsAsBefore(then.Ran, changedFromM3)
            ? then.Ran
            : null;
    }

    /// <summary>The same with something broken.</summary>
    /// <param name="mode">Who is home.</param>
    /// <param name="faults">What is broken.</param>
    /// <param name="reach">What radio reaches in the plan.</param>
    /// <param name="meanwhile">What happens while it runs.</param>
    /// <param name="ready">Makes another leak of the plan ready.</param>
    public Rehearsed In(Mode mode, IReadOnlyCollection<Fault> faults, RadioReach reach, IReadOnlyList<Meanwhile> meanwhile, Func<string, LeakRehearsal> ready)
    {
        LeakRehearsal[] others = Beginning(meanwhile, ready);
        Rehearsed worst = Worst(mode, faults, reach, meanwhile, others);
        // Where all is measured, what the faults do may still not be known.
        LeakCase low = least ?? most;
        Rehearsed? best = low.Screening.NoLowerBound
            ? null
            : RunAt(low, mode, new Broken(plan, reach, faults, Corner.Least, []), new LeakStory(meanwhile, [.. others.Select(o => o.least ?? o.most)]), worst.StartMin);
        return Between(worst, best);
    }

    /// <summary>The same at the end that gives the most litres alone.</summary>
    public Rehearsed WorstIn(Mode mode, IReadOnlyCollection<Fault> faults, RadioReach reach, IReadOnlyList<Meanwhile>? meanwhile = null) =>
        Worst(mode, faults, reach, meanwhile ?? [], []);

    /// <summary>The same with parts that have failed.</summary>
    public Rehearsed WorstWithout(Mode mode, IReadOnlyCollection<Part> failed, RadioReach reach) => Worst(mode, corner => new Broken(plan, reach, [], corner, failed), LeakStory.None);

    /// <summary>The sensors that its water comes to.</summary>
    public IEnumerable<string> HearingSensorIds => most.Sensors.Where(s => s.TripM3 is not null).Select(s => s.SensorId);

    /// <summary>The stop valves on its way that something closes.</summary>
    public IEnumerable<string> StopValveIds => most.Valves.OfType<ValveCase>().Select(v => v.StopValveId);

    /// <summary>The sensor that knows of it first; <see langword="null"/>: none ever does.</summary>
    public string? FirstSensorId => most.First()?.SensorId;

    /// <summary>As if only one sensor were there; <see langword="null"/> where that one never hears this leak.</summary>
    /// <param name="mode">Who is home.</param>
    /// <param name="sensorId">The sensor.</param>
    public Rehearsed? WithOnly(string sensorId, Mode mode)
    {
        SensorCase? heard = most.Sensors.FirstOrDefault(s => s.SensorId == sensorId && s.TripM3 is not null);
        return heard is null ? null : Worst(most with { Sensors = [heard] }, mode, Broken.Nothing(plan), LeakStory.None);
    }

    private Rehearsed Between(Rehearsed worst, Rehearsed? best)
    {
        return worst with
        {
            LostM3 = new Interval(Low(worst, best), most.Screening.NoUpperBound ? null : worst.LostM3.High),
            FlowM3PerS = new Interval(LowFlow(), most.Flow.OpenM3PerS),
        };
    }

    private (Rehearsed Most, Rehearsed? Least) Run(Mode mode)
    {
        LeakRehearsal? earlier = before;
        (Rehearsed Most, Rehearsed? Least)? then = earlier is not null && earlier.runs.TryGetValue(mode, out (Rehearsed, Rehearsed?) ran) ? ran : null;
        Rehearsed worst = earlier is not null && then is not null && EndsAsBefore(then.Value.Most, changedFromM3) ? then.Value.Most : Worst(most, mode, Broken.Nothing(plan), LeakStory.None);
        if (least is null || least.Screening.NoLowerBound)
        {
            return (worst, null);
        }

        bool isAsBefore = earlier?.least is not null && then?.Least is { } ended && ended.StartMin == worst.StartMin && EndsAsBefore(ended, leastChangedFromM3);
        return (worst, isAsBefore ? then!.Value.Least : RunAt(least, mode, Broken.Nothing(plan), LeakStory.None, worst.StartMin));
    }

    /// <summary>The leaks that begin meanwhile, in the order of the steps that name them.</summary>
    private static LeakRehearsal[] Beginning(IReadOnlyList<Meanwhile> meanwhile, Func<string, LeakRehearsal> ready) =>
        [.. meanwhile.Where(m => m.Kind == MeanwhileKind.LeakStarts).Select(m => ready(m.LeakId!))];

    private Rehearsed Worst(Mode mode, IReadOnlyCollection<Fault> faults, RadioReach reach, IReadOnlyList<Meanwhile> meanwhile, LeakRehearsal[] others) =>
        Worst(mode, corner => new Broken(plan, reach, faults, corner, []), new LeakStory(meanwhile, [.. others.Select(o => o.most)]));

    /// <summary>What is not known to go on is dead; where something opens valves by itself, that may be the better end.</summary>
    private Rehearsed Worst(Mode mode, Func<Corner, Broken> broken, LeakStory story)
    {
        Rehearsed dead = Worst(most, mode, broken(Corner.Most), story);
        return plan.OpensByItself() && Worst(most, mode, broken(Corner.Least), story) is var alive && WorstStart.IsWorse(alive, dead) ? alive : dead;
    }

    /// <summary>At the time of day that the story says, or else at the worst.</summary>
    private Rehearsed Worst(LeakCase now, Mode mode, Broken broken, LeakStory story) => story.StartMin is { } startMin || controls.WorstStartsMin.Length == 0
        ? RunAt(now, mode, broken, story, story.StartMin)
        : WorstStart.Of(plan, controls.WorstStartsMin, min => RunAt(now, mode, broken, story, min));

    private Rehearsed RunAt(LeakCase now, Mode mode, Broken broken, LeakStory story, double? startMin)
    {
        // Several questions may be about one leak at once, and what is kept of its flows is not safe for that.
        lock (now.Turning)
        {
            return LeakRun.Of(plan, controls, now, mode, broken, story, startMin);
        }
    }

    /// <summary>
    /// Whether all ends as it did: the sensors know of it when they did, or, where a valve closes, those that do not are wet only after so
    /// much as never ran out.
    /// </summary>
    private static bool EndsAsBefore(Rehearsed then, double? changedFromM3)
    {
        double settledM3 = then.Outcome == Outcome.Closes && then.LostM3.High is { } lost ? lost : double.PositiveInfinity;
        return changedFromM3 is null || changedFromM3 > settledM3;
    }

    private static double? ChangedFromM3(LeakCase now, LeakCase was)
    {
        SensorCase[] changed = [.. now.Sensors.Where(s => s != Same(s, was)), .. was.Sensors.Where(s => s != Same(s, now))];
        return changed.Length == 0 ? null : changed.Min(s => s.TripM3 ?? double.PositiveInfinity);

        static SensorCase? Same(SensorCase sensor, LeakCase there) => there.Sensors.FirstOrDefault(s => s.Index == sensor.Index);
    }

    /// <summary>What drains afterwards is never sure.</summary>
    private double? Low(Rehearsed worst, Rehearsed? best) => (best ?? (least is null ? worst : null)) is { } low ? low.LostM3.High - low.DrainDown.TotalM3 : null;

    private double? LowFlow()
    {
        if (least is null)
        {
            return most.Flow.OpenM3PerS;
        }

        return least.Screening.NoLowerBound ? null : least.Flow.OpenM3PerS;
    }
}
