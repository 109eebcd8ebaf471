using Terrapin.Core.Drives;
using Terrapin.Core.Floors;
using Terrapin.Core.Model;

namespace Terrapin.Core.Rehearsal;

/// <summary>
/// Keeps what the leaks of the plans that were assessed last came to. Where a plan is one of those but for where some sensors lie, only
/// the leaks that these hear, or heard, are worked through again. It knows a plan again by its parts, which have to be the same objects
/// (<see cref="Format.PlanReader"/> sees to that). Safe to use from several threads.
/// </summary>
internal sealed class LeakMemory
{
    private const int MostPlans = 4;

    private readonly Lock gate = new();
    private readonly LinkedList<(Plan Plan, IReadOnlyList<LeakRehearsal> Leaks)> kept = [];

    /// <summary>Every leak of a plan made ready, in the order of the plan.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="verdicts">Of the drive on each stop valve, by its id.</param>
    /// <param name="floors">Keeps the fields of the drawn floors.</param>
    /// <param name="cancel">Stops the work.</param>
    public IReadOnlyList<LeakRehearsal> Of(Plan plan, IReadOnlyDictionary<string, DriveVerdict> verdicts, FloorMemory floors, CancellationToken cancel)
    {
        (int Room, int Leak)[] places = [.. plan.Building.Rooms.SelectMany((room, r) => room.Leaks.Select((_, l) => (r, l)))];
        (Plan? like, IReadOnlyList<LeakRehearsal> before) = Like(plan);
        IReadOnlyList<int> moved = like is null ? [] : Moved(like, plan);
        var controls = Controls.Of(plan);
        var leaks = new LeakRehearsal[places.Length];
        Work.InParallel(places.Length, cancel, i => leaks[i] = like is not null && before[i].HearsNoneOf(plan, moved)
            ? before[i]
            : new LeakRehearsal(plan, places[i].Room, places[i].Leak, verdicts, controls, floors, cancel, like is null ? null : before[i]));
        lock (gate)
        {
            kept.AddFirst((plan, leaks));
            if (kept.Count > MostPlans)
            {
                kept.RemoveLast();
            }
        }

        return leaks;
    }

    private (Plan? Plan, IReadOnlyList<LeakRehearsal> Leaks) Like(Plan plan)
    {
        lock (gate)
        {
            return kept.FirstOrDefault(k => IsSameButForSensors(k.Plan, plan));
        }
    }

    private static bool IsSameButForSensors(Plan a, Plan b)
    {
        (Installation one, Installation other) = (a.Installation, b.Installation);
        return ReferenceEquals(a.Building, b.Building)
            && ReferenceEquals(a.Catalogue, b.Catalogue)
            && ReferenceEquals(one.Drives, other.Drives)
            && ReferenceEquals(one.Hubs, other.Hubs)
            && ReferenceEquals(one.Repeaters, other.Repeaters)
            && ReferenceEquals(one.Links, other.Links)
            && ReferenceEquals(one.Rules, other.Rules)
            && ReferenceEquals(one.Contacts, other.Contacts)
            && ReferenceEquals(one.Buttons, other.Buttons)
            && ReferenceEquals(one.Switches, other.Switches)
            && LeakWater.AnySensorDrawn(a) == LeakWater.AnySensorDrawn(b)
            && one.Sensors.Count == other.Sensors.Count
            && one.Sensors.Zip(other.Sensors).All(s => IsAtMostMoved(s.First, s.Second, one.Rules));
    }

    /// <summary>Whether a sensor is the same but for where it lies, and joins no rule by that: all else may make a difference to leaks that it does not hear.</summary>
    private static bool IsAtMostMoved(Sensor was, Sensor now, IReadOnlyList<Rule> rules) => ReferenceEquals(was, now)
        || (was with { RoomId = now.RoomId, At = now.At, Path = now.Path, MainPartAt = now.MainPartAt, Distances = now.Distances, Tags = now.Tags } == now
            && (was.Tags ?? []).SequenceEqual(now.Tags ?? [])
            && rules.All(r => r.Names(was) == r.Names(now)));

    private static int[] Moved(Plan from, Plan to) =>
        [.. Enumerable.Range(0, to.Installation.Sensors.Count).Where(i => !ReferenceEquals(from.Installation.Sensors[i], to.Installation.Sensors[i]))];
}
