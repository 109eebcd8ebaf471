namespace Terrapin.Core.Floors;

/// <summary>Cells under one level of water, deeper than the film.</summary>
internal sealed class Pond(int number, double levelM)
{
    /// <summary>Its own among the ponds of a field, from 1.</summary>
    public int Number => number;

    /// <summary>The pond that took this one in.</summary>
    private Pond? takenBy;

    public double LevelM { get; set; } = levelM;

    /// <summary>Cells.</summary>
    public int Area { get; set; }

    /// <summary>Wet cells beside it, by the level at which they go under.</summary>
    public PriorityQueue<int, double> Shore { get; private set; } = new();

    /// <summary>Its cells that are not deep enough yet for a sensor's contacts, by the level at which they are.</summary>
    public PriorityQueue<int, double> Shallow { get; private set; } = new();

    /// <summary>The pond that this one is part of by now.</summary>
    public Pond Whole()
    {
        Pond whole = this;
        while (whole.takenBy is { } larger)
        {
            whole = larger;
        }

        for (Pond at = this; at.takenBy is { } larger; at = larger)
        {
            at.takenBy = whole;
        }

        return whole;
    }

    /// <summary>Takes in another pond at the same level.</summary>
    public void Take(Pond other)
    {
        Area += other.Area;
        Shore = Join(Shore, other.Shore);
        Shallow = Join(Shallow, other.Shallow);
        other.takenBy = this;
    }

    private static PriorityQueue<int, double> Join(PriorityQueue<int, double> a, PriorityQueue<int, double> b)
    {
        (PriorityQueue<int, double> larger, PriorityQueue<int, double> smaller) = a.Count >= b.Count ? (a, b) : (b, a);
        larger.EnqueueRange(smaller.UnorderedItems);
        return larger;
    }
}
