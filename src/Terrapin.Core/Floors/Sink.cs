namespace Terrapin.Core.Floors;

/// <summary>
/// A part of the wet floor that water runs together in: a film that spreads over a level floor, a pond in a hollow or at the foot
/// of a fall. All that comes in goes to the last of them until that is full and runs over, or has risen to the one that fed it.
/// </summary>
internal sealed class Sink
{
    /// <summary>Levels nearer than this are one, m.</summary>
    public const double Hair = 1e-9;

    /// <summary>The level is noted once it has risen so far, m.</summary>
    private const double NotedM = 2e-5;

    private readonly LevelQueue rim;
    private readonly LevelQueue shore;
    private int levelRim;
    private readonly Queue<int> ready = new();

    /// <summary>Wet cells no higher than the level, which go under as soon as it rises.</summary>
    private readonly Queue<(int Cell, double BedM)> level = new();
    private double levelRimM;
    private readonly List<LevelPart> parts = [];
    private LevelPart? latestPart;

    /// <summary>Bed of the lowest part that is not under water yet.</summary>
    private double lowestPartM = double.PositiveInfinity;
    private readonly List<(double LevelM, double VolumeM3)> history = [];

    /// <summary>Cells at one height in the middle of level floor, which all go under at once.</summary>
    private sealed class LevelPart(double bedM, float pathM)
    {
        public double BedM => bedM;

        /// <summary>The shortest path to one of them.</summary>
        public float PathM => pathM;

        public int Cells { get; set; }

        public bool IsUnder { get; set; }
    }

    /// <param name="number">Its own among the sinks of a field.</param>
    /// <param name="bucketM">Of its front, rim and shore.</param>
    /// <param name="overM">The level at which it has risen to the sink that feeds it; infinite for the leak's own.</param>
    /// <param name="pathM">How far that sink's water has come to here.</param>
    /// <param name="bedM">Of its first cell.</param>
    public Sink(int number, double bucketM, double overM, float pathM, double bedM)
    {
        Number = number;
        OverM = overM;
        PathM = pathM;
        LevelM = bedM;
        Front = new FrontQueue(bucketM);
        rim = new LevelQueue(bucketM);
        shore = new LevelQueue(bucketM);
    }

    public int Number { get; }

    public double OverM { get; }

    public float PathM { get; }

    /// <summary>How high the water stands where anything is under it.</summary>
    public double LevelM { get; private set; }

    /// <summary>Cells that are under water, deeper than their film.</summary>
    public int Under { get; private set; }

    /// <summary>The dry cells beside it, in the order in which its film comes to them.</summary>
    public FrontQueue Front { get; }

    /// <summary>Path through a pond costs no height: that to its nearest cell.</summary>
    public float PondPathM { get; private set; } = float.PositiveInfinity;

    /// <summary>The sink that it became part of; -1: none.</summary>
    public int MergedInto { get; private set; } = -1;

    /// <summary>A dry cell in the middle of level floor; it is in the front, too.</summary>
    /// <returns>Whether it counts among those at one level, and has to be taken off by <see cref="LeaveLevelRim"/>.</returns>
    public bool AddToLevelRim(int cell, double sillM)
    {
        if (levelRim == 0)
        {
            levelRimM = sillM;
        }

        if (sillM == levelRimM)
        {
            levelRim++;
            return true;
        }

        AddToRim(cell, sillM);
        return false;
    }

    public void LeaveLevelRim(double sillM)
    {
        if (levelRim > 0 && sillM == (float)levelRimM)
        {
            levelRim--;
        }
    }

    /// <summary>The front is empty: another sink has wetted what was left of it.</summary>
    public void ClearLevelRim() => levelRim = 0;

    public void AddToRim(int cell, double sillM) => rim.Enqueue(cell, sillM);

    public void AddToShore(int cell, double bedM)
    {
        if (Under > 0 && bedM <= LevelM)
        {
            level.Enqueue((cell, bedM));
        }
        else
        {
            shore.Enqueue(cell, bedM);
        }
    }

    public void AddToPart(double bedM, float pathM)
    {
        if (latestPart is null || latestPart.IsUnder || latestPart.BedM != bedM)
        {
            latestPart = PartAt(bedM, pathM);
        }

        latestPart.Cells++;
    }

    /// <summary>Apart from what is done for each cell: what a closure holds is made on entry, whether it is needed or not.</summary>
    private LevelPart PartAt(double bedM, float pathM)
    {
        LevelPart? part = parts.Find(p => p.BedM == bedM && !p.IsUnder);
        if (part is null)
        {
            parts.Add(part = new LevelPart(bedM, pathM));
            lowestPartM = Math.Min(lowestPartM, bedM);
        }

        return part;
    }

    /// <summary>The lowest way out to a cell that is dry.</summary>
    /// <param name="cells">All of the spread.</param>
    public double RimM(SpreadCell[] cells)
    {
        while (ready.TryPeek(out int next) && !cells[next].IsDry)
        {
            ready.Dequeue();
        }

        double lowest = levelRim > 0 ? levelRimM : double.PositiveInfinity;
        if (ready.Count > 0)
        {
            lowest = Math.Min(lowest, LevelM);
        }

        while (rim.TryPeek(out int cell, out double sill))
        {
            if (cells[cell].IsDry)
            {
                return Math.Min(lowest, sill);
            }

            rim.Dequeue();
        }

        return lowest;
    }

    /// <summary>The next of the dry cells beside it that wait for no more than its level; it is beside it still.</summary>
    public bool TryRelease(SpreadCell[] cells, out int cell)
    {
        cell = -1;
        while (rim.TryPeek(out int lowest, out double sill) && sill <= LevelM + Hair)
        {
            rim.Dequeue();
            if (cells[lowest].IsDry)
            {
                ready.Enqueue(lowest);
                cell = lowest;
                return true;
            }
        }

        return false;
    }

    /// <summary>Its water has run down to a bed before it begins to fill.</summary>
    public void StandAt(double bedM) => LevelM = bedM;

    /// <summary>While nothing is under water yet, its level is that of the lowest way on.</summary>
    public void SettleTo(double rimM)
    {
        if (Under == 0 && rimM < LevelM)
        {
            LevelM = rimM;
        }
    }

    /// <summary>The next to go under below a level: a cell, or a whole level part; neither: the level is reached.</summary>
    /// <returns>Whether anything goes under; the level is then at its bed.</returns>
    public bool TryRise(double toM, double cellM2, ref double volumeM3, out int cell)
    {
        cell = -1;
        if (level.TryPeek(out (int Cell, double BedM) low) && low.BedM < toM - Hair)
        {
            level.Dequeue();
            GoUnder(low.BedM, cellM2, ref volumeM3);
            cell = low.Cell;
            return true;
        }

        double at = Math.Min(toM - Hair, lowestPartM);
        if (shore.TryPeek(out int beside, out double bed) && bed < at)
        {
            shore.Dequeue();
            Lift(bed, cellM2, ref volumeM3);
            GoUnder(bed, cellM2, ref volumeM3);
            cell = beside;
            return true;
        }

        if (lowestPartM < toM - Hair)
        {
            LevelPart part = parts.First(p => !p.IsUnder && p.BedM == lowestPartM);
            Lift(part.BedM, cellM2, ref volumeM3);
            volumeM3 += (LevelM - part.BedM) * part.Cells * cellM2;
            part.IsUnder = true;
            Under += part.Cells;
            PondPathM = Math.Min(PondPathM, part.PathM);
            lowestPartM = parts.Where(p => !p.IsUnder).Select(p => p.BedM).DefaultIfEmpty(double.PositiveInfinity).Min();
            return true;
        }

        Lift(toM, cellM2, ref volumeM3);
        return false;
    }

    private void GoUnder(double bedM, double cellM2, ref double volumeM3)
    {
        volumeM3 += (LevelM - bedM) * cellM2;
        Under++;
    }

    public void Shorten(float pathM) => PondPathM = Math.Min(PondPathM, pathM);

    /// <summary>Takes in the sink that it fed, once that has risen to it.</summary>
    public void Take(Sink fed, double cellM2, ref double volumeM3)
    {
        if (Under == 0)
        {
            LevelM = fed.OverM;
        }

        Lift(fed.OverM, cellM2, ref volumeM3);
        Note(volumeM3);
        fed.Note(volumeM3);
        fed.MergedInto = Number;
        Under += fed.Under;
        parts.AddRange(fed.parts);
        lowestPartM = Math.Min(lowestPartM, fed.lowestPartM);
        if (levelRim == 0)
        {
            (levelRim, levelRimM) = (fed.levelRim, fed.levelRimM);
        }

        foreach (int cell in fed.ready)
        {
            ready.Enqueue(cell);
        }

        foreach ((int cell, double bed) in fed.level)
        {
            shore.Enqueue(cell, bed);
        }

        rim.TakeAll(fed.rim);
        shore.TakeAll(fed.shore);
        if (fed.Under > 0)
        {
            Shorten(fed.PathM);
        }
    }

    /// <summary>What is kept of it; its queues are not.</summary>
    public PondRecord Record() => new(MergedInto, [.. history]);

    /// <summary>Ends its record.</summary>
    public void Note(double volumeM3)
    {
        if (Under > 0 && (history.Count == 0 || LevelM - history[^1].LevelM >= NotedM))
        {
            history.Add((LevelM, volumeM3));
        }
    }

    private void Lift(double levelM, double cellM2, ref double volumeM3)
    {
        if (levelM <= LevelM)
        {
            return;
        }

        if (Under > 0)
        {
            if (history.Count == 0 || LevelM - history[^1].LevelM >= NotedM)
            {
                history.Add((LevelM, volumeM3));
            }

            volumeM3 += Under * (levelM - LevelM) * cellM2;
        }

        LevelM = levelM;
    }
}
