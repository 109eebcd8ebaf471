namespace Terrapin.Core.Floors;

/// <summary>A drain that the water came to.</summary>
/// <param name="Cell">Of the raster.</param>
/// <param name="ReachedM3">Litres on the floor by then, m³.</param>
/// <param name="CapacityM3PerS">Infinite where it is not known.</param>
public sealed record DrainReached(int Cell, double ReachedM3, double CapacityM3PerS);

/// <summary>What one leak does on the floor, whatever its flow: litres on the floor before the water is here.</summary>
public sealed class FloorField
{
    internal FloorField(float[] arrivalM3, float[] deepM3, IReadOnlyList<DrainReached> drains, double totalM3, int fallsTo)
    {
        ArrivalM3 = arrivalM3;
        DeepM3 = deepM3;
        Drains = drains;
        TotalM3 = totalM3;
        FallsTo = fallsTo;
    }

    /// <summary>For each cell; infinite where the water never gets.</summary>
    public float[] ArrivalM3 { get; }

    /// <summary>For each cell, when the water there is as deep as the gap that was asked for; infinite: never.</summary>
    public float[] DeepM3 { get; }

    /// <summary>In the order in which they were come to.</summary>
    public IReadOnlyList<DrainReached> Drains { get; }

    /// <summary>What the whole reach takes, m³.</summary>
    public double TotalM3 { get; }

    /// <summary>The cell of another storey that all further water falls to; -1: it stays where it is.</summary>
    internal int FallsTo { get; }

    /// <summary>The whole field of water that falls: what lies up here by then comes before all that lies below.</summary>
    /// <param name="below">From where it lands.</param>
    internal FloorField GoingOnIn(FloorField below)
    {
        float[] arrival = Joined(ArrivalM3, below.ArrivalM3);
        return new FloorField(
            arrival,
            DeepM3 == ArrivalM3 ? arrival : Joined(DeepM3, below.DeepM3),
            [.. Drains, .. below.Drains.Select(d => d with { ReachedM3 = TotalM3 + d.ReachedM3 })],
            TotalM3 + below.TotalM3,
            fallsTo: -1);
    }

    private float[] Joined(float[] here, float[] below)
    {
        float[] joined = GC.AllocateUninitializedArray<float>(here.Length);
        float first = (float)TotalM3;
        for (int cell = 0; cell < joined.Length; cell++)
        {
            joined[cell] = Math.Min(here[cell], first + below[cell]);
        }

        return joined;
    }

    /// <summary>
    /// When so much lies on the floor: what the drains take on the way is out of the pipe too, and lies nowhere.
    /// </summary>
    /// <param name="floorM3">On the floor, m³.</param>
    /// <param name="flowM3PerS">Of the leak, above zero.</param>
    /// <returns>s; infinite where a drain takes all of it first.</returns>
    public double TimeS(double floorM3, double flowM3PerS)
    {
        double time = 0;
        double lying = 0;
        double net = flowM3PerS;
        foreach (DrainReached drain in Drains)
        {
            if (drain.ReachedM3 >= floorM3)
            {
                break;
            }

            time += (drain.ReachedM3 - lying) / net;
            lying = drain.ReachedM3;
            net -= drain.CapacityM3PerS;
            if (net <= 0)
            {
                return double.PositiveInfinity;
            }
        }

        return time + ((floorM3 - lying) / net);
    }
}
