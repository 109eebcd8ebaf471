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

    private PriorityQueue<int, double>? rim;
    private PriorityQueue<int, double>? shore;
    private readonly List<int> levelRim = [];
    private readonly List<int> ready = [];
    private double levelRimM;
    private readonly List<LevelPart> parts = [];
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
    /// <param name="bucketM">Of its front.</param>
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

    public void AddToLevelRim(int cell, double sillM)
    {
        if (levelRim.Count == 0)
        {
            levelRimM = sillM;
        }

        if (sillM == levelRimM)
        {
            levelRim.Add(cell);
        }
        else
        {
            AddToRim(cell, sillM);
        }
    }

    public void AddToRim(int cell, double sillM) => (rim ??= new()).Enqueue(cell, sillM);

    public void AddToShore(int cell, double bedM) => (shore ??= new()).Enqueue(cell, bedM);

    public void AddToPart(double bedM, float pathM)
    {
        LevelPart? part = parts.Count > 0 && parts[^1].BedM == bedM ? parts[^1] : parts.Find(p => p.BedM == bedM && !p.IsUnder);
        if (part is null || part.IsUnder)
        {
            parts.Add(part = new LevelPart(bedM, pathM));
        }

        part.Cells++;
    }

    /// <summary>The lowest way out to a cell that is dry.</summary>
    /// <param name="arrivalM3">Of all cells; infinite where it is dry.</param>
    public double RimM(float[] arrivalM3)
    {
        while (levelRim.Count > 0 && !float.IsPositiveInfinity(arrivalM3[levelRim[^1]]))
        {
            levelRim.RemoveAt(levelRim.Count - 1);
        }

        while (ready.Count > 0 && !float.IsPositiveInfinity(arrivalM3[ready[^1]]))
        {
            ready.RemoveAt(ready.Count - 1);
        }

        double lowest = levelRim.Count > 0 ? levelRimM : double.PositiveInfinity;
        if (ready.Count > 0)
        {
            lowest = Math.Min(lowest, LevelM);
        }

        while (rim is not null && rim.TryPeek(out int cell, out double sill))
        {
            if (float.IsPositiveInfinity(arrivalM3[cell]))
            {
                return Math.Min(lowest, sill);
            }

            rim.Dequeue();
        }

        return lowest;
    }

    /// <summary>The dry cells beside it that wait for no more than its level; they are beside it still.</summary>
    public IReadOnlyList<int> Release(float[] arrivalM3)
    {
        var released = new List<int>();
        while (rim is not null && rim.TryPeek(out int cell, out double sill) && sill <= LevelM + Hair)
        {
            rim.Dequeue();
            if (float.IsPositiveInfinity(arrivalM3[cell]))
            {
                released.Add(cell);
                ready.Add(cell);
            }
        }

        return released;
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
        int lowest = -1;
        double at = toM - Hair;
        for (int p = 0; p < parts.Count; p++)
        {
            if (!parts[p].IsUnder && parts[p].BedM < at)
            {
                (lowest, at) = (p, parts[p].BedM);
            }
        }

        if (shore is not null && shore.TryPeek(out int beside, out double bed) && bed < at)
        {
            shore.Dequeue();
            Lift(bed, cellM2, ref volumeM3);
            volumeM3 += (LevelM - bed) * cellM2;
            Under++;
            cell = beside;
            return true;
        }

        if (lowest >= 0)
        {
            LevelPart part = parts[lowest];
            Lift(part.BedM, cellM2, ref volumeM3);
            volumeM3 += (LevelM - part.BedM) * part.Cells * cellM2;
            part.IsUnder = true;
            Under += part.Cells;
            PondPathM = Math.Min(PondPathM, part.PathM);
            return true;
        }

        Lift(toM, cellM2, ref volumeM3);
        return false;
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
        foreach (int cell in fed.levelRim)
        {
            AddToRim(cell, fed.levelRimM);
        }

        ready.AddRange(fed.ready);
        rim = Join(rim, fed.rim);
        shore = Join(shore, fed.shore);
        if (fed.Under > 0)
        {
            Shorten(fed.PathM);
        }
    }

    /// <summary>What is on the floor when the level is so high; infinite: it never is, as far as this sink knows.</summary>
    public double ReachesM3(double levelM)
    {
        for (int i = 0; i < history.Count; i++)
        {
            if (history[i].LevelM >= levelM)
            {
                (double belowM, double belowM3) = i == 0 ? history[0] : history[i - 1];
                double part = history[i].LevelM > belowM ? Math.Clamp((levelM - belowM) / (history[i].LevelM - belowM), 0, 1) : 1;
                return belowM3 + (part * (history[i].VolumeM3 - belowM3));
            }
        }

        return double.PositiveInfinity;
    }

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

    private static PriorityQueue<int, double>? Join(PriorityQueue<int, double>? a, PriorityQueue<int, double>? b)
    {
        if (a is null || b is null)
        {
            return a ?? b;
        }

        (PriorityQueue<int, double> larger, PriorityQueue<int, double> smaller) = a.Count >= b.Count ? (a, b) : (b, a);
        larger.EnqueueRange(smaller.UnorderedItems);
        return larger;
    }
}
