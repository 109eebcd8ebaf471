using Terrapin.Core.Geometry;

namespace Terrapin.Core.Floors;

/// <summary>
/// Grows the wet floor from a leak, cell by cell, in the order of bed height plus slope times path length. Each cell takes its
/// film. Down a fall the water runs as a stream to the lowest place, where it ponds and rises up the slope; a hollow fills to
/// its sill before the water runs on over it; a threshold is a sill too; a wall or plinth stops it; an opening takes all that
/// comes after.
/// </summary>
public sealed class Spreading : IDisposable
{
    /// <summary>Effective surface slope of a spreading film, m/m: our own figure.</summary>
    public const double SlopeMPerM = 0.002;

    /// <summary>A field ends there, m³.</summary>
    public const double MostM3 = DrawingSize.MostM3;

    /// <summary>Cells whose ways differ by less than this share of a cell may be wetted in any order.</summary>
    private const double OrderCells = 0.05;

    private const int StepsBetweenLooks = 4096;

    /// <summary>No leak's film reaches farther before <see cref="MostM3"/> is out, m.</summary>
    private const double FarthestM = 60;

    private readonly FloorRaster raster;
    private readonly Ground ground;
    private readonly FloorSheet sheet;
    private readonly SpreadScratch scratch;
    private readonly int columns;
    private readonly double cellM2;
    private readonly float cellM;
    private readonly SpreadCell[] cells;
    private readonly Stream stream;
    private readonly double[] roomFilmM;
    private readonly List<Sink> all = [];
    private readonly Stack<Sink> fed = new();
    private readonly List<DrainReached> drains = [];
    private readonly Dictionary<FloorUnknown, double> touched = [];
    private double volumeM3;
    private int fallsTo = -1;
    private bool isCut;
    private int firstWet = int.MaxValue;
    private int lastWet;
    private int firstSeen = int.MaxValue;
    private int lastSeen;

    /// <summary>Sets out from a leak.</summary>
    /// <param name="raster">The floors.</param>
    /// <param name="ground">How high they stand, and their film.</param>
    /// <param name="request">Where, and how fast.</param>
    public Spreading(FloorRaster raster, Ground ground, SpreadRequest request)
    {
        this.raster = raster;
        this.ground = ground;
        sheet = raster.SheetOf(request.Cell);
        columns = sheet.Columns;
        cellM = (float)raster.CellM;
        cellM2 = raster.CellM * raster.CellM;
        scratch = SpreadScratch.For(raster.Count);
        cells = scratch.Cells;
        double share = OpenCircle.ShareAt(raster, request.Cell, request.OffXM, request.OffYM);
        double filmM = Film.ViscousHeightM(request.FilmM3PerS, share);
        roomFilmM = new double[ground.Rooms];
        for (int room = 0; room < roomFilmM.Length; room++)
        {
            roomFilmM[room] = Math.Max(ground.FilmM(room), filmM);
        }

        var width = new StreamWidth(ground, request, Film.ViscousHeightM(request.LeastM3PerS, share), Film.ViscousHeightM(request.MostM3PerS, share));
        stream = new Stream(raster, ground, sheet, width, roomFilmM);
        Begin(request);
    }

    /// <summary>What lies on the floor by now, m³.</summary>
    public double VolumeM3 => volumeM3;

    /// <summary>Height of the film in a room, m.</summary>
    public double FilmM(int room) => roomFilmM[room];

    /// <summary>How high the water stands on a wet cell, its film not counted, m; not a number where it is dry.</summary>
    public double SurfaceM(int cell)
    {
        if (IsDry(cell))
        {
            return double.NaN;
        }

        Sink sink = all[cells[cell].Sink];
        while (sink.MergedInto >= 0)
        {
            sink = all[sink.MergedInto];
        }

        return sink.Under > 0 ? Math.Max(sink.LevelM, ground.BedM(cell)) : ground.BedM(cell);
    }

    /// <summary>The films and ponds added up by themselves, m³: equal to <see cref="VolumeM3"/>, and slow.</summary>
    public double LyingM3() => Enumerable.Range(sheet.Offset, sheet.Count).Where(c => !IsDry(c))
        .Sum(c => (roomFilmM[raster.Room[c]] + SurfaceM(c) - ground.BedM(c)) * cellM2);

    /// <summary>Gives back what the work needed; the field stays.</summary>
    public void Dispose()
    {
        // What was met but not wetted is at most a row farther.
        scratch.GiveBack(Math.Max(sheet.Offset, Math.Min(firstWet, firstSeen) - columns), Math.Min(sheet.End, Math.Max(lastWet, lastSeen) + columns + 1));
    }

    /// <summary>The field of one leak on the floors that it is on; see the constructor.</summary>
    /// <exception cref="OperationCanceledException">It was stopped.</exception>
    public static FloorField From(FloorRaster raster, Ground ground, SpreadRequest request, CancellationToken cancel)
    {
        using var spreading = new Spreading(raster, ground, request);
        for (int step = 1; spreading.Step(); step++)
        {
            if (step % StepsBetweenLooks == 0)
            {
                cancel.ThrowIfCancellationRequested();
            }
        }

        return spreading.Field();
    }

    /// <summary>Wets the next cell, or lets a pond rise towards it.</summary>
    /// <returns>Whether there was one.</returns>
    public bool Step()
    {
        while (fallsTo < 0)
        {
            if (volumeM3 >= MostM3)
            {
                isCut = true;
                return false;
            }

            Sink last = fed.Peek();
            int cell = NextDry(last);
            if (cell >= 0 && (raster.Mark[cell] & FloorRaster.Marks.Plain) != 0 && cells[cell].WayM == (float)last.LevelM)
            {
                // Most of a floor: in the middle of level floor, at the level that the water has, nothing else changes.
                WetPlain(last, cell, last.LevelM);
                MeetPlain(last, cell, last.LevelM);
                return true;
            }

            double rim = last.RimM(cells);
            last.SettleTo(rim);
            if (rim > last.LevelM + Sink.Hair)
            {
                if (fed.Count == 1 && double.IsInfinity(rim))
                {
                    return false;
                }

                if (cell >= 0)
                {
                    // It waits again, for what rises now.
                    last.AddToRim(cell, cells[cell].WayM);
                    Push(last, cell);
                }

                if (rim >= last.OverM - Sink.Hair)
                {
                    RiseOver(last);
                }
                else
                {
                    Rise(last, rim);
                    Release(last);
                }

                continue;
            }

            if (cell < 0)
            {
                Release(last);
                continue;
            }

            double bed = ground.BedM(cell);
            bool runsOff = last.Under > 0 ? bed < last.LevelM - Sink.Hair : bed < cells[cell].WayM - raster.LevelStepM[raster.Room[cell]];
            if (runsOff)
            {
                RunOff(last, cell);
            }
            else
            {
                Wet(last, cell, bed);
                Meet(last, cell, bed, bed);
            }

            return true;
        }

        return false;
    }

    /// <summary>The dry cell that the film of a sink comes to next; -1: there is none.</summary>
    private int NextDry(Sink sink)
    {
        while (sink.Front.TryPop(out int cell))
        {
            if (!IsDry(cell))
            {
                continue;
            }

            if ((cells[cell].Known & SpreadCell.Marks.InLevelRim) != 0)
            {
                cells[cell].Known &= ~SpreadCell.Marks.InLevelRim;
                sink.LeaveLevelRim(cells[cell].WayM);
            }

            return cell;
        }

        sink.ClearLevelRim();
        return -1;
    }

    private void Begin(SpreadRequest request)
    {
        double bed = ground.BedM(request.Cell);
        Sink own = Add(double.PositiveInfinity, 0, bed);
        Comes(FloorUnknownKind.Finish, raster.Room[request.Cell]);
        SeeAround(request.Cell, request.OffXM, request.OffYM);
        Wet(own, request.Cell, bed);
        Meet(own, request.Cell, bed, bed);
        if (fallsTo < 0 && stream.Leaves(request.Cell))
        {
            Sink foot = Add(bed, 0, bed);
            Follow(foot, request.Cell, stream.From(request.Cell, request.OffXM, request.OffYM));
        }
    }

    private Sink Add(double overM, float path, double bedM)
    {
        var sink = new Sink(all.Count, SlopeMPerM * raster.CellM * OrderCells, overM, path, bedM);
        all.Add(sink);
        fed.Push(sink);
        return sink;
    }

    /// <summary>Water that comes to lower ground goes there until it has risen as high as where it came from.</summary>
    private void RunOff(Sink from, int cell)
    {
        from.Note(volumeM3);
        double over = from.Under > 0 ? from.LevelM : cells[cell].WayM;
        float path = PathBeside(cell);
        Sink foot = Add(over, path, ground.BedM(cell));
        int[] entries = from.Under > 0 ? [.. Abreast(cell)] : [cell];
        foreach (int entry in entries)
        {
            cells[entry].PathM = 0;
            if (IsDry(entry))
            {
                Wet(foot, entry, ground.BedM(entry));
            }
        }

        int middle = entries[entries.Length / 2];
        if (fallsTo < 0 && stream.Leaves(middle))
        {
            Follow(foot, middle, stream.From(middle, 0, 0));
            return;
        }

        if (entries.Length == 1)
        {
            SeeAround(cell, 0, 0);
        }

        foreach (int entry in entries)
        {
            double bed = ground.BedM(entry);
            Meet(foot, entry, bed, bed);
        }
    }

    /// <summary>All of a doorway's width that a pond runs over at once.</summary>
    private IEnumerable<int> Abreast(int cell)
    {
        foreach (DoorSide door in raster.DoorsOf(cell))
        {
            raster.TryBeside(columns, cell, door.Side, out int partner);
            if (IsDry(partner))
            {
                continue;
            }

            foreach ((int one, int other) in raster.CellsAt(door.Doorway))
            {
                (int there, int here) = door.Side >= 2 ? (one, other) : (other, one);
                if (IsDry(here) && !IsDry(there) && cells[here].WayM <= cells[cell].WayM + Sink.Hair)
                {
                    yield return here;
                }
            }

            yield break;
        }

        yield return cell;
    }

    /// <summary>Wets a stream down a fall; it feeds the sink at its foot.</summary>
    private void Follow(Sink foot, int head, IEnumerable<StreamCell> course)
    {
        var wetted = new List<int>();
        int last = -1;
        foreach (StreamCell at in course)
        {
            volumeM3 += at.MoreM3;
            if (at.Cell < 0 || !IsDry(at.Cell))
            {
                continue;
            }

            cells[at.Cell].PathM = 0;
            Wet(foot, at.Cell, ground.BedM(at.Cell), at.TakesFilm);
            wetted.Add(at.Cell);
            if (at.InMiddle)
            {
                NoteCrossing(last < 0 ? head : last, at.Cell);
                last = at.Cell;
            }

            if (fallsTo >= 0)
            {
                return;
            }
        }

        if (last < 0)
        {
            return;
        }

        double bed = ground.BedM(last);
        foot.StandAt(bed);
        SeeAround(last, 0, 0);
        foreach (int cell in wetted)
        {
            double besideM = ground.BedM(cell);
            if (besideM <= bed + (SlopeMPerM * cellM))
            {
                Meet(foot, cell, besideM, besideM);
            }
        }
    }

    private void NoteCrossing(int from, int to)
    {
        for (int side = 0; side < 4 && raster.Room[from] != raster.Room[to]; side++)
        {
            if (raster.TryBeside(columns, from, side, out int next) && next == to)
            {
                NoteUnknowns(from, side, next);
                return;
            }
        }
    }

    private float PathBeside(int cell)
    {
        float least = float.PositiveInfinity;
        for (int side = 0; side < 4; side++)
        {
            if (raster.TryBeside(columns, cell, side, out int next) && !IsDry(next))
            {
                least = Math.Min(least, cells[next].PathM);
            }
        }

        return float.IsPositiveInfinity(least) ? 0 : least;
    }

    private void RiseOver(Sink last)
    {
        Rise(last, last.OverM);
        if (last.LevelM < last.OverM - Sink.Hair)
        {
            return;
        }

        fed.Pop();
        Sink from = fed.Peek();
        from.Take(last, cellM2, ref volumeM3);
        foreach (int cell in last.Front.Drain())
        {
            if (IsDry(cell))
            {
                cells[cell].PathM += last.PathM;
                Push(from, cell);
            }
        }

        // What lay lower beside the way of the water is under it now.
        Rise(from, from.LevelM);
    }

    /// <summary>What waited for the level may be wetted now.</summary>
    private void Release(Sink sink)
    {
        while (sink.TryRelease(cells, out int cell))
        {
            Push(sink, cell);
        }
    }

    /// <summary>Lets the water rise; where it comes over a lower way out meanwhile, no further than to that.</summary>
    private void Rise(Sink sink, double toM)
    {
        while (sink.TryRise(toM, cellM2, ref volumeM3, out int cell))
        {
            if (cell >= 0)
            {
                sink.Shorten(cells[cell].PathM);
                cells[cell].PathM = sink.PondPathM;
                Meet(sink, cell, ground.BedM(cell), sink.LevelM);
                toM = Math.Min(toM, Math.Max(sink.LevelM, sink.RimM(cells)));
            }
        }

        sink.Note(volumeM3);
    }

    private void Push(Sink sink, int cell) => sink.Front.Push(cell, cells[cell].WayM + (SlopeMPerM * cells[cell].PathM));

    private void WetPlain(Sink sink, int cell, double bedM)
    {
        Cover(sink, cell);
        volumeM3 += roomFilmM[raster.Room[cell]] * cellM2;
        sink.AddToPart(bedM, cells[cell].PathM);
    }

    private void Cover(Sink sink, int cell)
    {
        ref SpreadCell wet = ref cells[cell];
        wet.ArrivalM3 = (float)volumeM3;
        wet.Sink = (ushort)Math.Min(sink.Number, ushort.MaxValue);
        firstWet = Math.Min(firstWet, cell);
        lastWet = Math.Max(lastWet, cell);
    }

    private void Wet(Sink sink, int cell, double bedM, bool takesFilm = true)
    {
        FloorRaster.Marks mark = raster.Mark[cell];
        if ((mark & FloorRaster.Marks.Plain) != 0)
        {
            WetPlain(sink, cell, bedM);
            return;
        }

        Cover(sink, cell);
        if (takesFilm)
        {
            volumeM3 += roomFilmM[raster.Room[cell]] * cellM2;
        }

        sink.AddToShore(cell, bedM);
        if ((mark & FloorRaster.Marks.Drain) != 0)
        {
            drains.Add(new DrainReached(raster.Drains[cell], volumeM3));
        }

        if ((mark & FloorRaster.Marks.Drop) != 0)
        {
            fallsTo = raster.DropTo(cell);
        }
    }

    /// <summary>What is dry beside a cell may be next.</summary>
    /// <param name="bedM">Of the cell.</param>
    /// <param name="standsM">How high the water stands in the cell.</param>
    private void Meet(Sink sink, int cell, double bedM, double standsM)
    {
        if ((raster.Mark[cell] & FloorRaster.Marks.Plain) != 0)
        {
            MeetPlain(sink, cell, standsM);
            return;
        }

        int open = raster.OpenSides[cell];
        if ((open & 1) != 0 && cells[cell + 1].IsDry)
        {
            Offer(sink, cell, bedM, 0, cell + 1, standsM);
        }

        if ((open & 2) != 0 && cells[cell + columns].IsDry)
        {
            Offer(sink, cell, bedM, 1, cell + columns, standsM);
        }

        if ((open & 4) != 0 && cells[cell - 1].IsDry)
        {
            Offer(sink, cell, bedM, 2, cell - 1, standsM);
        }

        if ((open & 8) != 0 && cells[cell - columns].IsDry)
        {
            Offer(sink, cell, bedM, 3, cell - columns, standsM);
        }
    }

    /// <summary>Beside a cell in the middle of level floor, where no sill is.</summary>
    private void MeetPlain(Sink sink, int cell, double standsM)
    {
        int open = raster.OpenSides[cell];
        float way = (float)standsM;
        if ((open & 1) != 0 && MayGain(cell + 1, way))
        {
            OfferPlain(sink, cell, cell + 1, standsM);
        }

        if ((open & 2) != 0 && MayGain(cell + columns, way))
        {
            OfferPlain(sink, cell, cell + columns, standsM);
        }

        if ((open & 4) != 0 && MayGain(cell - 1, way))
        {
            OfferPlain(sink, cell, cell - 1, standsM);
        }

        if ((open & 8) != 0 && MayGain(cell - columns, way))
        {
            OfferPlain(sink, cell, cell - columns, standsM);
        }
    }

    /// <summary>Whether a cell is dry, and neither its way nor its path is as good as it can be.</summary>
    private bool MayGain(int cell, float way)
    {
        ref readonly SpreadCell known = ref cells[cell];
        return known.IsDry && (way < known.WayM || (known.Known & SpreadCell.Marks.Seen) == 0);
    }

    private void OfferPlain(Sink sink, int cell, int next, double standsM)
    {
        ref SpreadCell beside = ref cells[next];
        bool lower = (float)standsM < beside.WayM;
        if (!Shorten(ref beside, cell, next) && !lower)
        {
            return;
        }

        if (lower)
        {
            beside.WayM = (float)standsM;
            if (sink.AddToLevelRim(next, standsM))
            {
                beside.Known |= SpreadCell.Marks.InLevelRim;
            }
        }

        sink.Front.Push(next, standsM + (SlopeMPerM * beside.PathM));
    }

    /// <summary>To a dry cell beside one.</summary>
    private void Offer(Sink sink, int cell, double bedM, int side, int next, double standsM)
    {
        ref SpreadCell beside = ref cells[next];
        double sill = ground.SillM(cell, bedM, side, next);
        bool lower = (float)sill < beside.WayM;
        if (!Shorten(ref beside, cell, next) && !lower)
        {
            return;
        }

        if (lower)
        {
            beside.WayM = (float)sill;
            sink.AddToRim(next, sill);
            NoteUnknowns(cell, side, next);
        }

        // A film climbs no more than its own slope; what lies higher waits until the water stands as high.
        if (sill <= standsM + raster.LevelStepM[raster.Room[next]])
        {
            sink.Front.Push(next, sill + (SlopeMPerM * beside.PathM));
        }
    }

    /// <returns>Whether the path to a cell is shorter by way of the one beside it.</returns>
    private bool Shorten(ref SpreadCell cell, int from, int at)
    {
        if ((cell.Known & SpreadCell.Marks.Seen) != 0)
        {
            return false;
        }

        float path = PathTo(from, at);
        if (path >= cell.PathM)
        {
            return false;
        }

        cell.PathM = path;
        return true;
    }

    /// <summary>
    /// The eikonal equation |∇L| = 1, first order, from what is wet beside a cell, by fast marching (J. A. Sethian, A fast marching
    /// level set method for monotonically advancing fronts, 1996).
    /// </summary>
    private float PathTo(int from, int cell)
    {
        if ((raster.Mark[cell] & FloorRaster.Marks.AtDoorway) != 0 && raster.Room[from] != raster.Room[cell])
        {
            return cells[from].PathM + cellM;
        }

        int open = raster.OpenSides[cell];
        float right = (open & 1) != 0 ? cells[cell + 1].PathM : float.PositiveInfinity;
        float below = (open & 2) != 0 ? cells[cell + columns].PathM : float.PositiveInfinity;
        float left = (open & 4) != 0 ? cells[cell - 1].PathM : float.PositiveInfinity;
        float above = (open & 8) != 0 ? cells[cell - columns].PathM : float.PositiveInfinity;
        float a = Math.Min(left, right);
        float b = Math.Min(above, below);
        float apart = Math.Abs(a - b);
        return apart < cellM ? (a + b + MathF.Sqrt((2 * cellM * cellM) - (apart * apart))) / 2 : Math.Min(a, b) + cellM;
    }

    /// <summary>Round where water comes in the straight distance is taken as far as nothing is in the way.</summary>
    private void SeeAround(int source, double offXM, double offYM)
    {
        foreach (int across in (int[])[1, -1])
        {
            foreach (int down in (int[])[1, -1])
            {
                int most = (int)(FarthestM / raster.CellM);
                int reach = most;
                for (int y = 0; y <= most && reach >= 0; y++)
                {
                    int first = source + (down * y * columns);
                    reach = SeeRow(source, first, across, y == 0 ? 0 : down, reach, offXM, (down * y * raster.CellM) - offYM);
                    if (reach >= 0)
                    {
                        int last = first + (across * reach);
                        firstSeen = Math.Min(firstSeen, Math.Min(first, last));
                        lastSeen = Math.Max(lastSeen, Math.Max(first, last));
                    }
                }
            }
        }
    }

    /// <summary>Along one row of a quarter; rows come one after the other from the source.</summary>
    /// <param name="source">Where the water comes in.</param>
    /// <param name="first">The row's cell above or below the source.</param>
    /// <param name="across">1: to the right; -1: to the left.</param>
    /// <param name="down">From the row before: 1 down, -1 up; 0: this is the source's own row.</param>
    /// <param name="reach">How far the row before was seen, in cells.</param>
    /// <param name="offXM">From the middle of the source to where the water comes, m.</param>
    /// <param name="alongYM">From there to the row, m.</param>
    /// <returns>How far this one is seen; -1: not at all.</returns>
    private int SeeRow(int source, int first, int across, int down, int reach, double offXM, double alongYM)
    {
        int room = raster.Room[source];
        int joinsDown = down == 0 ? 0 : down > 0 ? 8 : 2;
        int joinsAcross = across > 0 ? 4 : 1;
        for (int x = 0; x <= reach; x++)
        {
            int cell = first + (across * x);
            int joins = x == 0 ? joinsDown : joinsDown | joinsAcross;
            if (cell < sheet.Offset || cell >= sheet.End || raster.Room[cell] != room || (raster.OpenSides[cell] & joins) != joins
                || ((raster.Mark[cell] & FloorRaster.Marks.Drop) != 0 && cell != source))
            {
                return x - 1;
            }

            double alongXM = (across * x * raster.CellM) - offXM;
            float straightM = (float)Math.Sqrt((alongXM * alongXM) + (alongYM * alongYM));
            ref SpreadCell seen = ref cells[cell];
            if (straightM < seen.PathM && seen.IsDry)
            {
                seen.PathM = straightM;
                seen.Known |= SpreadCell.Marks.Seen;
            }
        }

        return reach;
    }

    /// <summary>When the water first comes to where something is not known decides how far it can be counted on.</summary>
    private void NoteUnknowns(int cell, int side, int next)
    {
        if (raster.Room[cell] != raster.Room[next])
        {
            foreach (DoorSide door in raster.DoorsOf(cell))
            {
                if (door.Side == side)
                {
                    Comes(FloorUnknownKind.Threshold, door.Doorway);
                }
            }

            Comes(FloorUnknownKind.Step, raster.Room[next]);
            Comes(FloorUnknownKind.Step, raster.Room[cell]);
            Comes(FloorUnknownKind.Finish, raster.Room[next]);
        }
        else if ((raster.Mark[next] & FloorRaster.Marks.Pit) != 0)
        {
            Comes(FloorUnknownKind.PitDepth, raster.Room[next], raster.PitOf(next));
        }
    }

    private void Comes(FloorUnknownKind kind, int index, int fixture = 0) => touched.TryAdd(new FloorUnknown(kind, index, fixture), volumeM3);

    private bool IsDry(int cell) => float.IsPositiveInfinity(cells[cell].ArrivalM3);

    private FloorField Field()
    {
        foreach (Sink sink in fed)
        {
            sink.Note(volumeM3);
        }

        return new FloorField(
            raster,
            ground,
            roomFilmM,
            FieldWindow.Of(sheet, scratch, firstWet, lastWet, keepSinks: all.Any(s => s.Under > 0)),
            [.. all.Select(s => s.Record())],
            drains,
            touched,
            volumeM3,
            isCut,
            fallsTo);
    }
}
