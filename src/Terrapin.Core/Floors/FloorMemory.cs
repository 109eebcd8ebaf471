using System.Runtime.CompilerServices;
using Terrapin.Core.Model;

namespace Terrapin.Core.Floors;

/// <summary>
/// Keeps the fields of the floors that were asked for last: they depend on the drawing and on where a leak is and how fast, not on
/// sensors, drives or rules, so that most edits need none anew. Bounded in bytes. Safe to use from several threads.
/// </summary>
public sealed class FloorMemory(long mostBytes = FloorMemory.UsualBytes)
{
    private const long UsualBytes = 192L << 20;
    private const int MostDrawings = 4;

    private readonly Lock gate = new();
    private readonly LinkedList<Drawing> drawings = [];

    // An assessment asks for each leak of one plan: what its drawing is known by is put together once.
    private readonly ConditionalWeakTable<Plan, object?[]> keys = [];

    /// <summary>Bytes that are kept, roughly.</summary>
    public long Bytes
    {
        get
        {
            lock (gate)
            {
                return drawings.Sum(d => d.Bytes);
            }
        }
    }

    /// <summary>The drawing of a plan, with the fields that are kept of it.</summary>
    public Drawing Of(Plan plan)
    {
        object?[] key = keys.GetValue(plan, KeyOf);
        lock (gate)
        {
            Drawing? kept = drawings.FirstOrDefault(d => d.Key.AsSpan().SequenceEqual(key));
            if (kept is not null)
            {
                drawings.Remove(kept);
            }
            else
            {
                kept = new Drawing(this, key, plan);
            }

            drawings.AddFirst(kept);
            if (drawings.Count > MostDrawings)
            {
                drawings.RemoveLast();
            }

            return kept;
        }
    }

    /// <summary>Lets go of what was used least lately, other drawings first.</summary>
    private void Bound()
    {
        while (drawings.Count > 1 && drawings.Sum(d => d.Bytes) > mostBytes)
        {
            drawings.RemoveLast();
        }

        while (drawings.First is { Value: var last } && last.Bytes > mostBytes && last.Forget())
        {
        }
    }

    /// <summary>The raster of one drawing, and its fields.</summary>
    public sealed class Drawing
    {
        private readonly FloorMemory memory;
        private readonly Plan plan;
        private readonly Lazy<FloorRaster> raster;
        private readonly Dictionary<GroundGuess, Ground> grounds = [];
        private readonly Dictionary<(SpreadRequest, GroundGuess), LinkedListNode<Kept>> fields = [];
        private readonly LinkedList<Kept> byUse = [];
        private readonly Dictionary<int, IReadOnlyList<FloorUnknown>> unknowns = [];
        private readonly Dictionary<(int Cell, double OffXM, double OffYM, double LeastM3PerS, double MostM3PerS), LeakReach> reaches = [];
        private readonly Dictionary<(int Cell, double OffXM, double OffYM), double> shares = [];

        private sealed record Kept((SpreadRequest, GroundGuess) Key, FloorField Field);

        internal Drawing(FloorMemory memory, object?[] key, Plan plan)
        {
            this.memory = memory;
            this.plan = plan;
            Key = key;
            raster = new Lazy<FloorRaster>(() => FloorRaster.Of(plan));
        }

        internal object?[] Key { get; }

        internal long Bytes { get; private set; }

        public FloorRaster Raster => raster.Value;

        /// <summary>Heights and films, with one guess for what is not known.</summary>
        public Ground GroundOf(GroundGuess guess)
        {
            lock (memory.gate)
            {
                return grounds.TryGetValue(guess, out Ground? ground) ? ground : grounds[guess] = new Ground(plan, Raster, guess);
            }
        }

        /// <summary>What is not known of it, with the heights of its floors measured from one room.</summary>
        internal IReadOnlyList<FloorUnknown> UnknownsFrom(int datumRoom)
        {
            lock (memory.gate)
            {
                return unknowns.TryGetValue(datumRoom, out IReadOnlyList<FloorUnknown>? known) ? known : unknowns[datumRoom] = [.. FloorUnknowns.Of(plan, datumRoom)];
            }
        }

        /// <summary>The reach of a leak, put together once as long as its fields are kept.</summary>
        internal LeakReach ReachOf((int Cell, double OffXM, double OffYM, double LeastM3PerS, double MostM3PerS) leak, Func<LeakReach> make)
        {
            lock (memory.gate)
            {
                if (reaches.TryGetValue(leak, out LeakReach? known))
                {
                    return known;
                }
            }

            LeakReach reach = make();
            lock (memory.gate)
            {
                reaches[leak] = reach;
                memory.Bound();
            }

            return reach;
        }

        /// <summary>The field of a leak.</summary>
        /// <param name="request">Where, and how fast.</param>
        /// <param name="guess">For what is not known.</param>
        /// <param name="cancel">Stops the work.</param>
        /// <exception cref="OperationCanceledException">It was stopped.</exception>
        public FloorField FieldOf(SpreadRequest request, GroundGuess guess, CancellationToken cancel)
        {
            FloorField own = OwnFieldOf(WithoutWhatDoesNotMatter(request, guess), guess, cancel);
            return own.FallsTo is >= 0 and var landing
                ? own.GoingOnIn(FieldOf(request with { Cell = landing, OffXM = 0, OffYM = 0 }, guess, cancel))
                : own;
        }

        /// <summary>On the floors that the leak is on: all whose water falls to one place share what it does there.</summary>
        private FloorField OwnFieldOf(SpreadRequest request, GroundGuess guess, CancellationToken cancel)
        {
            lock (memory.gate)
            {
                if (fields.TryGetValue((request, guess), out LinkedListNode<Kept>? node))
                {
                    byUse.Remove(node);
                    byUse.AddFirst(node);
                    return node.Value.Field;
                }
            }

            var field = Spreading.From(Raster, GroundOf(guess), request, cancel);
            lock (memory.gate)
            {
                // Whoever asked for the same at the same time has made it too: one field is one, however many threads there are.
                if (fields.TryGetValue((request, guess), out LinkedListNode<Kept>? meanwhile))
                {
                    return meanwhile.Value.Field;
                }

                fields[(request, guess)] = byUse.AddFirst(new Kept((request, guess), field));
                Bytes += field.Bytes;
                memory.Bound();
            }

            return field;
        }

        private double ShareAt(SpreadRequest request)
        {
            (int, double, double) at = (request.Cell, request.OffXM, request.OffYM);
            lock (memory.gate)
            {
                return shares.TryGetValue(at, out double share) ? share : shares[at] = OpenCircle.ShareAt(Raster, request.Cell, request.OffXM, request.OffYM);
            }
        }

        /// <summary>Drops the field that was used least lately.</summary>
        /// <returns>Whether there was one.</returns>
        internal bool Forget()
        {
            if (byUse.Last is not { Value: var kept })
            {
                return false;
            }

            // They hold on to fields.
            reaches.Clear();

            byUse.RemoveLast();
            fields.Remove(kept.Key);
            Bytes -= kept.Field.Bytes;
            return true;
        }

        /// <summary>Leaks of different flows share a field where the flow changes nothing: no stream runs, and capillarity sets the film.</summary>
        private SpreadRequest WithoutWhatDoesNotMatter(SpreadRequest request, GroundGuess guess)
        {
            Ground ground = GroundOf(guess);
            double share = ShareAt(request);
            bool capillary = Film.ViscousHeightM(request.FilmM3PerS, share) <= ground.ThinnestFilmM;
            if (!Raster.Slopes(Raster.SheetOf(request.Cell)))
            {
                double film = capillary ? 0 : request.FilmM3PerS;
                return request with { FilmM3PerS = film, LeastM3PerS = film, MostM3PerS = film, End = SpreadEnd.Late };
            }

            return request with
            {
                FilmM3PerS = capillary ? 0 : request.FilmM3PerS,
                End = request.LeastM3PerS == request.MostM3PerS && !ground.HasUnknownFinish ? SpreadEnd.Late : request.End,
            };
        }
    }

    /// <summary>All that a raster and its ground are made of, and nothing else; alike where each is equal to its like.</summary>
    private static object?[] KeyOf(Plan plan)
    {
        var key = new List<object?>();
        key.AddRange(plan.Building.Storeys.Select(s => s.Id));
        foreach (Room room in plan.Building.Rooms)
        {
            key.AddRange([room.StoreyId, plan.ContactAngleDeg(room), room.FloorHeightM, room.Fall, room.AssumesUsual, room.Leaks.Count(l => l.At is not null)]);
            key.AddRange(room.Areas);
            key.AddRange(room.Drains);
            key.AddRange(room.Fixtures.Select(f => (object)(f.Area, f.Base, f.DepthM, f.AssumesUsual)));
        }

        return [.. key, .. plan.Building.Doorways, .. plan.Building.Openings];
    }
}
